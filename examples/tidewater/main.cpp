// Tidewater: harbour tugs to steer, and a place to see the library at work.
#include <CLI/CLI.hpp>
#include <SDL.h>
#include <algorithm>
#include <cstdio>
#include <filesystem>
#include <memory>
#include <optional>
#include <string>

#include <nextmove/files.hpp>
#include <nextmove/nextmove.hpp>
#include <nextmove/sdl2.hpp>

#include "party.hpp"
#include "rollover_check.hpp"
#include "scene.hpp"
#include "words.hpp"

using namespace nextmove;

namespace {

struct Options {
  std::string playbook;
  std::string screenshot;
  std::string record;
  std::string play;
  tidewater::Choices choices;
  tidewater::Table table;
  bool rollover = false;  // the check of the keyboard instead of the game
  bool ghosts = false;
  bool watch = false;
  bool zones = false;
  long frames = -1;  // -1: until the window is closed
};

struct WindowDeleter {
  void operator()(SDL_Window* window) const { SDL_DestroyWindow(window); }
};
struct RendererDeleter {
  void operator()(SDL_Renderer* renderer) const { SDL_DestroyRenderer(renderer); }
};

// SDL for as long as it lives.
struct Sdl {
  Sdl() { failed = SDL_Init(SDL_INIT_VIDEO | SDL_INIT_GAMECONTROLLER) != 0; }
  ~Sdl() { SDL_Quit(); }
  Sdl(const Sdl&) = delete;
  Sdl& operator=(const Sdl&) = delete;
  bool failed = false;
};

int fail(const std::string& message) {
  std::fprintf(stderr, "tidewater: %s\n", message.c_str());
  return 1;
}

void print(const std::vector<Diagnostic>& problems) {
  for (const Diagnostic& problem : problems)
    std::fprintf(stderr, "%s\n", to_string(problem).c_str());
}

float seconds_between(Time before, Time after) {
  return static_cast<float>(to_seconds(after - before));
}

// Where frames come from: the window's events, or a recording.
class Source {
 public:
  virtual ~Source() = default;
  /// Updates the hub once. False when it is over.
  virtual bool advance() = 0;
};

class LiveSource : public Source {
 public:
  explicit LiveSource(Hub& hub) : hub_(hub), devices_(hub) {}

  bool advance() override {
    SDL_Event event;
    while (SDL_PollEvent(&event) != 0) {
      if (event.type == SDL_QUIT) return false;
      devices_.handle(event);
    }
    hub_.update(devices_.now());
    if (!hub_.notices().empty()) devices_.light_numbers();
    return true;
  }

 private:
  Hub& hub_;
  sdl2::Adapter devices_;
};

// Plays at the pace of the recording. The game enters and leaves contexts again as it did then.
class RecordedSource : public Source {
 public:
  RecordedSource(const Recording& recording, Hub& hub)
      : hub_(hub), replay_(recording, hub, DecidedBy::game) {}

  bool advance() override {
    SDL_Event event;
    while (SDL_PollEvent(&event) != 0) {
      if (event.type == SDL_QUIT) return false;
    }
    const Time before = hub_.now();
    if (!replay_.advance()) return false;
    if (before > Time::zero()) SDL_Delay(static_cast<Uint32>((hub_.now() - before).count() / 1000));
    return true;
  }

 private:
  Hub& hub_;
  Replay replay_;
};

/// Reads the playbook again whenever its file has changed, and hands it to the hub.
class Watch {
 public:
  Watch(std::string path, Hub& hub) : path_(std::move(path)), hub_(hub), seen_(stamp()) {}

  /// Once a frame.
  void look() {
    const auto now = stamp();
    if (now == seen_) return;
    seen_ = now;
    const Result<Playbook> changed = load_playbook(path_);
    if (changed) hub_.adopt(*changed);
    problems_.clear();
    for (const Diagnostic& problem : changed.diagnostics) {
      problems_.push_back("line " + std::to_string(problem.place.line) + ": " +
                          printable(problem.message));
    }
    constexpr std::size_t most = 20;
    if (problems_.size() > most) problems_.resize(most);
    std::printf("%s\n", changed ? "playbook adopted" : "playbook refused");
    std::fflush(stdout);
    print(changed.diagnostics);
  }

  const std::vector<std::string>& problems() const { return problems_; }

 private:
  std::filesystem::file_time_type stamp() const {
    std::error_code gone;  // while it is being written, say
    return std::filesystem::last_write_time(path_, gone);
  }

  std::string path_;
  Hub& hub_;
  std::filesystem::file_time_type seen_;
  std::vector<std::string> problems_;
};

/// The window.
class Screen {
 public:
  Screen()
      : window_(sdl_.failed ? nullptr
                            : SDL_CreateWindow(
                                  "Tidewater", 0, 0, static_cast<int>(tidewater::harbour_size.x),
                                  static_cast<int>(tidewater::harbour_size.y), SDL_WINDOW_SHOWN)) {
    SDL_SetHint(SDL_HINT_RENDER_SCALE_QUALITY, "linear");
    if (window_ != nullptr) renderer_.reset(SDL_CreateRenderer(window_.get(), -1, 0));
  }

  /// nullptr where SDL could not make one; SDL_GetError says why.
  SDL_Renderer* renderer() const { return renderer_.get(); }

 private:
  Sdl sdl_;
  std::unique_ptr<SDL_Window, WindowDeleter> window_;
  std::unique_ptr<SDL_Renderer, RendererDeleter> renderer_;
};

/// One run of the game, live or from a recording.
class Game {
 public:
  Game(const Options& options, const Playbook& playbook, const Recording* recording,
       SDL_Renderer* renderer)
      : options_(options),
        renderer_(renderer),
        hub_(playbook),
        party_(hub_, options.choices, options.table),
        scene_(renderer) {
    hub_.set_window(tidewater::harbour_size.x, tidewater::harbour_size.y);
    if (recording != nullptr) {
      source_ = std::make_unique<RecordedSource>(*recording, hub_);
    } else {
      source_ = std::make_unique<LiveSource>(hub_);
      pause_ = 10;  // milliseconds: at most 100 frames a second
    }
    if (options.watch) watch_.emplace(options.playbook, hub_);
  }

  int play() {
    if (!options_.record.empty()) {
      writer_.emplace(options_.record, describe(hub_));
      if (!writer_->is_good()) return fail("cannot write " + options_.record);
      hub_.on_step([this](const Step& step) { writer_->write(step); });
    }
    for (long frame = 0; frame != options_.frames && source_->advance(); ++frame) play_frame();
    std::printf("%s\n", party_.report().c_str());
    if (writer_ && !writer_->is_good()) return fail("the recording could not be written whole");
    return options_.screenshot.empty() ? 0 : save_picture();
  }

 private:
  void play_frame() {
    for (const Notice& notice : hub_.notices()) tell(notice);
    party_.step(last_ ? seconds_between(*last_, hub_.now()) : 0);
    last_ = hub_.now();
    if (watch_) watch_->look();
    draw();
    SDL_RenderPresent(renderer_);
    if (pause_ != 0) SDL_Delay(pause_);
  }

  void tell(const Notice& notice) {
    const bool is_dull = notice.kind == NoticeKind::plugged || notice.kind == NoticeKind::given;
    if (!is_dull) news_ = printable(to_text(notice, hub_));
  }

  void draw() {
    if (party_.is_at_table()) {
      scene_.draw(tidewater::table_picture(hub_, party_, news_));
    } else {
      scene_.draw(frame());
    }
  }

  tidewater::Frame frame() const {
    tidewater::Frame frame;
    if (watch_) frame.problems = watch_->problems();
    frame.waiting = tidewater::waiting_words(hub_, party_);
    const std::vector<Area> parts = screen_parts(party_.tugs().size(), hub_.window());
    for (std::size_t i = 0; i < parts.size(); ++i) {
      const Seat& seat = party_.tugs()[i]->seat();
      frame.views.push_back({.harbour = party_.tugs()[i].get(),
                             .part = parts[i],
                             .follows_tug = parts.size() > 1 && !options_.table.shares_screen,
                             .zones = zones_of(seat)});
      if (parts.size() > 1) {
        frame.views.back().keys = tidewater::helm_keys(hub_.playbook(), seat.scheme());
      }
    }
    return frame;
  }

  std::vector<ZoneDefinition> zones_of(const Seat& seat) const {
    std::vector<ZoneDefinition> zones;
    const bool touches = std::any_of(
        seat.devices().begin(), seat.devices().end(),
        [&](DeviceId device) { return hub_.find_device(device)->kind == DeviceKind::touch; });
    if (!options_.zones && !touches) return zones;
    const std::span all = hub_.playbook().zones();
    for (std::size_t i = 0; i < all.size(); ++i) {
      if (seat.hears_zone(i)) zones.push_back(all[i]);
    }
    return zones;
  }

  int save_picture() {
    draw();
    const bool is_saved = tidewater::save_screenshot(renderer_, options_.screenshot);
    return is_saved ? 0 : fail("cannot write " + options_.screenshot);
  }

  const Options& options_;
  SDL_Renderer* renderer_;
  std::optional<RecordingWriter> writer_;  // outlives the hub, which tells of the last unplugging
  Hub hub_;
  tidewater::Party party_;
  tidewater::Scene scene_;
  std::unique_ptr<Source> source_;
  Uint32 pause_ = 0;
  std::optional<Watch> watch_;
  std::optional<Time> last_;
  std::string news_;  // the last thing that happened to seats and devices
};

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
  const Screen screen;
  SDL_Renderer* const renderer = screen.renderer();
  if (renderer == nullptr) return fail(SDL_GetError());
  tidewater::Scene scene{renderer};
  Hub hub{check.playbook()};
  Seat& seat = hub.add_seat("hands");
  seat.enter("keys");
  LiveSource source{hub};
  const auto draw = [&] {
    const std::size_t number = std::min(check.asked(), check.count());
    scene.draw(
        {.keys = check.keys(),
         .progress = "Set " + std::to_string(number) + " of " + std::to_string(check.count()),
         .result = check.report()});
  };
  std::optional<Time> last;
  for (long frame = 0; frame != options.frames && source.advance(); ++frame) {
    check.step(seat, last ? seconds_between(*last, hub.now()) : 0);
    last = hub.now();
    draw();
    SDL_RenderPresent(renderer);
    SDL_Delay(10);
  }
  std::printf("%s\n", check.report().c_str());
  if (options.screenshot.empty()) return 0;
  draw();
  return tidewater::save_screenshot(renderer, options.screenshot)
             ? 0
             : fail("cannot write " + options.screenshot);
}

int run(const Options& options) {
  const Result<Playbook> playbook = load_playbook(options.playbook);
  print(playbook.diagnostics);
  if (!playbook) return 1;
  Result<Recording> recording;
  if (!options.play.empty()) {
    recording = load_recording(options.play);
    print(recording.diagnostics);
    if (!recording) return 1;
  }
  if (options.rollover) return check_keyboard(options, *playbook);
  const Screen screen;
  if (screen.renderer() == nullptr) return fail(SDL_GetError());
  return Game{options, *playbook, recording ? &*recording : nullptr, screen.renderer()}.play();
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
  app.add_option("--record", options.record, "record what is played")->type_name("FILE");
  app.add_option("--play", options.play, "play a recording instead of the devices")
      ->type_name("FILE");
  app.add_option("--players", options.table.players, "two sit down at the table first")
      ->type_name("1|2")
      ->check(CLI::Range(1, 2))
      ->capture_default_str();
  app.add_flag("--shared", options.table.shares_screen,
               "two players see one picture, not a half each");
  auto* rollover = app.add_flag("--rollover", options.rollover,
                                "check which keys of two players this keyboard reports together");
  app.add_flag("--ghosts", options.ghosts, "check as if at a cheap keyboard")->needs(rollover);
  app.add_flag("--watch", options.watch, "read the playbook again whenever it is saved");
  app.add_flag("--zones", options.zones, "show the touch zones before anything is touched");
  app.add_flag("--auto-lamp", options.choices.auto_lamp,
               "accessibility: the searchlight goes on by itself in fog");
  app.add_option("--call-after", options.choices.call_after, "a call comes in after so long")
      ->type_name("SECONDS")
      ->check(CLI::NonNegativeNumber)
      ->capture_default_str();
  app.footer(
      "Example:\n  tidewater --record trip.jsonl\n  tidewater --play trip.jsonl --screenshot "
      "end.png");
  CLI11_PARSE(app, argc, argv);
  return run(options);
}
