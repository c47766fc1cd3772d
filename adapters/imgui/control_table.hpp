// The table of the remap screen: a row for each action, a column for each kind of device.
#pragma once

#include <cstddef>
#include <string>
#include <vector>

#include <nextmove/hub.hpp>
#include <nextmove/remap_menu.hpp>

#include "navigation.hpp"

namespace nextmove::imgui {

/// Keeps references to all it is made with.
class ControlTable {
 public:
  ControlTable(const Hub& hub, const Seat& seat, RemapMenu& menu, const Navigation& navigation)
      : hub_(hub), seat_(seat), menu_(menu), navigation_(navigation) {}

  /// Those of remap_devices that the seat's scheme uses.
  std::vector<std::size_t> columns() const;

  /// They stand above the part that scrolls.
  void draw_heads();
  /// The rows that have the text; false where none has. What the player picks goes to the menu.
  bool draw_rows(const std::string& search);
  /// Whether the player has just picked a cell in which no control can stand.
  bool is_refused() const { return is_refused_; }

 private:
  bool is_changed(std::size_t column) const;
  void draw_row(const RemapRow& row, const std::vector<std::size_t>& columns);
  void draw_cell(const RemapRow& row, const RemapColumn& column);
  void draw_entry(const RemapRow& row, const RemapEntry& entry);
  void draw_more(const RemapColumn& column);

  const Hub& hub_;
  const Seat& seat_;
  RemapMenu& menu_;
  const Navigation& navigation_;
  bool is_focused_ = false;  // once, on the first entry that can be changed now
  bool is_refused_ = false;
};

}  // namespace nextmove::imgui
