// Tidewater: harbour tugs to steer, and a place to see the library at work.
#include <CLI/CLI.hpp>
#include <SDL.h>
#include <algorithm>
#include <cstdio>
#include <memory>
#include <optional>
#include <string>

#include <nextmove/files.hpp>
#include <nextmove/nextmove.hpp>

#include "game.hpp"
#include "rollover_check.hpp"
#include "scene.hpp"
#include "sources.hpp"

using namespace nextmove;

namespace {

struct Options {
  std::string playbook;
  std::string screenshot;
  std::string play;
  tidewater::GameOptions game;
  bool rollover = false;  // the check of the keyboard instead of the game
  bool ghosts = false;
  bool watch = false;
  long frames = -1;  // -1: until the window is closed
};

int fail(const std::string& message) {
  std::fprintf(stderr, "tidewater: %s\n", message.c_str());
  return 1;
}

void print(const std::vector<Diagnostic>& problems) {
  for (const Diagnostic& problem : problems)
    std::fprintf(stderr, "%s\n", to_string(problem).c_str());
}

int save_picture(SDL_Renderer* renderer, const std::string& path) {
  return tidewater::save_screenshot(renderer, path) ? 0 : fail("cannot write " + path);
}

/// A window that nobody sees could only be closed from outside.
bool is_endless(const Options& options, const tidewater::Screen& screen) {
  return !screen.is_seen() && options.play.empty() && options.frames < 0;
}

constexpr const char* no_display =
    "there is no display to open a window on; set DISPLAY, or play a recording with --play";

int play(const Options& options, const Playbook& playbook, const Recording* recording) {
  const tidewater::Screen screen;
  if (screen.renderer() == nullptr) return fail(SDL_GetError());
  if (is_endless(options, screen)) return fail(no_display);
  tidewater::Game game{options.game, playbook, recording, screen};
  if (!game.can_record()) return fail("cannot write " + options.game.record);
  for (long frame = 0; frame != options.frames && game.play_frame();) ++frame;
  std::printf("%s\n", game.party().report().c_str());
  if (!game.can_record()) return fail("the recording could not be written whole");
  if (options.screenshot.empty()) return 0;
  game.draw();
  return save_picture(screen.renderer(), options.screenshot);
}

/// The check of the keyboard, for players who share it.
int check_keyboard(const Options& options, const Playbook& playbook) {
  std::vector<SchemeId> players;
  for (std::size_t i = 0; i < playbook.schemes().size(); ++i) {
    const SchemeDefinition& scheme = playbook.schemes()[i];
    if (scheme.shares_devices && scheme.needs_kind(DeviceKind::keyboard)) {
      players.push_back(static_cast<SchemeId>(i));
    }
  }
  if (players.empty()) return fail("no schemes of the playbook share a keyboard");
  // It takes a while to find the sets: the window comes when everything is there.
  tidewater::RolloverCheck check{playbook, players, options.ghosts};
  const tidewater::Screen screen;
  SDL_Renderer* const renderer = screen.renderer();
  if (renderer == nullptr) return fail(SDL_GetError());
  if (is_endless(options, screen)) return fail(no_display);
  tidewater::Scene scene{renderer};
  Hub hub{check.playbook()};
  Seat& seat = hub.add_seat("hands");
  seat.enter("keys");
  tidewater::LiveSource source{hub};
  const auto draw = [&] {
    const std::size_t number = std::min(check.asked(), check.count());
    scene.draw(
        {.keys = check.keys(),
         .go_on = check.go_on_key(),
         .progress = "Set " + std::to_string(number) + " of " + std::to_string(check.count()),
         .result = check.report()});
  };
  std::optional<Time> last;
  for (long frame = 0; frame != options.frames && source.advance(); ++frame) {
    check.step(seat, last ? static_cast<float>(to_seconds(hub.now() - *last)) : 0);
    last = hub.now();
    draw();
    SDL_RenderPresent(renderer);
    SDL_Delay(10);
  }
  std::printf("%s\n", check.report().c_str());
  if (options.screenshot.empty()) return 0;
  draw();
  return save_picture(renderer, options.screenshot);
}

int run(Options& options) {
  const Result<Playbook> playbook = load_playbook(options.playbook);
  print(playbook.diagnostics);
  if (!playbook) return 1;
  Result<Recording> recording;
  if (!options.play.empty()) {
    recording = load_recording(options.play);
    print(recording.diagnostics);
    if (!recording) return 1;
  }
  if (recording) options.game.table.under_way = tidewater::under_way(recording->header);
  if (options.rollover) return check_keyboard(options, *playbook);
  return play(options, *playbook, recording ? &*recording : nullptr);
}

// The playbook that lies beside the program.
std::string default_playbook() {
  const std::unique_ptr<char, decltype(&SDL_free)> folder{SDL_GetBasePath(), &SDL_free};
  return (folder != nullptr ? folder.get() : "") + std::string{"tidewater.toml"};
}

}  // namespace

int main(int argc, char** argv) {
  Options options;
  options.playbook = default_playbook();
  CLI::App app{"Tidewater: steer harbour tugs with keyboard, mouse, gamepads or fingers.",
               "tidewater"};
  app.add_option("--playbook", options.playbook, "another playbook")->type_name("FILE");
  app.add_option("--frames", options.frames, "stop after this many frames")
      ->type_name("N")
      ->check(CLI::NonNegativeNumber);
  app.add_option("--screenshot", options.screenshot, "save the last frame")->type_name("FILE.png");
  app.add_option("--record", options.game.record, "record what is played")->type_name("FILE");
  app.add_option("--play", options.play, "play a recording instead of the devices")
      ->type_name("FILE");
  app.add_option("--profiles", options.game.profiles,
                 "where players' changes of the controls are kept, instead of the usual place")
      ->type_name("FOLDER");
  app.add_option("--reports", options.game.reports,
                 "where F11 saves the last 30 seconds, instead of the usual place")
      ->type_name("FOLDER");
  app.add_option("--players", options.game.table.players, "two sit down at the table first")
      ->type_name("1|2")
      ->check(CLI::Range(1, 2))
      ->capture_default_str();
  app.add_flag("--shared", options.game.table.shares_screen,
               "two players see one picture, not a half each");
  auto* rollover = app.add_flag("--rollover", options.rollover,
                                "check which keys of two players this keyboard reports together");
  app.add_flag("--ghosts", options.ghosts, "check as if at a cheap keyboard")->needs(rollover);
  app.add_flag("--watch", options.watch, "read the playbook again whenever it is saved");
  app.add_flag("--zones", options.game.shows_zones,
               "show the touch zones before anything is touched");
  app.add_flag("--auto-lamp", options.game.choices.auto_lamp,
               "accessibility: the searchlight goes on by itself in fog");
  app.add_option("--call-after", options.game.choices.call_after, "a call comes in after so long")
      ->type_name("SECONDS")
      ->check(CLI::NonNegativeNumber)
      ->capture_default_str();
  app.footer(
      "Example:\n  tidewater --record trip.jsonl\n  tidewater --play trip.jsonl --screenshot "
      "end.png");
  CLI11_PARSE(app, argc, argv);
  if (options.watch) options.game.watch.emplace(options.playbook);
  return run(options);
}
