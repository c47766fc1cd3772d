// The screen on which a player changes controls, while the game waits.
#pragma once

#include <SDL.h>
#include <optional>

#include <nextmove/imgui.hpp>
#include <nextmove/nextmove.hpp>

#include "imgui_layer.hpp"
#include "profiles.hpp"

namespace tidewater {

class Menu {
 public:
  virtual ~Menu() = default;
  virtual bool is_open() const = 0;
  /// The seat's player wants it.
  virtual void open(nextmove::Seat& seat) = 0;
  /// Once a frame, after the hub's update and the game's step.
  virtual void step() = 0;
  /// Over what is in the window; nothing where it is closed.
  virtual void draw() = 0;
  virtual void handle(const SDL_Event& event) = 0;
};

class LiveMenu : public Menu {
 public:
  LiveMenu(nextmove::Hub& hub, Profiles& profiles, SDL_Window* window, SDL_Renderer* renderer);

  bool is_open() const override { return screen_.has_value(); }
  void open(nextmove::Seat& seat) override;
  void step() override;
  void draw() override;
  void handle(const SDL_Event& event) override;

 private:
  nextmove::Hub& hub_;
  Profiles& profiles_;
  ImguiLayer layer_;
  nextmove::imgui::MenuActions actions_;
  nextmove::Seat* seat_ = nullptr;  // whose it is
  std::optional<nextmove::imgui::RemapScreen> screen_;
};

/// A recording knows when the screen was open, and what came of it; it does not show it.
class RecordedMenu : public Menu {
 public:
  /// The players' profiles are those of the recording.
  RecordedMenu(nextmove::Hub& hub, const nextmove::Recording& recording,
               const nextmove::Replay& replay);

  bool is_open() const override { return is_open_; }
  void open(nextmove::Seat& /*seat*/) override {}
  void step() override;
  void draw() override {}
  void handle(const SDL_Event& /*event*/) override {}

 private:
  void follow(const nextmove::Step& step);

  nextmove::Hub& hub_;
  const nextmove::Recording& recording_;
  const nextmove::Replay& replay_;
  bool is_open_ = false;
};

}  // namespace tidewater
