#include <algorithm>

#include <nextmove/hub.hpp>
#include <nextmove/recording.hpp>

#include "seat_state.hpp"

namespace nextmove {

Time time_of(const Step& step) {
  return std::visit([](const auto& it) { return it.time; }, step);
}

RecordingHeader describe(const Hub& hub) {
  RecordingHeader header{std::string{hub.playbook().title()}, hub.window(), hub.devices(), {}};
  for (const auto& seat : hub.seats()) {
    RecordedSeat recorded{std::string{seat->name()}, {}};
    for (const ContextId context : seat->contexts()) {
      recorded.contexts.push_back(hub.playbook().context(context).name);
    }
    // The front hears first, so it was entered last among equals: from back to front is an order of
    // entering that leads to the same.
    std::reverse(recorded.contexts.begin(), recorded.contexts.end());
    const auto& state = seat->state();
    for (std::size_t i = 0; i < state.mutes().size(); ++i) {
      const std::string& mute = hub.playbook().mutes()[i].name;
      recorded.mutes.insert(recorded.mutes.end(), state.mutes()[i], mute);
    }
    header.seats.push_back(std::move(recorded));
  }
  return header;
}

Replay::Replay(const Recording& recording, Hub& hub, ContextsFrom contexts)
    : recording_(recording), hub_(hub), contexts_(contexts) {
  const Vec2 window = recording.header.window;
  if (window.x > 0 && window.y > 0) hub.set_window(window.x, window.y);
  for (const RecordedSeat& recorded : recording.header.seats) {
    Seat* seat = hub.find_seat(recorded.name);
    if (seat == nullptr) seat = &hub.add_seat(recorded.name);
    if (contexts == ContextsFrom::game) continue;
    for (const std::string& name : recorded.contexts) {
      if (const auto context = hub.playbook().find_context(name)) seat->enter(*context);
    }
    for (const std::string& name : recorded.mutes) {
      if (const auto mute = hub.playbook().find_mute(name)) seat->mute(*mute);
    }
  }
  for (const RecordedDevice& recorded : recording.header.devices) {
    const DeviceId id = hub.plug(recorded.device, hub.now());
    ids_.emplace_back(recorded.id, id);
    if (Seat* seat = hub.find_seat(recorded.seat)) hub.give(id, *seat);
  }
}

bool Replay::advance() {
  first_of_last_advance_ = next_;
  while (next_ < recording_.steps.size()) {
    const Step& step = recording_.steps[next_++];
    play(step);
    if (std::holds_alternative<Updated>(step)) return true;
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

}  // namespace

void Replay::play(const Step& step) {
  const bool has_contexts = contexts_ == ContextsFrom::recording;
  const auto change = [&](const std::string& seat_name, const std::string& context_name, auto how) {
    Seat* seat = hub_.find_seat(seat_name);
    const auto context = hub_.playbook().find_context(context_name);
    if (has_contexts && seat != nullptr && context) (seat->*how)(*context);
  };
  const auto change_mute = [&](const std::string& seat_name, const std::string& name, auto how) {
    Seat* seat = hub_.find_seat(seat_name);
    const auto mute = hub_.playbook().find_mute(name);
    if (has_contexts && seat != nullptr && mute) (seat->*how)(*mute);
  };
  using ChangeMute = void (Seat::*)(MuteId);
  using Change = void (Seat::*)(ContextId);
  std::visit(
      Overloaded{
          [&](const Event& event) {
            Event current = event;
            current.device = current_id(event.device);
            if (is_valid(current)) hub_.feed(current);
          },
          [&](const Plugged& it) { ids_.emplace_back(it.id, hub_.plug(it.device, it.time)); },
          [&](const Unplugged& it) { hub_.unplug(current_id(it.id), it.time); },
          [&](const Given& it) {
            Seat* seat = hub_.find_seat(it.seat);
            const DeviceId id = current_id(it.id);
            if (seat != nullptr && id != DeviceId::none) hub_.give(id, *seat);
          },
          [&](const ReleasedAll& it) { hub_.release_all(it.time); },
          [&](const Entered& it) {
            change(it.seat, it.context, static_cast<Change>(&Seat::enter));
          },
          [&](const Left& it) { change(it.seat, it.context, static_cast<Change>(&Seat::leave)); },
          [&](const Muted& it) {
            change_mute(it.seat, it.mute, static_cast<ChangeMute>(&Seat::mute));
          },
          [&](const Unmuted& it) {
            change_mute(it.seat, it.mute, static_cast<ChangeMute>(&Seat::unmute));
          },
          [&](const Resized& it) { hub_.set_window(it.width, it.height); },
          [&](const Updated& it) { hub_.update(it.time); },
      },
      step);
}

}  // namespace nextmove
