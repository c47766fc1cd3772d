// Costs, each beside the same work written by hand, in one run.
#include <algorithm>
#include <array>
#include <benchmark/benchmark.h>
#include <cmath>
#include <map>
#include <optional>
#include <random>

#include <nextmove/files.hpp>
#include <nextmove/nextmove.hpp>

#include "by_hand/controls.hpp"
#include "report.hpp"
#include "toml_alone.hpp"

using namespace nextmove;

namespace {

constexpr Duration frame_length{16'667};

Playbook demo_playbook() {
  Result<Playbook> book = load_playbook(NEXTMOVE_EXAMPLE_DATA "/tidewater.toml");
  if (!book) std::abort();
  return *book;
}

// Keys, a mouse button, a stick and triggers, as busy hands give them: what is down goes up next,
// and sticks and triggers sweep. The hands of all players move at the same time, so their events
// come in turn.
std::vector<Event> busy_hands(DeviceId keyboard, DeviceId mouse, DeviceId pad) {
  using enum Control;
  constexpr std::array keys = {KeyW, KeyA,  KeyS, KeyD, ArrowUp, ArrowRight, KeyR,
                               KeyF, Space, KeyL, KeyE, KeyX,    KeyP};
  constexpr std::array buttons = {PadSouth, PadEast, PadWest, PadDown, PadRightShoulder};
  std::mt19937 random{1};  // the same work for everybody
  std::map<Control, bool> is_down;
  const auto below = [&](std::size_t n) { return random() % n; };
  const auto toggle = [&](Control control) {
    return (is_down[control] = !is_down[control]) ? 1.0F : 0.0F;
  };
  float phase = 0;
  std::vector<Event> events;
  for (int frame = 0; frame < frames; ++frame) {
    for (int i = 0; i < events_a_frame; ++i) {
      const Time time = frame * frame_length + Duration{i};
      phase += 0.05F;
      const Control key = keys[below(keys.size())];
      const Control button = buttons[below(buttons.size())];
      switch (below(10)) {
        case 0:
        case 1:
        case 2:
          events.push_back({time, pad, PadLeftStick, std::sin(phase), std::cos(phase)});
          break;
        case 3: events.push_back({time, pad, PadRightTrigger, std::abs(std::sin(phase))}); break;
        case 4: events.push_back({time, pad, button, toggle(button)}); break;
        case 5: events.push_back({time, mouse, MouseLeft, toggle(MouseLeft)}); break;
        case 6: events.push_back({time, mouse, MouseMotion, std::sin(phase) * 9, 2}); break;
        case 7:
          events.push_back({time, pad, PadRightStick, std::cos(phase / 9), std::sin(phase / 9)});
          break;
        default: events.push_back({time, keyboard, key, toggle(key)});
      }
    }
  }
  return events;
}

// The same event in a later round: time only grows.
Event in_round(Event event, Time start) {
  event.time += start;
  return event;
}

// From the start of one round to that of the next.
constexpr Time round_length = frames * frame_length;

struct Handles {
  explicit Handles(const Playbook& book)
      : steer(book.vector("steer")),
        pan_chart(book.vector("pan_chart")),
        look(book.motion("look")),
        throttle(book.axis("throttle")),
        horn(book.button("horn")),
        lamp(book.button("lamp")),
        winch(book.button("winch")),
        anchor(book.button("anchor")),
        pilot(book.button("pilot")),
        mark(book.button("mark")) {}
  Vector steer;
  Vector pan_chart;
  Motion look;
  Axis throttle;
  Button horn;
  Button lamp;
  Button winch;
  Button anchor;
  Button pilot;
  Button mark;
};

void read_all(const Seat& seat, const Handles& handles) {
  benchmark::DoNotOptimize(seat.read(handles.steer));
  benchmark::DoNotOptimize(seat.read(handles.pan_chart));
  benchmark::DoNotOptimize(seat.read(handles.look));
  benchmark::DoNotOptimize(seat.read(handles.throttle));
  benchmark::DoNotOptimize(seat.read(handles.lamp));
  benchmark::DoNotOptimize(seat.read(handles.winch));
  benchmark::DoNotOptimize(seat.read(handles.anchor));
  benchmark::DoNotOptimize(seat.read(handles.pilot));
  benchmark::DoNotOptimize(seat.read(handles.horn));
  benchmark::DoNotOptimize(seat.read(handles.mark));
}

/// What is kept of the game meanwhile.
struct Kept {
  std::size_t story = 0;
  bool keeper = false;
};

void play_frames(benchmark::State& state, Kept kept) {
  Hub hub{demo_playbook()};
  hub.keep_story(kept.story);
  std::optional<Keeper> keeper;
  if (kept.keeper) keeper.emplace(hub);
  const Handles handles{hub.playbook()};
  std::vector<std::vector<Event>> hands;
  for (int i = 0; i < state.range(0); ++i) {
    Seat& seat = hub.add_seat("seat " + std::to_string(i));
    seat.enter("helm");
    std::array<DeviceId, 3> ids{};
    const std::array kinds = {DeviceKind::keyboard, DeviceKind::mouse, DeviceKind::gamepad};
    for (std::size_t k = 0; k < kinds.size(); ++k) {
      ids[k] = hub.plug({kinds[k], "simulated"}, {});
      hub.give(ids[k], seat);
    }
    hands.push_back(busy_hands(ids[0], ids[1], ids[2]));
  }
  for (Time start{}; auto _ : state) {
    for (std::size_t frame = 0; frame < frames; ++frame) {
      for (std::size_t i = 0; i < events_a_frame; ++i) {
        for (const auto& events : hands) {
          hub.feed(in_round(events[frame * events_a_frame + i], start));
        }
      }
      hub.update(start + hands[0][frame * events_a_frame + events_a_frame - 1].time);
      for (const auto& seat : hub.seats()) read_all(*seat, handles);
    }
    start += round_length;
  }
  state.SetItemsProcessed(state.iterations() * frames * events_a_frame * state.range(0));
}

void frames_next_move(benchmark::State& state) {
  play_frames(state, {});
}

void frames_with_story(benchmark::State& state) {
  play_frames(state, {.story = 200});
}

void frames_with_keeper(benchmark::State& state) {
  play_frames(state, {.keeper = true});
}

// Four players in the middle of a game, one at the keyboard and three with pads.
struct Crew {
  Crew() {
    for (int i = 0; i < 4; ++i) {
      Seat& seat = hub.add_seat("seat " + std::to_string(i));
      seat.enter("helm");
      const DeviceId keyboard = i == 0 ? plug(DeviceKind::keyboard, seat) : DeviceId::none;
      const DeviceId mouse = i == 0 ? plug(DeviceKind::mouse, seat) : DeviceId::none;
      const DeviceId pad = i == 0 ? DeviceId::none : plug(DeviceKind::gamepad, seat);
      hands.push_back(busy_hands(keyboard, mouse, pad));
    }
    for (std::size_t frame = 0; frame < frames; ++frame) play(frame);
  }
  void play(std::size_t frame) {
    for (const auto& events : hands) {
      for (std::size_t i = 0; i < events_a_frame; ++i) {
        const Event& event = events[frame * events_a_frame + i];
        if (event.device != DeviceId::none) hub.feed(event);
      }
    }
    hub.update(static_cast<int>(frame + 1) * frame_length);
  }
  DeviceId plug(DeviceKind kind, Seat& seat) {
    const DeviceId id = hub.plug({kind, "simulated"}, {});
    hub.give(id, seat);
    return id;
  }

  Hub hub{demo_playbook()};
  std::vector<std::vector<Event>> hands;
};

void snapshot_of_four(benchmark::State& state) {
  const Crew crew;
  std::vector<std::byte> bytes;
  for (auto _ : state) {
    crew.hub.snapshot(bytes);
    benchmark::DoNotOptimize(bytes.data());
  }
}

void restore_of_four(benchmark::State& state) {
  Crew crew;
  std::vector<std::byte> bytes;
  crew.hub.snapshot(bytes);
  for (auto _ : state) {
    if (!crew.hub.restore(bytes)) std::abort();
  }
}

void frames_by_hand(benchmark::State& state) {
  std::vector<by_hand::Controls> seats(static_cast<std::size_t>(state.range(0)));
  std::vector<std::vector<Event>> hands;
  for (std::size_t i = 0; i < seats.size(); ++i) {
    hands.push_back(busy_hands(DeviceId{1}, DeviceId{2}, DeviceId{3}));
  }
  for (Time start{}; auto _ : state) {
    for (std::size_t frame = 0; frame < frames; ++frame) {
      for (std::size_t i = 0; i < events_a_frame; ++i) {
        for (std::size_t seat = 0; seat < seats.size(); ++seat) {
          seats[seat].handle(in_round(hands[seat][frame * events_a_frame + i], start));
        }
      }
      for (std::size_t seat = 0; seat < seats.size(); ++seat) {
        seats[seat].update(start + hands[seat][frame * events_a_frame + events_a_frame - 1].time);
        benchmark::DoNotOptimize(seats[seat].steer);
        benchmark::DoNotOptimize(seats[seat].pan_chart);
        benchmark::DoNotOptimize(seats[seat].look);
        benchmark::DoNotOptimize(seats[seat].throttle);
        benchmark::DoNotOptimize(seats[seat].buttons[by_hand::lamp].reading);
        benchmark::DoNotOptimize(seats[seat].buttons[by_hand::winch].reading);
        benchmark::DoNotOptimize(seats[seat].buttons[by_hand::anchor].reading);
        benchmark::DoNotOptimize(seats[seat].buttons[by_hand::pilot].reading);
        benchmark::DoNotOptimize(seats[seat].buttons[by_hand::horn].reading);
        benchmark::DoNotOptimize(seats[seat].buttons[by_hand::mark].reading);
      }
    }
    start += round_length;
  }
  state.SetItemsProcessed(state.iterations() * frames * events_a_frame * state.range(0));
}

void idle_update_next_move(benchmark::State& state) {
  Hub hub{demo_playbook()};
  const Handles handles{hub.playbook()};
  for (int i = 0; i < state.range(0); ++i) hub.add_seat("seat " + std::to_string(i)).enter("helm");
  hub.plug({DeviceKind::keyboard, "simulated"}, {});
  Time now{};
  for (auto _ : state) {
    now += frame_length;
    hub.update(now);
    for (const auto& seat : hub.seats()) read_all(*seat, handles);
  }
}

void idle_update_by_hand(benchmark::State& state) {
  std::vector<by_hand::Controls> seats(static_cast<std::size_t>(state.range(0)));
  Time now{};
  for (auto _ : state) {
    now += frame_length;
    for (by_hand::Controls& seat : seats) {
      seat.update(now);
      benchmark::DoNotOptimize(seat);
    }
  }
}

BENCHMARK(frames_next_move)->Arg(1)->Arg(4);
BENCHMARK(frames_with_story)->Arg(1)->Arg(4);
BENCHMARK(frames_with_keeper)->Arg(1)->Arg(4);
BENCHMARK(frames_by_hand)->Arg(1)->Arg(4);
BENCHMARK(snapshot_of_four);
BENCHMARK(restore_of_four);
/// So many buttons, each on a key of its own in one of as many contexts as it takes.
Playbook large_playbook(int bindings) {
  PlaybookDefinition book;
  const int keys = 100;
  for (int i = 0; i < bindings; ++i) {
    const std::string action = "action" + std::to_string(i);
    book.actions.push_back({.name = action});
    if (i % keys == 0) {
      book.contexts.push_back({.name = "context" + std::to_string(i / keys), .rank = i / keys});
    }
    const auto key = static_cast<Control>(static_cast<int>(Control::Backquote) + i % keys);
    book.contexts.back().bindings.push_back({.action = action, .control = key});
  }
  Result<Playbook> made = make_playbook(book);
  if (!made) std::abort();
  return *made;
}

// Ten keys go down and up in a playbook of so many bindings, in its first context.
void events_in_large_playbook(benchmark::State& state) {
  Hub hub{large_playbook(static_cast<int>(state.range(0)))};
  Seat& seat = hub.add_seat("seat");
  seat.enter("context0");
  const DeviceId keyboard = hub.plug({DeviceKind::keyboard, "simulated"}, {});
  Time now{};
  for (auto _ : state) {
    for (const float value : {1.0F, 0.0F}) {
      now += frame_length;
      for (int key = 0; key < 10; ++key) {
        const auto control = static_cast<Control>(static_cast<int>(Control::Backquote) + key);
        hub.feed({now, keyboard, control, value});
      }
      hub.update(now);
    }
    benchmark::DoNotOptimize(seat.readings().data());
  }
}

BENCHMARK(idle_update_next_move)->Arg(1)->Arg(4)->Arg(16);
BENCHMARK(idle_update_by_hand)->Arg(1)->Arg(4)->Arg(16);
BENCHMARK(events_in_large_playbook)->Arg(10)->Arg(10'000);

// A playbook with so many actions, each bound to a key with a gesture or shaping of its own; with
// none, the demo's.
std::string playbook_text(std::int64_t actions) {
  if (actions == 0) return to_toml(demo_playbook().definition());
  PlaybookDefinition book{.title = "Large"};
  const auto controls = all_controls();
  for (std::int64_t i = 0; i < actions; ++i) {
    const std::string name = "action_" + std::to_string(i);
    book.actions.push_back({.name = name, .label = "Action " + std::to_string(i)});
    if (i % 50 == 0) book.contexts.push_back({.name = "context_" + std::to_string(i)});
    BindingDefinition binding{.action = name,
                              .control = controls[static_cast<std::size_t>(i % 50)].control};
    if (i % 3 == 0) binding.gesture = {GestureKind::hold, std::chrono::milliseconds{400}};
    book.contexts.back().bindings.push_back(binding);
  }
  return to_toml(book);
}

void load_playbook_next_move(benchmark::State& state) {
  const std::string text = playbook_text(state.range(0));
  for (auto _ : state) benchmark::DoNotOptimize(parse_playbook(text));
}

void load_playbook_toml_alone(benchmark::State& state) {
  const std::string text = playbook_text(state.range(0));
  if (!parse_playbook(text)) std::abort();
  for (auto _ : state) benchmark::DoNotOptimize(parse_toml_alone(text));
}

BENCHMARK(load_playbook_next_move)->Arg(0)->Arg(1000);
BENCHMARK(load_playbook_toml_alone)->Arg(0)->Arg(1000);

}  // namespace

int main(int argc, char** argv) {
  // Short repetitions of all in random order, so that a slow moment of the machine hits everybody.
  std::string repetitions = "--benchmark_repetitions=25";
  std::string interleaving = "--benchmark_enable_random_interleaving=true";
  std::string length = "--benchmark_min_time=0.03";
  std::vector<char*> arguments{argv[0], repetitions.data(), interleaving.data(), length.data()};
  arguments.insert(arguments.end(), argv + 1, argv + argc);
  int count = static_cast<int>(arguments.size());
  benchmark::Initialize(&count, arguments.data());
  if (benchmark::ReportUnrecognizedArguments(count, arguments.data())) return 2;
  Report report;
  benchmark::RunSpecifiedBenchmarks(&report);
  report.print();
}
