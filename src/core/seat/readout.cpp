#include "seat/readout.hpp"

#include <utility>

#include "compiled/digital.hpp"

namespace nextmove::core {

void Readout::update(SeatState& seat) {
  common_.board.begin_update();
  const auto dirty = common_.tally.take_dirty();
  if (interception_.is_on()) return intercept(seat, dirty);
  for (const ActionId action : dirty) {
    common_.tally.clear_mark(action);
    const ActionKind kind = common_.board.kind(action);
    if (kind == ActionKind::button) {
      common_.board.set_button(action, take_button(action));
    } else if (is_displacement(kind)) {
      common_.board.set_motion(action, router_.merging().take_value(action, kind));
    } else if (kind != ActionKind::pointer) {
      commit_value(action, router_.merging().take_value(action, kind), false);
    } else {
      commit(action, collect(action));
    }
  }
}

// ---- what an action comes to

Intake Readout::collect(ActionId action) {
  const ActionKind kind = common_.board.kind(action);
  Intake intake;
  if (kind == ActionKind::button) {
    intake.button = take_button(action);
    intake.logged = intake.button.presses;
    intake.is_raw_held = intake.button.held;
  } else if (kind == ActionKind::pointer) {
    if (router_.merging().drive(action).pending != 0) router_.merging().weigh(action, kind);
    intake.value = router_.pointers().position(action);
    intake.is_present = router_.pointers().is_pointed(action) && !common_.is_muted(action);
  } else {
    intake.value = router_.merging().take_value(action, kind);
  }
  return intake;
}

ButtonReading Readout::take_button(ActionId action) {
  Tally::Heard& heard = common_.tally.heard(action);
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

void Readout::commit(ActionId action, const Intake& intake) {
  switch (common_.board.kind(action)) {
    case ActionKind::button: return common_.board.set_button(action, intake.button);
    case ActionKind::pointer:
      return common_.board.set_pointer(action, intake.value, intake.is_present);
    case ActionKind::motion:
    case ActionKind::turn: return common_.board.set_motion(action, intake.value);
    default: commit_value(action, intake.value, intake.is_changed);
  }
}

// What an interceptor has changed is read by its digits alone.
void Readout::commit_value(ActionId action, Vec2 value, bool is_changed) {
  Drive& drive = router_.merging().drive(action);
  const Reading& reading = common_.board.reading(action);
  DirectionPresses ways = std::exchange(drive.presses, {});
  const bool is_plain = drive.is_plain && !is_changed && value == drive.value;
  const Digital digital =
      is_plain ? drive.digits
               : router_.merging().digits_of(action, reading.kind, value, reading.digital);
  if (is_changed) {
    ways = {};
    count_presses(reading.digital, digital, ways);
  }
  common_.board.set_value(action, value, digital, ways);
}

// ---- interceptors

InterceptorId Readout::add_interceptor(std::string name, Interceptor interceptor, int order) {
  interception_.make_room(common_.wiring->action_count());
  return interception_.add(std::move(name), std::move(interceptor), order);
}

void Readout::play_on() {
  if (is_intercepted()) interception_.make_room(common_.wiring->action_count());
}

void Readout::intercept(SeatState& seat, std::span<const ActionId> dirty) {
  interception_.begin();
  for (const ActionId action : dirty) common_.tally.clear_mark(action);
  for (const ActionId action : dirty) intake(action);
  Incoming incoming{seat};
  interception_.call(incoming);
  for (const ActionId action : interception_.taken_in()) {
    Intake intake = interception_.end_intake(action);
    if (common_.board.kind(action) == ActionKind::button) {
      settle_edges(intake.button, common_.board.reading(action).button.held);
      for (; intake.logged < intake.button.presses; ++intake.logged) {
        common_.tally.note_press(action, common_.journal.now);
      }
    }
    if (intake.is_changed) common_.tally.mark(action);  // it may look different without
    commit(action, intake);
  }
  interception_.end();
}

Intake& Readout::intake(ActionId action) {
  Intake* const here = interception_.find(action);
  return here != nullptr ? *here : interception_.take_in(action, collect(action));
}

Intake& Readout::change(ActionId action, InterceptedAs as, Vec2 value) {
  Intake& intake = this->intake(action);
  intake.is_changed = true;
  Journal& journal = common_.journal;
  interception_.note_change(action, journal.now);
  if (journal.is_on()) {
    journal.tell(BriefStep{.kind = BriefKind::intercepted,
                           .time = journal.now,
                           .seat = common_.name,
                           .name = common_.playbook.action(action).name,
                           .by = interception_.called_name(),
                           .as = as,
                           .value = value});
  }
  return intake;
}

void Readout::hold_back(ActionId action) {
  Intake& intake = change(action, InterceptedAs::held_back);
  if (common_.board.kind(action) == ActionKind::button) return hold_back_button(action, intake);
  if (common_.board.kind(action) != ActionKind::pointer) intake.value = {};
  intake.is_present = false;
}

// Each control that is down waits for a fresh press, so that one on another device is heard.
void Readout::hold_back_button(ActionId action, Intake& intake) {
  common_.tally.forget_presses(action, intake.logged);
  intake.logged = 0;
  const bool is_down = intake.is_raw_held || intake.button.downs != 0 || intake.button.progress > 0;
  intake.button = {};
  if (!is_down) return;
  router_.cut(action);
  common_.tally.heard(action).releases = 0;
}

void Readout::invent_press(ActionId action) {
  ++change(action, InterceptedAs::pressed).button.presses;
}

void Readout::invent_hold(ActionId action) {
  change(action, InterceptedAs::held).button.held = true;
}

void Readout::set_value(ActionId action, Vec2 value) {
  const ActionKind kind = common_.board.kind(action);
  const Vec2 within = clamped(within_reach(value), kind);
  Intake& intake = change(action, InterceptedAs::set, within);
  intake.value = within;
  if (kind == ActionKind::pointer) intake.is_present = true;
}

}  // namespace nextmove::core
