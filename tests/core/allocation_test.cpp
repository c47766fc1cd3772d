// Replaces operator new to count: this program has no other tests.
#include <cstdlib>
#include <new>
#include <optional>
#include <random>

#include "support/chance.hpp"
#include "support/playbooks.hpp"
#include "support/random_playbook.hpp"

namespace {
std::size_t allocations = 0;
}

// NOLINTBEGIN: the replaced functions have the shape that the language gives them.
void* operator new(std::size_t size) {
  ++allocations;
  if (void* memory = std::malloc(size)) return memory;
  std::abort();
}
void* operator new(std::size_t size, const std::nothrow_t&) noexcept {
  return ::operator new(size);
}
void operator delete(void* memory) noexcept {
  std::free(memory);
}
void operator delete(void* memory, std::size_t) noexcept {
  std::free(memory);
}
// NOLINTEND

namespace nextmove::support {
namespace {

void play_a_while(testing::Rehearsal& stage, Reader& reader) {
  const Playbook& book = stage.hub().playbook();
  const Button horn = book.button("horn");
  const Vector steer = book.vector("steer");
  for (int i = 0; i < 100; ++i) {
    const float x = static_cast<float>(i % 20) / 20;
    for (const Control key : {Control::KeyW, Control::KeyA, Control::Space, Control::PadSouth}) {
      stage.move(key, static_cast<float>(i % 2));
    }
    stage.move(Control::PadLeftStick, x, -x);
    stage.move(Control::PadLeftTrigger, x);
    stage.move(Control::Wheel, 0, 1);
    if (i % 10 == 0) stage.seat().enter(ContextId{1});
    if (i % 10 == 5) stage.seat().leave(ContextId{1});
    if (i % 10 == 3) stage.seat().mute(MuteId{0});
    if (i % 10 == 6) stage.seat().unmute(MuteId{0});
    stage.wait(10ms);
    reader.step();
    (void)reader.read(horn);
    (void)stage.seat().take_press(horn, 100ms);
    (void)stage.seat().read(horn);
    (void)stage.seat().read(steer);
    (void)stage.seat().changes();
    if (i % 25 == 0) stage.hub().release_all(stage.now());
  }
}

TEST(Allocation, FeedUpdateAndReadAllocateNothingOnceWarm) {
  PlaybookDefinition definition = harbour();
  definition.mutes = {{.name = "radio_call", .actions = {"steer", "horn"}}};
  testing::Rehearsal stage{make(std::move(definition))};
  Reader reader{stage.seat()};
  stage.seat().enter("helm");
  for (const auto kind : {DeviceKind::keyboard, DeviceKind::gamepad, DeviceKind::mouse}) {
    stage.device(kind);
  }
  play_a_while(stage, reader);
  const std::size_t before = allocations;
  play_a_while(stage, reader);
  EXPECT_EQ(allocations - before, 0U);
}

/// Everything that a seat has, on all devices, with contexts, mutes and a lost focus.
void play_everything(Hub& hub, Seat& seat, std::mt19937& random, Time& now) {
  const auto below = [&](int n) { return static_cast<int>(random() % static_cast<unsigned>(n)); };
  const auto controls = all_controls();
  for (int i = 0; i < 400; ++i) {
    now += std::chrono::milliseconds{below(12)};
    const ControlInfo& info = controls[random() % controls.size()];
    if (info.source != info.control) continue;
    const auto device = DeviceId{static_cast<std::uint32_t>(info.device) + 1};
    const auto value = [&] { return static_cast<float>(below(9)) / 8; };
    Event event{now, device, info.control};
    const bool is_single = info.form == ControlForm::button || info.form == ControlForm::trigger;
    event.x = info.form == ControlForm::button ? static_cast<float>(below(2)) : value();
    if (!is_single) event.y = value();
    const bool stands = is_single && info.device != DeviceKind::touch && below(8) == 0;
    stands ? hub.take_up(event) : hub.feed(event);
    const auto context = ContextId{static_cast<std::uint16_t>(below(4))};
    const auto mute = MuteId{static_cast<std::uint16_t>(below(2))};
    switch (below(12)) {
      case 0: seat.enter(context); break;
      case 1: seat.leave(context); break;
      case 2: seat.switch_to(context); break;
      case 3: seat.mute(mute); break;
      case 4: seat.unmute(mute); break;
      case 5: hub.release_all(now); break;
      default: hub.update(now);
    }
  }
}

TEST(Allocation, NoFeatureAllocatesOnceWarm) {
  std::mt19937 random = chance();
  for (int round = 0; round < 50; ++round) {
    Hub hub{make(random_playbook(random, false))};
    hub.set_custom("bend", [](Vec2 v) { return Vec2{v.x * v.x, v.y}; });
    Seat& seat = hub.add_seat("tug");
    if (round % 2 == 0) hub.keep_story(30);
    std::optional<Keeper> keeper;
    if (round % 3 == 0) keeper.emplace(hub, 300ms);
    for (int kind = 0; kind < device_kind_count; ++kind) {
      hub.plug({static_cast<DeviceKind>(kind), "simulated"}, {});
    }
    const Button first = hub.playbook().button("action0");
    const Button second = hub.playbook().button("action1");
    seat.add_interceptor("aid", [&](Incoming& incoming) {
      if (incoming.now().count() % 3 == 0) incoming.hold_back(first);
      if (incoming.now().count() % 5 == 0) incoming.press(second);
    });
    int heard = 0;
    HandlerSet handlers;
    handlers.on_press(second, [&] { ++heard; }).on(first, [&](const ButtonReading&) { ++heard; });
    handlers.attach(seat);
    Time now{};
    play_everything(hub, seat, random, now);
    const std::size_t before = allocations;
    play_everything(hub, seat, random, now);
    ASSERT_EQ(allocations - before, 0U) << "round " << round;
  }
}

TEST(Allocation, NeitherDoesASnapshotNorGoingBackToOne) {
  std::mt19937 random = chance();
  for (int round = 0; round < 20; ++round) {
    Hub hub{make(random_playbook(random, true))};
    Seat& seat = hub.add_seat("tug");
    for (int kind = 0; kind < device_kind_count; ++kind) {
      hub.plug({static_cast<DeviceKind>(kind), "simulated"}, {});
    }
    Time now{};
    std::vector<std::byte> bytes;
    play_everything(hub, seat, random, now);
    hub.snapshot(bytes);
    ASSERT_TRUE(hub.restore(bytes));
    play_everything(hub, seat, random, now);
    hub.snapshot(bytes);
    play_everything(hub, seat, random, now);
    const std::size_t before = allocations;
    ASSERT_TRUE(hub.restore(bytes));
    hub.snapshot(bytes);
    ASSERT_EQ(allocations - before, 0U) << "round " << round;
  }
}

TEST(Allocation, TheCounterCounts) {
  const std::size_t before = allocations;
  { const std::vector<int> some(100); }
  EXPECT_EQ(allocations - before, 1U);
}

}  // namespace
}  // namespace nextmove::support
