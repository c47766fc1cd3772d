#include <array>

#include <nextmove/standing.hpp>

namespace nextmove {
namespace {

constexpr std::array<std::string_view, 4> seat_standings = {"empty", "reserved", "playing",
                                                            "waiting"};
constexpr std::array<std::string_view, 4> device_standings = {"free", "owned", "shared",
                                                              "doubtful"};

}  // namespace

std::string_view to_string(SeatStanding standing) {
  return seat_standings[static_cast<std::size_t>(standing)];
}

std::string_view to_string(DeviceStanding standing) {
  return device_standings[static_cast<std::size_t>(standing)];
}

}  // namespace nextmove
