#include <nextmove/keeper.hpp>

#include "session/keeping.hpp"

namespace nextmove {

Keeper::Keeper(Hub& hub, Duration length) : keeping_(core::Keeping::of(hub, length)) {}

Keeper::~Keeper() = default;
Keeper::Keeper(Keeper&& other) noexcept = default;
Keeper& Keeper::operator=(Keeper&& other) noexcept = default;

Duration Keeper::kept() const {
  return keeping_ != nullptr ? keeping_->kept() : Duration::zero();
}

bool Keeper::falls_short() const {
  return keeping_ != nullptr && keeping_->falls_short();
}

Recording Keeper::recording() const {
  return keeping_ != nullptr ? keeping_->recording() : Recording{};
}

}  // namespace nextmove
