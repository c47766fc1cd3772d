// next-move remap: a change of a player's controls.
#include <fmt/format.h>

#include <nextmove/files.hpp>

#include "commands.hpp"
#include "input.hpp"
#include "output.hpp"
#include "profiles.hpp"

using namespace nextmove;

namespace {

// The controls that were named, by their device; nothing, after printing what is wrong.
std::optional<std::vector<Combination>> read_controls(const std::vector<std::string>& words) {
  std::vector<Combination> controls;
  for (const std::string& word : words) {
    auto combination = find_combination(word);
    if (!combination) {
      fmt::print(stderr, "next-move: unknown control \"{}\"{}\n", printable(word),
                 advice_on_control(word));
      return std::nullopt;
    }
    controls.push_back(std::move(*combination));
  }
  return controls;
}

class Remapper {
 public:
  Remapper(const RemapWish& wish, Draft draft, ControlSlot slot)
      : wish_(wish), draft_(std::move(draft)), slot_(slot) {}

  // Those of one kind of device take the place of what is there.
  bool set(DeviceKind device, const std::vector<Combination>& controls) {
    slot_.device = device;
    const Draft before = draft_;
    const DraftAnswer answer = draft_.set(slot_, controls, wish_.on_clash);
    if (!answer) {
      fmt::print(stderr, "next-move: {}: {}\n", wish_.action, reason(answer.refusal));
      if (answer.refusal == DraftRefusal::somebody_elses) tell(answer.taken);
      for (const Clash& clash : answer.clashes) tell_way_out(clash);
      return false;
    }
    told_ += fmt::format("{} on a {}: {} (before: {})\n", wish_.action, to_string(device),
                         listed(controls), listed(before.controls(slot_)));
    for (const Clash& clash : answer.clashes) tell_outcome(clash, before);
    for (const Shadow& shadow : answer.shadows) tell(shadow);
    return true;
  }

  const Profile& profile() const { return draft_.profile(); }
  /// What was changed, in words.
  const std::string& told() const { return told_; }

 private:
  std::string name_of(const ControlSlot& slot) const { return part_name(draft_.playbook(), slot); }

  static void tell(const TakenControl& taken) {
    fmt::print(stderr, "  {} is for {} under {}; --on-clash keep_both lets it do both\n",
               to_string(taken.control), taken.what.empty() ? "joining" : taken.what, taken.by);
  }

  void tell_way_out(const Clash& clash) const {
    std::vector<std::string_view> ways;
    if (clash.can_swap) ways.emplace_back("swap");
    if (clash.can_take_over) ways.emplace_back("take_over");
    ways.emplace_back("keep_both");
    fmt::print(stderr, "  {} is on {} already; choose --on-clash {}\n", name_of(clash.slot),
               to_string(clash.combination), fmt::join(ways, " or "));
  }

  void tell_outcome(const Clash& clash, const Draft& before) {
    told_ += fmt::format("{} on a {}: {} (before: {})\n", name_of(clash.slot),
                         to_string(clash.slot.device), listed(draft_.controls(clash.slot)),
                         listed(before.controls(clash.slot)));
  }

  void tell(const Shadow& shadow) {
    const std::string& context = draft_.playbook().context(shadow.context).name;
    const std::string& action = draft_.playbook().action(shadow.action).name;
    if (shadow.comes_first) {
      told_ += fmt::format("note: in context {} it goes to {} first\n", context, action);
    } else {
      told_ += fmt::format("note: it comes before {} of context {}\n", action, context);
    }
  }

  const RemapWish& wish_;
  Draft draft_;
  ControlSlot slot_;
  std::string told_;
};

}  // namespace

int remap_command(const std::string& playbook, const std::string& path, const RemapWish& wish) {
  const Result<Playbook> book = read_playbook_file(playbook);
  print_problems(book.diagnostics);
  if (!book) return exit_problems;
  const auto profile = read_profile_or_tell(path, true);
  const auto part = find_part_or_tell(*book, wish.action);
  const auto context = find_context_or_tell(*book, wish.context);
  const auto scheme = find_scheme_or_tell(*book, wish.scheme);
  const auto controls = read_controls(wish.controls);
  if (!profile || !part || !context || !scheme || !controls) return exit_problems;

  Draft draft{*book, *profile, *scheme};
  draft.keep_off(taken_by_schemes(*book, *scheme));
  Remapper remapper{wish, std::move(draft), {part->action, part->part, *context}};
  for (const DeviceKind device : wish.cleared) {
    if (!remapper.set(device, {})) return exit_problems;
  }
  for (int i = 0; i < device_kind_count; ++i) {
    std::vector<Combination> of_device;
    for (const Combination& combination : *controls) {
      if (device_of(combination.control) == static_cast<DeviceKind>(i)) {
        of_device.push_back(combination);
      }
    }
    const bool is_meant = !of_device.empty();
    if (is_meant && !remapper.set(static_cast<DeviceKind>(i), of_device)) return exit_problems;
  }
  const std::vector<Diagnostic> problems = save_profile(path, remapper.profile());
  print_problems(problems);
  if (has_errors(problems)) return exit_problems;
  fmt::print("{}", remapper.told());
  return exit_fine;
}
