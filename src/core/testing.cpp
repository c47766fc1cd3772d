#include <algorithm>
#include <string>

#include <nextmove/testing.hpp>

namespace nextmove::testing {

Rehearsal::Rehearsal(Playbook playbook)
    : hub_(std::move(playbook)), seat_(hub_.add_seat("rehearsal")) {}

void Rehearsal::move(Control control, float x, float y) {
  hub_.feed({now_, device(info(control).device), control, x, y});
}

namespace {

Control nth(Control first, int number) {
  return static_cast<Control>(static_cast<int>(first) + number - 1);
}

}  // namespace

void Rehearsal::touch(int finger, float x, float y) {
  move(nth(Control::Finger1Position, finger), x, y);
  press(nth(Control::Finger1, finger));
}

void Rehearsal::lift(int finger) {
  release(nth(Control::Finger1, finger));
}

void Rehearsal::wait(Duration duration) {
  now_ += duration;
  hub_.update(now_);
}

DeviceId Rehearsal::device(DeviceKind kind) {
  const auto found = std::find_if(devices_.begin(), devices_.end(),
                                  [&](const auto& device) { return device.first == kind; });
  if (found != devices_.end()) return found->second;
  const DeviceId id = hub_.plug({kind, "simulated " + std::string{to_string(kind)}}, now_);
  devices_.emplace_back(kind, id);
  return id;
}

void Rehearsal::unplug(DeviceKind kind) {
  const auto found = std::find_if(devices_.begin(), devices_.end(),
                                  [&](const auto& device) { return device.first == kind; });
  if (found == devices_.end()) return;
  hub_.unplug(found->second, now_);
  devices_.erase(found);
}

}  // namespace nextmove::testing
