#include "picture.hpp"

#include <algorithm>
#include <cmath>
#include <cstddef>

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

// cairo's colours are multiplied by their alpha; SDL's are not.
void divide_by_alpha(unsigned char* pixels, int count) {
  for (int i = 0; i < count; ++i) {
    unsigned char* pixel = pixels + static_cast<std::ptrdiff_t>(i) * 4;
    const unsigned alpha = pixel[3];
    if (alpha == 0 || alpha == 255) continue;
    for (int channel = 0; channel < 3; ++channel) {
      pixel[channel] = static_cast<unsigned char>(std::min(255U, pixel[channel] * 255U / alpha));
    }
  }
}

}  // namespace

Texture make_picture(SDL_Renderer* renderer, int width, int height,
                     const std::function<void(cairo_t*)>& draw) {
  const Surface surface = make_surface(width, height);
  const Context cr{cairo_create(surface.get())};
  draw(cr.get());
  cairo_surface_flush(surface.get());
  divide_by_alpha(cairo_image_surface_get_data(surface.get()), width * height);
  Texture texture{SDL_CreateTexture(renderer, SDL_PIXELFORMAT_ARGB8888, SDL_TEXTUREACCESS_STATIC,
                                    width, height)};
  if (texture == nullptr) return texture;
  SDL_UpdateTexture(texture.get(), nullptr, cairo_image_surface_get_data(surface.get()),
                    cairo_image_surface_get_stride(surface.get()));
  SDL_SetTextureBlendMode(texture.get(), SDL_BLENDMODE_BLEND);
  return texture;
}

Texture make_picture(SDL_Renderer* renderer, const nextmove::IconImage& image) {
  Texture texture{SDL_CreateTexture(renderer, SDL_PIXELFORMAT_RGBA32, SDL_TEXTUREACCESS_STATIC,
                                    image.size, image.size)};
  if (texture == nullptr) return texture;
  SDL_UpdateTexture(texture.get(), nullptr, image.rgba.data(), image.size * 4);
  SDL_SetTextureBlendMode(texture.get(), SDL_BLENDMODE_BLEND);
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
  return read == 0 &&
         cairo_surface_write_to_png(surface.get(), path.c_str()) == CAIRO_STATUS_SUCCESS;
}

}  // namespace tidewater
