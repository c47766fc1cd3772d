#include <gtest/gtest.h>

#include "support/page.hpp"
#include "support/process.hpp"

namespace nextmove::support {
namespace {

const std::string readme = source_folder() + "/README.md";

TEST(FirstSteps, StandsInTheReadmeWordForWord) {
  EXPECT_EQ(block_of(readme, "cpp", "#include"),
            read_file(source_folder() + "/examples/first_steps/first_steps.cpp"));
  EXPECT_EQ(block_of(readme, "toml", "format = 1"),
            read_file(source_folder() + "/examples/first_steps/harbour.toml"));
}

TEST(FirstSteps, PrintsWhatTheReadmeShows) {
  const Finished done =
      run({NEXTMOVE_FIRST_STEPS, source_folder() + "/examples/first_steps/harbour.toml"});
  EXPECT_EQ(done.exit_code, 0);
  EXPECT_EQ(done.output, block_of(readme, "text", "  0 ms"));
}

TEST(FirstSteps, FindsItsPlaybookFromAnyFolder) {
  const Finished done =
      run({NEXTMOVE_FIRST_STEPS});  // which stands in another folder than the test
  EXPECT_EQ(done.exit_code, 0) << done.output;
}

TEST(FirstSteps, TellsWhatIsWrongWithItsPlaybook) {
  const Finished done = run({NEXTMOVE_FIRST_STEPS, "/nowhere.toml"});
  EXPECT_EQ(done.exit_code, 1);
  EXPECT_EQ(done.output, "/nowhere.toml: error: cannot be opened: No such file or directory\n");
}

}  // namespace
}  // namespace nextmove::support
