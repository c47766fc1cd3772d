// Chance that can be had again.
#pragma once

#include <algorithm>
#include <cerrno>
#include <cstdio>
#include <cstdlib>
#include <gtest/gtest.h>
#include <random>

namespace nextmove::support {

/// What a random test draws from. The seed is NEXTMOVE_SEED, or another in every run; it is printed
/// with the command that runs the test at hand again.
inline std::mt19937 chance() {
  unsigned seed = std::random_device{}();
  if (const char* given = std::getenv("NEXTMOVE_SEED")) {
    char* end = nullptr;
    seed = static_cast<unsigned>(std::strtoul(given, &end, 10));
    EXPECT_TRUE(end != given && *end == '\0') << "NEXTMOVE_SEED is no number: " << given;
  }
  const ::testing::TestInfo& test = *::testing::UnitTest::GetInstance()->current_test_info();
  std::printf("again: NEXTMOVE_SEED=%u %s --gtest_filter=%s.%s\n", seed, ::program_invocation_name,
              test.test_suite_name(), test.name());
  return std::mt19937{seed};
}

/// How often a long random test tries: so many times as often as NEXTMOVE_TIMES says, and a fifth
/// of it under the sanitizers, which are slow.
inline int rounds(int count) {
  const char* const asked = std::getenv("NEXTMOVE_TIMES");
  const int times = asked != nullptr ? std::max(1, std::atoi(asked)) : 1;
#if defined(__SANITIZE_ADDRESS__)
  constexpr int slowness = 5;
#elif defined(__has_feature)
#if __has_feature(address_sanitizer)
  constexpr int slowness = 5;
#else
  constexpr int slowness = 1;
#endif
#else
  constexpr int slowness = 1;
#endif
  return count * times / slowness;
}

}  // namespace nextmove::support
