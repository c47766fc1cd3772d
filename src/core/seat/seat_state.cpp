#include "seat/seat_state.hpp"

#include <algorithm>
#include <array>
#include <utility>

#include "compiled/playbook_data.hpp"

namespace nextmove::core {

SeatState::SeatState(std::string name, Playbook playbook, Journal& journal, Customs& customs)
    : common_(std::move(name), std::move(playbook), journal),
      given_(common_.playbook),
      router_(common_, customs, part_),
      touch_(common_, router_, part_, common_.playbook.zones()),
      mutes_(common_, router_),
      readout_(common_, router_),
      presses_(common_, readout_),
      handles_(common_),
      prompting_(common_) {
  router_.make_room();
}

void SeatState::update(Time now) {
  common_.since_last = now - common_.last_update;
  common_.last_update = now;
  prompting_.settle_hand(now);
  router_.advance(now);
  readout_.update(*this);
}

// ---- playbooks

void SeatState::adopt(const Playbook& playbook) {
  given_ = playbook;
  play_by(remapped(given_, profile_, common_.scheme));
}

void SeatState::set_profile(Profile profile) {
  profile_ = std::move(profile);
  Playbook changed = remapped(given_, profile_, common_.scheme);
  if (changed.definition() != common_.playbook.definition()) play_by(std::move(changed));
}

namespace {

// What the device says, without what the wiring of before made of it.
Slot slot_anew(const Slot& before, const Wiring& wiring) {
  Slot slot{before.device, before.kind, wiring};
  std::copy_n(before.controls.begin(), control_count, slot.controls.begin());
  std::copy_n(before.presses.begin(), control_count, slot.presses.begin());
  slot.presses_ever = before.presses_ever;
  slot.fingers = before.fingers;
  slot.fingers_ever = before.fingers_ever;
  slot.used_at = before.used_at;
  return slot;
}

}  // namespace

// The devices' values stay: axes and vectors go on with them, buttons wait for a fresh press.
void SeatState::play_by(Playbook playbook) {
  common_.time = common_.present();
  for (const auto& slot : common_.slots) {
    const std::vector<Vec2> controls = slot->controls;
    const auto presses = slot->presses;
    const auto fingers = slot->fingers;
    router_.rest(*slot);
    slot->controls = controls;
    slot->presses = presses;
    slot->fingers = fingers;
  }
  presses_.drop_all();

  const Playbook before = std::exchange(common_.playbook, std::move(playbook));
  common_.wiring = &common_.playbook.data().wiring();
  const std::size_t actions = common_.wiring->action_count();
  common_.tally.resize(actions);
  common_.board.play_by(common_.playbook);
  for (std::size_t i = 0; i < actions; ++i) common_.tally.mark(static_cast<ActionId>(i));
  for (const auto& slot : common_.slots) *slot = slot_anew(*slot, *common_.wiring);
  router_.play_on();
  touch_.keep_zones(common_.playbook.zones());
  mutes_.play_on();
  readout_.play_on();
  prompting_.renew();
  prompting_.note_hands();
  router_.take_up_with_controls();
  router_.lay();
  route_again(common_.present());
}

// ---- devices

Slot& SeatState::add_device(DeviceId device, DeviceKind kind, std::span<const Vec2> values,
                            Time time) {
  common_.slots.push_back(std::make_unique<Slot>(device, kind, *common_.wiring));
  common_.devices.push_back(device);
  Slot& slot = *common_.slots.back();
  prompting_.add(slot, time);
  router_.make_room();
  if (!values.empty()) take_up_values(slot, values, time);
  return slot;
}

void SeatState::take_up_values(Slot& slot, std::span<const Vec2> values, Time time) {
  router_.gestures().complete(time);
  std::copy_n(values.begin(), control_count, slot.controls.begin());
  if (slot.kind == DeviceKind::touch) touch_.find_fingers(slot, values);
  router_.take_up_with_controls();
  router_.lay();
  route_again(time);
}

void SeatState::hear_again(DeviceId device, std::span<const Vec2> values, Time time) {
  if (Slot* slot = common_.find_slot(device)) take_up_values(*slot, values, time);
}

void SeatState::remove_device(DeviceId device, Time time) {
  Slot* const slot = common_.find_slot(device);
  if (slot == nullptr) return;
  router_.gestures().complete(time);
  common_.begin_event(time);
  router_.rest(*slot);
  router_.forget(*slot);
  prompting_.forget(*slot, time);
  std::erase_if(common_.slots, [&](const auto& it) { return it.get() == slot; });
  std::erase(common_.devices, device);
  prompting_.note_hands();
  router_.make_room();
  // What another device points at is there again, before anybody pushes on.
  router_.hear_places();
  router_.look_for_pointers();
}

// The path of most events calls nothing on its way, so that it needs to keep nothing for later.
void SeatState::hear(Slot& slot, const Event& event) {
  const Source source = source_of(event.control);
  if (!router_.is_plain(source, event.time)) return hear_slowly(slot, event);
  router_.hear_plain(slot, source, event);
}

[[gnu::noinline]] void SeatState::hear_slowly(Slot& slot, const Event& event) {
  router_.gestures().complete(event.time);
  common_.begin_event(event.time);
  note_use(slot, event);
  const Source source = source_of(event.control);
  const Vec2 value = {event.x, event.y};
  if (source >= source_of(Control::Finger1)) return touch_.hear(slot, source, value);
  router_.route(slot, source, value, Cause::operated);
}

void SeatState::take_up(Slot& slot, const Event& event) {
  router_.gestures().complete(event.time);
  common_.begin_event(event.time);
  router_.take_up(slot, source_of(event.control), {event.x, event.y});
}

void SeatState::release_all(Time time) {
  router_.gestures().complete(time);
  common_.begin_event(time);
  for (const auto& slot : common_.slots) router_.rest(*slot);
  router_.look_for_pointers();
}

void SeatState::pause(Time time) {
  std::vector<std::array<Finger, 10>> fingers;
  for (const auto& slot : common_.slots) fingers.push_back(slot->fingers);
  release_all(time);
  for (std::size_t i = 0; i < fingers.size(); ++i) common_.slots[i]->fingers = fingers[i];
}

void SeatState::release_device(DeviceId device, Time time) {
  router_.gestures().complete(time);
  common_.time = time;
  if (Slot* slot = common_.find_slot(device)) router_.rest(*slot);
  router_.look_for_pointers();
}

void SeatState::set_screen(Vec2 window, Area part) {
  common_.time = common_.present();
  const ScreenPart to{window, part};
  touch_.move_fingers(to);
  const bool is_other = part != part_.area();
  part_ = to;
  touch_.lay_out();
  if (is_other) {
    route_again(common_.present());
  } else {
    touch_.take_up_fingers();
  }
}

// ---- contexts

void SeatState::route_again(Time time) {
  router_.route_again(time);
  touch_.take_up_fingers();
  router_.look_for_pointers();
}

void SeatState::list_context(ContextId context) {
  router_.list(context);
  mutes_.enter(context);
  prompting_.renew();
}

void SeatState::unlist_context(ContextId context) {
  common_.time = common_.present();
  router_.unlist(context);
  mutes_.leave(context);
  prompting_.renew();
}

void SeatState::enter(ContextId context) {
  if (context == ContextId::none || common_.is_in(context)) return;
  list_context(context);
  router_.lay();
  router_.let_go_below(context);
  route_again(common_.present());
  Journal& journal = common_.journal;
  if (!journal.is_on()) return;
  journal.tell(Entered{journal.now, common_.name, common_.playbook.context(context).name});
}

void SeatState::leave(ContextId context) {
  if (!common_.is_in(context)) return;
  unlist_context(context);
  router_.lay();
  route_again(common_.present());
  Journal& journal = common_.journal;
  if (!journal.is_on()) return;
  journal.tell(Left{journal.now, common_.name, common_.playbook.context(context).name});
}

// In one step: values that come out the same before and after do not move in between.
void SeatState::switch_to(ContextId context) {
  if (context == ContextId::none) return;
  const Wiring& wiring = *common_.wiring;
  const auto is_rival = [&](ContextId other) {
    return other != context && wiring.rank(other) == wiring.rank(context);
  };
  const auto& entered = common_.entered;
  const bool is_new = !common_.is_in(context);
  if (!is_new && std::none_of(entered.begin(), entered.end(), is_rival)) return;
  for (std::size_t i = entered.size(); i-- > 0;) {
    const ContextId other = entered[i];
    if (is_rival(other)) unlist_context(other);
  }
  if (is_new) list_context(context);
  router_.lay();
  if (is_new) router_.let_go_below(context);
  route_again(common_.present());
  Journal& journal = common_.journal;
  if (!journal.is_on()) return;
  journal.tell(SwitchedTo{journal.now, common_.name, common_.playbook.context(context).name});
}

void SeatState::hold_to(SchemeId scheme) {
  if (scheme == common_.scheme) return;
  if (!profile_.is_empty()) {
    common_.scheme = scheme;
    return play_by(remapped(given_, profile_, scheme));
  }
  common_.time = common_.present();
  router_.hold_to(scheme);
  prompting_.renew();
  router_.lay();
  route_again(common_.present());
}

void SeatState::set_typing(bool is_typing) {
  router_.set_typing(is_typing);
  router_.lay();
  router_.look_for_pointers();
}

}  // namespace nextmove::core
