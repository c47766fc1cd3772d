// Pictures drawn once with cairo and kept as SDL textures.
#pragma once

#include <SDL.h>
#include <cairo.h>
#include <functional>
#include <memory>
#include <string>

#include <nextmove/icons.hpp>

namespace tidewater {

struct TextureDeleter {
  void operator()(SDL_Texture* texture) const { SDL_DestroyTexture(texture); }
};
using Texture = std::unique_ptr<SDL_Texture, TextureDeleter>;

struct Colour {
  double red, green, blue, alpha = 1;
};

inline void set_colour(cairo_t* cr, Colour c) {
  cairo_set_source_rgba(cr, c.red, c.green, c.blue, c.alpha);
}

/// A texture with transparent ground, drawn on by `draw`.
Texture make_picture(SDL_Renderer* renderer, int width, int height,
                     const std::function<void(cairo_t*)>& draw);

/// The same of one that is drawn already.
Texture make_picture(SDL_Renderer* renderer, const nextmove::IconImage& image);

/// One line of text; the texture is as large as the text.
Texture make_text(SDL_Renderer* renderer, const std::string& text, double size, Colour colour);

/// What the renderer shows, as a PNG file. False, with nothing written, where that fails.
bool save_screenshot(SDL_Renderer* renderer, const std::string& path);

}  // namespace tidewater
