// The core and the reference model, side by side on playbooks and events at random. What they
// disagree on is printed as the shortest story that still shows it.
#include <array>
#include <cstdlib>
#include <functional>
#include <random>

#include <nextmove/explain.hpp>
#include <nextmove/playbook_file.hpp>

#include "support/chance.hpp"
#include "support/playbooks.hpp"
#include "support/random_playbook.hpp"
#include "support/reference_model.hpp"

namespace nextmove::support {
namespace {

using std::chrono::milliseconds;

constexpr std::array kinds = {DeviceKind::keyboard, DeviceKind::mouse, DeviceKind::gamepad,
                              DeviceKind::gamepad};

enum class What {
  event,
  take_up,
  update,
  enter,
  leave,
  switch_to,
  hold_to,
  mute,
  unmute,
  take_press,
  release_all,
  replug,
  typing
};

/// One line of a story.
struct Line {
  What what = What::event;
  Time time{};
  std::size_t device = 0;  // index into kinds
  Control control = Control::none;
  Vec2 value{};
  std::string name{};
  Duration within{};
};

using Story = std::vector<Line>;

std::string to_string(const Line& line) {
  constexpr std::array words = {"event",       "take up", "update", "enter",  "leave",
                                "switch to",   "hold to", "mute",   "unmute", "take press",
                                "release all", "replug",  "typing"};
  std::string text = std::to_string(line.time.count() / 1000) +
                     " ms: " + words[static_cast<std::size_t>(line.what)] + ' ' + line.name;
  if (line.what <= What::take_up || line.what == What::replug) {
    text += "device " + std::to_string(line.device) + ' ' + std::string{to_string(line.control)} +
            ' ' + std::to_string(line.value.x) + ' ' + std::to_string(line.value.y);
  }
  return text + '\n';
}

class Teller {
 public:
  explicit Teller(std::mt19937& random) : random_(random) {}

  Story tell(int events) {
    Story story = {{.what = What::enter, .name = "context0"}};
    while (events > 0) {
      story.push_back(line());
      events -= story.back().what <= What::take_up ? 1 : 0;
    }
    return story;
  }

 private:
  int below(int n) { return std::uniform_int_distribution{0, n - 1}(random_); }
  template <std::size_t count>
  Control one_of(const std::array<Control, count>& controls) {
    return controls[static_cast<std::size_t>(below(static_cast<int>(count)))];
  }
  std::string numbered(const char* what, int n) { return what + std::to_string(below(n)); }

  Line line() {
    const int what = below(100);
    if (what >= 22) return event();
    if (what < 12) return update();
    if (what < 14) return {What::enter, time_, 0, {}, {}, numbered("context", 4)};
    if (what < 16) return {What::leave, time_, 0, {}, {}, numbered("context", 4)};
    if (what < 17) return {What::switch_to, time_, 0, {}, {}, numbered("context", 4)};
    if (what == 17 && below(2) == 0) {
      return {What::hold_to, time_, 0, {}, {}, below(3) == 0 ? "" : numbered("scheme", 3)};
    }
    if (what < 18) return {What::mute, time_, 0, {}, {}, numbered("mute", 2)};
    if (what < 20) return {What::unmute, time_, 0, {}, {}, numbered("mute", 2)};
    if (what < 21) {
      return {What::take_press, time_, 0, {}, {}, numbered("action", 3), milliseconds{below(60)}};
    }
    if (below(4) != 0) return update();
    if (below(2) == 0) return {What::release_all, time_};
    if (below(3) == 0) return {What::typing, time_, 0, {}, {}, below(2) == 0 ? "on" : "off"};
    return {What::replug, time_, static_cast<std::size_t>(below(kinds.size()))};
  }

  // Time stands still for a while, or goes on; now and then an update comes before the last events.
  Line update() {
    time_ += milliseconds{below(10) + (below(100) == 0 ? below(1000) : 0)};
    now_ = std::max(now_, time_ - milliseconds{below(4) == 0 ? 5 : 0});
    return {What::update, now_};
  }

  // Mostly a little later than the last, at times at the same moment, and now and then late.
  Line event() {
    using enum Control;
    constexpr std::array keys = {KeyA, KeyB, KeyC, KeyD, ShiftLeft, ControlLeft};
    constexpr std::array mice = {MouseLeft, Wheel, MouseMotion, MousePosition};
    constexpr std::array pads = {PadSouth, PadEast, PadLeftTrigger, PadLeftStick, PadRightStick};
    if (below(3) > 0) time_ += milliseconds{below(15)};
    const Time late = milliseconds{below(20) == 0 ? below(30) : 0};
    Line line{What::event, std::max(time_ - late, Time{}),
              static_cast<std::size_t>(below(kinds.size()))};
    switch (kinds[line.device]) {
      case DeviceKind::keyboard: line.control = one_of(keys); break;
      case DeviceKind::mouse: line.control = one_of(mice); break;
      default: line.control = one_of(pads);
    }
    const ControlForm form = info(line.control).form;
    line.value = value_of(form);
    const bool stands = form != ControlForm::displacement && form != ControlForm::position;
    if (stands && below(20) == 0) line.what = What::take_up;
    return line;
  }

  Vec2 value_of(ControlForm form) {
    const auto eighths = [&](int from, int to) {
      return static_cast<float>(from + below(to - from + 1)) / 8;
    };
    switch (form) {
      case ControlForm::button: return {static_cast<float>(below(2)), 0};
      case ControlForm::trigger: return {eighths(0, 8), 0};
      case ControlForm::position: return {eighths(0, 8), eighths(0, 8)};
      case ControlForm::displacement:
        return {below(3) == 0 ? eighths(-16, 16) : 0.0F, eighths(-16, 16)};
      default: return below(4) == 0 ? Vec2{} : Vec2{eighths(-8, 8), eighths(-8, 8)};
    }
  }

  std::mt19937& random_;
  Time time_{};
  Time now_{};
};

/// Plays stories to both.
class SideBySide {
 public:
  explicit SideBySide(const PlaybookDefinition& book)
      : hub_(make(book)), seat_(hub_.add_seat("tug")), model_(hub_.playbook().definition()) {
    // Whose looking changes nothing.
    keeps_story_ = book.actions.size() % 2 == 0;
    if (keeps_story_) hub_.keep_story(20);
    for (std::size_t i = 0; i < kinds.size(); ++i) plug(i, {});
  }

  /// What they disagree on first; empty where they do not, as far as the model can tell.
  std::string play(const Story& story) {
    for (const Line& line : story) {
      const std::string problem = play(line);
      if (model_.is_in_doubt()) return {};
      if (!problem.empty()) return problem;
    }
    return {};
  }

 private:
  void plug(std::size_t device, Time time) {
    ids_[device] = hub_.plug({kinds[device], "simulated"}, time);
    model_.plug(ids_[device], kinds[device]);
  }

  Event event_of(const Line& line) const {
    return {line.time, ids_[line.device], line.control, line.value.x, line.value.y};
  }

  std::string play(const Line& line) {
    switch (line.what) {
      case What::event:
        hub_.feed(event_of(line));
        model_.feed(event_of(line));
        break;
      case What::take_up:
        hub_.take_up(event_of(line));
        model_.take_up(event_of(line));
        break;
      case What::update:
        hub_.update(line.time);
        model_.update(line.time);
        if (const std::string problem = difference(); !problem.empty()) return problem;
        if (++updates_ % 16 != 0) return "";
        if (const std::string problem = wrong_cause(); !problem.empty()) return problem;
        if (updates_ % 64 != 0) return "";
        if (const std::string problem = wrong_trace(); !problem.empty()) return problem;
        return wrong_story();
      case What::enter:
        seat_.enter(line.name);
        model_.enter(line.name);
        break;
      case What::leave:
        seat_.leave(line.name);
        model_.leave(line.name);
        break;
      case What::switch_to:
        seat_.switch_to(line.name);
        model_.switch_to(line.name);
        break;
      case What::hold_to:
        hub_.hold_to(seat_, hub_.playbook().find_scheme(line.name).value_or(SchemeId::none));
        model_.hold_to(line.name);
        break;
      case What::mute:
        seat_.mute(line.name);
        model_.mute(line.name);
        break;
      case What::unmute:
        seat_.unmute(line.name);
        model_.unmute(line.name);
        break;
      case What::take_press: {
        const bool taken = seat_.take_press(hub_.playbook().button(line.name), line.within);
        if (taken == model_.take_press(line.name, line.within)) break;
        return "take_press of " + line.name + " gave " + std::to_string(taken);
      }
      case What::typing:
        hub_.set_typing(seat_, line.name == "on");
        model_.set_typing(line.name == "on");
        break;
      case What::release_all:
        hub_.release_all(line.time);
        model_.release_all(line.time);
        break;
      case What::replug:
        hub_.unplug(ids_[line.device], line.time);
        model_.unplug(ids_[line.device], line.time);
        plug(line.device, line.time);
        break;
    }
    return {};
  }

  std::string difference() {
    for (std::size_t i = 0; i < seat_.readings().size(); ++i) {
      const std::string difference = model_.difference(i, seat_.readings()[i]);
      if (difference.empty()) model_.follow(i, seat_.readings()[i]);
      if (!difference.empty()) return hub_.playbook().actions()[i].name + ": " + difference;
    }
    return {};
  }

  // A button is held where one of its controls is said to do it, and nowhere else; of no control
  // that is pushed it is said that nobody pushes it; and what is said is so.
  std::string wrong_cause() const {
    for (std::size_t i = 0; i < seat_.readings().size(); ++i) {
      const Reading& reading = seat_.readings()[i];
      const Explanation explanation = seat_.explain(static_cast<ActionId>(i));
      bool is_driven = false;
      bool is_overlooked = false;
      for (const ExplainedWay& it : explanation.ways) {
        is_driven |= it.why == Why::drives || it.why == Why::turned_on;
        is_overlooked |= it.why == Why::at_rest && it.value > 0;
        const std::string objection = model_.contradiction(i, it);
        if (!objection.empty())
          return to_text(explanation, seat_) + "but: " + to_text(it, seat_) + ": " + objection;
      }
      const bool is_wrong = reading.kind == ActionKind::button && is_driven != reading.button.held;
      if (is_wrong || is_overlooked) return to_text(explanation, seat_);
    }
    return {};
  }

  // Of each control, what is told from its side is what is told from the side of its actions.
  std::string wrong_trace() const {
    for (const ControlInfo& control : all_controls()) {
      const auto kind = std::find(kinds.begin(), kinds.end(), control.device);
      if (control.source != control.control || kind == kinds.end()) continue;
      const DeviceId device = ids_[static_cast<std::size_t>(kind - kinds.begin())];
      if (!model_.is_bound(control.control)) continue;
      const Trace trace = hub_.trace(device, control.control);
      for (const TracedWay& it : trace.ways) {
        const std::string objection =
            model_.contradiction(static_cast<std::size_t>(it.action), it.way, device);
        if (!objection.empty()) return to_text(trace, hub_) + "but: " + objection;
      }
      const bool is_told = trace.ways.empty() == (trace.outcome == Outcome::unbound);
      if (!is_told || trace.ways.empty()) return to_text(trace, hub_);
    }
    return {};
  }

  // What did nothing has a cause.
  std::string wrong_story() const {
    if (!keeps_story_) return {};
    for (const StoryEntry& it : hub_.story()) {
      if (it.kind != StoryKind::said || it.outcome == Outcome::captured) continue;
      const bool has_cause = it.way.name.empty() == (it.outcome == Outcome::unbound);
      const bool is_cause =
          it.is_done || it.outcome == Outcome::unbound || it.way.way.why != Why::drives;
      if (!has_cause || !is_cause) return to_text(it);
    }
    return {};
  }

  Hub hub_;
  Seat& seat_;
  ReferenceModel model_;
  int updates_ = 0;
  bool keeps_story_ = false;
  std::array<DeviceId, kinds.size()> ids_{};
};

std::string problem_of(const PlaybookDefinition& book, const Story& story) {
  return SideBySide{book}.play(story);
}

/// Drops what is not needed for the two to disagree, in ever smaller pieces.
void shorten(PlaybookDefinition& book, Story& story) {
  for (std::size_t piece = story.size() / 2; piece > 0; piece /= 2) {
    for (std::size_t at = 0; at + piece <= story.size();) {
      Story shorter = story;
      const auto begin = shorter.begin() + static_cast<std::ptrdiff_t>(at);
      shorter.erase(begin, begin + static_cast<std::ptrdiff_t>(piece));
      if (problem_of(book, shorter).empty()) {
        at += piece;
      } else {
        story = shorter;
      }
    }
  }
  for (ContextDefinition& context : book.contexts) {
    for (std::size_t i = context.bindings.size(); i-- > 0;) {
      const std::vector<BindingDefinition> before = context.bindings;
      context.bindings[i] = {.action = context.bindings[i].action};
      if (problem_of(book, story).empty()) context.bindings = before;
    }
  }
}

TEST(Reference, AgreesWithTheCoreOnEventsAtRandom) {
  std::mt19937 random = chance();
#ifdef NDEBUG
  constexpr int most_events = 1'000'000;
#else
  constexpr int most_events = 50'000;  // the sanitizers take their time
#endif
  constexpr int events_a_playbook = 2'000;
  for (int events = 0; events < most_events; events += events_a_playbook) {
    PlaybookDefinition book = random_playbook(random, true);
    Story story = Teller{random}.tell(events_a_playbook);
    if (problem_of(book, story).empty()) continue;
    shorten(book, story);
    std::string told;
    for (const Line& line : story) told += to_string(line);
    FAIL() << to_toml(book) << '\n' << told << problem_of(book, story);
  }
}

}  // namespace
}  // namespace nextmove::support
