// Which pictures a game has, and which it lacks.
#include <algorithm>
#include <optional>

#include <nextmove/icon_theme.hpp>

#include "model/binding_parts.hpp"

namespace nextmove {

void IconTheme::add(const std::string& family, const std::string& name, IconPlace place) {
  places_[family].insert_or_assign(name, std::move(place));
}

const IconPlace* IconTheme::find(std::string_view name, std::string_view family) const {
  for (const std::string_view in : {family, std::string_view{}}) {
    const auto places = places_.find(in);
    if (places == places_.end()) continue;
    const auto found = places->second.find(name);
    if (found != places->second.end()) return &found->second;
  }
  return nullptr;
}

namespace {

/// Collects what is missing.
class IconSearch {
 public:
  IconSearch(const Playbook& playbook, const IconTheme& theme, const Families& families,
             const Labels& labels)
      : playbook_(playbook), theme_(theme), families_(families), labels_(labels) {}

  std::vector<MissingIcon> run() {
    for (const ContextDefinition& context : playbook_.contexts()) {
      for (const BindingDefinition& binding : context.bindings) {
        for (int part = 0; part < core::action_part_count; ++part) {
          note(core::control_at(binding, static_cast<ActionPart>(part)), binding.action);
        }
        for (const PlacedControl& with : binding.with) note(with, binding.action);
      }
    }
    for (const ControlInfo& it : all_controls()) {
      const bool is_key = it.form == ControlForm::button || it.form == ControlForm::trigger;
      if (is_key && may_be_chosen(it)) note(it.control, {});
    }
    return std::move(missing_);
  }

 private:
  void note(const PlacedControl& control, const std::string& action) {
    if (!control.is_set()) return;
    std::string name = icon_name(control, labels_, playbook_.zones());
    auto found = std::find_if(missing_.begin(), missing_.end(),
                              [&](const MissingIcon& it) { return it.name == name; });
    if (found == missing_.end()) {
      const std::optional<std::vector<std::string>> lacking = who_lacks(name, device_of(control));
      if (!lacking) return;
      missing_.push_back({std::move(name), *lacking, {}});
      found = missing_.end() - 1;
    }
    auto& actions = found->actions;
    if (!action.empty() && std::find(actions.begin(), actions.end(), action) == actions.end()) {
      actions.push_back(action);
    }
  }

  // The families that lack it, nothing where none does.
  std::optional<std::vector<std::string>> who_lacks(std::string_view name,
                                                    DeviceKind device) const {
    if (theme_.find(name) != nullptr) return std::nullopt;
    if (device != DeviceKind::gamepad) return std::vector<std::string>{};
    std::vector<std::string> lacking;
    for (const Family& family : families_.all()) {
      if (theme_.find(name, family.name) == nullptr) lacking.push_back(family.name);
    }
    if (lacking.empty()) return std::nullopt;
    if (lacking.size() == families_.all().size()) lacking.clear();
    return lacking;
  }

  // Whether an action that players may remap has something on such a device.
  bool may_be_chosen(const ControlInfo& control) const {
    const auto is_reserved = [&](const PlacedControl& it) { return it.control == control.control; };
    const auto& reserved = playbook_.definition().reserved;
    if (std::any_of(reserved.begin(), reserved.end(), is_reserved)) return false;
    const auto is_on_it = [&](const BindingDefinition& binding) {
      if (playbook_.action(*playbook_.find_action(binding.action)).is_fixed) return false;
      for (int part = 0; part < core::action_part_count; ++part) {
        const PlacedControl& it = core::control_at(binding, static_cast<ActionPart>(part));
        if (it.is_set() && device_of(it) == control.device) return true;
      }
      return false;
    };
    return std::any_of(playbook_.contexts().begin(), playbook_.contexts().end(),
                       [&](const ContextDefinition& context) {
                         return std::any_of(context.bindings.begin(), context.bindings.end(),
                                            is_on_it);
                       });
  }

  const Playbook& playbook_;
  const IconTheme& theme_;
  const Families& families_;
  const Labels& labels_;
  std::vector<MissingIcon> missing_;
};

}  // namespace

std::vector<MissingIcon> missing_icons(const Playbook& playbook, const IconTheme& theme,
                                       const Families& families, const Labels& labels) {
  return IconSearch{playbook, theme, families, labels}.run();
}

}  // namespace nextmove
