#include <random>

#include <nextmove/playbook_file.hpp>

#include "support/playbooks.hpp"
#include "support/process.hpp"

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
  for (const Diagnostic& problem : again.diagnostics) ADD_FAILURE() << to_string(problem);
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
  const unsigned seed = std::random_device{}();
  SCOPED_TRACE("seed " + std::to_string(seed));
  std::mt19937 random{seed};
  const auto below = [&](int n) { return std::uniform_int_distribution{0, n - 1}(random); };
  const auto fraction = [&] { return std::uniform_real_distribution<float>{0.01F, 0.95F}(random); };
  for (int round = 0; round < 300; ++round) {
    PlaybookDefinition definition{.title = "Round " + std::to_string(round)};
    for (int i = 0; i < 5; ++i) {
      definition.actions.push_back({.name = "action" + std::to_string(i),
                                    .kind = static_cast<ActionKind>(below(3)),
                                    .label = below(2) == 0 ? "" : "Label"});
    }
    for (int c = 0; c < 3; ++c) {
      ContextDefinition context{.name = "context" + std::to_string(c), .rank = below(20) - 10};
      if (below(3) == 0) context.blocks = {DeviceKind::mouse, DeviceKind::touch};
      int key = static_cast<int>(Control::KeyA);  // each key once in a context
      const auto next_key = [&] { return static_cast<Control>(key++); };
      for (const ActionDefinition& action : definition.actions) {
        BindingDefinition binding{.action = action.name, .pass_on = below(2) == 0};
        if (action.kind == ActionKind::button) {
          binding.control = next_key();
          binding.thresholds.press_at = fraction();
          binding.thresholds.release_at = binding.thresholds.press_at * 0.9F;
        } else {
          if (below(2) == 0) binding.shaping.dead_zone = fraction() / 2;
          if (below(2) == 0) binding.shaping.outer_dead_zone = fraction() / 2;
          if (below(2) == 0) binding.shaping.scale = fraction() * 10;
          if (below(3) == 0) binding.shaping.curve.power = fraction() + 0.1F;
          if (below(3) == 0) {
            binding.shaping.curve = {.points = {{0, fraction()}, {fraction(), fraction()}, {1, 1}}};
          }
          binding.shaping.invert_x = below(2) == 0;
          binding.shaping.invert_y = below(2) == 0;
          for (const Direction& direction : directions()) {
            if (direction.kind == action.kind) binding.*direction.control = next_key();
          }
        }
        context.bindings.push_back(binding);
      }
      definition.contexts.push_back(context);
    }
    expect_reads_back_equal(definition);
  }
}

}  // namespace
}  // namespace nextmove::support
