// Every input that a fuzzer kept, what it found, and every example file, played once.
#include <charconv>
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

const fs::path here = fs::path{NEXTMOVE_SOURCE} / "tests/fuzz";

// One input a line, each byte as two digits.
std::string bytes_of(std::string_view line) {
  std::string bytes;
  for (std::size_t at = 0; at + 1 < line.size(); at += 2) {
    unsigned byte = 0;
    std::from_chars(line.data() + at, line.data() + at + 2, byte, 16);
    bytes += static_cast<char>(byte);
  }
  return bytes;
}

std::size_t play_corpus(const Fuzzed& fuzzed) {
  std::ifstream file{here / "corpus" / (std::string{fuzzed.name} + ".hex")};
  std::size_t count = 0;
  for (std::string line; std::getline(file, line); ++count) fuzzed.play(bytes_of(line));
  return count;
}

std::size_t play_files(const fs::path& folder, const Fuzzed& fuzzed) {
  std::size_t count = 0;
  if (!fs::exists(folder)) return count;
  for (const fs::directory_entry& it : fs::directory_iterator{folder}) {
    std::ifstream file{it.path(), std::ios::binary};
    std::ostringstream bytes;
    bytes << file.rdbuf();
    fuzzed.play(bytes.str());
    ++count;
  }
  return count;
}

struct Corpus : ::testing::TestWithParam<Fuzzed> {};

TEST_P(Corpus, BreaksNothing) {
  EXPECT_GT(play_corpus(GetParam()), 100U);
}

TEST_P(Corpus, WhatFuzzersFoundBreaksNothingAnyMore) {
  play_files(here / "found" / GetParam().name, GetParam());
}

TEST_P(Corpus, NorDoTheExamples) {
  EXPECT_GT(play_files(NEXTMOVE_EXAMPLE_DATA, GetParam()), 0U);
}

INSTANTIATE_TEST_SUITE_P(Of, Corpus,
                         ::testing::Values(Fuzzed{"playbook", playbook}, Fuzzed{"profile", profile},
                                           Fuzzed{"recording", recording},
                                           Fuzzed{"families", families},
                                           Fuzzed{"icon_theme", icon_theme}, Fuzzed{"hub", hub},
                                           Fuzzed{"snapshot", snapshot}),
                         [](const auto& it) { return std::string{it.param.name}; });

}  // namespace
}  // namespace nextmove::fuzz
