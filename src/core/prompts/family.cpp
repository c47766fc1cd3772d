#include <algorithm>
#include <utility>

#include <nextmove/complaint.hpp>
#include <nextmove/family.hpp>
#include <nextmove/nearest.hpp>

#include "base/names.hpp"
#include "base/shown.hpp"

namespace nextmove {
namespace {

Family lettered(std::string name, const char* south, const char* east, const char* west,
                const char* north) {
  return {std::move(name),
          {{Control::PadSouth, south},
           {Control::PadEast, east},
           {Control::PadWest, west},
           {Control::PadNorth, north}}};
}

}  // namespace

Families::Families()
    : families_{{"positions", {}},
                lettered("a_below", "A", "B", "X", "Y"),
                lettered("a_right", "B", "A", "Y", "X"),
                lettered("shapes", "cross", "circle", "square", "triangle"),
                lettered("numbers", "3", "2", "4", "1")},
      // USB vendor numbers whose gamepads carry the lettering.
      devices_{{0x045e, 0, "a_below"}, {0x28de, 0, "a_below"}, {0x046d, 0, "a_below"},
               {0x1532, 0, "a_below"}, {0x24c6, 0, "a_below"}, {0x1bad, 0, "a_below"},
               {0x0e6f, 0, "a_below"}, {0x18d1, 0, "a_below"}, {0x0955, 0, "a_below"},
               {0x057e, 0, "a_right"}, {0x20d6, 0, "a_right"}, {0x054c, 0, "shapes"},
               {0x0079, 0, "numbers"}, {0x0810, 0, "numbers"}, {0x0583, 0, "numbers"}} {}

const Family* Families::find(std::string_view name) const {
  const auto found = std::find_if(families_.begin(), families_.end(),
                                  [&](const Family& family) { return family.name == name; });
  return found == families_.end() ? nullptr : &*found;
}

const Family& Families::of(const Device& device) const {
  const FamilyDevice* best = nullptr;
  for (const FamilyDevice& known : devices_) {
    const bool is_it =
        known.vendor == device.vendor && (known.product == 0 || known.product == device.product);
    const bool is_closer = best == nullptr || best->product == 0 || known.product != 0;
    if (is_it && is_closer) best = &known;
  }
  const bool is_lettered = device.kind == DeviceKind::gamepad && device.vendor != 0;
  const Family* family = is_lettered && best != nullptr ? find(best->family) : nullptr;
  return family != nullptr ? *family : families_.front();
}

void Families::add(Family family) {
  const auto same = std::find_if(families_.begin(), families_.end(),
                                 [&](const Family& it) { return it.name == family.name; });
  if (same == families_.end()) {
    families_.push_back(std::move(family));
  } else {
    *same = std::move(family);
  }
}

void Families::add(FamilyDevice device) {
  if (find(device.family) == nullptr) {
    return core::complain(ComplaintKind::unknown_name, "Families::add",
                          "there is no family " + core::quoted(device.family) +
                              did_you_mean(device.family, core::names_of(families_)));
  }
  devices_.push_back(std::move(device));
}

}  // namespace nextmove
