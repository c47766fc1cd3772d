#include <gtest/gtest.h>

#include <nextmove/explain.hpp>
#include <nextmove/playbook_file.hpp>
#include <nextmove/testing.hpp>

#include "support/page.hpp"

namespace nextmove::support {
namespace {

using namespace std::chrono_literals;

const std::string page = source_folder() + "/docs/why.md";

TEST(ThePageOfCauses, ShowsWhatIsToldOfTidewater) {
  testing::Rehearsal stage{*load_playbook(NEXTMOVE_EXAMPLE_DATA "/tidewater.toml")};
  stage.seat().enter("helm");
  stage.seat().enter("chart");
  stage.press(Control::Space);
  stage.wait(10ms);
  EXPECT_EQ(stage.why(stage.hub().playbook().button("horn")), block_of(page, "text", "horn is"));
}

TEST(ThePageOfCauses, HasALineForEach) {
  const std::string text = read_file(page);
  std::size_t before = 0;
  for (int i = 0; i <= static_cast<int>(Why::drives); ++i) {
    const std::string row = "\n| `" + std::string{to_string(static_cast<Why>(i))} + "` |";
    const std::size_t at = text.find(row, before);
    EXPECT_NE(at, std::string::npos) << row << ", in the order of their weight";
    before = at;
  }
}

}  // namespace
}  // namespace nextmove::support
