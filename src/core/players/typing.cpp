#include "players/typing.hpp"

#include <algorithm>

#include "seat/seat_state.hpp"

namespace nextmove::core {

void Typing::set(Seat& seat, bool is_typing) {
  seat.state().set_typing(is_typing);
  seats_ += is_typing ? 1 : -1;
}

void Typing::count_again(std::span<const std::unique_ptr<Seat>> seats) {
  seats_ = static_cast<int>(std::count_if(seats.begin(), seats.end(),
                                          [](const auto& seat) { return seat->is_typing(); }));
}

bool Typing::is_text(const Event& event) const {
  if (info(event.control).device != DeviceKind::keyboard) return false;
  const auto& owners = devices_.at(event.device).owners;
  const auto types = [](const Seat* owner) { return owner->is_typing(); };
  const auto hears = [&](const Seat* owner) {
    const ActiveRoutes& routes = owner->state().hearing().router().active_routes();
    return types(owner) && routes.hears_while_typing(source_of(event.control));
  };
  return std::any_of(owners.begin(), owners.end(), types) &&
         std::none_of(owners.begin(), owners.end(), hears);
}

}  // namespace nextmove::core
