// The screens on which players change their controls, each in their part, while the game waits.
#pragma once

#include <SDL.h>
#include <memory>
#include <vector>

#include <nextmove/imgui.hpp>
#include <nextmove/nextmove.hpp>

#include "imgui_layer.hpp"
#include "profiles.hpp"

namespace tidewater {

class Menu {
 public:
  virtual ~Menu() = default;
  /// For anybody.
  virtual bool is_open() const = 0;
  /// The seat's player wants it. `part` of the window is theirs, in pixels.
  virtual void open(nextmove::Seat& seat, const SDL_Rect& part) = 0;
  /// Once a frame, after the hub's update and the game's step.
  virtual void step() = 0;
  /// Over what is in the window; nothing where it is closed.
  virtual void draw() = 0;
  virtual void handle(const SDL_Event& event) = 0;
};

/// One player's visit to the screen.
class Visit {
 public:
  Visit(nextmove::Hub& hub, nextmove::Seat& seat, Profiles& profiles, SDL_Window* window,
        SDL_Renderer* renderer, const SDL_Rect& part);
  ~Visit();
  Visit(const Visit&) = delete;
  Visit& operator=(const Visit&) = delete;

  /// One frame. False when the player is done.
  bool step();
  void draw() const { layer_.draw(); }
  /// Hears the keyboard and the mouse where these are not somebody else's.
  void handle(const SDL_Event& event);

 private:
  bool has(nextmove::DeviceKind kind) const;

  nextmove::Hub& hub_;
  nextmove::Seat& seat_;
  Profiles& profiles_;
  ImguiLayer layer_;
  nextmove::imgui::RemapScreen screen_;
};

class LiveMenu : public Menu {
 public:
  LiveMenu(nextmove::Hub& hub, Profiles& profiles, SDL_Window* window, SDL_Renderer* renderer)
      : hub_(hub), profiles_(profiles), window_(window), renderer_(renderer) {}

  bool is_open() const override { return !visits_.empty(); }
  void open(nextmove::Seat& seat, const SDL_Rect& part) override;
  void step() override;
  void draw() override;
  void handle(const SDL_Event& event) override;

 private:
  nextmove::Hub& hub_;
  Profiles& profiles_;
  SDL_Window* window_;
  SDL_Renderer* renderer_;
  std::vector<std::unique_ptr<Visit>> visits_;
};

/// A recording knows who had the screen open, and what came of it; it does not show it.
class RecordedMenu : public Menu {
 public:
  /// The players' profiles are those of the recording.
  RecordedMenu(nextmove::Hub& hub, const nextmove::Recording& recording,
               const nextmove::Replay& replay);

  bool is_open() const override { return visitors_ > 0; }
  void open(nextmove::Seat& /*seat*/, const SDL_Rect& /*part*/) override {}
  void step() override;
  void draw() override {}
  void handle(const SDL_Event& /*event*/) override {}

 private:
  void follow(const nextmove::Step& step);

  nextmove::Hub& hub_;
  const nextmove::Recording& recording_;
  const nextmove::Replay& replay_;
  int visitors_ = 0;
};

}  // namespace tidewater
