#include "picture.hpp"

#include <cmath>
#include <vector>

namespace tidewater {
namespace {

struct SurfaceDeleter {
  void operator()(cairo_surface_t* surface) const { cairo_surface_destroy(surface); }
};
using Surface = std::unique_ptr<cairo_surface_t, SurfaceDeleter>;

struct ContextDeleter {
  void operator()(cairo_t* cr) const { cairo_destroy(cr); }
};
using Context = std::unique_ptr<cairo_t, ContextDeleter>;

Surface make_surface(int width, int height) {
  return Surface{cairo_image_surface_create(CAIRO_FORMAT_ARGB32, width, height)};
}

void choose_font(cairo_t* cr, double size) {
  cairo_select_font_face(cr, "DejaVu Sans", CAIRO_FONT_SLANT_NORMAL, CAIRO_FONT_WEIGHT_NORMAL);
  cairo_set_font_size(cr, size);
}

}  // namespace

Texture make_picture(SDL_Renderer* renderer, int width, int height,
                     const std::function<void(cairo_t*)>& draw) {
  const Surface surface = make_surface(width, height);
  const Context cr{cairo_create(surface.get())};
  draw(cr.get());
  cairo_surface_flush(surface.get());
  Texture texture{SDL_CreateTexture(renderer, SDL_PIXELFORMAT_ARGB8888, SDL_TEXTUREACCESS_STATIC,
                                    width, height)};
  if (texture == nullptr) return texture;
  SDL_UpdateTexture(texture.get(), nullptr, cairo_image_surface_get_data(surface.get()),
                    cairo_image_surface_get_stride(surface.get()));
  // cairo's colours are multiplied by their alpha already.
  const SDL_BlendMode premultiplied = SDL_ComposeCustomBlendMode(
      SDL_BLENDFACTOR_ONE, SDL_BLENDFACTOR_ONE_MINUS_SRC_ALPHA, SDL_BLENDOPERATION_ADD,
      SDL_BLENDFACTOR_ONE, SDL_BLENDFACTOR_ONE_MINUS_SRC_ALPHA, SDL_BLENDOPERATION_ADD);
  if (SDL_SetTextureBlendMode(texture.get(), premultiplied) != 0) {
    SDL_SetTextureBlendMode(texture.get(), SDL_BLENDMODE_BLEND);
  }
  return texture;
}

Texture make_text(SDL_Renderer* renderer, const std::string& text, double size, Colour colour) {
  const Surface scratch = make_surface(1, 1);
  const Context measure{cairo_create(scratch.get())};
  choose_font(measure.get(), size);
  cairo_text_extents_t extents;
  cairo_text_extents(measure.get(), text.c_str(), &extents);
  cairo_font_extents_t font;
  cairo_font_extents(measure.get(), &font);
  const int width = static_cast<int>(std::ceil(extents.x_advance)) + 2;
  const int height = static_cast<int>(std::ceil(font.height));
  return make_picture(renderer, width, height, [&](cairo_t* cr) {
    choose_font(cr, size);
    set_colour(cr, colour);
    cairo_move_to(cr, 1, font.ascent);
    cairo_show_text(cr, text.c_str());
  });
}

bool save_screenshot(SDL_Renderer* renderer, const std::string& path) {
  int width = 0;
  int height = 0;
  SDL_GetRendererOutputSize(renderer, &width, &height);
  const Surface surface = make_surface(width, height);
  cairo_surface_flush(surface.get());
  const int read = SDL_RenderReadPixels(renderer, nullptr, SDL_PIXELFORMAT_ARGB8888,
                                        cairo_image_surface_get_data(surface.get()),
                                        cairo_image_surface_get_stride(surface.get()));
  cairo_surface_mark_dirty(surface.get());
  return read == 0 && cairo_surface_write_to_png(surface.get(), path.c_str()) == CAIRO_STATUS_SUCCESS;
}

}  // namespace tidewater
