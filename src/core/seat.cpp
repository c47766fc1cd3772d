#include <nextmove/nearest.hpp>
#include <nextmove/seat.hpp>

#include "require.hpp"
#include "seat_state.hpp"

namespace nextmove {
namespace {

// "the playbook has no context "hlem"; did you mean "helm"?"
template <class Definitions>
[[maybe_unused]] std::string no_such(std::string_view kind, std::string_view name,
                                     const Definitions& definitions) {
  std::vector<std::string_view> names;
  for (const auto& definition : definitions) names.push_back(definition.name);
  return "the playbook has no " + std::string{kind} + " \"" + std::string{name} + "\"" +
         did_you_mean(name, names);
}

ContextId named_context(const Playbook& playbook, std::string_view name) {
  const auto id = playbook.find_context(name);
#ifndef NDEBUG
  if (!id) core::require(false, no_such("context", name, playbook.contexts()));
#endif
  return id.value_or(ContextId::none);
}

MuteId named_mute(const Playbook& playbook, std::string_view name) {
  const auto id = playbook.find_mute(name);
#ifndef NDEBUG
  if (!id) core::require(false, no_such("mute", name, playbook.mutes()));
#endif
  return id.value_or(MuteId::none);
}

bool exists(const Playbook& playbook, ContextId context) {
  return static_cast<std::size_t>(context) < playbook.contexts().size();
}

}  // namespace

Seat::Seat(std::unique_ptr<core::SeatState> state)
    : state_(std::move(state)), readings_(state_->readings()) {}
Seat::~Seat() = default;

void Seat::find_readings() {
  readings_ = state_->readings();
}

std::string_view Seat::name() const {
  return state_->name();
}

SchemeId Seat::scheme() const {
  return state_->scheme();
}
std::span<const DeviceId> Seat::devices() const {
  return state_->devices();
}
const Playbook& Seat::playbook() const {
  return state_->playbook();
}

const Profile& Seat::profile() const {
  return state_->profile();
}

const Capture& Seat::capture() const {
  return state_->capture;
}

bool Seat::is_taken() const {
  return state_->sitting.is_taken;
}
bool Seat::is_waiting() const {
  return state_->sitting.is_waiting;
}
bool Seat::is_reserved() const {
  return state_->sitting.is_reserved;
}
Area Seat::part() const {
  return state_->part();
}

std::span<const ActionId> Seat::changes() const {
  return state_->changes();
}

void Seat::enter(ContextId context) {
  const bool known = exists(state_->playbook(), context);
  core::require(known, "Seat::enter was given a context of another playbook");
  if (known) state_->enter(context);
}

void Seat::leave(ContextId context) {
  state_->leave(context);
}
bool Seat::is_in(ContextId context) const {
  return state_->is_in(context);
}

void Seat::enter(std::string_view context) {
  const ContextId id = named_context(state_->playbook(), context);
  if (id != ContextId::none) state_->enter(id);
}
void Seat::leave(std::string_view context) {
  state_->leave(named_context(state_->playbook(), context));
}
bool Seat::is_in(std::string_view context) const {
  return state_->is_in(named_context(state_->playbook(), context));
}

void Seat::switch_to(ContextId context) {
  const bool known = exists(state_->playbook(), context);
  core::require(known, "Seat::switch_to was given a context of another playbook");
  if (known) state_->switch_to(context);
}
void Seat::switch_to(std::string_view context) {
  const ContextId id = named_context(state_->playbook(), context);
  if (id != ContextId::none) state_->switch_to(id);
}

void Seat::mute(MuteId mute) {
  state_->mute(mute);
}
void Seat::unmute(MuteId mute) {
  state_->unmute(mute);
}
void Seat::mute(std::string_view mute) {
  state_->mute(named_mute(state_->playbook(), mute));
}
void Seat::unmute(std::string_view mute) {
  state_->unmute(named_mute(state_->playbook(), mute));
}
bool Seat::is_muted(ActionId action) const {
  return state_->is_muted(action);
}

bool Seat::take_press(Button action, Duration within) {
  return state_->take_press(action.id, within);
}

DeviceId Seat::device_in_hand() const {
  return state_->device_in_hand();
}

std::span<const Prompt> Seat::prompts(ActionId action, ActionPart part) const {
  return state_->prompts(action, part);
}

Caption Seat::caption(std::string_view text) const {
  return state_->caption(text);
}

std::uint32_t Seat::prompt_version() const {
  return state_->prompting().version();
}

const Labels& Seat::labels() const {
  return state_->prompting().labels();
}

bool Seat::hears_zone(std::size_t zone) const {
  return zone < state_->playbook().zones().size() && state_->is_heard(core::source_of_zone(zone));
}

InterceptorId Seat::add_interceptor(Interceptor interceptor, int order) {
  return state_->add_interceptor(std::move(interceptor), order);
}
void Seat::remove_interceptor(InterceptorId id) {
  state_->remove_interceptor(id);
}

std::span<const ContextId> Seat::contexts() const {
  return state_->contexts();
}

}  // namespace nextmove
