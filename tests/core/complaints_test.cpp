// Every complaint, to the letter, and that the call had no effect. Also built against the installed
// library, so only what is public is used here.
#include "support/complaints.hpp"

#include <array>
#include <cstdlib>
#include <functional>
#include <limits>
#include <thread>

#include "support/playbooks.hpp"

namespace nextmove::support {
namespace {

PlaybookDefinition port() {
  PlaybookDefinition book = harbour();
  book.schemes = {{.name = "desk", .needs = {DeviceKind::keyboard}},
                  {.name = "pad", .needs = {DeviceKind::gamepad}}};
  book.mutes = {{.name = "radio_call", .actions = {"steer"}}};
  book.actions.push_back({.name = "trim", .kind = ActionKind::axis});
  book.contexts[0].bindings.push_back({.action = "trim",
                                       .control = Control::PadRightStickX,
                                       .shaping = {.custom = "cube", .smoothing = 10ms}});
  return book;
}

struct Said : ::testing::Test {
  Complaints heard;
  Hub hub{make(port())};
  const Playbook& book = hub.playbook();
  Seat& tug = hub.add_seat("port tug");
  DeviceId keyboard = hub.plug({.kind = DeviceKind::keyboard}, 0ms);
  DeviceId pad = hub.plug({.kind = DeviceKind::gamepad}, 0ms);

  struct Case {
    std::function<void(Said&)> mistake;
    std::string sentence;
  };
  void expect(ComplaintKind kind, const std::vector<Case>& cases) {
    for (const Case& it : cases) {
      it.mistake(*this);
      EXPECT_EQ(heard.kinds(), std::vector{kind}) << it.sentence;
      EXPECT_EQ(heard.take(), Sentences{it.sentence});
    }
  }
  void feed(DeviceId device, Control control, float x, float y = 0, Time time = 1ms) {
    hub.feed({time, device, control, x, y});
  }
};

using enum Control;
constexpr float not_a_number = std::numeric_limits<float>::quiet_NaN();
constexpr float endless = std::numeric_limits<float>::infinity();

// ---- names

TEST_F(Said, OfANameThatThePlaybookDoesNotHave) {
  expect(ComplaintKind::unknown_name,
         {{[](Said& s) { (void)s.book.axis("throtle"); },
           R"(Playbook::axis: the playbook has no axis "throtle"; did you mean "throttle"?)"},
          {[](Said& s) { (void)s.book.button("lightning"); },
           R"(Playbook::button: the playbook has no button "lightning")"},
          {[](Said& s) { s.tug.enter("hlem"); },
           R"(Seat::enter: the playbook has no context "hlem"; did you mean "helm"?)"},
          {[](Said& s) { s.tug.leave("hlem"); },
           R"(Seat::leave: the playbook has no context "hlem"; did you mean "helm"?)"},
          {[](Said& s) { EXPECT_FALSE(s.tug.is_in("hlem")); },
           R"(Seat::is_in: the playbook has no context "hlem"; did you mean "helm"?)"},
          {[](Said& s) { s.tug.switch_to("hlem"); },
           R"(Seat::switch_to: the playbook has no context "hlem"; did you mean "helm"?)"},
          {[](Said& s) { s.tug.mute("radiocall"); },
           R"(Seat::mute: the playbook has no mute "radiocall"; did you mean "radio_call"?)"},
          {[](Said& s) { s.tug.unmute("radiocall"); },
           R"(Seat::unmute: the playbook has no mute "radiocall"; did you mean "radio_call"?)"},
          {[](Said&) {
             Families families;
             families.add(FamilyDevice{1, 2, "shape"});
           },
           R"(Families::add: there is no family "shape"; did you mean "shapes"?)"}});
  EXPECT_TRUE(tug.contexts().empty());
}

TEST_F(Said, OfANameOfSomethingElseWithTheRightCall) {
  expect(
      ComplaintKind::unknown_name,
      {{[](Said& s) { (void)s.book.axis("steer"); },
        R"(Playbook::axis: "steer" is a vector; use playbook.vector("steer"))"},
       {[](Said& s) { (void)s.book.axis("stear"); },
        R"(Playbook::axis: the playbook has no axis "stear", but a vector "steer"; use playbook.vector("steer"))"},
       {[](Said& s) { (void)s.book.button("helm"); },
        R"(Playbook::button: the playbook has no action "helm", but a context of this name: see Seat::enter)"},
       {[](Said& s) { s.tug.enter("radio_call"); },
        R"(Seat::enter: the playbook has no context "radio_call", but a mute of this name: see Seat::mute)"},
       {[](Said& s) { s.tug.mute("steer"); },
        R"(Seat::mute: the playbook has no mute "steer", but an action of this name: see Playbook::button and its sisters)"},
       {[](Said& s) { s.tug.enter("pad"); },
        R"(Seat::enter: the playbook has no context "pad", but a scheme of this name: see Hub::hold_to and Hub::join)"}});
}

TEST_F(Said, NothingOfNamesThatAreLookedFor) {
  EXPECT_FALSE(book.find_action("hron"));
  EXPECT_FALSE(book.find_button("steer"));
  EXPECT_FALSE(book.find_context("hlem"));
  EXPECT_EQ(book.find_vector("steer"), book.vector("steer"));
  EXPECT_EQ(hub.find_seat("starboard tug"), nullptr);
  EXPECT_EQ(heard.take(), Sentences{});
}

TEST_F(Said, ACustomFunctionThatTheHubWasNotGiven) {
  tug.enter("helm");
  hub.set_custom("cubed", [](Vec2 v) { return v; });
  feed(pad, PadRightStick, 0.5F);
  hub.update(2s);
  EXPECT_EQ(
      heard.take(),
      (Sentences{R"(Hub::set_custom: the playbook has a binding with custom = "cube", and the )"
                 R"(hub was given no such function; did you mean "cubed"?)"}));
  EXPECT_NEAR(tug.read(book.axis("trim")).value, 0.41F, 0.01F) << "as without";
}

// ---- handles

TEST_F(Said, OfAnEmptyHandleOnce) {
  const Sentences once{
      R"(Seat::read: was given an empty handle, of a button; get one as in playbook.button("horn"))"};
  for (int i = 0; i < 3; ++i) EXPECT_FALSE(tug.read(Button{}).held);
  EXPECT_EQ(heard.take(), once);
  EXPECT_FALSE(tug.take_press(Button{}, 100ms)) << "told already";
  EXPECT_EQ(to_text(tug.prompt(Button{}).parts), "(not bound)");
  EXPECT_EQ(heard.take(), Sentences{});
}

TEST_F(Said, OfAHandleOfAnotherPlaybookOnceForEachSeat) {
  const Vector sail =
      make({.actions = {{.name = "sail", .kind = ActionKind::vector}},
            .contexts = {{.name = "deck",
                          .bindings = {{.action = "sail", .control = PadLeftStick}}}}})
          .vector("sail");
  const std::string sentence =
      R"(: was given the handle of a vector that the playbook does not have; get one as in playbook.vector("steer"))";
  tug.enter("helm");
  feed(pad, PadLeftStick, 1);
  hub.update(1ms);
  for (int i = 0; i < 3; ++i) EXPECT_EQ(tug.read(sail).value, Vec2{}) << "never another action's";
  EXPECT_EQ(heard.take(), Sentences{"Seat::read" + sentence});
  Seat& other = hub.add_seat("starboard tug");
  Reader reader{other};
  (void)reader.read(Motion{});
  EXPECT_EQ(
      heard.take(),
      (Sentences{"Reader::read: was given an empty handle, of a motion; it has none at all"}));
  other.add_interceptor([&](Incoming& incoming) { incoming.set(sail, {1, 0}); });
  hub.update(2ms);
  hub.update(3ms);
  EXPECT_EQ(heard.take(), Sentences{"Incoming::set" + sentence});
}

TEST_F(Said, NothingOfAHandleWhoseActionOnlyStandsElsewhere) {
  PlaybookDefinition definition = port();
  std::swap(definition.actions[2], definition.actions[3]);
  const Button horn = make(definition).button("horn");
  EXPECT_NE(horn.id, book.button("horn").id);
  tug.enter("helm");
  int presses = 0;
  HandlerSet handlers;
  handlers.on_press(horn, [&] { ++presses; }).attach(tug);
  feed(keyboard, Space, 1);
  hub.update(1ms);
  EXPECT_TRUE(tug.read(horn).pressed);
  EXPECT_TRUE(tug.take_press(horn, 1s));
  EXPECT_EQ(presses, 1);
  EXPECT_EQ(heard.take(), Sentences{});
}

TEST_F(Said, AMisspeltHandleWorksFromWhereThePlaybookHasItsName) {
  const Button lamp = book.button("lamp");
  EXPECT_EQ(heard.take(), (Sentences{R"(Playbook::button: the playbook has no button "lamp")"}));
  PlaybookDefinition more = port();
  more.actions.push_back({.name = "lamp"});
  more.contexts[0].bindings.push_back({.action = "lamp", .control = KeyL});
  hub.adopt(make(more));
  tug.enter("helm");
  feed(keyboard, KeyL, 1);
  hub.update(1ms);
  EXPECT_TRUE(tug.read(lamp).held);
  EXPECT_EQ(heard.take(), Sentences{});
}

TEST_F(Said, OfConstantsOfAHeaderThatIsOutdated) {
  expect(
      ComplaintKind::unknown_handle,
      {{[](Said& s) {
          s.tug.enter(Context{"bridge", ContextId{0}});
        },
        "Seat::enter: was given a context that the playbook does not have; make the header again "
        "with next-move header"},
       {[](Said& s) { s.tug.mute(Mute{}); }, "Seat::mute: was given an empty handle of a mute"},
       {[](Said& s) {
          s.hub.hold_to(s.tug, Scheme{"sofa", SchemeId{0}});
        },
        "Hub::hold_to: was given a scheme that the playbook does not have; make the header again "
        "with next-move header"}});
  EXPECT_TRUE(tug.contexts().empty());
  EXPECT_EQ(tug.scheme(), SchemeId::none);
}

// ---- numbers

TEST_F(Said, OfANumberOfNothing) {
  const ActionId nine{9};
  expect(ComplaintKind::unknown_id,
         {{[](Said& s) { (void)s.book.action(ActionId::none); },
           "Playbook::action: none is no action; the playbook has 8, from 0"},
          {[](Said& s) { EXPECT_EQ(s.book.context(ContextId{2}).name, ""); },
           "Playbook::context: no context has the number 2; the playbook has 2, from 0"},
          {[&](Said& s) { EXPECT_EQ(s.tug.read(nine), Reading{}); },
           "Seat::read: no action has the number 9; the playbook has 8, from 0"},
          {[&](Said& s) { EXPECT_FALSE(s.tug.is_muted(nine)); },
           "Seat::is_muted: no action has the number 9; the playbook has 8, from 0"},
          {[&](Said& s) { EXPECT_EQ(to_text(s.tug.prompts(nine)[0].parts), "(not bound)"); },
           "Seat::prompts: no action has the number 9; the playbook has 8, from 0"},
          {[](Said& s) { s.tug.enter(ContextId{2}); },
           "Seat::enter: no context has the number 2; the playbook has 2, from 0"},
          {[](Said& s) { s.tug.mute(MuteId{1}); },
           "Seat::mute: no mute has the number 1; the playbook has 1, from 0"},
          {[](Said& s) { EXPECT_FALSE(s.tug.hears_zone(0)); },
           "Seat::hears_zone: no zone has the number 0; the playbook has 0, from 0"},
          {[](Said& s) { EXPECT_EQ(s.hub.join(SchemeId{2}).refusal, Refusal::no_scheme); },
           "Hub::join: no scheme has the number 2; the playbook has 2, from 0"},
          {[](Said& s) { EXPECT_EQ(s.hub.can_join(SchemeId::none).refusal, Refusal::no_scheme); },
           "Hub::can_join: none is no scheme; the playbook has 2, from 0"},
          {[](Said& s) { s.hub.hold_to(s.tug, SchemeId{2}); },
           "Hub::hold_to: no scheme has the number 2; the playbook has 2, from 0"},
          {[](Said& s) { s.hub.capture(s.tug, {}); },
           "Hub::capture: none is no action; the playbook has 8, from 0"},
          {[](Said& s) {
             s.hub.capture(s.tug, {.action = s.book.button("horn").id, .part = ActionPart::up});
           },
           R"(Hub::capture: "horn" is a button and has no part "up")"},
          {[](Said& s) { s.hub.give(DeviceId{7}, s.tug); },
           "Hub::give: was given the device 7, which was never plugged in; Hub::plug gives the id "
           "of one"},
          {[](Said& s) { s.hub.free(DeviceId::none); },
           "Hub::free: was given no device; Hub::plug gives the id of one"},
          {[](Said& s) { s.hub.unplug(DeviceId{7}, 1ms); },
           "Hub::unplug: was given the device 7, which was never plugged in; Hub::plug gives the "
           "id of "
           "one"}});
  EXPECT_EQ(tug.capture().state, CaptureState::idle);
}

TEST_F(Said, OfASeatOfAnotherHub) {
  Hub elsewhere{book};
  Seat& stranger = elsewhere.add_seat("ferry");
  const std::string sentence = R"(: was given the seat "ferry" of another hub)";
  expect(
      ComplaintKind::unknown_id,
      {{[&](Said& s) { s.hub.give(s.pad, stranger); }, "Hub::give" + sentence},
       {[&](Said& s) { s.hub.leave(stranger); }, "Hub::leave" + sentence},
       {[&](Said& s) { s.hub.swap(s.tug, stranger); }, "Hub::swap" + sentence},
       {[&](Said& s) { s.hub.set_profile(stranger, {}); }, "Hub::set_profile" + sentence},
       {[&](Said& s) { s.hub.join(SchemeId{0}, s.keyboard, &stranger); }, "Hub::join" + sentence},
       {[&](Said& s) { s.hub.reserve(stranger); }, "Hub::reserve" + sentence}});
  EXPECT_TRUE(stranger.devices().empty());
}

TEST_F(Said, OfSlotsWhereNothingCanGo) {
  Draft draft{book};
  RemapMenu menu{hub, tug};
  const std::string none = ": none is no action; the playbook has 8, from 0";
  const auto refused = [](const DraftAnswer& answer) {
    EXPECT_EQ(answer.refusal, DraftRefusal::no_such_slot);
  };
  expect(ComplaintKind::unknown_id,
         {{[&](Said&) { refused(draft.put({}, KeyK)); }, "Draft::put" + none},
          {[&](Said&) { refused(draft.can_put({}, KeyK)); }, "Draft::can_put" + none},
          {[&](Said&) { refused(draft.set({}, {})); }, "Draft::set" + none},
          {[&](Said&) { refused(draft.clear({})); }, "Draft::clear" + none},
          {[&](Said&) { refused(draft.reset(ActionId::none)); }, "Draft::reset" + none},
          {[&](Said&) { EXPECT_TRUE(draft.controls({}).empty()); }, "Draft::controls" + none},
          {[&](Said&) { EXPECT_TRUE(draft.shadows({}, KeyK).empty()); }, "Draft::shadows" + none},
          {[&](Said&) { refused(draft.clear({.action = ActionId{2}, .context = ContextId{7}})); },
           "Draft::clear: no context has the number 7; the playbook has 2, from 0"},
          {[&](Said&) { menu.ask({}); }, "RemapMenu::ask" + none},
          {[&](Said&) { menu.clear({}); }, "Draft::clear" + none},
          {[&](Said&) { menu.reset(ActionId::none); }, "Draft::reset" + none},
          {[&](Said&) { EXPECT_EQ(menu.name_of({}), ""); }, "Playbook::action" + none}});
  EXPECT_FALSE(draft.is_changed());
  EXPECT_EQ(menu.message(), "there is no such action or context");
}

TEST_F(Said, OfADeviceThatIsGoneAsADoubt) {
  hub.unplug(pad, 1ms);
  hub.update(1ms);
  hub.give(pad, tug);
  EXPECT_EQ(heard.take(), (Sentences{"doubt: Hub::give: was given gamepad 1, which is unplugged"}));
  hub.unplug(pad, 2ms);
  EXPECT_EQ(heard.take(), Sentences{}) << "twice unplugged is once";
}

// ---- functions and values

TEST_F(Said, OfEmptyFunctions) {
  HandlerSet handlers;
  const Button horn = book.button("horn");
  expect(ComplaintKind::empty_function,
         {{[&](Said&) { handlers.on_press(horn, nullptr); },
           "HandlerSet::on_press: was given an empty function, which is not called"},
          {[&](Said& s) { handlers.on(s.book.vector("steer"), {}); },
           "HandlerSet::on: was given an empty function, which is not called"},
          {[](Said& s) { EXPECT_EQ(s.tug.add_interceptor(nullptr), InterceptorId::none); },
           "Seat::add_interceptor: was given an empty function, which is not called"},
          {[](Said& s) { s.hub.set_custom("cube", {}); },
           R"(Hub::set_custom: was given an empty function for "cube")"},
          {[](Said& s) { EXPECT_EQ(s.hub.on_step({}), ListenerId::none); },
           "Hub::on_step: was given an empty function, which is not called; see "
           "Hub::remove_listener"}});
  handlers.attach(tug);
  tug.enter("helm");
  feed(keyboard, Space, 1);
  hub.update(1ms);
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
       {[](Said& s) {
          s.hub.set_part(s.tug, {0, 0, 1, -1});
        },
        "Hub::set_part: a part of 1 by -1 of the window has no size"},
       {[&](Said&) { draft.tune({.action = "hron", .sensitivity = 2.0F}); },
        R"(Draft::tune: there is no action "hron"; did you mean "horn"?)"}});
  EXPECT_EQ(hub.seats().size(), 1U);
  EXPECT_EQ(hub.rules().most_players, 4U);
  EXPECT_FALSE(draft.is_changed());
}

TEST_F(Said, OfNumbersThatAreNone) {
  const Vector steer = book.vector("steer");
  tug.add_interceptor([&](Incoming& incoming) { incoming.set(steer, {not_a_number, 0}); });
  hub.update(1ms);
  EXPECT_EQ(heard.take(), (Sentences{"Incoming::set: was given a value that is not a number"}));
  EXPECT_EQ(tug.read(steer).value, Vec2{});
  tug.enter("helm");
  hub.set_custom("cube", [](Vec2) { return Vec2{not_a_number, 0}; });
  feed(pad, PadRightStick, 0.5F, 0, 2ms);
  hub.update(1ms);
  EXPECT_EQ(heard.take(), (Sentences{"Incoming::set: was given a value that is not a number"}));
  hub.update(2ms);
  EXPECT_EQ(
      heard.take().front(),
      R"(Hub::set_custom: the function "cube" gave what is not a number, for x = 0.411765 and y = 0)");
}

// ---- calls where they are not allowed

TEST_F(Said, OfHubCallsFromAnInterceptor) {
  std::function<void()> call;
  tug.add_interceptor([&](Incoming&) { call(); });
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

// ---- the voice itself

TEST(Voice, TellsAListenerEveryTimeOnTheThreadOfTheMistake) {
  Complaints heard;
  const Playbook book = make(harbour());
  std::thread other{[&] {
    for (int i = 0; i < 3; ++i) (void)book.button("hron");
  }};
  other.join();
  EXPECT_EQ(heard.take().size(), 3U);
}

TEST(Voice, AnyThreadMaySetTheListenerAtAnyTime) {
  Complaints heard;
  const Playbook book = make(harbour());
  std::vector<std::thread> threads;
  for (int i = 0; i < 4; ++i) {
    threads.emplace_back([&] {
      for (int round = 0; round < 100; ++round) {
        on_complaint([](const Complaint& it) { EXPECT_FALSE(it.sentence.empty()); });
        (void)book.button("hron");
      }
    });
  }
  for (std::thread& it : threads) it.join();
}

TEST(Voice, AnEmptyFunctionMeansSilence) {
  Complaints heard;
  const ComplaintListener before = on_complaint({});
  ::testing::internal::CaptureStderr();
  (void)make(harbour()).button("hron");
  on_complaint(before);
  EXPECT_EQ(::testing::internal::GetCapturedStderr(), "");
  EXPECT_EQ(heard.take(), Sentences{});
}

TEST(VoiceDeathTest, WithoutAListenerEachSentenceIsPrintedOnceUpToABound) {
  const auto print = [](const std::string& sentence) {
    print_complaint({.is_doubt = true, .sentence = sentence});
  };
  EXPECT_EXIT(
      {
        for (int i = 0; i < 300; ++i) {
          print(std::string(static_cast<std::size_t>(i) + 1, 'a'));
          print("a");
        }
        std::exit(0);
      },
      ::testing::ExitedWithCode(0),
      "^next move: a\nnext move: aa\nnext move: aaa\n(.|\n)*\nnext move: a{256}\n"
      "next move: more complaints than these are not printed; see on_complaint\n$");
}

TEST(VoiceDeathTest, OneMistakeWithEverNewNumbersDoesNotTakeTheWordsFromOthers) {
  EXPECT_EXIT(
      {
        for (int i = 0; i < 300; ++i) {
          print_complaint({.is_doubt = true, .sentence = "at " + std::to_string(i) + " s"});
        }
        print_complaint({.is_doubt = true, .sentence = "another"});
        std::exit(0);
      },
      ::testing::ExitedWithCode(0),
      "^next move: at 0 s\nnext move: at 1 s\nnext move: at 2 s\nnext move: another\n$");
}

TEST(Voice, WhatAListenerDoesWrongIsPrinted) {
  const Playbook book = make(harbour());
  const ComplaintListener before = on_complaint([&](const Complaint&) {
    core::doubt(ComplaintKind::wrong_value, "Game::log", "the file is full");
  });
  ::testing::internal::CaptureStderr();
  (void)book.button("hron");
  on_complaint(before);
  EXPECT_EQ(::testing::internal::GetCapturedStderr(), "next move: Game::log: the file is full\n");
}

TEST(Voice, SentencesArePrintable) {
  Complaints heard;
  (void)make(harbour()).button("h\x1b[31m\n");
  EXPECT_EQ(heard.take(), (Sentences{"Playbook::button: the playbook has no button \"h?[31m?\""}));
}

TEST(VoiceDeathTest, AResultWithoutAValueStopsEveryBuild) {
  Result<Playbook> none;
  none.diagnostics = {{Severity::error, "harbour.toml", {3, 9}, "there is no action \"hron\"", ""}};
  EXPECT_DEATH((void)none->title(),
               "next move: Result: there is no value to take; ask `if \\(result\\)` first. "
               "harbour.toml:3:9: error: there is no action \"hron\"");
}

TEST(VoiceDeathTest, ARehearsalFailsAtAComplaint) {
  EXPECT_DEATH(
      {
        testing::Rehearsal rehearsal{make(harbour())};
        rehearsal.seat().enter("hlem");
      },
      "next move: Seat::enter: the playbook has no context \"hlem\"; did you mean \"helm\"?");
}

}  // namespace
}  // namespace nextmove::support
