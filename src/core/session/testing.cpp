#include <algorithm>
#include <cstdio>
#include <cstdlib>
#include <string>

#include <nextmove/testing.hpp>

namespace nextmove::testing {

void fail_on_complaint(const Complaint& complaint) {
  std::fprintf(stderr, "next move: %.*s\n", static_cast<int>(complaint.sentence.size()),
               complaint.sentence.data());
  std::abort();
}

Rehearsal::Rehearsal(Playbook playbook, ComplaintListener fail)
    : before_(on_complaint(std::move(fail))),
      hub_(std::move(playbook)),
      seat_(hub_.add_seat("rehearsal")) {
  hub_.set_longest_step(Duration::max());  // one wait is one update
}

Rehearsal::~Rehearsal() {
  on_complaint(std::move(before_));
}

void Rehearsal::move(Control control, float x, float y) {
  hub_.feed({now_, device(info(control).device), control, x, y});
}

namespace {

// The first of ten, or a later one; none, which is told, where there is none.
Control nth(Control first, int number, std::string_view call) {
  if (number >= 1 && number <= 10) {
    return static_cast<Control>(static_cast<int>(first) + number - 1);
  }
  core::complain(ComplaintKind::unknown_id, call,
                 "there is no finger " + std::to_string(number) + ", only 1 to 10");
  return Control::none;
}

}  // namespace

void Rehearsal::touch(int finger, float x, float y) {
  const Control place = nth(Control::Finger1Position, finger, "Rehearsal::touch");
  if (place == Control::none) return;
  move(place, x, y);
  press(nth(Control::Finger1, finger, "Rehearsal::touch"));
}

void Rehearsal::lift(int finger) {
  const Control touch = nth(Control::Finger1, finger, "Rehearsal::lift");
  if (touch != Control::none) release(touch);
}

void Rehearsal::wait(Duration duration) {
  if (duration < Duration::zero()) {
    return core::complain(
        ComplaintKind::wrong_time, "Rehearsal::wait",
        "time only passes, and was to pass by " + std::to_string(duration.count()) + " us");
  }
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
