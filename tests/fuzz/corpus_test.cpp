// Every input that a fuzzer kept, and every example file, is played once.
#include <filesystem>
#include <fstream>
#include <gtest/gtest.h>
#include <sstream>

#include "fuzzed.hpp"

namespace nextmove::fuzz {
namespace {

namespace fs = std::filesystem;

struct Fuzzed {
  const char* name;
  void (*play)(std::string_view bytes);
};

void PrintTo(const Fuzzed& fuzzed, std::ostream* out) {
  *out << fuzzed.name;
}

struct Corpus : ::testing::TestWithParam<Fuzzed> {};

std::size_t play_all(const fs::path& folder, const Fuzzed& fuzzed) {
  std::size_t count = 0;
  for (const fs::directory_entry& it : fs::directory_iterator{folder}) {
    if (!it.is_regular_file()) continue;
    std::ifstream file{it.path(), std::ios::binary};
    std::ostringstream bytes;
    bytes << file.rdbuf();
    SCOPED_TRACE(it.path().filename().string());
    fuzzed.play(bytes.str());
    ++count;
  }
  return count;
}

TEST_P(Corpus, BreaksNothing) {
  EXPECT_GT(play_all(fs::path{NEXTMOVE_SOURCE} / "tests/fuzz/corpus" / GetParam().name, GetParam()),
            0U);
  EXPECT_GT(play_all(NEXTMOVE_EXAMPLE_DATA, GetParam()), 0U);
}

INSTANTIATE_TEST_SUITE_P(Of, Corpus,
                         ::testing::Values(Fuzzed{"playbook", playbook}, Fuzzed{"profile", profile},
                                           Fuzzed{"recording", recording},
                                           Fuzzed{"families", families},
                                           Fuzzed{"icon_theme", icon_theme}, Fuzzed{"hub", hub}),
                         [](const auto& it) { return std::string{it.param.name}; });

}  // namespace
}  // namespace nextmove::fuzz
