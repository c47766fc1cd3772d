// From routes to readings.
#include <algorithm>

#include "compiled/digital.hpp"
#include "seat/seat_state.hpp"

namespace nextmove::core {
namespace {

void add(DirectionPresses& sum, const DirectionPresses& more) {
  sum.right += more.right;
  sum.left += more.left;
  sum.up += more.up;
  sum.down += more.down;
}

}  // namespace

void SeatState::update(Time now) {
  since_last_ = now - last_update_;
  last_update_ = now;
  if (hand_.settle(slots_, now)) [[unlikely]]
    note_hands();
  if (now >= next_due_) complete_gestures(now);
  if (!flows_.empty()) advance_flows(now);
  if (!gestures_.empty()) note_progress(now);
  for (const ActionId action : changes()) {
    Reading& reading = readings_[Wiring::index(action)];
    reading.button = {.held = reading.button.held, .progress = reading.button.progress};
    reading.ways = {};
  }
  change_count_ = 0;
  const auto dirty = tally_.take_dirty();
  // When the last is gone, what it changed is settled once more.
  if (!interceptors_.empty() || is_intercepted_) return intercept(dirty);
  for (const ActionId action : dirty) {
    tally_.clear_mark(action);
    Reading& reading = readings_[Wiring::index(action)];
    if (reading.kind == ActionKind::button) {
      commit_button(action, reading, take_button(action));
    } else if (is_displacement(reading.kind)) {
      commit_motion(action, reading, merged_value(action, reading.kind));
    } else if (reading.kind != ActionKind::pointer) {
      commit_value(action, reading, merged_value(action, reading.kind), false);
    } else {
      commit(action, collect(action));
    }
  }
}

// ---- what an action comes to

Intake SeatState::collect(ActionId action) {
  const ActionKind kind = readings_[Wiring::index(action)].kind;
  if (kind == ActionKind::button) return collect_button(action);
  Intake intake;
  if (kind == ActionKind::pointer) {
    if (drives_[Wiring::index(action)].pending != 0) weigh(action, kind);
    intake.value = pointers_[Wiring::index(action)].position;
    intake.is_present = is_pointed(action) && !is_muted(action);
  } else {
    intake.value = merged_value(action, kind);
  }
  return intake;
}

ButtonReading SeatState::take_button(ActionId action) {
  Tally::Heard& heard = tally_.heard(action);
  const ButtonReading button{heard.holders != 0, heard.presses != 0, heard.releases != 0,
                             heard.early != 0,   heard.downs != 0,   heard.progress,
                             heard.presses,      heard.releases,     heard.early,
                             heard.downs};
  heard.presses = 0;
  heard.releases = 0;
  heard.progress = 0;
  heard.early = 0;
  heard.downs = 0;
  return button;
}

Intake SeatState::collect_button(ActionId action) {
  Intake intake;
  intake.button = take_button(action);
  intake.logged = intake.button.presses;
  intake.is_raw_held = intake.button.held;
  return intake;
}

void SeatState::commit(ActionId action, const Intake& intake) {
  Reading& reading = readings_[Wiring::index(action)];
  switch (reading.kind) {
    case ActionKind::button: return commit_button(action, reading, intake.button);
    case ActionKind::pointer:
      return commit_pointer(action, reading, intake.value, intake.is_present);
    case ActionKind::motion:
    case ActionKind::turn: return commit_motion(action, reading, intake.value);
    default: commit_value(action, reading, intake.value, intake.is_changed);
  }
}

void SeatState::commit_button(ActionId action, Reading& reading, const ButtonReading& button) {
  const bool is_changed = (button.presses + button.releases + button.early + button.downs != 0) |
                          (button.progress != reading.button.progress);
  reading.button = button;
  reading.presses_ever += button.presses;
  reading.releases_ever += button.releases;
  reading.early_ever += button.early;
  reading.downs_ever += button.downs;
  list_change(action, is_changed);
}

void SeatState::commit_motion(ActionId action, Reading& reading, Vec2 value) {
  if (value == reading.value && value == Vec2{}) return;
  reading.value = value;
  list_change(action, true);
  reading.x_ever += static_cast<double>(value.x);
  reading.y_ever += static_cast<double>(value.y);
}

// What an interceptor has changed is read by its digits alone.
void SeatState::commit_value(ActionId action, Reading& reading, Vec2 value, bool is_changed) {
  Drive& drive = drives_[Wiring::index(action)];
  DirectionPresses ways = std::exchange(drive.presses, {});
  const bool is_plain = drive.is_plain && !is_changed && value == drive.value;
  const Digital digital =
      is_plain ? drive.digits : digits_of(action, reading.kind, value, reading.digital);
  if (is_changed) {
    ways = {};
    count_presses(reading.digital, digital, ways);
  }
  if (value == reading.value && digital == reading.digital && ways == DirectionPresses{}) return;
  reading.value = value;
  reading.digital = digital;
  reading.ways = ways;
  add(reading.ways_ever, ways);
  list_change(action, true);
}

void SeatState::commit_pointer(ActionId action, Reading& reading, Vec2 position, bool is_present) {
  const bool is_changed = position != reading.value || is_present != reading.is_present;
  reading.value = position;
  reading.is_present = is_present;
  list_change(action, is_changed);
}

// ---- interceptors

InterceptorId SeatState::add_interceptor(std::string name, Interceptor interceptor, int order) {
  intakes_.resize(readings_.size());
  const auto id = static_cast<InterceptorId>(++interceptors_ever_);
  ListedInterceptor listed{{id, std::move(name), order}, std::move(interceptor)};
  if (is_intercepting_) {
    new_interceptors_.push_back(std::move(listed));
  } else {
    list_interceptor(std::move(listed));
  }
  return id;
}

void SeatState::list_interceptor(ListedInterceptor interceptor) {
  const auto after =
      std::find_if(interceptors_.begin(), interceptors_.end(),
                   [&](const auto& other) { return other.info.order > interceptor.info.order; });
  interceptors_.insert(after, std::move(interceptor));
}

// One that removes itself must not go while it runs.
void SeatState::remove_interceptor(InterceptorId id) {
  const auto is_it = [&](const ListedInterceptor& it) { return it.info.id == id; };
  std::erase_if(new_interceptors_, is_it);
  if (!is_intercepting_) {
    std::erase_if(interceptors_, is_it);
    return;
  }
  const auto found = std::find_if(interceptors_.begin(), interceptors_.end(), is_it);
  if (found != interceptors_.end()) found->info.id = InterceptorId::none;
}

std::vector<InterceptorInfo> SeatState::interceptors() const {
  std::vector<InterceptorInfo> list;
  for (const auto* each : {&interceptors_, &new_interceptors_}) {
    for (const ListedInterceptor& it : *each) {
      if (it.info.id != InterceptorId::none) list.push_back(it.info);
    }
  }
  return list;
}

void SeatState::intercept(std::span<const ActionId> dirty) {
  taken_in_.clear();
  for (const ActionId action : dirty) tally_.clear_mark(action);
  for (const ActionId action : dirty) intake(action);
  Incoming incoming{*this};
  is_intercepting_ = true;
  for (const ListedInterceptor& interceptor : interceptors_) {
    if (interceptor.info.id != InterceptorId::none) interceptor.call(incoming);
  }
  is_intercepting_ = false;
  is_intercepted_ = false;
  for (const ActionId action : taken_in_) {
    Intake& intake = intakes_[Wiring::index(action)];
    const Reading& reading = readings_[Wiring::index(action)];
    if (reading.kind == ActionKind::button) {
      settle_edges(intake.button, reading.button.held);
      for (; intake.logged < intake.button.presses; ++intake.logged) {
        tally_.note_press(action, journal_.now);
      }
    }
    if (intake.is_changed) {
      tally_.mark(action);  // it may look different without the interceptor
      is_intercepted_ = true;
    }
    intake.is_here = false;
    commit(action, intake);
  }
  std::erase_if(interceptors_, [](const auto& it) { return it.info.id == InterceptorId::none; });
  for (ListedInterceptor& added : new_interceptors_) list_interceptor(std::move(added));
  new_interceptors_.clear();
}

Intake& SeatState::intake(ActionId action) {
  Intake& intake = intakes_[Wiring::index(action)];
  if (intake.is_here) return intake;
  intake = collect(action);
  intake.is_here = true;
  taken_in_.push_back(action);
  return intake;
}

Intake& SeatState::change(ActionId action) {
  Intake& intake = this->intake(action);
  intake.is_changed = true;
  return intake;
}

void SeatState::hold_back(ActionId action) {
  Intake& intake = change(action);
  tally_.forget_presses(action, intake.logged);
  intake.logged = 0;
  const bool is_down = intake.is_raw_held || intake.button.downs != 0 || intake.button.progress > 0;
  intake.button = {};
  if (is_down) let_go_unheard(action);
}

// Each control that is down waits for a fresh press, so that one on another device is heard.
void SeatState::let_go_unheard(ActionId action) {
  end_toggle(action);
  for (const Route& route : wiring_->routes()) {
    if (route.action != action) continue;
    for (const auto& slot : slots_) cut_contact(*slot, route, slot->routes[route.state]);
  }
  tally_.heard(action).releases = 0;
}

void SeatState::invent_press(ActionId action) {
  ++change(action).button.presses;
}

}  // namespace nextmove::core
