#include <random>

#include <nextmove/playbook_file.hpp>

#include "support/chance.hpp"
#include "support/playbooks.hpp"
#include "support/random_playbook.hpp"

namespace nextmove::support {
namespace {

PlaybookDefinition harbour_with_mutes() {
  PlaybookDefinition definition = harbour();
  definition.mutes = {{.name = "radio_call", .actions = {"steer", "horn"}},
                      {.name = "cutscene", .is_everything_but = true},
                      {.name = "fog", .actions = {"horn"}, .is_everything_but = true}};
  return definition;
}

void expect_reads_back_equal(const PlaybookDefinition& definition) {
  const std::string text = to_toml(definition);
  const Result<Playbook> again = parse_playbook(text);
  for (const Diagnostic& problem : again.diagnostics) {
    if (problem.severity == Severity::error) ADD_FAILURE() << to_string(problem);
  }
  ASSERT_TRUE(again) << text;
  EXPECT_EQ(again->definition(), definition) << text;
}

TEST(PlaybookWriter, WritesTheShortFormWhereItCan) {
  EXPECT_EQ(to_toml({.title = "Small",
                     .actions = {{.name = "horn", .label = "Horn"}, {.name = "lamp"}},
                     .contexts = {{.name = "helm",
                                   .bindings = {{.action = "horn", .control = Control::Space},
                                                {.action = "horn", .control = Control::PadSouth},
                                                {.action = "lamp"}}}}}),
            "format = 1\n"
            "title = \"Small\"\n"
            "\n"
            "[actions]\n"
            "horn = { kind = \"button\", label = \"Horn\" }\n"
            "lamp = { kind = \"button\" }\n"
            "\n"
            "[contexts.helm]\n"
            "rank = 0\n"
            "\n"
            "[contexts.helm.bind]\n"
            "horn = [\"Space\", \"PadSouth\"]\n"
            "lamp = []\n");
}

TEST(PlaybookWriter, WhatItWritesReadsBackEqual) {
  expect_reads_back_equal(harbour_with_mutes());
}

TEST(PlaybookWriter, WhatPlayersMayRemapReadsBackEqual) {
  PlaybookDefinition definition = harbour();
  definition.reserved = {Control::F12, Control::PadLeftStick};
  definition.actions[2].is_fixed = true;
  definition.actions[3].is_required = true;
  definition.actions[4].takes_with = true;
  expect_reads_back_equal(definition);
}

TEST(PlaybookWriter, TheDemoPlaybookReadsBackEqual) {
  const Result<Playbook> book = load_playbook(NEXTMOVE_EXAMPLE_DATA "/tidewater.toml");
  ASSERT_TRUE(book);
  expect_reads_back_equal(book->definition());
}

TEST(PlaybookWriter, TextsOfAnyKindSurvive) {
  PlaybookDefinition definition = harbour();
  definition.title = "\"quoted\" \\ back\nnew line\ttab \x01\x7f Nebel über dem Hafen 海";
  definition.actions[0].label = "\x1b[31m";
  expect_reads_back_equal(definition);
}

TEST(PlaybookWriter, RandomPlaybooksReadBackEqual) {
  std::mt19937 random = chance();
  for (int round = 0; round < rounds(300); ++round) {
    expect_reads_back_equal(make(random_playbook(random, false)).definition());
  }
}

}  // namespace
}  // namespace nextmove::support
