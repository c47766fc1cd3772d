// How the harbour looks.
#pragma once

#include <map>
#include <string>

#include "harbour.hpp"
#include "picture.hpp"

namespace tidewater {

class Scene {
 public:
  /// Draws the pictures it needs. The renderer must outlive it.
  explicit Scene(SDL_Renderer* renderer);

  void draw(const Harbour& harbour);

 private:
  void draw_tug(const Harbour& harbour);
  void draw_rings(const Harbour& harbour);
  void draw_chart(const Harbour& harbour);
  void draw_status(const Harbour& harbour);
  void draw_line(const std::string& text, int x, int y, double size);

  SDL_Renderer* renderer_;
  Texture harbour_;
  Texture tug_;
  Texture ring_;
  Texture chart_;
  Texture cross_;
  Texture strip_;
  std::map<std::string, Texture> texts_;  // by text; few, and drawn every frame
};

}  // namespace tidewater
