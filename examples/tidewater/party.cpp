#include "party.hpp"

#include <algorithm>

namespace tidewater {

std::vector<std::pair<std::string, bool>> under_way(const nextmove::RecordingHeader& head) {
  std::vector<std::pair<std::string, bool>> seats;
  for (const nextmove::RecordedSeat& seat : head.seats) {
    if (head.snapshot.empty()) break;
    const auto& contexts = seat.contexts;
    const bool has_tug = std::any_of(contexts.begin(), contexts.end(), [](const std::string& it) {
      return it == "helm" || it == "crane";
    });
    seats.emplace_back(seat.name, has_tug);
  }
  return seats;
}

Party::Party(nextmove::Hub& hub, Choices choices, const Table& table)
    : hub_(hub),
      choices_(choices),
      table_(table),
      ready_(hub.playbook().button("ready")),
      here_(hub.playbook().button("here")),
      get_up_(hub.playbook().button("get_up")),
      is_at_table_(table.players > 1) {
  for (const auto& [name, has_tug] : table.under_way) {
    seats_.push_back(&hub.add_seat(name));
    if (has_tug) add_tug(*seats_.back());
  }
  if (!table.under_way.empty()) {
    is_at_table_ = tugs_.empty();
    return;
  }
  for (const char* name : {"port tug", "starboard tug"}) {
    if (seats_.size() < table.players) seats_.push_back(&hub.add_seat(name));
  }
  if (!is_at_table_) {
    add_tug(*seats_.front());
    return;
  }
  hub.set_rules({.free_devices = nextmove::FreeDevices::kept,
                 .joining = nextmove::Joining::open,
                 .most_players = table.players,
                 .splits_screen = !table.shares_screen});
  for (nextmove::Seat* seat : seats_) seat->enter("lobby");
}

bool Party::is_ready(const nextmove::Seat& seat) const {
  return std::find(ready_seats_.begin(), ready_seats_.end(), &seat) != ready_seats_.end();
}

void Party::step(float dt) {
  if (is_at_table_) return step_table();
  if (!waited_for().empty()) return;
  for (const auto& tug : tugs_) tug->step(dt);
}

// All who have sat down cast off together, as soon as the last of them is ready.
void Party::step_table() {
  bool all_are_ready = true;
  std::size_t players = 0;
  for (nextmove::Seat* seat : seats_) {
    if (seat->read(get_up_).pressed) hub_.leave(*seat);
    if (!seat->is_taken()) std::erase(ready_seats_, seat);
    if (seat->read(ready_).pressed && !is_ready(*seat)) ready_seats_.push_back(seat);
    players += seat->is_taken() ? 1 : 0;
    all_are_ready = all_are_ready && (!seat->is_taken() || is_ready(*seat));
  }
  if (players > 0 && all_are_ready) cast_off();
}

void Party::cast_off() {
  is_at_table_ = false;
  nextmove::SeatingRules rules = hub_.rules();
  rules.joining = nextmove::Joining::closed;
  hub_.set_rules(rules);
  for (nextmove::Seat* seat : seats_) {
    seat->leave("lobby");
    if (seat->is_taken()) add_tug(*seat);
  }
}

// Side by side.
void Party::add_tug(nextmove::Seat& seat) {
  Vec2 start = Tug{}.position;
  start.x += 180 * static_cast<float>(tugs_.size());
  tugs_.push_back(std::make_unique<Harbour>(hub_.playbook(), seat, crane_, choices_, start));
}

void Party::go_on() {
  for (const auto& tug : tugs_) tug->go_on();
}

std::vector<const nextmove::Seat*> Party::waited_for() const {
  std::vector<const nextmove::Seat*> waiting;
  for (const nextmove::Seat* seat : seats_) {
    if (!is_at_table_ && seat->is_waiting()) waiting.push_back(seat);
  }
  return waiting;
}

std::string Party::report() const {
  if (is_at_table_) return "still at the table";
  std::string all;
  for (const auto& tug : tugs_) {
    if (!all.empty()) all += '\n';
    if (table_.players > 1) all += std::string{tug->seat().name()} + ": ";
    all += tug->report();
  }
  return all;
}

}  // namespace tidewater
