#include "control_table.hpp"

#include <algorithm>
#include <imgui.h>

#include "buttons.hpp"
#include "colours.hpp"
#include "seat_devices.hpp"

namespace nextmove::imgui {
namespace {

const char* heading(DeviceKind device) {
  switch (device) {
    case DeviceKind::keyboard: return "Keyboard";
    case DeviceKind::mouse: return "Mouse";
    case DeviceKind::gamepad: return "Gamepad";
    case DeviceKind::touch: return "Touch screen";
  }
  return "";
}

// The next button of a cell: beside the last where there is room, else below it.
void flow(const char* text, bool is_first) {
  if (is_first) return;
  ImGui::SameLine();
  if (ImGui::GetContentRegionAvail().x < width_of(text)) ImGui::NewLine();
}

bool begin_table(const char* id, std::size_t columns, float width) {
  constexpr ImGuiTableFlags flags = ImGuiTableFlags_RowBg | ImGuiTableFlags_BordersInnerV |
                                    ImGuiTableFlags_NoSavedSettings | ImGuiTableFlags_PadOuterX;
  if (!ImGui::BeginTable(id, static_cast<int>(columns) + 2, flags, {width, 0})) return false;
  ImGui::TableSetupColumn("action", ImGuiTableColumnFlags_WidthStretch, 1);
  for (std::size_t i = 0; i < columns; ++i) {
    ImGui::TableSetupColumn("device", ImGuiTableColumnFlags_WidthStretch, 1);
  }
  ImGui::TableSetupColumn("reset", ImGuiTableColumnFlags_WidthFixed, width_of("Reset"));
  return true;
}

void draw_group(const std::string& group) {
  if (group.empty()) return;
  ImGui::TableNextRow();
  ImGui::TableSetBgColor(ImGuiTableBgTarget_RowBg0, ImGui::GetColorU32(ImGuiCol_TableHeaderBg));
  ImGui::TableNextColumn();
  ImGui::TextUnformatted(group.c_str());
}

}  // namespace

std::vector<std::size_t> ControlTable::columns() const {
  const SchemeId scheme = seat_.scheme();
  std::vector<std::size_t> columns;
  for (std::size_t i = 0; i < remap_devices.size(); ++i) {
    const bool is_used = scheme == SchemeId::none ||
                         menu_.draft().playbook().scheme(scheme).uses_kind(remap_devices[i]);
    if (is_used) columns.push_back(i);
  }
  return columns;
}

void ControlTable::draw_heads() {
  const float width = ImGui::GetContentRegionAvail().x - ImGui::GetStyle().ScrollbarSize;
  const std::vector<std::size_t> columns = this->columns();
  if (!begin_table("heads", columns.size(), width)) return;
  ImGui::TableNextRow(ImGuiTableRowFlags_Headers);
  ImGui::TableNextColumn();
  ImGui::AlignTextToFramePadding();
  ImGui::TextUnformatted("Action");
  for (const std::size_t column : columns) {
    ImGui::TableNextColumn();
    ImGui::TextUnformatted(heading(remap_devices[column]));
    ImGui::PushID(static_cast<int>(column));
    ImGui::SameLine();
    ImGui::BeginDisabled(!is_changed(column));
    if (ImGui::SmallButton("Reset")) menu_.reset(remap_devices[column]);
    ImGui::EndDisabled();
    ImGui::PopID();
  }
  ImGui::EndTable();
}

bool ControlTable::is_changed(std::size_t column) const {
  const auto& rows = menu_.rows();
  return std::any_of(rows.begin(), rows.end(),
                     [&](const RemapRow& row) { return row.columns[column].is_changed; });
}

bool ControlTable::draw_rows(const std::string& search) {
  is_refused_ = false;
  const std::vector<std::size_t> columns = this->columns();
  if (!begin_table("table", columns.size(), 0)) return true;
  // What is pressed changes the rows: a copy is drawn to the end.
  const std::vector<RemapRow> rows = menu_.rows();
  const std::string* group = nullptr;
  for (const RemapRow& row : rows) {
    if (!is_match(row, search)) continue;
    if (group == nullptr || *group != row.group) draw_group(row.group);
    group = &row.group;
    draw_row(row, columns);
  }
  ImGui::EndTable();
  return group != nullptr;
}

void ControlTable::draw_row(const RemapRow& row, const std::vector<std::size_t>& columns) {
  ImGui::PushID(static_cast<int>(row.action));
  ImGui::PushID(static_cast<int>(row.part));
  ImGui::PushID(static_cast<int>(row.context));
  ImGui::TableNextRow();
  ImGui::TableNextColumn();
  ImGui::AlignTextToFramePadding();
  ImGui::TextUnformatted(row.label.c_str());
  for (const std::size_t column : columns) {
    ImGui::TableNextColumn();
    ImGui::PushID(static_cast<int>(column));
    draw_cell(row, row.columns[column]);
    ImGui::PopID();
  }
  ImGui::TableNextColumn();
  if (row.is_fixed) {
    ImGui::TextDisabled("fixed");
  } else if (row.is_changed() && ImGui::Button("Reset")) {
    menu_.reset(row.action);
  }
  ImGui::PopID();
  ImGui::PopID();
  ImGui::PopID();
}

void ControlTable::draw_cell(const RemapRow& row, const RemapColumn& column) {
  for (const RemapEntry& entry : column.entries) draw_entry(row, entry);
  if (!row.is_fixed) draw_more(column);
}

// Every cell has something to stand on, so that moving down stays in the column.
void ControlTable::draw_more(const RemapColumn& column) {
  const char* const more = column.can_add ? "+" : "-";
  flow(more, column.entries.empty());
  ImGui::PushStyleColor(ImGuiCol_Button, {0, 0, 0, 0});
  ImGui::PushStyleColor(ImGuiCol_Text, ImGui::GetStyleColorVec4(ImGuiCol_TextDisabled));
  if (ImGui::Button(more)) {
    is_refused_ = !column.can_add;
    if (column.can_add) menu_.ask(column.next);
  }
  ImGui::PopStyleColor(2);
}

void ControlTable::draw_entry(const RemapRow& row, const RemapEntry& entry) {
  std::string words = entry.words;
  if (entry.is_changed) words += " *";
  if (entry.is_clashing) words += " !";
  flow(words.c_str(), entry.slot.number == 0);
  if (row.is_fixed) {
    ImGui::TextDisabled("%s", words.c_str());
    return;
  }
  const ImVec4 colour = entry.is_clashing  ? clash_colour
                        : entry.is_changed ? changed_colour
                                           : ImGui::GetStyleColorVec4(ImGuiCol_Text);
  ImGui::PushStyleColor(ImGuiCol_Text, colour);
  // The focus stays where it is when the control changes.
  words += "###" + std::to_string(entry.slot.number);
  if (!is_focused_ && has_device(hub_, seat_, entry.slot.device)) {
    ImGui::SetKeyboardFocusHere();
    is_focused_ = true;
  }
  if (ImGui::Button(words.c_str())) menu_.ask(entry.slot);
  ImGui::PopStyleColor();
  const bool is_meant = ImGui::GetIO().NavVisible ? ImGui::IsItemFocused() : ImGui::IsItemHovered();
  const bool is_taken_away = is_meant && navigation_.wants_to_take_away();
  if (is_taken_away || ImGui::IsItemClicked(ImGuiMouseButton_Right)) menu_.clear(entry.slot);
}

}  // namespace nextmove::imgui
