// Profiles over playbooks that change, and drafts, against plain models of what must come of them.
#include <map>
#include <random>
#include <set>
#include <tuple>

#include "support/chance.hpp"
#include "support/remaps.hpp"

namespace nextmove::support {
namespace {

using enum Control;

class Dice {
 public:
  std::size_t below(std::size_t count) { return random_() % count; }
  bool in(unsigned times) { return random_() % times == 0; }
  template <class List>
  const auto& one_of(const List& list) {
    return list[below(std::size(list))];
  }

 private:
  std::mt19937 random_ = chance();
};

// ---- edits of the playbook

constexpr std::array<Control, 12> some_keys = {KeyA, KeyB, KeyC, KeyD, KeyE,  KeyF,
                                               KeyG, KeyH, KeyI, KeyJ, Space, Enter};
constexpr std::array<Control, 6> some_buttons = {PadSouth, PadEast,         PadWest,
                                                 PadNorth, PadLeftShoulder, PadLeftTrigger};
constexpr std::array<Control, 2> some_sticks = {PadLeftStick, PadRightStick};

/// A playbook that is edited at random, as a game is from version to version.
class Edited {
 public:
  explicit Edited(Dice& dice) : dice_(dice) {
    for (int i = 0; i < 8; ++i) add_action();
  }

  Playbook playbook() const {
    PlaybookDefinition book;
    for (std::size_t i = 0; i < context_count; ++i) {
      book.contexts.push_back({.name = context_name(i), .rank = static_cast<int>(i)});
    }
    for (const auto& [name, action] : actions_) {
      book.actions.push_back({.name = name, .kind = action.kind});
      for (std::size_t i = 0; i < context_count; ++i) {
        for (BindingDefinition binding : action.bindings[i]) {
          binding.action = name;
          book.contexts[i].bindings.push_back(std::move(binding));
        }
      }
    }
    return make(book);
  }

  void edit() {
    switch (dice_.below(6)) {
      case 0:
        if (actions_.size() < 8) add_action();
        break;
      case 1:
        if (actions_.size() > 4) actions_.erase(any()->first);
        break;
      case 2: {  // renamed
        auto action = actions_.extract(any()->first);
        action.key() = next_name();
        actions_.insert(std::move(action));
        break;
      }
      case 3: {  // another kind
        Action& action = any()->second;
        action.kind = any_kind();
        bind_anew(action);
        break;
      }
      case 4: bind_anew(any()->second); break;
      default: {  // the name of one that went before, perhaps of another kind
        const std::string& name = dice_.one_of(gone_);
        if (actions_.count(name) == 0 && actions_.size() < 8) actions_[name] = made();
      }
    }
  }

  static std::string context_name(std::size_t i) { return i == 0 ? "helm" : "chart"; }
  static constexpr std::size_t context_count = 2;

 private:
  struct Action {
    ActionKind kind = ActionKind::button;
    std::array<std::vector<BindingDefinition>, context_count> bindings{};
  };

  ActionKind any_kind() { return static_cast<ActionKind>(dice_.below(3)); }
  std::string next_name() {
    gone_.push_back("action_" + std::to_string(names_++));
    return gone_.back();
  }
  std::map<std::string, Action>::iterator any() {
    return std::next(actions_.begin(), static_cast<std::ptrdiff_t>(dice_.below(actions_.size())));
  }
  void add_action() { actions_[next_name()] = made(); }
  Action made() {
    Action action;
    action.kind = any_kind();
    bind_anew(action);
    return action;
  }

  void bind_anew(Action& action) {
    for (auto& bindings : action.bindings) bindings.clear();
    const bool is_everywhere = dice_.in(3);
    const std::size_t home = dice_.below(context_count);
    for (std::size_t i = 0; i < context_count; ++i) {
      if (i != home && !is_everywhere) continue;
      action.bindings[i] = bindings_of(action.kind);
      if (is_everywhere && i > 0 && dice_.in(2)) action.bindings[i] = action.bindings[0];
    }
  }

  std::vector<BindingDefinition> bindings_of(ActionKind kind) {
    std::vector<BindingDefinition> bindings;
    const std::size_t count = 1 + dice_.below(2);
    for (std::size_t i = 0; i < count; ++i) {
      BindingDefinition binding;
      const Control key = next_key();
      if (kind == ActionKind::button) {
        binding.control = key;
        if (dice_.in(3)) binding.gesture = hold_for(300ms);
      } else if (kind == ActionKind::axis) {
        binding.more = key;
        binding.less = next_key();
      } else {
        binding.up = key;
        binding.left = next_key();
      }
      bindings.push_back(binding);
    }
    return bindings;
  }

  // The standard list of keys, one after the other, but for those in use: two actions on one
  // control are an error of the playbook's.
  Control next_key() {
    do {
      key_ = key_ % 100 + 1;
    } while (is_used(static_cast<Control>(key_)));
    return static_cast<Control>(key_);
  }

  bool is_used(Control key) const {
    for (const auto& [name, action] : actions_) {
      for (const auto& bindings : action.bindings) {
        for (const BindingDefinition& it : bindings) {
          for (const PlacedControl& used : {it.control, it.more, it.less, it.up, it.left}) {
            if (used.control == key) return true;
          }
        }
      }
    }
    return false;
  }

  Dice& dice_;
  std::map<std::string, Action> actions_;
  std::vector<std::string> gone_;
  unsigned names_ = 0;
  unsigned key_ = 0;
};

using Place = std::tuple<std::string, std::string, ActionPart, DeviceKind>;  // context, action ...
using Table = std::map<Place, std::multiset<std::string>>;

// What stands where in a definition.
Table table_of(const PlaybookDefinition& book) {
  Table table;
  for (const ContextDefinition& context : book.contexts) {
    for (const BindingDefinition& binding : context.bindings) {
      const auto add = [&](ActionPart part, const PlacedControl& control) {
        if (!control.is_set()) return;
        table[{context.name, binding.action, part, info(control.control).device}].insert(
            to_string(Combination{control, binding.with}));
      };
      add(ActionPart::whole, binding.control);
      for (int part = 1; part <= static_cast<int>(ActionPart::less); ++part) {
        const auto it = static_cast<ActionPart>(part);
        add(it, binding.*directions()[static_cast<std::size_t>(part) - 1].control);
      }
    }
  }
  return table;
}

// Whether a control of the kinds used here can drive this part of such an action.
bool can_drive(Control control, ActionKind kind, ActionPart part) {
  const bool is_stick = info(control).form == ControlForm::stick;
  if (kind == ActionKind::button) return part == ActionPart::whole && !is_stick;
  const bool is_axis_part = part == ActionPart::more || part == ActionPart::less;
  if (part != ActionPart::whole) return is_axis_part == (kind == ActionKind::axis) && !is_stick;
  const bool is_trigger = info(control).form == ControlForm::trigger;
  return kind == ActionKind::vector ? is_stick : is_trigger;
}

// The same by the words of the documentation: each remap that has a place replaces what stands
// there; which have one is noted in `has_place`.
Table expected(const Playbook& book, const Profile& profile, std::vector<bool>& has_place) {
  Table table = table_of(book.definition());
  has_place.assign(profile.remaps.size(), false);
  for (const bool is_for_one_context : {false, true}) {
    for (std::size_t i = 0; i < profile.remaps.size(); ++i) {
      const Remap& remap = profile.remaps[i];
      const auto action = book.find_action(remap.action);
      if (!action || remap.context.empty() == is_for_one_context) continue;
      const ActionKind kind = book.action(*action).kind;
      if (!has_part(kind, remap.part)) continue;
      std::multiset<std::string> controls;
      for (const Combination& it : remap.controls) {
        if (can_drive(it.control.control, kind, remap.part)) controls.insert(to_string(it));
      }
      if (controls.empty() && !remap.controls.empty()) continue;
      for (const ContextDefinition& context : book.contexts()) {
        const bool is_meant = remap.context.empty() || remap.context == context.name;
        const bool binds = std::any_of(context.bindings.begin(), context.bindings.end(),
                                       [&](const auto& it) { return it.action == remap.action; });
        if (!is_meant || !binds) continue;
        has_place[i] = controls.size() == remap.controls.size();
        const Place place{context.name, remap.action, remap.part, remap.device};
        table[place] = controls;
        if (controls.empty()) table.erase(place);
      }
    }
  }
  return table;
}

Profile profile_at_random(const Playbook& book, Dice& dice) {
  Profile profile;
  for (const ActionDefinition& action : book.actions()) {
    for (const DeviceKind device : {DeviceKind::keyboard, DeviceKind::gamepad}) {
      if (dice.in(2)) continue;
      Remap remap{.action = action.name, .device = device};
      const bool is_keyboard = device == DeviceKind::keyboard;
      const ActionKind kind = action.kind;
      if (kind == ActionKind::axis) remap.part = dice.in(2) ? ActionPart::more : ActionPart::less;
      if (kind == ActionKind::vector) {
        remap.part = is_keyboard || dice.in(2) ? ActionPart::up : ActionPart::whole;
      }
      if (dice.in(3)) remap.context = Edited::context_name(dice.below(2));
      const bool is_stick = kind == ActionKind::vector && remap.part == ActionPart::whole;
      std::set<Control> controls;
      const std::size_t count = dice.below(3);
      for (std::size_t i = 0; i < count; ++i) {
        controls.insert(is_keyboard ? dice.one_of(some_keys)
                        : is_stick  ? dice.one_of(some_sticks)
                                    : dice.one_of(some_buttons));
      }
      for (const Control control : controls) remap.controls.emplace_back(control);
      remap.place.line = static_cast<int>(profile.remaps.size()) + 1;
      profile.remaps.push_back(std::move(remap));
    }
  }
  return profile;
}

TEST(RemapsAtRandom, SurviveTwoHundredEditsOfThePlaybook) {
  Dice dice;
  Edited edited{dice};
  const Playbook first = edited.playbook();
  const Profile profile = profile_at_random(first, dice);
  Hub hub{first};
  Seat& seat = hub.add_seat("port tug");
  hub.set_profile(seat, profile);
  int fitting = 0;
  for (int i = 0; i < 200; ++i) {
    const Playbook book = edited.playbook();
    std::vector<bool> has_place;
    const Table wanted = expected(book, profile, has_place);
    ASSERT_EQ(table_of(remapped(book, profile).definition()), wanted) << "after edit " << i;
    std::set<int> told;
    for (const Diagnostic& it : misfits(profile, book)) told.insert(it.place.line);
    for (std::size_t j = 0; j < has_place.size(); ++j) {
      EXPECT_EQ(told.count(static_cast<int>(j) + 1) == 0, has_place[j])
          << "edit " << i << ", remap of " << profile.remaps[j].action;
      fitting += has_place[j] ? 1 : 0;
    }
    hub.adopt(book);
    EXPECT_EQ(seat.profile(), profile) << "nothing of it is lost";
    edited.edit();
  }
  EXPECT_GT(fitting, 0);
}

// ---- drafts

/// What must come of a draft, in the plainest words: which keys each action has.
class Model {
 public:
  using Keys = std::map<std::string, std::vector<Control>>;

  explicit Model(Keys usual) : usual_(usual), keys_(usual) {}

  const Keys& keys() const { return keys_; }
  void undo() {
    keys_ = history_.back().first;
    kept_ = history_.back().second;
    history_.pop_back();
  }
  bool can_undo() const { return !history_.empty(); }

  bool put(const std::string& action, std::size_t number, Control key, OnClash on_clash) {
    std::vector<Control> mine = keys_[action];
    number = std::min(number, mine.size());
    if (number < mine.size() && mine[number] == key) return true;
    if (action == "fixed" || has(mine, key)) return false;
    Keys next = keys_;
    std::set<std::set<std::string>> kept = kept_;
    const Control old = number < mine.size() ? mine[number] : Control::none;
    if (number == mine.size()) mine.push_back(key);
    mine[number] = key;
    next[action] = mine;
    std::vector<std::string> others;
    for (const auto& [other, list] : keys_) {
      if (other != action && has(list, key)) others.push_back(other);
    }
    if (!others.empty()) {
      if (on_clash == OnClash::refuse) return false;
      if (on_clash == OnClash::swap && (old == Control::none || others.size() > 1)) return false;
      for (const std::string& other : others) {
        if (on_clash == OnClash::keep_both) {
          kept.insert({action, other, std::to_string(static_cast<int>(key))});
          continue;
        }
        if (other == "fixed") return false;
        std::vector<Control>& theirs = next[other];
        auto at = std::find(theirs.begin(), theirs.end(), key);
        if (on_clash == OnClash::swap) {
          // What this one had may have been shared on purpose; then it cannot go to a third.
          if (has(theirs, old)) return false;
          for (const auto& [third, list] : keys_) {
            if (third != action && third != other && has(list, old)) return false;
          }
          *at = old;
        } else {
          theirs.erase(at);
          if (other == "required" && theirs.empty()) return false;
        }
      }
    }
    become(std::move(next), std::move(kept));
    return true;
  }

  bool clear(const std::string& action, std::size_t number) {
    if (number >= keys_[action].size()) return true;
    if (action == "fixed") return false;
    Keys next = keys_;
    next[action].erase(next[action].begin() + static_cast<std::ptrdiff_t>(number));
    if (action == "required" && next[action].empty()) return false;
    become(std::move(next), kept_);
    return true;
  }

  bool is_kept(const std::string& a, const std::string& b, Control key) const {
    return kept_.count({a, b, std::to_string(static_cast<int>(key))}) != 0;
  }

 private:
  static bool has(const std::vector<Control>& list, Control key) {
    return std::find(list.begin(), list.end(), key) != list.end();
  }
  void become(Keys next, std::set<std::set<std::string>> kept) {
    if (next == keys_) return;
    history_.emplace_back(keys_, kept_);
    keys_ = std::move(next);
    kept_ = std::move(kept);
  }

  Keys usual_;
  Keys keys_;
  std::set<std::set<std::string>> kept_;
  std::vector<std::pair<Keys, std::set<std::set<std::string>>>> history_;
};

struct DraftsAtRandom : ::testing::TestWithParam<Model::Keys> {};

TEST_P(DraftsAtRandom, DoAsAPlainModelDoes) {
  Dice dice;
  PlaybookDefinition book;
  const Model::Keys& usual = GetParam();
  ContextDefinition helm{.name = "helm"};
  for (const auto& [name, keys] : usual) {
    book.actions.push_back(
        {.name = name, .is_fixed = name == "fixed", .is_required = name == "required"});
    for (const Control key : keys) helm.bindings.push_back({.action = name, .control = key});
    if (keys.empty()) helm.bindings.push_back({.action = name});
  }
  book.contexts = {helm};
  Draft draft{make(book)};
  Model model{usual};
  int done = 0;
  for (int step = 0; step < rounds(2500); ++step) {
    const std::string action =
        std::next(usual.begin(), static_cast<std::ptrdiff_t>(dice.below(usual.size())))->first;
    const ControlSlot slot{.action = *draft.playbook().find_action(action),
                           .number = dice.below(4)};
    if (dice.in(8)) {
      ASSERT_EQ(draft.can_undo(), model.can_undo()) << "step " << step;
      if (model.can_undo()) model.undo();
      draft.undo();
    } else if (dice.in(6)) {
      ASSERT_EQ(static_cast<bool>(draft.clear(slot)), model.clear(action, slot.number))
          << "step " << step << " clears " << action;
    } else {
      const Control key = dice.one_of(some_keys);
      const auto on_clash = static_cast<OnClash>(dice.below(4));
      const bool was_done = model.put(action, slot.number, key, on_clash);
      ASSERT_EQ(static_cast<bool>(draft.put(slot, key, on_clash)), was_done)
          << "step " << step << " puts " << to_string(key) << " on " << action << ", "
          << to_string(on_clash);
      done += was_done ? 1 : 0;
    }
    for (const auto& [name, keys] : model.keys()) {
      std::vector<Combination> wanted{keys.begin(), keys.end()};
      ASSERT_EQ(draft.controls({.action = *draft.playbook().find_action(name)}), wanted)
          << name << " after step " << step;
    }
    for (const Clash& clash : draft.clashes()) {
      EXPECT_TRUE(model.is_kept(draft.playbook().action(clash.slot.action).name,
                                draft.playbook().action(clash.with.action).name,
                                clash.combination.control.control))
          << "a clash that nobody kept, after step " << step;
    }
    EXPECT_TRUE(misfits(draft.profile(), draft.playbook()).empty());
    for (const Diagnostic& it : unwanted_clashes(draft)) ADD_FAILURE() << it.message;
    EXPECT_FALSE(draft.controls({.action = *draft.playbook().find_action("required")}).empty());
  }
  EXPECT_GT(done, rounds(500));
}

INSTANTIATE_TEST_SUITE_P(Roomy, DraftsAtRandom,
                         ::testing::Values(Model::Keys{{"fixed", {KeyA}},
                                                       {"required", {KeyB, KeyC}},
                                                       {"horn", {KeyD}},
                                                       {"lamp", {KeyE, KeyF}},
                                                       {"winch", {KeyG}},
                                                       {"anchor", {}},
                                                       {"pilot", {KeyH, Space}},
                                                       {"bell", {Enter}}}));

INSTANTIATE_TEST_SUITE_P(Crowded, DraftsAtRandom,
                         ::testing::Values(Model::Keys{{"fixed", {KeyA, KeyB}},
                                                       {"required", {KeyC}},
                                                       {"horn", {KeyD, KeyE, KeyF, KeyG}},
                                                       {"lamp", {KeyH, KeyI, KeyJ, Space}}}));

}  // namespace
}  // namespace nextmove::support
