#include <nextmove/nearest.hpp>
#include <nextmove/seat.hpp>

#include "require.hpp"
#include "seat_state.hpp"

namespace nextmove {
namespace {

[[maybe_unused]] std::string no_such_context(const Playbook& playbook, std::string_view name) {
  std::vector<std::string_view> names;
  for (const ContextDefinition& context : playbook.contexts()) names.push_back(context.name);
  return "the playbook has no context \"" + std::string{name} + "\"" + did_you_mean(name, names);
}

ContextId named_context(const Playbook& playbook, std::string_view name) {
  const auto id = playbook.find_context(name);
#ifndef NDEBUG
  if (!id) core::require(false, no_such_context(playbook, name));
#endif
  return id.value_or(ContextId::none);
}

bool exists(const Playbook& playbook, ContextId context) {
  return static_cast<std::size_t>(context) < playbook.contexts().size();
}

}  // namespace

Seat::Seat(std::unique_ptr<core::SeatState> state)
    : state_(std::move(state)), readings_(state_->readings()) {}
Seat::~Seat() = default;

std::string_view Seat::name() const {
  return state_->name();
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

std::span<const ContextId> Seat::contexts() const {
  return state_->contexts();
}

}  // namespace nextmove
