// The story, told.
#include <cmath>
#include <cstdio>

#include <nextmove/story.hpp>

#include "base/shown.hpp"
#include "model/event_faults.hpp"
#include "players/hub_state.hpp"
#include "players/trace_text.hpp"
#include "seat/told_way.hpp"

namespace nextmove {
namespace core {
namespace {

class StoryTeller {
 public:
  StoryTeller(const HubState& state, const Hub& hub) : state_(state), hub_(hub) {}

  std::vector<StoryEntry> entries() const {
    std::vector<StoryEntry> entries;
    const StoryBook& book = state_.story;
    for (std::size_t i = 0; i < book.count(); ++i) entries.push_back(entry(book.at(i)));
    return entries;
  }

 private:
  StoryEntry entry(StoryLine line) const {
    StoryEntry entry;
    if (line.kind == StoryKind::said) {
      entry.is_open = state_.story_writer.is_open(line, hub_.now());
      if (entry.is_open) state_.story_writer.look_again(line);
      take_over_said(line, entry);
    }
    entry.kind = line.kind;
    entry.time = line.time;
    entry.device = line.device;
    entry.control = line.control;
    entry.context = line.context;
    entry.mute = line.mute;
    entry.notice = line.notice;
    if (!line.seat.empty()) entry.seat = line.seat;
    if (line.kind == StoryKind::notice && line.notice.seat != nullptr) {
      entry.seat = line.notice.seat->name();
    }
    entry.text = text(line, entry);
    return entry;
  }

  static void take_over_said(const StoryLine& line, StoryEntry& entry) {
    entry.until = line.until;
    entry.late = line.late;
    entry.events = line.events;
    entry.x = line.extent.x;
    entry.y = line.extent.y;
    entry.outcome = line.outcome;
    entry.is_done = line.is_done;
    entry.others = line.others;
    if (line.of != nullptr) entry.seat = line.of->name();
    if (line.route == nullptr) return;
    const Playbook& playbook = *line.playbook;
    entry.way = {entry.seat, line.route->action, playbook.action(line.route->action).name,
                 told_way(playbook, line.of->state(), wired(playbook, *line.route), line.reason)};
  }

  std::string text(const StoryLine& line, const StoryEntry& entry) const {
    switch (line.kind) {
      case StoryKind::said: return said(line, entry);
      case StoryKind::passed_over: return "passed over: " + fault(line);
      case StoryKind::entered: return entry.seat + " enters " + context(line);
      case StoryKind::left: return entry.seat + " leaves " + context(line);
      case StoryKind::muted: return entry.seat + " mutes " + mute(line);
      case StoryKind::unmuted: return entry.seat + " unmutes " + mute(line);
      case StoryKind::capture_begun: return entry.seat + " is asked for a control";
      case StoryKind::capture_ended: return entry.seat + " is asked no more";
      case StoryKind::typing_begun: return entry.seat + " types: keys are text";
      case StoryKind::typing_ended: return entry.seat + " types no more";
      case StoryKind::profile_set: return entry.seat + " plays by other changes";
      case StoryKind::adopted: return "another playbook is adopted";
      case StoryKind::released_all: return "everything is released";
      case StoryKind::notice: return to_text(line.notice, hub_);
    }
    return {};
  }

  std::string said(const StoryLine& line, const StoryEntry& entry) const {
    Trace trace{.device = line.device, .control = line.control, .outcome = line.outcome};
    trace.seat = entry.seat;
    trace.scheme = line.scheme;
    trace.refusal = line.refusal;
    if (line.route != nullptr) trace.ways = {entry.way};
    const TraceTeller teller{trace, hub_};
    const std::string late =
        line.late > Duration::zero() ? ", " + seconds_of(line.late) + " late" : "";
    return teller.name() + extent(line, entry) + late + ": " +
           (line.is_done ? done(entry) : teller.sentence());
  }

  // "mark of port tug (chart, line 124), and 1 more".
  std::string done(const StoryEntry& entry) const {
    std::string text =
        entry.way.name + " of " + entry.seat + ' ' + place_of(entry.way.way, hub_.playbook());
    if (entry.others != 0) text += ", and " + std::to_string(entry.others) + " more";
    if (entry.way.way.why == Why::turned_off) text += ", turned off";
    return text;
  }

  // How far, and how long: ", by 180 60 for 0.6 s".
  static std::string extent(const StoryLine& line, const StoryEntry& entry) {
    std::string text;
    const std::string y = ' ' + rounded(line.extent.y);
    switch (info(line.control).form) {
      case ControlForm::button: break;
      case ControlForm::trigger: text = ", up to " + rounded(line.extent.x); break;
      case ControlForm::displacement: text = ", by " + rounded(line.extent.x) + y; break;
      case ControlForm::position: text = ", to " + rounded(line.extent.x) + y; break;
      default: text = ", up to " + rounded(line.extent.x) + y;
    }
    if (entry.is_open) return text + (text.empty() ? ", still down" : ", still going");
    const bool lasted = line.until > line.time;
    return lasted ? text + (text.empty() ? ", for " : " for ") + seconds_of(line.until - line.time)
                  : text;
  }

  static std::string rounded(float value) {
    char text[32];
    std::snprintf(text, sizeof text, std::abs(value) < 1000 ? "%.3g" : "%.0f",
                  static_cast<double>(value));
    return text;
  }

  std::string fault(const StoryLine& line) const {
    const Event event{line.time, line.device, line.control, line.extent.x, line.extent.y};
    std::string of_itself = fault_of(event);
    if (!of_itself.empty()) return of_itself;
    const std::string what = "an event of " + std::string{to_string(line.control)} + " of ";
    if (!state_.devices.knows(line.device) || line.device == DeviceId::none) {
      return what + "device " + std::to_string(static_cast<std::uint32_t>(line.device)) +
             ", which was never plugged in";
    }
    const std::string label = hub_.label(line.device);
    const DeviceKind kind = state_.devices.at(line.device).device.kind;
    if (info(line.control).device != kind) return wrong_device(line.control, kind, label);
    return what + label + ", which was unplugged";
  }

  std::string context(const StoryLine& line) const {
    return hub_.playbook().context(line.context).name;
  }
  std::string mute(const StoryLine& line) const { return hub_.playbook().mute(line.mute).name; }

  const HubState& state_;
  const Hub& hub_;
};

}  // namespace
}  // namespace core

void Hub::keep_story(std::size_t entries) {
  constexpr std::size_t most = 1'000'000;
  if (!state_->is_open("Hub::keep_story")) return;
  if (entries > most) {
    core::complain(ComplaintKind::wrong_value, "Hub::keep_story",
                   "a story of " + std::to_string(entries) + " entries is more than a million");
    return;
  }
  if (entries == state_->story.room()) return;
  state_->story.keep(entries);
  state_->devices.watch_all(core::Watched::story, entries != 0);
}

std::vector<StoryEntry> Hub::story() const {
  if (!state_->story.is_on()) {
    core::doubt(ComplaintKind::wrong_moment, "Hub::story",
                "no story is kept; Hub::keep_story(200) keeps the last 200 things that happen");
  }
  return core::StoryTeller{*state_, *this}.entries();
}

std::string to_text(const StoryEntry& entry) {
  char moment[32];
  std::snprintf(moment, sizeof moment, "%9.3f  ", to_seconds(entry.time));
  return moment + entry.text + '\n';
}

}  // namespace nextmove
