#include <nextmove/xkb.hpp>

#include "support/playbooks.hpp"

namespace nextmove::support {
namespace {

using enum Control;

/// What stands on three rows of keys, as the layouts' own charts have it.
struct Chart {
  const char* layout;
  const char* upper;   // from KeyQ on, twelve keys
  const char* middle;  // from KeyA on, eleven
  const char* lower;   // from KeyZ on, seven
};

void PrintTo(const Chart& chart, std::ostream* out) {
  *out << chart.layout;
}

std::string row(const KeyLabels& labels, std::initializer_list<Control> keys) {
  std::string text;
  for (const Control key : keys) text += labels.find(key);
  return text;
}

class Layouts : public ::testing::TestWithParam<Chart> {};

TEST_P(Layouts, PrintWhatTheirChartsShow) {
  const Result<KeyLabels> labels = xkb::key_labels(GetParam().layout);
  ASSERT_TRUE(labels);
  EXPECT_EQ(row(*labels, {KeyQ, KeyW, KeyE, KeyR, KeyT, KeyY, KeyU, KeyI, KeyO, KeyP, BracketLeft,
                          BracketRight}),
            GetParam().upper);
  EXPECT_EQ(row(*labels, {KeyA, KeyS, KeyD, KeyF, KeyG, KeyH, KeyJ, KeyK, KeyL, Semicolon, Quote}),
            GetParam().middle);
  EXPECT_EQ(row(*labels, {KeyZ, KeyX, KeyC, KeyV, KeyB, KeyN, KeyM}), GetParam().lower);
}

INSTANTIATE_TEST_SUITE_P(Eight, Layouts,
                         ::testing::Values(Chart{"us", "QWERTYUIOP[]", "ASDFGHJKL;'", "ZXCVBNM"},
                                           Chart{"us(dvorak)", "',.PYFGCRL/=", "AOEUIDHTNS-",
                                                 ";QJKXBM"},
                                           Chart{"fr", "AZERTYUIOP^$", "QSDFGHJKLMÙ", "WXCVBN,"},
                                           Chart{"de", "QWERTZUIOPÜ+", "ASDFGHJKLÖÄ", "YXCVBNM"},
                                           Chart{"es", "QWERTYUIOP`+", "ASDFGHJKLÑ´", "ZXCVBNM"},
                                           Chart{"it", "QWERTYUIOPÈ+", "ASDFGHJKLÒÀ", "ZXCVBNM"},
                                           Chart{"se", "QWERTYUIOPÅ¨", "ASDFGHJKLÖÄ", "ZXCVBNM"},
                                           Chart{"ru", "ЙЦУКЕНГШЩЗХЪ", "ФЫВАПРОЛДЖЭ", "ЯЧСМИТЬ"}));

TEST(ALayout, LeavesTheNumpadAsItIs) {
  EXPECT_EQ(label(Numpad1, {.keys = *xkb::key_labels("fr")}), "numpad 1");
}

TEST(ALayout, HasTheKeyThatOthersLack) {
  EXPECT_EQ(xkb::key_labels("de")->find(IntlBackslash), "<");
}

TEST(ALayout, ThatThereIsNotIsAnError) {
  for (const char* name : {"xx", "", "us(", "us(nonsense)", "../../etc/passwd"}) {
    const Result<KeyLabels> labels = xkb::key_labels(name);
    EXPECT_FALSE(labels) << name;
    ASSERT_EQ(labels.diagnostics.size(), 1U) << name;
    EXPECT_EQ(to_string(labels.diagnostics[0]),
              std::string{"error: there is no keyboard layout \""} + name +
                  "\"; names are like us, fr, de or us(dvorak)");
  }
}

}  // namespace
}  // namespace nextmove::support
