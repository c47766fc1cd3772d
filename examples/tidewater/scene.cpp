#include "scene.hpp"

#include <array>
#include <cmath>
#include <cstdio>

namespace tidewater {
namespace {

constexpr int width = static_cast<int>(harbour_size.x);
constexpr int height = static_cast<int>(harbour_size.y);
constexpr int tug_size = 120;
constexpr int ring_size = 256;
constexpr int strip_height = 64;
constexpr SDL_Rect chart_frame = {170, 90, 700, 520};
constexpr double pi = 3.14159265;

constexpr Colour deep_water = {0.08, 0.22, 0.30};
constexpr Colour shallow_water = {0.16, 0.36, 0.42};
constexpr Colour stone = {0.44, 0.42, 0.40};
constexpr Colour dark_stone = {0.29, 0.28, 0.28};
constexpr Colour timber = {0.50, 0.37, 0.25};
constexpr Colour hull_red = {0.72, 0.22, 0.17};
constexpr Colour deck = {0.86, 0.76, 0.58};
constexpr Colour cabin = {0.96, 0.95, 0.91};
constexpr Colour glass = {0.20, 0.32, 0.40};
constexpr Colour funnel = {0.15, 0.16, 0.18};
constexpr Colour paper = {0.95, 0.91, 0.80};
constexpr Colour ink = {0.24, 0.25, 0.30};
constexpr Colour light_text = {0.93, 0.96, 0.96};

// From the game's y up to the screen's y down.
int screen_x(float x) {
  return static_cast<int>(std::lround(x));
}
int screen_y(float y) {
  return static_cast<int>(std::lround(harbour_size.y - y));
}

SDL_Rect centred(int x, int y, int size) {
  return {x - size / 2, y - size / 2, size, size};
}

void fill_box(cairo_t* cr, double x, double y, double w, double h, Colour colour) {
  set_colour(cr, colour);
  cairo_rectangle(cr, x, y, w, h);
  cairo_fill(cr);
}

void draw_water(cairo_t* cr) {
  cairo_pattern_t* depth = cairo_pattern_create_linear(0, 0, width, 0);
  cairo_pattern_add_color_stop_rgb(depth, 0, deep_water.red, deep_water.green, deep_water.blue);
  cairo_pattern_add_color_stop_rgb(depth, 1, shallow_water.red, shallow_water.green,
                                   shallow_water.blue);
  cairo_set_source(cr, depth);
  cairo_paint(cr);
  cairo_pattern_destroy(depth);

  cairo_set_source_rgba(cr, 1, 1, 1, 0.07);
  cairo_set_line_width(cr, 2);
  for (int row = 0; row < 20; ++row) {
    for (int i = 0; i < 8; ++i) {
      const double x = (i * 151 + row * 67) % width;
      const double y = 24 + row * 42 + (i * 29) % 17;
      cairo_move_to(cr, x, y);
      cairo_curve_to(cr, x + 10, y - 6, x + 20, y - 6, x + 30, y);
      cairo_curve_to(cr, x + 40, y + 5, x + 48, y + 5, x + 56, y);
      cairo_stroke(cr);
    }
  }
}

void draw_quay(cairo_t* cr) {
  const double left = width - static_cast<double>(quay_width);
  fill_box(cr, left, 0, width - left, height, stone);
  cairo_set_source_rgba(cr, 0, 0, 0, 0.12);
  cairo_set_line_width(cr, 1.5);
  for (int row = 0; row * 50 < height; ++row) {
    cairo_move_to(cr, left, row * 50);
    cairo_line_to(cr, width, row * 50);
    for (int i = 0; i < 3; ++i) {
      const double x = left + 40 + i * 80 + (row % 2) * 40;
      cairo_move_to(cr, x, row * 50);
      cairo_line_to(cr, x, row * 50 + 50);
    }
  }
  cairo_stroke(cr);
  fill_box(cr, left - 14, 0, 14, height, timber);
  fill_box(cr, left, 0, 10, height, dark_stone);
  for (int y = 80; y < height; y += 160) {  // bollards
    set_colour(cr, funnel);
    cairo_arc(cr, left + 30, y, 10, 0, 2 * pi);
    cairo_fill(cr);
  }
  // The berth.
  cairo_set_source_rgba(cr, 1, 1, 1, 0.55);
  cairo_set_line_width(cr, 3);
  const std::array<double, 2> dashes = {14, 10};
  cairo_set_dash(cr, dashes.data(), static_cast<int>(dashes.size()), 0);
  cairo_rectangle(cr, left - 110, 300, 84, 150);
  cairo_stroke(cr);
  cairo_set_dash(cr, nullptr, 0, 0);
  // A shed.
  fill_box(cr, left + 90, 300, 120, 180, {0.55, 0.30, 0.22});
  fill_box(cr, left + 148, 300, 4, 180, {0.40, 0.21, 0.16});
}

// Seen from above, bow to the right.
void draw_hull(cairo_t* cr) {
  cairo_translate(cr, tug_size / 2.0, tug_size / 2.0);
  cairo_move_to(cr, -48, -20);
  cairo_line_to(cr, 16, -20);
  cairo_curve_to(cr, 40, -18, 52, -6, 54, 0);
  cairo_curve_to(cr, 52, 6, 40, 18, 16, 20);
  cairo_line_to(cr, -48, 20);
  cairo_curve_to(cr, -54, 12, -54, -12, -48, -20);
  set_colour(cr, deck);
  cairo_fill_preserve(cr);
  set_colour(cr, hull_red);
  cairo_set_line_width(cr, 6);
  cairo_stroke(cr);
  fill_box(cr, -14, -13, 34, 26, cabin);
  fill_box(cr, 12, -11, 6, 22, glass);
  set_colour(cr, funnel);
  cairo_arc(cr, -28, 0, 8, 0, 2 * pi);
  cairo_fill(cr);
  set_colour(cr, hull_red);
  cairo_arc(cr, -28, 0, 4, 0, 2 * pi);
  cairo_fill(cr);
}

void draw_sound(cairo_t* cr) {
  cairo_set_source_rgba(cr, 1, 0.95, 0.75, 0.95);
  cairo_set_line_width(cr, 7);
  cairo_arc(cr, ring_size / 2.0, ring_size / 2.0, ring_size / 2.0 - 8, 0, 2 * pi);
  cairo_stroke(cr);
}

// Larger than its frame, so that it can be moved under it.
constexpr int chart_margin_x = 300;
constexpr int chart_margin_y = 200;

void draw_sea_chart(cairo_t* cr) {
  const double w = chart_frame.w + 2 * chart_margin_x;
  const double h = chart_frame.h + 2 * chart_margin_y;
  set_colour(cr, paper);
  cairo_paint(cr);
  cairo_set_source_rgba(cr, 0.35, 0.50, 0.62, 0.45);
  cairo_set_line_width(cr, 1);
  for (int x = 50; x < w; x += 100) {
    cairo_move_to(cr, x, 0);
    cairo_line_to(cr, x, h);
  }
  for (int y = 50; y < h; y += 100) {
    cairo_move_to(cr, 0, y);
    cairo_line_to(cr, w, y);
  }
  cairo_stroke(cr);
  // The coast, and depth lines off it.
  for (int line = 0; line < 4; ++line) {
    const double off = line * 46;
    cairo_move_to(cr, w, 80);
    cairo_curve_to(cr, w - 220 - off, 160, w - 120 - off, 300, w - 330 - off, 420);
    cairo_curve_to(cr, w - 480 - off, 520, w - 360 - off, 700, w - 620 - off, h);
    if (line == 0) {
      cairo_line_to(cr, w, h);
      cairo_close_path(cr);
      cairo_set_source_rgb(cr, 0.80, 0.74, 0.55);
      cairo_fill_preserve(cr);
      set_colour(cr, ink);
      cairo_set_line_width(cr, 2.5);
    } else {
      cairo_set_source_rgba(cr, 0.28, 0.44, 0.58, 0.7);
      cairo_set_line_width(cr, 1.2);
    }
    cairo_stroke(cr);
  }
}

constexpr int fog_height = 330;

void draw_fog(cairo_t* cr) {
  cairo_pattern_t* thick = cairo_pattern_create_linear(0, 0, 0, fog_height);
  cairo_pattern_add_color_stop_rgba(thick, 0, 0.86, 0.89, 0.90, 0.78);
  cairo_pattern_add_color_stop_rgba(thick, 0.55, 0.86, 0.89, 0.90, 0.42);
  cairo_pattern_add_color_stop_rgba(thick, 1, 0.86, 0.89, 0.90, 0);
  cairo_set_source(cr, thick);
  cairo_paint(cr);
  cairo_pattern_destroy(thick);
}

constexpr int beam_length = 320;
constexpr int beam_width = 170;

// From the lamp at the left.
void draw_light(cairo_t* cr) {
  cairo_pattern_t* light =
      cairo_pattern_create_radial(0, beam_width / 2.0, 0, 0, beam_width / 2.0, beam_length);
  cairo_pattern_add_color_stop_rgba(light, 0, 1, 0.97, 0.78, 0.75);
  cairo_pattern_add_color_stop_rgba(light, 1, 1, 0.97, 0.78, 0);
  cairo_move_to(cr, 0, beam_width / 2.0);
  cairo_line_to(cr, beam_length, 0);
  cairo_line_to(cr, beam_length, beam_width);
  cairo_close_path(cr);
  cairo_set_source(cr, light);
  cairo_fill(cr);
  cairo_pattern_destroy(light);
}

constexpr int jib_length = 230;
constexpr int jib_width = 28;
constexpr Vec2 crane_foot = {1110, 528};  // in the harbour

void draw_jib(cairo_t* cr) {
  fill_box(cr, 0, 6, jib_length, jib_width - 12.0, {0.90, 0.67, 0.16});
  cairo_set_source_rgb(cr, 0.45, 0.32, 0.06);
  cairo_set_line_width(cr, 2);
  for (int x = 0; x < jib_length; x += 16) {
    cairo_move_to(cr, x, 7);
    cairo_line_to(cr, x + 8, jib_width - 7.0);
    cairo_line_to(cr, x + 16, 7);
  }
  cairo_stroke(cr);
}

void draw_hook(cairo_t* cr) {
  set_colour(cr, funnel);
  cairo_arc(cr, 32, 32, 28, 0, 2 * pi);
  cairo_fill(cr);
  set_colour(cr, {0.90, 0.67, 0.16});
  cairo_arc(cr, 32, 32, 12, 0, 2 * pi);
  cairo_fill(cr);
}

void draw_zone(cairo_t* cr, int w, int h, bool is_round) {
  if (is_round) {
    cairo_arc(cr, w / 2.0, h / 2.0, std::min(w, h) / 2.0 - 3, 0, 2 * pi);
  } else {
    cairo_rectangle(cr, 3, 3, w - 6, h - 6);
  }
  cairo_set_source_rgba(cr, 1, 1, 1, 0.10);
  cairo_fill_preserve(cr);
  cairo_set_source_rgba(cr, 1, 1, 1, 0.75);
  cairo_set_line_width(cr, 3);
  const std::array<double, 2> dashes = {12, 7};
  if (!is_round) cairo_set_dash(cr, dashes.data(), static_cast<int>(dashes.size()), 0);
  cairo_stroke(cr);
}

void draw_cross(cairo_t* cr) {
  set_colour(cr, hull_red);
  cairo_set_line_width(cr, 4);
  for (const double side : {4.0, 20.0}) {
    cairo_move_to(cr, side, 4);
    cairo_line_to(cr, 24 - side, 20);
  }
  cairo_stroke(cr);
}

}  // namespace

Scene::Scene(SDL_Renderer* renderer)
    : renderer_(renderer),
      harbour_(make_picture(renderer, width, height,
                            [](cairo_t* cr) {
                              draw_water(cr);
                              draw_quay(cr);
                            })),
      fog_(make_picture(renderer, width, fog_height, draw_fog)),
      tug_(make_picture(renderer, tug_size, tug_size, draw_hull)),
      beam_(make_picture(renderer, beam_length, beam_width, draw_light)),
      jib_(make_picture(renderer, jib_length, jib_width, draw_jib)),
      hook_(make_picture(renderer, 64, 64, draw_hook)),
      ring_(make_picture(renderer, ring_size, ring_size, draw_sound)),
      chart_(make_picture(renderer, chart_frame.w + 2 * chart_margin_x,
                          chart_frame.h + 2 * chart_margin_y, draw_sea_chart)),
      cross_(make_picture(renderer, 24, 24, draw_cross)),
      strip_(make_picture(renderer, width, strip_height, [](cairo_t* cr) {
        cairo_set_source_rgba(cr, 0.04, 0.09, 0.12, 0.82);
        cairo_paint(cr);
      })) {
  SDL_SetRenderDrawBlendMode(renderer_, SDL_BLENDMODE_BLEND);
}

void Scene::draw(const Harbour& harbour, const Overlay& overlay) {
  SDL_RenderCopy(renderer_, harbour_.get(), nullptr, nullptr);
  draw_rings(harbour);
  draw_tug(harbour);
  const SDL_Rect north = {0, 0, width - static_cast<int>(quay_width), fog_height};
  SDL_RenderCopy(renderer_, fog_.get(), nullptr, &north);
  if (harbour.is_lamp_on()) draw_beam(harbour);
  draw_line_work(harbour);
  draw_crane(harbour);
  if (harbour.is_chart_open()) draw_chart(harbour);
  draw_zones(overlay);
  if (harbour.radio() != Radio::silent) draw_radio(harbour);
  draw_status(harbour);
  if (!overlay.problems.empty()) draw_problems(overlay);
}

void Scene::draw_beam(const Harbour& harbour) {
  const Tug& tug = harbour.tug();
  const int x = screen_x(tug.position.x);
  const int y = screen_y(tug.position.y);
  const SDL_Rect where = {x, y - beam_width / 2, beam_length, beam_width};
  const SDL_Point lamp = {0, beam_width / 2};
  const double clockwise =
      -static_cast<double>(tug.heading) * 180 / pi + static_cast<double>(tug.light);
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
  const double radians = angle * pi / 180;
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

void Scene::draw_radio(const Harbour& harbour) {
  const SDL_Rect where = {904, 112, 336, 112};
  draw_box(where);
  const bool is_calling = harbour.radio() == Radio::calling;
  draw_line(is_calling ? "Radio: the ferry Merrow calls" : "Merrow: crossing ahead of you, over",
            where.x + 18, where.y + 14, 17);
  draw_line(is_calling ? "Answer: T" : "Hang up: hold T", where.x + 18, where.y + 46, 15);
  draw_line("Wheel and winch wait", where.x + 18, where.y + 74, 15);
}

void Scene::draw_zones(const Overlay& overlay) {
  for (const nextmove::ZoneDefinition& zone : overlay.zones) {
    const nextmove::Area area = nextmove::area_of(zone, harbour_size);
    const SDL_Rect where = {
        screen_x(area.left * harbour_size.x), screen_x(area.top * harbour_size.y),
        screen_x(area.width * harbour_size.x), screen_x(area.height * harbour_size.y)};
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

void Scene::draw_problems(const Overlay& overlay) {
  const int lines = static_cast<int>(overlay.problems.size());
  const SDL_Rect where = {60, 60, 1160, 74 + lines * 22};
  draw_box(where);
  draw_line("The playbook was saved with problems; the one before goes on", where.x + 20,
            where.y + 14, 18);
  for (int i = 0; i < lines; ++i) {
    draw_line(overlay.problems[static_cast<std::size_t>(i)], where.x + 20, where.y + 50 + i * 22,
              14);
  }
}

void Scene::draw_tug(const Harbour& harbour) {
  const Tug& tug = harbour.tug();
  const SDL_Rect where = centred(screen_x(tug.position.x), screen_y(tug.position.y), tug_size);
  const double clockwise = -static_cast<double>(tug.heading) * 180 / pi;
  SDL_RenderCopyEx(renderer_, tug_.get(), nullptr, &where, clockwise, nullptr, SDL_FLIP_NONE);
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

void Scene::draw_chart(const Harbour& harbour) {
  SDL_SetRenderDrawColor(renderer_, 5, 15, 20, 130);
  SDL_RenderFillRect(renderer_, nullptr);
  const int shift_x = screen_x(harbour.chart_offset().x);
  const int shift_y = -static_cast<int>(std::lround(harbour.chart_offset().y));
  const float zoom = harbour.chart_zoom();
  const auto shown = [&](int length) {
    return static_cast<int>(std::lround(static_cast<float>(length) / zoom));
  };
  const SDL_Rect part = {chart_margin_x + shift_x + (chart_frame.w - shown(chart_frame.w)) / 2,
                         chart_margin_y + shift_y + (chart_frame.h - shown(chart_frame.h)) / 2,
                         shown(chart_frame.w), shown(chart_frame.h)};
  SDL_RenderCopy(renderer_, chart_.get(), &part, &chart_frame);
  SDL_RenderSetClipRect(renderer_, &chart_frame);
  const int middle_x = chart_frame.x + chart_frame.w / 2;
  const int middle_y = chart_frame.y + chart_frame.h / 2;
  for (const Vec2 mark : harbour.marks()) {
    const Vec2 offset = harbour.chart_offset();
    const int x = middle_x + screen_x((mark.x - offset.x) * zoom);
    const int y = middle_y - screen_x((mark.y - offset.y) * zoom);
    const SDL_Rect where = centred(x, y, 24);
    SDL_RenderCopy(renderer_, cross_.get(), nullptr, &where);
  }
  SDL_RenderSetClipRect(renderer_, nullptr);
  SDL_SetRenderDrawColor(renderer_, 61, 64, 77, 255);
  SDL_RenderDrawRect(renderer_, &chart_frame);
  SDL_RenderDrawLine(renderer_, middle_x - 14, middle_y, middle_x + 14, middle_y);
  SDL_RenderDrawLine(renderer_, middle_x, middle_y - 14, middle_x, middle_y + 14);
}

void Scene::draw_status(const Harbour& harbour) {
  const SDL_Rect where = {0, height - strip_height, width, strip_height};
  SDL_RenderCopy(renderer_, strip_.get(), nullptr, &where);
  const Vec2 course = harbour.course();
  std::array<char, 96> status{};
  std::snprintf(status.data(), status.size(), "steer %+.1f %+.1f     engine %.0f %%     horn %s",
                static_cast<double>(course.x), static_cast<double>(course.y),
                static_cast<double>(harbour.tug().engine * 100),
                harbour.is_horn_sounding() ? "sounding" : "silent");
  const char* place = "At the helm";
  const char* keys =
      "Steer: W A S D, arrows, left stick     Engine: R F     Horn: Space     Light: L, mouse     "
      "Winch: hold E     Anchor: X     Pilot: P     Crane: C     Chart: M";
  if (harbour.is_at_crane()) {
    place = "At the crane";
    keys = "Hoist: W S     Slew: A D, left stick     Back to the helm: C";
  }
  if (harbour.is_chart_open()) {
    place = "Chart open: the helm waits";
    keys =
        "Move the chart: W A S D, arrows, left stick     Zoom: wheel     Mark: Space     Close: M";
  }
  draw_line(place, 24, height - 54, 17);
  draw_line(status.data(), 290, height - 54, 17);
  draw_line(keys, 24, height - 29, 14);
}

void Scene::draw_line(const std::string& text, int x, int y, double size) {
  constexpr std::size_t enough = 400;
  if (texts_.size() > enough) texts_.clear();
  Texture& texture = texts_[text];
  if (texture == nullptr) texture = make_text(renderer_, text, size, light_text);
  SDL_Rect where = {x, y, 0, 0};
  SDL_QueryTexture(texture.get(), nullptr, nullptr, &where.w, &where.h);
  SDL_RenderCopy(renderer_, texture.get(), nullptr, &where);
}

}  // namespace tidewater
