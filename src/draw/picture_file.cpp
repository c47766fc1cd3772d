#include "picture_file.hpp"

#include <cairo-svg.h>

#include "surface.hpp"

namespace nextmove::draw {
namespace {

Diagnostic failure(const std::string& path, std::string message) {
  return {Severity::error, path, {}, std::move(message), {}};
}

}  // namespace

bool ends_with(std::string_view text, std::string_view ending) {
  return text.size() >= ending.size() && text.substr(text.size() - ending.size()) == ending;
}

std::optional<Diagnostic> save_picture(const std::string& path, double width, double height,
                                       const std::function<void(cairo_t*)>& draw) {
  const bool is_svg = ends_with(path, ".svg");
  if (!is_svg && !ends_with(path, ".png")) {
    return failure(path, "a picture is a .png or a .svg file");
  }
  const Surface surface{is_svg ? cairo_svg_surface_create(path.c_str(), width, height)
                               : cairo_image_surface_create(CAIRO_FORMAT_RGB24,
                                                            static_cast<int>(width),
                                                            static_cast<int>(height))};
  {
    const Context cairo{cairo_create(surface.get())};
    draw(cairo.get());
  }
  cairo_status_t status = CAIRO_STATUS_SUCCESS;
  if (is_svg) {
    cairo_surface_finish(surface.get());
    status = cairo_surface_status(surface.get());
  } else {
    status = cairo_surface_write_to_png(surface.get(), path.c_str());
  }
  if (status == CAIRO_STATUS_SUCCESS) return std::nullopt;
  return failure(path, std::string{"cannot be written: "} + cairo_status_to_string(status));
}

}  // namespace nextmove::draw
