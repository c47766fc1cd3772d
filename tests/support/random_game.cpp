#include "support/random_game.hpp"

#include <array>
#include <bit>

namespace nextmove::support {
namespace {

using namespace std::chrono_literals;
using Deed = GameMove::Deed;

// Those that random playbooks bind, and a few more.
constexpr std::array<std::vector<Control> (*)(), 4> controls_of = {
    [] {
      return std::vector{Control::KeyA,      Control::KeyB,        Control::KeyC, Control::KeyD,
                         Control::ShiftLeft, Control::ControlLeft, Control::Enter};
    },
    [] {
      return std::vector{Control::MouseLeft, Control::MouseMotion, Control::Wheel,
                         Control::MousePosition};
    },
    [] {
      return std::vector{Control::PadSouth,       Control::PadEast,      Control::PadStart,
                         Control::PadLeftTrigger, Control::PadLeftStick, Control::PadRightStick};
    },
    [] {
      return std::vector{Control::Finger1, Control::Finger2};
    }};

template <class List>
const auto& one_of(const List& list, unsigned number) {
  return list[number % std::size(list)];
}

DeviceId device(const Hub& hub, unsigned number) {
  const auto list = hub.devices();
  return list.empty() ? DeviceId::none : one_of(list, number).id;
}

template <class Id>
Id id(unsigned number, std::size_t count) {
  return count == 0 ? Id::none : static_cast<Id>(number % count);
}

Vec2 value(unsigned number, ControlForm form) {
  constexpr std::array<float, 8> levels = {0, 0, 1, 1, 0.3F, -0.6F, 0.9F, -1};
  const float x = levels[number % 8];
  const float y = levels[number / 8 % 8];
  switch (form) {
    case ControlForm::button: return {number % 2 == 0 ? 0.0F : 1.0F, 0};
    case ControlForm::trigger: return {std::max(x, 0.0F), 0};
    case ControlForm::position: return {std::max(x, 0.0F), std::max(y, 0.0F)};
    case ControlForm::displacement: return {x * 5, y * 5};
    default: return {x, y};
  }
}

void operate(Hub& hub, const GameMove& move, bool takes_up) {
  const DeviceId id = device(hub, move.a);
  if (id == DeviceId::none) return;
  const auto controls = controls_of[static_cast<std::size_t>(hub.find_device(id)->kind)]();
  const Control control = one_of(controls, move.b);
  const auto [x, y] = value(move.c, info(control).form);
  const Event event{hub.now() + std::chrono::milliseconds{move.b % 9}, id, control, x, y};
  if (!takes_up) return hub.feed(event);
  if (can_be_taken_up(control)) hub.take_up(event);
}

void move_finger(Hub& hub, const GameMove& move) {
  for (const PluggedDevice& it : hub.devices()) {
    if (it.device.kind != DeviceKind::touch) continue;
    const bool is_second = move.a % 3 == 0;
    const Time at = hub.now() + 1ms;
    const auto [x, y] = value(move.b, ControlForm::position);
    hub.feed({at, it.id, is_second ? Control::Finger2Position : Control::Finger1Position, x, y});
    const float down = move.c % 3 == 0 ? 0.0F : 1.0F;
    hub.feed({at, it.id, is_second ? Control::Finger2 : Control::Finger1, down});
  }
}

Device body(unsigned number) {
  Device device{.kind = static_cast<DeviceKind>(number % 4), .name = "simulated"};
  if (number % 7 == 0) device.serial = "seven";
  if (number % 5 == 0) device.port = "left";
  device.vendor = static_cast<std::uint16_t>(number / 4 % 3);
  return device;
}

SeatingRules rules(unsigned number) {
  SeatingRules rules;
  rules.free_devices = static_cast<FreeDevices>(number % 3);
  rules.joining = static_cast<Joining>(number / 3 % 3);
  rules.most_players = 1 + number / 9 % 4;
  rules.splits_screen = number / 2 % 2 == 0;
  rules.asks_whose = number / 7 % 3 != 0;
  return rules;
}

void capture(Hub& hub, Seat& seat, const GameMove& move) {
  const auto action = id<ActionId>(move.b, hub.playbook().actions().size());
  const ActionKind kind = hub.playbook().action(action).kind;
  const auto device = static_cast<DeviceKind>(move.c % 3);
  const ActionPart part =
      kind == ActionKind::vector && device == DeviceKind::keyboard ? ActionPart::up : ActionPart{};
  if (has_part(kind, part)) hub.capture(seat, {action, part, device, 500ms});
}

int of_seats(Hub& hub, Seat& seat, const GameMove& move) {
  const auto context = id<ContextId>(move.b, hub.playbook().contexts().size());
  const auto mute = id<MuteId>(move.b, hub.playbook().mutes().size());
  const SchemeId scheme =
      move.c % 3 == 0 ? SchemeId::none : id<SchemeId>(move.c, hub.playbook().schemes().size());
  switch (move.what) {
    case Deed::enter: seat.enter(context); break;
    case Deed::leave: seat.leave(context); break;
    case Deed::switch_to: seat.switch_to(context); break;
    case Deed::mute: seat.mute(mute); break;
    case Deed::unmute: seat.unmute(mute); break;
    case Deed::get_up: hub.leave(seat); break;
    case Deed::swap: hub.swap(seat, *one_of(hub.seats(), move.b)); break;
    case Deed::hold_to: hub.hold_to(seat, scheme); break;
    case Deed::reserve: hub.reserve(seat, move.b % 3 == 0); break;
    case Deed::set_typing: hub.set_typing(seat, move.b % 2 == 0); break;
    case Deed::capture: capture(hub, seat, move); break;
    case Deed::stop_capture: hub.stop_capture(seat); break;
    case Deed::join: return hub.join(scheme, device(hub, move.b), &seat) ? 1 : 0;
    case Deed::give:
      if (device(hub, move.b) != DeviceId::none) hub.give(device(hub, move.b), seat);
      break;
    case Deed::take_press: return seat.take_press(hub.playbook().button("action0"), 200ms) ? 1 : 0;
    default: break;
  }
  return 0;
}

void add(std::string& text, std::initializer_list<std::uint64_t> numbers) {
  for (const std::uint64_t number : numbers) text += std::to_string(number) + ' ';
}

void add_reading(std::string& text, const Reading& it) {
  const ButtonReading& button = it.button;
  const auto& [right, left, up, down] = it.ways_ever;
  add(text,
      {std::bit_cast<std::uint32_t>(it.value.x), std::bit_cast<std::uint32_t>(it.value.y),
       std::bit_cast<std::uint64_t>(it.x_ever), std::bit_cast<std::uint64_t>(it.y_ever),
       it.presses_ever, it.releases_ever, it.early_ever, it.downs_ever, right, left, up, down,
       std::uint64_t{button.held}, std::bit_cast<std::uint32_t>(button.progress), button.presses,
       std::uint64_t{it.is_present}, static_cast<std::uint64_t>(it.digital.eight)});
  text += '\n';
}

}  // namespace

std::vector<GameMove> random_game(std::mt19937& random, std::size_t length) {
  constexpr std::array<unsigned, 26> often = {60, 3, 8, 40, 8, 2, 2, 1, 1, 1, 8, 4, 2,
                                              3,  3, 1, 1,  3, 1, 1, 2, 1, 1, 2, 1, 3};
  std::discrete_distribution<int> what(often.begin(), often.end());
  std::vector<GameMove> game;
  for (std::size_t i = 0; i < length; ++i) {
    const auto number = [&] { return static_cast<unsigned>(random() % 10'007); };
    game.push_back({static_cast<Deed>(what(random)), number(), number(), number()});
  }
  return game;
}

int make_move(Hub& hub, const GameMove& move) {
  switch (move.what) {
    case Deed::operate: operate(hub, move, false); return 0;
    case Deed::take_up: operate(hub, move, true); return 0;
    case Deed::touch: move_finger(hub, move); return 0;
    case Deed::update: {
      constexpr std::array<Duration, 8> steps = {0ms, 1ms, 3ms, 16ms, 16ms, 40ms, 200ms, 700ms};
      hub.update(hub.now() + one_of(steps, move.a));
      return 0;
    }
    case Deed::plug: hub.plug(body(move.a), hub.now()); return 0;
    case Deed::unplug:
      if (device(hub, move.a) != DeviceId::none) hub.unplug(device(hub, move.a), hub.now() + 1ms);
      return 0;
    case Deed::free:
      if (device(hub, move.a) != DeviceId::none) hub.free(device(hub, move.a));
      return 0;
    case Deed::release_all: hub.release_all(hub.now() + 1ms); return 0;
    case Deed::set_window: hub.set_window(static_cast<float>(move.a % 900 + 100), 600); return 0;
    case Deed::set_rules: hub.set_rules(rules(move.a)); return 0;
    case Deed::add_seat:
      if (hub.seats().size() < 4) hub.add_seat("added " + std::to_string(hub.seats().size()));
      return 0;
    default: return hub.seats().empty() ? 0 : of_seats(hub, *one_of(hub.seats(), move.a), move);
  }
}

Profile random_profile(const Hub& hub, const Seat& seat, unsigned number) {
  Draft draft{hub.playbook(), seat.profile(), seat.scheme()};
  const auto kind = static_cast<DeviceKind>(number % 3);
  const auto controls = controls_of[static_cast<std::size_t>(kind)]();
  draft.put({.action = id<ActionId>(number, hub.playbook().actions().size()), .device = kind},
            one_of(controls, number / 3), OnClash::keep_both);
  return draft.profile();
}

std::string all_of(const Hub& hub) {
  std::string text;
  for (const auto& seat : hub.seats()) {
    text += std::string{seat->name()} + ' ' + std::string{to_string(seat->standing())} + ' ' +
            std::string{to_string(seat->capture().state)} + '\n';
    for (const Reading& it : seat->readings()) add_reading(text, it);
    for (const ActionId it : seat->changes()) add(text, {static_cast<std::uint64_t>(it)});
    for (const ContextId it : seat->contexts()) add(text, {static_cast<std::uint64_t>(it)});
    for (const DeviceId it : seat->devices()) add(text, {static_cast<std::uint64_t>(it)});
  }
  for (const Notice& it : hub.notices()) text += to_text(it, hub) + '\n';
  return text;
}

}  // namespace nextmove::support
