// How the harbour looks.
#pragma once

#include <map>
#include <string>
#include <vector>

#include "harbour.hpp"
#include "picture.hpp"

namespace tidewater {

/// What lies over the game.
struct Overlay {
  std::vector<std::string> problems{};  ///< of a playbook that was just saved; none: no box
  std::vector<nextmove::ZoneDefinition> zones{};  ///< to be shown
};

class Scene {
 public:
  /// Draws the pictures it needs. The renderer must outlive it.
  explicit Scene(SDL_Renderer* renderer);

  void draw(const Harbour& harbour, const Overlay& overlay);

 private:
  void draw_tug(const Harbour& harbour);
  void draw_beam(const Harbour& harbour);
  void draw_line_work(const Harbour& harbour);
  void draw_crane(const Harbour& harbour);
  void draw_rings(const Harbour& harbour);
  void draw_chart(const Harbour& harbour);
  void draw_radio(const Harbour& harbour);
  void draw_status(const Harbour& harbour);
  void draw_zones(const Overlay& overlay);
  void draw_problems(const Overlay& overlay);
  void draw_line(const std::string& text, int x, int y, double size);
  void draw_box(const SDL_Rect& where);

  SDL_Renderer* renderer_;
  Texture harbour_;
  Texture fog_;
  Texture tug_;
  Texture beam_;
  Texture jib_;
  Texture hook_;
  Texture ring_;
  Texture chart_;
  Texture cross_;
  Texture strip_;
  std::map<std::string, Texture> zones_;  // by name and size
  std::map<std::string, Texture> texts_;  // by text; few, and drawn every frame
};

}  // namespace tidewater
