// A playbook whose player changes much, and words for changes.
#pragma once

#include "support/players.hpp"

namespace nextmove::support {

/// The harbour with actions of every sort, and leave to remap them or not.
inline PlaybookDefinition harbour_to_remap() {
  using enum Control;
  PlaybookDefinition book = harbour();
  book.reserved = {F12, PadGuide};
  book.actions.push_back({.name = "winch"});
  book.actions.push_back({.name = "lamp", .takes_with = true});
  book.actions.push_back({.name = "look", .kind = ActionKind::motion});
  book.actions.push_back({.name = "pause", .is_fixed = true});
  book.actions.push_back({.name = "confirm", .is_required = true});
  book.actions.push_back({.name = "signal"});
  auto& helm = book.contexts[0].bindings;
  helm.push_back({.action = "winch", .control = KeyE, .gesture = hold_for(800ms)});
  helm.push_back({.action = "winch", .control = PadEast, .gesture = hold_for(800ms)});
  helm.push_back({.action = "lamp", .control = KeyL, .gesture = toggled()});
  helm.push_back({.action = "look", .control = MouseMotion, .shaping = {.scale = 0.5F}});
  helm.push_back({.action = "look", .control = PadRightStick, .rate = 100});
  helm.push_back({.action = "pause", .control = Escape});
  helm.push_back({.action = "confirm", .control = Enter});
  helm.push_back({.action = "confirm", .control = PadNorth});
  helm.push_back({.action = "signal", .control = KeyG});
  book.contexts[1].bindings.push_back({.action = "signal", .control = KeyG});
  return book;
}

struct Remaps : AtTheHelm {
  Remaps() : AtTheHelm(harbour_to_remap()) {}

  void apply(Profile profile) { stage.hub().set_profile(stage.seat(), std::move(profile)); }
  void apply(Remap remap) { apply(Profile{.remaps = {std::move(remap)}}); }
  void apply(Tuning tuning) { apply(Profile{.tunings = {std::move(tuning)}}); }

  bool sounds(std::string_view action, Control control) {
    const Button button = book.button(action);
    stage.press(control);
    stage.wait(10ms);
    const bool is_pressed = read(button).pressed;
    stage.release(control);
    stage.wait(10ms);
    return is_pressed;
  }

  /// What is told of a profile that does not fit, one line each.
  std::vector<std::string> told(const Profile& profile) const {
    std::vector<std::string> messages;
    for (const Diagnostic& it : misfits(profile, book)) messages.push_back(it.message);
    return messages;
  }
  std::vector<std::string> told(Remap remap) const {
    return told(Profile{.remaps = {std::move(remap)}});
  }
};

using Told = std::vector<std::string>;

/// A remap of a whole action on the keyboard.
inline Remap keys(std::string action, std::vector<Combination> controls) {
  return {.action = std::move(action), .controls = std::move(controls)};
}

}  // namespace nextmove::support
