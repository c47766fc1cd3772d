// Players, devices and presses in any order: what must hold whatever happens.
#include <algorithm>
#include <cstdlib>
#include <iostream>
#include <random>
#include <set>

#include "support/chance.hpp"
#include "support/players.hpp"

namespace nextmove::support {
namespace {

using enum Control;

constexpr int step_count = 10'000;
constexpr std::size_t most_players = 3;

struct SeatingAtRandom : AtTheTable {
  SeatingAtRandom()
      : AtTheTable({.free_devices = FreeDevices::kept,
                    .joining = Joining::open,
                    .most_players = most_players}) {}

  std::size_t below(std::size_t n) { return random() % n; }
  template <class List>
  const auto& any_of(const List& list) {
    return list[below(std::size(list))];
  }

  void step() {
    const std::vector<PluggedDevice> there = hub.devices();
    switch (below(12)) {
      case 0: plug_one(); break;
      case 1:
        if (!there.empty()) unplug_one(any_of(there).id);
        break;
      case 2: hub.release_all(now); break;
      case 3:
        if (!hub.seats().empty() && below(3) == 0) hub.leave(*any_of(hub.seats()));
        break;
      case 4:
        if (!hub.seats().empty()) hub.swap(*any_of(hub.seats()), *any_of(hub.seats()));
        break;
      case 5:
        if (below(20) == 0) {
          hub.set_rules({.free_devices = FreeDevices::kept,
                         .joining = below(3) == 0 ? Joining::closed : Joining::open,
                         .most_players = most_players,
                         .splits_screen = below(2) == 0});
        }
        break;
      default:
        if (!there.empty()) operate(any_of(there));
    }
  }

  void plug_one() {
    if (hub.devices().size() >= 8) return;
    constexpr std::array kinds = {DeviceKind::keyboard, DeviceKind::mouse, DeviceKind::gamepad,
                                  DeviceKind::gamepad, DeviceKind::touch};
    static const std::array<std::string, 3> serials = {"", "a", "b"};
    ++plugged;
    plug(any_of(kinds), any_of(serials));
  }

  void unplug_one(DeviceId device) {
    ++unplugged;
    losses += static_cast<int>(hub.owners(device).size());
    hub.unplug(device, now);
    down.erase(down.lower_bound({device, none}), down.upper_bound({device, Control{0xffff}}));
    // Half of the time something comes before it has been worked off.
    if (below(2) == 0) plug_one();
    advance();
  }

  void operate(const PluggedDevice& device) {
    static const std::vector<Control> keys = {KeyW, KeyA, ArrowUp, ArrowLeft,
                                              KeyE, KeyH, Enter,   Space};
    static const std::vector<Control> buttons = {PadSouth, PadStart};
    static const std::vector<Control> clicks = {MouseLeft};
    static const std::vector<Control> fingers = {Finger1, Finger2};
    const auto& controls = device.device.kind == DeviceKind::keyboard  ? keys
                           : device.device.kind == DeviceKind::gamepad ? buttons
                           : device.device.kind == DeviceKind::mouse   ? clicks
                                                                       : fingers;
    const Control control = any_of(controls);
    const bool was_down = down.erase({device.id, control}) != 0;
    if (!was_down) down.insert({device.id, control});
    hub.feed({now, device.id, control, was_down ? 0.0F : 1.0F});
  }

  void advance() {
    now += 10ms;
    hub.update(now);
    for (const Notice& notice : hub.notices()) hear(notice);
    for (const auto& seat : hub.seats()) seat->enter("helm");
  }

  // What somebody knows who only listens to the notices.
  void hear(const Notice& notice) {
    ASSERT_LE(heard_until, notice.time) << "notices come in order";
    heard_until = notice.time;
    switch (notice.kind) {
      case NoticeKind::plugged: ++told_plugged; break;
      case NoticeKind::unplugged: ++told_unplugged; break;
      case NoticeKind::lost: ++told_lost; break;
      case NoticeKind::joined: taken.insert(notice.seat); break;
      case NoticeKind::left: taken.erase(notice.seat); break;
      default: break;
    }
  }

  void expect_order() const {
    for (const PluggedDevice& device : hub.devices()) expect_fair(device.id);
    std::size_t players = 0;
    for (const auto& seat : hub.seats()) {
      players += seat->is_taken() ? 1 : 0;
      ASSERT_TRUE(seat->is_taken() || seat->devices().empty());
      if (seat->devices().empty()) {
        ASSERT_FALSE(seat->read(horn).held);
        ASSERT_EQ(seat->read(steer).value, Vec2{});
      }
      for (const DeviceId id : seat->devices()) {
        const auto owners = hub.owners(id);
        ASSERT_NE(std::find(owners.begin(), owners.end(), seat.get()), owners.end());
      }
    }
    ASSERT_LE(players, most_players);
    ASSERT_EQ(told_plugged, plugged);
    ASSERT_EQ(told_unplugged, unplugged);
    ASSERT_EQ(told_lost, losses);
  }

  void expect_fair(DeviceId id) const {
    std::set<SchemeId> schemes;
    const auto owners = hub.owners(id);
    for (const Seat* owner : owners) {
      const bool shares = owner->scheme() != SchemeId::none &&
                          hub.playbook().scheme(owner->scheme()).shares_devices;
      ASSERT_TRUE(shares || owners.size() == 1) << "never two seats on one unshared device";
      schemes.insert(owner->scheme());
    }
    const bool is_touch = hub.find_device(id)->kind == DeviceKind::touch;
    ASSERT_TRUE(is_touch || schemes.size() == owners.size());
  }

  std::mt19937 random = chance();
  int plugged = 0;
  int unplugged = 0;
  int losses = 0;
  int told_plugged = 0;
  int told_unplugged = 0;
  int told_lost = 0;
  Time heard_until{};
  std::set<const Seat*> taken;
  std::set<std::pair<DeviceId, Control>> down;
};

TEST_F(SeatingAtRandom, KeepsToTheRulesWhateverHappens) {
  std::size_t joins = 0;
  for (int i = 0; i < rounds(step_count); ++i) {
    step();
    advance();
    expect_order();
    joins = std::max(joins, taken.size());
    ASSERT_FALSE(::testing::Test::HasFatalFailure()) << "step " << i;
  }
  EXPECT_EQ(joins, most_players) << "the test has seated nobody to speak of";
}

TEST_F(SeatingAtRandom, NothingIsHeldWhenNothingIsDown) {
  for (int i = 0; i < rounds(step_count); ++i) {
    step();
    if (i % 50 != 49) continue;
    advance();
    for (const auto& [device, control] : down) hub.feed({now, device, control, 0});
    down.clear();
    advance();
    advance();
    for (const auto& seat : hub.seats()) {
      ASSERT_FALSE(seat->read(horn).held) << "step " << i;
      ASSERT_EQ(seat->read(steer).value, Vec2{}) << "step " << i;
      ASSERT_FALSE(seat->read(hub.playbook().button("touched")).held) << "step " << i;
    }
  }
}

// The same steps, recorded and played back, seat the same players and give the same readings.
TEST_F(SeatingAtRandom, ARecordingPlaysItBackExactly) {
  Recording recording{describe(hub), {}};
  const ListenerId listener = hub.on_step([&](const Step& it) { recording.steps.push_back(it); });
  std::vector<std::string> happened;
  const auto look = [](const Hub& at, std::vector<std::string>& log) {
    std::string line;
    for (const Notice& notice : at.notices()) line += to_text(notice, at) + "; ";
    for (const auto& seat : at.seats()) {
      line +=
          std::string{seat->name()} + (seat->read(at.playbook().button("horn")).held ? "!" : "");
      for (const DeviceId id : seat->devices()) line += ' ' + at.label(id);
      line += "; ";
    }
    log.push_back(line);
  };
  for (int i = 0; i < rounds(step_count / 5); ++i) {
    step();
    now += 10ms;
    hub.update(now);
    look(hub, happened);
    for (const auto& seat : hub.seats()) seat->enter("helm");
  }
  hub.remove_listener(listener);
  Hub again{make(harbour_for_all())};
  Replay replay{recording, again, DecidedBy::recording};
  std::vector<std::string> replayed;
  while (replay.advance()) look(again, replayed);
  // unplug_one updates as well, and is not looked at above.
  std::size_t found = 0;
  for (const std::string& line : replayed) {
    if (found < happened.size() && line == happened[found]) ++found;
  }
  EXPECT_EQ(found, happened.size());
}

}  // namespace
}  // namespace nextmove::support
