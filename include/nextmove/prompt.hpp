// Prompts: how to tell a player, on the device in hand, how to do an action.
#pragma once

#include <span>
#include <string>
#include <string_view>
#include <vector>

#include <nextmove/action.hpp>
#include <nextmove/context.hpp>
#include <nextmove/device.hpp>
#include <nextmove/diagnostic.hpp>
#include <nextmove/labels.hpp>
#include <nextmove/playbook.hpp>
#include <nextmove/profile.hpp>
#include <nextmove/scheme.hpp>

namespace nextmove {

/// One piece of a prompt: a control, or words between controls.
struct PromptPart {
  std::string text{};    ///< the control's label, or the words: "Space", " + ", "hold "
  std::string icon{};    ///< the name of the control's picture (see icon_name); empty for words
  std::string family{};  ///< of a gamepad: whose picture; empty for the rest
  bool is_heard = true;  ///< of a control in a caption: whether its prompt is; see Prompt::is_heard

  bool is_control() const { return !icon.empty(); }
  friend bool operator==(const PromptPart&, const PromptPart&) = default;
};

/// One way to do an action.
struct Prompt {
  std::vector<PromptPart> parts{};
  DeviceKind device = DeviceKind::keyboard;  ///< on what
  bool is_bound = true;                      ///< false: nothing does it, and the parts say so
  bool is_heard = true;  ///< false: not now; no context that is entered hears it, or one above does
  bool is_cross = false;  ///< the controls are up, left, down and right of one thing, in this order

  friend bool operator==(const Prompt&, const Prompt&) = default;
};

/// The parts as one line of text: "hold E", "left Shift + S", "W A S D".
std::string to_text(std::span<const PromptPart> parts);

/// A control, perhaps while others are held, as parts: with icons, and " + " between.
std::vector<PromptPart> prompt_parts(const Combination& combination, const Labels& labels,
                                     std::span<const ZoneDefinition> zones);

/// What prompts go by. A seat knows all of it by itself (see Seat::prompt); this is for tools and
/// menus. What it refers to must outlive the call.
struct PromptSetting {
  const Playbook& playbook;  ///< as the player plays it; see `remapped`
  SchemeId scheme = SchemeId::none;
  std::span<const ContextId> contexts{};  ///< entered, the one that hears first in front
  /// What the player has, sets of kinds one after the other: the device in hand in front. Keyboard
  /// and mouse are one set.
  std::span<const std::vector<DeviceKind>> hands{};
  const Labels& labels;
};

/// All ways to do the action, or one direction of it, the best first: those heard now on the device
/// in hand, those heard in other contexts, then the same for the other devices. Where there is
/// none, or no such action, the one that says so. Allocates.
std::vector<Prompt> prompts(ActionId action, ActionPart part, const PromptSetting& setting);

/// A text with prompts in it, for any renderer.
struct Caption {
  std::vector<PromptPart> parts{};
  std::vector<Diagnostic> problems{};  ///< an unknown name, a brace too many; with the column

  std::string text() const { return to_text(parts); }
  friend bool operator==(const Caption&, const Caption&) = default;
};

/// "Press {horn} to warn the ferry": in braces an action, `{steer.up}` one direction of it,
/// `{horn.2}` its second way, where there is one. `{{` and `}}` are braces. What is wrong stays in
/// the text as it is written. Allocates.
Caption caption(std::string_view text, const PromptSetting& setting);

}  // namespace nextmove
