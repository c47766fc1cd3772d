// next-move: look at playbooks and play recordings, from the command line.
#include <CLI/CLI.hpp>
#include <algorithm>
#include <array>
#include <fmt/core.h>

#include <nextmove/nextmove.hpp>

#include "commands.hpp"

namespace {

struct Arguments {
  std::string playbook;
  std::string recording;
  std::string word;
  std::string action;
  std::string output;
  std::string name_space;
  bool json = false;
};

CLI::App* add_command(CLI::App& app, Arguments& arguments, const std::string& name,
                      const std::string& what, const std::string& example) {
  CLI::App* command = app.add_subcommand(name, what);
  command->add_flag("--json", arguments.json, "print JSON, for programs");
  command->footer("Example:\n  " + example);
  return command;
}

void add_playbook(CLI::App* command, Arguments& arguments) {
  command->add_option("playbook", arguments.playbook, "a playbook file (TOML)")
      ->required()
      ->type_name("FILE");
}

constexpr std::array<std::string_view, 8> command_names = {"check", "show",   "play",   "controls",
                                                           "curve", "header", "schema", "demo"};

// CLI11 would only say that a command is missing.
bool is_unknown_command(std::string_view name) {
  return !name.empty() && name.front() != '-' &&
         std::find(command_names.begin(), command_names.end(), name) == command_names.end();
}

// Runs the command that was named; the exit code.
int run(CLI::App& app, int argc, char** argv) {
  Arguments arguments;
  int code = exit_fine;

  CLI::App* check = add_command(app, arguments, "check", "look for problems in a playbook",
                                "next-move check examples/data/tidewater.toml");
  add_playbook(check, arguments);
  check->callback([&] { code = check_command(arguments.playbook, arguments.json); });

  CLI::App* show = add_command(app, arguments, "show", "list the actions and what drives them",
                               "next-move show examples/data/tidewater.toml");
  add_playbook(show, arguments);
  show->callback([&] { code = show_command(arguments.playbook, arguments.json); });

  CLI::App* play = add_command(
      app, arguments, "play", "play a recording through a playbook and print the readings",
      "next-move play examples/data/tidewater.toml examples/data/harbour.jsonl");
  add_playbook(play, arguments);
  play->add_option("recording", arguments.recording, "a recording (JSON Lines)")
      ->required()
      ->type_name("FILE");
  play->callback(
      [&] { code = play_command(arguments.playbook, arguments.recording, arguments.json); });

  CLI::App* controls = add_command(app, arguments, "controls", "list the names of the controls",
                                   "next-move controls stick");
  controls->add_option("word", arguments.word, "only those with this word in their name or device")
      ->type_name("WORD");
  controls->callback([&] { code = controls_command(arguments.word, arguments.json); });

  CLI::App* curve =
      add_command(app, arguments, "curve", "show what shaping does to a stick or a trigger",
                  "next-move curve examples/data/tidewater.toml steer -o steer.png");
  add_playbook(curve, arguments);
  curve->add_option("action", arguments.action, "an axis, a vector or a motion")
      ->required()
      ->type_name("ACTION");
  curve->add_option("-o,--output", arguments.output, "draw it as well")
      ->type_name("FILE.png|FILE.svg");
  curve->callback([&] {
    code = curve_command(arguments.playbook, arguments.action, arguments.output, arguments.json);
  });

  CLI::App* header = app.add_subcommand("header", "write the typed handles of a playbook for C++");
  header->footer(
      "Example:\n  next-move header examples/data/tidewater.toml -o tidewater_actions.hpp");
  add_playbook(header, arguments);
  header->add_option("-o,--output", arguments.output, "instead of standard output")
      ->type_name("FILE");
  header->add_option("--namespace", arguments.name_space, "instead of one after the title")
      ->type_name("NAME");
  header->callback(
      [&] { code = header_command(arguments.playbook, arguments.name_space, arguments.output); });

  CLI::App* schema =
      app.add_subcommand("schema", "print the JSON Schema of playbooks, for editors");
  schema->footer("Example:\n  next-move schema > playbook.schema.json");
  schema->callback([&] { code = schema_command(); });

  CLI::App* demo =
      add_command(app, arguments, "demo", "play the bundled recording and tell what happened",
                  "next-move demo");
  demo->callback([&] { code = demo_command(arguments.json); });

  if (const std::string name = argc > 1 ? argv[1] : ""; is_unknown_command(name)) {
    fmt::print(stderr, "next-move: unknown command \"{}\"{}\nTry: next-move --help\n",
               nextmove::printable(name), nextmove::did_you_mean(name, command_names));
    return exit_usage;
  }
  app.parse(argc, argv);
  return code;
}

}  // namespace

int main(int argc, char** argv) {
  CLI::App app{"Next Move: named actions for games. Looks at playbooks and plays recordings.",
               "next-move"};
  app.set_version_flag("--version", std::string{nextmove::version});
  app.require_subcommand(1);
  app.footer(
      "Exit codes: 0 fine, 1 problems in the input, 2 wrong usage.\n"
      "Example:\n  next-move demo");
  try {
    return run(app, argc, argv);
  } catch (const CLI::Success& wanted) {
    return app.exit(wanted);  // --help, --version
  } catch (const CLI::ParseError& wrong) {
    fmt::print(stderr, "next-move: {}\nTry: next-move --help\n", wrong.what());
    return exit_usage;
  } catch (const std::exception& failure) {
    fmt::print(stderr, "next-move: {}\n", failure.what());
    return exit_problems;
  }
}
