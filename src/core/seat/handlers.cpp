#include "seat/handlers.hpp"

#include <algorithm>
#include <type_traits>
#include <utility>

#include <nextmove/complaint.hpp>
#include <nextmove/handlers.hpp>
#include <nextmove/profile.hpp>
#include <nextmove/seat.hpp>

#include "seat/seat_state.hpp"

namespace nextmove {
namespace {

bool is_at_rest(const Reading& reading) {
  switch (reading.kind) {
    case ActionKind::button: return !reading.button.held && reading.button.progress == 0;
    case ActionKind::pointer: return !reading.is_present;
    case ActionKind::motion:
    case ActionKind::turn: return true;  // it has no state that could stay
    default: return reading.value == Vec2{};
  }
}

std::uint32_t DirectionPresses::*presses_of(ActionPart direction) {
  switch (direction) {
    case ActionPart::right:
    case ActionPart::more: return &DirectionPresses::right;
    case ActionPart::left:
    case ActionPart::less: return &DirectionPresses::left;
    case ActionPart::up: return &DirectionPresses::up;
    case ActionPart::down: return &DirectionPresses::down;
    default: return nullptr;
  }
}

}  // namespace

namespace core {

bool Handlers::covers(std::uint32_t hash) const {
  return lies_over_ && std::any_of(handlers_.begin(), handlers_.end(),
                                   [&](const Handler& it) { return it.hash == hash; });
}

// A handler that is told to rest may attach the set elsewhere: what is called last counts.
void Handlers::attach(Seat& seat, bool lies_over) {
  if (seat_ == &seat && lies_over_ == lies_over) return;
  while (seat_ != nullptr) detach();
  if (is_abandoned_) return;
  seat_ = &seat;
  lies_over_ = lies_over;
  is_new_ = true;
  ++attachments_;
  seat.state().handlers().attach(shared_from_this(), seat.state().common().journal.updates);
  for (Handler& handler : handlers_) {
    if (find_action(handler)) begin_to_listen(handler, seat.read(handler.action));
  }
}

void Handlers::detach() {
  if (seat_ == nullptr) return;
  leave();
  tell_rest();
}

void Handlers::tell_rest() {
  const bool was_busy = std::exchange(is_busy_, true);
  for (Handler& handler : handlers_) {
    if (is_abandoned_) break;  // one of them has destroyed the set
    tell_rest(handler);
  }
  is_busy_ = was_busy;
}

void Handlers::leave() {
  if (seat_ == nullptr) return;
  Seat& seat = *std::exchange(seat_, nullptr);
  seat.state().handlers().detach(*this);
}

void Handlers::abandon() {
  is_abandoned_ = true;
  leave();
}

bool Handlers::find_action(Handler& handler) const {
  handler.action = seat_->state().handles().find(handler.action, handler.hash, handler.kind,
                                                 "HandlerSet::attach");
  return handler.action != ActionId::none;
}

void Handlers::tell(Handler& handler, bool is_new, bool is_covered) {
  if (!find_action(handler)) return;
  if (is_covered) {
    handler.is_covered = true;
    return tell_rest(handler);
  }
  const Reading& reading = seat_->readings()[static_cast<std::size_t>(handler.action)];
  const bool is_back = std::exchange(handler.is_covered, false);
  if (is_back) begin_to_listen(handler, reading);
  const auto changes = seat_->changes();
  const bool is_changed =
      std::find(changes.begin(), changes.end(), handler.action) != changes.end();
  if ((is_changed && !is_back) || ((is_new || is_back) && !is_at_rest(reading))) {
    tell(handler, reading);
  }
}

void Handlers::catch_up(Handler& handler) {
  if (!find_action(handler)) return;
  const Reading& reading = seat_->readings()[static_cast<std::size_t>(handler.action)];
  const bool is_held = reading.button.held && !reading.button.pressed;
  if (is_held && !handler.is_told_held) begin_to_listen(handler, reading);
  if (is_at_rest(reading) && !reading.button.pressed) tell_rest(handler);
}

// A button that is down already was not pressed here.
void Handlers::begin_to_listen(Handler& handler, const Reading& reading) {
  handler.skips_release = reading.button.held;
}

// It is given a copy: a handler may adopt another playbook, which moves the readings.
void Handlers::tell(Handler& handler, Reading reading) {
  ButtonReading& button = reading.button;
  const bool was_down = handler.skips_release && (button.held || button.releases > button.presses);
  if (was_down && button.releases > 0) {
    --button.releases;
    button.released = button.releases > 0;
    handler.skips_release = false;
  }
  const bool is_told_down = button.presses > 0 || !handler.is_of_edges;
  if (is_told_down) handler.skips_release = false;
  handler.is_told_held = button.held && !handler.skips_release;
  handler.is_active = handler.is_of_edges ? handler.is_told_held : !is_at_rest(reading);
  handler.place = reading.value;
  handler.call(reading);
}

void Handlers::tell_rest(Handler& handler) {
  if (!std::exchange(handler.is_active, false)) return;
  Reading rest{handler.kind};
  if (handler.kind == ActionKind::pointer) rest.value = handler.place;
  if (std::exchange(handler.is_told_held, false)) {
    rest.button.released = true;
    rest.button.releases = 1;
  }
  handler.call(rest);
}

}  // namespace core

HandlerSet::HandlerSet() = default;
HandlerSet::HandlerSet(HandlerSet&& other) noexcept = default;

HandlerSet& HandlerSet::operator=(HandlerSet&& other) noexcept {
  if (this != &other && handlers_ != nullptr) handlers_->abandon();
  handlers_ = std::move(other.handlers_);
  return *this;
}

HandlerSet::~HandlerSet() {
  if (handlers_ != nullptr) handlers_->abandon();
}

core::Handlers& HandlerSet::handlers() {
  if (handlers_ == nullptr) handlers_ = std::make_shared<core::Handlers>();
  return *handlers_;
}

void HandlerSet::attach(Seat& seat) {
  attach(seat, false, "HandlerSet::attach");
}

void HandlerSet::attach_over(Seat& seat) {
  attach(seat, true, "HandlerSet::attach_over");
}

void HandlerSet::attach(Seat& seat, bool lies_over, std::string_view call) {
  if (handlers().is_empty()) {
    core::doubt(ComplaintKind::wrong_moment, call,
                "the set has no handlers, and is told of nothing; add them before, and attach the "
                "set to which a set was moved");
  }
  // A handler that is told to rest may destroy the set.
  const auto kept = handlers_;
  kept->attach(seat, lies_over);
}

void HandlerSet::detach() {
  if (const auto handlers = handlers_) handlers->detach();
}

bool HandlerSet::is_attached() const {
  return handlers_ != nullptr && handlers_->is_attached();
}

// `tell` calls the function with what it takes of a reading.
template <class Handle, class Function, class Tell>
HandlerSet& HandlerSet::add(std::string_view call, Handle action, Function function, Tell tell) {
  using core::complain;
  const std::string kind{to_string(Handle::kind)};
  if (action.is_empty()) {
    complain(
        ComplaintKind::unknown_handle, call,
        "was given an empty handle; get one from the playbook, as in playbook." + kind + "(name)");
  } else if (!function) {
    complain(ComplaintKind::empty_function, call,
             "was given an empty function, which is not called");
  } else if (!handlers().takes_more()) {
    complain(ComplaintKind::wrong_moment, call,
             "handlers are added before the set is attached, and not by its own handlers");
  } else {
    constexpr bool is_of_edges = std::is_same_v<Function, std::function<void()>>;
    handlers().add({action.id, action.hash, Handle::kind, is_of_edges,
                    [function = std::move(function), tell](const Reading& reading) {
                      tell(function, reading);
                    }});
  }
  return *this;
}

HandlerSet& HandlerSet::on_press(Button action, std::function<void()> handler) {
  return add("HandlerSet::on_press", action, std::move(handler),
             [](const auto& call, const Reading& reading) {
               for (std::uint32_t i = 0; i < reading.button.presses; ++i) call();
             });
}
template <class Handle>
HandlerSet& HandlerSet::add_direction(Handle action, ActionPart direction,
                                      std::function<void()> handler) {
  constexpr std::string_view call = "HandlerSet::on_press";
  const auto count = direction == ActionPart::whole || !has_part(Handle::kind, direction)
                         ? nullptr
                         : presses_of(direction);
  if (count == nullptr) {
    core::complain(ComplaintKind::wrong_value, call,
                   "was given the direction " + std::string{to_string(direction)} +
                       (Handle::kind == ActionKind::axis
                            ? " of an axis, which has more and less"
                            : " of a vector, which has up, down, left and right"));
    return *this;
  }
  return add(call, action, std::move(handler), [count](const auto& handle, const Reading& reading) {
    for (std::uint32_t i = 0; i < reading.ways.*count; ++i) handle();
  });
}

HandlerSet& HandlerSet::on_press(Axis action, ActionPart direction, std::function<void()> handler) {
  return add_direction(action, direction, std::move(handler));
}
HandlerSet& HandlerSet::on_press(Vector action, ActionPart direction,
                                 std::function<void()> handler) {
  return add_direction(action, direction, std::move(handler));
}

HandlerSet& HandlerSet::on_release(Button action, std::function<void()> handler) {
  return add("HandlerSet::on_release", action, std::move(handler),
             [](const auto& call, const Reading& reading) {
               for (std::uint32_t i = 0; i < reading.button.releases; ++i) call();
             });
}

HandlerSet& HandlerSet::on(Button action, std::function<void(const ButtonReading&)> handler) {
  return add("HandlerSet::on", action, std::move(handler),
             [](const auto& call, const Reading& reading) { call(reading.button); });
}
HandlerSet& HandlerSet::on(Axis action, std::function<void(const AxisReading&)> handler) {
  return add("HandlerSet::on", action, std::move(handler),
             [](const auto& call, const Reading& reading) {
               call({reading.value.x, reading.digital.x, reading.ways.right, reading.ways.left});
             });
}
HandlerSet& HandlerSet::on(Vector action, std::function<void(const VectorReading&)> handler) {
  return add("HandlerSet::on", action, std::move(handler),
             [](const auto& call, const Reading& reading) {
               call({reading.value, reading.digital, reading.ways});
             });
}
HandlerSet& HandlerSet::on(Motion action, std::function<void(const MotionReading&)> handler) {
  return add("HandlerSet::on", action, std::move(handler),
             [](const auto& call, const Reading& reading) { call({reading.value}); });
}
HandlerSet& HandlerSet::on(Turn action, std::function<void(const TurnReading&)> handler) {
  return add("HandlerSet::on", action, std::move(handler),
             [](const auto& call, const Reading& reading) { call({reading.value.x}); });
}
HandlerSet& HandlerSet::on(Pointer action, std::function<void(const PointerReading&)> handler) {
  return add("HandlerSet::on", action, std::move(handler),
             [](const auto& call, const Reading& reading) {
               call({reading.value, reading.is_present});
             });
}

}  // namespace nextmove
