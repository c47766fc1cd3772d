// A seat: the playbook it plays by, its devices, handlers and kept presses.
#include "seat/seat_state.hpp"

#include <algorithm>

#include <nextmove/complaint.hpp>

#include "base/shown.hpp"
#include "compiled/playbook_data.hpp"

namespace nextmove::core {
namespace {

// The reading of an action of which nothing was heard yet.
Reading fresh(const ActionDefinition& action) {
  Reading reading{action.kind};
  reading.hash = hash_of(action);
  if (action.kind == ActionKind::pointer) reading.value = middle_of_part;
  return reading;
}

}  // namespace

SeatState::SeatState(std::string name, Playbook playbook, Journal& journal, Customs& customs)
    : name_(std::move(name)),
      given_(std::move(playbook)),
      playbook_(given_),
      journal_(journal),
      customs_(customs),
      wiring_(&playbook_.data().wiring()),
      wires_(*wiring_),
      tally_(wiring_->action_count()),
      drives_(wiring_->action_count()),
      pointers_(wiring_->action_count()),
      toggles_(wiring_->action_count()),
      mutes_(playbook_.mutes().size()) {
  for (const ActionDefinition& action : playbook_.actions()) readings_.push_back(fresh(action));
  make_room();
  find_custom_functions();
  list_drivers();
}

// So that nothing grows while events come in.
void SeatState::make_room() {
  entered_.reserve(wiring_->context_count());
  changes_.resize(wiring_->action_count() + 1);
  taken_in_.reserve(wiring_->action_count());
  flipped_.reserve(wiring_->with_count());
  places_to_hear_.reserve(control_count);
  gestures_.reserve(slots_.size() * wiring_->gesture_count());
  flows_.reserve(slots_.size() * wiring_->flow_count());
  rewired_flows_.reserve(2 * slots_.size() * wiring_->state_count());  // released and taken up
}

void SeatState::find_custom_functions() {
  custom_functions_.clear();
  for (const std::string& name : wiring_->custom_names()) {
    custom_functions_.push_back(&customs_.find(name));
  }
}

void SeatState::list_drivers() {
  drivers_.clear();
  first_driver_.clear();
  for (std::size_t i = 0; i < wiring_->action_count(); ++i) {
    first_driver_.push_back(static_cast<std::uint32_t>(drivers_.size()));
    const auto action = static_cast<ActionId>(i);
    const bool has_rate = takes_rate(readings_[i].kind);
    for (const auto& slot : slots_) {
      if (!wiring_->drives(slot->kind, action)) continue;
      LiveState& live = slot->live[i];
      live.slot = slot.get();
      live.bindings = wiring_->live_bindings(action, slot->kind);
      live.is_smoothed =
          !has_rate && std::any_of(live.bindings.begin(), live.bindings.end(),
                                   [](const LiveBinding& it) { return it.flow != no_index; });
      live.is_simple =
          live.bindings.size() == 1 && !live.is_smoothed && !live.bindings.front().takes_last;
      drivers_.push_back(&live);
    }
  }
  first_driver_.push_back(static_cast<std::uint32_t>(drivers_.size()));
}

SeatState::~SeatState() {
  for (const auto& handlers : handler_sets_) {
    if (handlers != nullptr) handlers->forget_seat();
  }
}

void SeatState::adopt(const Playbook& playbook) {
  given_ = playbook;
  play_by(remapped(given_, profile_, scheme_));
}

void SeatState::set_profile(Profile profile) {
  profile_ = std::move(profile);
  Playbook changed = remapped(given_, profile_, scheme_);
  if (changed.definition() != playbook_.definition()) play_by(std::move(changed));
}

// The devices' values stay: axes and vectors go on with them, buttons wait for a fresh press.
void SeatState::play_by(Playbook playbook) {
  time_ = present();
  for (const auto& slot : slots_) {
    const std::vector<Vec2> controls = slot->controls;
    const auto presses = slot->presses;
    const auto fingers = slot->fingers;
    rest(*slot);
    slot->controls = controls;
    slot->presses = presses;
    slot->fingers = fingers;
  }
  gestures_.clear();
  flows_.clear();
  next_due_ = never;
  drop_presses();

  const Playbook before = std::exchange(playbook_, std::move(playbook));
  prompting_.renew();
  wiring_ = &playbook_.data().wiring();
  note_hands();
  const std::size_t actions = wiring_->action_count();
  tally_.resize(actions);
  drives_.assign(actions, {});
  keep_pointers();
  toggles_.assign(actions, {});
  for (std::size_t i = 0; i < actions; ++i) {
    const ActionDefinition& action = playbook_.actions()[i];
    if (i >= readings_.size()) readings_.push_back(fresh(action));
    if (readings_[i].kind != action.kind) readings_[i] = fresh(action);
    tally_.heard(static_cast<ActionId>(i)).mutes = 0;
    tally_.mark(static_cast<ActionId>(i));
  }
  if (!interceptors_.empty()) intakes_.resize(actions);
  mutes_.resize(playbook_.mutes().size());
  for (std::size_t i = 0; i < mutes_.size(); ++i) {
    if (mutes_[i] != 0) silence(static_cast<MuteId>(i), static_cast<int>(mutes_[i]));
  }
  for (const ContextId context : entered_) {
    for (const MuteId mute : playbook_.data().mutes_with[Wiring::index(context)]) silence(mute, 1);
  }

  for (auto& slot : slots_) {
    Slot anew{slot->device, slot->kind, *wiring_};
    std::copy(slot->controls.begin(), slot->controls.begin() + control_count,
              anew.controls.begin());
    std::copy(slot->presses.begin(), slot->presses.begin() + control_count, anew.presses.begin());
    anew.presses_ever = slot->presses_ever;
    anew.fingers = slot->fingers;
    anew.fingers_ever = slot->fingers_ever;
    keep_zones(anew.fingers, before.zones());
    anew.used_at = slot->used_at;
    *slot = std::move(anew);
  }
  make_room();
  find_custom_functions();
  list_drivers();
  find_areas();
  // Of the contexts that are entered some may rank otherwise now.
  std::stable_sort(entered_.begin(), entered_.end(),
                   [&](ContextId a, ContextId b) { return wiring_->rank(a) > wiring_->rank(b); });
  const bool was_typing = is_typing();
  wires_ = Wires{*wiring_};
  wires_.set_typing(was_typing);
  take_up_with_controls();
  wires_.lay(entered_, bit_of(scheme_));
  route_again(present());
}

// The wires must be laid anew afterwards.
void SeatState::take_up_with_controls() {
  flipped_.clear();
  for (const auto& slot : slots_) {
    for (Source source = 0; source < control_count; ++source) {
      for (const Route& with : wiring_->with_routes(source)) {
        operate_with_control(*slot, with, slot->controls[source]);
      }
    }
  }
}

// ---- handlers

void SeatState::attach(std::shared_ptr<Handlers> handlers) {
  handlers->attached_in = journal_.updates;
  handler_sets_.push_back(std::move(handlers));
}

void SeatState::detach(const Handlers& handlers) {
  const auto found = std::find_if(handler_sets_.begin(), handler_sets_.end(),
                                  [&](const auto& it) { return it.get() == &handlers; });
  if (found == handler_sets_.end()) return;
  if (is_calling_) {
    *found = nullptr;
  } else {
    handler_sets_.erase(found);
  }
}

// A set that is attached in an update, by whomever, is called from the next one on.
void SeatState::call_handlers() {
  if (handler_sets_.empty()) return;
  is_calling_ = true;
  for (std::size_t i = 0; i < handler_sets_.size(); ++i) {
    // It lives until its last handler has returned, even if one of them destroys the set.
    const auto handlers = handler_sets_[i];
    if (handlers == nullptr || handlers->attached_in == journal_.updates) continue;
    handlers->call([&](std::uint32_t hash) {
      return std::any_of(handler_sets_.begin() + static_cast<std::ptrdiff_t>(i) + 1,
                         handler_sets_.end(), [&](const auto& over) {
                           return over != nullptr && over->attached_in != journal_.updates &&
                                  over->covers(hash);
                         });
    });
  }
  is_calling_ = false;
  std::erase(handler_sets_, nullptr);
}

// ---- devices

Slot& SeatState::add_device(DeviceId device, DeviceKind kind, std::span<const Vec2> values,
                            Time time) {
  slots_.push_back(std::make_unique<Slot>(device, kind, *wiring_));
  if (hand_.slot() == nullptr) hand_.take(*slots_.back(), time);
  note_hands();
  devices_.push_back(device);
  make_room();
  list_drivers();
  if (!values.empty()) take_up_values(*slots_.back(), values, time);
  return *slots_.back();
}

void SeatState::take_up_values(Slot& slot, std::span<const Vec2> values, Time time) {
  if (time >= next_due_) complete_gestures(time);
  std::copy(values.begin(), values.begin() + control_count, slot.controls.begin());
  if (slot.kind == DeviceKind::touch) find_fingers(slot, values);
  take_up_with_controls();
  wires_.lay(entered_, bit_of(scheme_));
  route_again(time);
}

void SeatState::hear_again(DeviceId device, std::span<const Vec2> values, Time time) {
  const auto found = std::find_if(slots_.begin(), slots_.end(),
                                  [&](const auto& slot) { return slot->device == device; });
  if (found != slots_.end()) take_up_values(**found, values, time);
}

std::span<const Vec2> SeatState::values(DeviceId device) const {
  const auto found = std::find_if(slots_.begin(), slots_.end(),
                                  [&](const auto& slot) { return slot->device == device; });
  return (*found)->controls;
}

void SeatState::remove_device(DeviceId device, Time time) {
  const auto found = std::find_if(slots_.begin(), slots_.end(),
                                  [&](const auto& s) { return s->device == device; });
  if (found == slots_.end()) return;
  Slot& slot = **found;
  if (time >= next_due_) complete_gestures(time);
  begin_event(time);
  rest(slot);
  std::erase_if(flows_, [&](const ActiveFlow& flow) { return flow.slot == &slot; });
  for (PointerState& pointer : pointers_) {
    if (pointer.slot == &slot) pointer.slot = nullptr;
  }
  for (std::size_t i = 0; i < readings_.size(); ++i) {
    if (readings_[i].kind == ActionKind::button) continue;
    tally_.mark(static_cast<ActionId>(i));
    Drive& drive = drives_[i];
    if (drive.driver == &slot.live[i]) drive.driver = nullptr;
    drive.changed = nullptr;
    drive.pending = event_;
  }
  hand_.forget(slot, slots_, time);
  slots_.erase(found);
  note_hands();
  std::erase(devices_, device);
  list_drivers();
  // What another device points at is there again, before anybody pushes on.
  is_resting_ = false;
  hear_places();
  look_for_pointers();
}

void SeatState::release_all(Time time) {
  if (time >= next_due_) complete_gestures(time);
  begin_event(time);
  for (const auto& slot : slots_) rest(*slot);
  look_for_pointers();
}

void SeatState::pause(Time time) {
  std::vector<std::array<Finger, 10>> fingers;
  for (const auto& slot : slots_) fingers.push_back(slot->fingers);
  release_all(time);
  for (std::size_t i = 0; i < slots_.size(); ++i) slots_[i]->fingers = fingers[i];
}

void SeatState::release_device(DeviceId device, Time time) {
  if (time >= next_due_) complete_gestures(time);
  time_ = time;
  for (const auto& slot : slots_) {
    if (slot->device == device) rest(*slot);
  }
  look_for_pointers();
}

// ---- handles

ActionId SeatState::find_slowly(std::uint32_t hash, ActionKind kind, std::string_view call) const {
  if (const auto found = playbook_.data().actions.find(hash)) return *found;
  if (told_handles_.add(hash)) {
    complain(ComplaintKind::unknown_handle, call, what_is_wrong(hash, kind));
  }
  return ActionId::none;
}

std::string SeatState::what_is_wrong(std::uint32_t hash, ActionKind kind) const {
  const std::string name{to_string(kind)};
  const std::string handle = (kind == ActionKind::axis ? "an " : "a ") + name;
  const std::string wrong =
      hash == 0 ? "was given an empty handle, of " + handle
                : "was given the handle of " + handle + " that the playbook does not have";
  const auto actions = playbook_.actions();
  const auto example = std::find_if(actions.begin(), actions.end(),
                                    [&](const ActionDefinition& it) { return it.kind == kind; });
  if (example == actions.end()) return wrong + "; it has none at all";
  return wrong + "; get one as in playbook." + name + '(' + quoted(example->name) + ')';
}

// ---- kept presses

bool SeatState::take_press(ActionId action, Duration within) {
  return can_take(action) && tally_.take_press(action, within, journal_.now);
}

bool SeatState::take_press(ActionId action, Duration within, std::uint32_t& cursor) const {
  return can_take(action) && tally_.take_press(action, within, journal_.now, cursor);
}

// Nothing is taken while nothing that is entered binds the action; but interceptors may press what
// no context binds.
bool SeatState::can_take(ActionId action) const {
  if (!tally_.knows(action)) return false;
  const auto binds = [&](ContextId context) {
    const auto [begin, end] = wiring_->routes_of(context);
    const auto first = wiring_->routes().begin();
    return std::any_of(first + begin, first + end,
                       [&](const Route& route) { return route.action == action; });
  };
  return !interceptors_.empty() || std::any_of(entered_.begin(), entered_.end(), binds);
}

void SeatState::drop_presses() {
  for (std::size_t i = 0; i < readings_.size(); ++i) tally_.drop_presses(static_cast<ActionId>(i));
}

}  // namespace nextmove::core
