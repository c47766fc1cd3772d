#include <algorithm>
#include <array>
#include <cctype>

#include <nextmove/labels.hpp>

namespace nextmove {
namespace {

using enum Control;

struct KeyCharacter {
  Control key;
  std::string_view character;
};

// On the keys of the United States, letters and digits aside.
constexpr std::array other_characters = {
    KeyCharacter{Backquote, "`"},       KeyCharacter{Minus, "-"},
    KeyCharacter{Equal, "="},           KeyCharacter{BracketLeft, "["},
    KeyCharacter{BracketRight, "]"},    KeyCharacter{Backslash, "\\"},
    KeyCharacter{Semicolon, ";"},       KeyCharacter{Quote, "'"},
    KeyCharacter{Comma, ","},           KeyCharacter{Period, "."},
    KeyCharacter{Slash, "/"},           KeyCharacter{NumpadAdd, "+"},
    KeyCharacter{NumpadSubtract, "-"},  KeyCharacter{NumpadMultiply, "*"},
    KeyCharacter{NumpadDivide, "/"},    KeyCharacter{NumpadDecimal, "."},
    KeyCharacter{NumpadComma, ","},     KeyCharacter{NumpadEqual, "="},
    KeyCharacter{NumpadParenLeft, "("}, KeyCharacter{NumpadParenRight, ")"},
    KeyCharacter{NumpadHash, "#"}};

bool take_front(std::string_view& text, std::string_view front) {
  if (text.substr(0, front.size()) != front) return false;
  text.remove_prefix(front.size());
  return true;
}

// "MediaPlayPause" to "Media Play Pause".
std::string apart(std::string_view name) {
  std::string words;
  for (const char c : name) {
    const bool begins = std::isupper(static_cast<unsigned char>(c)) != 0;
    const bool after_letter =
        !words.empty() && std::islower(static_cast<unsigned char>(words.back())) != 0;
    if (begins && after_letter) words += ' ';
    words += c;
  }
  return words;
}

std::string filled(std::string_view pattern, std::string_view what) {
  const std::size_t at = pattern.find("{}");
  std::string text{pattern.substr(0, at)};
  if (at != std::string_view::npos) text.append(what).append(pattern.substr(at + 2));
  return text;
}

std::string word_or_name(const Wording& wording, std::string_view name) {
  const std::string_view word = wording.find(name);
  return word.empty() ? apart(name) : std::string{word};
}

std::string key_label(Control key, const Labels& labels) {
  std::string_view name = to_string(key);
  const std::string_view character = labels.keys.find(key);
  if (!take_front(name, "Numpad")) {
    return character.empty() ? word_or_name(labels.wording, name) : std::string{character};
  }
  const std::string rest =
      character.empty() ? word_or_name(labels.wording, name) : std::string{character};
  return filled(labels.wording.find("numpad"), rest);
}

std::string pad_label(Control control, const Labels& labels) {
  const auto printed = labels.family.labels.find(control);
  if (printed == labels.family.labels.end()) {
    return word_or_name(labels.wording, to_string(control));
  }
  const std::string_view word = labels.wording.find(printed->second);
  return word.empty() ? printed->second : std::string{word};
}

// The second finger is down where two are.
std::string finger_label(Control control, const Wording& wording) {
  const std::string_view name = info(control).name;
  const std::string number{name.substr(6, name.find('P') - 6)};  // of "Finger2", "Finger2Position"
  if (number == "1") return filled(wording.find("touch"), wording.find("screen"));
  std::string text{wording.find("fingers")};
  const std::size_t at = text.find('#');
  return at == std::string::npos ? text : text.replace(at, 1, number);
}

std::string zone_label(const PlacedControl& control, const Labels& labels) {
  std::string zone = control.zone;
  std::replace(zone.begin(), zone.end(), '_', ' ');
  std::string text = filled(labels.wording.find("touch"), zone);
  std::string part{to_string(control.part)};
  if (part.empty()) return text;
  part[0] = static_cast<char>(std::tolower(static_cast<unsigned char>(part[0])));
  return text.append(" ").append(labels.wording.find(part));
}

// The key of the standard layout that has this character, off the numpad.
Control key_with(std::string_view character) {
  static const KeyLabels standard;
  for (const ControlInfo& it : all_controls()) {
    const bool is_key = it.device == DeviceKind::keyboard && !is_on_numpad(it.control);
    if (is_key && standard.find(it.control) == character) return it.control;
  }
  return Control::none;
}

std::string_view zone_icon(const PlacedControl& control, std::span<const ZoneDefinition> zones) {
  const auto zone = std::find_if(zones.begin(), zones.end(),
                                 [&](const auto& it) { return it.name == control.zone; });
  if (zone == zones.end()) return "TouchButton";
  switch (zone->kind) {
    case ZoneKind::stick: return "TouchStick";
    case ZoneKind::swipe:
      switch (control.part) {
        case ZonePart::up: return "SwipeUp";
        case ZonePart::down: return "SwipeDown";
        case ZonePart::left: return "SwipeLeft";
        default: return "SwipeRight";
      }
    case ZoneKind::tap: return "TouchTap";
    case ZoneKind::two_fingers: return control.part == ZonePart::turn ? "TouchTurn" : "TouchPinch";
    case ZoneKind::button: break;
  }
  return "TouchButton";
}

// As Unicode's chart of each alphabet lays them out.
char32_t capital(char32_t c) {
  const auto is_in = [&](char32_t first, char32_t last) { return c >= first && c <= last; };
  const bool is_latin = is_in(U'a', U'z') || (is_in(0xE0, 0xFE) && c != 0xF7);
  const bool is_greek = is_in(0x3B1, 0x3CB) && c != 0x3C2;
  if (is_latin || is_greek || is_in(0x430, 0x44F)) return c - 0x20;
  if (is_in(0x450, 0x45F)) return c - 0x50;
  const bool has_capital_before = is_in(0x100, 0x137) || is_in(0x14A, 0x177) || is_in(0x48A, 0x4BF);
  const bool has_capital_at_odd = is_in(0x139, 0x148) || is_in(0x179, 0x17E);
  if (has_capital_before && c != 0x131) return c & ~char32_t{1};
  return has_capital_at_odd && c % 2 == 0 ? c - 1 : c;
}

}  // namespace

KeyLabels::KeyLabels() {
  for (const ControlInfo& it : all_controls()) {
    std::string_view name = it.name;
    const bool has_character =
        it.device == DeviceKind::keyboard &&
        (take_front(name, "Key") || take_front(name, "Digit") || take_front(name, "Numpad")) &&
        name.size() == 1;
    if (has_character) labels_.emplace(it.control, name);
  }
  for (const KeyCharacter& it : other_characters) labels_.emplace(it.key, it.character);
}

std::string_view KeyLabels::find(Control key) const {
  const auto found = labels_.find(key);
  return found == labels_.end() ? std::string_view{} : found->second;
}

void KeyLabels::set(Control key, std::string label) {
  if (label.empty()) {
    labels_.erase(key);
  } else {
    labels_.insert_or_assign(key, std::move(label));
  }
}

bool is_on_numpad(Control key) {
  return to_string(key).substr(0, 6) == "Numpad";
}

std::string key_label(char32_t character) {
  const char32_t c = capital(character);
  const auto byte = [](char32_t bits) { return static_cast<char>(bits); };
  if (c < 0x80) return {byte(c)};
  if (c < 0x800) return {byte(0xC0 | c >> 6), byte(0x80 | (c & 0x3F))};
  if (c < 0x10000) {
    return {byte(0xE0 | c >> 12), byte(0x80 | (c >> 6 & 0x3F)), byte(0x80 | (c & 0x3F))};
  }
  return {byte(0xF0 | c >> 18), byte(0x80 | (c >> 12 & 0x3F)), byte(0x80 | (c >> 6 & 0x3F)),
          byte(0x80 | (c & 0x3F))};
}

std::string label(const PlacedControl& control, const Labels& labels) {
  if (!control.is_set()) return {};
  if (!control.zone.empty()) return zone_label(control, labels);
  switch (info(control.control).device) {
    case DeviceKind::keyboard: return key_label(control.control, labels);
    case DeviceKind::gamepad: return pad_label(control.control, labels);
    case DeviceKind::mouse: return word_or_name(labels.wording, to_string(control.control));
    case DeviceKind::touch: return finger_label(control.control, labels.wording);
  }
  return {};
}

std::string label(const Combination& combination, const Labels& labels) {
  std::string text;
  for (const PlacedControl& with : combination.with) text.append(label(with, labels)).append(" + ");
  return text.append(label(combination.control, labels));
}

std::string icon_name(const PlacedControl& control, const Labels& labels,
                      std::span<const ZoneDefinition> zones) {
  if (!control.is_set()) return {};
  if (!control.zone.empty()) return std::string{zone_icon(control, zones)};
  const ControlInfo& it = info(control.control);
  if (it.device == DeviceKind::touch) return "TouchTap";
  const std::string_view character = labels.keys.find(control.control);
  const bool is_by_place =
      it.device != DeviceKind::keyboard || character.empty() || is_on_numpad(control.control);
  if (is_by_place) return std::string{it.name};
  const Control key = key_with(character);
  return key == Control::none ? "Key" : std::string{to_string(key)};
}

}  // namespace nextmove
