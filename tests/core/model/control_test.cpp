#include <algorithm>
#include <cmath>
#include <limits>
#include <set>

#include "support/playbooks.hpp"

namespace nextmove::support {
namespace {

TEST(Controls, EveryNameIsFoundAgainAndStandsOnce) {
  std::set<std::string_view> names;
  for (const ControlInfo& control : all_controls()) {
    EXPECT_EQ(find_control(control.name), control.control);
    EXPECT_EQ(to_string(control.control), control.name);
    EXPECT_TRUE(names.insert(control.name).second) << control.name;
  }
  EXPECT_EQ(names.size() + 1, control_count);
}

TEST(Controls, NamesAreMatchedExactly) {
  EXPECT_EQ(find_control("KeyW"), Control::KeyW);
  EXPECT_FALSE(find_control("keyw"));
  EXPECT_FALSE(find_control("KeyW "));
  EXPECT_FALSE(find_control(""));
}

TEST(Controls, TheKeysOfTheStandardAreThere) {
  for (const char* name : {"Backquote", "IntlRo", "KanaMode", "Lang2", "NumpadMemoryAdd", "F24",
                           "BrowserFavorites", "WakeUp", "Hiragana", "ContextMenu", "PageUp"}) {
    EXPECT_TRUE(find_control(name)) << name;
  }
  const auto controls = all_controls();
  EXPECT_EQ(std::count_if(controls.begin(), controls.end(),
                          [](const auto& c) { return c.device == DeviceKind::keyboard; }),
            183);
}

TEST(Controls, ASourceIsItsOwnSourceAndCoversItsParts) {
  for (const ControlInfo& control : all_controls()) {
    const ControlInfo& source = info(control.source);
    EXPECT_EQ(source.source, source.control) << control.name;
    EXPECT_EQ(source.device, control.device) << control.name;
    EXPECT_EQ(control.part & ~source.part, 0) << control.name;
    EXPECT_NE(control.part, 0) << control.name;
  }
}

TEST(Controls, AMisspeltNameGetsTheNearest) {
  EXPECT_EQ(nearest_control_name("keyw"), "KeyW");
  EXPECT_EQ(nearest_control_name("Spcae"), "Space");
  EXPECT_EQ(nearest_control_name("PadLeftStik"), "PadLeftStick");
  EXPECT_EQ(nearest_control_name("RightArrow"), "ArrowRight");
  EXPECT_EQ(nearest_control_name("LeftShift"), "ShiftLeft");
  EXPECT_EQ(nearest_control_name("Elephant"), "");
  EXPECT_EQ(advice_on_control("RightArrow"), "; did you mean \"ArrowRight\"?");
  EXPECT_EQ(advice_on_control("PadA"),
            "; the buttons of a gamepad are named by position, the four at the right PadSouth, "
            "PadEast, PadWest and PadNorth; `next-move controls pad` lists them all");
  EXPECT_EQ(advice_on_control("Elephant"), "; `next-move controls` lists them all");
}

TEST(Events, AreValidOnlyForSourceControlsInTheirRange) {
  const auto valid = [](Control control, float x, float y = 0) {
    return is_valid({0us, DeviceId{1}, control, x, y});
  };
  const float nan = std::numeric_limits<float>::quiet_NaN();
  EXPECT_TRUE(valid(Control::KeyW, 1));
  EXPECT_FALSE(valid(Control::KeyW, 0.5F));
  EXPECT_FALSE(valid(Control::KeyW, nan));
  EXPECT_TRUE(valid(Control::PadLeftTrigger, 0.5F));
  EXPECT_FALSE(valid(Control::PadLeftTrigger, -0.1F));
  EXPECT_TRUE(valid(Control::PadLeftStick, -1, 1));
  EXPECT_FALSE(valid(Control::PadLeftStick, 1.1F, 0));
  EXPECT_FALSE(valid(Control::PadLeftStick, 0, nan));
  EXPECT_FALSE(valid(Control::PadLeftStickUp, 1)) << "halves are cut out by the core";
  EXPECT_TRUE(valid(Control::Wheel, 0, -12));
  EXPECT_FALSE(valid(Control::Wheel, 0, std::numeric_limits<float>::infinity()));
  EXPECT_FALSE(valid(Control::none, 0));
  EXPECT_FALSE(is_valid({-1us, DeviceId{1}, Control::KeyW, 1}));
}

TEST(Nearest, PrefersFewerEditsAndForgivesCase) {
  const std::vector<std::string_view> names = {"horn", "hoist", "Horn2"};
  EXPECT_EQ(nearest_name("hron", names), "horn");
  EXPECT_EQ(nearest_name("HORN", names), "horn");
  EXPECT_EQ(nearest_name("hoits", names), "hoist");
  EXPECT_EQ(nearest_name("anchor", names), "");
  EXPECT_EQ(nearest_name("", names), "");
  EXPECT_EQ(did_you_mean("hron", names), "; did you mean \"horn\"?");
  EXPECT_EQ(did_you_mean("anchor", names), "");
}

}  // namespace
}  // namespace nextmove::support
