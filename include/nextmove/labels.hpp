// Labels: what a control is called in front of a player.
#pragma once

#include <map>
#include <span>
#include <string>
#include <string_view>

#include <nextmove/control.hpp>
#include <nextmove/family.hpp>
#include <nextmove/profile.hpp>
#include <nextmove/wording.hpp>

namespace nextmove {

/// What a keyboard's layout prints on its keys. From the start, that of the United States; an
/// adapter or `xkb::key_labels` knows others.
class KeyLabels {
 public:
  KeyLabels();

  /// The character of the key, or an empty text for one that has none (Enter, F1).
  std::string_view find(Control key) const;
  void set(Control key, std::string label);

  friend bool operator==(const KeyLabels&, const KeyLabels&) = default;

 private:
  std::map<Control, std::string> labels_;
};

/// Whether the key stands on the numpad.
bool is_on_numpad(Control key);

/// What a key that types this character shows: the character in upper case, in UTF-8. Knows the
/// Latin, Greek and Cyrillic alphabets; whatever has no capital there stays as it is.
std::string key_label(char32_t character);

/// How the controls of one player are called. Plain data.
struct Labels {
  Wording wording{};
  KeyLabels keys{};
  Family family{};  ///< of the gamepad; the empty one calls everything by its position

  friend bool operator==(const Labels&, const Labels&) = default;
};

/// "W", "left stick", "numpad 1", "touch horn"; empty for a control that is not set.
std::string label(const PlacedControl& control, const Labels& labels);

inline std::string label(Control control, const Labels& labels) {
  return label(PlacedControl{control}, labels);
}

/// "left Shift + S".
std::string label(const Combination& combination, const Labels& labels);

/// The name of the picture of a control. Mostly the control's own; but a key is pictured by what is
/// printed on it, so that KeyQ has the icon "KeyA" on a French keyboard; and one whose character no
/// key of the standard layout has is "Key", to be written on. Of touch zones: "TouchButton",
/// "SwipeUp" and so on, by the kind that `zones` tell.
std::string icon_name(const PlacedControl& control, const Labels& labels,
                      std::span<const ZoneDefinition> zones);

}  // namespace nextmove
