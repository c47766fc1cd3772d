#include <algorithm>
#include <tuple>

#include <nextmove/hub.hpp>
#include <nextmove/recording.hpp>

#include "seat/capturing.hpp"
#include "seat/seat_state.hpp"
#include "session/recorded_interceptions.hpp"

namespace nextmove {

namespace {

RecordedSeat describe(const Seat& seat, const Playbook& playbook) {
  RecordedSeat recorded{.name = std::string{seat.name()}};
  for (const ContextId context : seat.contexts()) {
    recorded.contexts.push_back(playbook.context(context).name);
  }
  // The front hears first, so it was entered last among equals: from back to front is an order of
  // entering that leads to the same.
  std::reverse(recorded.contexts.begin(), recorded.contexts.end());
  const auto mutes = seat.state().mutes().counts();
  for (std::size_t i = 0; i < mutes.size(); ++i) {
    recorded.mutes.insert(recorded.mutes.end(), mutes[i], playbook.mutes()[i].name);
  }
  if (seat.scheme() != SchemeId::none) recorded.scheme = playbook.scheme(seat.scheme()).name;
  recorded.profile = seat.profile();
  recorded.is_reserved = seat.is_reserved();
  recorded.part = seat.part();
  recorded.is_typing = seat.is_typing();
  return recorded;
}

}  // namespace

bool operator==(const RecordingHeader& a, const RecordingHeader& b) {
  const auto all = [](const RecordingHeader& it) {
    return std::tie(it.title, it.fingerprint, it.customs, it.window, it.longest_step, it.rules,
                    it.devices, it.seats, it.pushed, it.snapshot, it.is_thinned, it.meaning);
  };
  const auto number = [](const std::optional<Playbook>& it) {
    return it ? fingerprint(*it) : Fingerprint::none;
  };
  return all(a) == all(b) && number(a.playbook) == number(b.playbook);
}

RecordingHeader describe(const Hub& hub, WithPlaybook with_playbook) {
  RecordingHeader header{.title = std::string{hub.playbook().title()},
                         .fingerprint = fingerprint(hub.playbook()),
                         .customs = hub.customs(),
                         .window = hub.window(),
                         .longest_step = hub.longest_step(),
                         .rules = hub.rules(),
                         .devices = hub.devices()};
  if (with_playbook == WithPlaybook::yes) header.playbook = hub.playbook();
  for (const auto& seat : hub.seats()) header.seats.push_back(describe(*seat, hub.playbook()));
  header.pushed = hub.pushed();
  if (hub.now() != Time{}) hub.snapshot(header.snapshot);
  return header;
}

// A recording may come from anywhere. What its hub could not have been told is passed over.
namespace {

bool can_be(const SeatingRules& rules) {
  return rules.most_players >= 1 && rules.take_over_after >= Duration::zero() &&
         rules.take_over_after <= longest_take_over;
}
bool can_be(Duration longest_step) {
  return longest_step > Duration::zero();
}
bool can_be(const Area& part, const Hub& hub) {
  return part.width > 0 && part.height > 0 && !hub.rules().splits_screen;
}
bool can_be(const Event& event, const Hub& hub) {
  const Device* device = hub.find_device(event.device);
  return is_valid(event) && device != nullptr && device->kind == info(event.control).device;
}

}  // namespace

Replay::Replay(const Recording& recording, Hub& hub, DecidedBy decided_by)
    : recording_(recording),
      hub_(hub),
      decided_by_(decided_by),
      interceptors_(std::make_unique<core::RecordedInterceptions>(hub)) {
  const Vec2 window = recording.header.window;
  if (window.x > 0 && window.y > 0) hub.set_window(window.x, window.y);
  if (can_be(recording.header.longest_step)) hub.set_longest_step(recording.header.longest_step);
  for (const RecordedSeat& recorded : recording.header.seats) {
    if (hub.find_seat(recorded.name) == nullptr) hub.add_seat(recorded.name);
    const bool brings_changes =
        decided_by == DecidedBy::recording || !recording.header.snapshot.empty();
    if (brings_changes && !recorded.profile.is_empty()) {
      hub.set_profile(*hub.find_seat(recorded.name), recorded.profile);
    }
  }
  if (!restore(recording.header.snapshot)) begin_anew();
}

Replay::Replay(Replay&&) noexcept = default;
Replay::~Replay() = default;

// Without a snapshot, as far as it can be told.
void Replay::begin_anew() {
  const bool decides = decided_by_ == DecidedBy::recording;
  if (decides && can_be(recording_.header.rules)) hub_.set_rules(recording_.header.rules);
  for (const RecordedSeat& recorded : recording_.header.seats) {
    if (decides) restore(recorded);
  }
  for (const PluggedDevice& recorded : recording_.header.devices) {
    ids_.emplace_back(recorded.id, hub_.plug(recorded.device, hub_.now()));
    if (decides) restore(recorded);
  }
  for (const Event& pushed : recording_.header.pushed) {
    play(TakenUp{hub_.now(), pushed.device, pushed.control, pushed.x, pushed.y});
  }
}

// Devices then have the ids that they had.
bool Replay::restore(std::span<const std::byte> snapshot) {
  if (snapshot.empty() || !hub_.restore(snapshot)) return false;
  ids_.clear();
  for (const PluggedDevice& it : hub_.devices()) ids_.emplace_back(it.id, it.id);
  return true;
}

void Replay::restore(const RecordedSeat& recorded) {
  Seat& seat = *hub_.find_seat(recorded.name);
  const Playbook& playbook = hub_.playbook();
  for (const std::string& name : recorded.contexts) {
    if (const auto context = playbook.find_context(name)) seat.enter(*context);
  }
  for (const std::string& name : recorded.mutes) {
    if (const auto mute = playbook.find_mute(name)) seat.mute(*mute);
  }
  if (const auto scheme = playbook.find_scheme(recorded.scheme)) hub_.hold_to(seat, *scheme);
  if (recorded.is_reserved) hub_.reserve(seat);
  if (can_be(recorded.part, hub_)) hub_.set_part(seat, recorded.part);
  if (recorded.is_typing) hub_.set_typing(seat);
}

void Replay::restore(const PluggedDevice& recorded) {
  const DeviceId id = ids_.back().second;
  const auto owners = hub_.owners(id);
  const bool is_there =
      std::equal(owners.begin(), owners.end(), recorded.seats.begin(), recorded.seats.end(),
                 [](const Seat* seat, const std::string& name) { return seat->name() == name; });
  if (is_there) return;
  hub_.free(id);
  for (const std::string& name : recorded.seats) {
    Seat* seat = hub_.find_seat(name);
    if (seat != nullptr && !seat->is_reserved()) hub_.give(id, *seat);
  }
}

bool Replay::advance() {
  first_of_last_advance_ = next_;
  while (next_ < recording_.steps.size()) {
    const Step& step = recording_.steps[next_++];
    const bool is_update = std::holds_alternative<Updated>(step);
    if (is_update && decided_by_ == DecidedBy::recording) {
      interceptors_->expect(std::span{recording_.steps}.subspan(next_));
    }
    play(step);
    if (is_update) return true;
  }
  return false;
}

std::span<const Step> Replay::played() const {
  return std::span{recording_.steps}.subspan(first_of_last_advance_,
                                             next_ - first_of_last_advance_);
}

DeviceId Replay::current_id(DeviceId recorded) const {
  const auto found = std::find_if(ids_.rbegin(), ids_.rend(),
                                  [&](const auto& pair) { return pair.first == recorded; });
  return found == ids_.rend() ? DeviceId::none : found->second;
}

namespace {

// Calls the one overload that fits.
template <class... Parts>
struct Overloaded : Parts... {
  using Parts::operator()...;
};
template <class... Parts>
Overloaded(Parts...) -> Overloaded<Parts...>;

/// Does what the game did. What this hub has no name for is passed over.
class Decisions {
 public:
  explicit Decisions(Hub& hub) : hub_(hub) {}

  void operator()(const Entered& it) const {
    const auto context = hub_.playbook().find_context(it.context);
    with(it.seat, [&](Seat& seat) {
      if (context) seat.enter(*context);
    });
  }
  void operator()(const Left& it) const {
    const auto context = hub_.playbook().find_context(it.context);
    with(it.seat, [&](Seat& seat) {
      if (context) seat.leave(*context);
    });
  }
  void operator()(const SwitchedTo& it) const {
    const auto context = hub_.playbook().find_context(it.context);
    with(it.seat, [&](Seat& seat) {
      if (context) seat.switch_to(*context);
    });
  }
  void operator()(const Muted& it) const {
    const auto mute = hub_.playbook().find_mute(it.mute);
    with(it.seat, [&](Seat& seat) {
      if (mute) seat.mute(*mute);
    });
  }
  void operator()(const Unmuted& it) const {
    const auto mute = hub_.playbook().find_mute(it.mute);
    with(it.seat, [&](Seat& seat) {
      if (mute) seat.unmute(*mute);
    });
  }
  void operator()(const SeatAdded& it) const {
    if (hub_.find_seat(it.seat) == nullptr) hub_.add_seat(it.seat);
  }
  void operator()(const RulesSet& it) const {
    if (can_be(it.rules)) hub_.set_rules(it.rules);
  }
  void operator()(const Joined& it, DeviceId device) const {
    const auto scheme = hub_.playbook().find_scheme(it.scheme);
    if (scheme) hub_.join(*scheme, device, hub_.find_seat(it.seat));
  }
  void operator()(const GotUp& it) const {
    with(it.seat, [&](Seat& seat) { hub_.leave(seat); });
  }
  void operator()(const HeldTo& it) const {
    const auto scheme = hub_.playbook().find_scheme(it.scheme);
    with(it.seat, [&](Seat& seat) {
      if (scheme || it.scheme.empty()) hub_.hold_to(seat, scheme.value_or(SchemeId::none));
    });
  }
  void operator()(const ProfileSet& it) const {
    with(it.seat, [&](Seat& seat) { hub_.set_profile(seat, it.profile); });
  }
  void operator()(const CaptureBegun& it) const {
    const auto action = hub_.playbook().find_action(it.action);
    if (!action) return;
    const ActionKind kind = hub_.playbook().action(*action).kind;
    const bool can_be = has_part(kind, it.part) && core::can_be_captured(kind, it.part, it.device);
    with(it.seat, [&](Seat& seat) {
      if (can_be) hub_.capture(seat, {*action, it.part, it.device, it.time_out, it.cancel});
    });
  }
  void operator()(const CaptureStopped& it) const {
    with(it.seat, [&](Seat& seat) { hub_.stop_capture(seat); });
  }
  void operator()(const TypingSet& it) const {
    with(it.seat, [&](Seat& seat) { hub_.set_typing(seat, it.is_typing); });
  }
  void operator()(const Reserved& it) const {
    with(it.seat, [&](Seat& seat) { hub_.reserve(seat, it.is_reserved); });
  }
  void operator()(const Given& it, DeviceId device) const {
    with(it.seat, [&](Seat& seat) {
      if (hub_.find_device(device) != nullptr && !seat.is_reserved()) hub_.give(device, seat);
    });
  }
  void operator()(const Freed& /*it*/, DeviceId device) const {
    if (hub_.find_device(device) != nullptr) hub_.free(device);
  }
  void operator()(const Swapped& it) const {
    with(it.seat, [&](Seat& seat) {
      with(it.other, [&](Seat& other) {
        if (!seat.is_reserved() && !other.is_reserved()) hub_.swap(seat, other);
      });
    });
  }
  void operator()(const Adopted& it) const {
    if (it.playbook) hub_.adopt(*it.playbook);
  }
  // What only tells what there was: interceptors stand in, and a function cannot be recorded.
  void operator()(const Intercepted& /*it*/) const {}
  void operator()(const CustomSet& /*it*/) const {}
  void operator()(const PassedOver& /*it*/) const {}
  void operator()(const PartSet& it) const {
    with(it.seat, [&](Seat& seat) {
      if (can_be(it.part, hub_)) hub_.set_part(seat, it.part);
    });
  }

 private:
  template <class Do>
  void with(const std::string& name, Do then) const {
    if (Seat* seat = hub_.find_seat(name)) then(*seat);
  }

  Hub& hub_;
};

}  // namespace

void Replay::play(const Step& step) {
  std::visit(
      Overloaded{
          [&](const Event& event) {
            Event current = event;
            current.device = current_id(event.device);
            if (can_be(current, hub_)) hub_.feed(current);
          },
          [&](const TakenUp& it) {
            const Event standing{it.time, current_id(it.device), it.control, it.x, it.y};
            if (can_be(standing, hub_) && can_be_taken_up(it.control)) hub_.take_up(standing);
          },
          [&](const Plugged& it) { ids_.emplace_back(it.id, hub_.plug(it.device, it.time)); },
          [&](const Unplugged& it) {
            const DeviceId id = current_id(it.id);
            if (id != DeviceId::none) hub_.unplug(id, it.time);
          },
          [&](const ReleasedAll& it) { hub_.release_all(it.time); },
          [&](const Restored& it) {
            if (decided_by_ == DecidedBy::recording) restore(it.snapshot);
          },
          [&](const Resized& it) {
            if (it.size.x > 0 && it.size.y > 0) hub_.set_window(it.size.x, it.size.y);
          },
          [&](const LongestStepSet& it) {
            if (can_be(it.longest)) hub_.set_longest_step(it.longest);
          },
          [&](const Updated& it) {
            if (it.time >= hub_.now()) hub_.update(it.time);
          },
          [&](const auto& it) {
            if (decided_by_ == DecidedBy::game) return;
            const Decisions decide{hub_};
            if constexpr (requires { decide(it, DeviceId{}); }) {
              decide(it, current_id(it.id));
            } else {
              decide(it);
            }
          },
      },
      step);
}

}  // namespace nextmove
