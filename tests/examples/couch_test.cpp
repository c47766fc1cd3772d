// The programs of docs/couch.md stand there word for word, and print what it shows.
#include <gtest/gtest.h>

#include "support/page.hpp"
#include "support/process.hpp"

namespace nextmove::support {
namespace {

struct Evening {
  std::string name;
  std::string program;
};
void PrintTo(const Evening& evening, std::ostream* out) {
  *out << evening.name;
}

struct Couch : ::testing::TestWithParam<Evening> {
  std::string page = read_file(source_folder() + "/docs/couch.md");
};

TEST_P(Couch, IsAsThePageTellsIt) {
  const auto& [name, program] = GetParam();
  const std::string source = read_file(source_folder() + "/examples/couch/" + name + ".cpp");
  const Finished done = run({program, NEXTMOVE_EXAMPLE_DATA "/tidewater.toml"});
  EXPECT_EQ(done.exit_code, 0);
  ASSERT_FALSE(done.output.empty());
  const std::string told = "```cpp\n" + source + "```\n\n```text\n" + done.output + "```\n";
  EXPECT_NE(page.find(told), std::string::npos) << "docs/couch.md lacks:\n" << told;
}

INSTANTIATE_TEST_SUITE_P(Of, Couch,
                         ::testing::Values(Evening{"lobby", NEXTMOVE_COUCH_LOBBY},
                                           Evening{"drop_out", NEXTMOVE_COUCH_DROP_OUT},
                                           Evening{"swap", NEXTMOVE_COUCH_SWAP},
                                           Evening{"one_keyboard", NEXTMOVE_COUCH_ONE_KEYBOARD}),
                         [](const auto& param) { return param.param.name; });

}  // namespace
}  // namespace nextmove::support
