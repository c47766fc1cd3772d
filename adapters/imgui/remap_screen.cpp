#include <algorithm>
#include <imgui.h>
#include <imgui_stdlib.h>
#include <utility>
#include <vector>

#include <nextmove/imgui.hpp>

#include "colours.hpp"
#include "dialogs.hpp"
#include "navigation.hpp"
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

float width_of(const char* text) {
  return ImGui::CalcTextSize(text).x + 2 * ImGui::GetStyle().FramePadding.x;
}

// The next button of a cell: beside the last where there is room, else below it.
void flow(const char* text, bool is_first) {
  if (is_first) return;
  ImGui::SameLine();
  if (ImGui::GetContentRegionAvail().x < width_of(text)) ImGui::NewLine();
}

// A button against the right edge, `from_right` pixels away from it.
void align_right(float from_right) {
  ImGui::SameLine(ImGui::GetWindowContentRegionMax().x - from_right);
}

}  // namespace

class RemapScreen::Implementation {
 public:
  Implementation(Hub& hub, Seat& seat, const MenuActions& actions, Applying applying)
      : hub_(hub),
        seat_(seat),
        actions_(actions),
        applying_(applying),
        menu_(hub, seat, applying),
        navigation_(seat, actions),
        profile_(seat.profile()) {
    find_hint();
  }

  void before_frame() { navigation_.begin(); }

  ScreenResult draw() {
    menu_.update();
    if (navigation_.wants_back()) go_back();
    draw_tools();
    draw_heads();
    draw_rows();
    draw_footer();
    draw_dialogs();
    navigation_.end();
    ScreenResult result;
    result.is_applied = seat_.profile() != profile_;
    result.is_left = std::exchange(has_left_, false);
    if (result.is_applied) {
      profile_ = seat_.profile();
      find_hint();
    }
    return result;
  }

  void tell(std::string message) {
    told_ = std::move(message);
    told_over_ = menu_.message();
  }

  const RemapMenu& menu() const { return menu_; }

 private:
  // ---- leaving

  void go_back() {
    if (menu_.question() != nullptr) return menu_.answer(OnClash::refuse);
    if (is_spelling_ || is_taking_leave_) {
      is_spelling_ = is_taking_leave_ = false;
    } else {
      leave();
    }
  }

  void leave() {
    const bool is_unsaid = applying_ == Applying::at_the_end && menu_.is_changed();
    is_taking_leave_ = is_unsaid;
    has_left_ = !is_unsaid;
  }

  // ---- above the rows

  void draw_tools() {
    ImGui::SetNextItemWidth(ImGui::GetFontSize() * 16);
    ImGui::InputTextWithHint("##search", "Search", &search_);
    ImGui::SameLine();
    if (ImGui::Button("abc")) is_spelling_ = true;
    ImGui::SameLine();
    ImGui::BeginDisabled(search_.empty());
    if (ImGui::Button("Show all")) search_.clear();
    ImGui::EndDisabled();
    ImGui::SameLine();
    ImGui::TextColored(changed_colour, "   * changed");
    ImGui::SameLine();
    ImGui::TextColored(clash_colour, "   ! does something else as well");
  }

  std::vector<std::size_t> columns() const {
    const SchemeId scheme = seat_.scheme();
    std::vector<std::size_t> columns;
    for (std::size_t i = 0; i < remap_devices.size(); ++i) {
      const bool is_used = scheme == SchemeId::none ||
                           menu_.draft().playbook().scheme(scheme).uses_kind(remap_devices[i]);
      if (is_used) columns.push_back(i);
    }
    return columns;
  }

  static bool begin_table(const char* id, std::size_t columns, float width) {
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

  // The heads stand above the part that scrolls.
  void draw_heads() {
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

  bool is_changed(std::size_t column) const {
    const auto& rows = menu_.rows();
    return std::any_of(rows.begin(), rows.end(),
                       [&](const RemapRow& row) { return row.columns[column].is_changed; });
  }

  // ---- rows

  void draw_rows() {
    const ImGuiStyle& style = ImGui::GetStyle();
    const float footer = 2 * ImGui::GetFrameHeightWithSpacing() + ImGui::GetTextLineHeight() +
                         2 * style.ItemSpacing.y;
    constexpr ImGuiWindowFlags flags =
        ImGuiWindowFlags_NavFlattened | ImGuiWindowFlags_AlwaysVerticalScrollbar;
    ImGui::BeginChild("rows", {0, -footer}, false, flags);
    draw_table();
    ImGui::EndChild();
  }

  void draw_table() {
    const std::vector<std::size_t> columns = this->columns();
    if (!begin_table("table", columns.size(), 0)) return;
    // What is pressed changes the rows: a copy is drawn to the end.
    const std::vector<RemapRow> rows = menu_.rows();
    const std::string* group = nullptr;
    bool is_first = true;
    for (const RemapRow& row : rows) {
      if (!is_match(row, search_)) continue;
      if (group == nullptr || *group != row.group) draw_group(row.group);
      group = &row.group;
      draw_row(row, columns);
      is_first = false;
    }
    ImGui::EndTable();
    if (is_first) ImGui::TextDisabled("Nothing here has \"%s\".", search_.c_str());
  }

  static void draw_group(const std::string& group) {
    if (group.empty()) return;
    ImGui::TableNextRow();
    ImGui::TableSetBgColor(ImGuiTableBgTarget_RowBg0, ImGui::GetColorU32(ImGuiCol_TableHeaderBg));
    ImGui::TableNextColumn();
    ImGui::TextUnformatted(group.c_str());
  }

  void draw_row(const RemapRow& row, const std::vector<std::size_t>& columns) {
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
      draw_column(row, row.columns[column]);
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

  void draw_column(const RemapRow& row, const RemapColumn& column) {
    bool is_first = true;
    for (const RemapEntry& entry : column.entries) {
      draw_entry(row, entry, is_first);
      is_first = false;
    }
    if (row.is_fixed) return;
    // Every cell has something to stand on, so that moving down stays in the column.
    const char* const more = column.can_add ? "+" : "-";
    flow(more, is_first);
    ImGui::PushStyleColor(ImGuiCol_Button, {0, 0, 0, 0});
    ImGui::PushStyleColor(ImGuiCol_Text, ImGui::GetStyleColorVec4(ImGuiCol_TextDisabled));
    if (ImGui::Button(more)) {
      column.can_add ? menu_.ask(column.next) : tell("Nothing on this device can drive it whole");
    }
    ImGui::PopStyleColor(2);
  }

  void draw_entry(const RemapRow& row, const RemapEntry& entry, bool is_first) {
    std::string words = entry.words;
    if (entry.is_changed) words += " *";
    if (entry.is_clashing) words += " !";
    flow(words.c_str(), is_first);
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
    const bool is_meant =
        ImGui::GetIO().NavVisible ? ImGui::IsItemFocused() : ImGui::IsItemHovered();
    const bool is_taken_away = is_meant && navigation_.wants_to_take_away();
    if (is_taken_away || ImGui::IsItemClicked(ImGuiMouseButton_Right)) menu_.clear(entry.slot);
  }

  // ---- below the rows

  void draw_footer() {
    if (told_over_ != menu_.message()) told_.clear();
    const std::string& message = told_.empty() ? menu_.message() : told_;
    ImGui::TextUnformatted(message.empty() ? " " : message.c_str());
    ImGui::BeginDisabled(!menu_.can_undo());
    if (ImGui::Button("Undo")) menu_.undo();
    ImGui::EndDisabled();
    ImGui::SameLine();
    ImGui::BeginDisabled(!has_changes());
    if (ImGui::Button("Reset everything")) menu_.reset();
    ImGui::EndDisabled();
    draw_ends();
    ImGui::TextDisabled("%s", hint_.c_str());
  }

  bool has_changes() const {
    const auto& rows = menu_.rows();
    return std::any_of(rows.begin(), rows.end(),
                       [](const RemapRow& row) { return row.is_changed(); });
  }

  // Apply and Cancel, or, where all counts at once, Take back and Done.
  void draw_ends() {
    const bool is_at_once = applying_ == Applying::at_once;
    const char* const first = is_at_once ? "Take all back" : "Apply";
    const char* const last = is_at_once ? "Done" : menu_.is_changed() ? "Cancel" : "Back";
    const float gap = ImGui::GetStyle().ItemSpacing.x;
    align_right(width_of(first) + gap + width_of("Cancel"));
    ImGui::BeginDisabled(is_at_once ? !menu_.can_undo() : !menu_.is_changed());
    if (ImGui::Button(first)) is_at_once ? menu_.cancel() : apply();
    ImGui::EndDisabled();
    ImGui::SameLine();
    ImGui::PushID("last");
    const std::string text = std::string{last} + "###last";
    if (ImGui::Button(text.c_str(), {width_of("Cancel"), 0})) {
      if (!is_at_once) menu_.cancel();
      has_left_ = true;
    }
    ImGui::PopID();
  }

  void apply() {
    menu_.apply();
    tell("Applied");
  }

  void draw_dialogs() {
    draw_letters(is_spelling_, search_);
    draw_waiting(menu_, hub_, seat_);
    draw_question(menu_);
    switch (draw_farewell(is_taking_leave_)) {
      case Farewell::none: return;
      case Farewell::stay: break;
      case Farewell::apply:
        menu_.apply();
        has_left_ = true;
        break;
      case Farewell::throw_away:
        menu_.cancel();
        has_left_ = true;
        break;
    }
    is_taking_leave_ = false;
  }

  // "Enter or South button: another control   Delete ...": by what the seat obeys now.
  void find_hint() {
    const Draft draft{hub_.playbook(), seat_.profile(), seat_.scheme()};
    const std::vector<RemapRow> rows = remap_rows(draft);
    const auto controls_of = [&](Button action) {
      std::string words;
      for (const std::size_t column : columns()) {
        const RemapRow* const row = find_row(rows, {.action = action.id});
        if (row == nullptr || row->columns[column].entries.empty()) continue;
        words += (words.empty() ? "" : ", ") + row->columns[column].entries.front().words;
      }
      return words;
    };
    hint_ = controls_of(actions_.confirm) + ": another control     " +
            controls_of(actions_.take_away) + ", right click: take it away     " +
            controls_of(actions_.back) + ": back";
  }

  Hub& hub_;
  Seat& seat_;
  MenuActions actions_;
  Applying applying_;
  RemapMenu menu_;
  Navigation navigation_;
  Profile profile_;  // that the seat was known to play by
  std::string search_;
  std::string told_;       // in place of the menu's message,
  std::string told_over_;  // as long as that is this
  std::string hint_;
  bool is_focused_ = false;  // once, on the first entry that can be changed now
  bool is_spelling_ = false;
  bool is_taking_leave_ = false;
  bool has_left_ = false;
};

RemapScreen::RemapScreen(Hub& hub, Seat& seat, const MenuActions& actions, Applying applying)
    : implementation_(std::make_unique<Implementation>(hub, seat, actions, applying)) {}

RemapScreen::~RemapScreen() = default;

void RemapScreen::before_frame() {
  implementation_->before_frame();
}

ScreenResult RemapScreen::draw() {
  return implementation_->draw();
}

void RemapScreen::tell(std::string message) {
  implementation_->tell(std::move(message));
}

const RemapMenu& RemapScreen::menu() const {
  return implementation_->menu();
}

}  // namespace nextmove::imgui
