#include <set>

#include "support/playbooks.hpp"

namespace nextmove::support {
namespace {

using enum Control;

TEST(Labels, AreWhatPeopleSay) {
  const Labels usual;
  EXPECT_EQ(label(Combination{KeyS, {ShiftLeft}}, usual), "left Shift + S");
  EXPECT_EQ(label(Digit7, usual), "7");
  EXPECT_EQ(label(Slash, usual), "/");
  EXPECT_EQ(label(PageUp, usual), "Page Up");
  EXPECT_EQ(label(F11, usual), "F11");
  EXPECT_EQ(label(MouseBack, usual), "back mouse button");
  EXPECT_EQ(label(WheelDown, usual), "wheel down");
  EXPECT_EQ(label(Wheel, usual), "wheel");
  EXPECT_EQ(label(PadUp, usual), "directional pad up");
  EXPECT_EQ(label(PadLeftStickPress, usual), "left stick press");
  EXPECT_EQ(label(PadRightStickY, usual), "right stick up and down");
  EXPECT_EQ(label(PadRightStickUp, usual), "right stick up");
  EXPECT_EQ(label(PadStart, usual), "Start");
  EXPECT_EQ(label(PadPaddle2, usual), "paddle 2");
  EXPECT_EQ(label(Finger1, usual), "touch the screen");
  EXPECT_EQ(label(Finger2, usual), "touch the screen with 2 fingers");
  EXPECT_EQ(label(Finger10Position, usual), "touch the screen with 10 fingers");
  EXPECT_EQ(label(touch("wheel", ZonePart::left), usual), "touch wheel left");
  EXPECT_EQ(label(touch("tow_line"), usual), "touch tow line");
}

TEST(Labels, TellTheNumpadApart) {
  EXPECT_EQ(label(Numpad1, Labels{}), "numpad 1");
  EXPECT_EQ(label(NumpadAdd, Labels{}), "numpad +");
  EXPECT_EQ(label(NumpadEnter, Labels{}), "numpad Enter");
}

TEST(Labels, AreMadeFromTheNameWhereThereIsNoWord) {
  EXPECT_EQ(label(MediaPlayPause, Labels{}), "Media Play Pause");
}

TEST(Labels, FollowTheLayoutOfTheKeyboard) {
  Labels french;
  french.keys.set(KeyQ, "A");
  EXPECT_EQ(label(KeyQ, french), "A");
  EXPECT_EQ(label(KeyW, french), "W") << "what the layout says nothing of";
  EXPECT_EQ(label(Enter, french), "Enter") << "a word, not a character";
}

TEST(Labels, SpeakTheLanguageOfTheGame) {
  const auto in = [](Language language, Control control) {
    return label(control, {.wording = language});
  };
  EXPECT_EQ(in(Language::german, Space), "Leertaste");
  EXPECT_EQ(in(Language::french, Numpad1), "pavé num. 1");
  EXPECT_EQ(in(Language::spanish, PadLeftStick), "palanca izquierda");
  EXPECT_EQ(in(Language::japanese, Finger1), "画面をタッチ");
}

TEST(Labels, CanBeSaidInTheGamesOwnWords) {
  Labels own;
  own.wording.set("PadLeftStick", "the wheel");
  EXPECT_EQ(label(PadLeftStick, own), "the wheel");
}

TEST(Wordings, HaveEveryWordInEveryLanguageOnce) {
  std::set<std::string_view> keys;
  for (const std::string_view key : wording_keys()) {
    EXPECT_TRUE(keys.insert(key).second) << key << " twice";
    for (const char* code : {"en", "de", "fr", "es", "ja"}) {
      const std::string_view word = Wording{*find_language(code)}.find(key);
      EXPECT_FALSE(word.empty()) << key << " in " << code;
      const auto holes = [](std::string_view text) {
        return text.find("{}") != text.npos ? 1 + (text.find('#') != text.npos ? 1 : 0) : 0;
      };
      EXPECT_EQ(holes(word), holes(Wording{}.find(key))) << key << " in " << code;
    }
  }
}

TEST(Wordings, AreForControlsThatExistOrForPhrases) {
  for (const std::string_view key : wording_keys()) {
    const bool is_phrase = std::islower(static_cast<unsigned char>(key.front())) != 0 ||
                           key == "Arrows" || key == "PadCross";
    EXPECT_TRUE(is_phrase || find_control(key)) << key;
  }
}

TEST(AllFamilies, LetterTheFourFaceButtonsDifferently) {
  const Families families;
  const auto letters = [&](const char* name) {
    Labels labels{.family = *families.find(name)};
    std::string all;
    for (const Control button : {PadSouth, PadEast, PadWest, PadNorth}) {
      all += label(button, labels) + ' ';
    }
    return all;
  };
  EXPECT_EQ(letters("a_below"), "A B X Y ");
  EXPECT_EQ(letters("a_right"), "B A Y X ");
  EXPECT_EQ(letters("shapes"), "cross circle square triangle ");
  EXPECT_EQ(letters("numbers"), "3 2 4 1 ");
  EXPECT_EQ(letters("positions"), "south button east button west button north button ");
}

TEST(AllFamilies, SayShapesInTheLanguageOfTheGame) {
  const Labels labels{.wording = Language::german, .family = *Families{}.find("shapes")};
  EXPECT_EQ(label(PadSouth, labels), "Kreuz");
}

TEST(AllFamilies, AreKnownByTheNumbersOfTheDevice) {
  const Families families;
  EXPECT_EQ(families.of({DeviceKind::gamepad, "pad", 0x054c, 0x0ce6}).name, "shapes");
  EXPECT_EQ(families.of({DeviceKind::gamepad, "pad", 0x057e, 0x2009}).name, "a_right");
  EXPECT_EQ(families.of({DeviceKind::gamepad, "pad", 0x1209, 1}).name, "positions");
  EXPECT_EQ(families.of({DeviceKind::gamepad, "pad"}).name, "positions");
  EXPECT_EQ(families.of({DeviceKind::mouse, "mouse", 0x046d, 1}).name, "positions");
}

TEST(AllFamilies, TakeWhatTheGameAdds) {
  Families families;
  families.add({"harbour", {{PadSouth, "I"}}});
  families.add({0x054c, 7, "harbour"});
  EXPECT_EQ(families.of({DeviceKind::gamepad, "pad", 0x054c, 7}).name, "harbour");
  EXPECT_EQ(families.of({DeviceKind::gamepad, "pad", 0x054c, 8}).name, "shapes");
  families.add({"shapes", {{PadSouth, "anchor"}}});
  EXPECT_EQ(label(PadSouth, {.family = *families.find("shapes")}), "anchor");
}

TEST(IconNames, AreThoseOfTheControls) {
  EXPECT_EQ(icon_name(PadSouth, {}, {}), "PadSouth");
  EXPECT_EQ(icon_name(Numpad1, {}, {}), "Numpad1");
  EXPECT_EQ(icon_name(Space, {}, {}), "Space");
}

TEST(IconNames, OfKeysGoByWhatIsPrintedOnThem) {
  Labels french;
  french.keys.set(KeyQ, "A");
  french.keys.set(Digit2, "É");
  EXPECT_EQ(icon_name(KeyQ, french, {}), "KeyA");
  EXPECT_EQ(icon_name(Digit2, french, {}), "Key") << "one to be written on";
}

TEST(IconNames, OfZonesGoByTheirKind) {
  const std::vector<ZoneDefinition> zones = {{.name = "wheel", .kind = ZoneKind::stick},
                                             {.name = "flick", .kind = ZoneKind::swipe},
                                             {.name = "sheet", .kind = ZoneKind::two_fingers}};
  EXPECT_EQ(icon_name(touch("wheel"), {}, zones), "TouchStick");
  EXPECT_EQ(icon_name(touch("flick", ZonePart::left), {}, zones), "SwipeLeft");
  EXPECT_EQ(icon_name(touch("sheet", ZonePart::turn), {}, zones), "TouchTurn");
}

TEST(KeyLabels, AreCapitalsInEveryAlphabetThatHasThem) {
  EXPECT_EQ(key_label(U'q'), "Q");
  EXPECT_EQ(key_label(U'\u00f6'), "Ö");
  EXPECT_EQ(key_label(U'\u0142'), "Ł");
  EXPECT_EQ(key_label(U'\u017e'), "Ž");
  EXPECT_EQ(key_label(U'\u0161'), "Š");
  EXPECT_EQ(key_label(U'\u03c9'), "Ω");
  EXPECT_EQ(key_label(U'\u0439'), "Й");
  EXPECT_EQ(key_label(U'\u3042'), "あ");
}

}  // namespace
}  // namespace nextmove::support
