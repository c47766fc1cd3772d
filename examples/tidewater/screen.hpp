// The window.
#pragma once

#include <SDL.h>
#include <memory>
#include <string_view>

#include "harbour.hpp"

namespace tidewater {

/// SDL and one window, for as long as it lives.
class Screen {
 public:
  Screen() {
    if (!sdl_.is_ready) return;
    window_.reset(SDL_CreateWindow("Tidewater", 0, 0, static_cast<int>(harbour_size.x),
                                   static_cast<int>(harbour_size.y), SDL_WINDOW_SHOWN));
    SDL_SetHint(SDL_HINT_RENDER_SCALE_QUALITY, "linear");
    if (window_ != nullptr) renderer_.reset(SDL_CreateRenderer(window_.get(), -1, 0));
  }

  /// nullptr where SDL could not make one; SDL_GetError says why.
  SDL_Renderer* renderer() const { return renderer_.get(); }
  SDL_Window* window() const { return window_.get(); }

  /// False without a display: SDL draws then where nobody looks.
  bool is_seen() const {
    const char* driver = SDL_GetCurrentVideoDriver();
    const std::string_view name = driver != nullptr ? driver : "";
    return name != "offscreen" && name != "dummy";
  }

 private:
  struct Sdl {
    Sdl() : is_ready(SDL_Init(SDL_INIT_VIDEO | SDL_INIT_GAMECONTROLLER) == 0) {}
    ~Sdl() { SDL_Quit(); }
    Sdl(const Sdl&) = delete;
    Sdl& operator=(const Sdl&) = delete;
    bool is_ready;
  };
  struct WindowDeleter {
    void operator()(SDL_Window* window) const { SDL_DestroyWindow(window); }
  };
  struct RendererDeleter {
    void operator()(SDL_Renderer* renderer) const { SDL_DestroyRenderer(renderer); }
  };

  Sdl sdl_;
  std::unique_ptr<SDL_Window, WindowDeleter> window_;
  std::unique_ptr<SDL_Renderer, RendererDeleter> renderer_;
};

}  // namespace tidewater
