#include "players/fate.hpp"

#include <algorithm>

namespace nextmove::core {
namespace {

Seat* asked_on(const KnownDevice& known) {
  const auto is_asked = [](const Seat* owner) {
    return owner->capture().state == CaptureState::waiting;
  };
  const auto found = std::find_if(known.owners.begin(), known.owners.end(), is_asked);
  return found == known.owners.end() ? nullptr : *found;
}

}  // namespace

Fate fate_of(const Table& table, const DeviceList& devices, DeviceId device, Control control) {
  const KnownDevice& known = devices.at(device);
  const auto& spent = known.swallowed;
  const Source source = source_of(info(control).source);
  if (!known.is_plugged) return {Outcome::unplugged};
  if (std::find(spent.begin(), spent.end(), source) != spent.end()) return {Outcome::spent};
  if (Seat* asked = asked_on(known)) return {Outcome::captured, asked};
  Fate fate;
  if (table.rules().joining != Joining::off) {
    if (const auto join = table.joined_by(device, control)) {
      fate.scheme = join->scheme;
      fate.refusal = join->answer;
      if (join->answer) fate.outcome = Outcome::joins;
    }
  }
  if (fate.outcome == Outcome::joins) return fate;
  if (!known.may_be.empty()) fate.outcome = Outcome::doubtful;
  if (known.may_be.empty() && known.owners.empty()) fate.outcome = Outcome::nobodys;
  return fate;
}

}  // namespace nextmove::core
