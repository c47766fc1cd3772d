#include <algorithm>
#include <array>
#include <map>
#include <set>

#include <nextmove/rollover.hpp>

#include "model/scheme_set.hpp"

namespace nextmove {
namespace {

using enum Control;

constexpr std::array modifiers = {ShiftLeft,  ControlLeft,  AltLeft,  MetaLeft,
                                  ShiftRight, ControlRight, AltRight, MetaRight};
// Not the keys that systems keep for themselves, nor the one that writes third letters.
constexpr std::array modifiers_to_offer = {ShiftLeft, ControlLeft, AltLeft, ShiftRight,
                                           ControlRight};
constexpr std::array left_hand = {
    Backquote, Digit1, Digit2, Digit3,   Digit4,   Digit5,      Tab,          KeyQ, KeyW,
    KeyE,      KeyR,   KeyT,   CapsLock, KeyA,     KeyS,        KeyD,         KeyF, KeyG,
    ShiftLeft, KeyZ,   KeyX,   KeyC,     KeyV,     KeyB,        Escape,       F1,   F2,
    F3,        F4,     F5,     AltLeft,  MetaLeft, ControlLeft, IntlBackslash};

template <class List>
bool contains(const List& list, Control key) {
  return std::find(std::begin(list), std::end(list), key) != std::end(list);
}

bool is_key(const PlacedControl& control) {
  return control.is_set() && control.zone.empty() &&
         info(control.control).device == DeviceKind::keyboard;
}

/// Keys that a player may hold, and what for.
struct Option {
  std::set<Control> keys;
  std::vector<std::string> actions;

  std::size_t ordinary() const {
    return static_cast<std::size_t>(
        std::count_if(keys.begin(), keys.end(), [](Control key) { return !is_modifier(key); }));
  }
};

/// What one player may hold, under one scheme.
class Player {
 public:
  Player(const Playbook& playbook, SchemeId scheme)
      : playbook_(playbook), scheme_(core::bit_of(scheme)) {
    for (const ContextDefinition& context : playbook.contexts()) add_context(context);
  }

  /// Every set of keys once.
  const std::vector<Option>& options() const { return options_; }

  /// The actions behind each key; those that steer are listed as fixed.
  const std::map<Control, std::vector<std::string>>& keys() const { return keys_; }
  bool is_movable(Control key) const { return fixed_.count(key) == 0 && !is_modifier(key); }
  bool is_left() const {
    std::size_t left = 0;
    for (const auto& [key, actions] : keys_) left += contains(left_hand, key) ? 1 : 0;
    return left * 2 > keys_.size();
  }

  /// How many options there are of so many ordinary keys, with these keys moved.
  std::vector<std::uint64_t> counts(const std::map<Control, Control>& moved) const {
    std::vector<std::uint64_t> counts;
    for (const Option& option : options_) {
      std::size_t ordinary = 0;
      for (const Control key : option.keys) {
        const auto found = moved.find(key);
        ordinary += is_modifier(found == moved.end() ? key : found->second) ? 0 : 1;
      }
      if (ordinary >= counts.size()) counts.resize(ordinary + 1);
      ++counts[ordinary];
    }
    return counts;
  }

 private:
  bool is_heard(const BindingDefinition& binding) const {
    return (core::heard_under(binding, DeviceKind::keyboard, playbook_.schemes()) & scheme_) != 0;
  }

  void add_context(const ContextDefinition& context) {
    std::vector<Option> held = {Option{}};
    std::vector<Option> buttons = {Option{}};
    for (const ActionDefinition& action : playbook_.actions()) {
      std::vector<Option> choices = {Option{}};
      for (const BindingDefinition& binding : context.bindings) {
        if (binding.action != action.name || !is_heard(binding)) continue;
        const bool is_button = action.kind == ActionKind::button;
        add_choices(binding, is_button ? buttons : choices);
      }
      held = combined(held, choices);
    }
    for (Option& option : combined(held, buttons)) add(std::move(option));
  }

  void add_choices(const BindingDefinition& binding, std::vector<Option>& choices) {
    std::vector<Control> with;
    for (const PlacedControl& control : binding.with) {
      if (is_key(control)) note(control, binding.action, with);
    }
    std::vector<Control> whole;
    std::vector<Control> across;
    std::vector<Control> along;
    if (is_key(binding.control)) note(binding.control, binding.action, whole);
    for (const Direction& direction : directions()) {
      const PlacedControl& control = binding.*direction.control;
      if (!is_key(control)) continue;
      note(control, binding.action, direction.x != 0 ? across : along);
      if (!direction.is_of_one_value) fixed_.insert(control.control);
    }
    const auto choose = [&](Control first, Control second) {
      Option option{{with.begin(), with.end()}, {binding.action}};
      for (const Control key : {first, second}) {
        if (key != none) option.keys.insert(key);
      }
      choices.push_back(std::move(option));
    };
    for (const Control key : whole) choose(key, none);
    for (const Control key : across) choose(key, none);
    for (const Control key : along) choose(none, key);
    for (const Control one : across) {
      for (const Control other : along) choose(one, other);
    }
  }

  void note(const PlacedControl& control, const std::string& action, std::vector<Control>& list) {
    list.push_back(control.control);
    std::vector<std::string>& actions = keys_[control.control];
    if (std::find(actions.begin(), actions.end(), action) == actions.end()) {
      actions.push_back(action);
    }
  }

  static std::vector<Option> combined(const std::vector<Option>& these,
                                      const std::vector<Option>& those) {
    std::vector<Option> all;
    all.reserve(these.size() * those.size());
    for (const Option& a : these) {
      for (const Option& b : those) {
        Option both = a;
        both.keys.insert(b.keys.begin(), b.keys.end());
        both.actions.insert(both.actions.end(), b.actions.begin(), b.actions.end());
        all.push_back(std::move(both));
      }
    }
    return all;
  }

  void add(Option option) {
    if (seen_.insert(option.keys).second) options_.push_back(std::move(option));
  }

  const Playbook& playbook_;
  core::SchemeSet scheme_;
  std::vector<Option> options_;
  std::set<std::set<Control>> seen_;
  std::map<Control, std::vector<std::string>> keys_;
  std::set<Control> fixed_;
};

std::string listed(const std::vector<std::string>& names) {
  std::string list;
  for (const std::string& name : names) list += (list.empty() ? "" : ", ") + name;
  return list;
}

class Study {
 public:
  Study(const Playbook& playbook, std::span<const SchemeId> schemes) {
    for (const SchemeId scheme : schemes) players_.emplace_back(playbook, scheme);
    moved_.resize(players_.size());
  }

  RolloverStudy run() {
    study_.counts = counts();
    list_sets(0, {});
    std::stable_sort(study_.sets.begin(), study_.sets.end(),
                     [](const auto& a, const auto& b) { return a.keys.size() > b.keys.size(); });
    find_heard_by_several();
    find_moves();
    study_.calmer_counts = counts();
    return std::move(study_);
  }

 private:
  // As many ways for all of them as the products of the ways of each.
  std::vector<std::uint64_t> counts() const {
    std::vector<std::uint64_t> all = {1};
    for (std::size_t i = 0; i < players_.size(); ++i) {
      const std::vector<std::uint64_t> one = players_[i].counts(moved_[i]);
      std::vector<std::uint64_t> sum(all.size() + std::max<std::size_t>(one.size(), 1) - 1);
      for (std::size_t a = 0; a < all.size(); ++a) {
        for (std::size_t b = 0; b < one.size(); ++b) sum[a + b] += all[a] * one[b];
      }
      all = std::move(sum);
    }
    return all;
  }

  void list_sets(std::size_t player, const HeldKeys& held) {
    if (player == players_.size()) {
      if (held.keys.size() > keys_every_keyboard_reports) study_.sets.push_back(held);
      return;
    }
    for (const Option& option : players_[player].options()) {
      HeldKeys more = held;
      for (const Control key : option.keys) {
        (is_modifier(key) ? more.modifiers : more.keys).push_back(key);
      }
      more.doing.push_back(listed(option.actions));
      list_sets(player + 1, more);
    }
  }

  void find_heard_by_several() {
    std::map<Control, int> hearers;
    for (const Player& player : players_) {
      for (const auto& [key, actions] : player.keys()) ++hearers[key];
    }
    for (const auto& [key, count] : hearers) {
      if (count > 1) study_.heard_by_several.push_back(key);
    }
  }

  bool is_used(Control key) const {
    for (std::size_t i = 0; i < players_.size(); ++i) {
      if (players_[i].keys().count(key) != 0) return true;
      for (const auto& [from, to] : moved_[i]) {
        if (to == key) return true;
      }
    }
    return false;
  }

  // Always the move that helps most, until none helps.
  void find_moves() {
    for (;;) {
      std::vector<std::uint64_t> best = counts();
      KeyMove move;
      for (const Control to : modifiers_to_offer) {
        if (!is_used(to)) try_moves_to(to, best, move);
      }
      if (move.to == none) return;
      moved_[move.player][move.from] = move.to;
      study_.moves.push_back(move);
    }
  }

  void try_moves_to(Control to, std::vector<std::uint64_t>& best, KeyMove& move) {
    for (std::size_t i = 0; i < players_.size(); ++i) {
      if (players_[i].is_left() != contains(left_hand, to)) continue;
      for (const auto& [from, actions] : players_[i].keys()) {
        if (!players_[i].is_movable(from) || moved_[i].count(from) != 0) continue;
        moved_[i][from] = to;
        std::vector<std::uint64_t> tried = counts();
        moved_[i].erase(from);
        if (!is_calmer(tried, best)) continue;
        best = std::move(tried);
        move = {i, from, to, listed(actions)};
      }
    }
  }

  // Fewer of the largest sets.
  static bool is_calmer(std::vector<std::uint64_t> a, std::vector<std::uint64_t> b) {
    const std::size_t size = std::max(a.size(), b.size());
    a.resize(size);
    b.resize(size);
    return std::lexicographical_compare(a.rbegin(), a.rend(), b.rbegin(), b.rend());
  }

  std::vector<Player> players_;
  std::vector<std::map<Control, Control>> moved_;  // by player
  RolloverStudy study_;
};

}  // namespace

bool is_modifier(Control key) {
  return contains(modifiers, key);
}

RolloverStudy study_rollover(const Playbook& playbook, std::span<const SchemeId> players) {
  return Study{playbook, players}.run();
}

}  // namespace nextmove
