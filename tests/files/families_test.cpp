#include <gtest/gtest.h>

#include <nextmove/files.hpp>
#include <nextmove/nextmove.hpp>

namespace nextmove::support {
namespace {

std::string problems_of(const Result<Families>& result) {
  std::string all;
  for (const Diagnostic& problem : result.diagnostics) all += to_string(problem) + '\n';
  return all;
}

TEST(FamiliesFile, AddsLetteringsAndDevices) {
  const Result<Families> families = parse_families(R"(format = 1

[families.harbour_pad]
PadSouth = "I"
PadEast = "cross"

[[devices]]
vendor = 0x1209
product = 0x0001
family = "harbour_pad"

[[devices]]
vendor = 0x1209
family = "shapes"
)");
  ASSERT_TRUE(families) << problems_of(families);
  const Family& family = families->of({DeviceKind::gamepad, "pad", 0x1209, 1});
  EXPECT_EQ(family.name, "harbour_pad");
  EXPECT_EQ(label(Control::PadSouth, {.family = family}), "I");
  EXPECT_EQ(families->of({DeviceKind::gamepad, "pad", 0x1209, 2}).name, "shapes");
}

TEST(FamiliesFile, TellsEverythingThatIsWrong) {
  const Result<Families> families = parse_families(R"([families.harbour_pad]
PadSuth = "I"
KeyW = "II"
PadEast = 3

[[devices]]
vendor = 0
family = "harbor_pad"
colour = "red"

[[devices]]
product = 70000
)",
                                                   "pads.toml");
  EXPECT_FALSE(families);
  EXPECT_EQ(problems_of(families),
            R"(pads.toml:1:1: error: the file begins with format = 1
  1 | [families.harbour_pad]
    | ^
pads.toml:2:1: error: unknown control "PadSuth"; did you mean "PadSouth"?
  2 | PadSuth = "I"
    | ^~~~~~~
pads.toml:3:1: error: KeyW is no control of a gamepad
  3 | KeyW = "II"
    | ^~~~
pads.toml:4:11: error: PadEast must be a text in quotes
  4 | PadEast = 3
    |           ^
pads.toml:7:10: error: vendor must be a number between 0x0001 and 0xffff
  7 | vendor = 0
    |          ^
pads.toml:8:10: error: unknown family "harbor_pad"; did you mean "harbour_pad"?
  8 | family = "harbor_pad"
    |          ^~~~~~~~~~~~
pads.toml:9:1: error: unknown key "colour"; known here: vendor, product, family
  9 | colour = "red"
    | ^~~~~~
pads.toml:11:1: error: a device needs a vendor number and a family
  11 | [[devices]]
     | ^~~~~~~~~~~
pads.toml:12:11: error: product must be a number between 0x0001 and 0xffff
  12 | product = 70000
     |           ^~~~~
)");
}

TEST(FamiliesFile, ThatIsNoTomlIsAnError) {
  const Result<Families> families = parse_families("format = ", "pads.toml");
  EXPECT_FALSE(families);
  EXPECT_EQ(problems_of(families).substr(0, 19), "pads.toml:1:10: err") << problems_of(families);
}

}  // namespace
}  // namespace nextmove::support
