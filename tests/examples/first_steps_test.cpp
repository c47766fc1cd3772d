#include <gtest/gtest.h>

#include "support/process.hpp"

namespace nextmove::support {
namespace {

const std::string source = NEXTMOVE_SOURCE;

// The text between the fences of the README that follow `heading`.
std::string readme_block(const std::string& language, const std::string& first_line) {
  const std::string readme = read_file(source + "/README.md");
  const std::string opening = "```" + language + "\n";
  for (std::size_t at = readme.find(opening); at != std::string::npos;
       at = readme.find(opening, at + 1)) {
    const std::size_t begin = at + opening.size();
    const std::string block = readme.substr(begin, readme.find("```", begin) - begin);
    if (block.rfind(first_line, 0) == 0) return block;
  }
  return "no such block in the README";
}

TEST(FirstSteps, StandsInTheReadmeWordForWord) {
  EXPECT_EQ(readme_block("cpp", "#include"),
            read_file(source + "/examples/first_steps/first_steps.cpp"));
  EXPECT_EQ(readme_block("toml", "format = 1"),
            read_file(source + "/examples/first_steps/harbour.toml"));
}

TEST(FirstSteps, PrintsWhatTheReadmeShows) {
  const Finished done = run({NEXTMOVE_FIRST_STEPS, source + "/examples/first_steps/harbour.toml"});
  EXPECT_EQ(done.exit_code, 0);
  EXPECT_EQ(done.output, readme_block("text", "  0 ms"));
}

TEST(FirstSteps, TellsWhatIsWrongWithItsPlaybook) {
  const Finished done = run({NEXTMOVE_FIRST_STEPS, "/nowhere.toml"});
  EXPECT_EQ(done.exit_code, 1);
  EXPECT_EQ(done.output, "/nowhere.toml: error: cannot be opened: No such file or directory\n");
}

}  // namespace
}  // namespace nextmove::support
