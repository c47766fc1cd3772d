// What a remap menu shows, row by row: so that a menu is a loop, whatever it is drawn with.
#pragma once

#include <array>
#include <span>
#include <string>
#include <string_view>
#include <vector>

#include <nextmove/draft.hpp>
#include <nextmove/labels.hpp>
#include <nextmove/prompt.hpp>

namespace nextmove {

/// One slot with a control in it.
struct RemapEntry {
  ControlSlot slot{};
  Combination combination{};
  std::vector<PromptPart> parts{};  ///< for people, with pictures
  std::string words{};              ///< the same in words
  bool is_changed = false;          ///< the playbook does not have it here
  bool is_clashing = false;         ///< it does something else as well
};

/// One kind of device in a row.
struct RemapColumn {
  ControlSlot next{};    ///< the slot behind the last, for one more
  bool can_add = false;  ///< whether there may be one more
  std::vector<RemapEntry> entries{};
  bool is_changed = false;  ///< other controls than in the playbook, or fewer
};

/// One action, or one direction of it.
struct RemapRow {
  ActionId action = ActionId::none;
  ActionPart part = ActionPart::whole;
  ContextId context = ContextId::none;  ///< where it is meant; none: wherever the action is bound
  std::string group{};                  ///< heading; empty for none
  /// The action's label, or its name; then the direction; then, where contexts bind it differently,
  /// the context's name in brackets: "Steer: up", "Mark (chart)".
  std::string label{};
  bool is_fixed = false;               ///< it cannot be changed
  bool is_required = false;            ///< it must keep a control
  std::vector<RemapColumn> columns{};  ///< by the devices asked for
  bool is_changed() const;
};

inline constexpr std::array<DeviceKind, 3> remap_devices = {DeviceKind::keyboard, DeviceKind::mouse,
                                                            DeviceKind::gamepad};

/// The rows for what the draft's seat may hear: those of a group together, groups and actions in
/// the order of the playbook. Of a vector and an axis all directions, and the whole where something
/// drives it. Controls are called by `labels`: those of the player's seat, say.
std::vector<RemapRow> remap_rows(const Draft& draft,
                                 std::span<const DeviceKind> devices = remap_devices,
                                 const Labels& labels = {});

/// The row in which the slot stands, or nullptr.
const RemapRow* find_row(std::span<const RemapRow> rows, const ControlSlot& slot);

/// Whether the row has this text in its group, its label or its controls, upper or lower case.
bool is_match(const RemapRow& row, std::string_view text);

}  // namespace nextmove
