// What a hub owns, the way of an event through it, and what it asks of whoever calls it.
#pragma once

#include <cstddef>
#include <span>
#include <string>
#include <string_view>
#include <utility>
#include <vector>

#include <nextmove/complaint.hpp>
#include <nextmove/fingerprint.hpp>
#include <nextmove/snapshot.hpp>

#include "players/clock_watch.hpp"
#include "players/story_writer.hpp"
#include "players/surroundings.hpp"
#include "players/table.hpp"
#include "seat/customs.hpp"
#include "steps/event_queue.hpp"
#include "steps/journal.hpp"

namespace nextmove::core {

// The queue holds plain events. What else must wait for its time is told by a control of its own.
inline constexpr Control unplugging{0xfffe};
inline constexpr Control resting{0xffff};
inline constexpr Control first_standing{0x8000};  // and what follows: how a control stands

/// What is taken up, as the queue holds it; and the other way round.
inline Event turned_standing(Event event) {
  event.control = static_cast<Control>(static_cast<unsigned>(event.control) ^ unsigned{0x8000});
  return event;
}

/// What an update is doing.
enum class Phase : std::uint8_t { idle, events, readings, handlers };

class HubState {
 public:
  explicit HubState(Playbook book)
      : playbook(std::move(book)),
        journal(queue),
        captures(playbook, devices),
        notices(story),
        typing(devices),
        lettering(devices),
        surroundings(devices, queue),
        table({playbook, journal, story, customs, devices, captures, notices, typing, lettering,
               screen, surroundings}),
        story_writer(story, table, devices, journal) {}

  // A step costs something to make, so it is made only where somebody listens.
  template <class What>
  void report(const What& what) {
    if (journal.is_on()) [[unlikely]]
      tell(what);
  }
  template <class What>
  [[gnu::noinline]] void tell(const What& what) {
    journal.tell(Step{what});
  }

  /// Before they are worked off: which come after the update that they belong to.
  void look_for_late(std::span<const Event> due) {
    if (!due.empty() && due.front().time < journal.before) [[unlikely]]
      note_late(due);
  }

  void work_off(const Event& event) {
    if (event.control >= first_standing) [[unlikely]]
      return work_off_more(event);
    const Listeners& listeners = devices.listeners(event.device);
    listeners.contacts[source_of(event.control)].note(event);
    if (listeners.is_watched && !passes(event)) return;
    const Listener* const end = listeners.first + listeners.count;
    for (const Listener* it = listeners.first; it != end; ++it) it->hearing->hear(*it->slot, event);
  }

  /// Whether an event of a device that is watched is still to be delivered.
  [[gnu::noinline]] bool passes(const Event& event) {
    if (!story.is_on()) return table.lets_through(event);
    story_writer.begin(event);
    const bool is_through = table.lets_through(event);
    for (const Listener& it : devices.at(event.device).listeners) {
      if (is_through) it.hearing->hear(*it.slot, event);
    }
    story_writer.end(event, is_through);
    return false;
  }

  [[gnu::noinline]] void work_off_more(const Event& event) {
    if (event.control == unplugging) {
      table.unplug(event.device, event.time);
    } else if (event.control == resting) {
      if (story.is_on()) story.add(StoryKind::released_all, event.time);
      table.rest(event.device, event.time);
    } else {
      const Event standing = turned_standing(event);
      devices.at(event.device).contacts[source_of(standing.control)].note(standing);
      if (story.is_on()) story_writer.begin(standing);
      table.take_up(standing);
      if (story.is_on()) story_writer.end(standing, true);
    }
  }

  void feed(const Event& event) {
    const bool is_simple = fits(event, devices.kind_of(event.device)) && queue.goes_last(event) &&
                           !journal.has_listeners() && !typing.is_anybody();
    if (is_simple) [[likely]]
      return queue.append(event);
    feed_slowly(event);
  }

  void take_up(const Event& event);
  /// See Hub::set_typing.
  void set_typing(Seat& seat, bool is_typing);

  // Where one of these is false, `call` has been complained of (hub_state.cpp).

  /// Whether no update is under way.
  bool is_between_updates(std::string_view call) const;
  /// Whether the hub may be changed from where the call is made.
  bool is_open(std::string_view call) const;
  bool is_ours(const Seat& seat, std::string_view call) const;
  bool may_change(const Seat& seat, std::string_view call) const {
    return is_ours(seat, call) && is_open(call);
  }
  /// Whether persons may sit there.
  bool is_for_persons(const Seat& seat, std::string_view call) const;
  /// Whether there was ever such a device.
  bool is_known(DeviceId device, std::string_view call) const;
  bool is_plugged(DeviceId device, std::string_view call) const;
  bool may_update(Time now) const;

  /// See Hub::snapshot and Hub::restore.
  void snapshot(std::vector<std::byte>& bytes);
  RestoreAnswer restore(std::span<const std::byte> bytes);

  /// After an update: whether what still waits will ever be due.
  void look_at_clocks(Time now) {
    if (!queue.is_empty() && clocks.is_stuck(queue.front().time, now)) [[unlikely]]
      tell_stuck(now);
  }

  /// Of the playbook, reckoned when it is asked for first.
  Fingerprint fingerprint();
  /// The playbook is another.
  void forget_fingerprint() { fingerprint_ = Fingerprint::none; }

  Playbook playbook;
  Journal journal;
  Customs customs;
  DeviceList devices;
  Captures captures;
  Notices notices;
  Typing typing;
  Lettering lettering;
  Screen screen;
  Surroundings surroundings;
  Table table;
  EventQueue queue;
  ClockWatch clocks;
  Phase phase = Phase::idle;
  // Behind what every event needs.
  StoryBook story;
  StoryWriter story_writer;

 private:
  [[gnu::noinline]] void note_late(std::span<const Event> due);
  /// An event that must do more than wait behind the others.
  [[gnu::noinline]] void feed_slowly(const Event& event);
  /// An event that no device of the hub says.
  [[gnu::cold, gnu::noinline]] void pass_over(const Event& event, std::string_view call);
  std::string why_passed_over(const Event& event) const;
  [[gnu::cold, gnu::noinline]] void tell_stuck(Time now) const;
  RestoreAnswer can_restore(std::span<const SeatHead> heads);
  template <class Pack>
  void pack(Pack& pack);
  bool could_wait(const Event& event) const;
  void go_on();

  Fingerprint fingerprint_ = Fingerprint::none;  // none where it is not known
  std::vector<SeatHead> their_seats_;            // of the snapshot at hand
};

}  // namespace nextmove::core
