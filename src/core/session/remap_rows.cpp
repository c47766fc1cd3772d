#include <algorithm>

#include <nextmove/remap_rows.hpp>

#include "base/lower.hpp"
#include "remap/remapping.hpp"
#include "seat/capturing.hpp"

namespace nextmove {
namespace {

class RowMaker {
 public:
  RowMaker(const Draft& draft, std::span<const DeviceKind> devices, const Labels& labels)
      : draft_(draft), devices_(devices), labels_(labels), clashes_(draft.clashes()) {}

  std::vector<RemapRow> rows() {
    const auto actions = draft_.playbook().actions();
    std::vector<std::string_view> groups;
    for (const ActionDefinition& action : actions) {
      if (std::find(groups.begin(), groups.end(), action.group) == groups.end()) {
        groups.push_back(action.group);
      }
    }
    for (const std::string_view group : groups) {
      for (std::size_t i = 0; i < actions.size(); ++i) {
        if (actions[i].group == group) add_action(static_cast<ActionId>(i));
      }
    }
    return std::move(rows_);
  }

 private:
  void add_action(ActionId action) {
    const Playbook& playbook = draft_.playbook();
    const bool is_alike = is_alike_everywhere(playbook, action);
    for (std::size_t i = 0; i < playbook.contexts().size(); ++i) {
      const auto context = static_cast<ContextId>(i);
      if (core::bindings_of(playbook.context(context), playbook.action(action)).empty()) continue;
      for (int part = 0; part <= static_cast<int>(ActionPart::less); ++part) {
        add_row(action, static_cast<ActionPart>(part), is_alike ? ContextId::none : context);
      }
      if (is_alike) return;
    }
  }

  void add_row(ActionId action, ActionPart part, ContextId context) {
    const ActionDefinition& definition = draft_.playbook().action(action);
    if (!has_part(definition.kind, part)) return;
    RemapRow row{.action = action,
                 .part = part,
                 .context = context,
                 .group = definition.group,
                 .label = label(definition, part, context),
                 .is_fixed = definition.is_fixed,
                 .is_required = definition.is_required};
    bool is_empty = true;
    for (const DeviceKind device : devices_) {
      row.columns.push_back(column({action, part, context, device}));
      is_empty = is_empty && row.columns.back().entries.empty() && !row.columns.back().is_changed;
    }
    // A row in which nothing stands is for those who would put something there: one direction of a
    // vector, but not the whole of it.
    const bool is_whole = part == ActionPart::whole;
    const bool is_of_use =
        is_whole ? definition.kind == ActionKind::button : !takes_rate(definition.kind);
    if (!is_empty || is_of_use) rows_.push_back(std::move(row));
  }

  std::string label(const ActionDefinition& action, ActionPart part, ContextId context) const {
    std::string text = action.label.empty() ? action.name : action.label;
    if (part != ActionPart::whole) text.append(": ").append(to_string(part));
    if (context != ContextId::none) {
      text.append(" (").append(draft_.playbook().context(context).name).append(")");
    }
    return text;
  }

  RemapColumn column(ControlSlot slot) const {
    const std::vector<Combination> controls = draft_.controls(slot);
    const std::vector<Combination> usual = draft_.usual_controls(slot);
    RemapColumn column;
    column.is_changed = controls != usual;
    for (const Combination& combination : controls) {
      std::vector<PromptPart> parts = prompt_parts(combination, labels_, draft_.playbook().zones());
      std::string text = to_text(parts);
      column.entries.push_back({slot, combination, std::move(parts), std::move(text),
                                !core::has(usual, combination), is_clashing(slot)});
      ++slot.number;
    }
    column.next = slot;
    column.can_add = can_add(slot);
    return column;
  }

  // To a place that the mouse points at, another stick may be added where there is one.
  bool can_add(const ControlSlot& slot) const {
    const ActionDefinition& action = draft_.playbook().action(slot.action);
    if (action.is_fixed) return false;
    const bool is_place = action.kind == ActionKind::pointer && slot.part == ActionPart::whole;
    if (is_place && slot.device != DeviceKind::mouse) return !draft_.usual_controls(slot).empty();
    return core::can_be_captured(action.kind, slot.part, slot.device);
  }

  bool is_clashing(const ControlSlot& slot) const {
    return std::any_of(clashes_.begin(), clashes_.end(), [&](const Clash& clash) {
      return clash.slot == slot || clash.with == slot;
    });
  }

  const Draft& draft_;
  std::span<const DeviceKind> devices_;
  const Labels& labels_;
  std::vector<Clash> clashes_;
  std::vector<RemapRow> rows_;
};

}  // namespace

bool RemapRow::is_changed() const {
  return std::any_of(columns.begin(), columns.end(),
                     [](const RemapColumn& column) { return column.is_changed; });
}

std::vector<RemapRow> remap_rows(const Draft& draft, std::span<const DeviceKind> devices,
                                 const Labels& labels) {
  return RowMaker{draft, devices, labels}.rows();
}

const RemapRow* find_row(std::span<const RemapRow> rows, const ControlSlot& slot) {
  const auto found = std::find_if(rows.begin(), rows.end(), [&](const RemapRow& row) {
    return row.action == slot.action && row.part == slot.part && row.context == slot.context;
  });
  return found != rows.end() ? &*found : nullptr;
}

bool is_match(const RemapRow& row, std::string_view text) {
  const std::string wanted = core::lower(text);
  const auto has_it = [&](std::string_view it) {
    return core::lower(it).find(wanted) != std::string::npos;
  };
  if (has_it(row.group) || has_it(row.label)) return true;
  for (const RemapColumn& column : row.columns) {
    for (const RemapEntry& entry : column.entries) {
      if (has_it(entry.words)) return true;
    }
  }
  return false;
}

}  // namespace nextmove
