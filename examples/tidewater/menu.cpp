#include "menu.hpp"

#include <algorithm>
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

Visit::Visit(Hub& hub, Seat& seat, Profiles& profiles, SDL_Window* window, SDL_Renderer* renderer,
             const SDL_Rect& part)
    : hub_(hub),
      seat_(seat),
      profiles_(profiles),
      layer_(window, renderer, part),
      screen_(hub, seat, actions_of(hub.playbook())) {
  seat_.enter(context);
  screen_.tell(profiles_.take_news(seat_));
}

Visit::~Visit() {
  layer_.make_current();  // the screen's end gives it back as it was
  seat_.leave(context);
}

// Of this player, or of nobody, as the mouse is beside a keyboard that two share.
bool Visit::has(DeviceKind kind) const {
  const std::vector<PluggedDevice> devices = hub_.devices();
  return std::any_of(devices.begin(), devices.end(), [&](const PluggedDevice& it) {
    const std::span<Seat* const> owners = hub_.owners(it.id);
    return it.device.kind == kind &&
           (owners.empty() || std::find(owners.begin(), owners.end(), &seat_) != owners.end());
  });
}

void Visit::handle(const SDL_Event& event) {
  switch (event.type) {
    case SDL_KEYDOWN:
    case SDL_KEYUP:
    case SDL_TEXTINPUT:
      if (has(DeviceKind::keyboard)) layer_.handle(event);
      break;
    default:
      if (has(DeviceKind::mouse)) layer_.handle(event);
  }
}

bool Visit::step() {
  layer_.new_frame(has(DeviceKind::mouse));
  screen_.before_frame();
  ImGui::NewFrame();
  const ImVec2 size = ImGui::GetIO().DisplaySize;
  const float margin = size.x < harbour_size.x ? 10 : 30;
  ImGui::SetNextWindowPos({margin, margin});
  ImGui::SetNextWindowSize({size.x - 2 * margin, size.y - 2 * margin});
  const std::string title = "Controls of the " + std::string{seat_.name()} + "###controls";
  constexpr ImGuiWindowFlags flags = ImGuiWindowFlags_NoCollapse | ImGuiWindowFlags_NoResize |
                                     ImGuiWindowFlags_NoMove | ImGuiWindowFlags_NoSavedSettings;
  ImGui::Begin(title.c_str(), nullptr, flags);
  const imgui::ScreenResult result = screen_.draw();
  ImGui::End();
  ImGui::Render();
  if (result.is_applied) screen_.tell(profiles_.save(seat_));
  return !result.is_left;
}

void LiveMenu::open(Seat& seat, const SDL_Rect& part) {
  visits_.push_back(std::make_unique<Visit>(hub_, seat, profiles_, window_, renderer_, part));
}

void LiveMenu::handle(const SDL_Event& event) {
  for (const auto& visit : visits_) visit->handle(event);
}

void LiveMenu::step() {
  std::erase_if(visits_, [](const auto& visit) { return !visit->step(); });
}

void LiveMenu::draw() {
  for (const auto& visit : visits_) visit->draw();
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
    ++visitors_;
  } else if (const auto* left = std::get_if<Left>(&step); left && left->context == context) {
    with(left->seat, [&](Seat& seat) { seat.leave(context); });
    --visitors_;
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
