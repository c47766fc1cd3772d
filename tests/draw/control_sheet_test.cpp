#include <fstream>
#include <gtest/gtest.h>

#include <nextmove/control_sheet.hpp>
#include <nextmove/files.hpp>

#include "support/process.hpp"

namespace nextmove::support {
namespace {

Playbook tidewater() {
  return *load_playbook(NEXTMOVE_EXAMPLE_DATA "/tidewater.toml");
}

class Sheets : public ::testing::TestWithParam<const char*> {
 protected:
  Sheets() : book(tidewater()) {}
  SheetSetting setting() const {
    const SchemeId scheme = *book.find_scheme(GetParam());
    return {book, scheme, sheet_devices(book, scheme), labels};
  }

  Playbook book;
  Labels labels;
};

// Counted from the definition, by hand.
std::size_t bound_controls(const SheetSetting& setting) {
  std::size_t count = 0;
  for (const ContextDefinition& context : setting.playbook.contexts()) {
    for (const BindingDefinition& binding : context.bindings) {
      std::vector<PlacedControl> controls = {binding.control};
      for (const Direction& direction : directions()) {
        controls.push_back(binding.*direction.control);
      }
      for (const PlacedControl& control : controls) {
        if (!control.is_set()) continue;
        const auto& kinds = setting.devices;
        const DeviceKind kind = device_of(control);
        const bool is_shown = std::find(kinds.begin(), kinds.end(), kind) != kinds.end();
        count +=
            is_shown && is_heard_under(setting.scheme, binding, kind, setting.playbook.schemes());
      }
    }
  }
  return count;
}

TEST_P(Sheets, MarkEveryBoundControl) {
  const TemporaryFile picture{"sheet.png"};
  const Result<SheetReport> sheet = save_control_sheet(setting(), picture.path());
  ASSERT_TRUE(sheet);
  EXPECT_GT(sheet->marks, 0U);
  EXPECT_EQ(sheet->marks, bound_controls(setting()));
}

bool overlap(const Area& a, const Area& b) {
  constexpr float hair = 0.5F;
  return a.left + hair < b.left + b.width && b.left + hair < a.left + a.width &&
         a.top + hair < b.top + b.height && b.top + hair < a.top + a.height;
}

TEST_P(Sheets, HaveNoTextOverAnotherOrOverTheEdge) {
  const TemporaryFile picture{"sheet.png"};
  const Result<SheetReport> sheet = save_control_sheet(setting(), picture.path());
  ASSERT_TRUE(sheet);
  const std::vector<Area>& texts = sheet->texts;
  for (std::size_t i = 0; i < texts.size(); ++i) {
    const Area& text = texts[i];
    EXPECT_TRUE(text.left >= 0 && text.top >= 0 && text.left + text.width <= 1280 &&
                text.top + text.height <= 800)
        << "text " << i;
    for (std::size_t other = 0; other < i; ++other) {
      EXPECT_FALSE(overlap(text, texts[other]))
          << "texts " << other << " and " << i << " at " << text.left << ' ' << text.top;
    }
  }
}

INSTANTIATE_TEST_SUITE_P(OfTidewater, Sheets,
                         ::testing::Values("desk", "pad", "left_keys", "right_keys", "fingers"));

TEST(ASheet, IsATableInMarkdownAsWell) {
  const Playbook book = tidewater();
  const Labels labels;
  const TemporaryFile page{"sheet.md"};
  const std::string path = page.path();
  ASSERT_TRUE(
      save_control_sheet({book, *book.find_scheme("pad"), {DeviceKind::gamepad}, labels}, path));
  const std::string text = read_file(path);
  EXPECT_EQ(text.rfind("# Tidewater: Gamepad\n\n## helm\n\n| action | controls |\n|---|---|\n"
                       "| Steer | left stick |\n",
                       0),
            0U)
      << text;
  EXPECT_NE(text.find("| Haul the line in | hold east button |\n"), std::string::npos);
}

TEST(ASheet, IsAPictureThatCanBeWritten) {
  const Playbook book = tidewater();
  const Labels labels;
  const SheetSetting setting{book, SchemeId::none, {DeviceKind::keyboard}, labels};
  EXPECT_EQ(to_string(save_control_sheet(setting, "sheet.gif").diagnostics[0]),
            "sheet.gif: error: a sheet is a .png, a .svg or a .md file");
  for (const char* path : {"/nowhere/sheet.png", "/nowhere/sheet.svg", "/nowhere/sheet.md"}) {
    const Result<SheetReport> sheet = save_control_sheet(setting, path);
    EXPECT_FALSE(sheet) << path;
    EXPECT_EQ(
        to_string(sheet.diagnostics[0]).rfind(std::string{path} + ": error: cannot be written", 0),
        0U);
  }
  const TemporaryFile picture{"sheet.svg"};
  const std::string svg = picture.path();
  ASSERT_TRUE(save_control_sheet(setting, svg));
  EXPECT_NE(read_file(svg).find("<svg"), std::string::npos);
}

}  // namespace
}  // namespace nextmove::support
