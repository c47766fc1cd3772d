#include "menu.hpp"

#include <imgui.h>
#include <string>
#include <variant>

#include "harbour.hpp"

namespace tidewater {
namespace {

using namespace nextmove;

constexpr std::string_view context = "menu";

imgui::MenuActions actions_of(const Playbook& playbook) {
  return {.up = playbook.button("menu_up"),
          .down = playbook.button("menu_down"),
          .left = playbook.button("menu_left"),
          .right = playbook.button("menu_right"),
          .confirm = playbook.button("confirm"),
          .back = playbook.button("back"),
          .take_away = playbook.button("take_away")};
}

}  // namespace

LiveMenu::LiveMenu(Hub& hub, Profiles& profiles, SDL_Window* window, SDL_Renderer* renderer)
    : hub_(hub),
      profiles_(profiles),
      layer_(window, renderer),
      actions_(actions_of(hub.playbook())) {}

void LiveMenu::open(Seat& seat) {
  seat_ = &seat;
  seat.enter(context);
  ImguiLayer::forget_keys();
  screen_.emplace(hub_, seat, actions_);
  screen_->tell(profiles_.take_news(seat));
}

void LiveMenu::handle(const SDL_Event& event) {
  if (is_open()) layer_.handle(event);
}

void LiveMenu::step() {
  if (!is_open()) return;
  layer_.new_frame();
  screen_->before_frame();
  ImGui::NewFrame();
  constexpr float margin = 30;
  ImGui::SetNextWindowPos({margin, margin});
  ImGui::SetNextWindowSize({harbour_size.x - 2 * margin, harbour_size.y - 2 * margin});
  const std::string title = "Controls of the " + std::string{seat_->name()} + "###controls";
  constexpr ImGuiWindowFlags flags = ImGuiWindowFlags_NoCollapse | ImGuiWindowFlags_NoResize |
                                     ImGuiWindowFlags_NoMove | ImGuiWindowFlags_NoSavedSettings;
  ImGui::Begin(title.c_str(), nullptr, flags);
  const imgui::ScreenResult result = screen_->draw();
  ImGui::End();
  ImGui::Render();
  if (result.is_applied) screen_->tell(profiles_.save(*seat_));
  if (!result.is_left) return;
  screen_.reset();
  seat_->leave(context);
}

void LiveMenu::draw() {
  if (is_open()) layer_.draw();
}

RecordedMenu::RecordedMenu(Hub& hub, const Recording& recording, const Replay& replay)
    : hub_(hub), recording_(recording), replay_(replay) {
  for (const RecordedSeat& recorded : recording.header.seats) {
    if (Seat* seat = hub.find_seat(recorded.name)) hub.set_profile(*seat, recorded.profile);
  }
}

// What the game did after an update stands before the next one.
void RecordedMenu::step() {
  const std::span<const Step> played = replay_.played();
  const Step* const end = recording_.steps.data() + recording_.steps.size();
  for (const Step* step = played.data() + played.size(); step != end; ++step) {
    if (std::holds_alternative<Updated>(*step)) return;
    follow(*step);
  }
}

void RecordedMenu::follow(const Step& step) {
  const auto with = [&](const std::string& name, const auto& then) {
    if (Seat* seat = hub_.find_seat(name)) then(*seat);
  };
  if (const auto* entered = std::get_if<Entered>(&step); entered && entered->context == context) {
    with(entered->seat, [&](Seat& seat) { seat.enter(context); });
    is_open_ = true;
  } else if (const auto* left = std::get_if<Left>(&step); left && left->context == context) {
    with(left->seat, [&](Seat& seat) { seat.leave(context); });
    is_open_ = false;
  } else if (const auto* set = std::get_if<ProfileSet>(&step)) {
    with(set->seat, [&](Seat& seat) { hub_.set_profile(seat, set->profile); });
  } else if (const auto* begun = std::get_if<CaptureBegun>(&step)) {
    const auto action = hub_.playbook().find_action(begun->action);
    with(begun->seat, [&](Seat& seat) {
      if (!action) return;
      hub_.capture(seat, {*action, begun->part, begun->device, begun->time_out, begun->cancel});
    });
  } else if (const auto* stopped = std::get_if<CaptureStopped>(&step)) {
    with(stopped->seat, [&](Seat& seat) { hub_.stop_capture(seat); });
  }
}

}  // namespace tidewater
