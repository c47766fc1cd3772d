// What players would be told.
#include <algorithm>
#include <fmt/format.h>
#include <nlohmann/json.hpp>

#include "commands.hpp"
#include "output.hpp"
#include "profiles.hpp"

using namespace nextmove;

namespace {

/// The kinds of device in hand: those asked for, else each in turn.
std::vector<std::vector<DeviceKind>> hands_of(const PromptWish& wish) {
  if (!wish.device) {
    return {{DeviceKind::keyboard, DeviceKind::mouse}, {DeviceKind::gamepad}, {DeviceKind::touch}};
  }
  const bool is_desk = *wish.device == DeviceKind::keyboard || *wish.device == DeviceKind::mouse;
  const DeviceKind other =
      *wish.device == DeviceKind::keyboard ? DeviceKind::mouse : DeviceKind::keyboard;
  return {is_desk ? std::vector{*wish.device, other} : std::vector{*wish.device}};
}

// Whether a control is heard now is told where contexts are named.
nlohmann::ordered_json as_json(const Caption& caption, bool tells_heard) {
  nlohmann::ordered_json parts = nlohmann::ordered_json::array();
  for (const PromptPart& part : caption.parts) {
    nlohmann::ordered_json json{{"text", part.text}};
    if (part.is_control()) json["icon"] = part.icon;
    if (!part.family.empty()) json["family"] = part.family;
    if (part.is_control() && tells_heard) json["heard"] = part.is_heard;
    parts.push_back(std::move(json));
  }
  return {{"text", caption.text()}, {"parts", std::move(parts)}};
}

// "Press [Space] ...": what is a picture stands in brackets.
void print_parts(const Caption& caption, bool tells_heard) {
  for (const PromptPart& part : caption.parts) {
    const std::string text = printable(part.text);
    fmt::print("{}", part.is_control() ? bold(fmt::format("[{}]", text)) : text);
  }
  fmt::print("\n");
  if (!tells_heard) return;
  for (const PromptPart& part : caption.parts) {
    if (!part.is_heard) {
      fmt::print("note: [{}] is not heard now: its context is not entered, or one above has it\n",
                 printable(part.text));
    }
  }
}

}  // namespace

int prompt_command(const std::string& playbook, const std::string& text, const PromptWish& wish,
                   bool json) {
  const auto played = find_played_or_tell(playbook, wish);
  if (!played) return exit_problems;
  std::vector<ContextId> contexts;
  for (const std::string& name : wish.contexts) {
    const auto context = find_context_or_tell(played->given, name);
    if (!context) return exit_problems;
    contexts.push_back(*context);
  }
  std::reverse(contexts.begin(), contexts.end());  // of equal rank, the last hears first
  std::stable_sort(contexts.begin(), contexts.end(), [&](ContextId a, ContextId b) {
    return played->given.context(a).rank > played->given.context(b).rank;
  });
  const auto hands = hands_of(wish);
  const Caption made =
      caption(text, {played->playbook, played->scheme, contexts, hands, played->labels});
  if (json) {
    fmt::print("{}\n", as_json(made, !contexts.empty()).dump(2));
  } else {
    print_parts(made, !contexts.empty());
  }
  print_problems(made.problems);
  return played->misfits == 0 && made.problems.empty() ? exit_fine : exit_problems;
}
