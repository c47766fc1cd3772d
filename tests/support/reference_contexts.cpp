// The reference model: contexts and mutes.
#include <algorithm>

#include "support/reference_controls.hpp"
#include "support/reference_model.hpp"

namespace nextmove::support {
namespace {

bool silences(const MuteDefinition& mute, const std::string& action) {
  const bool is_named = std::any_of(mute.actions.begin(), mute.actions.end(),
                                    [&](const auto& named) { return named.name == action; });
  return is_named != mute.is_everything_but;
}

}  // namespace

void ReferenceModel::enter(const std::string& name) {
  const auto found = std::find_if(book_.contexts.begin(), book_.contexts.end(),
                                  [&](const auto& c) { return c.name == name; });
  const auto context = static_cast<std::size_t>(found - book_.contexts.begin());
  if (!is_entered(context)) enter_number(context);
  settle_contexts();
}

void ReferenceModel::enter_number(std::size_t context) {
  list(context);
  for (const PlacedName& mute : book_.contexts[context].mutes) silence(mute.name);
  let_go_below(context);
}

// On what it blocks, unless it says no; on what it claims, where it says yes.
bool ReferenceModel::is_taken_by(std::size_t context, const Item& item) const {
  const ContextDefinition& definition = book_.contexts[context];
  const auto& blocks = definition.blocks;
  const bool is_blocked =
      std::find(blocks.begin(), blocks.end(), item.control.device) != blocks.end();
  if (is_blocked && definition.releases != false) return true;
  if (definition.releases != true || hears_any(item)) return false;
  return std::any_of(items_.begin(), items_.end(), [&](const Item& other) {
    const int common = other.control.part & item.control.part;
    bool claims = false;
    for (int half = 0; half < 4; ++half) {
      claims = claims || ((common >> half & 1) != 0 && hears(other, half));
    }
    return claims && other.context == context && other.control.source == item.control.source &&
           !other.definition->pass_on;
  });
}

void ReferenceModel::let_go_below(std::size_t context) {
  const auto here = std::find(entered_.begin(), entered_.end(), context);
  for (std::size_t i = 0; i < items_.size(); ++i) {
    const bool is_below = std::find(here + 1, entered_.end(), items_[i].context) != entered_.end();
    if (!is_below || !is_taken_by(context, items_[i])) continue;
    if (action_of(items_[i]).kind != ActionKind::button) continue;
    for (Device& device : devices_) cut(device.contacts[i], items_[i]);
  }
}

void ReferenceModel::list(std::size_t context) {
  const int rank = book_.contexts[context].rank;
  const auto below = std::find_if(entered_.begin(), entered_.end(), [&](std::size_t other) {
    return book_.contexts[other].rank <= rank;
  });
  entered_.insert(below, context);
  hearing_changes();
}

void ReferenceModel::settle_contexts() {
  for (std::size_t a = 0; a < actions_.size(); ++a) {
    const bool has_toggle = std::any_of(items_.begin(), items_.end(), [&](const Item& item) {
      return item.action == a && item.definition->gesture.kind == GestureKind::toggle &&
             is_entered(item.context) && is_of_scheme(item);
    });
    if (!has_toggle) end_toggle(actions_[a]);
  }
  note_what_is_down();
  find_pointers();
  retarget(nullptr, Control::none);
}

void ReferenceModel::leave(const std::string& name) {
  const auto found = std::find_if(book_.contexts.begin(), book_.contexts.end(),
                                  [&](const auto& c) { return c.name == name; });
  const auto context = static_cast<std::size_t>(found - book_.contexts.begin());
  if (!is_entered(context)) return;
  unlist(context);
  settle_contexts();
}

void ReferenceModel::unlist(std::size_t context) {
  for (Device& device : devices_) {
    for (std::size_t i = 0; i < items_.size(); ++i) {
      if (items_[i].context != context) continue;
      let_go_of(device, i);
    }
  }
  entered_.erase(std::find(entered_.begin(), entered_.end(), context));
  hearing_changes();
  for (const PlacedName& mute : book_.contexts[context].mutes) {
    for (std::size_t a = 0; a < actions_.size(); ++a) {
      if (is_silenced(mute.name, a)) --actions_[a].mutes;
    }
  }
}

void ReferenceModel::let_go_of(Device& device, std::size_t i) {
  const Item& item = items_[i];
  if (item.control.device != device.kind) return;
  cut(device.contacts[i], item);
  device.contacts[i] = {};
  device.flows[item.binding].pending = {};
  Action& action = actions_[item.action];
  if (action.peak_of == device.id) action.peak = {};
  if (is_moved(item.control.form)) return;
  Flow& flow = device.flows[group_of(device.kind, item.binding)];
  flow.target = flow.smooth = {};
}

// What the new scheme does not play is over, as if its context had been left.
void ReferenceModel::hold_to(const std::string& scheme) {
  if (scheme == scheme_) return;
  std::vector<bool> played;
  for (const Item& item : items_) played.push_back(is_of_scheme(item));
  scheme_ = scheme;
  hearing_changes();
  for (Device& device : devices_) {
    for (std::size_t i = 0; i < items_.size(); ++i) {
      const bool is_over = played[i] && !is_of_scheme(items_[i]);
      if (!is_over || items_[i].control.device != device.kind) continue;
      let_go_of(device, i);
    }
  }
  settle_contexts();
}

void ReferenceModel::switch_to(const std::string& name) {
  const auto found = std::find_if(book_.contexts.begin(), book_.contexts.end(),
                                  [&](const auto& c) { return c.name == name; });
  const auto context = static_cast<std::size_t>(found - book_.contexts.begin());
  const std::vector<std::size_t> before = entered_;
  for (const std::size_t other : before) {
    if (other != context && book_.contexts[other].rank == found->rank) unlist(other);
  }
  if (!is_entered(context)) enter_number(context);
  settle_contexts();
}

// What is down when its context is entered is no press of it, now or later.
void ReferenceModel::note_what_is_down() {
  for (Device& device : devices_) {
    for (std::size_t i = 0; i < items_.size(); ++i) {
      const Item& item = items_[i];
      const bool is_button = action_of(item).kind == ActionKind::button;
      if (!is_entered(item.context) || !is_button || is_moved(item.control.form)) continue;
      if (!plays(item)) continue;
      if (device.contacts[i].down) continue;
      const auto value = device.values.find(item.control.source);
      if (value == device.values.end()) continue;
      device.contacts[i].down =
          push(item.control, value->second) >= item.definition->thresholds.press_at;
    }
  }
}

void ReferenceModel::set_typing(bool is_typing) {
  if (is_typing == is_typing_) return;
  ++event_;
  for (Device& device : devices_) {
    if (device.kind != DeviceKind::keyboard) continue;
    cut(device);
    retarget(nullptr, Control::none);
    weigh();
    forget_peaks(device);
  }
  is_typing_ = is_typing;
  std::erase_if(queue_, [&](const Queued& it) {
    return (it.what == Queued::operating || it.what == Queued::standing) && is_text(it.event);
  });
  hearing_changes();
  settle_contexts();
}

void ReferenceModel::mute(const std::string& name) {
  ++mutes_[name];
  silence(name);
}

void ReferenceModel::silence(const std::string& mute) {
  for (std::size_t a = 0; a < actions_.size(); ++a) {
    if (!is_silenced(mute, a)) continue;
    actions_[a].taken = actions_[a].log.size();
    if (actions_[a].mutes++ > 0) continue;
    end_toggle(actions_[a]);
    for (Device& device : devices_) {
      for (std::size_t i = 0; i < items_.size(); ++i) {
        if (items_[i].action == a) cut(device.contacts[i], items_[i]);
      }
    }
  }
}

bool ReferenceModel::is_silenced(const std::string& name, std::size_t action) const {
  return std::any_of(book_.mutes.begin(), book_.mutes.end(), [&](const MuteDefinition& mute) {
    return mute.name == name && silences(mute, book_.actions[action].name);
  });
}

void ReferenceModel::unmute(const std::string& name) {
  if (mutes_[name] == 0) return;
  --mutes_[name];
  for (std::size_t a = 0; a < actions_.size(); ++a) {
    if (is_silenced(name, a)) --actions_[a].mutes;
  }
}

}  // namespace nextmove::support
