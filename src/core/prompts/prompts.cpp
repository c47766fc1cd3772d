// From bindings to prompts.
#include <algorithm>
#include <array>
#include <optional>

#include <nextmove/prompt.hpp>

#include "model/binding_parts.hpp"
#include "model/scheme_set.hpp"
#include "model/source.hpp"
#include "remap/remapping.hpp"

namespace nextmove {
namespace {

using core::control_at;

/// A binding, and how a part of its action is done by it.
struct PromptWay {
  const BindingDefinition* binding;
  std::vector<PlacedControl> controls;  // one, or one a direction in the order they are shown
};

// Of a stick (or the wheel, or a zone), the half that points there.
PlacedControl half_of(const PlacedControl& whole, ActionPart part) {
  constexpr std::array<std::uint8_t, 7> bits = {0,          part_up,    part_down, part_left,
                                                part_right, part_right, part_left};
  constexpr std::array<ZonePart, 7> zone_parts = {ZonePart::whole, ZonePart::up,    ZonePart::down,
                                                  ZonePart::left,  ZonePart::right, ZonePart::right,
                                                  ZonePart::left};
  const auto index = static_cast<std::size_t>(part);
  if (!whole.zone.empty()) {
    PlacedControl half = whole;
    half.part = whole.part == ZonePart::whole ? zone_parts[index] : ZonePart::whole;
    if (whole.part == ZonePart::y)
      half.part = part == ActionPart::more ? ZonePart::up : ZonePart::down;
    if (whole.part == ZonePart::x) half.part = zone_parts[index];
    return half;
  }
  const ControlInfo& it = info(whole.control);
  std::uint8_t wanted = bits[index];
  if (it.part == (part_up | part_down)) {
    if (part == ActionPart::more) wanted = part_up;
    if (part == ActionPart::less) wanted = part_down;
  }
  for (const ControlInfo& half : all_controls()) {
    if (half.source == it.source && half.part == wanted && half.control != it.control) {
      return half.control;
    }
  }
  return {};
}

PromptPart part_for(const PlacedControl& control, const Labels& labels,
                    std::span<const ZoneDefinition> zones) {
  const bool is_pad = device_of(control) == DeviceKind::gamepad;
  return {label(control, labels), icon_name(control, labels, zones),
          is_pad ? labels.family.name : std::string{}};
}

class PromptMaker {
 public:
  PromptMaker(const PromptSetting& setting, ActionId action, ActionPart part)
      : setting_(setting), id_(action), part_(part) {}

  std::vector<Prompt> make() {
    if (static_cast<std::size_t>(id_) < setting_.playbook.actions().size()) collect();
    if (ways_.empty()) {
      ways_.push_back(
          {.parts = {{std::string{word("nothing")}}}, .is_bound = false, .is_heard = false});
    }
    return std::move(ways_);
  }

 private:
  void collect() {
    for (const std::vector<DeviceKind>& hand : setting_.hands) {
      for (const DeviceKind kind : hand) add_entered(kind);
      std::stable_sort(ways_.begin() + static_cast<std::ptrdiff_t>(done_), ways_.end(),
                       [](const Prompt& a, const Prompt& b) { return a.is_heard && !b.is_heard; });
      for (const DeviceKind kind : hand) add_elsewhere(kind);
      done_ = ways_.size();
    }
  }

  const ActionDefinition& action() const { return setting_.playbook.action(id_); }
  std::string_view word(std::string_view key) const { return setting_.labels.wording.find(key); }

  void add_entered(DeviceKind kind) {
    for (std::size_t i = 0; i < setting_.contexts.size(); ++i) add(setting_.contexts[i], kind, i);
  }

  void add_elsewhere(DeviceKind kind) {
    for (std::size_t i = 0; i < setting_.playbook.contexts().size(); ++i) {
      const auto context = static_cast<ContextId>(i);
      const auto& entered = setting_.contexts;
      const bool is_entered = std::find(entered.begin(), entered.end(), context) != entered.end();
      if (!is_entered) add(context, kind, std::nullopt);
    }
  }

  // `rank`: where it stands among those that are entered.
  void add(ContextId context, DeviceKind kind, std::optional<std::size_t> rank) {
    const ContextDefinition& definition = setting_.playbook.context(context);
    for (const BindingDefinition& binding : core::bindings_of(definition, action())) {
      const PromptWay way = way_of(binding, kind);
      if (way.controls.empty()) continue;
      Prompt prompt = said(way, kind);
      prompt.is_heard = rank.has_value() && !is_claimed(way, *rank, kind);
      const auto is_same = [&](const Prompt& other) { return other.parts == prompt.parts; };
      if (std::none_of(ways_.begin(), ways_.end(), is_same)) ways_.push_back(std::move(prompt));
    }
  }

  bool is_of(const PlacedControl& control, const BindingDefinition& binding,
             DeviceKind kind) const {
    return control.is_set() && device_of(control) == kind &&
           is_heard_under(setting_.scheme, binding, kind, setting_.playbook.schemes());
  }

  PromptWay way_of(const BindingDefinition& binding, DeviceKind kind) const {
    PromptWay way{&binding, {}};
    const auto take = [&](const PlacedControl& control) {
      if (is_of(control, binding, kind)) way.controls.push_back(control);
    };
    if (part_ == ActionPart::whole) {
      take(binding.control);
      for (const ActionPart part : {ActionPart::up, ActionPart::left, ActionPart::down,
                                    ActionPart::right, ActionPart::less, ActionPart::more}) {
        take(control_at(binding, part));
      }
    } else if (control_at(binding, part_).is_set()) {
      take(control_at(binding, part_));
    } else if (is_of(binding.control, binding, kind)) {
      const PlacedControl half = half_of(binding.control, part_);
      way.controls.push_back(half.is_set() ? half : binding.control);
    }
    return way;
  }

  // Whether a context above takes the controls away.
  bool is_claimed(const PromptWay& way, std::size_t rank, DeviceKind kind) const {
    for (std::size_t i = 0; i < rank; ++i) {
      const ContextDefinition& above = setting_.playbook.context(setting_.contexts[i]);
      const bool is_blocked =
          std::find(above.blocks.begin(), above.blocks.end(), kind) != above.blocks.end();
      const bool is_taken = std::any_of(above.bindings.begin(), above.bindings.end(),
                                        [&](const auto& other) { return claims(other, way); });
      if (is_blocked || is_taken) return true;
    }
    return false;
  }

  bool claims(const BindingDefinition& other, const PromptWay& way) const {
    if (other.pass_on) return false;
    const auto& mine = way.binding->with;
    const bool may_be_idle = std::any_of(other.with.begin(), other.with.end(), [&](const auto& it) {
      return std::find(mine.begin(), mine.end(), it) == mine.end();
    });
    if (may_be_idle) return false;
    for (int i = 0; i < core::action_part_count; ++i) {
      const PlacedControl& theirs = control_at(other, static_cast<ActionPart>(i));
      if (!theirs.is_set() || !is_of(theirs, other, device_of(theirs))) continue;
      for (const PlacedControl& control : way.controls) {
        const auto a = core::resolve(theirs, setting_.playbook.zones());
        const auto b = core::resolve(control, setting_.playbook.zones());
        if (a && b && core::overlap(*a, *b)) return true;
      }
    }
    return false;
  }

  PromptPart part_for(const PlacedControl& control) const {
    return nextmove::part_for(control, setting_.labels, setting_.playbook.zones());
  }

  Prompt said(const PromptWay& way, DeviceKind kind) const {
    Prompt prompt;
    prompt.device = kind;
    for (const PlacedControl& with : way.binding->with) {
      prompt.parts.push_back(part_for(with));
      prompt.parts.push_back({" + "});
    }
    prompt.is_cross = part_ == ActionPart::whole && way.controls.size() == 4;
    if (const PromptPart as_one = known_cross(way); as_one.is_control()) {
      prompt.parts.push_back(as_one);
      prompt.is_cross = false;
    } else {
      const bool is_axis = action().kind == ActionKind::axis;
      for (std::size_t i = 0; i < way.controls.size(); ++i) {
        if (i > 0) prompt.parts.push_back({is_axis ? " / " : " "});
        prompt.parts.push_back(part_for(way.controls[i]));
      }
    }
    if (action().kind == ActionKind::button) wrap(prompt.parts, way.binding->gesture);
    return prompt;
  }

  // The arrow keys, or the directional pad, as one thing.
  PromptPart known_cross(const PromptWay& way) const {
    using enum Control;
    constexpr std::array arrows = {ArrowUp, ArrowLeft, ArrowDown, ArrowRight};
    constexpr std::array pad = {PadUp, PadLeft, PadDown, PadRight};
    const auto are = [&](const std::array<Control, 4>& four) {
      return std::equal(way.controls.begin(), way.controls.end(), four.begin(), four.end(),
                        [](const PlacedControl& a, Control b) { return a.control == b; });
    };
    if (are(arrows)) return {std::string{word("Arrows")}, "Arrows"};
    if (are(pad)) return {std::string{word("PadCross")}, "PadCross", setting_.labels.family.name};
    return {};
  }

  // "hold {}" round the control.
  void wrap(std::vector<PromptPart>& parts, const Gesture& gesture) const {
    std::string pattern{"{}"};
    switch (gesture.kind) {
      case GestureKind::hold: pattern = word("hold"); break;
      case GestureKind::tap: pattern = word("tap"); break;
      case GestureKind::taps: pattern = word(gesture.count == 2 ? "twice" : "taps"); break;
      default: return;
    }
    if (const std::size_t at = pattern.find('#'); at != std::string::npos) {
      pattern.replace(at, 1, std::to_string(gesture.count));
    }
    const std::size_t at = pattern.find("{}");
    if (at == std::string::npos) return;
    if (at > 0) parts.insert(parts.begin(), {pattern.substr(0, at)});
    if (at + 2 < pattern.size()) parts.push_back({pattern.substr(at + 2)});
  }

  const PromptSetting& setting_;
  ActionId id_;
  ActionPart part_;
  std::vector<Prompt> ways_;
  std::size_t done_ = 0;
};

}  // namespace

std::string to_text(std::span<const PromptPart> parts) {
  std::string text;
  for (const PromptPart& part : parts) text += part.text;
  return text;
}

std::vector<PromptPart> prompt_parts(const Combination& combination, const Labels& labels,
                                     std::span<const ZoneDefinition> zones) {
  std::vector<PromptPart> parts;
  for (const PlacedControl& with : combination.with) {
    parts.push_back(part_for(with, labels, zones));
    parts.push_back({" + "});
  }
  parts.push_back(part_for(combination.control, labels, zones));
  return parts;
}

std::vector<Prompt> prompts(ActionId action, ActionPart part, const PromptSetting& setting) {
  return PromptMaker{setting, action, part}.make();
}

}  // namespace nextmove
