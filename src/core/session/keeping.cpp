#include "session/keeping.hpp"

#include <algorithm>
#include <chrono>

#include <nextmove/complaint.hpp>
#include <nextmove/hub.hpp>

#include "base/shown.hpp"
#include "players/hub_state.hpp"

namespace nextmove::core {
namespace {

constexpr std::string_view call = "Keeper";
constexpr std::size_t events_a_second = 2600;
constexpr std::size_t least_room = 1024;

std::size_t room_for(Duration length) {
  const auto seconds = std::max<std::size_t>(
      1, static_cast<std::size_t>(std::chrono::ceil<std::chrono::seconds>(length).count()));
  return std::max(least_room, seconds * events_a_second);
}

// Another length is a complaint.
Duration sound_length(Duration length) {
  const Duration sound =
      length <= Duration::zero() ? usual_kept_length : std::min(length, longest_kept_length);
  if (sound == length) return length;
  complain(ComplaintKind::wrong_value, call,
           "a length of " + in_seconds(length) + " cannot be kept: it is above 0 and at most " +
               in_seconds(longest_kept_length) + "; " + in_seconds(sound) + " are kept");
  return sound;
}

}  // namespace

std::unique_ptr<Keeping> Keeping::of(Hub& hub, Duration length) {
  if (!hub.state_->is_open(call)) return nullptr;
  return std::make_unique<Keeping>(hub, sound_length(length));
}

Keeping::Keeping(Hub& hub, Duration length)
    : hub_(&hub), length_(length), stretch_length_(length / parts) {
  stretches_.reserve(parts + 1);
  while (stretches_.size() < parts + 1) stretches_.emplace_back(room_for(stretch_length_));
  taken_.reserve(most_taken);
  HubState& state = *hub.state_;
  state.journal.add(*this);
  if (state.phase == Phase::idle) begin_stretch({});
}

Keeping::~Keeping() {
  if (hub_ != nullptr) hub_->state_->journal.remove(*this);
}

void Keeping::hub_is_gone() {
  hub_ = nullptr;
}

Duration Keeping::kept() const {
  return is_empty() ? Duration::zero() : std::max(Duration::zero(), now_ - at(first_).begin);
}

// ---- what is told

void Keeping::note(std::span<const Event> events) {
  if (!is_empty()) newest_->records.add(events);
}

void Keeping::begin_update(std::span<const Event> events, Time now) {
  now_ = now;
  if (is_empty()) return;
  newest_->records.add(events);
  newest_->records.add_update(now);
}

void Keeping::note(const BriefStep& step) {
  if (!is_empty()) newest_->records.add(step, names_);
}

void Keeping::note(const Step& step) {
  if (std::holds_alternative<CustomSet>(step)) has_other_customs_ = true;
  if (!is_empty()) newest_->records.add(step);
}

void Keeping::end_update() {
  if (is_empty()) return begin_stretch({});
  KeptRecords& records = newest_->records;
  const bool has_room = records.make_room();
  if (records.is_torn()) {  // nothing leads from there to here
    has_dropped_early_ = true;
    first_ = next_;
  }
  if (is_empty() || !has_room || now_ - newest_->begin >= stretch_length_) begin_stretch({});
}

// The oldest goes. A snapshot that it takes itself is none of the game's.
void Keeping::begin_stretch(std::optional<Time> went_back_from) {
  if (next_ - first_ == stretches_.size()) {
    has_dropped_early_ = kept() < length_;
    ++first_;
  }
  look_around();
  Stretch& stretch = at(next_);
  hub_->snapshot(stretch.snapshot);
  make_room_for_snapshots(stretch.snapshot.size());
  std::erase_if(taken_, [&](const Taken& it) { return it.stretch < first_; });
  now_ = stretch.begin = hub_->now();
  stretch.went_back_from = went_back_from;
  stretch.playbook = hub_->playbook();
  stretch.surroundings = surroundings_;
  stretch.records.clear();
  newest_ = &stretch;
  ++next_;
}

// For all at once, and twice as large: devices and seats make them grow.
void Keeping::make_room_for_snapshots(std::size_t size) {
  if (size <= snapshot_room_) return;
  snapshot_room_ = size * 2;
  for (Stretch& it : stretches_) it.snapshot.reserve(snapshot_room_);
}

bool Keeping::has_other_profiles() const {
  const auto seats = hub_->seats();
  const auto is_same = [](const auto& seat, const auto& kept) {
    return seat->name() == kept.first && seat->profile() == kept.second;
  };
  return !std::equal(seats.begin(), seats.end(), surroundings_->seats.begin(),
                     surroundings_->seats.end(), is_same);
}

void Keeping::look_around() {
  if (surroundings_ != nullptr && !has_other_customs_ && !has_other_profiles()) return;
  auto found = std::make_shared<Surroundings>();
  for (const auto& seat : hub_->seats()) found->seats.emplace_back(seat->name(), seat->profile());
  found->customs = hub_->customs();
  surroundings_ = std::move(found);
  has_other_customs_ = false;
}

// ---- going back

void Keeping::note_snapshot(std::uint64_t sum) {
  if (is_empty()) return;
  if (taken_.size() == most_taken) taken_.erase(taken_.begin());
  taken_.push_back({sum, next_ - 1, newest_->records.end()});
}

// Where the snapshot is known, what has been kept since then has not happened.
void Keeping::go_back(std::uint64_t sum, Time from) {
  const auto found =
      std::find_if(taken_.rbegin(), taken_.rend(), [&](const Taken& it) { return it.sum == sum; });
  const bool is_known = found != taken_.rend() && at(found->stretch).records.cut_back(found->place);
  if (!is_known) return begin_stretch(from);
  next_ = found->stretch + 1;
  newest_ = &at(found->stretch);
  taken_.erase(found.base(), taken_.end());
  now_ = hub_->now();
}

// ---- what is given

Recording Keeping::recording() {
  if (hub_ != nullptr) hub_->state_->journal.tell_waiting();
  if (is_empty()) return {};
  Recording recording{head_of(at(first_))};
  for (std::size_t number = first_; number < next_; ++number) {
    const Stretch& stretch = at(number);
    if (number != first_ && stretch.went_back_from) {
      recording.steps.emplace_back(Restored{*stretch.went_back_from, stretch.snapshot});
    }
    recording.header.is_thinned |= stretch.records.is_thinned();
    stretch.records.unfold(names_, recording.steps);
  }
  return recording;
}

// As another hub would tell it that is where this one was.
RecordingHeader Keeping::head_of(const Stretch& stretch) const {
  Hub there{*stretch.playbook};
  for (const std::string& name : stretch.surroundings->customs) {
    there.set_custom(name, [](Vec2 value) { return value; });
  }
  for (const auto& [name, profile] : stretch.surroundings->seats) {
    there.set_profile(there.add_seat(name), profile);
  }
  // Whoever plays it is told where it cannot be restored.
  static_cast<void>(there.restore(stretch.snapshot));
  RecordingHeader header = describe(there, WithPlaybook::yes);
  header.snapshot = stretch.snapshot;
  return header;
}

}  // namespace nextmove::core
