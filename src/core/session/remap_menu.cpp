#include <algorithm>

#include <nextmove/complaint.hpp>
#include <nextmove/remap_menu.hpp>

#include "compiled/naming.hpp"
#include "seat/capturing.hpp"
#include "seat/seat_state.hpp"

namespace nextmove {

RemapMenu::RemapMenu(Hub& hub, Seat& seat, Applying applying)
    : hub_(hub),
      seat_(seat),
      applying_(applying),
      draft_(hub.playbook(), seat.profile(), seat.scheme()),
      applied_(seat.profile()),
      rows_(remap_rows(draft_, remap_devices, seat.labels())) {}

RemapMenu::~RemapMenu() {
  stop_waiting();
  seat_.state().standing().draft.reset();
}

// What others have who share a device, and are about to.
void RemapMenu::know_others() {
  draft_.keep_off(hub_.taken_controls(seat_));
}

std::string RemapMenu::name_of(const ControlSlot& slot) const {
  const RemapRow* const row = find_row(rows_, slot);
  return row != nullptr ? row->label : draft_.playbook().action(slot.action).name;
}

void RemapMenu::changed() {
  rows_ = remap_rows(draft_, remap_devices, seat_.labels());
  seat_.state().standing().draft = draft_.profile();
  if (applying_ == Applying::at_once) hub_.set_profile(seat_, draft_.profile());
}

bool RemapMenu::is_asking(std::string_view call) const {
  if (question_) {
    core::doubt(ComplaintKind::wrong_moment, call,
                "a question waits for RemapMenu::answer; nothing else is changed before");
  }
  return question_.has_value();
}

// ---- one control

void RemapMenu::ask(const ControlSlot& slot, Duration time_out) {
  if (is_asking("RemapMenu::ask")) return;
  if (core::find(draft_.playbook(), slot.action, "RemapMenu::ask") == ActionId::none) return;
  stop_waiting();
  message_.clear();
  const ActionDefinition& action = draft_.playbook().action(slot.action);
  if (action.is_fixed) return tell({DraftRefusal::fixed});
  if (!core::can_be_captured(action.kind, slot.part, slot.device)) {
    message_ = name_of(slot) + ": nothing on a " + std::string{to_string(slot.device)} +
               " can do the whole of it";
    return;
  }
  waiting_for_ = slot;
  hub_.capture(
      seat_,
      {.action = slot.action, .part = slot.part, .device = slot.device, .time_out = time_out});
}

void RemapMenu::stop_waiting() {
  if (!waiting_for_) return;
  waiting_for_.reset();
  hub_.stop_capture(seat_);
}

// The game may go on with another playbook, or the seat under another scheme, while the menu is
// open; then the steps so far can no longer be undone.
void RemapMenu::follow() {
  const bool is_same =
      &hub_.playbook().data() == &draft_.playbook().data() && seat_.scheme() == draft_.scheme();
  if (is_same) return;
  stop_waiting();
  question_.reset();
  draft_ = Draft{hub_.playbook(), draft_.profile(), seat_.scheme()};
  changed();
}

void RemapMenu::update() {
  follow();
  if (!waiting_for_) return;
  if (seat_.capture().state == CaptureState::waiting) return tell_last_press();
  if (const Seat* other = seat_.capture().behind) {
    message_ = "First it is the turn of " + std::string{other->name()};
    return;
  }
  const ControlSlot slot = *waiting_for_;
  waiting_for_.reset();
  switch (seat_.capture().state) {
    case CaptureState::captured: return put(slot, seat_.capture().combination, OnClash::refuse);
    case CaptureState::timed_out: message_ = name_of(slot) + ": nothing was pressed"; break;
    default: message_.clear();
  }
}

void RemapMenu::tell_last_press() {
  const Capture& capture = seat_.capture();
  message_.clear();
  if (capture.refusal != DraftRefusal::none) {
    message_ = label(capture.refused, seat_.labels()) + ": " + std::string{reason(capture.refusal)};
  } else if (capture.somebody_elses != DeviceId::none) {
    message_ = "Somebody else pressed, on " + hub_.label(capture.somebody_elses);
  }
}

void RemapMenu::put(const ControlSlot& slot, const Combination& combination, OnClash on_clash) {
  know_others();
  const DraftAnswer answer = draft_.put(slot, combination, on_clash);
  question_.reset();
  if (answer.refusal == DraftRefusal::clash) {
    question_ = ClashQuestion{slot, combination, answer.clashes};
    for (const OnClash way : {OnClash::swap, OnClash::take_over}) {
      bool& can = way == OnClash::swap ? question_->can_swap : question_->can_take_over;
      can = static_cast<bool>(draft_.can_put(slot, combination, way));
    }
    return;
  }
  tell(answer);
  if (!answer) return;
  message_ = name_of(slot) + ": " + label(combination, seat_.labels());
  for (const Shadow& shadow : answer.shadows) {
    if (!shadow.comes_first) continue;
    const ActionDefinition& other = draft_.playbook().action(shadow.action);
    message_ += "; in the context \"" + draft_.playbook().context(shadow.context).name +
                "\" it is for " + (other.label.empty() ? other.name : other.label);
    break;
  }
  changed();
}

void RemapMenu::answer(OnClash on_clash) {
  if (!question_) {
    return core::doubt(ComplaintKind::wrong_moment, "RemapMenu::answer",
                       "nothing is asked; see RemapMenu::question");
  }
  const ClashQuestion asked = *question_;
  question_.reset();
  message_.clear();
  if (on_clash == OnClash::refuse) return;
  put(asked.slot, asked.combination, on_clash);
  if (!question_) return;
  const ControlSlot& other = question_->clashes.front().slot;
  message_ = on_clash == OnClash::swap
                 ? name_of(other) + " cannot have what " + name_of(asked.slot) + " had"
                 : name_of(other) + " must keep this control";
}

void RemapMenu::tell(const DraftAnswer& answer) {
  message_ = reason(answer.refusal);
  if (answer.refusal != DraftRefusal::somebody_elses) return;
  const TakenControl& taken = answer.taken;
  message_ = label(taken.control, seat_.labels()) + " is for " + taken.by +
             (taken.what.empty() ? " to join" : ": " + taken.what);
}

// ---- whole changes

void RemapMenu::clear(const ControlSlot& slot) {
  if (is_asking("RemapMenu::clear")) return;
  tell(draft_.clear(slot));
  changed();
}

void RemapMenu::reset(ActionId action) {
  if (is_asking("RemapMenu::reset")) return;
  know_others();
  tell(draft_.reset(action, OnClash::take_over));
  changed();
}

void RemapMenu::reset(DeviceKind device) {
  if (is_asking("RemapMenu::reset")) return;
  know_others();
  tell(draft_.reset(device, OnClash::take_over));
  changed();
}

void RemapMenu::reset() {
  if (is_asking("RemapMenu::reset")) return;
  message_.clear();
  draft_.reset();
  changed();
}

void RemapMenu::tune(const Tuning& tuning) {
  if (is_asking("RemapMenu::tune")) return;
  draft_.tune(tuning);
  changed();
}

void RemapMenu::swap_sticks(bool are_swapped) {
  if (is_asking("RemapMenu::swap_sticks")) return;
  know_others();
  tell(draft_.swap_sticks(are_swapped));
  changed();
}

void RemapMenu::take(const Profile& preset) {
  if (is_asking("RemapMenu::take")) return;
  know_others();
  tell(draft_.take(preset));
  changed();
}

void RemapMenu::undo() {
  if (is_asking("RemapMenu::undo")) return;
  message_.clear();
  draft_.undo();
  changed();
}

bool RemapMenu::is_changed() const {
  return draft_.profile() != applied_;
}

void RemapMenu::apply() {
  if (is_asking("RemapMenu::apply")) return;
  message_.clear();
  applied_ = draft_.profile();
  hub_.set_profile(seat_, applied_);
}

void RemapMenu::cancel() {
  stop_waiting();
  question_.reset();
  message_.clear();
  draft_ = Draft{draft_.playbook(), applied_, draft_.scheme()};
  changed();
}

}  // namespace nextmove
