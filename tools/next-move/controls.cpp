// next-move controls: the names of all controls.
#include <algorithm>
#include <fmt/core.h>

#include <nextmove/nextmove.hpp>

#include "commands.hpp"
#include "describe.hpp"
#include "json_output.hpp"
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

std::vector<ControlInfo> matching(const std::string& word) {
  std::vector<ControlInfo> found;
  for (const ControlInfo& control : all_controls()) {
    const std::string text = lower(control.name) + ' ' + std::string{to_string(control.device)};
    if (text.find(lower(word)) != std::string::npos) found.push_back(control);
  }
  return found;
}

std::vector<std::string_view> searchable_words() {
  std::vector<std::string_view> words = {"stick",  "trigger", "shoulder",
                                         "paddle", "arrow",   "numpad"};
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
    print_as_json(found);
  } else if (!found.empty()) {
    Table table{{"CONTROL", "DEVICE", "VALUES"}};
    for (const ControlInfo& control : found) {
      table.add({std::string{control.name}, std::string{to_string(control.device)},
                 std::string{values_of(control.form)}});
    }
    table.print();
  }
  if (!found.empty()) return exit_fine;
  fmt::print(stderr, "next-move: no control has \"{}\" in its name{}\n", printable(word),
             did_you_mean(word, searchable_words()));
  return exit_problems;
}
