// What the parts of a seat have in common.
#pragma once

#include <algorithm>
#include <cstdint>
#include <memory>
#include <string>
#include <utility>
#include <vector>

#include <nextmove/playbook.hpp>
#include <nextmove/time.hpp>

#include "compiled/playbook_data.hpp"
#include "compiled/wiring.hpp"
#include "seat/board.hpp"
#include "seat/changes.hpp"
#include "seat/chronicle.hpp"
#include "seat/slot.hpp"
#include "seat/tally.hpp"
#include "steps/journal.hpp"

namespace nextmove::core {

/// Why a route hears a value.
enum class Cause : std::uint8_t {
  operated,  ///< the player did something
  rewired,   ///< who hears the control has changed
  cut_off,   ///< the device is gone, or the window has lost the focus
};

/// What a seat plays by, its devices, what was heard of them since the last update, what was read
/// then, and the event at hand. The parts of a seat keep a reference to it.
struct Common {
  /// The journal and the chronicle must outlive it.
  Common(std::string seat, Playbook book, Journal& told, Chronicle& chronicle)
      : name(std::move(seat)),
        playbook(std::move(book)),
        journal(told),
        wiring(&playbook.data().wiring()),
        tally(wiring->action_count()),
        board(playbook),
        story(chronicle) {
    changes.make_room(wiring->context_count(), playbook.mutes().size());
  }
  Common(const Common&) = delete;
  Common& operator=(const Common&) = delete;

  std::string name;
  Playbook playbook;  // with the player's changes
  Journal& journal;
  const Wiring* wiring;                      // of the playbook
  std::vector<std::unique_ptr<Slot>> slots;  // as they came to the seat
  std::vector<DeviceId> devices;             // of the slots
  std::vector<ContextId> entered;            // the one that hears first in front
  SchemeId scheme = SchemeId::none;          // that the seat is held to
  bool is_typing = false;                    // the player, so that keys are heard by few
  Tally tally;
  Board board;
  Changes changes;
  Time time{};              // of the event at hand
  std::uint32_t event = 1;  // its number
  Time last_update{};
  Duration since_last{};       // how long after the one before it was
  std::uint32_t restores = 0;  // how often it has come back from a snapshot
  Chronicle& story;

  /// From here on, what changes is of another event than before.
  void begin_event(Time at) {
    time = at;
    ++event;
  }
  /// An event that comes late moves things from the last update on: what was before is told.
  Time flow_time() const { return time > last_update ? time : last_update; }
  /// Of what the game does.
  Time present() const { return time > journal.now ? time : journal.now; }

  /// Something is done to the seat.
  void tell(StoryKind kind, ContextId context = ContextId::none, MuteId mute = MuteId::none) {
    if (story.is_on()) story.tell({kind, present(), name, context, mute});
  }

  bool is_in(ContextId context) const {
    return std::find(entered.begin(), entered.end(), context) != entered.end();
  }
  bool is_muted(ActionId action) const { return tally.heard(action).mutes != 0; }
  /// nullptr where the seat does not have it.
  Slot* find_slot(DeviceId device) const {
    const auto found = std::find_if(slots.begin(), slots.end(),
                                    [&](const auto& slot) { return slot->device == device; });
    return found == slots.end() ? nullptr : found->get();
  }
};

}  // namespace nextmove::core
