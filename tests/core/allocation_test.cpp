// Replaces operator new to count: this program has no other tests.
#include <cstdlib>
#include <new>

#include "support/playbooks.hpp"

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

TEST(Allocation, TheCounterCounts) {
  const std::size_t before = allocations;
  { const std::vector<int> some(100); }
  EXPECT_EQ(allocations - before, 1U);
}

}  // namespace
}  // namespace nextmove::support
