#include <gtest/gtest.h>

#include "support/page.hpp"
#include "support/process.hpp"

namespace nextmove::support {
namespace {

const std::string prompts_page = source_folder() + "/docs/prompts.md";

TEST(PromptsExample, StandsInThePageWordForWord) {
  EXPECT_EQ(block_of(prompts_page, "cpp", "#include"),
            read_file(source_folder() + "/examples/prompts/prompts.cpp"));
}

TEST(PromptsExample, PrintsWhatThePageShows) {
  const Finished done =
      run({NEXTMOVE_PROMPTS, source_folder() + "/examples/first_steps/harbour.toml"});
  EXPECT_EQ(done.exit_code, 0);
  EXPECT_EQ(done.output, block_of(prompts_page, "text", "Press [Space]"));
}

}  // namespace
}  // namespace nextmove::support
