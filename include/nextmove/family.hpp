// Families: which lettering a gamepad carries, by its vendor and product numbers.
#pragma once

#include <cstdint>
#include <map>
#include <span>
#include <string>
#include <string_view>
#include <vector>

#include <nextmove/control.hpp>
#include <nextmove/device.hpp>

namespace nextmove {

/// What is printed on the controls of some gamepads. What a family does not name is called by its
/// position: "left shoulder".
struct Family {
  std::string name{};
  /// By gamepad control: a text to show ("A"), or a key of the wording ("cross").
  std::map<Control, std::string> labels{};

  friend bool operator==(const Family&, const Family&) = default;
};

/// Says that gamepads with these numbers are of a family.
struct FamilyDevice {
  std::uint16_t vendor = 0;
  std::uint16_t product = 0;  ///< 0: all of the vendor's that are not named by themselves
  std::string family{};

  friend bool operator==(const FamilyDevice&, const FamilyDevice&) = default;
};

/// The families that are known, and which gamepads are of them. From the start these are
///   positions  no lettering: "south button"; also what is not known is of it
///   a_below    letters, with A below, B at the right, X at the left, Y above
///   a_right    letters, with A at the right, B below, X above, Y at the left
///   shapes     cross below, circle at the right, square at the left, triangle above
///   numbers    1 above, 2 at the right, 3 below, 4 at the left
class Families {
 public:
  Families();

  std::span<const Family> all() const { return families_; }
  /// The family with this name, or nullptr. Valid until the next change.
  const Family* find(std::string_view name) const;
  /// The family of a device; positions where nothing is known of it, and for what is no gamepad.
  /// Valid until the next change.
  const Family& of(const Device& device) const;

  /// Adds a family, or replaces the one with its name.
  void add(Family family);
  /// Later ones count more than earlier ones. A family that is not known by then is a complaint,
  /// and the device is not added.
  void add(FamilyDevice device);

 private:
  std::vector<Family> families_;
  std::vector<FamilyDevice> devices_;
};

}  // namespace nextmove
