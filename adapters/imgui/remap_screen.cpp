// The remap screen as a whole: the menu, its table and its dialogs, frame by frame.
#include <imgui.h>
#include <imgui_stdlib.h>
#include <utility>
#include <vector>

#include <nextmove/imgui.hpp>

#include "buttons.hpp"
#include "colours.hpp"
#include "control_table.hpp"
#include "dialogs.hpp"
#include "navigation.hpp"

namespace nextmove::imgui {
namespace {

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
        table_(hub, seat, menu_, navigation_),
        profile_(seat.profile()) {}

  ~Implementation() { set_typing(false); }
  Implementation(const Implementation&) = delete;
  Implementation& operator=(const Implementation&) = delete;

  void before_frame() {
    set_typing(ImGui::GetIO().WantTextInput);
    navigation_.begin();
  }

  ScreenResult draw() {
    menu_.update();
    if (hint_version_ != seat_.prompt_version()) find_hint();
    if (navigation_.wants_back()) go_back();
    draw_tools();
    draw_table();
    draw_footer();
    draw_dialogs();
    navigation_.end();
    ScreenResult result;
    result.is_applied = seat_.profile() != profile_;
    result.is_left = std::exchange(has_left_, false);
    if (result.is_applied) profile_ = seat_.profile();
    return result;
  }

  void tell(std::string message) {
    told_ = std::move(message);
    told_over_ = menu_.message();
  }

  const RemapMenu& menu() const { return menu_; }

 private:
  // What is typed into the search is nobody's move, not even that of who shares the keyboard.
  void set_typing(bool is_typing) {
    if (is_typing != is_typing_) hub_.set_typing(seat_, is_typing);
    is_typing_ = is_typing;
  }

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
    draw_key();
  }

  // What the marks mean: beside the tools where there is room, else below them.
  static void draw_key() {
    constexpr const char* changed = "* changed";
    constexpr const char* clashing = "! does something else as well";
    const float gap = ImGui::GetFontSize();
    const float width = ImGui::CalcTextSize(changed).x + ImGui::CalcTextSize(clashing).x + 2 * gap;
    ImGui::SameLine(0, gap);
    if (ImGui::GetContentRegionAvail().x < width) ImGui::NewLine();
    ImGui::TextColored(changed_colour, "%s", changed);
    ImGui::SameLine(0, gap);
    ImGui::TextColored(clash_colour, "%s", clashing);
  }

  // ---- the rows

  void draw_table() {
    table_.draw_heads();
    const float footer = 2 * ImGui::GetFrameHeightWithSpacing() + ImGui::GetTextLineHeight() +
                         2 * ImGui::GetStyle().ItemSpacing.y;
    constexpr ImGuiWindowFlags flags =
        ImGuiWindowFlags_NavFlattened | ImGuiWindowFlags_AlwaysVerticalScrollbar;
    ImGui::BeginChild("rows", {0, -footer}, false, flags);
    if (!table_.draw_rows(search_)) {
      ImGui::TextDisabled("Nothing here has \"%s\".", search_.c_str());
    }
    ImGui::EndChild();
    if (table_.is_refused()) tell("Nothing on this device can drive it whole");
  }

  // ---- below the rows

  void draw_footer() {
    if (told_over_ != menu_.message()) told_.clear();
    const std::string& message = told_.empty() ? menu_.message() : told_;
    const bool is_told_here = !message.empty() && !menu_.is_waiting();
    ImGui::TextUnformatted(is_told_here ? message.c_str() : " ");
    ImGui::BeginDisabled(!menu_.can_undo());
    if (ImGui::Button("Undo")) menu_.undo();
    ImGui::EndDisabled();
    ImGui::SameLine();
    ImGui::BeginDisabled(menu_.draft().profile().is_empty());
    if (ImGui::Button("Reset everything")) menu_.reset();
    ImGui::EndDisabled();
    draw_ends();
    ImGui::TextDisabled("%s", hint_.c_str());
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
    draw_question(menu_, seat_.labels());
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

  // "Enter: another control   Delete ...": on the device in hand.
  void find_hint() {
    hint_version_ = seat_.prompt_version();
    const auto controls_of = [&](Button action) {
      const bool is_bound = !action.is_empty() && seat_.prompt(action).is_bound;
      return is_bound ? to_text(seat_.prompt(action).parts) : std::string{};
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
  ControlTable table_;
  Profile profile_;  // that the seat was known to play by
  std::string search_;
  std::string told_;       // in place of the menu's message,
  std::string told_over_;  // as long as that is this
  std::string hint_;
  std::uint32_t hint_version_ = 0;
  bool is_typing_ = false;
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
