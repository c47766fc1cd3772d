// What is said of functions, values, moments, events and time, to the letter, and that the call had
// no effect.
// Also built against the installed library, so only what is public is used here.
#include <array>
#include <functional>
#include <limits>
#include <utility>

#include "support/said.hpp"

namespace nextmove::support {
namespace {

using enum Control;
constexpr float not_a_number = std::numeric_limits<float>::quiet_NaN();
constexpr float endless = std::numeric_limits<float>::infinity();

// ---- functions and values

TEST_F(Said, OfEmptyFunctions) {
  HandlerSet handlers;
  const Button horn = book.button("horn");
  expect(ComplaintKind::empty_function,
         {{[&](Said&) { handlers.on_press(horn, nullptr); },
           "HandlerSet::on_press: was given an empty function, which is not called"},
          {[&](Said& s) { handlers.on(s.book.vector("steer"), {}); },
           "HandlerSet::on: was given an empty function, which is not called"},
          {[](Said& s) { EXPECT_EQ(s.tug.add_interceptor("aid", nullptr), InterceptorId::none); },
           "Seat::add_interceptor: was given an empty function for \"aid\", which is not called"},
          {[](Said& s) { s.hub.set_custom("cube", {}); },
           R"(Hub::set_custom: was given an empty function for "cube")"},
          {[](Said& s) { EXPECT_EQ(s.hub.on_step({}), ListenerId::none); },
           "Hub::on_step: was given an empty function, which is not called; see "
           "Hub::remove_listener"}});
  int presses = 0;
  handlers.on_press(horn, [&] { ++presses; }).attach(tug);
  tug.enter("helm");
  feed(keyboard, Space, 1);
  hub.update(1ms);
  EXPECT_EQ(presses, 1);
  EXPECT_EQ(heard.take(), Sentences{});
}

TEST_F(Said, OfAnEmptyHandleForAHandler) {
  HandlerSet handlers;
  handlers.on_press(Button{}, [] {});
  EXPECT_EQ(
      heard.take(),
      (Sentences{"HandlerSet::on_press: was given an empty handle; get one from the playbook, "
                 "as in playbook.button(name)"}));
}

TEST_F(Said, OfAHandlerForAnActionThatTheSeatDoesNotHave) {
  HandlerSet handlers;
  handlers.on_press(Button{"lamp", ActionId{2}}, [] { FAIL() << "the horn's"; }).attach(tug);
  EXPECT_EQ(heard.take(),
            (Sentences{R"(HandlerSet::attach: was given the handle of a button that the playbook )"
                       R"(does not have; get one as in playbook.button("horn"))"}));
  tug.enter("helm");
  feed(keyboard, Space, 1);
  hub.update(1ms);
  EXPECT_EQ(heard.take(), Sentences{});
}

TEST_F(Said, OfValuesThatCannotBe) {
  Draft draft{book};
  expect(
      ComplaintKind::wrong_value,
      {{[](Said& s) { EXPECT_EQ(&s.hub.add_seat("port tug"), &s.tug); },
        R"(Hub::add_seat: there is a seat "port tug" already, and that one is given back; see Hub::find_seat)"},
       {[](Said& s) { s.hub.set_rules({.most_players = 0}); },
        "Hub::set_rules: most_players = 0 is a table at which nobody may sit; at least 1"},
       {[](Said& s) { s.hub.set_window(0, 600); },
        "Hub::set_window: a window of 0 by 600 has no size"},
       {[](Said& s) { s.hub.set_longest_step(0ms); },
        "Hub::set_longest_step: a longest step of 0 us would let nothing count; "
        "Duration::max() is no limit"},
       {[](Said& s) {
          s.hub.set_part(s.tug, {0, 0, 1, -1});
        },
        "Hub::set_part: a part of 1 by -1 of the window has no size"},
       {[](Said& s) {
          s.hub.set_part(s.tug, {0.5F, 0, std::numeric_limits<float>::infinity(), 1});
        },
        "Hub::set_part: a part of inf by 1 at 0.5, 0 does not lie in the window; all are shares of "
        "its sides, 0..1"},
       {[&](Said&) { draft.tune({.action = "hron", .sensitivity = 2.0F}); },
        R"(Draft::tune: there is no action "hron"; did you mean "horn"?)"}});
  EXPECT_EQ(hub.seats().size(), 1U);
  EXPECT_EQ(hub.rules().most_players, 4U);
  EXPECT_FALSE(draft.is_changed());
}

TEST_F(Said, OfNumbersThatAreNone) {
  const Vector steer = book.vector("steer");
  tug.add_interceptor("aid", [&](Incoming& incoming) { incoming.set(steer, {not_a_number, 0}); });
  hub.update(1ms);
  EXPECT_EQ(heard.take(), (Sentences{"Incoming::set: was given a value that is no finite number"}));
  EXPECT_EQ(tug.read(steer).value, Vec2{});
  tug.enter("helm");
  hub.set_custom("cube", [](Vec2) { return Vec2{not_a_number, 0}; });
  feed(pad, PadRightStick, 0.5F, 0, 2ms);
  hub.update(1ms);
  EXPECT_EQ(heard.take(), (Sentences{"Incoming::set: was given a value that is no finite number"}));
  hub.update(2ms);
  EXPECT_EQ(
      heard.take().front(),
      R"(Hub::set_custom: the function "cube" gave what is no finite number, for x = 0.411765 and y = 0)");
}

// ---- calls where they are not allowed

TEST_F(Said, OfHubCallsFromAnInterceptor) {
  std::function<void()> call;
  tug.add_interceptor("aid", [&](Incoming&) { call(); });
  const std::string sentence =
      " is not for interceptors and custom functions, which are called in the middle of something; "
      "do it after "
      "Hub::update";
  const Device device{.kind = DeviceKind::mouse};
  const std::vector<std::pair<std::string, std::function<void()>>> calls = {
      {"add_seat", [&] { hub.add_seat("ferry"); }},
      {"plug", [&] { EXPECT_EQ(hub.plug(device, 0ms), DeviceId::none); }},
      {"unplug", [&] { hub.unplug(pad, 0ms); }},
      {"give", [&] { hub.give(pad, tug); }},
      {"free", [&] { hub.free(pad); }},
      {"swap", [&] { hub.swap(tug, tug); }},
      {"join", [&] { hub.join(SchemeId{0}); }},
      {"leave", [&] { hub.leave(tug); }},
      {"hold_to", [&] { hub.hold_to(tug, SchemeId{0}); }},
      {"set_rules", [&] { hub.set_rules({}); }},
      {"set_profile", [&] { hub.set_profile(tug, {}); }},
      {"adopt", [&] { hub.adopt(book); }},
      {"capture", [&] { hub.capture(tug, {}); }},
      {"stop_capture", [&] { hub.stop_capture(tug); }},
      {"reserve", [&] { hub.reserve(tug); }},
      {"release_all", [&] { hub.release_all(0ms); }},
      {"take_up",
       [&] {
         hub.take_up({0ms, pad, PadSouth, 1});
       }},
      {"set_typing", [&] { hub.set_typing(tug); }},
      {"set_longest_step", [&] { hub.set_longest_step(1s); }},
      {"set_window", [&] { hub.set_window(1, 1); }},
      {"set_part",
       [&] {
         hub.set_part(tug, {0, 0, 1, 1});
       }},
      {"set_custom", [&] { hub.set_custom("cube", [](Vec2 v) { return v; }); }},
      {"set_wording", [&] { hub.set_wording({}); }},
      {"set_key_labels", [&] { hub.set_key_labels({}); }},
      {"set_families", [&] { hub.set_families({}); }},
      {"on_step", [&] { hub.on_step([](const Step&) {}); }},
      {"remove_listener", [&] { hub.remove_listener(ListenerId{1}); }},
      {"update", [&] { hub.update(9s); }},
  };
  Time now{};
  for (const auto& [name, mistake] : calls) {
    call = mistake;
    hub.update(now += 1ms);
    EXPECT_EQ(heard.take(), Sentences{"Hub::" + name + ":" + sentence});
  }
  EXPECT_EQ(hub.seats().size(), 1U);
  EXPECT_EQ(hub.devices().size(), 2U);
  EXPECT_EQ(tug.scheme(), SchemeId::none);
  EXPECT_EQ(hub.now(), now);
}

TEST_F(Said, OfAnUpdateFromAHandler) {
  tug.enter("helm");
  HandlerSet handlers;
  handlers.on_press(book.button("horn"), [&] { hub.update(2ms); }).attach(tug);
  feed(keyboard, Space, 1);
  hub.update(1ms);
  EXPECT_EQ(heard.take(),
            (Sentences{"Hub::update: is not for handlers: the update that called this "
                       "one has not ended"}));
  EXPECT_EQ(hub.now(), 1ms);
}

TEST_F(Said, OfFeedingFromACustomFunctionOrAListener) {
  tug.enter("helm");
  const std::string later =
      ", which are called in the middle of something; do it after Hub::update";
  hub.set_custom("cube", [&](Vec2 v) {
    feed(keyboard, Space, 1);
    return v;
  });
  feed(pad, PadRightStick, 0.5F);
  hub.update(1ms);
  EXPECT_EQ(heard.take(),
            Sentences{"Hub::feed: is not for interceptors and custom functions" + later});
  const ListenerId listener = hub.on_step([&](const Step&) { feed(keyboard, Space, 1); });
  hub.update(2ms);
  EXPECT_EQ(heard.take(), Sentences{"Hub::feed: is not for listeners to steps" + later});
  hub.remove_listener(listener);
  hub.update(3ms);
  EXPECT_FALSE(tug.read(book.button("horn")).held);
}

TEST_F(Said, OfAHandlerThatIsAddedTooLate) {
  tug.enter("helm");
  const Button horn = book.button("horn");
  HandlerSet handlers;
  handlers.on_press(horn, [&] {
    handlers.on_press(horn, [] {});
    handlers.detach();
    handlers.on_release(horn, [] {});
  });
  handlers.attach(tug);
  feed(keyboard, Space, 1);
  hub.update(1ms);
  const std::string late =
      ": handlers are added before the set is attached, and not by its own handlers";
  EXPECT_EQ(heard.take(),
            (Sentences{"HandlerSet::on_press" + late, "HandlerSet::on_release" + late}));
}

TEST_F(Said, OfASetWithoutHandlersThatIsAttached) {
  const std::string empty =
      ": the set has no handlers, and is told of nothing; add them before, and attach the set to "
      "which a set was moved";
  HandlerSet handlers;
  handlers.attach(tug);
  handlers.detach();
  handlers.on_press(book.button("horn"), [] {});
  HandlerSet moved{std::move(handlers)};
  handlers.attach_over(tug);  // NOLINT(bugprone-use-after-move)
  moved.attach(tug);
  EXPECT_EQ(heard.take(), (Sentences{"doubt: HandlerSet::attach" + empty,
                                     "doubt: HandlerSet::attach_over" + empty}));
}

TEST_F(Said, OfPartsWhereTheRulesGiveThemOut) {
  hub.set_rules({.splits_screen = true});
  hub.set_part(tug, {0, 0, 0.5F, 1});
  EXPECT_EQ(heard.take(), (Sentences{"Hub::set_part: SeatingRules::splits_screen is on, and gives "
                                     "out the parts by itself"}));
}

// ---- events

TEST_F(Said, OfEventsThatNoDeviceSays) {
  expect(
      ComplaintKind::wrong_event,
      {{[](Said& s) { s.feed(s.pad, none, 1); }, "Hub::feed: was given an event without a control"},
       {[](Said& s) { s.feed(s.pad, Control{9999}, 1); },
        "Hub::feed: was given an event with a control that there is not: number 9999"},
       {[](Said& s) { s.feed(s.pad, PadLeftStickY, 1); },
        "Hub::feed: PadLeftStickY is part of PadLeftStick; feed PadLeftStick, with x and y"},
       {[](Said& s) { s.feed(s.pad, WheelUp, 1); },
        "Hub::feed: WheelUp is part of Wheel; feed Wheel, with x and y"},
       {[](Said& s) { s.feed(s.pad, PadLeftStick, 0, -1.5F); },
        "Hub::feed: an event of PadLeftStick has y = -1.5, and goes from -1 to 1"},
       {[](Said& s) { s.feed(s.keyboard, KeyW, 255); },
        "Hub::feed: an event of KeyW has x = 255, and goes from 0 to 1"},
       {[](Said& s) { s.feed(s.keyboard, KeyW, 0.5F); },
        "Hub::feed: an event of KeyW has x = 0.5, and a button is 0 or 1"},
       {[](Said& s) { s.feed(s.pad, MouseMotion, 2e9F); },
        "Hub::feed: an event of MouseMotion has x = 2e+09, and goes from -1e+09 to 1e+09"},
       {[](Said& s) { s.feed(s.keyboard, KeyW, 1, 1); },
        "Hub::feed: an event of KeyW has y = 1, and this control has no y: feed 0"},
       {[](Said& s) { s.feed(s.pad, PadLeftStick, not_a_number); },
        "Hub::feed: an event of PadLeftStick has x = nan, which is no number"},
       {[](Said& s) { s.feed(s.pad, MouseMotion, endless); },
        "Hub::feed: an event of MouseMotion has x = inf, and must be finite"},
       {[](Said& s) { s.feed(s.keyboard, KeyW, 1, 0, -5ms); },
        "Hub::feed: an event of KeyW is of -5000 us, before the time begins"},
       {[](Said& s) { s.feed(s.keyboard, PadSouth, 1); },
        "Hub::feed: PadSouth is a control of a gamepad, and keyboard 1 is a keyboard"}});
  tug.enter("helm");
  hub.update(2ms);
  EXPECT_TRUE(tug.changes().empty());
}

TEST_F(Said, OfWhatCannotBeTakenUp) {
  expect(ComplaintKind::wrong_event,
         {{[](Said& s) {
             s.hub.take_up({0ms, s.pad, PadLeftStick, 2});
           },
           "Hub::take_up: an event of PadLeftStick has x = 2, and goes from -1 to 1"},
          {[](Said& s) {
             s.hub.take_up({0ms, s.pad, PadLeftStickX, 1});
           },
           "Hub::take_up: PadLeftStickX is part of PadLeftStick; feed PadLeftStick, with x and y"},
          {[](Said& s) {
             s.hub.take_up({0ms, s.keyboard, PadSouth, 1});
           },
           "Hub::take_up: PadSouth is a control of a gamepad, and keyboard 1 is a keyboard"},
          {[](Said& s) {
             const DeviceId mouse = s.hub.plug({DeviceKind::mouse, "mouse"}, 0ms);
             s.hub.take_up({0ms, mouse, Wheel, 0, 1});
           },
           "Hub::take_up: Wheel moves, and stands nowhere; feed it when it has moved"},
          {[](Said& s) {
             const DeviceId mouse = s.hub.plug({DeviceKind::mouse, "mouse"}, 0ms);
             s.hub.take_up({0ms, mouse, MousePosition, 0, 1});
           },
           "Hub::take_up: MousePosition is where it was told last; feed it"},
          {[](Said& s) {
             const DeviceId screen = s.hub.plug({DeviceKind::touch, "screen"}, 0ms);
             s.hub.take_up({0ms, screen, Finger1, 1});
           },
           "Hub::take_up: Finger1 counts when the finger lands; feed it then"}});
  tug.enter("helm");
  hub.update(2ms);
  EXPECT_TRUE(tug.changes().empty());
}

TEST_F(Said, OfEventsOfADeviceThatIsNot) {
  expect(
      ComplaintKind::unknown_id,
      {{[](Said& s) { s.feed(DeviceId{7}, KeyW, 1); },
        "Hub::feed: was given the device 7, which was never plugged in; Hub::plug gives the id of "
        "one"},
       {[](Said& s) { s.feed(DeviceId::none, KeyW, 1); },
        "Hub::feed: was given no device; Hub::plug gives the id of one"}});
}

// ---- time

TEST_F(Said, OfATimeThatNobodyReaches) {
  hub.update(Time::max());
  EXPECT_EQ(heard.take(),
            (Sentences{"Hub::update: was given a time of over a thousand years; pass the time "
                       "since the start"}));
  hub.update(17ms);
  EXPECT_EQ(hub.now(), 17ms) << "and the clock goes on as before";
}

TEST_F(Said, OfTimeThatGoesBack) {
  tug.enter("helm");
  hub.update(17ms);
  feed(keyboard, Space, 1);
  hub.update(16ms);
  EXPECT_EQ(
      heard.take(),
      (Sentences{"Hub::update: the time goes back from 0.017 s to 0.016 s; pass the time since "
                 "the start, which only grows, not the length of a step"}));
  EXPECT_FALSE(tug.read(book.button("horn")).pressed);
  hub.update(17ms);
  EXPECT_TRUE(tug.read(book.button("horn")).pressed) << "it was only late";
}

TEST_F(Said, OfAStepThatIsPassedForAMoment) {
  feed(keyboard, Space, 1, 0, 3s);
  for (int i = 0; i < 119; ++i) hub.update(16ms);
  EXPECT_EQ(heard.take(), Sentences{});
  for (int i = 0; i < 200; ++i) hub.update(16ms);
  EXPECT_EQ(heard.take(),
            (Sentences{"doubt: Hub::update: 120 updates were given the same moment, 0.016 s, while "
                       "an event of 3 s waits; pass the time since the start, not the length of a "
                       "step"}));
}

TEST_F(Said, OfEventsByAnotherClock) {
  Time now{};
  feed(keyboard, Space, 1, 0, 1h);
  for (int i = 0; i < 300; ++i) hub.update(now += 16ms);
  EXPECT_EQ(
      heard.take(),
      (Sentences{"doubt: Hub::update: an event of 3600 s has waited through 120 updates, which "
                 "are at 1.92 s now; events and updates must go by one clock"}));
}

TEST_F(Said, NothingOfEventsThatAreOnlyAhead) {
  Time now{};
  for (int i = 0; i < 500; ++i) {
    feed(keyboard, i % 2 == 0 ? Space : KeyM, 1, 0, now + 100ms);
    hub.update(now += 16ms);
  }
  EXPECT_EQ(heard.take(), Sentences{});
}

// ---- several listeners

TEST_F(Said, NothingOfASecondListenerToSteps) {
  std::array<int, 2> told{};
  const ListenerId first = hub.on_step([&](const Step&) { ++told[0]; });
  hub.on_step([&](const Step&) { ++told[1]; });
  hub.update(1ms);
  hub.remove_listener(first);
  hub.update(2ms);
  EXPECT_EQ(told, (std::array{1, 2}));
  EXPECT_EQ(heard.take(), Sentences{});
}

}  // namespace
}  // namespace nextmove::support
