// Dear ImGui over the game's window.
#pragma once

#include <SDL.h>

#include "picture.hpp"

namespace tidewater {

/// Dear ImGui's context, with SDL below it, for as long as it lives.
class ImguiLayer {
 public:
  ImguiLayer(SDL_Window* window, SDL_Renderer* renderer);
  ~ImguiLayer();
  ImguiLayer(const ImguiLayer&) = delete;
  ImguiLayer& operator=(const ImguiLayer&) = delete;

  void handle(const SDL_Event& event);
  /// No key is down, nothing was typed: before events are handled again after a while.
  static void forget_keys();
  /// Before ImGui::NewFrame: tells Dear ImGui of the window, the mouse and the keys.
  void new_frame();
  /// After ImGui::Render: over what is in the window.
  void draw();

 private:
  SDL_Renderer* renderer_;
  Texture font_;
};

}  // namespace tidewater
