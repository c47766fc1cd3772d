// What the check warns of: playbooks that are right line by line and odd as a whole.
#include "support/playbooks.hpp"

namespace nextmove::support {
namespace {

using enum Control;
using Bindings = std::vector<BindingDefinition>;

/// A helm where Shift shouts; with the schemes and the bindings of a case.
PlaybookDefinition helm(std::vector<SchemeDefinition> schemes, Bindings bindings) {
  return {.actions = {{.name = "steer", .kind = ActionKind::axis},
                      {.name = "look", .kind = ActionKind::motion},
                      {.name = "horn"},
                      {.name = "save"},
                      {.name = "shout"}},
          .schemes = std::move(schemes),
          .contexts = {{.name = "helm", .bindings = std::move(bindings)}}};
}

std::vector<std::string> warnings_of(const PlaybookDefinition& definition) {
  std::vector<std::string> told;
  for (const Diagnostic& it : check(definition)) {
    const bool is_unbound = it.message.find("nothing drives") == 0;
    if (is_unbound) continue;
    EXPECT_EQ(it.severity, Severity::warning) << it.message;
    told.push_back(it.message);
  }
  return told;
}

// All of the helm's actions that a case is not about.
Bindings with_rest(Bindings bindings) {
  for (const char* action : {"steer", "look", "horn", "save", "shout"}) {
    const bool is_there = std::any_of(bindings.begin(), bindings.end(),
                                      [&](const auto& it) { return it.action == action; });
    if (!is_there) bindings.push_back({.action = action});
  }
  return bindings;
}

SchemeDefinition scheme(std::string name, std::vector<DeviceKind> needs, Control join,
                        bool shares = false) {
  return {
      .name = std::move(name), .needs = std::move(needs), .shares_devices = shares, .join = join};
}

const SchemeDefinition scheme_desk = scheme("desk", {DeviceKind::keyboard}, Space);
const SchemeDefinition scheme_arrows = scheme("arrows", {DeviceKind::keyboard}, Enter);
const SchemeDefinition scheme_pad = scheme("pad", {DeviceKind::gamepad}, PadStart);
const SchemeDefinition scheme_left = scheme("left", {DeviceKind::keyboard}, KeyE, true);
const SchemeDefinition scheme_right = scheme("right", {DeviceKind::keyboard}, Enter, true);

struct Odd {
  const char* name;
  std::vector<SchemeDefinition> schemes;
  Bindings bindings;
  std::vector<std::string> warnings;
};

void PrintTo(const Odd& odd, std::ostream* out) {
  *out << odd.name;
}

struct OddAsAWhole : ::testing::TestWithParam<Odd> {};

TEST_P(OddAsAWhole, IsWarnedOf) {
  const Odd& odd = GetParam();
  EXPECT_EQ(warnings_of(helm(odd.schemes, with_rest(odd.bindings))), odd.warnings);
}

INSTANTIATE_TEST_SUITE_P(
    Of, OddAsAWhole,
    ::testing::Values(
        Odd{"device_of_no_scheme",
            {scheme_desk},
            {{.action = "horn", .control = Space}, {.action = "look", .control = MouseMotion}},
            {"no scheme hears MouseMotion here; none of them uses a mouse"}},
        Odd{"unnamed_under_sharers",
            {scheme_left, scheme_right},
            {{.action = "horn", .control = Space},
             {.action = "save", .control = KeyS, .schemes = {"left"}},
             {.action = "save", .control = KeyK, .schemes = {"right"}}},
            {"no scheme hears Space here; those that use a keyboard share it, and hear only what "
             "names them"}},
        Odd{"scheme_that_hears_nothing",
            {scheme_desk, scheme_pad},
            {{.action = "horn", .control = Space}},
            {"scheme \"pad\" hears no action; nothing is bound on what it uses"}},
        Odd{"scale_that_is_cut_off",
            {},
            {{.action = "steer", .more = KeyD, .less = KeyA, .shaping = {.scale = 2}}},
            {"scale = 2 does nothing to KeyA, which is 1 already; more is cut off"}},
        Odd{"scale_that_counts",
            {},
            {{.action = "steer", .control = PadLeftStickX, .shaping = {.scale = 2}},
             {.action = "steer", .more = KeyD, .less = KeyA, .shaping = {.scale = 0.5F}},
             {.action = "look", .control = MouseMotion, .shaping = {.scale = 2}}},
            {}},
        Odd{"shift_that_means_something",
            {},
            {{.action = "shout", .control = ShiftLeft},
             {.action = "horn", .control = KeyS},
             {.action = "save", .control = KeyS, .with = {ShiftLeft}}},
            {"while ShiftLeft is down for \"shout\", KeyS does \"save\" and not \"horn\""}},
        Odd{"shift_that_means_nothing",
            {},
            {{.action = "horn", .control = KeyS},
             {.action = "save", .control = KeyS, .with = {ShiftLeft}}},
            {}},
        Odd{"shift_of_another_scheme",
            {scheme_desk, scheme_pad},
            {{.action = "shout", .control = PadLeftShoulder},
             {.action = "horn", .control = KeyS},
             {.action = "save", .control = KeyS, .with = {PadLeftShoulder}}},
            {}},
        Odd{"one_key_for_two_players",
            {scheme_left, scheme_right},
            {{.action = "horn", .control = KeyH, .schemes = {"left", "right"}}},
            {"KeyH is heard under \"left\" and \"right\", who share the device: one press does it "
             "for both players"}},
        Odd{"one_key_in_two_bindings",
            {scheme_left, scheme_right},
            {{.action = "horn", .control = KeyH, .schemes = {"left"}},
             {.action = "save", .control = KeyH, .schemes = {"right"}}},
            {"KeyH is heard under \"left\" and \"right\", who share the device: one press does it "
             "for both players"}},
        Odd{"sharers_that_do_not_say_so",
            {scheme_desk, scheme_arrows},
            {{.action = "horn", .control = KeyH, .schemes = {"desk"}},
             {.action = "horn", .control = ArrowUp, .schemes = {"arrows"}}},
            {"schemes \"desk\" and \"arrows\" join at the same keyboard and do not share it, so "
             "that "
             "only one of them plays; for two players write shares_devices = true in both"}},
        Odd{"one_who_has_all_and_two_who_share",
            {scheme_desk, scheme_left, scheme_right},
            {{.action = "horn", .control = KeyH, .schemes = {"left"}},
             {.action = "horn", .control = KeyJ, .schemes = {"right", "desk"}}},
            {}}),
    [](const auto& it) { return std::string{it.param.name}; });

TEST(Check, WarnsOfNothingInAGoodPlaybook) {
  EXPECT_EQ(warnings_of(harbour()), std::vector<std::string>{});
}

}  // namespace
}  // namespace nextmove::support
