#include <functional>
#include <random>
#include <string>
#include <utility>

#include "support/chance.hpp"
#include "support/playbooks.hpp"

namespace nextmove::support {
namespace {

using Readers = AtTheHelm;

TEST_F(Readers, AStepSeesEveryPressSinceTheStepBefore) {
  Reader reader{stage.seat()};
  stage.press(Control::Space);
  stage.wait(10ms);
  stage.release(Control::Space);
  stage.wait(10ms);
  stage.press(Control::Space);
  stage.wait(10ms);
  reader.step();
  EXPECT_EQ(reader.read(horn), (ButtonReading{.held = true,
                                              .pressed = true,
                                              .released = true,
                                              .went_down = true,
                                              .presses = 2,
                                              .releases = 1,
                                              .downs = 2}));
}

TEST_F(Readers, TwoStepsBetweenTwoUpdatesSeeAPressOnce) {
  Reader reader{stage.seat()};
  stage.press(Control::Space);
  stage.wait(10ms);
  reader.step();
  EXPECT_TRUE(reader.read(horn).pressed);
  EXPECT_TRUE(reader.read(horn).pressed) << "within a step, reading again gives the same";
  reader.step();
  EXPECT_EQ(reader.read(horn), (ButtonReading{.held = true}));
}

TEST_F(Readers, DoNotDisturbEachOtherOrTheSeat) {
  Reader slow{stage.seat()};
  Reader fast{stage.seat()};
  stage.press(Control::Space);
  stage.wait(10ms);
  fast.step();
  EXPECT_TRUE(fast.read(horn).pressed);
  EXPECT_TRUE(read(horn).pressed);
  stage.wait(10ms);
  fast.step();
  slow.step();
  EXPECT_FALSE(fast.read(horn).pressed);
  EXPECT_TRUE(slow.read(horn).pressed);
}

TEST_F(Readers, WhatWasPressedBeforeAReaderWasMadeIsNotSeen) {
  stage.press(Control::Space);
  stage.wait(10ms);
  Reader reader{stage.seat()};
  EXPECT_EQ(reader.read(horn), (ButtonReading{.held = true}));
  reader.step();
  EXPECT_FALSE(reader.read(horn).pressed);
}

TEST_F(Readers, AxesAndVectorsAreTheLiveOnes) {
  const Reader reader{stage.seat()};
  stage.press(Control::KeyW);
  stage.press(Control::KeyR);
  stage.wait(10ms);
  EXPECT_EQ(reader.read(steer).value, (Vec2{0, 1}));
  EXPECT_EQ(reader.read(throttle).value, 1);
}

TEST_F(Readers, AtAnyTwoRatesNoPressIsLostOrSeenTwice) {
  std::mt19937 random = chance();
  Reader reader{stage.seat()};
  unsigned pressed = 0;
  unsigned seen = 0;
  for (int i = 0; i < 2000; ++i) {
    if (random() % 2 == 0) {
      stage.press(Control::Space);
      stage.release(Control::Space);
      ++pressed;
    }
    if (random() % 3 == 0) stage.wait(10ms);
    for (unsigned steps = random() % 4; steps > 0; --steps) {
      reader.step();
      seen += reader.read(horn).presses;
    }
  }
  stage.wait(10ms);
  reader.step();
  EXPECT_EQ(seen + reader.read(horn).presses, pressed);
}

PlaybookDefinition with_call() {
  PlaybookDefinition book = harbour();
  book.mutes = {{.name = "call", .actions = {"horn"}}};
  return book;
}

using TakePress = AtTheHelm;

TEST_F(TakePress, IsTrueOnceForAPressThatIsRecentEnough) {
  stage.press(Control::Space);
  stage.wait(100ms);
  EXPECT_TRUE(stage.seat().take_press(horn, 120ms));
  EXPECT_FALSE(stage.seat().take_press(horn, 120ms));
}

TEST_F(TakePress, CountsTheAgeFromTheEventAndNotFromTheUpdate) {
  stage.press(Control::Space);
  stage.wait(80ms);
  stage.wait(40ms);
  EXPECT_TRUE(stage.seat().take_press(horn, 120ms)) << "exactly as old as allowed";
  stage.release(Control::Space);
  stage.press(Control::Space);
  stage.wait(121ms);
  EXPECT_FALSE(stage.seat().take_press(horn, 120ms));
}

TEST_F(TakePress, APressTooOldForOneIsThereForAMorePatientAsker) {
  stage.press(Control::Space);
  stage.wait(200ms);
  EXPECT_FALSE(stage.seat().take_press(horn, 120ms));
  EXPECT_TRUE(stage.seat().take_press(horn, 300ms));
}

TEST_F(TakePress, TakesSeveralPressesOneByOneTheOldestFirst) {
  for (int i = 0; i < 2; ++i) {
    stage.press(Control::Space);
    stage.release(Control::Space);
    stage.wait(50ms);
  }
  EXPECT_TRUE(stage.seat().take_press(horn, 100ms));
  EXPECT_TRUE(stage.seat().take_press(horn, 100ms));
  EXPECT_FALSE(stage.seat().take_press(horn, 100ms));
}

TEST_F(TakePress, KeepsFourPresses) {
  for (int i = 0; i < 9; ++i) {
    stage.press(Control::Space);
    stage.release(Control::Space);
  }
  stage.wait(10ms);
  int taken = 0;
  while (stage.seat().take_press(horn, 1s)) ++taken;
  EXPECT_EQ(taken, 4);
}

TEST_F(TakePress, AHeldButtonIsNoFurtherPress) {
  stage.press(Control::Space);
  stage.wait(10ms);
  ASSERT_TRUE(stage.seat().take_press(horn, 100ms));
  stage.press(Control::PadSouth);
  stage.wait(10ms);
  EXPECT_FALSE(stage.seat().take_press(horn, 100ms));
}

TEST_F(TakePress, WhatWasPressedBeforeItsEndIsLost) {
  const std::vector<std::pair<std::string, std::function<void()>>> ends = {
      {"a mute",
       [&] {
         stage.seat().mute("call");
         stage.seat().unmute("call");
       }},
      {"a capture",
       [&] {
         stage.hub().capture(stage.seat(), {.action = horn.id});
         stage.hub().stop_capture(stage.seat());
       }},
      {"a playbook", [&] { stage.hub().adopt(make(with_call())); }},
      {"a profile",
       [&] {
         stage.hub().set_profile(stage.seat(),
                                 {.remaps = {{.action = "horn", .controls = {Control::KeyH}}}});
       }},
  };
  stage.hub().adopt(make(with_call()));
  for (const auto& [name, end] : ends) {
    stage.press(Control::PadSouth);
    stage.wait(10ms);
    end();
    EXPECT_FALSE(stage.seat().take_press(horn, 1s)) << name;
    stage.release(Control::PadSouth);
    stage.wait(10ms);
    stage.press(Control::PadSouth);
    stage.wait(10ms);
    EXPECT_TRUE(stage.seat().take_press(horn, 1s)) << "a fresh one after " << name;
    stage.release(Control::PadSouth);
    stage.wait(2s);
  }
}

TEST_F(TakePress, CountsInAnotherContextThatBindsTheAction) {
  stage.press(Control::Space);
  stage.wait(10ms);
  stage.seat().leave("helm");
  EXPECT_FALSE(stage.seat().take_press(horn, 1s)) << "nothing binds it now";
  stage.seat().enter("helm");
  EXPECT_TRUE(stage.seat().take_press(horn, 1s));
}

TEST_F(TakePress, AReaderTakesForItselfAlone) {
  Reader reader{stage.seat()};
  stage.press(Control::Space);
  stage.wait(10ms);
  Reader late{stage.seat()};
  EXPECT_TRUE(reader.take_press(horn, 100ms));
  EXPECT_FALSE(reader.take_press(horn, 100ms));
  EXPECT_TRUE(stage.seat().take_press(horn, 100ms));
  EXPECT_FALSE(late.take_press(horn, 100ms)) << "it was pressed before";
}

}  // namespace
}  // namespace nextmove::support
