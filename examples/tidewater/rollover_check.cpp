#include "rollover_check.hpp"

#include <algorithm>
#include <iterator>
#include <set>

namespace tidewater {
namespace {

using namespace nextmove;

constexpr std::size_t sets_of_a_size = 3;
constexpr float long_enough = 0.4F;  // seconds, for hands to come down and for a set to count

std::vector<Control> all_keys(const HeldKeys& set) {
  std::vector<Control> keys = set.keys;
  keys.insert(keys.end(), set.modifiers.begin(), set.modifiers.end());
  return keys;
}

// "KeyA KeyS ".
std::string listed(const std::vector<Control>& keys) {
  std::string list;
  for (const Control key : keys) list.append(to_string(key)).append(1, ' ');
  return list;
}

// A few of each size, spread over all there are.
std::vector<std::vector<Control>> choose(const RolloverStudy& study) {
  std::vector<std::vector<Control>> chosen;
  for (std::size_t size = keys_every_keyboard_reports + 1; size < study.counts.size(); ++size) {
    std::vector<const HeldKeys*> of_size;
    for (const HeldKeys& set : study.sets) {
      if (set.keys.size() == size) of_size.push_back(&set);
    }
    const std::size_t wanted = std::min(sets_of_a_size, of_size.size());
    for (std::size_t i = 0; i < wanted; ++i) {
      chosen.push_back(all_keys(*of_size[(2 * i + 1) * of_size.size() / (2 * wanted)]));
    }
  }
  return chosen;
}

std::set<Control> keys_of(const std::vector<std::vector<Control>>& sets) {
  std::set<Control> keys;
  for (const std::vector<Control>& set : sets) keys.insert(set.begin(), set.end());
  return keys;
}

// A function key that is asked for in no set.
Control free_key(const std::vector<std::vector<Control>>& sets) {
  const std::set<Control> keys = keys_of(sets);
  using enum Control;
  for (const Control key : {F1, F2, F3, F4, F5, F6, F7, F8, F9, F10, F11}) {
    if (!keys.contains(key)) return key;
  }
  return F12;
}

Playbook playbook_for(const std::vector<std::vector<Control>>& sets, Control go_on) {
  std::set<Control> keys = keys_of(sets);
  keys.erase(go_on);
  PlaybookDefinition book{.title = "Keys", .actions = {{.name = "go_on"}}};
  book.contexts = {{.name = "keys", .bindings = {{.action = "go_on", .control = go_on}}}};
  for (const Control key : keys) {
    const std::string name{to_string(key)};
    book.actions.push_back({.name = name});
    book.contexts[0].bindings.push_back({.action = name, .control = key});
  }
  return *make_playbook(book);
}

}  // namespace

RolloverCheck::RolloverCheck(const Playbook& playbook, std::span<const SchemeId> players,
                             bool ghosts)
    : sets_(choose(study_rollover(playbook, players))),
      go_on_key_(free_key(sets_)),
      playbook_(playbook_for(sets_, go_on_key_)),
      ghosts_(ghosts) {}

void RolloverCheck::step(const Seat& seat, float dt) {
  heard_.clear();
  for (const ActionDefinition& action : playbook_->actions()) {
    const auto key = find_control(action.name);
    if (!key) continue;
    const ButtonReading& reading = seat.read(*playbook_->find_action(action.name)).button;
    if (reading.held) heard_.push_back(*key);
    if (reading.pressed) matrix_.press(*key);
    if (!reading.held) matrix_.release(*key);
  }
  if (ghosts_) heard_.assign(matrix_.reported().begin(), matrix_.reported().end());
  if (asked_ > sets_.size()) return;
  const std::vector<Control>& wanted = sets_[asked_ - 1];
  const auto heard =
      std::count_if(wanted.begin(), wanted.end(), [&](Control key) { return is_heard(key); });
  some_heard_for_ = heard > 0 ? some_heard_for_ + dt : 0;
  const bool all_are_heard = heard == static_cast<std::ptrdiff_t>(wanted.size());
  all_heard_for_ = all_are_heard ? all_heard_for_ + dt : 0;
  const bool is_told_to = seat.read(playbook_->button("go_on")).pressed;
  if (all_heard_for_ > long_enough || is_told_to) go_on();
}

void RolloverCheck::go_on() {
  const std::vector<Control>& set = sets_[asked_ - 1];
  std::vector<Control> missing;
  std::copy_if(set.begin(), set.end(), std::back_inserter(missing),
               [&](Control key) { return !is_heard(key); });
  const bool is_tried = missing.size() < set.size();
  tried_ += is_tried ? 1 : 0;
  if (missing.empty()) {
    ++whole_;
  } else if (is_tried) {
    misses_.push_back(listed(missing) + "of " + listed(set));
  }
  ++asked_;
  some_heard_for_ = all_heard_for_ = 0;
}

bool RolloverCheck::is_heard(Control key) const {
  return std::find(heard_.begin(), heard_.end(), key) != heard_.end();
}

std::vector<RolloverCheck::Key> RolloverCheck::keys() const {
  std::vector<Key> keys;
  if (asked_ > sets_.size()) return keys;
  for (const Control key : sets_[asked_ - 1]) {
    const State silent = some_heard_for_ > long_enough ? State::missing : State::awaited;
    keys.push_back({key, is_heard(key) ? State::heard : silent});
  }
  return keys;
}

std::string RolloverCheck::report() const {
  std::string text =
      "heard " + std::to_string(whole_) + " of " + std::to_string(tried_) + " sets whole";
  for (const std::string& miss : misses_) text += "\nnot heard: " + miss;
  return text;
}

}  // namespace tidewater
