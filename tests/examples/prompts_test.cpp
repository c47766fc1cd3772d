#include <gtest/gtest.h>

#include "support/page.hpp"
#include "support/process.hpp"

namespace nextmove::support {
namespace {

const std::string source = NEXTMOVE_SOURCE;
const std::string page = source + "/docs/prompts.md";

TEST(PromptsExample, StandsInThePageWordForWord) {
  EXPECT_EQ(block_of(page, "cpp", "#include"), read_file(source + "/examples/prompts/prompts.cpp"));
}

TEST(PromptsExample, PrintsWhatThePageShows) {
  const Finished done = run({NEXTMOVE_PROMPTS, source + "/examples/first_steps/harbour.toml"});
  EXPECT_EQ(done.exit_code, 0);
  EXPECT_EQ(done.output, block_of(page, "text", "Press [Space]"));
}

}  // namespace
}  // namespace nextmove::support
