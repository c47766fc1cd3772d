// The story: the last things that devices said and what became of each, and what happened between.
// docs/why.md shows one.
#pragma once

#include <cstdint>
#include <string>
#include <vector>

#include <nextmove/hub.hpp>
#include <nextmove/notice.hpp>
#include <nextmove/outcome.hpp>
#include <nextmove/story_kind.hpp>
#include <nextmove/trace.hpp>

namespace nextmove {

/// One thing that happened. Plain data: it stays as it was. What a kind does not need is none or
/// empty.
struct StoryEntry {
  StoryKind kind = StoryKind::said;
  Time time{};           ///< when it happened, or began
  Time until{};          ///< said: of its last event
  Duration late{};       ///< said: by how much its first event missed the update it belongs to
  bool is_open = false;  ///< said: it is not at rest again, or has moved in the last quarter second

  DeviceId device = DeviceId::none;  ///< said, passed_over
  Control control = Control::none;   ///< likewise: as events carry it
  std::uint32_t events = 0;          ///< said: how many came
  /// said: how far it was pushed at most; by how much it moved in all; or where it was last.
  float x = 0;
  float y = 0;
  Outcome outcome = Outcome::unbound;  ///< said: where it came to
  bool is_done = false;                ///< said: it drove an action; that is the one in `way`
  /// said, by what became of it: the action that it drove; or that is nearest to hearing it, and
  /// why it was not done; or, of what came to no action, without a name.
  TracedWay way{};
  std::uint32_t others = 0;  ///< said: how many actions it drove besides

  ContextId context = ContextId::none;  ///< entered, left
  MuteId mute = MuteId::none;           ///< muted, unmuted
  Notice notice{};                      ///< notice

  std::string seat{};  ///< whose it is; empty where it is nobody's, or everybody's
  std::string text{};  ///< "KeyM, keyboard 1: open_chart of port tug (helm, line 90)"
};

/// A line: the moment in seconds, and the text, with its end of line.
std::string to_text(const StoryEntry& entry);

}  // namespace nextmove
