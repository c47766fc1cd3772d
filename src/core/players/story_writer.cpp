#include "players/story_writer.hpp"

#include <algorithm>
#include <chrono>
#include <cmath>
#include <utility>

#include "seat/causes.hpp"
#include "seat/routes_of_control.hpp"

namespace nextmove::core {
namespace {

constexpr Duration pause = std::chrono::milliseconds{250};  // between two movements
constexpr std::size_t most_routes = 64;                     // of one control, at all seats

// The place of a finger is told with the finger.
Control told_as(Control control) {
  const Source source = source_of(control);
  if (source < source_of(Control::Finger1Position)) return control;
  return static_cast<Control>(source_of(Control::Finger1) + finger_of(source));
}

bool is_pushed(const Event& event) {
  return event.x != 0 || event.y != 0;
}

// Pushed and let go; the rest only moves.
bool is_pushable(Control control) {
  const ControlForm form = info(control).form;
  return form != ControlForm::displacement && form != ControlForm::position;
}

bool is_button(Control control) {
  return info(control).form == ControlForm::button;
}

// A route of this kind does its action only while it is moved, and whenever it is.
bool moves(RouteKind kind) {
  return kind == RouteKind::displacement || kind == RouteKind::place;
}

Vec2 further(Vec2 a, Vec2 b) {
  return a.x * a.x + a.y * a.y < b.x * b.x + b.y * b.y ? b : a;
}

}  // namespace

/// What is to be told of a control.
struct StoryWriter::Seen {
  Outcome outcome = Outcome::unbound;
  bool is_done = false;
  std::uint32_t others = 0;
  Seat* seat = nullptr;  // whose action; or who has the device
  const Route* route = nullptr;
  FoundReason reason{};

  /// The first that is done is told, or else what is nearest to it.
  void add(const Seen& other) {
    if (is_done && other.is_done) ++others;
    if (is_done) return;
    const bool is_nearer = route == nullptr || other.is_done || other.reason.why > reason.why;
    if (is_nearer) *this = other;
  }
  /// Whether what moves on comes to somebody else than the line says.
  bool goes_elsewhere(const StoryLine& line) const {
    if (outcome != line.outcome) return true;
    return is_done && line.is_done && route->action != line.route->action;
  }
};

StoryWriter::StoryWriter(StoryBook& book, const Table& table, DeviceList& devices,
                         const Journal& journal)
    : book_(book), table_(table), devices_(devices), journal_(journal) {
  presses_.reserve(most_routes);
}

// ---- events

// The line stands before what the event brings about.
void StoryWriter::begin(const Event& event) {
  const Control control = told_as(event.control);
  fate_ = fate_of(table_, devices_, event.device, event.control);
  count_presses(event.device, control);
  StoryLine* const line = find_open(control, event);
  if (line != nullptr && !is_pushed(event)) {
    look_again(*line);
    is_settled_ &= line->is_settled;
  }
  const bool is_new = line == nullptr && is_pushed(event) && control == event.control;
  if (is_new) begin_line(event);
}

StoryLine& StoryWriter::begin_line(const Event& event) {
  StoryLine& line = book_.add(StoryKind::said, event.time);
  line.device = event.device;
  line.control = told_as(event.control);
  line.is_open = true;
  line.until = event.time;
  line.late = std::max(journal_.before - event.time, Duration::zero());
  devices_.at(event.device).contacts[source_of(line.control)].line = book_.newest();
  return line;
}

void StoryWriter::end(const Event& event, bool is_heard) {
  const Control control = told_as(event.control);
  StoryLine* line = find_open(control, event);
  if (line == nullptr) return;  // it comes to rest, and was told before
  const bool is_new = line->events == 0;
  if (!is_heard && fate_.outcome != Outcome::heard) {
    if (is_new) take_over_fate(*line);
    return take_in(event, *line);
  }
  const Seen seen = look(event.device, control);
  const bool is_other =
      !is_new && is_pushed(event) && !is_button(control) && seen.goes_elsewhere(*line);
  if (is_other) line = &begin_line(event);
  take_in(event, *line);
  const bool says_why =
      seen.reason.why >= Why::let_go_early && seen.reason.why <= Why::next_missing;
  if (is_new || is_pushed(event) || seen.is_done || says_why) tell(seen, *line);
  is_settled_ &= line->is_settled;
}

void StoryWriter::take_over_fate(StoryLine& line) const {
  line.outcome = fate_.outcome;
  line.of = fate_.asked;
  line.scheme = fate_.scheme;
  line.refusal = fate_.refusal;
}

void StoryWriter::pass_over(const Event& event) {
  StoryLine& line = book_.add(StoryKind::passed_over, event.time);
  line.device = event.device;
  line.control = event.control;
  line.extent = {event.x, event.y};
}

void StoryWriter::take_in(const Event& event, StoryLine& line) {
  ++line.events;
  line.until = event.time;
  if (event.control != line.control) return;
  const Vec2 value = {event.x, event.y};
  switch (info(event.control).form) {
    case ControlForm::displacement:
      line.extent = {line.extent.x + value.x, line.extent.y + value.y};
      break;
    case ControlForm::position: line.extent = value; break;
    default: line.extent = further(line.extent, value); line.is_open = is_pushed(event);
  }
}

// The newest, where it goes on.
StoryLine* StoryWriter::find_open(Control control, const Event& event) {
  const Contact& contact = devices_.at(event.device).contacts[source_of(control)];
  StoryLine* const line = book_.find(contact.line);
  if (line == nullptr) return nullptr;
  const bool goes_on = is_pushable(control) ? line->is_open && contact.pushed_at() <= line->time
                                            : event.time - line->until <= pause;
  return goes_on ? line : nullptr;
}

bool StoryWriter::is_open(const StoryLine& line, Time now) const {
  if (!is_pushable(line.control)) return now - line.until <= pause;
  return line.is_open && devices_.at(line.device).contacts[source_of(line.control)].is_pushed();
}

// ---- what becomes of it

void StoryWriter::count_presses(DeviceId device, Control control) {
  presses_.clear();
  for (const Seat* owner : devices_.at(device).owners) {
    const Common& common = owner->state().common();
    for_each_route_of(common, *common.find_slot(device), info(control), [&](const Route& route) {
      if (presses_.size() == most_routes) return;
      presses_.push_back({owner, route.action, common.tally.press_cursor(route.action)});
    });
  }
}

bool StoryWriter::is_pressed_since(const Seat& seat, ActionId action) const {
  return std::any_of(presses_.begin(), presses_.end(), [&](const Presses& it) {
    return it.seat == &seat && it.action == action &&
           it.cursor != seat.state().common().tally.press_cursor(action);
  });
}

StoryWriter::Seen StoryWriter::look(DeviceId device, Control control) const {
  Seen seen;
  if (!devices_.at(device).owners.empty()) seen.seat = devices_.at(device).owners.front();
  for (Seat* owner : devices_.at(device).owners) {
    SeatState& seat = owner->state();
    const Common& common = seat.common();
    for_each_route_of(common, *common.find_slot(device), info(control), [&](const Route& route) {
      const FoundReason reason =
          Causes{seat, route.action}.find_heard(wired(common.playbook, route), device);
      const bool is_heard = hears(reason);
      const bool is_done =
          reason.why == Why::drives || reason.why == Why::turned_off ||
          (is_heard && (moves(route.kind) || is_pressed_since(*owner, route.action)));
      seen.add({is_heard ? Outcome::heard : Outcome::kept, is_done, 0, owner, &route, reason});
    });
  }
  return seen;
}

// What it did stays, though it may do no more.
void StoryWriter::tell(const Seen& seen, StoryLine& line) {
  if (line.is_done) {
    line.others = std::max(line.others, seen.is_done ? seen.others : 0U);
    return;
  }
  line.outcome = seen.outcome;
  line.is_done = seen.is_done;
  line.is_settled = !seen.is_done || !seen.seat->state().readout().is_intercepted();
  line.others = seen.others;
  line.of = seen.seat;
  line.route = seen.route;
  line.playbook.reset();
  if (seen.route != nullptr) line.playbook = seen.seat->state().common().playbook;
  line.reason = seen.reason;
  line.reason.pushed_ago.reset();  // the line has its own moments
  line.reason.let_go_ago.reset();
}

void StoryWriter::look_again(StoryLine& line) const {
  const bool may_have_come = line.kind == StoryKind::said && !line.is_done &&
                             (line.outcome == Outcome::heard || line.outcome == Outcome::kept);
  if (!may_have_come || !devices_.is_plugged(line.device)) return;
  const Seen seen = look(line.device, line.control);
  if (seen.is_done) tell(seen, line);
}

void StoryWriter::settle(Time now) {
  if (std::exchange(is_settled_, true)) return;
  for (std::size_t i = 0; i < book_.count(); ++i) {
    StoryLine& line = book_.at(i);
    if (line.is_settled) continue;
    line.is_settled = true;
    SeatState& seat = line.of->state();
    const auto change = seat.readout().last_change(line.route->action);
    if (change.at != now || Causes{seat, line.route->action}.is_done()) continue;
    line.is_done = false;
    line.reason.why = Why::held_back;
    line.reason.interceptor = change.by;
  }
}

}  // namespace nextmove::core
