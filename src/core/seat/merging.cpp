#include "seat/merging.hpp"

#include <algorithm>
#include <cmath>
#include <utility>

namespace nextmove::core {
namespace {

// Who drives goes on driving until another is larger by this much, or comes up to within this much:
// 0.05, and a hair, so that of those that differ by just that rounding decides nothing.
constexpr float near = 0.0501F;

// Whatever is smaller comes of rounding.
constexpr float nothing = 1e-5F;

float but_rounding(float value) {
  return std::abs(value) > nothing ? value : 0;
}

bool is_apart(Vec2 a, Vec2 b) {
  return std::abs(a.x - b.x) > nothing || std::abs(a.y - b.y) > nothing;
}

/// The sum of what is shaped apart, and of how far each reaches: a diagonal as far as a single key.
struct Sum {
  Vec2 value{};
  float reach = 0;

  void add(const LiveBinding& binding, Vec2 bent) {
    value = sum(value, binding.shaping.scaled(bent));
    reach += binding.shaping.scale() * std::min(length(bent), 1.0F);
  }
  // The length is limited last, once, so that opposites cancel whatever else is pushed; where they
  // do, rounding leaves nothing behind.
  Vec2 limited(ActionKind kind) const {
    return core::limited({but_rounding(value.x), but_rounding(value.y)}, kind,
                         std::min(reach, 1.0F));
  }
};

}  // namespace

void Merging::list_drivers() {
  drivers_.clear();
  first_driver_.clear();
  live_actions_.clear();
  for (std::size_t i = 0; i < common_.wiring->action_count(); ++i) {
    first_driver_.push_back(static_cast<std::uint32_t>(drivers_.size()));
    const auto action = static_cast<ActionId>(i);
    if (common_.board.kind(action) == ActionKind::button) continue;
    live_actions_.push_back(i);
    const bool has_rate = takes_rate(common_.board.kind(action));
    for (const auto& slot : common_.slots) {
      if (!common_.wiring->drives(slot->kind, action)) continue;
      LiveState& live = slot->live[i];
      live.slot = slot.get();
      live.bindings = common_.wiring->live_bindings(action, slot->kind);
      live.is_smoothed =
          !has_rate && std::any_of(live.bindings.begin(), live.bindings.end(),
                                   [](const LiveBinding& it) { return it.flow != no_index; });
      live.is_simple =
          live.bindings.size() == 1 && !live.is_smoothed && !live.bindings.front().takes_last;
      drivers_.push_back(&live);
    }
  }
  first_driver_.push_back(static_cast<std::uint32_t>(drivers_.size()));
}

// Every action that it may have driven is weighed anew.
void Merging::forget(const Slot& slot) {
  for (std::size_t i = 0; i < drives_.size(); ++i) {
    const auto action = static_cast<ActionId>(i);
    if (common_.board.kind(action) == ActionKind::button) continue;
    common_.tally.mark(action);
    Drive& drive = drives_[i];
    if (drive.driver == &slot.live[i]) drive.driver = nullptr;
    if (drive.peak_of == &slot.live[i]) drive.peak_of = nullptr;
    drive.changed = nullptr;
    drive.pending = common_.event;
  }
}

void Merging::expect_flow(ActionId action, LiveState& live) {
  Drive& drive = drives_[Wiring::index(action)];
  live.is_stale = true;
  if (drive.pending == 0) {
    drive.pending = common_.event;
    drive.changed = &live;
  } else if (drive.changed != &live) {
    drive.changed = nullptr;
  }
}

inline void Merging::reckon(LiveState& live, ActionKind kind) const {
  live.is_stale = false;
  live.size_before = live.size;
  switch (kind) {
    case ActionKind::axis: return reckon_value<ActionKind::axis>(live);
    case ActionKind::vector: return reckon_value<ActionKind::vector>(live);
    default: reckon_rate(live);
  }
}

// Most devices drive an action through a single binding, or through directions that are shaped
// alike.
template <ActionKind kind>
[[gnu::always_inline]] inline void Merging::reckon_value(LiveState& live) const {
  if (!live.is_simple) return reckon_sum<kind>(live);
  const LiveBinding& binding = live.bindings.front();
  const Vec2 shaped =
      binding.shaping.scaled(bending_.bent(binding, pushed(binding, live.slot->shares.data())));
  live.value = limited(shaped, kind, binding.shaping.scale());
  live.push = live.value;
  live.size = kind == ActionKind::axis ? std::abs(live.value.x) : length(live.value);
}

// What is shaped apart adds up.
template <ActionKind kind>
[[gnu::noinline]] void Merging::reckon_sum(LiveState& live) const {
  Sum pushed_by;
  Sum smooth;
  for (const LiveBinding& binding : live.bindings) {
    if (binding.flow == no_index) {
      const Vec2 bent_value = bending_.bent(binding, bending_.pushed_on(*live.slot, binding));
      pushed_by.add(binding, bent_value);
      if (live.is_smoothed) smooth.add(binding, bent_value);
    } else {
      const FlowState& flow = live.slot->flows[binding.flow];
      pushed_by.add(binding, flow.target);
      smooth.add(binding, flow.smooth);
    }
  }
  const Vec2 push = pushed_by.limited(kind);
  live.push = push;
  live.value = live.is_smoothed ? smooth.limited(kind) : push;
  live.size = length(push);
}

// Rates add up to no more than the largest of them; the size is a share of what the action can
// reach.
void Merging::reckon_rate(LiveState& live) const {
  Vec2 total;
  float most = 0;
  for (const LiveBinding& binding : live.bindings) {
    if (binding.flow == no_index || binding.count == 0) continue;
    const Vec2 target = live.slot->flows[binding.flow].target;
    const Vec2 rate = binding.shaping.scaled(target);
    add(total, rate, binding.rate);
    most = std::max(most, binding.reach() * std::min(length(target), 1.0F));
  }
  const float pushed_by = length(total);
  live.share = pushed_by > most ? most / pushed_by : 1;
  live.size = most > 0 ? but_rounding(std::min(pushed_by, most) /
                                      common_.wiring->reach(live.bindings.front().action))
                       : 0;
}

[[gnu::noinline]] void Merging::weigh(ActionId action) {
  weigh(action, common_.board.kind(action));
}

void Merging::weigh(ActionId action, ActionKind kind) {
  Drive& drive = drives_[Wiring::index(action)];
  drive.pending = 0;
  if (drive.changed != nullptr) return weigh_change(action, kind, *drive.changed);
  for (LiveState* live : drivers_of(action)) {
    if (live->is_stale) reckon(*live, kind);
  }
  choose_driver(action);
  note_value(action, kind);
}

// Of one device's change there is mostly nothing to decide: who drives goes on, and nobody else
// came near.
void Merging::weigh_change(ActionId action, ActionKind kind, LiveState& live) {
  Drive& drive = drives_[Wiring::index(action)];
  reckon(live, kind);
  const float size = live.size;
  const LiveState* const driver = drive.driver;
  bool is_open = false;
  if (&live == driver) {
    is_open = drive.others > size + near || (size == 0 && drive.others > 0);
  } else {
    drive.others = drivers_of(action).size() == 2 ? size : std::max(drive.others, size);
    const float driving = driver != nullptr ? driver->size : 0;
    const bool comes_up = live.size_before < driving - near && size >= driving - near;
    is_open = comes_up || size > driving + near || (driving == 0 && size > 0);
  }
  if (is_open) {
    choose_driver(action);
  } else {
    live.size_before = size;
  }
  if (&live == drive.driver || driver != drive.driver) {
    note_value(action, kind);
  } else {
    drive.is_operated = false;
  }
}

// What smoothing lets through is seen for longer than it is pushed, and has no peak.
void Merging::note_value(ActionId action, ActionKind kind) {
  Drive& drive = drives_[Wiring::index(action)];
  if (!takes_rate(kind)) note_digits(action, kind);
  const LiveState* const driver = drive.driver;
  const bool is_pushed = driver != nullptr && driver->size > 0 && !driver->is_smoothed;
  const Vec2 before = drive.value;
  drive.value = is_pushed ? driver->value : Vec2{};
  const float peak = drive.peak_size;
  if (!is_pushed || driver->size * rounded_one < peak || !is_apart(drive.value, before)) return;
  drive.peak = drive.value;
  drive.peak_size = driver->size;
  drive.peak_of = driver;
}

// Digits go by what is pushed, event by event, whatever smoothing and updates make of it.
void Merging::note_digits(ActionId action, ActionKind kind) {
  Drive& drive = drives_[Wiring::index(action)];
  const LiveState* const driver = drive.driver;
  const bool is_pushed = driver != nullptr && driver->size > 0;
  drive.is_plain = !is_pushed || !driver->is_smoothed;
  const bool is_operated = std::exchange(drive.is_operated, false);
  const Digital before = drive.digits;
  drive.digits = digits_of(action, kind, is_pushed ? driver->push : Vec2{}, before);
  if (is_operated && !common_.is_muted(action)) {
    count_presses(before, drive.digits, drive.presses);
  }
}

Digital Merging::digits_of(ActionId action, ActionKind kind, Vec2 value,
                           const Digital& before) const {
  const Thresholds& thresholds = common_.wiring->digital(action);
  return kind == ActionKind::axis ? digits_of_axis(value.x, before, thresholds)
                                  : digits_of_vector(value, before, thresholds);
}

// So what is pushed now counts, a drifting stick never beats a key, and trembling decides nothing.
// Of several that would drive, the largest does, and of equals the one that came first.
void Merging::choose_driver(ActionId action) {
  Drive& drive = drives_[Wiring::index(action)];
  const auto drivers = drivers_of(action);
  const float driving = drive.driver != nullptr ? drive.driver->size : 0;
  float largest = 0;
  for (const LiveState* live : drivers) largest = std::max(largest, live->size);
  float most = 0;
  LiveState* next = drive.driver;
  for (LiveState* live : drivers) {
    if (live == drive.driver || live->size == 0) continue;
    const bool is_larger = driving == 0 || live->size > driving + near;
    const bool comes_up = live->size_before < driving - near && live->size >= largest - near;
    if (!(is_larger || comes_up) || live->size <= most * rounded_one) continue;
    most = live->size;
    next = live;
  }
  drive.driver = next;
  drive.others = 0;
  for (LiveState* live : drivers) {
    live->size_before = live->size;
    if (live != next) drive.others = std::max(drive.others, live->size);
  }
}

// Where nobody pushes any more, smoothing still gives way.
Vec2 Merging::driven(ActionId action) const {
  const Drive& drive = drives_[Wiring::index(action)];
  if (drive.driver != nullptr && drive.driver->size > 0) return drive.driver->value;
  Vec2 largest;
  for (const LiveState* live : drivers_of(action)) {
    if (square(live->value) > square(largest) * rounded_one) largest = live->value;
  }
  return largest;
}

// What was moved is added to what is pushed, once.
Vec2 Merging::take_value(ActionId action, ActionKind kind) {
  Drive& drive = drives_[Wiring::index(action)];
  if (drive.pending != 0) weigh(action, kind);
  const Vec2 way = std::exchange(drive.way, {});
  if (way != Vec2{}) common_.tally.mark(action);  // it is over with the next update
  Vec2 value = way;
  if (!is_displacement(kind)) {
    value = driven(action);
    if (drive.peak_size > 0 && is_over(value)) {
      value = drive.peak;
      common_.tally.mark(action);  // likewise
    }
    drive.peak_size = 0;
    if (way != Vec2{}) value = clamped(sum(value, way), kind);
  }
  return common_.is_muted(action) ? Vec2{} : value;
}

// The device is silent from here on: what it came to is not seen any more.
void Merging::forget_peaks(const Slot& slot) {
  for (std::size_t i = 0; i < drives_.size(); ++i) {
    if (drives_[i].pending != 0) weigh(static_cast<ActionId>(i));
    forget_peak(slot, static_cast<ActionId>(i));
  }
}

void Merging::forget_peak(const Slot& slot, ActionId action) {
  Drive& drive = drives_[Wiring::index(action)];
  if (drive.peak_of == &slot.live[Wiring::index(action)]) drive.peak_size = 0;
}

}  // namespace nextmove::core
