#include <algorithm>

#include <nextmove/complaint.hpp>
#include <nextmove/handlers.hpp>
#include <nextmove/seat.hpp>

#include "seat_state.hpp"

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

// What a handler that was told `reading` is told last.
Reading at_rest(const Reading& reading) {
  Reading rest{reading.kind};
  if (reading.kind == ActionKind::pointer) rest.value = reading.value;
  if (reading.button.held) {
    rest.button.released = true;
    rest.button.releases = 1;
  }
  return rest;
}

}  // namespace

HandlerSet::~HandlerSet() {
  if (seat_ != nullptr) seat_->state().detach(*this);
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
  } else if (seat_ != nullptr || is_busy_) {
    complain(ComplaintKind::wrong_moment, call,
             "handlers are added before the set is attached, and not by its own handlers");
  } else {
    handlers_.push_back({action.id, action.hash, Handle::kind,
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

void HandlerSet::attach(Seat& seat) {
  if (seat_ == &seat) return;
  detach();
  seat_ = &seat;
  is_new_ = true;
  seat.state().attach(*this);
  for (Handler& handler : handlers_) find_action(handler);
}

bool HandlerSet::find_action(Handler& handler) {
  handler.action =
      seat_->state().find(handler.action, handler.hash, handler.kind, "HandlerSet::attach");
  return handler.action != ActionId::none;
}

void HandlerSet::detach() {
  if (seat_ == nullptr) return;
  Seat& seat = *seat_;
  seat_ = nullptr;
  seat.state().detach(*this);
  const bool was_busy = std::exchange(is_busy_, true);
  for (Handler& handler : handlers_) {
    if (handler.is_active) handler.call(at_rest(seat.read(handler.action)));
    handler.is_active = false;
  }
  is_busy_ = was_busy;
}

void HandlerSet::tell(Handler& handler, const Reading& reading) {
  handler.is_active = !is_at_rest(reading);
  handler.call(reading);
}

void HandlerSet::call() {
  const bool is_new = std::exchange(is_new_, false);
  is_busy_ = true;
  for (Handler& handler : handlers_) {
    if (seat_ == nullptr) break;  // a handler detached the set
    if (!find_action(handler)) continue;
    const Reading& reading = seat_->readings()[static_cast<std::size_t>(handler.action)];
    const auto changes = seat_->changes();
    const bool is_changed =
        std::find(changes.begin(), changes.end(), handler.action) != changes.end();
    if (is_changed || (is_new && !is_at_rest(reading))) tell(handler, reading);
  }
  is_busy_ = false;
}

}  // namespace nextmove
