// The hub, called in every way and in any order, also by what it calls itself.
#include <array>
#include <cmath>
#include <deque>
#include <limits>
#include <optional>
#include <random>
#include <string>

#include "always.hpp"
#include "fuzzed.hpp"
#include "support/random_playbook.hpp"

namespace nextmove::fuzz {
namespace {

using namespace std::chrono_literals;

/// Choices made by bytes; where none are left the first is chosen.
class Choices {
 public:
  explicit Choices(std::string_view bytes) : bytes_(bytes) {}

  bool are_left() const { return !bytes_.empty(); }

  std::size_t below(std::size_t count) {
    if (bytes_.empty() || count == 0) return 0;
    const auto byte = static_cast<unsigned char>(bytes_.front());
    bytes_.remove_prefix(1);
    return byte % count;
  }

  bool flag() { return below(2) == 1; }

  template <class List>
  auto& one_of(List& list) {
    return list[below(std::size(list))];
  }

  float number() {
    constexpr float huge = std::numeric_limits<float>::max();
    constexpr float infinite = std::numeric_limits<float>::infinity();
    constexpr float none = std::numeric_limits<float>::quiet_NaN();
    constexpr std::array numbers = {0.0F,  1.0F,   -1.0F, 0.5F,  -0.5F, 0.01F,    1e-30F,    0.7F,
                                    30.0F, -30.0F, 1e9F,  1e20F, huge,  infinite, -infinite, none};
    return one_of(numbers);
  }

 private:
  std::string_view bytes_;
};

const std::vector<Playbook>& books() {
  static const std::vector<Playbook> all = [] {
    std::vector<Playbook> made;
    for (unsigned seed = 1; seed <= 8; ++seed) {
      std::mt19937 random{seed};
      made.push_back(*make_playbook(support::random_playbook(random, false)));
    }
    return made;
  }();
  return all;
}

Vec2 twice(Vec2 value) {
  return {value.x * 2, value.y * 2};
}

class Caller {
 public:
  explicit Caller(std::string_view bytes)
      : choices_(bytes), hub_(choices_.one_of(books())), keeps_story_(bytes.size() % 2 == 0) {
    hub_.on_step([](const Step&) {});
    hub_.add_seat("port tug");
    if (keeps_story_) hub_.keep_story(20);
    if (bytes.size() % 3 == 0) keeper_.emplace(hub_, 100ms);
    for (const char* name : {"skewed", "bent"}) hub_.set_custom(name, twice);
  }

  void run() {
    for (int i = 0; i < 300 && choices_.are_left(); ++i) {
      call();
      look();
    }
    for (const auto& it : hub_.seats()) {
      look_at_prompts(*it);
      look_at_causes(*it);
    }
    look_at_story();
    if (keeper_) look_at_kept();
    for (const SharedClash& it : hub_.clashes()) {
      require(it.first.seat != it.second.seat, "two players clash");
    }
  }

 private:
  // Plays to its end, at the moment where the hub is.
  void look_at_kept() {
    const Recording kept = keeper_->recording();
    Hub again{*kept.header.playbook};
    for (const char* name : {"skewed", "bent"}) again.set_custom(name, twice);
    Replay replay{kept, again, DecidedBy::recording};
    while (replay.advance()) {
    }
    require(again.now() == hub_.now(), "what is kept plays to another moment");
  }

  void call() {
    switch (choices_.below(12)) {
      case 0:
      case 1:
      case 2: return feed();
      case 3:
      case 4: return update();
      case 5: return of_devices();
      case 6:
      case 7: return of_contexts();
      case 8: return of_players();
      case 9: return of_changes();
      case 10: return of_interceptors();
      default: return of_handlers();
    }
  }

  // ---- what a call is given

  Seat& seat() { return *hub_.seats()[choices_.below(hub_.seats().size())]; }

  // Of ten, some that are gone, and some that never were.
  DeviceId device() {
    return choices_.flag() && !plugged_.empty()
               ? choices_.one_of(plugged_)
               : DeviceId{static_cast<std::uint32_t>(choices_.below(10))};
  }
  template <class Id>
  Id id(std::size_t count) {
    return static_cast<Id>(choices_.below(count + 1));  // one too far
  }
  ActionId action() { return id<ActionId>(hub_.playbook().actions().size()); }
  SchemeId scheme() {
    return choices_.flag() ? id<SchemeId>(hub_.playbook().schemes().size()) : SchemeId::none;
  }
  ActionPart part() { return static_cast<ActionPart>(choices_.below(7)); }
  DeviceKind kind() { return static_cast<DeviceKind>(choices_.below(4)); }
  Control control() { return all_controls()[choices_.below(256) % all_controls().size()].control; }
  Time moment() {
    constexpr std::array<Duration, 8> steps = {0ms,   1ms, 16ms,  100ms,
                                               400ms, 5s,  -10ms, std::chrono::hours{24 * 400}};
    return now_ + choices_.one_of(steps);
  }

  // ---- calls

  void feed() {
    Event event{moment(), device(), control(), choices_.number(), choices_.number()};
    // Mostly such as a device says.
    if (choices_.flag()) event.time = now_ + 1ms;
    if (!plugged_.empty() && choices_.below(8) != 0) {
      event.device = choices_.one_of(plugged_);
      event.control = source_on(hub_.find_device(event.device), choices_.below(256));
    }
    if (choices_.below(8) != 0 && !is_valid(event)) event.y = 0;
    if (choices_.below(8) != 0 && !is_valid(event)) event.x = choices_.flag() ? 1.0F : 0.0F;
    if (choices_.below(8) == 1) return hub_.take_up(event);
    hub_.feed(event);
  }

  static Control source_on(const Device* device, std::size_t number) {
    if (device == nullptr) return Control::KeyA;
    std::vector<Control> there;
    for (const ControlInfo& it : all_controls()) {
      if (it.device == device->kind && it.source == it.control) there.push_back(it.control);
    }
    return there[number % there.size()];
  }

  void update() {
    const Time before = hub_.now();
    hub_.update(moment());
    require(hub_.now() >= before, "time does not go back");
    now_ = hub_.now();
    for (const auto& it : hub_.seats()) {
      for (std::size_t i = 0; i < it->readings().size(); ++i) {
        const ButtonReading& button = it->readings()[i].button;
        require(button.pressed == (button.presses > 0), "pressed is having presses");
        require(button.released == (button.releases > 0), "released is having releases");
      }
    }
  }

  void of_devices() {
    switch (choices_.below(8)) {
      case 0:
      case 1: {
        const DeviceKind its_kind = kind();
        Device it{its_kind, "simulated"};
        it.vendor = static_cast<std::uint16_t>(choices_.below(3));
        if (choices_.flag()) it.serial = "one";
        if (choices_.flag()) it.port = "left";
        plugged_.push_back(hub_.plug(it, moment()));
        return;
      }
      case 2: return hub_.unplug(device(), moment());
      case 3: return hub_.give(device(), seat());
      case 4: return hub_.free(device());
      case 5: return hub_.swap(seat(), seat());
      case 6: return hub_.release_all(moment());
      default:
        hub_.set_window(choices_.number(), choices_.number());
        hub_.set_part(seat(),
                      {choices_.number(), choices_.number(), choices_.number(), choices_.number()});
    }
  }

  void of_contexts() {
    Seat& it = seat();
    const auto context = id<ContextId>(hub_.playbook().contexts().size());
    const auto mute = id<MuteId>(hub_.playbook().mutes().size());
    switch (choices_.below(7)) {
      case 0:
      case 1: return it.enter(context);
      case 2: return it.leave(context);
      case 3: return it.switch_to(context);
      case 4: return it.mute(mute);
      case 5: return it.unmute(mute);
      default: return it.enter("no such context");
    }
  }

  void of_players() {
    switch (choices_.below(8)) {
      case 0:
        if (hub_.seats().size() < 4) hub_.add_seat(std::string(hub_.seats().size(), 'x'));
        return;
      case 1: {
        SeatingRules rules;
        rules.free_devices = static_cast<FreeDevices>(choices_.below(3));
        rules.joining = static_cast<Joining>(choices_.below(3));
        rules.most_players = choices_.below(4);
        rules.first_pad = choices_.below(3);
        rules.splits_screen = choices_.flag();
        rules.asks_whose = choices_.flag();
        rules.take_over_after = choices_.flag() ? 0ms : 1000ms;
        return hub_.set_rules(rules);
      }
      case 2:
      case 3: {
        const SchemeId wanted = scheme();
        const DeviceId with = device();
        Seat* at = choices_.flag() ? &seat() : nullptr;
        const JoinAnswer could = hub_.can_join(wanted, with, at);
        const JoinAnswer did = hub_.join(wanted, with, at);
        // An interceptor may ask, and seats nobody.
        require(is_within_ || static_cast<bool>(could) == static_cast<bool>(did),
                "who can join joins");
        return;
      }
      case 4: return hub_.leave(seat());
      case 5: return hub_.hold_to(seat(), scheme());
      case 6: return hub_.reserve(seat(), choices_.flag());
      default: return hub_.set_typing(seat(), choices_.flag());
    }
  }

  void of_changes() {
    if (++changes_ > most_changes) return of_contexts();
    switch (choices_.below(5)) {
      case 0: hub_.adopt(choices_.one_of(books())); return;
      case 1: {
        Profile changed;
        Seat& it = seat();
        Draft draft{hub_.playbook(), it.profile(), it.scheme()};
        draft.keep_off(hub_.taken_controls(it));
        const ControlSlot slot{action(), part(), ContextId::none, kind(), choices_.below(3)};
        draft.put(slot, control(), static_cast<OnClash>(choices_.below(4)));
        draft.tune({.sensitivity = choices_.number(), .toggle = choices_.flag()});
        draft.swap_sticks(choices_.flag());
        hub_.set_profile(it, draft.profile());
        return;
      }
      case 2: return hub_.capture(seat(), {action(), part(), kind()});
      case 3: return hub_.stop_capture(seat());
      default: return hub_.set_longest_step(choices_.flag() ? 250ms : moment() - now_);
    }
  }

  template <class Visit>
  void with_action(const Visit& visit) {
    const ActionId wanted = action();
    if (static_cast<std::size_t>(wanted) >= hub_.playbook().actions().size()) return;
    const ActionDefinition& it = hub_.playbook().action(wanted);
    switch (it.kind) {
      case ActionKind::button: return visit(hub_.playbook().button(it.name));
      case ActionKind::axis: return visit(hub_.playbook().axis(it.name));
      case ActionKind::vector: return visit(hub_.playbook().vector(it.name));
      case ActionKind::motion: return visit(hub_.playbook().motion(it.name));
      case ActionKind::turn: return visit(hub_.playbook().turn(it.name));
      case ActionKind::pointer: return visit(hub_.playbook().pointer(it.name));
    }
  }

  void of_interceptors() {
    Seat& it = seat();
    if (choices_.below(4) == 0) return it.remove_interceptors();
    if (it.interceptors().size() > 3) return it.remove_interceptor(it.interceptors().front().id);
    with_action([&](auto handle) {
      [[maybe_unused]] const Vec2 value{choices_.number(), choices_.number()};
      const std::size_t deed = choices_.below(5);
      it.add_interceptor(
          "pilot",
          [=, this, &it](Incoming& incoming) {
            if (deed == 0) incoming.hold_back(handle);
            if (deed == 1) from_within();
            if (deed == 2 && incoming.is_muted(handle)) it.remove_interceptors();
            if constexpr (requires { incoming.press(handle); }) {
              if (deed == 3) incoming.press(handle);
              if (deed == 4) incoming.hold(handle);
            } else if constexpr (requires { incoming.set(handle, value); }) {
              if (deed >= 3) incoming.set(handle, value);
            } else {
              if (deed >= 3) incoming.set(handle, value.x);
            }
          },
          static_cast<int>(choices_.below(3)));
    });
  }

  void of_handlers() {
    if (sets_.size() < 4) sets_.emplace_back();
    HandlerSet& set = choices_.one_of(sets_);
    switch (choices_.below(6)) {
      case 0: return set.attach(seat());
      case 1: return set.attach_over(seat());
      case 2: return set.detach();
      case 3: set = HandlerSet{}; return;
      default:
        with_action([&](auto handle) {
          if constexpr (requires { set.on_press(handle, [] {}); }) {
            set.on_press(handle, [this] { from_within(); });
            set.on_release(handle, [this] { from_within(); });
          } else {
            set.on(handle, [this](const auto&) { from_within(); });
          }
        });
    }
  }

  // Interceptors and handlers call back, one deep.
  void from_within() {
    if (is_within_) return;
    is_within_ = true;
    if (choices_.are_left()) call();
    is_within_ = false;
  }

  // ---- what always holds

  void look() const {
    for (const auto& it : hub_.seats()) look(*it);
    for (const PluggedDevice& it : hub_.devices()) {
      require(hub_.find_device(it.id) != nullptr, "a device that is listed is found");
      const DeviceStanding standing = hub_.standing(it.id);
      const bool has_owner =
          standing == DeviceStanding::owned || standing == DeviceStanding::shared;
      require(has_owner == !it.seats.empty(), "a device stands as its owners say");
    }
    for (const Doubt& it : hub_.doubts()) {
      require(hub_.standing(it.device) == DeviceStanding::doubtful, "a doubtful device stands so");
      require(it.claims.size() > 1, "a doubt is between several");
    }
  }

  void look(const Seat& seat) const {
    for (const DeviceId id : seat.devices()) {
      const auto owners = hub_.owners(id);
      require(std::find(owners.begin(), owners.end(), &seat) != owners.end(),
              "who has a device is among its owners");
    }
    const bool waits = seat.standing() == SeatStanding::waiting;
    require(waits == !seat.waits().empty(), "who waits waits for something");
    const bool plays = seat.standing() == SeatStanding::playing;
    require(!plays || !seat.devices().empty(), "who plays has a device");
    require(seat.readings().size() == hub_.playbook().actions().size(), "every action is read");
    for (const Reading& it : seat.readings()) look(it);
    for (const ActionId id : seat.changes()) {
      require(static_cast<std::size_t>(id) < seat.readings().size(), "what changed is an action");
    }
    for (const ContextId id : seat.contexts()) {
      require(static_cast<std::size_t>(id) < hub_.playbook().contexts().size(),
              "entered contexts are");
    }
  }

  static void look_at_prompts(const Seat& seat) {
    for (std::size_t i = 0; i < seat.readings().size(); ++i) {
      require(!seat.prompts(static_cast<ActionId>(i)).empty(), "there is always a prompt");
    }
  }

  static void look_at_causes(const Seat& seat) {
    for (std::size_t i = 0; i < seat.readings().size(); ++i) {
      const Explanation explanation = seat.explain(static_cast<ActionId>(i));
      require(!to_text(explanation, seat).empty(), "there is always something to say");
    }
  }

  void look_at_story() {
    for (const StoryEntry& it : keeps_story_ ? hub_.story() : std::vector<StoryEntry>{}) {
      require(!it.text.empty(), "there is always something to tell");
      const bool has_way = it.kind != StoryKind::said || !it.is_done || !it.way.name.empty();
      require(has_way, "who did something is known");
    }
    for (const PluggedDevice& it : hub_.devices()) {
      const Trace trace = hub_.trace(it.id, source_on(&it.device, choices_.below(256)));
      require(trace.outcome != Outcome::no_such, "a control of a device is one");
      require(!to_text(trace, hub_).empty(), "there is always something to say of a control");
    }
  }

  static void look(const Reading& it) {
    const auto [x, y] = it.value;
    require(std::isfinite(x) && std::isfinite(y), "readings are finite");
    require(std::isfinite(it.x_ever) && std::isfinite(it.y_ever), "sums are finite");
    if (it.kind == ActionKind::axis) require(std::abs(x) <= 1 && y == 0, "an axis is -1..1");
    if (it.kind == ActionKind::vector) require(std::hypot(x, y) <= 1.001F, "a vector is 1 long");
    if (it.kind == ActionKind::button) {
      require(it.button.progress >= 0 && it.button.progress <= 1, "progress is 0..1");
      require(x == 0 && y == 0, "a button has no value");
    }
  }

  // A change takes as long as a hundred other calls; stories are to be mostly of play.
  static constexpr int most_changes = 3;

  Choices choices_;
  Hub hub_;
  bool keeps_story_ = false;
  std::optional<Keeper> keeper_;
  Time now_{};
  int changes_ = 0;
  std::vector<DeviceId> plugged_;
  std::deque<HandlerSet> sets_;
  bool is_within_ = false;
};

}  // namespace

void hub(std::string_view bytes) {
  const Listening lenient{[](const Complaint& complaint) {
    require(complaint.kind != ComplaintKind::no_value, "every result has its value");
    require(!complaint.sentence.empty(), "a complaint says something");
  }};
  Caller{bytes}.run();
}

}  // namespace nextmove::fuzz
