// Dear ImGui over a part of the game's window.
#pragma once

#include <SDL.h>
#include <imgui.h>
#include <memory>

#include "picture.hpp"

namespace tidewater {

/// A context of Dear ImGui for one player, with SDL below it, for as long as it lives. Every call
/// makes it the current one.
class ImguiLayer {
 public:
  /// `part` is where it lies, in the pixels of the window.
  ImguiLayer(SDL_Window* window, SDL_Renderer* renderer, const SDL_Rect& part);
  ~ImguiLayer();
  ImguiLayer(const ImguiLayer&) = delete;
  ImguiLayer& operator=(const ImguiLayer&) = delete;

  const SDL_Rect& part() const { return part_; }
  void make_current() const;
  void handle(const SDL_Event& event) const;
  /// Before ImGui::NewFrame: tells Dear ImGui of its part of the window, the mouse and the keys.
  /// Without the mouse, this is somewhere else.
  void new_frame(bool has_mouse) const;
  /// After ImGui::Render: over what is in the window.
  void draw() const;

 private:
  struct ContextDeleter {
    void operator()(ImGuiContext* context) const { ImGui::DestroyContext(context); }
  };

  SDL_Renderer* renderer_;
  SDL_Rect part_;
  std::unique_ptr<ImGuiContext, ContextDeleter> context_;
  Texture font_;
};

}  // namespace tidewater
