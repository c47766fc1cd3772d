#include "words.hpp"

#include <algorithm>

namespace tidewater {
namespace {

using namespace nextmove;

// "Space: Keyboard and mouse" for each scheme under which somebody could sit down now.
std::vector<Line> ways_to_sit_down(const Hub& hub, const Labels& labels, const Seat* seat) {
  std::vector<Line> ways;
  for (std::size_t i = 0; i < hub.playbook().schemes().size(); ++i) {
    const auto scheme = static_cast<SchemeId>(i);
    const SchemeDefinition& definition = hub.playbook().scheme(scheme);
    const auto is_free = [&](const PluggedDevice& device) {
      return definition.needs_kind(device.device.kind) &&
             hub.can_join(scheme, device.id, seat).refusal == Refusal::none &&
             hub.standing(device.id) != DeviceStanding::doubtful &&
             (seat == nullptr || device.seats.empty());
    };
    const std::vector<PluggedDevice> devices = hub.devices();
    if (!definition.join.is_set() || std::none_of(devices.begin(), devices.end(), is_free))
      continue;
    Line way = prompt_parts(Combination{definition.join}, labels, hub.playbook().zones());
    way.push_back({"   " + definition.label});
    ways.push_back(std::move(way));
  }
  return ways;
}

Place place_of(const Hub& hub, const Party& party, const Seat& seat) {
  Place place{.seat = std::string{seat.name()}};
  if (!seat.is_taken()) return place;
  const Playbook& playbook = hub.playbook();
  place.scheme = playbook.scheme(seat.scheme()).label;
  place.picture = playbook.scheme(seat.scheme()).name;
  for (const DeviceId device : seat.devices()) place.devices.push_back(hub.label(device));
  place.is_ready = party.is_ready(seat);
  place.is_here = party.is_here(seat);
  std::string hint = place.is_ready ? "" : "Ready {ready}     ";
  hint += "Get up again {get_up}";
  if (party.can_be_here(seat)) hint += "     Which pad is mine? Any other";
  place.hint = seat.caption(hint).parts;
  return place;
}

}  // namespace

TablePicture table_picture(const Hub& hub, const Party& party, std::string news) {
  TablePicture table{.ways = ways_to_sit_down(hub, party.seats()[0]->labels(), nullptr),
                     .news = std::move(news)};
  for (const Seat* seat : party.seats()) table.places.push_back(place_of(hub, party, *seat));
  return table;
}

namespace {

// "Whose is gamepad 3?", and what each presses on it.
void add_doubts(const Hub& hub, std::vector<std::string>& lines) {
  for (const Doubt& doubt : hub.doubts()) {
    lines.push_back("Whose is " + hub.label(doubt.device) + "? On it, press");
    for (const Claim& claim : doubt.claims) {
      const Seat& seat = *claim.seats.front();
      lines.push_back("     " + label(claim.control, seat.labels()) + "   the " +
                      std::string{seat.name()});
    }
  }
}

}  // namespace

std::vector<std::string> waiting_words(const Hub& hub, const Party& party) {
  std::vector<std::string> lines;
  add_doubts(hub, lines);
  for (const Seat* seat : party.waited_for()) {
    std::string lost;
    for (const DeviceId device : hub.lost_devices(*seat)) {
      lost += (lost.empty() ? "" : " and ") + hub.label(device);
    }
    const std::vector<Line> ways = ways_to_sit_down(hub, seat->labels(), seat);
    std::string line = "The " + std::string{seat->name()};
    line += lost.empty() ? " waits" : " has lost ";
    if (!lost.empty()) line += lost + ". Plug it in again";
    lines.push_back(line + (ways.empty() ? "." : ", or go on with another; press"));
    for (const Line& way : ways) lines.push_back("     " + to_text(way));
  }
  return lines;
}

Line what_to_press(const Harbour& harbour, bool is_narrow) {
  const char* text =
      "Steer {steer}   Engine {throttle}   Horn {horn}   Light {lamp}   Line {winch}   "
      "Anchor {anchor}   Pilot {pilot}   Crane {take_crane}   Chart {open_chart}   "
      "Controls {open_menu}";
  if (is_narrow) {
    text = "Steer {steer}  Engine {throttle}  Horn {horn}  Line {winch}  Chart {open_chart}";
  }
  if (harbour.is_at_crane()) text = "Hoist {hoist}   Slew {slew}   Back to the helm {leave_crane}";
  if (harbour.is_chart_open()) {
    text =
        is_narrow
            ? "Move {pan_chart}   Mark {mark}   Close {close_chart}"
            : "Move the chart {pan_chart}   Zoom {zoom_chart}   Mark {mark}   Close {close_chart}";
  }
  return harbour.seat().caption(text).parts;
}

Line radio_hint(const Harbour& harbour) {
  const bool is_calling = harbour.radio() == Radio::calling;
  return harbour.seat().caption(is_calling ? "Answer {answer}" : "Hang up {hang_up}").parts;
}

}  // namespace tidewater
