#include "scene.hpp"

#include <algorithm>
#include <array>
#include <cmath>
#include <cstdio>
#include <numbers>

#include "artwork.hpp"

namespace tidewater {
namespace {

constexpr int strip_height = 64;
constexpr Vec2 crane_foot = {1110, 528};  // in the harbour

// From the game's y up to the screen's y down.
int screen_x(float x) {
  return static_cast<int>(std::lround(x));
}
int screen_y(float y) {
  return static_cast<int>(std::lround(harbour_size.y - y));
}

// Where the chart lies in a part of this size.
SDL_Rect chart_frame_in(Vec2 size) {
  SDL_Rect frame = chart_frame;
  frame.w = std::min(frame.w, static_cast<int>(size.x) - 60);
  frame.h = std::min(frame.h, static_cast<int>(size.y) - strip_height - 60);
  if (frame.w < chart_frame.w) frame.x = 30;
  if (frame.h < chart_frame.h) frame.y = 30;
  return frame;
}

// Shifts the harbour so that the tug is in the middle of the part, as far as there is water.
void look_at(SDL_Renderer* renderer, const View& view) {
  const SDL_Rect part = rectangle(view.part);
  const Tug& tug = view.harbour->tug();
  const int left = std::clamp(screen_x(tug.position.x) - part.w / 2, 0, harbour_width - part.w);
  const int top = std::clamp(screen_y(tug.position.y) - part.h / 2, 0, harbour_height - part.h);
  const SDL_Rect shifted = {part.x - left, part.y - top, harbour_width, harbour_height};
  SDL_RenderSetViewport(renderer, &shifted);
  const SDL_Rect seen = {left, top, part.w, part.h};
  SDL_RenderSetClipRect(renderer, &seen);
}

SDL_Rect centred(int x, int y, int size) {
  return {x - size / 2, y - size / 2, size, size};
}

}  // namespace

SDL_Rect rectangle(const nextmove::Area& part) {
  return {screen_x(part.left * harbour_size.x), screen_x(part.top * harbour_size.y),
          screen_x(part.width * harbour_size.x), screen_x(part.height * harbour_size.y)};
}

Scene::Scene(SDL_Renderer* renderer)
    : renderer_(renderer),
      harbour_(make_picture(renderer, harbour_width, harbour_height,
                            [](cairo_t* cr) {
                              draw_water(cr);
                              draw_quay(cr);
                            })),
      fog_(make_picture(renderer, harbour_width, fog_height, draw_fog)),
      tugs_{
          make_picture(renderer, tug_size, tug_size, [](cairo_t* cr) { draw_hull(cr, hull_red); }),
          make_picture(renderer, tug_size, tug_size,
                       [](cairo_t* cr) { draw_hull(cr, hull_green); })},
      beam_(make_picture(renderer, beam_length, beam_width, draw_light)),
      jib_(make_picture(renderer, jib_length, jib_width, draw_jib)),
      hook_(make_picture(renderer, 64, 64, draw_hook)),
      ring_(make_picture(renderer, ring_size, ring_size, draw_sound)),
      chart_(make_picture(renderer, chart_frame.w + 2 * chart_margin_x,
                          chart_frame.h + 2 * chart_margin_y, draw_sea_chart)),
      cross_(make_picture(renderer, 24, 24, draw_cross)),
      strip_(make_picture(renderer, harbour_width, strip_height,
                          [](cairo_t* cr) {
                            cairo_set_source_rgba(cr, 0.04, 0.09, 0.12, 0.82);
                            cairo_paint(cr);
                          })),
      lost_pad_(make_picture(renderer, 160, 110, draw_lost_pad)) {
  const auto show = [&](const char* scheme, const std::function<void(cairo_t*)>& draw) {
    ways_to_play_[scheme] = make_picture(renderer, device_width, device_height, draw);
  };
  show("desk", [](cairo_t* cr) { draw_keyboard(cr, 0, 13); });
  show("left_keys", [](cairo_t* cr) { draw_keyboard(cr, 0, 6); });
  show("right_keys", [](cairo_t* cr) { draw_keyboard(cr, 7, 13); });
  show("pad", draw_pad);
  show("fingers", draw_finger);
  SDL_SetRenderDrawBlendMode(renderer_, SDL_BLENDMODE_BLEND);
}

void Scene::draw(const Frame& frame) {
  SDL_SetRenderDrawColor(renderer_, 8, 20, 26, 255);
  SDL_RenderClear(renderer_);
  const bool is_split =
      !frame.views.empty() && frame.views.size() > 1 && frame.views.front().follows_tug;
  for (const View& view : frame.views) {
    if (!is_split) break;
    look_at(renderer_, view);
    draw_harbour(frame.views);
  }
  SDL_RenderSetClipRect(renderer_, nullptr);
  SDL_RenderSetViewport(renderer_, nullptr);
  if (!is_split) draw_harbour(frame.views);
  for (const View& view : frame.views) draw_view(view);
  SDL_RenderSetViewport(renderer_, nullptr);
  if (!frame.waiting.empty()) {
    draw_lines("The game waits", frame.waiting);
    const SDL_Rect pad = {1040, 72, 160, 110};
    SDL_RenderCopy(renderer_, lost_pad_.get(), nullptr, &pad);
  }
  if (!frame.problems.empty()) {
    draw_lines("The playbook was saved with problems; the one before goes on", frame.problems);
  }
  if (!frame.report.empty()) {
    draw_lines(frame.report.front(), {frame.report.begin() + 1, frame.report.end()});
  }
}

void Scene::draw_harbour(const std::vector<View>& views) {
  const SDL_Rect all = {0, 0, harbour_width, harbour_height};
  SDL_RenderCopy(renderer_, harbour_.get(), nullptr, &all);
  for (const View& view : views) draw_rings(*view.harbour);
  for (std::size_t i = 0; i < views.size(); ++i) draw_tug(*views[i].harbour, i);
  const SDL_Rect north = {0, 0, harbour_width - static_cast<int>(quay_width), fog_height};
  SDL_RenderCopy(renderer_, fog_.get(), nullptr, &north);
  for (const View& view : views) {
    if (view.harbour->is_lamp_on()) draw_beam(*view.harbour);
    draw_line_work(*view.harbour);
  }
  draw_crane(*views.front().harbour);
}

void Scene::draw_view(const View& view) {
  const SDL_Rect where = rectangle(view.part);
  SDL_RenderSetViewport(renderer_, &where);
  const Vec2 size = {static_cast<float>(where.w), static_cast<float>(where.h)};
  if (view.harbour->is_chart_open()) draw_chart(*view.harbour, size);
  draw_zones(view, size);
  if (view.harbour->radio() != Radio::silent) draw_radio(view, size);
  draw_status(view, size);
  if (!view.follows_tug) return;
  const SDL_Rect frame = {0, 0, where.w, where.h};
  SDL_SetRenderDrawColor(renderer_, 8, 20, 26, 255);
  SDL_RenderDrawRect(renderer_, &frame);
}

// ---- the table

void Scene::draw(const TablePicture& table) {
  SDL_RenderCopy(renderer_, harbour_.get(), nullptr, nullptr);
  SDL_SetRenderDrawColor(renderer_, 5, 15, 20, 150);
  SDL_RenderFillRect(renderer_, nullptr);
  draw_line("Who takes which tug?", 60, 40, 34);
  const int count = static_cast<int>(table.places.size());
  for (int i = 0; i < count; ++i) {
    const int w = (harbour_width - 120 - (count - 1) * 30) / count;
    draw_place(table.places[static_cast<std::size_t>(i)], static_cast<std::size_t>(i),
               {60 + i * (w + 30), 110, w, 330});
  }
  const SDL_Rect below = {60, 470, harbour_width - 120, 270};
  draw_box(below);
  draw_line(table.ways.empty() ? "Every tug is taken" : "To sit down, press", below.x + 24,
            below.y + 20, 20);
  for (int i = 0; i < static_cast<int>(table.ways.size()); ++i) {
    draw_line(table.ways[static_cast<std::size_t>(i)], below.x + 24 + (i / 5) * 560,
              below.y + 60 + (i % 5) * 32, 18);
  }
  draw_line(table.news, below.x + 24, below.y + 230, 16);
}

void Scene::draw_place(const Place& place, std::size_t number, const SDL_Rect& where) {
  draw_box(where);
  draw_line(place.seat, where.x + 24, where.y + 20, 24);
  const SDL_Rect boat = {where.x + where.w - 170, where.y + 30, 140, 140};
  SDL_Texture* const tug = tugs_[number % tugs_.size()].get();
  SDL_SetTextureAlphaMod(tug, place.scheme.empty() ? 70 : 255);
  const double heel = place.is_here ? 12 : 0;
  SDL_RenderCopyEx(renderer_, tug, nullptr, &boat, heel - 90, nullptr, SDL_FLIP_NONE);
  SDL_SetTextureAlphaMod(tug, 255);
  if (place.scheme.empty()) {
    draw_line("Nobody yet", where.x + 24, where.y + 70, 20);
    return;
  }
  draw_line(place.scheme, where.x + 24, where.y + 70, 20);
  const SDL_Rect device = {where.x + 14, where.y + 108, device_width, device_height};
  const auto picture = ways_to_play_.find(place.picture);
  if (picture != ways_to_play_.end()) {
    SDL_RenderCopy(renderer_, picture->second.get(), nullptr, &device);
  }
  if (place.is_here) {
    const SDL_Rect inside = {where.x + 1, where.y + 1, where.w - 2, where.h - 2};
    SDL_SetRenderDrawColor(renderer_, 238, 196, 90, 255);
    SDL_RenderDrawRect(renderer_, &where);
    SDL_RenderDrawRect(renderer_, &inside);
    draw_line("Here!", where.x + 230, where.y + 112, 20);
  }
  for (int i = 0; i < static_cast<int>(place.devices.size()); ++i) {
    draw_line(place.devices[static_cast<std::size_t>(i)], where.x + 230, where.y + 140 + i * 26,
              17);
  }
  draw_line(place.is_ready ? "Ready" : "Not ready yet", where.x + 24, where.y + 230, 24);
  draw_line(place.hint, where.x + 24, where.y + 280, 16);
}

// ---- the check of a keyboard

void Scene::draw(const KeysPicture& picture) {
  SDL_RenderCopy(renderer_, harbour_.get(), nullptr, nullptr);
  SDL_SetRenderDrawColor(renderer_, 5, 15, 20, 190);
  SDL_RenderFillRect(renderer_, nullptr);
  const bool is_over = picture.keys.empty();
  draw_line(is_over ? "That was all" : "Hold all of these at once", 60, 40, 34);
  draw_line(picture.progress, 60, 100, 18);
  constexpr int a_row = 5;
  for (int i = 0; i < static_cast<int>(picture.keys.size()); ++i) {
    const RolloverCheck::Key& key = picture.keys[static_cast<std::size_t>(i)];
    const SDL_Rect where = {60 + i % a_row * 236, 160 + i / a_row * 150, 210, 120};
    const Colour colour = key.state == RolloverCheck::State::heard     ? hull_green
                          : key.state == RolloverCheck::State::missing ? hull_red
                                                                       : ink;
    const auto byte = [](double share) { return static_cast<Uint8>(share * 255); };
    SDL_SetRenderDrawColor(renderer_, byte(colour.red), byte(colour.green), byte(colour.blue), 255);
    SDL_RenderFillRect(renderer_, &where);
    draw_line(std::string{to_string(key.key)}, where.x + 20, where.y + 22, 24);
    draw_line(key.state == RolloverCheck::State::heard     ? "heard"
              : key.state == RolloverCheck::State::missing ? "not heard"
                                                           : "",
              where.x + 20, where.y + 70, 18);
  }
  int y = 490;
  if (!is_over) {
    draw_line("What is held and stays red, this keyboard does not report beside the others.", 60, y,
              18);
    draw_line(std::string{to_string(picture.go_on)} + ": the next set, whatever is missing", 60,
              y + 32, 18);
  }
  y += 90;
  for (std::size_t start = 0; start < picture.result.size() && y < harbour_height - 30; y += 26) {
    const std::size_t end = std::min(picture.result.find('\n', start), picture.result.size());
    draw_line(picture.result.substr(start, end - start), 60, y, 16);
    start = end + 1;
  }
}

void Scene::draw_beam(const Harbour& harbour) {
  const Tug& tug = harbour.tug();
  const int x = screen_x(tug.position.x);
  const int y = screen_y(tug.position.y);
  const SDL_Rect where = {x, y - beam_width / 2, beam_length, beam_width};
  const SDL_Point lamp = {0, beam_width / 2};
  const double clockwise =
      -static_cast<double>(tug.heading) * 180 / std::numbers::pi + static_cast<double>(tug.light);
  SDL_RenderCopyEx(renderer_, beam_.get(), nullptr, &where, clockwise, &lamp, SDL_FLIP_NONE);
}

// How far the line is in, and what became of it.
void Scene::draw_line_work(const Harbour& harbour) {
  const int x = screen_x(harbour.tug().position.x);
  const int y = screen_y(harbour.tug().position.y);
  if (harbour.hauling() > 0) {
    const SDL_Rect frame = {x - 42, y + 62, 84, 14};
    const SDL_Rect done = {x - 40, y + 64, static_cast<int>(80 * harbour.hauling()), 10};
    SDL_SetRenderDrawColor(renderer_, 8, 20, 26, 200);
    SDL_RenderFillRect(renderer_, &frame);
    SDL_SetRenderDrawColor(renderer_, 238, 196, 90, 255);
    SDL_RenderFillRect(renderer_, &done);
  } else if (harbour.has_slipped()) {
    draw_line("The line slipped: hold longer", x - 105, y + 60, 15);
  }
  if (harbour.is_anchored()) draw_line("Anchored", x - 32, y - 86, 15);
  if (harbour.is_piloted()) draw_line("The pilot steers", x - 56, y - 86, 15);
}

void Scene::draw_crane(const Harbour& harbour) {
  const Crane& crane = harbour.crane();
  const int x = screen_x(crane_foot.x);
  const int y = screen_y(crane_foot.y);
  const SDL_Rect jib = {x, y - jib_width / 2, jib_length, jib_width};
  const SDL_Point foot = {0, jib_width / 2};
  const auto angle = static_cast<double>(crane.angle);
  SDL_RenderCopyEx(renderer_, jib_.get(), nullptr, &jib, -angle, &foot, SDL_FLIP_NONE);
  const SDL_Rect base = centred(x, y, 54);
  SDL_SetRenderDrawColor(renderer_, 54, 52, 50, 255);
  SDL_RenderFillRect(renderer_, &base);
  const double radians = angle * std::numbers::pi / 180;
  const int hook_x = x + static_cast<int>(std::lround(std::cos(radians) * (jib_length - 14)));
  const int hook_y = y - static_cast<int>(std::lround(std::sin(radians) * (jib_length - 14)));
  // Seen from above, what hangs high is nearer.
  const SDL_Rect hook = centred(hook_x, hook_y, 22 + static_cast<int>(crane.height * 26));
  SDL_RenderCopy(renderer_, hook_.get(), nullptr, &hook);
}

void Scene::draw_box(const SDL_Rect& where) {
  SDL_RenderCopy(renderer_, strip_.get(), nullptr, &where);
  SDL_SetRenderDrawColor(renderer_, 220, 230, 232, 120);
  SDL_RenderDrawRect(renderer_, &where);
}

void Scene::draw_radio(const View& view, Vec2 size) {
  const SDL_Rect where = {static_cast<int>(size.x) - 376, 112, 336, 112};
  draw_box(where);
  const bool is_calling = view.harbour->radio() == Radio::calling;
  draw_line(is_calling ? "Radio: the ferry Merrow calls" : "Merrow: crossing ahead of you, over",
            where.x + 18, where.y + 14, 17);
  draw_line(view.radio_hint, where.x + 18, where.y + 46, 15);
  draw_line("Wheel and winch wait", where.x + 18, where.y + 74, 15);
}

void Scene::draw_zones(const View& view, Vec2 size) {
  for (const nextmove::ZoneDefinition& zone : view.zones) {
    const nextmove::Area area = nextmove::area_of(zone, size);
    const SDL_Rect where = {screen_x(area.left * size.x), screen_x(area.top * size.y),
                            screen_x(area.width * size.x), screen_x(area.height * size.y)};
    const bool is_round = zone.kind == nextmove::ZoneKind::button && where.w == where.h;
    Texture& texture = zones_[zone.name + std::to_string(where.w)];
    if (texture == nullptr) {
      texture = make_picture(renderer_, where.w, where.h,
                             [&](cairo_t* cr) { draw_zone(cr, where.w, where.h, is_round); });
    }
    SDL_RenderCopy(renderer_, texture.get(), nullptr, &where);
    draw_line(zone.name, where.x + (is_round ? where.w / 2 - 20 : 14),
              where.y + (is_round ? where.h / 2 - 10 : 10), 16);
  }
}

void Scene::draw_lines(const std::string& title, const std::vector<std::string>& lines) {
  const int count = static_cast<int>(lines.size());
  const SDL_Rect where = {60, 60, 1160, std::max(80 + count * 24, 134)};
  SDL_RenderCopy(renderer_, strip_.get(), nullptr, &where);
  draw_box(where);
  draw_line(title, where.x + 20, where.y + 14, 20);
  for (int i = 0; i < count; ++i) {
    draw_line(lines[static_cast<std::size_t>(i)], where.x + 20, where.y + 54 + i * 24, 16);
  }
}

void Scene::draw_tug(const Harbour& harbour, std::size_t number) {
  const Tug& tug = harbour.tug();
  const SDL_Rect where = centred(screen_x(tug.position.x), screen_y(tug.position.y), tug_size);
  const double clockwise = -static_cast<double>(tug.heading) * 180 / std::numbers::pi;
  SDL_Texture* const tug_picture = tugs_[number % tugs_.size()].get();
  SDL_RenderCopyEx(renderer_, tug_picture, nullptr, &where, clockwise, nullptr, SDL_FLIP_NONE);
}

void Scene::draw_rings(const Harbour& harbour) {
  for (const Ring& ring : harbour.rings()) {
    const int size = 90 + static_cast<int>(ring.age * 260);
    const auto strength = static_cast<Uint8>(std::max(0.0F, 230 * (1 - ring.age / 1.6F)));
    SDL_SetTextureAlphaMod(ring_.get(), strength);
    const SDL_Rect where = centred(screen_x(ring.centre.x), screen_y(ring.centre.y), size);
    SDL_RenderCopy(renderer_, ring_.get(), nullptr, &where);
  }
}

void Scene::draw_chart(const Harbour& harbour, Vec2 size) {
  const SDL_Rect frame = chart_frame_in(size);
  SDL_SetRenderDrawColor(renderer_, 5, 15, 20, 130);
  SDL_RenderFillRect(renderer_, nullptr);
  const int shift_x = screen_x(harbour.chart_offset().x);
  const int shift_y = -static_cast<int>(std::lround(harbour.chart_offset().y));
  const float zoom = harbour.chart_zoom();
  const auto shown = [&](int length) {
    return static_cast<int>(std::lround(static_cast<float>(length) / zoom));
  };
  const SDL_Rect part = {chart_margin_x + shift_x + (frame.w - shown(frame.w)) / 2,
                         chart_margin_y + shift_y + (frame.h - shown(frame.h)) / 2, shown(frame.w),
                         shown(frame.h)};
  SDL_RenderCopy(renderer_, chart_.get(), &part, &frame);
  SDL_RenderSetClipRect(renderer_, &frame);
  const int middle_x = frame.x + frame.w / 2;
  const int middle_y = frame.y + frame.h / 2;
  for (const Vec2 mark : harbour.marks()) {
    const Vec2 offset = harbour.chart_offset();
    const int x = middle_x + screen_x((mark.x - offset.x) * zoom);
    const int y = middle_y - screen_x((mark.y - offset.y) * zoom);
    const SDL_Rect where = centred(x, y, 24);
    SDL_RenderCopy(renderer_, cross_.get(), nullptr, &where);
  }
  SDL_RenderSetClipRect(renderer_, nullptr);
  SDL_SetRenderDrawColor(renderer_, 61, 64, 77, 255);
  SDL_RenderDrawRect(renderer_, &frame);
  SDL_RenderDrawLine(renderer_, middle_x - 14, middle_y, middle_x + 14, middle_y);
  SDL_RenderDrawLine(renderer_, middle_x, middle_y - 14, middle_x, middle_y + 14);
}

void Scene::draw_status(const View& view, Vec2 size) {
  const Harbour& harbour = *view.harbour;
  const int top = static_cast<int>(size.y) - strip_height;
  const SDL_Rect where = {0, top, static_cast<int>(size.x), strip_height};
  SDL_RenderCopy(renderer_, strip_.get(), nullptr, &where);
  const Vec2 course = harbour.course();
  const char* horn = harbour.is_horn_sounding() ? "sounding" : "silent";
  const auto engine = static_cast<double>(harbour.tug().engine * 100);
  std::array<char, 96> status{};
  if (view.is_narrow) {
    std::snprintf(status.data(), status.size(), "engine %.0f %%   horn %s", engine, horn);
  } else {
    std::snprintf(status.data(), status.size(), "steer %+.1f %+.1f     engine %.0f %%     horn %s",
                  static_cast<double>(course.x), static_cast<double>(course.y), engine, horn);
  }
  std::string place = "At the helm";
  if (harbour.is_at_crane()) place = "At the crane";
  if (harbour.is_chart_open()) place = "Chart open: the helm waits";
  if (view.is_narrow) {
    place = harbour.is_chart_open() ? "chart" : harbour.is_at_crane() ? "crane" : "helm";
    place = std::string{harbour.seat().name()} + ", " + place;
  }
  draw_line(place, 24, top + 10, 17);
  draw_line(status.data(), view.is_narrow ? static_cast<int>(size.x) - 270 : 290, top + 10, 17);
  draw_line(view.hint, 24, top + 38, view.is_narrow ? 13 : 14);
}

int Scene::draw_line(const std::string& text, int x, int y, double size) {
  constexpr std::size_t enough = 400;
  if (texts_.size() > enough) texts_.clear();
  if (text.empty()) return 0;
  Texture& texture = texts_[text + std::to_string(size)];
  if (texture == nullptr) texture = make_text(renderer_, text, size, light_text);
  SDL_Rect where = {x, y, 0, 0};
  SDL_QueryTexture(texture.get(), nullptr, nullptr, &where.w, &where.h);
  SDL_RenderCopy(renderer_, texture.get(), nullptr, &where);
  return where.w;
}

// The pictures are a little higher than the words, on the same middle.
void Scene::draw_line(const Line& line, int x, int y, double size) {
  const int side = static_cast<int>(size * 1.7);
  const int rise = (side - static_cast<int>(size * 1.17)) / 2;
  for (const nextmove::PromptPart& part : line) {
    if (!part.is_control()) {
      x += draw_line(part.text, x, y, size);
      continue;
    }
    const nextmove::Icon icon = nextmove::icon_of(part);
    Texture& texture =
        icons_[icon.family + '/' + icon.name + '/' + icon.label + std::to_string(side)];
    if (texture == nullptr) {
      texture = make_picture(
          renderer_, nextmove::draw_icon(icon, families_, side, nextmove::IconGround::dark));
    }
    const SDL_Rect where = {x, y - rise, side, side};
    SDL_RenderCopy(renderer_, texture.get(), nullptr, &where);
    x += side;
  }
}

}  // namespace tidewater
