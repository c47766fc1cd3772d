#include <gtest/gtest.h>

#include <nextmove/explain.hpp>
#include <nextmove/playbook_file.hpp>
#include <nextmove/testing.hpp>
#include <nextmove/trace.hpp>

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

TEST(ThePageOfCauses, ShowsWhatIsToldOfAControl) {
  Hub hub{*load_playbook(NEXTMOVE_EXAMPLE_DATA "/tidewater.toml")};
  Seat& seat = hub.add_seat("port tug");
  const DeviceId keyboard = hub.plug({.kind = DeviceKind::keyboard}, {});
  seat.enter("helm");
  seat.enter("chart");
  hub.feed({.device = keyboard, .control = Control::Space, .x = 1});
  hub.update(10ms);
  EXPECT_EQ(to_text(hub.trace(keyboard, Control::Space), hub),
            block_of(page, "text", "Space, keyboard 1: heard by"));
}

TEST(ThePageOfCauses, HasALineForEachOutcome) {
  const std::string text = read_file(page);
  for (int i = 0; i <= static_cast<int>(Outcome::unbound); ++i) {
    const std::string row = "\n| `" + std::string{to_string(static_cast<Outcome>(i))} + "` |";
    EXPECT_NE(text.find(row), std::string::npos) << row;
  }
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
