// What is told of causes, held against what the model knows.
#include <algorithm>

#include "support/reference_model.hpp"

namespace nextmove::support {

/// Looks at one way that is told of an action.
class ReferenceModel::Witness {
 public:
  Witness(const ReferenceModel& model, const Item& item, const ExplainedWay& way, DeviceId id)
      : model_(model), item_(item), way_(way), id_(id) {}

  /// Empty where the cause is a true one.
  std::string objection() const {
    if (!model_.is_of_scheme(item_)) return unless(Why::other_scheme);
    if (!model_.is_entered(item_.context)) return unless(Why::not_entered);
    if (!model_.plays(item_)) return unless(Why::typing);
    if (model_.actions_[item_.action].mutes != 0) return unless(Why::muted);
    if (is_on()) return unless(Why::turned_on);
    switch (way_.why) {
      case Why::other_scheme:
      case Why::not_entered:
      case Why::typing:
      case Why::muted: return "is not so";
      case Why::claimed:
      case Why::blocked: return hears_pushed() ? "hears it" : has_taker();
      case Why::with_missing: return model_.has_all(item_) ? "all are held" : "";
      case Why::with_more: return hears_pushed() ? "hears it" : has_more();
      default: return goes_on();
    }
  }

 private:
  std::string unless(Why why) const {
    return way_.why == why || way_.why == Why::turned_on ? "" : "is " + std::string{to_string(why)};
  }
  // It is heard, or held from before.
  std::string goes_on() const {
    const bool is_button = model_.action_of(item_).kind == ActionKind::button;
    if (!model_.hears_any(item_) && !is_any(&Contact::holds)) return "does not hear it";
    if (is_button && way_.why == Why::drives && !is_any(&Contact::holds)) return "does not hold it";
    const bool says_no_press = way_.why == Why::at_rest || way_.why == Why::below_threshold;
    if (is_button && says_no_press && is_any(&Contact::down)) return "is down";
    if (way_.why == Why::waits_for_fresh && way_.value > 0 && !is_down_unheard()) return "is heard";
    if (way_.why == Why::under_way && !is_any(&Contact::heard)) return "is not under way";
    if (way_.why == Why::cancelled && !is_opposed()) return "nothing pushes the other way";
    if (way_.why == Why::outdone && !is_outdone()) return "no device is further";
    return {};
  }
  std::string has_taker() const {
    const auto& contexts = model_.book_.contexts;
    const auto by = static_cast<std::size_t>(way_.by_context);
    const auto& entered = model_.entered_;
    const auto above = std::find(entered.begin(), entered.end(), by);
    if (above >= std::find(entered.begin(), entered.end(), item_.context)) return "not above";
    const auto& blocks = contexts[by].blocks;
    if (way_.why == Why::blocked) {
      const bool blocks_it =
          std::find(blocks.begin(), blocks.end(), item_.control.device) != blocks.end();
      return blocks_it ? "" : "does not block it";
    }
    const bool has_it =
        std::any_of(model_.items_.begin(), model_.items_.end(), [&](const Item& it) {
          return it.context == by && it.action == static_cast<std::size_t>(way_.by_action) &&
                 it.control.source == item_.control.source && !it.definition->pass_on &&
                 model_.hears_any(it);
        });
    return has_it ? "" : "does not have it";
  }
  std::string has_more() const {
    const bool has_it =
        std::any_of(model_.items_.begin(), model_.items_.end(), [&](const Item& it) {
          return it.context == item_.context && it.control.source == item_.control.source &&
                 it.with.size() >= item_.with.size() && it.with != item_.with &&
                 model_.has_all(it) && model_.plays(it);
        });
    return has_it ? "" : "nothing has more";
  }
  // One of the halves that are pushed.
  bool hears_pushed() const {
    for (int half = 0; half < 4; ++half) {
      if ((item_.control.part >> half & 1) == 0 || !model_.hears(item_, half)) continue;
      if (way_.value == 0 || is_half_pushed(half)) return true;
    }
    return false;
  }
  bool is_half_pushed(int half) const {
    for (const Device& device : model_.devices_) {
      if (!is_meant(device)) continue;
      const auto at = device.values.find(item_.control.source);
      if (at == device.values.end()) continue;
      const auto& [x, y] = at->second;
      const std::array halves = {x, -x, y, -y};
      if (halves[static_cast<std::size_t>(half)] > 0) return true;
    }
    return false;
  }
  bool is_any(bool Contact::*what) const {
    return std::any_of(model_.devices_.begin(), model_.devices_.end(), [&](const Device& device) {
      return is_meant(device) && device.contacts[index()].*what;
    });
  }
  bool is_down_unheard() const {
    return std::any_of(model_.devices_.begin(), model_.devices_.end(), [&](const Device& device) {
      const Contact& contact = device.contacts[index()];
      return is_meant(device) && contact.down && !contact.holds;
    });
  }
  // Something else on the device pushes the action.
  bool is_opposed() const {
    return std::any_of(model_.items_.begin(), model_.items_.end(), [&](const Item& it) {
      if (&it == &item_ || it.action != item_.action || !model_.hears_any(it)) return false;
      return std::any_of(model_.devices_.begin(), model_.devices_.end(), [&](const Device& device) {
        const auto at = device.values.find(it.control.source);
        return device.kind == item_.control.device && at != device.values.end() &&
               at->second != Vec2{};
      });
    });
  }
  bool is_outdone() const {
    const DeviceId driver = model_.actions_[item_.action].driver;
    const Device* device = model_.find_device(driver);
    return device != nullptr && way_.by_device == driver;
  }
  bool is_on() const {
    return item_.definition->gesture.kind == GestureKind::toggle &&
           model_.actions_[item_.action].toggled_by != DeviceId::none;
  }
  bool is_meant(const Device& device) const {
    const bool is_it = id_ == DeviceId::none || id_ == device.id;
    return is_it && device.kind == item_.control.device;
  }
  std::size_t index() const { return static_cast<std::size_t>(&item_ - model_.items_.data()); }

  const ReferenceModel& model_;
  const Item& item_;
  const ExplainedWay& way_;
  DeviceId id_;
};

std::string ReferenceModel::contradiction(std::size_t action, const ExplainedWay& way,
                                          DeviceId device) const {
  std::string objection = "no binding has it";
  for (const Item& item : items_) {
    const std::set<Control> with = [&] {
      std::set<Control> set;
      for (const PlacedControl& it : way.control.with) set.insert(it.control);
      return set;
    }();
    const bool is_it = item.action == action &&
                       item.context == static_cast<std::size_t>(way.context) &&
                       item.control.control == way.control.control.control && item.with == with;
    if (!is_it) continue;
    objection = Witness{*this, item, way, device}.objection();
    if (objection.empty()) return {};
  }
  return objection;
}

bool ReferenceModel::is_bound(Control control) const {
  return std::any_of(items_.begin(), items_.end(),
                     [&](const Item& item) { return item.control.source == control; });
}

}  // namespace nextmove::support
