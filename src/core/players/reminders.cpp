#include "players/reminders.hpp"

#include <algorithm>
#include <string>

#include <nextmove/complaint.hpp>

#include "base/shown.hpp"

namespace nextmove::core {

// A game may seat its players by Hub::join alone.
void Reminders::hear_idle_press(const Event& event, const Playbook& playbook,
                                const DeviceList& devices) {
  const auto schemes = playbook.schemes();
  const auto scheme = std::find_if(schemes.begin(), schemes.end(), [&](const auto& it) {
    return it.join.control == event.control;
  });
  if (is_told_of_joining_ || scheme == schemes.end()) return;
  is_told_of_joining_ = true;
  doubt(ComplaintKind::wrong_value, "Hub::update",
        std::string{to_string(event.control)} + " was pressed on " + devices.label(event.device) +
            ", which nobody has, and would join under " + quoted(scheme->name) +
            ", but SeatingRules::joining is off");
}

void Reminders::update(const SeatingRules& rules, std::span<const std::unique_ptr<Seat>> seats) {
  const bool is_dealt = rules.free_devices == FreeDevices::dealt;
  if (is_new_rules_ && is_dealt && !seats.empty() && rules.first_pad >= seats.size()) {
    doubt(ComplaintKind::wrong_value, "Hub::set_rules",
          "first_pad = " + std::to_string(rules.first_pad) + " is no seat: the last is " +
              std::to_string(seats.size() - 1) + ", and it counts round");
  }
  is_new_rules_ = false;
  constexpr int patience = 120;
  std::erase_if(newcomers_, [&](Newcomer& it) {
    if (!it.seat->is_taken() || !it.seat->contexts().empty()) return true;
    if (++it.updates < patience) return false;
    doubt(ComplaintKind::wrong_moment, "Hub::update",
          quoted(it.seat->name()) + " has played through " + std::to_string(patience) +
              " updates in no context, and so hears nothing; see Seat::enter");
    return true;
  });
}

}  // namespace nextmove::core
