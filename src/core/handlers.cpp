#include <algorithm>

#include <nextmove/handlers.hpp>
#include <nextmove/seat.hpp>

#include "require.hpp"
#include "seat_state.hpp"

namespace nextmove {
namespace {

bool is_at_rest(const Reading& reading) {
  switch (reading.kind) {
    case ActionKind::button: return !reading.button.held && reading.button.progress == 0;
    case ActionKind::pointer: return !reading.is_present;
    case ActionKind::motion: return true;  // it has no state that could stay
    default: return reading.value == Vec2{};
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

HandlerSet& HandlerSet::add(ActionId action, ActionKind kind,
                            std::function<void(const Reading&)> call) {
  core::require(seat_ == nullptr, "handlers are added before the set is attached");
  handlers_.push_back({action, kind, std::move(call)});
  return *this;
}

HandlerSet& HandlerSet::on_press(Button action, std::function<void()> handler) {
  return add(action.id, Button::kind, [handler = std::move(handler)](const Reading& reading) {
    for (std::uint32_t i = 0; i < reading.button.presses; ++i) handler();
  });
}
HandlerSet& HandlerSet::on_release(Button action, std::function<void()> handler) {
  return add(action.id, Button::kind, [handler = std::move(handler)](const Reading& reading) {
    for (std::uint32_t i = 0; i < reading.button.releases; ++i) handler();
  });
}

HandlerSet& HandlerSet::on(Button action, std::function<void(const ButtonReading&)> handler) {
  return add(action.id, Button::kind,
             [handler = std::move(handler)](const Reading& reading) { handler(reading.button); });
}
HandlerSet& HandlerSet::on(Axis action, std::function<void(const AxisReading&)> handler) {
  return add(action.id, Axis::kind, [handler = std::move(handler)](const Reading& reading) {
    handler({reading.value.x, reading.digital.x});
  });
}
HandlerSet& HandlerSet::on(Vector action, std::function<void(const VectorReading&)> handler) {
  return add(action.id, Vector::kind, [handler = std::move(handler)](const Reading& reading) {
    handler({reading.value, reading.digital});
  });
}
HandlerSet& HandlerSet::on(Motion action, std::function<void(const MotionReading&)> handler) {
  return add(action.id, Motion::kind,
             [handler = std::move(handler)](const Reading& reading) { handler({reading.value}); });
}
HandlerSet& HandlerSet::on(Pointer action, std::function<void(const PointerReading&)> handler) {
  return add(action.id, Pointer::kind, [handler = std::move(handler)](const Reading& reading) {
    handler({reading.value, reading.is_present});
  });
}

void HandlerSet::attach(Seat& seat) {
  if (seat_ == &seat) return;
  detach();
  seat_ = &seat;
  is_new_ = true;
  seat.state().attach(*this);
}

void HandlerSet::detach() {
  if (seat_ == nullptr) return;
  Seat& seat = *seat_;
  seat_ = nullptr;
  seat.state().detach(*this);
  for (Handler& handler : handlers_) {
    if (handler.is_active) handler.call(at_rest(seat.read(handler.action)));
    handler.is_active = false;
  }
}

void HandlerSet::tell(Handler& handler, const Reading& reading) {
  handler.is_active = !is_at_rest(reading);
  handler.call(reading);
}

void HandlerSet::call() {
  const bool is_new = std::exchange(is_new_, false);
  for (Handler& handler : handlers_) {
    if (seat_ == nullptr) return;  // a handler detached the set
    const auto readings = seat_->readings();
    const auto index = static_cast<std::size_t>(handler.action);
    if (index >= readings.size() || readings[index].kind != handler.kind) continue;
    const auto changes = seat_->changes();
    const bool is_changed =
        std::find(changes.begin(), changes.end(), handler.action) != changes.end();
    if (is_changed || (is_new && !is_at_rest(readings[index]))) tell(handler, readings[index]);
  }
}

}  // namespace nextmove
