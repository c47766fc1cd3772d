#include <gtest/gtest.h>

#include "support/page.hpp"
#include "support/process.hpp"

namespace nextmove::support {
namespace {

const std::string remapping_page = source_folder() + "/docs/remapping.md";

struct RemapMenu : ::testing::Test {
  Finished start() const {
    return run({NEXTMOVE_REMAP_MENU, source_folder() + "/examples/first_steps/harbour.toml", path});
  }
  ~RemapMenu() override {
    std::remove(path.c_str());
    std::remove((path + ".backup").c_str());
  }

  std::string path = ::testing::TempDir() + "remap_menu_" + std::to_string(::getpid()) + ".toml";
};

TEST_F(RemapMenu, StandsInThePageWordForWord) {
  EXPECT_EQ(block_of(remapping_page, "cpp", "#include"),
            read_file(source_folder() + "/examples/remap_menu/remap_menu.cpp"));
}

TEST_F(RemapMenu, PrintsAndSavesWhatThePageShows) {
  const Finished done = start();
  EXPECT_EQ(done.exit_code, 0);
  EXPECT_EQ(done.output, block_of(remapping_page, "text", "Steer: up"));
  EXPECT_EQ(read_file(path), block_of(remapping_page, "toml", "# What this player"));
}

TEST_F(RemapMenu, GoesOnWithWhatWasSaved) {
  start();
  const Finished again = start();
  EXPECT_EQ(again.output.rfind("Steer: up          Space *", 0), 0U) << again.output;
}

}  // namespace
}  // namespace nextmove::support
