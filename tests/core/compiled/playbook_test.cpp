#include "support/playbooks.hpp"

namespace nextmove::support {
namespace {

template <class Handle>
concept ReadsAValue = requires(const Seat& seat, Handle handle) {
  seat.read(handle).value;
};
template <class Handle>
concept ReadsAPress = requires(const Seat& seat, Handle handle) {
  seat.read(handle).pressed;
};

static_assert(ReadsAPress<Button> && !ReadsAValue<Button>, "a button is no vector");
static_assert(ReadsAValue<Vector> && !ReadsAPress<Vector>, "a vector is no button");
static_assert(!std::is_convertible_v<Button, Vector> && !std::is_convertible_v<Axis, Vector>);

std::vector<std::string> problems_of(const PlaybookDefinition& definition) {
  std::vector<std::string> texts;
  for (const Diagnostic& problem : check(definition)) texts.push_back(problem.message);
  return texts;
}

PlaybookDefinition one_action(ActionKind kind, BindingDefinition binding) {
  binding.action = "it";
  return {.actions = {{.name = "it", .kind = kind}},
          .contexts = {{.name = "helm", .bindings = {std::move(binding)}}}};
}

using Problems = std::vector<std::string>;

TEST(Playbooks, FindActionsAndContextsByName) {
  const Playbook book = make(harbour());
  EXPECT_EQ(book.action(book.button("horn").id).name, "horn");
  EXPECT_EQ(book.find_action("steer"), book.vector("steer").id);
  EXPECT_FALSE(book.find_action("lamp"));
  EXPECT_EQ(book.context(*book.find_context("chart")).rank, 10);
  EXPECT_FALSE(book.find_context("crane"));
}

TEST(Check, FindsNothingWrongWithAGoodPlaybook) {
  EXPECT_EQ(problems_of(harbour()), Problems{});
}

TEST(Check, NamesMustBeNamesAndStandOnce) {
  EXPECT_EQ(
      problems_of(
          {.actions = {{.name = "sound horn"}, {.name = "2nd"}, {.name = ""}},
           .contexts = {{.name = "helm",
                         .bindings = {{.action = "sound horn"}, {.action = "2nd"}, {.action = ""}}},
                        {.name = "helm"}}}),
      (Problems{"\"sound horn\" is no name; use letters, digits and _",
                "\"2nd\" is no name; use letters, digits and _",
                "\"\" is no name; use letters, digits and _",
                "context \"helm\" is defined twice"}));
  EXPECT_EQ(problems_of({.actions = {{.name = "horn"}, {.name = "horn"}},
                         .contexts = {{.name = "helm", .bindings = {{.action = "horn"}}}}}),
            (Problems{"action \"horn\" is defined twice"}));
}

TEST(Check, NamesAndLabelsAreNoLongerThanAnybodyReads) {
  const std::string name(201, 'a');
  EXPECT_EQ(problems_of({.title = std::string(1001, 't'),
                         .actions = {{.name = name, .label = std::string(1001, 'l')}},
                         .contexts = {{.name = "helm", .bindings = {{.action = name}}}}}),
            (Problems{"this title is longer than 1000 bytes: \"tttttttttttttttttttt\" and so on",
                      "this name is longer than 200 bytes: \"aaaaaaaaaaaaaaaaaaaa\" and so on",
                      "this label is longer than 1000 bytes: \"llllllllllllllllllll\" and so on"}));
}

TEST(Check, TheNumbersOfThingsAreBounded) {
  PlaybookDefinition definition;
  for (int i = 0; i <= 1000; ++i) {
    definition.contexts.push_back({.name = 'c' + std::to_string(i)});
    definition.mutes.push_back({.name = 'm' + std::to_string(i), .is_everything_but = true});
  }
  EXPECT_EQ(problems_of(definition),
            (Problems{"there are more than 1000 mutes", "there are more than 1000 contexts"}));
}

TEST(Check, RefusesMoreActionsThanCanBeNumbered) {
  PlaybookDefinition book;
  for (int i = 0; i < 66'000; ++i) book.actions.push_back({.name = "a" + std::to_string(i)});
  book.contexts = {{.name = "helm", .bindings = {{.action = "a65999", .control = Control::KeyA}}}};
  EXPECT_EQ(problems_of(book).front(), "there are more than 60000 actions");
  EXPECT_FALSE(make_playbook(book));
}

TEST(Check, AnActionThatNothingDrivesIsTold) {
  EXPECT_EQ(problems_of({.actions = {{.name = "winch"}}}),
            (Problems{"nothing drives action \"winch\"; bind it in a context, or write winch = [] "
                      "there if it is meant to start out unbound"}));
}

TEST(Check, ABindingWithoutControlsMeansToStartOutUnbound) {
  EXPECT_EQ(problems_of(one_action(ActionKind::button, {})), Problems{});
}

TEST(Check, AnUnknownActionGetsTheNearestName) {
  EXPECT_EQ(problems_of({.actions = {{.name = "horn"}},
                         .contexts = {{.name = "helm",
                                       .bindings = {{.action = "horn"}, {.action = "hron"}}}}}),
            (Problems{"there is no action \"hron\"; did you mean \"horn\"?"}));
}

TEST(Check, DirectionsMustBelongToTheKind) {
  EXPECT_EQ(problems_of(one_action(ActionKind::axis, {.up = Control::KeyW})),
            (Problems{"\"it\" is an axis and has no direction \"up\"; an axis takes an axis of a "
                      "stick or of the wheel, a trigger, or more = and less ="}));
  EXPECT_EQ(problems_of(one_action(ActionKind::button, {.more = Control::KeyW})),
            (Problems{"\"it\" is a button and has no direction \"more\"; a button takes a key, a "
                      "button, a trigger, or one direction of a stick or of the wheel"}));
}

TEST(Check, AControlMustFitWhatItDrives) {
  EXPECT_EQ(
      problems_of(one_action(ActionKind::vector, {.control = Control::Space})),
      (Problems{"Space cannot drive the vector \"it\"; a vector takes a stick, the wheel, or up =, "
                "down =, left = and right ="}));
  EXPECT_EQ(problems_of(one_action(ActionKind::vector, {.up = Control::PadLeftStick})),
            (Problems{"PadLeftStick has more than one direction of its own; one direction takes a "
                      "key, a button, a trigger or one half of a stick"}));
  EXPECT_EQ(problems_of(one_action(ActionKind::vector,
                                   {.control = Control::PadLeftStick, .up = Control::KeyW})),
            (Problems{"a binding has either a control or directions; write two bindings"}));
}

TEST(Check, NumbersMustLieInTheirRanges) {
  EXPECT_EQ(problems_of(one_action(ActionKind::vector, {.control = Control::PadLeftStick,
                                                        .shaping = {.dead_zone = 1.0F}})),
            (Problems{"dead_zone must lie between 0 and 0.95"}));
  EXPECT_EQ(problems_of(one_action(ActionKind::button,
                                   {.control = Control::PadLeftTrigger,
                                    .thresholds = {.press_at = 0.3F, .release_at = 0.4F}})),
            (Problems{"the thresholds must keep 0 < release_at <= press_at <= 1"}));
  EXPECT_EQ(problems_of(one_action(ActionKind::button,
                                   {.control = Control::Space, .shaping = {.dead_zone = 0.1F}})),
            (Problems{"a button takes no shaping; press_at and release_at say when it is down"}));
  EXPECT_EQ(problems_of(one_action(ActionKind::axis, {.control = Control::PadLeftTrigger,
                                                      .thresholds = {.press_at = 0.6F}})),
            (Problems{"press_at and release_at are for buttons; use dead_zone here"}));
}

PlaybookDefinition two_actions(Control first, Control second) {
  return {.actions = {{.name = "one"}, {.name = "two"}},
          .contexts = {{.name = "helm",
                        .bindings = {{.action = "one", .control = first},
                                     {.action = "two", .control = second}}}}};
}

TEST(Check, AControlDrivesOneActionInAContext) {
  EXPECT_EQ(problems_of(two_actions(Control::Space, Control::Space)),
            (Problems{"Space drives both \"one\" and \"two\" in context \"helm\""}));
  EXPECT_EQ(problems_of(two_actions(Control::PadLeftStickUp, Control::PadLeftStickDown)),
            Problems{});
  EXPECT_EQ(
      problems_of({.actions = {{.name = "horn"}},
                   .contexts = {{.name = "helm",
                                 .bindings = {{.action = "horn", .control = Control::Space},
                                              {.action = "horn", .control = Control::Space}}}}}),
      (Problems{"Space drives \"horn\" twice in context \"helm\""}));
}

TEST(Check, AStickAndItsHalvesAreTheSameControl) {
  EXPECT_EQ(
      problems_of(
          {.actions = {{.name = "steer", .kind = ActionKind::vector}, {.name = "nod"}},
           .contexts = {{.name = "helm",
                         .bindings = {{.action = "steer", .control = Control::PadLeftStick},
                                      {.action = "nod", .control = Control::PadLeftStickUp}}}}}),
      (Problems{"PadLeftStickUp drives both \"steer\" and \"nod\" in context \"helm\""}));
}

TEST(Check, APlaybookWithErrorsIsNeverMade) {
  const Result<Playbook> made = make_playbook(two_actions(Control::Space, Control::Space));
  EXPECT_FALSE(made);
  EXPECT_TRUE(has_errors(made.diagnostics));
}

TEST(Diagnostics, ShowTheSourceLineWithAMark) {
  EXPECT_EQ(to_string(Diagnostic{Severity::error,
                                 "a.toml",
                                 {12, 9, 6},
                                 "unknown control \"KeyWW\"",
                                 "horn = [\"KeyWW\"]"}),
            "a.toml:12:9: error: unknown control \"KeyWW\"\n"
            "  12 | horn = [\"KeyWW\"]\n"
            "     |         ^~~~~~");
  EXPECT_EQ(to_string(Diagnostic{Severity::warning, "", {}, "odd", ""}), "warning: odd");
}

TEST(Diagnostics, NothingThatATerminalWouldObeyIsShown) {
  EXPECT_EQ(printable("a\tb\x1b[31m\x7f"), "a b?[31m?");
  EXPECT_EQ(printable("Hafen Ö 海 \xc2\x9b"), "Hafen Ö 海 ?");
  EXPECT_EQ(printable("\xff\xc0\xaf\xed\xa0\x80|"), "??????|");
  EXPECT_EQ(printable("cut \xe6\xb5"), "cut ??");
}

}  // namespace
}  // namespace nextmove::support
