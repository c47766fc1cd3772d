// What must hold for every playbook and every stream of events.
#include <algorithm>
#include <array>
#include <bit>
#include <random>

#include "support/chance.hpp"
#include "support/playbooks.hpp"
#include "support/random_playbook.hpp"

namespace nextmove::support {
namespace {

class AtRandom : public ::testing::Test {
 protected:
  int below(int n) { return std::uniform_int_distribution{0, n - 1}(random_); }

  /// Events of all kinds of device, in order of time, for devices 1 to 4.
  std::vector<Event> events(int count) {
    using enum Control;
    constexpr std::array keys = {KeyA, KeyB, KeyC, KeyD, ShiftLeft, ControlLeft};
    constexpr std::array mice = {MouseLeft, Wheel, MouseMotion, MousePosition};
    constexpr std::array pads = {PadSouth, PadEast, PadLeftTrigger, PadLeftStick, PadRightStick};
    constexpr std::array fingers = {Finger1, Finger1Position, Finger2, Finger2Position};
    const auto pick = [&](const auto& from) {
      return from[static_cast<std::size_t>(below(static_cast<int>(from.size())))];
    };
    std::vector<Event> all;
    Time time{};
    for (int i = 0; i < count; ++i) {
      time += std::chrono::milliseconds{below(12)};
      const int device = below(4);
      const Control control = device == 0   ? pick(keys)
                              : device == 1 ? pick(mice)
                              : device == 2 ? pick(pads)
                                            : pick(fingers);
      const auto eighths = [&](int from) { return static_cast<float>(from + below(9 - from)) / 8; };
      Event event{time, DeviceId{static_cast<std::uint32_t>(device + 1)}, control};
      switch (info(control).form) {
        case ControlForm::button: event.x = static_cast<float>(below(2)); break;
        case ControlForm::trigger: event.x = eighths(0); break;
        case ControlForm::position:
          event.x = eighths(0);
          event.y = eighths(0);
          break;
        default: event.x = eighths(-8); event.y = eighths(-8);
      }
      all.push_back(event);
    }
    return all;
  }

  /// A hub with all devices and some contexts entered.
  static Seat& set_up(Hub& hub) {
    Seat& seat = hub.add_seat("tug");
    hub.set_longest_step(Duration::max());
    hub.set_custom("bend", [](Vec2 v) { return Vec2{v.x * std::abs(v.x), v.y}; });
    for (const DeviceKind kind :
         {DeviceKind::keyboard, DeviceKind::mouse, DeviceKind::gamepad, DeviceKind::touch}) {
      hub.plug({kind, "simulated"}, {});
    }
    for (const char* context : {"context0", "context2", "context3"}) seat.enter(context);
    return seat;
  }

  std::mt19937 random_ = chance();
};

TEST_F(AtRandom, AnySplitIntoUpdatesGivesTheSamePresses) {
  for (int round = 0; round < rounds(200); ++round) {
    const Playbook book = make(random_playbook(random_, false));
    const std::vector<Event> all = events(300);
    Hub at_once{book};
    Hub in_pieces{book};
    Seat& first = set_up(at_once);
    Seat& second = set_up(in_pieces);
    for (const Event& event : all) {
      at_once.feed(event);
      in_pieces.feed(event);
      if (below(3) == 0) in_pieces.update(event.time);
    }
    const Time end = all.back().time + 1s;
    at_once.update(end);
    in_pieces.update(end);
    for (std::size_t i = 0; i < book.actions().size(); ++i) {
      const Reading& a = first.readings()[i];
      const Reading& b = second.readings()[i];
      ASSERT_EQ(a.presses_ever, b.presses_ever) << "round " << round << ", action " << i;
      ASSERT_EQ(a.releases_ever, b.releases_ever) << "round " << round << ", action " << i;
      ASSERT_EQ(a.early_ever, b.early_ever) << "round " << round << ", action " << i;
      ASSERT_EQ(a.downs_ever, b.downs_ever) << "round " << round << ", action " << i;
      ASSERT_EQ(a.ways_ever, b.ways_ever) << "round " << round << ", action " << i;
      ASSERT_EQ(a.button.held, b.button.held) << "round " << round << ", action " << i;
    }
  }
}

TEST_F(AtRandom, TheOrderOfFeedingMakesNoDifference) {
  for (int round = 0; round < rounds(100); ++round) {
    const Playbook book = make(random_playbook(random_, false));
    std::vector<Event> all = events(300);
    for (std::size_t i = 0; i < all.size(); ++i) all[i].time += std::chrono::microseconds{i};
    Hub in_order{book};
    Hub shuffled{book};
    Seat& first = set_up(in_order);
    Seat& second = set_up(shuffled);
    constexpr std::size_t piece = 20;
    for (std::size_t from = 0; from < all.size(); from += piece) {
      std::vector<Event> some{all.begin() + static_cast<std::ptrdiff_t>(from),
                              all.begin() + static_cast<std::ptrdiff_t>(from + piece)};
      for (const Event& event : some) in_order.feed(event);
      const Time end = some.back().time;
      std::shuffle(some.begin(), some.end(), random_);
      for (const Event& event : some) shuffled.feed(event);
      in_order.update(end);
      shuffled.update(end);
      for (std::size_t i = 0; i < book.actions().size(); ++i) {
        ASSERT_EQ(first.readings()[i], second.readings()[i]) << "round " << round << ", " << i;
      }
    }
  }
}

TEST_F(AtRandom, AShiftInTimeMakesNoDifference) {
  for (int round = 0; round < rounds(100); ++round) {
    const Playbook book = make(random_playbook(random_, false));
    Hub early{book};
    Hub late{book};
    Seat& first = set_up(early);
    Seat& second = set_up(late);
    constexpr Duration shift = 1h + 1us;
    late.update(shift);
    for (Event event : events(300)) {
      early.feed(event);
      const Time time = event.time;
      event.time += shift;
      late.feed(event);
      if (below(3) != 0) continue;
      early.update(time);
      late.update(time + shift);
      for (std::size_t i = 0; i < book.actions().size(); ++i) {
        ASSERT_EQ(first.readings()[i], second.readings()[i]) << "round " << round << ", " << i;
      }
    }
  }
}

TEST_F(AtRandom, NothingIsHeldWithNothingDown) {
  for (int round = 0; round < rounds(400); ++round) {
    Hub hub{make(random_playbook(random_, false))};
    Seat& seat = set_up(hub);
    const auto name = [&](const char* what, int n) { return what + std::to_string(below(n)); };
    Time now{};
    for (const Event& event : events(200)) {
      hub.feed(event);
      now = event.time;
      switch (below(16)) {
        case 0: seat.enter(name("context", 4)); break;
        case 1: seat.leave(name("context", 4)); break;
        case 2: seat.mute(name("mute", 2)); break;
        case 3: seat.unmute(name("mute", 2)); break;
        case 4: hub.release_all(now); break;
        case 5:
        case 6:
        case 7: hub.update(now); break;
        default: break;
      }
    }
    // Whichever way everything ends, nothing stays.
    switch (below(3)) {
      case 0: hub.release_all(now); break;
      case 1:
        for (const PluggedDevice& device : hub.devices()) hub.unplug(device.id, now);
        break;
      default:
        hub.update(now);
        for (int i = 0; i < 4; ++i) seat.leave("context" + std::to_string(i));
    }
    hub.update(now);
    hub.update(now);
    for (std::size_t i = 0; i < seat.readings().size(); ++i) {
      const Reading& reading = seat.readings()[i];
      ASSERT_FALSE(reading.button.held) << "round " << round << ", action " << i;
      ASSERT_EQ(reading.button.progress, 0) << "round " << round << ", action " << i;
      if (reading.kind == ActionKind::pointer) continue;
      ASSERT_EQ(reading.value, Vec2{}) << "round " << round << ", action " << i;
    }
  }
}

TEST_F(AtRandom, TheSameEventsGiveTheSameBits) {
  for (int round = 0; round < rounds(50); ++round) {
    const Playbook book = make(random_playbook(random_, false));
    const std::vector<Event> all = events(300);
    Hub one{book};
    Hub other{book};
    Seat& first = set_up(one);
    Seat& second = set_up(other);
    for (const Event& event : all) {
      one.feed(event);
      other.feed(event);
      if (below(4) != 0) continue;
      one.update(event.time);
      other.update(event.time);
      for (std::size_t i = 0; i < book.actions().size(); ++i) {
        ASSERT_EQ(first.readings()[i], second.readings()[i]);
      }
    }
  }
}

/// FNV-1a, over the bits of what is read.
class Hash {
 public:
  void add(float value) { add(std::bit_cast<std::uint32_t>(value)); }
  void add(std::uint32_t value) {
    for (int byte = 0; byte < 4; ++byte) {
      hash_ = (hash_ ^ (value >> (8 * byte) & 0xffU)) * 1'099'511'628'211U;
    }
  }
  std::uint64_t value() const { return hash_; }

 private:
  std::uint64_t hash_ = 14'695'981'039'346'656'037U;
};

// The figure was the same under g++ and clang++, with optimisation and without.
TEST_F(AtRandom, EveryCompilerGivesTheSameBits) {
  random_.seed(1);
  Hash hash;
  for (int round = 0; round < 40; ++round) {
    Hub hub{make(random_playbook(random_, false))};
    Seat& seat = set_up(hub);
    for (const Event& event : events(200)) {
      hub.feed(event);
      if (below(3) != 0) continue;
      hub.update(event.time);
      for (const Reading& reading : seat.readings()) {
        hash.add(reading.value.x);
        hash.add(reading.value.y);
        hash.add(reading.button.progress);
        hash.add(reading.presses_ever * 31 + reading.releases_ever);
        hash.add(static_cast<std::uint32_t>(reading.digital.eight));
        hash.add(reading.ways_ever.right * 31 + reading.ways_ever.up);
      }
    }
  }
  EXPECT_EQ(hash.value(), 9'681'717'128'153'126'379U);
}

}  // namespace
}  // namespace nextmove::support
