// cairo's objects, which let go of themselves, and its angles.
#pragma once

#include <cairo.h>
#include <memory>
#include <numbers>

namespace nextmove::draw {

inline constexpr double quarter_turn = std::numbers::pi / 2;

struct SurfaceDeleter {
  void operator()(cairo_surface_t* surface) const { cairo_surface_destroy(surface); }
};
using Surface = std::unique_ptr<cairo_surface_t, SurfaceDeleter>;

struct ContextDeleter {
  void operator()(cairo_t* context) const { cairo_destroy(context); }
};
using Context = std::unique_ptr<cairo_t, ContextDeleter>;

}  // namespace nextmove::draw
