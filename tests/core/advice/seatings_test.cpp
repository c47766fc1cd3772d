#include "support/players.hpp"

namespace nextmove::support {
namespace {

using Names = std::vector<std::string>;

Names named(const Playbook& book, std::span<const DeviceKind> devices, std::size_t players) {
  Names names;
  for (const std::vector<SchemeId>& way : seatings(book, devices, players)) {
    std::string line;
    for (const SchemeId scheme : way) line += (line.empty() ? "" : " ") + book.scheme(scheme).name;
    names.push_back(line);
  }
  return names;
}

TEST(Seatings, OfferOnePlayerEverySchemeWhoseDevicesAreThere) {
  using enum DeviceKind;
  const Playbook book = make(harbour_for_all());
  EXPECT_EQ(named(book, std::array{keyboard}, 1), (Names{"desk", "left_keys", "right_keys"}));
  EXPECT_EQ(named(book, std::array{gamepad, mouse}, 1), Names{"pad"});
  EXPECT_EQ(named(book, {}, 1), Names{});
}

TEST(Seatings, GiveAnUnsharedDeviceToOnePlayerOnly) {
  using enum DeviceKind;
  const Playbook book = make(harbour_for_all());
  EXPECT_EQ(named(book, std::array{keyboard, gamepad}, 2),
            (Names{"desk pad", "pad left_keys", "pad right_keys", "left_keys right_keys"}));
  EXPECT_EQ(named(book, std::array{gamepad, gamepad}, 2), Names{"pad pad"});
}

TEST(Seatings, SeatAnyNumberAtASharedTouchScreen) {
  using enum DeviceKind;
  const Playbook book = make(harbour_for_all());
  EXPECT_EQ(named(book, std::array{touch}, 3), Names{"fingers fingers fingers"});
}

// What is said to be possible is, and what is not said is not: the hub is asked to do it.
TEST(Seatings, AgreeWithWhatTheHubDoes) {
  using enum DeviceKind;
  const Playbook book = make(harbour_for_all());
  const auto schemes = static_cast<unsigned>(book.schemes().size());
  for (unsigned set = 0; set < 81; ++set) {
    std::vector<DeviceKind> devices;
    devices.insert(devices.end(), set % 3, keyboard);
    devices.insert(devices.end(), set / 3 % 3, gamepad);
    devices.insert(devices.end(), set / 9 % 3, touch);
    const auto ways = seatings(book, devices, 3);
    for (unsigned trio = 0; trio < schemes * schemes * schemes; ++trio) {
      const std::vector<SchemeId> way = {SchemeId(trio / schemes / schemes),
                                         SchemeId(trio / schemes % schemes),
                                         SchemeId(trio % schemes)};
      if (!std::is_sorted(way.begin(), way.end())) continue;
      Hub hub{book};
      hub.set_rules({.free_devices = FreeDevices::kept});
      for (const DeviceKind kind : devices) hub.plug({.kind = kind}, {});
      const bool works = std::all_of(way.begin(), way.end(), [&](SchemeId scheme) {
        return static_cast<bool>(hub.join(scheme));
      });
      const bool is_offered = std::find(ways.begin(), ways.end(), way) != ways.end();
      ASSERT_EQ(works, is_offered) << "devices " << set << ", schemes " << trio;
    }
  }
}

}  // namespace
}  // namespace nextmove::support
