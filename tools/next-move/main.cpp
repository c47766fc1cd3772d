// next-move: look at playbooks and play recordings, from the command line.
#include <CLI/CLI.hpp>
#include <algorithm>
#include <array>
#include <fmt/core.h>

#include <nextmove/nextmove.hpp>
#include <nextmove/playbook_header.hpp>

#include "commands.hpp"
#include "moments.hpp"

namespace {

constexpr std::array<std::string_view, 16> command_names = {
    "check",    "show",     "prompt", "play", "explain", "remap",  "profile", "seats",
    "rollover", "controls", "curve",  "draw", "icons",   "header", "schema",  "demo"};

// CLI11 would only say that a command is missing.
bool is_unknown_command(std::string_view name) {
  return !name.empty() && name.front() != '-' &&
         std::find(command_names.begin(), command_names.end(), name) == command_names.end();
}

/// The commands, and what was said on the command line.
class Program {
 public:
  explicit Program(CLI::App& app) : app_(app) {
    add_playbook_commands();
    add_play();
    add_explain();
    add_prompt();
    add_remap();
    add_profile();
    add_seats();
    add_rollover();
    add_curve();
    add_draw();
    add_icons();
    add_header();
    add_others();
  }

  /// Runs the command that was named; the exit code.
  int run(int argc, char** argv) {
    if (const std::string name = argc > 1 ? argv[1] : ""; is_unknown_command(name)) {
      fmt::print(stderr, "next-move: unknown command \"{}\"{}\nTry: next-move --help\n",
                 nextmove::printable(name), nextmove::did_you_mean(name, command_names));
      return exit_usage;
    }
    app_.parse(argc, argv);
    return code_;
  }

 private:
  CLI::App* add(const std::string& name, const std::string& what, const std::string& example) {
    CLI::App* command = app_.add_subcommand(name, what);
    command->footer("Example:\n  " + example);
    return command;
  }

  CLI::App* add_with_json(const std::string& name, const std::string& what,
                          const std::string& example) {
    CLI::App* command = add(name, what, example);
    command->add_flag("--json", json_, "print JSON, for programs");
    return command;
  }

  void add_playbook(CLI::App* command) {
    command->add_option("playbook", playbook_, "a playbook file (TOML)")
        ->required()
        ->type_name("FILE");
  }

  void add_playbook_commands() {
    CLI::App* check = add_with_json("check", "look for problems in a playbook",
                                    "next-move check examples/data/tidewater.toml");
    add_playbook(check);
    CLI::Option* icons =
        check->add_option("--icons", theme_, "also whether this icon theme has all that is needed")
            ->type_name("FILE")
            ->excludes("--json");
    check->add_option("--families", prompt_.labels.families, "more of those the theme may name")
        ->type_name("FILE")
        ->needs(icons);
    check->add_flag("--strict", is_strict_, "exit with 1 for warnings, too");
    check->callback([this] {
      code_ = check_command({playbook_, theme_, prompt_.labels.families, is_strict_, json_});
    });

    CLI::App* show = add_with_json("show", "list the actions and what drives them",
                                   "next-move show examples/data/tidewater.toml");
    add_playbook(show);
    show->add_option("--profile", profile_, "as this player has changed it")->type_name("FILE");
    show->add_option("--scheme", scheme_, "in a seat that is held to it; changes it with a profile")
        ->type_name("SCHEME");
    show->add_flag("--names", by_name_, "call controls by their names, as playbooks do");
    add_labels(show);
    show->callback([this] {
      const auto labels = by_name_ ? std::nullopt : std::optional{prompt_.labels};
      code_ = show_command(playbook_, profile_, scheme_, labels, json_);
    });
  }

  void add_play() {
    CLI::App* play =
        add_with_json("play", "play a recording through a playbook and print the readings",
                      "next-move play examples/data/tidewater.toml examples/data/harbour.jsonl");
    play->add_option("playbook", playbook_,
                     "a playbook file (TOML); left out where the recording holds its own")
        ->required()
        ->type_name("FILE");
    play->add_option("recording", play_.recording, "a recording (JSON Lines)")->type_name("FILE");
    play->add_flag("--strict", is_strict_, "refuse to play what may be other than it was");
    play->add_option("--profile", play_.profiles, "what the players have changed")
        ->type_name("[SEAT=]FILE");
    play->add_flag("--events", play_.with_events,
                   "every press and movement, not only what drove nothing");
    play->add_option("--from", from_, "only from there on: 12.3s")->type_name("SECONDS");
    play->add_option("--to", to_, "only until then")->type_name("SECONDS");
    play->add_option("--action", play_.actions, "only this one")->type_name("ACTION");
    play->add_option("--seat", play_.seat, "only this one, and what concerns no seat")
        ->type_name("SEAT");
    play->callback([this] {
      if (play_.recording.empty()) std::swap(play_.recording, playbook_);
      play_.playbook = playbook_;
      play_.is_strict = is_strict_;
      play_.json = json_;
      if (!from_.empty()) play_.from = moment_of("--from", from_);
      if (!to_.empty()) play_.to = moment_of("--to", to_);
      code_ = play_command(play_);
    });
  }

  void add_explain() {
    CLI::App* explain = add_with_json(
        "explain", "say why an action is done or not, or what became of a press",
        "next-move explain examples/data/tidewater.toml horn --context helm --context chart "
        "--press Space\n  next-move explain examples/data/tidewater.toml --context helm --press "
        "F7\n  next-move explain examples/data/tidewater.toml horn --recording "
        "examples/data/harbour.jsonl --at 5.2s");
    explain
        ->add_option("playbook", playbook_,
                     "a playbook file (TOML), or a recording (.jsonl) that holds its own")
        ->required()
        ->type_name("FILE");
    explain
        ->add_option("action", action_,
                     "which; without it, what is pressed, or all of a recording that did nothing")
        ->type_name("ACTION");
    explain->add_option("--recording", recording_, "ask what happened there")->type_name("FILE");
    explain->add_flag("--strict", is_strict_, "refuse to ask what may be other than it was");
    explain->add_option("--devices", devices_, "that the player has: keyboard,mouse,gamepad:2")
        ->delimiter(',')
        ->type_name("KIND[:N],...")
        ->default_str("keyboard,mouse,gamepad,touch");
    explain->add_option("--scheme", scheme_, "that the seat is held to")->type_name("SCHEME");
    explain->add_option("--context", prompt_.contexts, "entered, in order")->type_name("CONTEXT");
    explain
        ->add_option("--press", pressed_, "and hold, in order: Space, ShiftLeft+KeyS, Touch:horn")
        ->type_name("CONTROL");
    explain->add_option("--profile", profiles_, "what the player has changed")
        ->type_name("[SEAT=]FILE");
    explain->add_option("--at", from_, "when, in the recording: 12.3s")->type_name("SECONDS");
    explain->add_option("--seat", seat_, "only this one of the recording")->type_name("SEAT");
    explain->callback([this] { run_explain(); });
  }

  void run_explain() {
    if (recording_.empty() && is_recording(playbook_)) std::swap(recording_, playbook_);
    if (!recording_.empty()) return run_explain_recording();
    for (const char* const option : {"--at", "--seat", "--strict"}) {
      if (app_.get_subcommand("explain")->count(option) == 0) continue;
      throw CLI::ValidationError{option, "asks a recording; name one by --recording"};
    }
    if (action_.empty() && pressed_.empty()) {
      throw CLI::ValidationError{"action", "name one, or --press a control"};
    }
    if (profiles_.size() > 1) throw CLI::ValidationError{"--profile", "there is one player"};
    ExplainWish wish{playbook_,
                     action_,
                     {},
                     scheme_,
                     prompt_.contexts,
                     profiles_.empty() ? "" : profiles_.front(),
                     pressed_,
                     json_};
    const std::vector<std::string> all = {"keyboard", "mouse", "gamepad", "touch"};
    const bool are_named = app_.get_subcommand("explain")->count("--devices") != 0;
    const std::string problem = parse_devices(are_named ? devices_ : all, wish.devices);
    if (!problem.empty()) throw CLI::ValidationError{"--devices", problem};
    code_ = explain_command(wish);
  }

  void run_explain_recording() {
    for (const char* const option : {"--devices", "--scheme", "--context", "--press"}) {
      if (app_.get_subcommand("explain")->count(option) == 0) continue;
      throw CLI::ValidationError{option, "asks a playbook, not a recording"};
    }
    ExplainRecordingWish wish{playbook_, action_,   recording_, {},
                              seat_,     profiles_, is_strict_, json_};
    if (!from_.empty()) wish.at = moment_of("--at", from_);
    if (action_.empty() != !wish.at) {
      throw CLI::ValidationError{"--at", "an action and a moment go together"};
    }
    code_ = explain_recording_command(wish);
  }

  static bool is_recording(std::string_view path) { return path.ends_with(".jsonl"); }

  static nextmove::Time moment_of(const std::string& option, const std::string& word) {
    const auto moment = find_moment(word);
    if (!moment) throw CLI::ValidationError{option, word + " is no moment; write 12.3s"};
    return *moment;
  }

  void add_labels(CLI::App* command) {
    command->add_option("--layout", prompt_.labels.layout, "of the keyboard: fr, us(dvorak)")
        ->type_name("NAME");
    command->add_option("--language", prompt_.labels.language, "en, de, fr, es or ja")
        ->type_name("CODE");
    command
        ->add_option("--family", prompt_.labels.family,
                     "of the gamepad: positions, a_below, a_right, shapes, numbers")
        ->type_name("NAME");
    command->add_option("--families", prompt_.labels.families, "more of them")->type_name("FILE");
  }

  void find_device() {
    if (device_.empty()) return;
    prompt_.device = nextmove::find_device_kind(device_);
    if (!prompt_.device) {
      throw CLI::ValidationError{"--device", device_ + " is no kind of device"};
    }
  }

  void add_draw() {
    CLI::App* draw = add("draw", "draw all controls of a way to play, for the wall or the manual",
                         "next-move draw examples/data/tidewater.toml --scheme desk -o desk.png");
    add_playbook(draw);
    draw->add_option("-o,--output", output_, "a picture, or a table in Markdown")
        ->required()
        ->type_name("FILE.png|FILE.svg|FILE.md");
    draw->add_option("--scheme", prompt_.scheme, "the way to play")->type_name("SCHEME");
    draw->add_option("--device", device_,
                     "instead of what the scheme uses: keyboard, gamepad, touch")
        ->type_name("KIND");
    add_labels(draw);
    draw->add_option("--profile", prompt_.profile, "as this player has changed it")
        ->type_name("FILE");
    draw->callback([this] {
      find_device();
      code_ = draw_command(playbook_, prompt_, output_);
    });
  }

  void add_prompt() {
    CLI::App* prompt = add_with_json(
        "prompt", "say a text with prompts in it, as a player would see it",
        "next-move prompt examples/data/tidewater.toml \"Press {horn}\" --device gamepad "
        "--family shapes");
    add_playbook(prompt);
    prompt->add_option("text", text_, "with actions in braces: {horn}, {steer.up}, {horn.2}")
        ->required()
        ->type_name("TEXT");
    prompt->add_option("--device", device_, "in hand: keyboard, mouse, gamepad or touch")
        ->type_name("KIND");
    add_labels(prompt);
    prompt->add_option("--scheme", prompt_.scheme, "that the seat is held to")->type_name("SCHEME");
    prompt->add_option("--context", prompt_.contexts, "entered, in order")->type_name("CONTEXT");
    prompt->add_option("--profile", prompt_.profile, "as this player has changed it")
        ->type_name("FILE");
    prompt->callback([this] {
      find_device();
      code_ = prompt_command(playbook_, text_, prompt_, json_);
    });
  }

  void add_profile_file(CLI::App* command) {
    command->add_option("profile", profile_, "a player's profile file (TOML)")
        ->required()
        ->type_name("PROFILE");
  }

  void add_remap() {
    CLI::App* remap = add("remap", "change a player's controls of an action",
                          "next-move remap examples/data/tidewater.toml marlis.toml horn KeyH\n  "
                          "next-move remap examples/data/tidewater.toml marlis.toml steer.up KeyI");
    add_playbook(remap);
    add_profile_file(remap);
    remap->add_option("action", wish_.action, "an action, or a direction of one: steer.up")
        ->required()
        ->type_name("ACTION[.DIRECTION]");
    remap
        ->add_option("controls", wish_.controls,
                     "in place of those on the same devices; ShiftLeft+KeyS for a combination")
        ->type_name("CONTROL");
    remap->add_option("--clear", cleared_, "kinds of device that shall drive it no more")
        ->delimiter(',')
        ->type_name("KIND,...");
    remap->add_option("--context", wish_.context, "there alone; else wherever it is bound")
        ->type_name("CONTEXT");
    remap->add_option("--scheme", wish_.scheme, "for a seat that is held to it")
        ->type_name("SCHEME");
    remap->add_option("--on-clash", on_clash_, "where another action has a control already")
        ->type_name("WAY")
        ->check(CLI::IsMember({"refuse", "swap", "take_over", "keep_both"}))
        ->capture_default_str();
    remap->callback([this] {
      for (const std::string& word : cleared_) {
        const auto kind = nextmove::find_device_kind(word);
        if (!kind) throw CLI::ValidationError{"--clear", word + " is no kind of device"};
        wish_.cleared.push_back(*kind);
      }
      if (wish_.controls.empty() && wish_.cleared.empty()) {
        throw CLI::ValidationError{"controls", "name a control, or --clear a kind of device"};
      }
      wish_.on_clash = *nextmove::find_on_clash(on_clash_);
      code_ = remap_command(playbook_, profile_, wish_);
    });
  }

  void add_profile() {
    CLI::App* profile =
        add_with_json("profile", "tell what a player has changed, and what no longer fits",
                      "next-move profile examples/data/tidewater.toml marlis.toml");
    add_playbook(profile);
    add_profile_file(profile);
    profile
        ->add_option("--reset", to_reset_,
                     "first take that back: an action, a kind of device, or all")
        ->type_name("WHAT");
    profile->callback([this] { code_ = profile_command(playbook_, profile_, to_reset_, json_); });
  }

  void add_seats() {
    CLI::App* seats = add_with_json(
        "seats", "tell who could play how with some devices",
        "next-move seats examples/data/tidewater.toml --devices keyboard,mouse,gamepad:2");
    add_playbook(seats);
    seats->add_option("--devices", devices_, "kinds, with numbers: keyboard,mouse,gamepad:2")
        ->delimiter(',')
        ->type_name("KIND[:N],...")
        ->capture_default_str();
    seats
        ->add_option("--steps", steps_,
                     "instead, who comes and goes: plug:gamepad join:pad unplug:gamepad-1")
        ->type_name("STEPS");
    seats->callback([this] {
      if (!steps_.empty()) {
        code_ = seat_steps_command(playbook_, steps_, json_);
        return;
      }
      std::vector<nextmove::DeviceKind> devices;
      const std::string problem = parse_devices(devices_, devices);
      if (!problem.empty()) throw CLI::ValidationError{"--devices", problem};
      code_ = seats_command(playbook_, devices, json_);
    });
  }

  void add_rollover() {
    CLI::App* rollover = add_with_json(
        "rollover", "list the keys that players at one keyboard may hold, and what it misses",
        "next-move rollover examples/data/tidewater.toml --schemes left_keys,right_keys");
    add_playbook(rollover);
    rollover->add_option("--schemes", schemes_, "one for each player; all that share a keyboard")
        ->delimiter(',')
        ->type_name("SCHEME,...");
    rollover->callback([this] { code_ = rollover_command(playbook_, schemes_, json_); });
  }

  void add_curve() {
    CLI::App* curve =
        add_with_json("curve", "show what shaping does to a stick or a trigger",
                      "next-move curve examples/data/tidewater.toml look -o look.png");
    add_playbook(curve);
    curve->add_option("action", action_, "an axis, a vector, a motion or a turn")
        ->required()
        ->type_name("ACTION");
    curve->add_option("-o,--output", output_, "draw it as well")->type_name("FILE.png|FILE.svg");
    curve->callback([this] { code_ = curve_command(playbook_, action_, output_, json_); });
  }

  void add_icons() {
    CLI::App* icons = add("icons", "draw pictures of all controls", "next-move icons -o icons");
    icons->add_option("-o,--output", output_, "the folder for them")
        ->required()
        ->type_name("FOLDER");
    icons->add_option("--size", icon_size_, "in pixels")
        ->check(CLI::Range(8, 1024))
        ->capture_default_str();
    icons->add_flag("--light", for_light_ground_, "to be seen on light ground, instead of dark");
    icons->add_option("--families", prompt_.labels.families, "more letterings of gamepads")
        ->type_name("FILE");
    icons->callback([this] {
      code_ = icons_command(output_, prompt_.labels.families, icon_size_, for_light_ground_);
    });
  }

  void add_header() {
    CLI::App* header =
        add("header", "write the typed handles of a playbook for C++",
            "next-move header examples/data/tidewater.toml -o tidewater_actions.hpp");
    add_playbook(header);
    header->add_option("-o,--output", output_, "instead of standard output")->type_name("FILE");
    header->add_option("--namespace", name_space_, "instead of one after the title")
        ->type_name("NAME")
        ->check([](const std::string& name) {
          return nextmove::namespace_for(name) == name
                     ? ""
                     : "is no name for a namespace; try " + nextmove::namespace_for(name);
        });
    header->callback([this] { code_ = header_command(playbook_, name_space_, output_); });
  }

  void add_others() {
    CLI::App* controls =
        add_with_json("controls", "list the names of the controls", "next-move controls stick");
    controls->add_option("word", word_, "only those with this word in their name or device")
        ->type_name("WORD");
    controls->callback([this] { code_ = controls_command(word_, json_); });

    add("schema", "print the JSON Schema of playbooks, for editors",
        "next-move schema > playbook.schema.json")
        ->callback([this] { code_ = schema_command(); });

    add_with_json("demo", "play the bundled recording and tell what happened", "next-move demo")
        ->callback([this] { code_ = demo_command(json_); });
  }

  CLI::App& app_;
  PlayWish play_;
  std::string from_;
  std::string to_;
  std::string seat_;
  std::vector<std::string> pressed_;
  std::string playbook_;
  std::string recording_;
  std::string profile_;
  std::vector<std::string> profiles_;
  std::string scheme_;
  RemapWish wish_;
  std::vector<std::string> cleared_;
  std::string on_clash_ = "refuse";
  std::string to_reset_;
  std::string steps_;
  std::vector<std::string> devices_ = {"keyboard", "mouse"};
  std::vector<std::string> schemes_;
  PromptWish prompt_;
  std::string text_;
  std::string device_;
  bool by_name_ = false;
  int icon_size_ = 64;
  bool for_light_ground_ = false;
  std::string theme_;
  bool is_strict_ = false;
  std::string word_;
  std::string action_;
  std::string output_;
  std::string name_space_;
  bool json_ = false;
  int code_ = exit_fine;
};

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
    return Program{app}.run(argc, argv);
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
