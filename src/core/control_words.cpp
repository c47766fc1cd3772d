// Controls in English words, made from their names.
#include <cctype>
#include <string>

#include <nextmove/remap_rows.hpp>

namespace nextmove {
namespace {

bool take_front(std::string_view& text, std::string_view front) {
  if (text.substr(0, front.size()) != front) return false;
  text.remove_prefix(front.size());
  return true;
}

bool take_back(std::string_view& text, std::string_view back) {
  if (text.size() <= back.size() || text.substr(text.size() - back.size()) != back) return false;
  text.remove_suffix(back.size());
  return true;
}

// "RightShoulder" to "right shoulder", "Paddle1" to "paddle 1".
std::string in_words(std::string_view name) {
  std::string words;
  for (const char c : name) {
    const bool begins = std::islower(static_cast<unsigned char>(c)) == 0;
    if (begins && !words.empty()) words += ' ';
    words += static_cast<char>(std::tolower(static_cast<unsigned char>(c)));
  }
  return words;
}

// "PageUp" to "Page Up".
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

std::string key_words(std::string_view name) {
  if (take_front(name, "Key") || take_front(name, "Digit")) return std::string{name};
  if (take_front(name, "Numpad")) return "numpad " + apart(name);
  if (take_front(name, "Arrow")) return in_words(name) + " arrow";
  // The keys that a board has twice.
  for (const std::string_view twin : {"Shift", "Control", "Alt", "Meta"}) {
    if (name.substr(0, twin.size()) != twin) continue;
    std::string_view side = name.substr(twin.size());
    if (side == "Left" || side == "Right") return in_words(side).append(" ").append(twin);
  }
  return apart(name);
}

std::string mouse_words(std::string_view name) {
  if (take_front(name, "Wheel")) return name.empty() ? "wheel" : "wheel " + in_words(name);
  take_front(name, "Mouse");
  if (name.substr(0, 6) == "Motion" || name == "Position") return "mouse " + in_words(name);
  return in_words(name) + " mouse button";
}

std::string pad_words(std::string_view name) {
  take_front(name, "Pad");
  if (name == "Up" || name == "Down" || name == "Left" || name == "Right") {
    return "directional pad " + in_words(name);
  }
  if (take_back(name, "Press")) return in_words(name) + " press";
  const std::size_t stick = name.find("Stick");
  const bool is_axis =
      stick != std::string_view::npos && (name.back() == 'X' || name.back() == 'Y');
  if (is_axis) {
    return in_words(name.substr(0, stick)) +
           (name.back() == 'X' ? " stick sideways" : " stick up and down");
  }
  if (name == "Start" || name == "Select" || name == "Guide") return std::string{name};
  const bool is_face = name == "South" || name == "East" || name == "West" || name == "North";
  return in_words(name) + (is_face ? " button" : "");
}

std::string to_words(const PlacedControl& placed) {
  if (!placed.is_set()) return {};
  if (!placed.zone.empty()) {
    const std::string part = in_words(to_string(placed.part));
    return "touch " + placed.zone + (part.empty() ? "" : " " + part);
  }
  const std::string_view name = to_string(placed.control);
  switch (info(placed.control).device) {
    case DeviceKind::keyboard: return key_words(name);
    case DeviceKind::mouse: return mouse_words(name);
    case DeviceKind::gamepad: return pad_words(name);
    case DeviceKind::touch: return apart(name);
  }
  return {};
}

}  // namespace

std::string to_words(const Combination& combination) {
  std::string words;
  for (const PlacedControl& with : combination.with) words.append(to_words(with)).append(" + ");
  return words.append(to_words(combination.control));
}

}  // namespace nextmove
