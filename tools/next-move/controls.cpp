#include <algorithm>

#include <fmt/core.h>
#include <nlohmann/json.hpp>

#include <nextmove/nextmove.hpp>

#include "commands.hpp"
#include "output.hpp"

using namespace nextmove;

namespace {

std::string lower(std::string_view text) {
  std::string result{text};
  for (char& c : result) {
    if (c >= 'A' && c <= 'Z') c = static_cast<char>(c - 'A' + 'a');
  }
  return result;
}

std::string_view values(ControlForm form) {
  switch (form) {
    case ControlForm::button: return "up or down";
    case ControlForm::trigger: return "0 to 1";
    case ControlForm::stick: return "x and y, -1 to 1";
    case ControlForm::stick_axis: return "-1 to 1";
    case ControlForm::stick_half: return "0 to 1";
    case ControlForm::displacement: return "movement in x and y";
    case ControlForm::displacement_axis: return "movement";
    case ControlForm::displacement_half: return "movement one way";
    case ControlForm::position: return "place in the window";
  }
  return {};
}

std::vector<ControlInfo> matching(const std::string& word) {
  std::vector<ControlInfo> found;
  for (const ControlInfo& control : all_controls()) {
    const std::string text = lower(control.name) + ' ' + std::string{to_string(control.device)};
    if (text.find(lower(word)) != std::string::npos) found.push_back(control);
  }
  return found;
}

std::vector<std::string_view> searchable_words() {
  std::vector<std::string_view> words = {"stick", "trigger", "shoulder", "paddle", "arrow", "numpad"};
  for (int kind = 0; kind < device_kind_count; ++kind) {
    words.push_back(to_string(static_cast<DeviceKind>(kind)));
  }
  for (const ControlInfo& control : all_controls()) words.push_back(control.name);
  return words;
}

}  // namespace

int controls_command(const std::string& word, bool json) {
  const std::vector<ControlInfo> found = matching(word);
  if (json) {
    auto list = nlohmann::ordered_json::array();
    for (const ControlInfo& control : found) {
      list.push_back({{"name", control.name},
                      {"device", to_string(control.device)},
                      {"values", values(control.form)}});
    }
    fmt::print("{}\n", list.dump(2));
  } else if (!found.empty()) {
    Table table{{"CONTROL", "DEVICE", "VALUES"}};
    for (const ControlInfo& control : found) {
      table.add({std::string{control.name}, std::string{to_string(control.device)},
                 std::string{values(control.form)}});
    }
    table.print();
  }
  if (!found.empty()) return exit_fine;
  fmt::print(stderr, "next-move: no control has \"{}\" in its name{}\n", printable(word),
             did_you_mean(word, searchable_words()));
  return exit_problems;
}
