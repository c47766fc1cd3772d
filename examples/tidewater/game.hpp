// One run of the game, live or from a recording: who plays, what is seen, and who changes controls.
#pragma once

#include <SDL.h>
#include <memory>
#include <optional>
#include <string>
#include <vector>

#include <nextmove/files.hpp>
#include <nextmove/nextmove.hpp>

#include "menu.hpp"
#include "party.hpp"
#include "profiles.hpp"
#include "reports.hpp"
#include "scene.hpp"
#include "screen.hpp"
#include "sources.hpp"
#include "watch.hpp"

namespace tidewater {

struct GameOptions {
  std::string record{};          ///< a file to record into
  std::optional<Watch> watch{};  ///< over a playbook that is read again whenever it is saved
  std::string profiles{};        ///< a folder; empty: the usual place
  std::string reports{};         ///< likewise
  Choices choices{};
  Table table{};
  bool shows_zones = false;  ///< before anything is touched
};

class Game {
 public:
  /// Plays the recording, or live where there is none. The screen must have a renderer; it, the
  /// recording and the options must outlive the game.
  Game(const GameOptions& options, const nextmove::Playbook& playbook,
       const nextmove::Recording* recording, const Screen& screen);

  /// False where the recording cannot be written, or not whole.
  bool can_record() const { return !writer_ || writer_->is_good(); }
  /// One frame. False when it is over.
  bool play_frame();
  void draw();

  const Party& party() const { return party_; }
  bool is_menu_open() const { return menu_->is_open(); }

 private:
  void record(const std::string& path);
  void step(float dt);
  void tell(const nextmove::Notice& notice);
  Frame frame() const;
  std::vector<std::string> report_news() const;
  std::vector<nextmove::ZoneDefinition> zones_of(const nextmove::Seat& seat) const;

  const GameOptions& options_;
  SDL_Renderer* renderer_;
  // Outlives the hub, which tells of the last unplugging.
  std::optional<nextmove::RecordingWriter> writer_;
  nextmove::Hub hub_;
  nextmove::Button open_menu_;
  Party party_;
  Scene scene_;
  Profiles profiles_;
  std::optional<Reports> reports_;  // of a live game
  std::unique_ptr<Menu> menu_;
  std::unique_ptr<Source> source_;
  bool draws_every_frame_ = true;
  Uint32 pause_ = 0;  // milliseconds after each frame
  std::optional<Watch> watch_;
  std::optional<nextmove::Time> last_;
  std::string news_;  // the last thing that happened to seats and devices
};

}  // namespace tidewater
