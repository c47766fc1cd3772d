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
  if (!is_entered(context)) list(context);
  settle_contexts();
}

void ReferenceModel::list(std::size_t context) {
  const int rank = book_.contexts[context].rank;
  const auto below = std::find_if(entered_.begin(), entered_.end(), [&](std::size_t other) {
    return book_.contexts[other].rank <= rank;
  });
  entered_.insert(below, context);
}

void ReferenceModel::settle_contexts() {
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
}

void ReferenceModel::let_go_of(Device& device, std::size_t i) {
  const Item& item = items_[i];
  cut(device.contacts[i], item);
  device.contacts[i] = {};
  device.flows[item.binding].pending = {};
  Action& action = actions_[item.action];
  if (action.peak_of == device.id) action.peak = {};
  if (item.control.device != device.kind || is_moved(item.control.form)) return;
  Flow& flow = device.flows[group_of(device.kind, item.binding)];
  flow.target = flow.smooth = {};
}

// What the new scheme does not play is over, as if its context had been left.
void ReferenceModel::hold_to(const std::string& scheme) {
  if (scheme == scheme_) return;
  std::vector<bool> played;
  for (const Item& item : items_) played.push_back(plays(item));
  scheme_ = scheme;
  for (Device& device : devices_) {
    for (std::size_t i = 0; i < items_.size(); ++i) {
      const bool is_over = played[i] && !plays(items_[i]);
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
  if (!is_entered(context)) list(context);
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

void ReferenceModel::mute(const std::string& name) {
  ++mutes_[name];
  for (const MuteDefinition& mute : book_.mutes) {
    if (mute.name != name) continue;
    for (std::size_t a = 0; a < actions_.size(); ++a) {
      if (!silences(mute, book_.actions[a].name) || actions_[a].mutes++ > 0) continue;
      actions_[a].taken = actions_[a].log.size();
      for (Device& device : devices_) {
        for (std::size_t i = 0; i < items_.size(); ++i) {
          if (items_[i].action == a) cut(device.contacts[i], items_[i]);
        }
      }
    }
  }
}

void ReferenceModel::unmute(const std::string& name) {
  if (mutes_[name] == 0) return;
  --mutes_[name];
  for (const MuteDefinition& mute : book_.mutes) {
    if (mute.name != name) continue;
    for (std::size_t a = 0; a < actions_.size(); ++a) {
      if (silences(mute, book_.actions[a].name)) --actions_[a].mutes;
    }
  }
}

}  // namespace nextmove::support
