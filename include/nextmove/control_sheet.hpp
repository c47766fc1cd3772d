// The control sheet: all controls of a way to play in one picture, to hang on the wall or to print
// (NextMove::draw).
#pragma once

#include <cstddef>
#include <string>
#include <vector>

#include <nextmove/area.hpp>
#include <nextmove/diagnostic.hpp>
#include <nextmove/labels.hpp>
#include <nextmove/playbook.hpp>
#include <nextmove/profile.hpp>
#include <nextmove/scheme.hpp>

namespace nextmove {

/// What the sheet shows: a keyboard with its mouse, a gamepad, or a touch screen.
struct SheetSetting {
  const Playbook& playbook;  ///< as the player plays it; see `remapped`
  SchemeId scheme = SchemeId::none;
  /// Of which the bindings are shown. Where it has a keyboard or a mouse, that is drawn; else a
  /// gamepad, else a touch screen.
  std::vector<DeviceKind> devices{};
  const Labels& labels;
};

/// One control of one binding, as it is marked.
struct SheetMark {
  PlacedControl control{};
  ContextId context = ContextId::none;
  ActionId action = ActionId::none;
  ActionPart part = ActionPart::whole;
  bool has_with = false;  ///< only while others are held

  friend bool operator==(const SheetMark&, const SheetMark&) = default;
};

/// All there is to mark, by context and binding.
std::vector<SheetMark> sheet_marks(const SheetSetting& setting);

/// What was drawn.
struct SheetReport {
  std::size_t marks = 0;      ///< how many marks stand in the picture
  std::vector<Area> texts{};  ///< where every text stands, in pixels of 1280 by 800
};

/// Draws the sheet, 1280 by 800, as PNG or SVG by the ending of `path`; or writes a table of the
/// same in Markdown, to a path that ends in .md. Readable in black and white.
Result<SheetReport> save_control_sheet(const SheetSetting& setting, const std::string& path);

/// The devices that a seat plays on under this scheme; without one, keyboard and mouse.
std::vector<DeviceKind> sheet_devices(const Playbook& playbook, SchemeId scheme);

}  // namespace nextmove
