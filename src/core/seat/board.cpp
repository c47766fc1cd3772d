#include "seat/board.hpp"

#include "compiled/playbook_data.hpp"
#include "seat/slot.hpp"

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

void Board::play_by(const Playbook& playbook) {
  const auto actions = playbook.actions();
  for (std::size_t i = 0; i < actions.size(); ++i) {
    if (i >= readings_.size()) readings_.push_back(fresh(actions[i]));
    if (readings_[i].kind != actions[i].kind) readings_[i] = fresh(actions[i]);
  }
  changes_.resize(readings_.size() + 1);
}

void Board::begin_update() {
  for (const ActionId action : changes()) {
    Reading& reading = readings_[Wiring::index(action)];
    reading.button = {.held = reading.button.held, .progress = reading.button.progress};
    reading.ways = {};
  }
  change_count_ = 0;
}

void Board::set_pointer(ActionId action, Vec2 position, bool is_present) {
  Reading& reading = readings_[Wiring::index(action)];
  const bool is_changed = position != reading.value || is_present != reading.is_present;
  reading.value = position;
  reading.is_present = is_present;
  list_change(action, is_changed);
}

}  // namespace nextmove::core
