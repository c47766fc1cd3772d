// What is said of names, handles and numbers, to the letter, and that the call had no effect.
// Also built against the installed library, so only what is public is used here.
#include "support/said.hpp"

namespace nextmove::support {
namespace {

using enum Control;

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
  other.add_interceptor("aid", [&](Incoming& incoming) { incoming.set(sail, {1, 0}); });
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

}  // namespace
}  // namespace nextmove::support
