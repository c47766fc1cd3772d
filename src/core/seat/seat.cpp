// The face of a player's state: what comes in is looked at here, so that nothing wrong gets
// further.
#include <nextmove/complaint.hpp>
#include <nextmove/seat.hpp>

#include "base/shown.hpp"
#include "compiled/naming.hpp"
#include "seat/seat_state.hpp"

namespace nextmove {

Seat::Seat(std::unique_ptr<core::SeatState> state)
    : state_(std::move(state)), readings_(state_->common().board.readings()) {}
Seat::~Seat() = default;

void Seat::start_over(std::unique_ptr<core::SeatState> state) {
  state_ = std::move(state);
  find_readings();
}

void Seat::find_readings() {
  readings_ = state_->common().board.readings();
}

std::string_view Seat::name() const {
  return state_->common().name;
}

SchemeId Seat::scheme() const {
  return state_->common().scheme;
}
std::span<const DeviceId> Seat::devices() const {
  return state_->common().devices;
}
const Playbook& Seat::playbook() const {
  return state_->common().playbook;
}

const Profile& Seat::profile() const {
  return state_->profile();
}

const Capture& Seat::capture() const {
  return state_->standing().capture;
}

bool Seat::is_taken() const {
  return state_->standing().is_taken;
}
bool Seat::is_waiting() const {
  return !state_->standing().waits.empty();
}
std::span<const Wait> Seat::waits() const {
  return state_->standing().waits;
}
SeatStanding Seat::standing() const {
  if (is_reserved()) return SeatStanding::reserved;
  if (!is_taken()) return SeatStanding::empty;
  return is_waiting() ? SeatStanding::waiting : SeatStanding::playing;
}
bool Seat::is_typing() const {
  return state_->common().is_typing;
}

bool Seat::is_reserved() const {
  return state_->standing().is_reserved;
}
Area Seat::part() const {
  return state_->hearing().part();
}

std::span<const ActionId> Seat::changes() const {
  return state_->common().board.changes();
}

// ---- contexts and mutes

void Seat::enter(ContextId context) {
  state_->enter(core::find<ContextId>(playbook(), context, "Seat::enter"));
}
void Seat::enter(Context context) {
  state_->enter(core::find<ContextId>(playbook(), context, "Seat::enter"));
}
void Seat::enter(std::string_view context) {
  state_->enter(core::find<ContextId>(playbook(), context, "Seat::enter"));
}

void Seat::leave(ContextId context) {
  state_->leave(core::find<ContextId>(playbook(), context, "Seat::leave"));
}
void Seat::leave(Context context) {
  state_->leave(core::find<ContextId>(playbook(), context, "Seat::leave"));
}
void Seat::leave(std::string_view context) {
  state_->leave(core::find<ContextId>(playbook(), context, "Seat::leave"));
}

bool Seat::is_in(ContextId context) const {
  return state_->common().is_in(core::find<ContextId>(playbook(), context, "Seat::is_in"));
}
bool Seat::is_in(Context context) const {
  return state_->common().is_in(core::find<ContextId>(playbook(), context, "Seat::is_in"));
}
bool Seat::is_in(std::string_view context) const {
  return state_->common().is_in(core::find<ContextId>(playbook(), context, "Seat::is_in"));
}

void Seat::switch_to(ContextId context) {
  state_->switch_to(core::find<ContextId>(playbook(), context, "Seat::switch_to"));
}
void Seat::switch_to(Context context) {
  state_->switch_to(core::find<ContextId>(playbook(), context, "Seat::switch_to"));
}
void Seat::switch_to(std::string_view context) {
  state_->switch_to(core::find<ContextId>(playbook(), context, "Seat::switch_to"));
}

void Seat::mute(MuteId mute) {
  state_->mutes().mute(core::find<MuteId>(playbook(), mute, "Seat::mute"));
}
void Seat::mute(Mute mute) {
  state_->mutes().mute(core::find<MuteId>(playbook(), mute, "Seat::mute"));
}
void Seat::mute(std::string_view mute) {
  state_->mutes().mute(core::find<MuteId>(playbook(), mute, "Seat::mute"));
}

void Seat::unmute(MuteId mute) {
  state_->mutes().unmute(core::find<MuteId>(playbook(), mute, "Seat::unmute"));
}
void Seat::unmute(Mute mute) {
  state_->mutes().unmute(core::find<MuteId>(playbook(), mute, "Seat::unmute"));
}
void Seat::unmute(std::string_view mute) {
  state_->mutes().unmute(core::find<MuteId>(playbook(), mute, "Seat::unmute"));
}

bool Seat::is_muted(ActionId action) const {
  return state_->mutes().is_muted(core::find(playbook(), action, "Seat::is_muted"));
}

// ---- readings

const Reading& Seat::read(ActionId action) const {
  static constexpr Reading at_rest{};
  const ActionId id = core::find(playbook(), action, "Seat::read");
  return id != ActionId::none ? readings_[static_cast<std::size_t>(id)] : at_rest;
}

const Reading& Seat::read_slowly(std::uint32_t hash, ActionKind kind) const {
  static constexpr Reading at_rest{};
  const ActionId id = state_->handles().find_slowly(hash, kind, "Seat::read");
  return id != ActionId::none ? readings_[static_cast<std::size_t>(id)] : at_rest;
}

ActionId Seat::find_slowly(std::uint32_t hash, ActionKind kind, std::string_view call) const {
  return state_->handles().find_slowly(hash, kind, call);
}

bool Seat::take_press(Button action, Duration within) {
  return state_->presses().take(state_->handles().find(action, "Seat::take_press"), within);
}

// ---- prompts

DeviceId Seat::device_in_hand() const {
  return state_->prompting().device_in_hand();
}

std::span<const Prompt> Seat::prompts(ActionId action, ActionPart part) const {
  const ActionId known = core::find(playbook(), action, "Seat::prompts");
  return state_->prompting().prompts(known, part);
}

const Prompt& Seat::best_prompt(ActionId action, ActionPart part) const {
  return state_->prompting().prompts(action, part).front();
}

Caption Seat::caption(std::string_view text) const {
  return state_->prompting().caption(text);
}

std::uint32_t Seat::prompt_version() const {
  return state_->prompting().version();
}

const Labels& Seat::labels() const {
  return state_->prompting().labels();
}

bool Seat::hears_zone(std::size_t zone) const {
  const std::size_t count = playbook().zones().size();
  if (zone < count)
    return state_->hearing().router().active_routes().is_heard(core::source_of_zone(zone));
  core::complain(ComplaintKind::unknown_id, "Seat::hears_zone",
                 core::no_such_id("zone", zone, count));
  return false;
}

// ---- interceptors

InterceptorId Seat::add_interceptor(std::string name, Interceptor interceptor, int order) {
  if (!interceptor) {
    core::complain(
        ComplaintKind::empty_function, "Seat::add_interceptor",
        "was given an empty function for " + core::quoted(name) + ", which is not called");
    return InterceptorId::none;
  }
  return state_->readout().add_interceptor(std::move(name), std::move(interceptor), order);
}
void Seat::remove_interceptor(InterceptorId id) {
  state_->readout().remove_interceptor(id);
}
void Seat::remove_interceptors() {
  for (const InterceptorInfo& it : interceptors()) remove_interceptor(it.id);
}
std::vector<InterceptorInfo> Seat::interceptors() const {
  return state_->readout().interceptors();
}

std::span<const ContextId> Seat::contexts() const {
  return state_->common().entered;
}

}  // namespace nextmove
