#include <gtest/gtest.h>
#include <map>

#include <nextmove/icons.hpp>
#include <nextmove/nextmove.hpp>

#include "support/complaints.hpp"

namespace nextmove::support {
namespace {

std::string name_of(const Icon& icon) {
  return icon.family.empty() ? icon.name : icon.family + "/" + icon.name;
}

std::uint8_t alpha_at(const IconImage& image, int x, int y) {
  return image.rgba[static_cast<std::size_t>((y * image.size + x) * 4 + 3)];
}

bool is_empty_along_the_edge(const IconImage& image) {
  for (int i = 0; i < image.size; ++i) {
    const int end = image.size - 1;
    const int touched = alpha_at(image, i, 0) + alpha_at(image, i, end) + alpha_at(image, 0, i) +
                        alpha_at(image, end, i);
    if (touched != 0) return false;
  }
  return true;
}

TEST(Icons, AreThereForEveryControlInEveryFamily) {
  const std::vector<Icon> icons = all_icons({});
  const auto has = [&](std::string_view name, std::string_view family) {
    return std::any_of(icons.begin(), icons.end(), [&](const Icon& icon) {
      return icon.name == name && icon.family == family;
    });
  };
  for (const ControlInfo& control : all_controls()) {
    if (control.device == DeviceKind::touch) continue;  // zones have those of what is done in them
    EXPECT_TRUE(has(control.name, "")) << control.name;
  }
  for (const char* family : {"a_below", "a_right", "shapes", "numbers"}) {
    for (const char* button : {"PadSouth", "PadEast", "PadWest", "PadNorth"}) {
      EXPECT_TRUE(has(button, family)) << family << ' ' << button;
    }
  }
}

TEST(Icons, OfASizeThatCannotBeAreComplainedOf) {
  Complaints heard;
  EXPECT_TRUE(draw_icon({.name = "PadSouth"}, Families{}, 0, IconGround::dark).rgba.empty());
  EXPECT_EQ(heard.take(),
            (std::vector<std::string>{"draw_icon: a picture of 0 pixels; it may have 8 to 1024"}));
}

TEST(Icons, AreNotCutOff) {
  for (const int size : {32, 256}) {
    for (const Icon& icon : all_icons({})) {
      EXPECT_TRUE(is_empty_along_the_edge(draw_icon(icon, {}, size, IconGround::dark)))
          << name_of(icon) << " at " << size;
    }
  }
}

TEST(Icons, AreToldApartWhenTheyAreSmall) {
  // Pictures of one family are seen together with those that belong to none.
  std::map<std::string, std::map<std::vector<std::uint8_t>, std::string>> seen;
  for (const Icon& icon : all_icons({})) {
    const IconImage image = draw_icon(icon, {}, 32, IconGround::dark);
    for (const std::string& family : {std::string{}, icon.family}) {
      const auto found = seen[family].find(image.rgba);
      const bool is_first = found == seen[family].end();
      const bool is_itself = !is_first && found->second == name_of(icon);
      if (family.empty() && !icon.family.empty()) {
        EXPECT_TRUE(is_first) << name_of(icon) << " looks like " << found->second;
      } else {
        EXPECT_TRUE(is_first || is_itself) << name_of(icon) << " looks like " << found->second;
        seen[family].emplace(image.rgba, name_of(icon));
      }
    }
  }
}

TEST(Icons, AreOtherOnLightGround) {
  const Icon icon{"KeyW", {}, {}};
  EXPECT_NE(draw_icon(icon, {}, 32, IconGround::dark).rgba,
            draw_icon(icon, {}, 32, IconGround::light).rgba);
}

TEST(Icons, OfUnusualKeysAreWrittenOn) {
  const PromptPart part{"É", "Key", ""};
  EXPECT_NE(draw_icon(icon_of(part), {}, 32, IconGround::dark).rgba,
            draw_icon({"Key", {}, {}}, {}, 32, IconGround::dark).rgba);
}

TEST(Icons, TakeTheLetteringThatTheGameAdds) {
  Families families;
  families.add({"harbour", {{Control::PadSouth, "I"}}});
  EXPECT_NE(draw_icon({"PadSouth", "harbour", {}}, families, 32, IconGround::dark).rgba,
            draw_icon({"PadSouth", {}, {}}, families, 32, IconGround::dark).rgba);
}

TEST(Icons, ThatCannotBeWrittenAreToldOf) {
  const std::vector<Diagnostic> problems = write_icons("/proc/nowhere", {}, 32, IconGround::dark);
  ASSERT_EQ(problems.size(), 1U) << "not once for each of hundreds";
  EXPECT_EQ(to_string(problems[0]),
            "/proc/nowhere/svg: error: cannot be made: No such file or directory");
}

}  // namespace
}  // namespace nextmove::support
