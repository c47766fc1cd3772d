#include "dialogs.hpp"

#include <algorithm>
#include <imgui.h>

#include "colours.hpp"
#include "seat_devices.hpp"

namespace nextmove::imgui {
namespace {

/// Opens and closes a dialog in the middle as it is shown or not. True: draw, then ImGui::EndPopup.
bool begin_dialog(const char* title, bool is_shown) {
  if (is_shown && !ImGui::IsPopupOpen(title)) ImGui::OpenPopup(title);
  const ImGuiViewport& viewport = *ImGui::GetMainViewport();
  const ImVec2 middle = {viewport.Pos.x + viewport.Size.x / 2,
                         viewport.Pos.y + viewport.Size.y / 2};
  ImGui::SetNextWindowPos(middle, ImGuiCond_Always, {0.5F, 0.5F});
  constexpr ImGuiWindowFlags flags = ImGuiWindowFlags_AlwaysAutoResize | ImGuiWindowFlags_NoMove |
                                     ImGuiWindowFlags_NoSavedSettings;
  if (!ImGui::BeginPopupModal(title, nullptr, flags)) return false;
  if (is_shown) return true;
  ImGui::CloseCurrentPopup();
  ImGui::EndPopup();
  return false;
}

float line(float lines) {
  return ImGui::GetTextLineHeight() * lines;
}

const char* what_to_press(DeviceKind device) {
  switch (device) {
    case DeviceKind::keyboard: return "Press a key.";
    case DeviceKind::mouse: return "Press a mouse button, or turn the wheel.";
    case DeviceKind::gamepad: return "Press a button on the gamepad, or move a stick.";
    case DeviceKind::touch: return "";
  }
  return "";
}

// Where several share a device, they choose on it one after the other.
std::string what_to_do(const RemapMenu& menu) {
  const Capture& capture = menu.capture();
  if (capture.state == CaptureState::queued) return menu.message();
  const bool takes_with = menu.draft().playbook().action(capture.request.action).takes_with;
  return std::string{what_to_press(capture.request.device)} +
         (takes_with ? " Several together will do." : "");
}

// What there is to say of the last press, or of there being none to expect.
std::string remark(const RemapMenu& menu, const Hub& hub, const Seat& seat) {
  if (menu.capture().state == CaptureState::queued) return {};
  const DeviceKind device = menu.capture().request.device;
  if (!menu.message().empty() || has_device(hub, seat, device)) return menu.message();
  return "You have no " + std::string{to_string(device)} + " here now";
}

// Only what the player has at hand.
std::string cancel_words(const CaptureRequest& request, const Hub& hub, const Seat& seat) {
  const Labels& labels = seat.labels();
  std::string words;
  for (const Control control : request.cancel) {
    if (!has_device(hub, seat, device_of({control}))) continue;
    words += (words.empty() ? "" : " or ") + label(control, labels);
  }
  return words;
}

bool wide_button(const std::string& text) {
  return ImGui::Button(text.c_str(),
                       {std::max(line(24), ImGui::CalcTextSize(text.c_str()).x + line(1)), 0});
}

bool wide_button(const std::string& text, bool is_enabled) {
  ImGui::BeginDisabled(!is_enabled);
  const bool is_pressed = wide_button(text);
  ImGui::EndDisabled();
  return is_pressed;
}

}  // namespace

void draw_waiting(const RemapMenu& menu, const Hub& hub, const Seat& seat) {
  if (!begin_dialog("New control", menu.is_waiting())) return;
  const Capture& capture = menu.capture();
  const CaptureRequest& request = capture.request;
  ImGui::TextUnformatted(menu.name_of(*menu.waiting_for()).c_str());
  ImGui::Dummy({line(26), line(0.2F)});
  ImGui::TextUnformatted(what_to_do(menu).c_str());
  const std::string held = label(capture.combination, seat.labels());
  ImGui::TextUnformatted(held.empty() ? " " : ("Held so far: " + held).c_str());
  const auto left = static_cast<float>(to_seconds(capture.left));
  const auto all = static_cast<float>(to_seconds(request.time_out));
  const std::string seconds = std::to_string(static_cast<int>(left) + 1) + " s";
  ImGui::ProgressBar(left / all, {-1, 0}, seconds.c_str());
  const std::string remarks = remark(menu, hub, seat);
  ImGui::TextColored(clash_colour, "%s", remarks.empty() ? " " : remarks.c_str());
  ImGui::TextDisabled("%s: leave all as it is", cancel_words(request, hub, seat).c_str());
  ImGui::EndPopup();
}

void draw_question(RemapMenu& menu, const Labels& labels) {
  if (!begin_dialog("Already in use", menu.question() != nullptr)) return;
  const ClashQuestion& question = *menu.question();
  const std::string here = menu.name_of(question.slot);
  std::string others;
  for (const Clash& clash : question.clashes) {
    const std::string other = '"' + menu.name_of(clash.slot) + '"';
    if (others.find(other) != std::string::npos) continue;
    ImGui::Text("%s is already for %s.", label(clash.combination, labels).c_str(), other.c_str());
    others += (others.empty() ? "" : " and ") + other;
  }
  const std::vector<Combination> mine = menu.draft().controls(question.slot);
  const bool has_old = question.slot.number < mine.size();
  const std::string old = has_old ? label(mine[question.slot.number], labels) : "nothing in return";
  ImGui::Text("You want it for \"%s\".", here.c_str());
  ImGui::Spacing();
  OnClash answer{};
  bool is_answered = false;
  bool has_focus = false;
  const auto offer = [&](OnClash way, const std::string& text, bool is_possible) {
    if (is_possible && !has_focus && ImGui::IsWindowAppearing()) ImGui::SetKeyboardFocusHere();
    has_focus = has_focus || is_possible;
    if (!wide_button(text, is_possible)) return;
    answer = way;
    is_answered = true;
  };
  offer(OnClash::swap, "Swap: " + others + " gets " + old, question.can_swap);
  offer(OnClash::take_over, "Take it away from " + others, question.can_take_over);
  offer(OnClash::keep_both, "Keep both", true);
  offer(OnClash::refuse, "Leave all as it is", true);
  ImGui::EndPopup();
  if (is_answered) menu.answer(answer);
}

void draw_letters(bool& is_shown, std::string& text) {
  if (!begin_dialog("Search", is_shown)) return;
  ImGui::Text("%s_", text.c_str());
  constexpr int a_row = 9;
  const ImVec2 key = {line(2), line(2)};
  if (ImGui::IsWindowAppearing()) ImGui::SetKeyboardFocusHere();
  for (int i = 0; i < 26; ++i) {
    const char letter[] = {static_cast<char>('a' + i), '\0'};
    if (i % a_row != 0) ImGui::SameLine();
    if (ImGui::Button(letter, key)) text += letter;
  }
  ImGui::SameLine();
  if (ImGui::Button("_", key)) text += ' ';
  if (ImGui::Button("Back one") && !text.empty()) text.pop_back();
  ImGui::SameLine();
  if (ImGui::Button("Empty")) text.clear();
  ImGui::SameLine();
  if (ImGui::Button("Done")) is_shown = false;
  ImGui::EndPopup();
}

Farewell draw_farewell(bool is_shown) {
  if (!begin_dialog("Not applied yet", is_shown)) return Farewell::none;
  Farewell answer = Farewell::none;
  ImGui::TextUnformatted("What you changed does not count yet.");
  ImGui::Spacing();
  if (ImGui::IsWindowAppearing()) ImGui::SetKeyboardFocusHere();
  if (wide_button("Apply it")) answer = Farewell::apply;
  if (wide_button("Throw it away")) answer = Farewell::throw_away;
  if (wide_button("Go on changing")) answer = Farewell::stay;
  ImGui::EndPopup();
  return answer;
}

}  // namespace nextmove::imgui
