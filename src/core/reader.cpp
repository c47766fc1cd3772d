#include <nextmove/reader.hpp>

namespace nextmove {

Reader::Reader(const Seat& seat)
    : seat_(seat), before_(seat.readings().size()), now_(seat.readings().size()) {
  step();
  step();
}

void Reader::step() {
  before_.swap(now_);
  for (std::size_t i = 0; i < now_.size(); ++i) {
    const Reading& reading = seat_.readings()[i];
    now_[i] = {reading.presses_ever, reading.releases_ever};
  }
}

ButtonReading Reader::read(Button action) const {
  const auto index = static_cast<std::size_t>(action.id);
  if (index >= now_.size()) return {};
  const std::uint32_t presses = now_[index].presses - before_[index].presses;
  const std::uint32_t releases = now_[index].releases - before_[index].releases;
  return {seat_.read(action).held, presses != 0, releases != 0, presses, releases};
}

}  // namespace nextmove
