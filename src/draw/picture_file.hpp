// Pictures as files.
#pragma once

#include <cairo.h>
#include <functional>
#include <optional>
#include <string>
#include <string_view>

#include <nextmove/diagnostic.hpp>

namespace nextmove::draw {

bool ends_with(std::string_view text, std::string_view ending);

/// Draws a page of this size in pixels, as PNG or SVG by the ending of `path`. What went wrong, if
/// anything did.
std::optional<Diagnostic> save_picture(const std::string& path, double width, double height,
                                       const std::function<void(cairo_t*)>& draw);

}  // namespace nextmove::draw
