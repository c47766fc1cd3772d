// The table and a plain model of it side by side, through games at random. What they disagree on is
// printed as the shortest game that still shows it.
#include <array>
#include <functional>
#include <random>
#include <sstream>

#include "support/chance.hpp"
#include "support/complaints.hpp"
#include "support/players.hpp"
#include "support/table_model.hpp"

namespace nextmove::support {
namespace {

using enum Control;

constexpr std::size_t most_seats = 6;
constexpr std::size_t bodies = 8;  // of devices, which may be plugged in or not

enum class Deed : unsigned char {
  plug,
  unplug,
  press,
  release,
  update,
  long_update,
  join,
  leave,
  give,
  free,
  swap,
  hold_to,
  reserve,
  add_seat,
  rules,
  capture,
  stop_capture,
  focus,
  typing,
  profile
};

/// Numbers are taken modulo what there is, so that any part of a game is a game.
struct Move {
  Deed what;
  unsigned a;
  unsigned b;
  unsigned c;
};

using Game = std::vector<Move>;

const std::vector<Control>& controls_of(DeviceKind kind) {
  static const std::vector<Control> keys = {KeyH, KeyE, Enter, Space, KeyX, Digit1, Digit2};
  static const std::vector<Control> clicks = {MouseLeft, MouseRight};
  static const std::vector<Control> buttons = {PadSouth, PadEast, PadStart, PadWest};
  static const std::vector<Control> fingers = {Finger1, Finger2};
  switch (kind) {
    case DeviceKind::keyboard: return keys;
    case DeviceKind::mouse: return clicks;
    case DeviceKind::gamepad: return buttons;
    case DeviceKind::touch: return fingers;
  }
  return keys;
}

class Played {
 public:
  // The second decides which devices there are: equal ones, some with numbers, some at ports.
  Played(Game game, unsigned set) : game_(std::move(game)), set_(set) {}

  /// What they disagree on first; empty where they agree.
  std::string disagreement() {
    set_rules(set_);
    for (const Move& move : game_) {
      do_it(move);
      std::string what = compare();
      if (!what.empty()) return what;
    }
    return {};
  }
  std::string told() const { return told_.str(); }

 private:
  Device body(std::size_t number) const {
    using enum DeviceKind;
    constexpr std::array all = {keyboard, keyboard, mouse,   mouse,
                                gamepad,  gamepad,  gamepad, gamepad};
    Device device{.kind = all[number]};
    if (number == 3 && set_ % 5 == 0) device.kind = touch;
    device.name = number == 7 || (number == 3 && set_ % 2 == 0) ? "other" : "usual";
    if (number == 6 && set_ % 3 == 0) device.serial = "six";
    if (number % 2 == 0 && set_ % 4 == 0) device.port = "left";
    return device;
  }

  Seat& seat(unsigned number) { return *hub_.seats()[number % hub_.seats().size()]; }
  int index(unsigned number) { return static_cast<int>(number % hub_.seats().size()); }
  SchemeId scheme(int number) const {
    return number < 0 ? SchemeId::none : static_cast<SchemeId>(number);
  }
  DeviceId device(unsigned number) const {
    const auto list = hub_.devices();
    return list.empty() ? DeviceId::none : list[number % list.size()].id;
  }

  void do_it(const Move& move) {
    const auto& [what, a, b, c] = move;
    const bool has_seat = !hub_.seats().empty();
    const DeviceId id = device(a);
    const bool has_device = id != DeviceId::none;
    told_ << name_of(what) << ' ' << a << ' ' << b << ' ' << c;
    if (has_device) told_ << " (" << hub_.label(id) << ')';
    told_ << '\n';
    switch (what) {
      case Deed::plug: return plug(a % bodies);
      case Deed::unplug:
        if (has_device) unplug(id, b);
        return;
      case Deed::press:
      case Deed::release:
        if (has_device) operate(id, b, what == Deed::press, c);
        return;
      case Deed::update: return update(10ms);
      case Deed::long_update: return update(2s);
      case Deed::join: return join(a, b, c);
      case Deed::add_seat:
        if (hub_.seats().size() >= most_seats) return;
        hub_.add_seat("seat of the game " + std::to_string(hub_.seats().size()));
        return model_.add_seat();
      case Deed::rules: return set_rules(a);
      case Deed::focus: hub_.release_all(now_); return model_.lose_focus(now_);
      default: break;
    }
    if (!has_seat) return;
    const auto other = static_cast<int>(b % 6) - 1;
    switch (what) {
      case Deed::leave: hub_.leave(seat(a)); return model_.leave(index(a));
      case Deed::give:
        if (!has_device || hub_.find_device(id) == nullptr) return;
        hub_.give(id, seat(b));
        return model_.give(id, index(b));
      case Deed::free:
        if (!has_device) return;
        hub_.free(id);
        return model_.free(id);
      case Deed::swap: hub_.swap(seat(a), seat(b)); return model_.swap(index(a), index(b));
      case Deed::hold_to:
        hub_.hold_to(seat(a), scheme(std::min(other, 4)));
        return model_.hold_to(index(a), std::min(other, 4));
      case Deed::reserve:
        hub_.reserve(seat(a), b % 3 != 0);
        return model_.reserve(index(a), b % 3 != 0);
      case Deed::typing:
        hub_.set_typing(seat(a), b % 3 == 0);
        model_.set_typing(index(a), b % 3 == 0);
        is_updated_ = false;
        return;
      case Deed::profile: return c % 4 == 0 ? set_profile(a, b % 3) : put_horn(a, b, c % 4 == 1);
      case Deed::capture: return capture(a, b);
      case Deed::stop_capture:
        hub_.stop_capture(seat(a));
        if (model_.seats()[static_cast<std::size_t>(index(a))].captures) {
          model_.end_capture(index(a));
        }
        return;
      default: return;
    }
  }

  static std::string_view name_of(Deed what) {
    constexpr std::array<std::string_view, 20> names = {
        "plug",  "unplug",  "press",        "release", "update",  "long update", "join",
        "leave", "give",    "free",         "swap",    "hold to", "reserve",     "add seat",
        "rules", "capture", "stop capture", "focus",   "typing",  "profile"};
    return names[static_cast<std::size_t>(what)];
  }

  void set_rules(unsigned number) {
    SeatingRules rules;
    rules.free_devices = static_cast<FreeDevices>(number % 3);
    rules.joining = static_cast<Joining>(number / 3 % 3);
    rules.most_players = 1 + number / 9 % 4;
    rules.first_pad = number / 36 % 3;
    rules.asks_whose = number / 7 % 3 != 0;
    rules.take_over_after = number / 5 % 4 == 0 ? 0ms : 1000ms;
    hub_.set_rules(rules);
    model_.set_rules(rules);
  }

  void plug(std::size_t number) {
    const auto list = hub_.devices();
    const Device device = body(number);
    if (is_in_[number] != DeviceId::none && model_.is_there(is_in_[number])) {
      if (!model_.devices().at(is_in_[number]).is_going) return;
    }
    is_in_[number] = hub_.plug(device, now_);
    model_.plug(is_in_[number], device);
  }

  void unplug(DeviceId id, unsigned when) {
    if (model_.devices().at(id).is_going) return;
    const Time at = now_ + std::chrono::milliseconds{when % 5};
    hub_.unplug(id, at);
    model_.unplug(id, at);
  }

  void operate(DeviceId id, unsigned which, bool is_down, unsigned when) {
    const DeviceKind kind = hub_.find_device(id)->kind;
    const auto& controls = controls_of(kind);
    const Control control = controls[which % controls.size()];
    if (kind == DeviceKind::touch) return;  // what a finger does is told elsewhere
    const Time at = now_ + std::chrono::milliseconds{when % 8};
    hub_.feed({at, id, control, is_down ? 1.0F : 0.0F});
    model_.feed(id, control, is_down, at);
    // Which press ends a capture only the capture knows.
    const auto captures = [](const auto& it) { return it.captures; };
    if (std::any_of(model_.seats().begin(), model_.seats().end(), captures)) update(10ms);
  }

  void join(unsigned a, unsigned b, unsigned c) {
    const auto scheme = static_cast<int>(a % 5);
    const DeviceId id = b % 2 == 0 ? DeviceId::none : device(b / 2);
    const bool has_seat = c % 3 != 0 && !hub_.seats().empty();
    const JoinAnswer answer = hub_.join(this->scheme(scheme), id, has_seat ? &seat(c) : nullptr);
    const bool is_done = model_.join(scheme, id, has_seat ? index(c) : TableModel::nobody);
    if (static_cast<bool>(answer) != is_done) {
      broken_ = "whether a player joins: " + reason(answer);
    }
  }

  // No change, another button of the pad, or another key under every scheme.
  void set_profile(unsigned a, unsigned which) {
    Profile profile;
    TableModel::Changes changes;
    const auto put = [&](DeviceKind kind, Control control, std::vector<std::string> schemes) {
      profile.remaps.push_back({.action = "horn",
                                .device = kind,
                                .schemes = std::move(schemes),
                                .controls = {Combination{control}}});
    };
    if (which == 1) {
      put(DeviceKind::gamepad, PadWest, {});
      changes = {.pad = PadWest};
    } else if (which == 2) {
      put(DeviceKind::keyboard, KeyX, {});
      put(DeviceKind::keyboard, KeyX, {"left_keys"});
      put(DeviceKind::keyboard, KeyX, {"right_keys"});
      changes = {.unnamed = KeyX, .left_keys = KeyX, .right_keys = KeyX};
    }
    hub_.set_profile(seat(a), std::move(profile));
    model_.change(index(a), changes);
    is_updated_ = false;
  }

  // As a remap screen does, which keeps off what others have.
  void put_horn(unsigned a, unsigned which, bool keeps_both) {
    const SchemeId scheme = seat(a).scheme();
    if (scheme == SchemeId::none) return;
    const SchemeDefinition& its = hub_.playbook().scheme(scheme);
    if (its.name == "fingers") return;
    const DeviceKind kind = its.needs.front();
    const Control control = controls_of(kind)[which % controls_of(kind).size()];
    if (its.name == "desk" && control == KeyH)
      return;  // it may be a change where there is no scheme
    Draft draft{hub_.playbook(), seat(a).profile(), scheme};
    draft.keep_off(hub_.taken_controls(seat(a)));
    const DraftAnswer answer =
        draft.set({.action = horn_.id, .device = kind}, {Combination{control}},
                  keeps_both ? OnClash::keep_both : OnClash::refuse);
    if (answer) hub_.set_profile(seat(a), draft.profile());
    const bool is_refused = answer.refusal == DraftRefusal::somebody_elses;
    if (is_refused == model_.put_horn(index(a), control, keeps_both)) {
      broken_ = "whether the horn is put on " + std::string{info(control).name} + ": " +
                std::string{reason(answer.refusal)};
    }
    is_updated_ = false;
  }

  void capture(unsigned a, unsigned b) {
    update(10ms);
    const auto number = static_cast<std::size_t>(index(a));
    if (model_.seats()[number].captures) hub_.stop_capture(seat(a));
    hub_.capture(seat(a), {horn_.id, ActionPart::whole, static_cast<DeviceKind>(b % 3), 0ms});
    model_.begin_capture(static_cast<int>(number));
    is_updated_ = false;  // what was held is released, and read so in the next update
    for (const auto& other : hub_.seats()) {
      const Capture& its = other->capture();
      if (its.state != CaptureState::waiting || other.get() == &seat(a)) continue;
      const auto theirs = other->devices();
      for (const DeviceId id : seat(a).devices()) {
        const bool is_shared = std::find(theirs.begin(), theirs.end(), id) != theirs.end();
        if (is_shared && seat(a).capture().state == CaptureState::waiting) {
          broken_ = "two capture on one device";
        }
      }
    }
  }

  void update(Duration step) {
    now_ += step;
    hub_.update(now_);
    model_.update(now_);
    is_updated_ = true;
    for (std::size_t i = 0; i < hub_.seats().size(); ++i) {
      hub_.seats()[i]->enter("helm");
      if (i >= model_.seats().size()) continue;
      const CaptureState state = hub_.seats()[i]->capture().state;
      const bool captures = state == CaptureState::waiting || state == CaptureState::queued;
      if (model_.seats()[i].captures && !captures) model_.end_capture(static_cast<int>(i));
    }
  }

  // ---- comparing

  std::string compare() {
    if (!broken_.empty()) return broken_;
    if (hub_.seats().size() != model_.seats().size()) return "how many seats there are";
    for (std::size_t i = 0; i < model_.seats().size(); ++i) {
      const std::string what = compare(*hub_.seats()[i], model_.seats()[i]);
      if (!what.empty()) return std::string{hub_.seats()[i]->name()} + ": " + what;
    }
    for (const auto& [id, its] : model_.devices()) {
      const std::string what = compare(id, its);
      if (!what.empty()) return hub_.label(id) + ": " + what;
    }
    is_updated_ = false;
    return {};
  }

  std::string compare(const Seat& seat, const TableModel::Seat& its) const {
    const SeatStanding standing = its.is_reserved     ? SeatStanding::reserved
                                  : !its.is_taken     ? SeatStanding::empty
                                  : its.waits.empty() ? SeatStanding::playing
                                                      : SeatStanding::waiting;
    if (seat.standing() != standing) {
      return "stands " + std::string{to_string(seat.standing())} + ", by the model " +
             std::string{to_string(standing)};
    }
    if (seat.scheme() != scheme(its.scheme)) return "its scheme";
    const auto devices = seat.devices();
    if (!std::equal(devices.begin(), devices.end(), its.devices.begin(), its.devices.end())) {
      return "its devices";
    }
    std::set<DeviceKind> waits;
    for (const Wait& wait : seat.waits()) waits.insert(wait.kind);
    if (waits != its.waits) return "what it waits for";
    if (!is_updated_) return {};
    const ButtonReading horn = seat.read(horn_);
    if (horn.held != !its.presses.empty()) return horn.held ? "holds" : "does not hold";
    if (!its.held_before && horn.pressed != its.began) return horn.pressed ? "hears" : "is deaf";
    return {};
  }

  std::string compare(DeviceId id, const TableModel::Device& its) const {
    if (!its.is_plugged) return hub_.owners(id).empty() ? "" : "is gone and has an owner";
    const auto owners = hub_.owners(id);
    std::vector<const Seat*> wanted;
    for (const int owner : its.owners) {
      wanted.push_back(hub_.seats()[static_cast<std::size_t>(owner)].get());
    }
    if (!std::equal(owners.begin(), owners.end(), wanted.begin(), wanted.end()))
      return "its owners";
    if (hub_.number(id) != its.number) return "its number";
    const bool is_doubtful = hub_.standing(id) == DeviceStanding::doubtful;
    if (is_doubtful != !its.may_be.empty()) return "whether it is doubtful";
    for (const Doubt& doubt : hub_.doubts()) {
      if (doubt.device != id) continue;
      for (std::size_t i = 0; i < doubt.claims.size(); ++i) {
        if (doubt.claims[i].lost != its.may_be[i]) return "what it may be";
        if (doubt.claims[i].control != model_.claim(id, i)) return "who claims it how";
      }
    }
    return {};
  }

  Game game_;
  unsigned set_;
  Complaints complaints_;
  Hub hub_{make(harbour_for_all())};
  Button horn_ = hub_.playbook().button("horn");
  TableModel model_{harbour_for_all().schemes};
  std::array<DeviceId, bodies> is_in_{};
  Time now_ = 1ms;
  bool is_updated_ = false;
  std::string broken_;
  std::ostringstream told_;
};

unsigned below(std::mt19937& random) {
  return static_cast<unsigned>(random() % 997);
}

Game game_at_random(std::mt19937& random, std::size_t length) {
  Game game;
  for (std::size_t i = 0; i < length; ++i) {
    constexpr std::array<unsigned, 20> often = {14, 8, 22, 12, 14, 3, 4, 2, 3, 2,
                                                3,  3, 2,  3,  1,  2, 1, 1, 2, 2};
    std::discrete_distribution<int> what(often.begin(), often.end());
    game.push_back({static_cast<Deed>(what(random)), below(random), below(random), below(random)});
  }
  return game;
}

// Leaves out what is not needed, in ever smaller pieces.
Game shortest(Game game, unsigned set) {
  for (std::size_t piece = game.size() / 2; piece > 0; piece /= 2) {
    for (std::size_t at = 0; at + piece <= game.size();) {
      Game less = game;
      less.erase(less.begin() + static_cast<std::ptrdiff_t>(at),
                 less.begin() + static_cast<std::ptrdiff_t>(at + piece));
      if (Played{less, set}.disagreement().empty()) {
        at += piece;
      } else {
        game = std::move(less);
      }
    }
  }
  return game;
}

TEST(TheTableAtRandom, IsAsThePlainModelHasIt) {
  constexpr int steps = 200'000;
  constexpr std::size_t length = 100;
  std::mt19937 random = chance();
  for (int i = 0; i < rounds(steps / static_cast<int>(length)); ++i) {
    const Game game = game_at_random(random, length);
    const unsigned set = below(random);
    if (Played{game, set}.disagreement().empty()) continue;
    Played played{shortest(game, set), set};
    const std::string what = played.disagreement();
    FAIL() << what << ", devices " << set << ":\n" << played.told();
  }
}

}  // namespace
}  // namespace nextmove::support
