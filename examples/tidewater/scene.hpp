// How the harbour looks.
#pragma once

#include <array>
#include <map>
#include <string>
#include <vector>

#include "harbour.hpp"
#include "picture.hpp"
#include "rollover_check.hpp"

namespace tidewater {

/// Of the window, in its pixels.
SDL_Rect rectangle(const nextmove::Area& part);

/// Words and pictures of controls, in order.
using Line = std::vector<nextmove::PromptPart>;

/// One player's part of the window, and what stands in it besides the harbour.
struct View {
  const Harbour* harbour = nullptr;
  nextmove::Area part{};
  bool follows_tug = false;  ///< it shows the water round the tug, not the whole harbour
  bool is_narrow = false;    ///< there is little room for words
  Line hint{};               ///< what to press
  Line radio_hint{};         ///< ... where a call has come in
  std::vector<nextmove::ZoneDefinition> zones{};  ///< to be shown
};

/// A picture of the game.
struct Frame {
  std::vector<View> views{};
  std::vector<std::string> problems{};  ///< of a playbook that was just saved; none: no box
  std::vector<std::string> report{};    ///< a title, and what came of a report; none: no box
  std::vector<std::string> waiting{};   ///< why the game stands still; none: no box
};

/// One place at the table.
struct Place {
  std::string seat{};
  std::string scheme{};                ///< its label; empty where nobody sits
  std::string picture{};               ///< of what it is played on: "desk", "left_keys" and so on
  std::vector<std::string> devices{};  ///< "gamepad 1"
  bool is_ready = false;
  bool is_here = false;  ///< a button is held on what it is played on
  Line hint{};           ///< what to press next
};

/// The table before the game.
struct TablePicture {
  std::vector<Place> places{};
  std::vector<Line> ways{};  ///< to sit down: "[Space]   Keyboard and mouse"
  std::string news{};        ///< the last thing that happened
};

/// The check of a keyboard.
struct KeysPicture {
  std::vector<RolloverCheck::Key> keys{};
  nextmove::Control go_on{};  ///< goes on to the next set
  std::string progress{};     ///< "Set 3 of 18"
  std::string result{};       ///< of the sets before
};

class Scene {
 public:
  /// Draws the pictures it needs. The renderer must outlive it.
  explicit Scene(SDL_Renderer* renderer);

  void draw(const Frame& frame);
  void draw(const TablePicture& table);
  void draw(const KeysPicture& keys);

 private:
  void draw_harbour(const std::vector<View>& views);
  void draw_view(const View& view);
  void draw_place(const Place& place, std::size_t number, const SDL_Rect& where);
  void draw_tug(const Harbour& harbour, std::size_t number);
  void draw_beam(const Harbour& harbour);
  void draw_line_work(const Harbour& harbour);
  void draw_crane(const Harbour& harbour);
  void draw_rings(const Harbour& harbour);
  void draw_chart(const Harbour& harbour, Vec2 size);
  void draw_radio(const View& view, Vec2 size);
  void draw_status(const View& view, Vec2 size);
  void draw_zones(const View& view, Vec2 size);
  void draw_lines(const std::string& title, const std::vector<std::string>& lines);
  int draw_line(const std::string& text, int x, int y, double size);  // how wide it is
  void draw_line(const Line& line, int x, int y, double size);
  void draw_box(const SDL_Rect& where);

  SDL_Renderer* renderer_;
  Texture harbour_;
  Texture fog_;
  std::array<Texture, 2> tugs_;
  Texture beam_;
  Texture jib_;
  Texture hook_;
  Texture ring_;
  Texture chart_;
  Texture cross_;
  Texture strip_;
  Texture lost_pad_;
  std::map<std::string, Texture> ways_to_play_;  // by the name of the scheme
  std::map<std::string, Texture> zones_;         // by name and size
  std::map<std::string, Texture> icons_;         // by name, family and label
  nextmove::Families families_;
  std::map<std::string, Texture> texts_;  // by text; few, and drawn every frame
};

}  // namespace tidewater
