#include "seat/prompting.hpp"

#include <algorithm>
#include <array>
#include <utility>

namespace nextmove::core {
namespace {

const std::array<std::vector<DeviceKind>, 3> all_hands = {
    {{DeviceKind::keyboard, DeviceKind::mouse}, {DeviceKind::gamepad}, {DeviceKind::touch}}};

}  // namespace

void Prompting::set_words(const Wording& wording, const KeyLabels& keys) {
  if (wording == labels_.wording && keys == labels_.keys) return;
  labels_.wording = wording;
  labels_.keys = keys;
  renew();
}

void Prompting::set_family(const Family& family) {
  if (family == labels_.family) return;
  labels_.family = family;
  renew();
}

void Prompting::take_in_hand(DeviceId device) {
  Slot* const slot = common_.find_slot(device);
  if (slot == nullptr || hand_.slot() == slot) return;
  hand_.take(*slot, common_.journal.now);
  note_hands();
}

void Prompting::add(Slot& slot, Time time) {
  if (hand_.slot() == nullptr) hand_.take(slot, time);
  note_hands();
}

void Prompting::forget(const Slot& slot, Time time) {
  hand_.forget(slot, common_.slots, time);
  had_ = 0;
  for (const auto& it : common_.slots) {
    if (are_one_hand(it->kind, slot.kind)) had_ |= 1U << static_cast<unsigned>(it->kind);
  }
}

void Prompting::forget_player() {
  had_ = 0;
  note_hands();
}

// Prompts go by the kinds of device that a seat has and the playbook binds, and by which is in
// hand.
void Prompting::note_hands() {
  unsigned kinds = 0;
  for (const auto& slot : common_.slots) kinds |= 1U << static_cast<unsigned>(slot->kind);
  constexpr unsigned none_yet = 1U << device_kind_count;
  if (common_.slots.empty()) kinds = had_ != 0 ? had_ : none_yet;
  const unsigned bound = common_.wiring->devices() | none_yet;
  const Slot* const held = hand_.slot();
  unsigned hand = 0;
  for (unsigned i = 0; held != nullptr && i < all_hands.size(); ++i) {
    if (are_one_hand(all_hands[i].front(), held->kind)) hand = i + 1;
  }
  const unsigned hands = (kinds & bound) | hand << (device_kind_count + 1);
  if (std::exchange(hands_, hands) != hands) renew();
}

// What is in hand first, then what else the seat has. Where it has nothing yet, all it might have;
// and where it has lost all, what it had: nobody is told to press a key of somebody else's.
std::vector<std::vector<DeviceKind>> Prompting::hands() const {
  std::vector<std::vector<DeviceKind>> hands;
  for (const std::vector<DeviceKind>& all : all_hands) {
    std::vector<DeviceKind> kinds;
    for (const DeviceKind kind : all) {
      const bool has_it = std::any_of(common_.slots.begin(), common_.slots.end(),
                                      [&](const auto& slot) { return slot->kind == kind; });
      const bool had_it = had_ == 0 || ((had_ >> static_cast<unsigned>(kind)) & 1U) != 0;
      if (has_it || (common_.slots.empty() && had_it)) kinds.push_back(kind);
    }
    if (!kinds.empty()) hands.push_back(std::move(kinds));
  }
  const Slot* held = hand_.slot();
  std::stable_partition(hands.begin(), hands.end(), [&](const std::vector<DeviceKind>& kinds) {
    return held != nullptr && are_one_hand(kinds.front(), held->kind);
  });
  return hands;
}

template <class Use>
auto Prompting::with_setting(Use use) const {
  const std::vector<std::vector<DeviceKind>> hands = this->hands();
  return use(PromptSetting{common_.playbook, common_.scheme, common_.entered, hands, labels_});
}

std::span<const Prompt> Prompting::prompts(ActionId action, ActionPart part) const {
  auto& kept = kept_[{action, part}];
  if (kept.empty()) {
    kept =
        with_setting([&](const PromptSetting& it) { return nextmove::prompts(action, part, it); });
  }
  return kept;
}

Caption Prompting::caption(std::string_view text) const {
  return with_setting(
      [&](const PromptSetting& setting) { return nextmove::caption(text, setting); });
}

}  // namespace nextmove::core
