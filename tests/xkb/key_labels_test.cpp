#include <cstdio>
#include <xkbcommon/xkbcommon.h>

#include <nextmove/xkb.hpp>

#include "support/playbooks.hpp"
#include "support/process.hpp"

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

/// Where the keys stand in the layouts' own files: row AD begins at KeyQ, and so on.
struct NamedKey {
  const char* name;
  Control key;
};
constexpr NamedKey named_keys[] = {
    {"AE01", Digit1}, {"AE02", Digit2},       {"AE10", Digit0}, {"AE11", Minus},
    {"AE12", Equal},  {"AD01", KeyQ},         {"AD02", KeyW},   {"AD03", KeyE},
    {"AD04", KeyR},   {"AD05", KeyT},         {"AD06", KeyY},   {"AD07", KeyU},
    {"AD08", KeyI},   {"AD09", KeyO},         {"AD10", KeyP},   {"AD11", BracketLeft},
    {"AC01", KeyA},   {"AC02", KeyS},         {"AC03", KeyD},   {"AC04", KeyF},
    {"AC05", KeyG},   {"AC06", KeyH},         {"AC07", KeyJ},   {"AC08", KeyK},
    {"AC09", KeyL},   {"AC10", Semicolon},    {"AC11", Quote},  {"AB01", KeyZ},
    {"AB02", KeyX},   {"AB03", KeyC},         {"AB04", KeyV},   {"AB05", KeyB},
    {"AB06", KeyN},   {"AB07", KeyM},         {"AB08", Comma},  {"AB09", Period},
    {"AB10", Slash},  {"LSGT", IntlBackslash}};

// What the X server's own compiler of layouts makes of the layout's file: "key <AD01> { [ a, A ]
// };"
std::string compiled(const std::string& layout) {
  const TemporaryFile source{"layout.xkb",
                             "xkb_keymap {\n"
                             "xkb_keycodes { include \"evdev+aliases(qwerty)\" };\n"
                             "xkb_types { include \"complete\" };\n"
                             "xkb_compat { include \"complete\" };\n"
                             "xkb_symbols { include \"pc+" +
                                 layout + "\" };\n};\n"};
  const std::string output = source.path() + ".out";
  run({"xkbcomp", "-w", "0", "-xkb", source.path(), output});
  const std::string text = read_file(output);
  std::remove(output.c_str());
  return text;
}

// The first symbol of a key, as a label.
std::string first_symbol(const std::string& text, const std::string& key) {
  std::size_t at = text.find("key <" + key + ">");
  if (at == std::string::npos) return "no such key";
  const std::size_t end = text.find("};", at);
  at = text.find("symbols[Group1]= [", at) < end ? text.find('[', text.find("]=", at))
                                                 : text.find('[', at);
  const std::size_t begin = text.find_first_not_of(" [", at);
  const std::string name = text.substr(begin, text.find_first_of(" ,]", begin) - begin);
  const xkb_keysym_t symbol = xkb_keysym_from_name(name.c_str(), XKB_KEYSYM_NO_FLAGS);
  const bool is_dead = name.rfind("dead_", 0) == 0;
  return is_dead ? name : key_label(xkb_keysym_to_utf32(symbol));
}

TEST_P(Layouts, AgreeWithWhatAnotherCompilerMakesOfTheirFiles) {
  const Result<KeyLabels> labels = xkb::key_labels(GetParam().layout);
  ASSERT_TRUE(labels);
  const std::string text = compiled(GetParam().layout);
  for (const NamedKey& it : named_keys) {
    const std::string symbol = first_symbol(text, it.name);
    if (symbol.rfind("dead_", 0) == 0) {
      EXPECT_FALSE(labels->find(it.key).empty()) << symbol;
    } else {
      EXPECT_EQ(labels->find(it.key), symbol) << to_string(it.key);
    }
  }
}

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
