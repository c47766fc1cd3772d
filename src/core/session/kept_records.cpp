#include "session/kept_records.hpp"

#include <algorithm>
#include <bit>

#include <nextmove/control.hpp>

namespace nextmove::core {
namespace {

// Controls of records that are no events. `device` and the values hold numbers.
constexpr unsigned first_brief = 0xff00;      // and the BriefKind: seat, name, interceptor
constexpr Control intercepted_value{0xff80};  // behind a brief one: InterceptedAs, the value
constexpr Control other{0xff81};              // its number among the others
constexpr Control updated{0xff82};

constexpr std::size_t room_for_others = 128;

Control control_of(BriefKind kind) {
  return static_cast<Control>(first_brief + static_cast<unsigned>(kind));
}

bool is_event(const Event& record) {
  return static_cast<unsigned>(record.control) < first_brief;
}

bool is_movement(const Event& record) {
  return is_event(record) && info(record.control).form != ControlForm::button;
}

std::uint32_t number_in(float value) {
  return std::bit_cast<std::uint32_t>(value);
}

Step step_of(const Event& record, const Event& next, const NameNumbers& names) {
  const auto kind = static_cast<BriefKind>(static_cast<unsigned>(record.control) - first_brief);
  BriefStep brief{.kind = kind,
                  .time = record.time,
                  .seat = names.name(static_cast<std::uint32_t>(record.device)),
                  .name = names.name(number_in(record.x))};
  if (kind == BriefKind::intercepted) {
    brief.by = names.name(number_in(record.y));
    brief.as = static_cast<InterceptedAs>(next.device);
    brief.value = {next.x, next.y};
  }
  return whole(brief);
}

}  // namespace

std::uint32_t NameNumbers::number(std::string_view name) {
  if (const auto found = numbers_.find(name); found != numbers_.end()) return found->second;
  const auto number = static_cast<std::uint32_t>(names_.size());
  names_.push_back(&numbers_.emplace(name, number).first->first);
  return number;
}

KeptRecords::KeptRecords(std::size_t room) : records_(room) {
  others_.reserve(room_for_others);
}

void KeptRecords::clear() {
  count_ = 0;
  others_.clear();
  thinned_ = 0;
  is_torn_ = false;
  is_thinned_ = false;
}

// What else waits in the queue is told as a step.
void KeptRecords::add(std::span<const Event> events) {
  if (is_torn_) return;
  if (count_ + events.size() > records_.size()) return add_thinned(events);
  Event* end = records_.data() + count_;
  for (const Event& event : events) {
    *end = event;
    end += static_cast<std::size_t>(event.control) < control_count ? 1 : 0;
  }
  count_ = static_cast<std::size_t>(end - records_.data());
}

void KeptRecords::add_thinned(std::span<const Event> events) {
  for (const Event& event : events) {
    const bool is_event = static_cast<std::size_t>(event.control) < control_count;
    if (is_event && !joins(event, count_)) add_one(event);
    if (is_torn_) return;
  }
}

void KeptRecords::add_update(Time now) {
  add_one({now, DeviceId::none, updated});
}

void KeptRecords::add(const BriefStep& step, NameNumbers& names) {
  Event record{step.time, static_cast<DeviceId>(names.number(step.seat)), control_of(step.kind),
               std::bit_cast<float>(names.number(step.name))};
  if (step.kind == BriefKind::intercepted) record.y = std::bit_cast<float>(names.number(step.by));
  add_one(record);
  if (step.kind != BriefKind::intercepted) return;
  add_one(
      {step.time, static_cast<DeviceId>(step.as), intercepted_value, step.value.x, step.value.y});
}

// Of what was passed over nothing came, and an adapter that is wrong once is wrong all the time.
void KeptRecords::add(const Step& step) {
  const std::size_t room =
      std::holds_alternative<PassedOver>(step) ? room_for_others / 4 : room_for_others;
  if (others_.size() < room) {
    add_one({time_of(step), static_cast<DeviceId>(others_.size()), other});
    if (!is_torn_) others_.push_back(step);
  } else if (!std::holds_alternative<PassedOver>(step)) {
    is_torn_ = true;
  }
}

void KeptRecords::add_one(const Event& event) {
  if (count_ == records_.size()) thin();
  is_torn_ = is_torn_ || count_ == records_.size();
  if (!is_torn_) records_[count_++] = event;  // what is before a tear is as it was
}

bool KeptRecords::make_room() {
  const auto is_scarce = [&] {
    return count_ > records_.size() / 8 * 7 || others_.size() > room_for_others / 8 * 7;
  };
  if (is_scarce()) thin();
  return !is_scarce();
}

// The movement is added to one before it, where nothing but movements and other devices stand
// between: a stick stands where it came to, a mouse has moved by both together.
bool KeptRecords::joins(const Event& event, std::size_t end) {
  if (!is_movement(event)) return false;
  for (std::size_t i = end; i-- > 0;) {
    Event& earlier = records_[i];
    if (!is_event(earlier)) return false;
    if (earlier.device != event.device) continue;
    if (!is_movement(earlier)) return false;
    if (earlier.control != event.control) continue;
    const bool adds_up = info(event.control).form == ControlForm::displacement;
    const Event before = earlier;
    earlier = event;
    if (adds_up) {
      earlier.x = std::clamp(before.x + event.x, -most_moved, most_moved);
      earlier.y = std::clamp(before.y + event.y, -most_moved, most_moved);
    }
    is_thinned_ = true;
    return true;
  }
  return false;
}

void KeptRecords::thin() {
  std::size_t end = thinned_;
  for (std::size_t i = thinned_; i < count_; ++i) {
    if (!joins(records_[i], end)) records_[end++] = records_[i];
  }
  thinned_ = count_ = end;
}

bool KeptRecords::cut_back(const Place& place) {
  if (place.thinned != thinned_) return false;
  count_ = place.records;
  others_.erase(others_.begin() + static_cast<std::ptrdiff_t>(place.others), others_.end());
  return true;
}

void KeptRecords::unfold(const NameNumbers& names, std::vector<Step>& steps) const {
  for (std::size_t i = 0; i < count_; ++i) {
    const Event& record = records_[i];
    if (is_event(record)) {
      steps.emplace_back(record);
    } else if (record.control == other) {
      steps.push_back(others_[static_cast<std::size_t>(record.device)]);
    } else if (record.control == updated) {
      steps.emplace_back(Updated{record.time});
    } else if (record.control != intercepted_value) {
      const Event& next = records_[std::min(i + 1, count_ - 1)];
      const bool is_whole =
          record.control != control_of(BriefKind::intercepted) || next.control == intercepted_value;
      if (is_whole) steps.push_back(step_of(record, next, names));
    }
  }
}

}  // namespace nextmove::core
