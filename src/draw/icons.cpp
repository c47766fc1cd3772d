#include <algorithm>
#include <array>
#include <cairo-svg.h>
#include <cairo.h>
#include <filesystem>
#include <fstream>

#include <nextmove/complaint.hpp>
#include <nextmove/icons.hpp>

#include "icon_shapes.hpp"
#include "surface.hpp"

namespace nextmove {
namespace {

constexpr std::array specials = {"Key",      "Arrows",     "PadCross",   "TouchButton",
                                 "TouchTap", "TouchStick", "TouchPinch", "TouchTurn",
                                 "SwipeUp",  "SwipeDown",  "SwipeLeft",  "SwipeRight"};
constexpr int atlas_columns = 16;
constexpr int gap = 2;  // so that neighbours do not bleed into each other where they are scaled

std::string printed_on(const Icon& icon, const Families& families, Control control) {
  const Family* family = families.find(icon.family);
  if (family == nullptr) return {};
  const auto found = family->labels.find(control);
  return found == family->labels.end() ? std::string{} : found->second;
}

std::string file_of(const Icon& icon) {
  return icon.family.empty() ? icon.name : icon.family + "/" + icon.name;
}

/// Writes the files, and keeps what goes wrong.
class IconWriter {
 public:
  IconWriter(const std::string& folder, const Families& families, int size, IconGround ground)
      : folder_(folder), families_(families), size_(size), ground_(ground) {}

  std::vector<Diagnostic> write() {
    const std::vector<Icon> icons = all_icons(families_);
    for (const Icon& icon : icons) {
      make_folder_for("svg/" + file_of(icon));
      make_folder_for("png/" + file_of(icon));
    }
    if (!problems_.empty()) return std::move(problems_);
    for (const Icon& icon : icons) write_one(icon);
    write_atlas(icons);
    return std::move(problems_);
  }

 private:
  void complain(const std::string& path, std::string message) {
    problems_.push_back({.file = path, .message = std::move(message)});
  }

  void make_folder_for(const std::string& name) {
    std::error_code error;
    const auto folder = std::filesystem::path{folder_ + "/" + name}.parent_path();
    std::filesystem::create_directories(folder, error);
    if (error && problems_.empty()) complain(folder.string(), "cannot be made: " + error.message());
  }

  void paint(cairo_surface_t* surface, const Icon& icon, double x, double y) const {
    const draw::Context cairo{cairo_create(surface)};
    cairo_translate(cairo.get(), x, y);
    cairo_scale(cairo.get(), size_, size_);
    draw::draw_icon_on(cairo.get(), icon, families_, ground_);
  }

  void write_one(const Icon& icon) {
    const std::string svg = folder_ + "/svg/" + file_of(icon) + ".svg";
    const draw::Surface drawing{cairo_svg_surface_create(svg.c_str(), size_, size_)};
    paint(drawing.get(), icon, 0, 0);
    cairo_surface_finish(drawing.get());
    check(svg, cairo_surface_status(drawing.get()));
    const draw::Surface picture{cairo_image_surface_create(CAIRO_FORMAT_ARGB32, size_, size_)};
    paint(picture.get(), icon, 0, 0);
    write_png(picture.get(), folder_ + "/png/" + file_of(icon) + ".png");
  }

  void write_png(cairo_surface_t* surface, const std::string& path) {
    check(path, cairo_surface_write_to_png(surface, path.c_str()));
  }

  void check(const std::string& path, cairo_status_t status) {
    if (status == CAIRO_STATUS_SUCCESS || problems_.size() > 2) return;
    complain(path, std::string{"cannot be written: "} + cairo_status_to_string(status));
  }

  // By hand, since it is all names and numbers of ours.
  void write_atlas(const std::vector<Icon>& icons) {
    const int cell = size_ + gap;
    const int rows = (static_cast<int>(icons.size()) + atlas_columns - 1) / atlas_columns;
    const draw::Surface atlas{
        cairo_image_surface_create(CAIRO_FORMAT_ARGB32, atlas_columns * cell, rows * cell)};
    std::string index = "{\n  \"image\": \"icons.png\",\n  \"icons\": [\n";
    for (std::size_t i = 0; i < icons.size(); ++i) {
      const int x = static_cast<int>(i) % atlas_columns * cell;
      const int y = static_cast<int>(i) / atlas_columns * cell;
      paint(atlas.get(), icons[i], x, y);
      index += "    {\"name\": \"" + icons[i].name + "\"";
      if (!icons[i].family.empty()) index += ", \"family\": \"" + icons[i].family + "\"";
      index += ", \"x\": " + std::to_string(x) + ", \"y\": " + std::to_string(y) +
               ", \"width\": " + std::to_string(size_) + ", \"height\": " + std::to_string(size_) +
               (i + 1 < icons.size() ? "},\n" : "}\n");
    }
    write_png(atlas.get(), folder_ + "/icons.png");
    std::ofstream file{folder_ + "/icons.json"};
    file << index << "  ]\n}\n";
    file.close();
    if (!file) complain(folder_ + "/icons.json", "cannot be written");
  }

  const std::string& folder_;
  const Families& families_;
  int size_;
  IconGround ground_;
  std::vector<Diagnostic> problems_;
};

}  // namespace

namespace draw {

void draw_icon_on(cairo_t* cairo, const Icon& icon, const Families& families, IconGround ground) {
  IconPen pen{cairo, ground};
  const Control control = find_control(icon.name).value_or(Control::none);
  if (control == Control::none) {
    if (!draw_special(pen, icon.name)) draw_key(pen, icon, Control::none);
    return;
  }
  switch (info(control).device) {
    case DeviceKind::mouse: return draw_mouse(pen, control);
    case DeviceKind::gamepad: return draw_pad(pen, control, printed_on(icon, families, control));
    default: return draw_key(pen, icon, control);
  }
}

}  // namespace draw

Icon icon_of(const PromptPart& part) {
  return {part.icon, part.family, part.icon == "Key" ? part.text : std::string{}};
}

IconImage draw_icon(const Icon& icon, const Families& families, int size, IconGround ground) {
  if (size < 8 || size > 1024) {
    core::complain(ComplaintKind::wrong_value, "draw_icon",
                   "a picture of " + std::to_string(size) + " pixels; it may have 8 to 1024");
    return {};
  }
  const draw::Surface surface{cairo_image_surface_create(CAIRO_FORMAT_ARGB32, size, size)};
  {
    const draw::Context cairo{cairo_create(surface.get())};
    cairo_scale(cairo.get(), size, size);
    draw::draw_icon_on(cairo.get(), icon, families, ground);
  }
  cairo_surface_flush(surface.get());
  const auto length = static_cast<std::size_t>(size);
  IconImage image{size, std::vector<std::uint8_t>(length * length * 4)};
  std::uint8_t* out = image.rgba.data();
  const unsigned char* row = cairo_image_surface_get_data(surface.get());
  const int stride = cairo_image_surface_get_stride(surface.get());
  for (int y = 0; y < size; ++y, row += stride) {
    for (int x = 0; x < size; ++x, out += 4) {
      // cairo's pixels are numbers of 32 bits, multiplied by their alpha.
      const auto pixel = reinterpret_cast<const std::uint32_t*>(row)[x];
      const std::uint32_t alpha = pixel >> 24;
      if (alpha == 0) continue;
      const auto part = [&](int shift) {
        return static_cast<std::uint8_t>(std::min(255U, (pixel >> shift & 0xff) * 255 / alpha));
      };
      out[0] = part(16);
      out[1] = part(8);
      out[2] = part(0);
      out[3] = static_cast<std::uint8_t>(alpha);
    }
  }
  return image;
}

std::vector<Icon> all_icons(const Families& families) {
  std::vector<Icon> icons;
  for (const ControlInfo& control : all_controls()) {
    if (control.device != DeviceKind::touch) icons.push_back({std::string{control.name}, {}, {}});
  }
  for (const char* name : specials) icons.push_back({name, {}, {}});
  for (const Family& family : families.all()) {
    for (const auto& [control, label] : family.labels) {
      icons.push_back({std::string{to_string(control)}, family.name, {}});
    }
  }
  return icons;
}

std::vector<Diagnostic> write_icons(const std::string& folder, const Families& families, int size,
                                    IconGround ground) {
  return IconWriter{folder, families, size, ground}.write();
}

}  // namespace nextmove
