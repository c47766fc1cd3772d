// The head of a snapshot: what it is, and whether it can come back here.
#include <array>
#include <cstring>

#include <nextmove/hub.hpp>
#include <nextmove/snapshot.hpp>

#include "base/shown.hpp"
#include "players/hub_state.hpp"
#include "seat/seat_pack.hpp"

namespace nextmove {

namespace core {
namespace {

/// Stands in front, as it stands in memory. Where the bytes of a number have another order, the
/// mark reads otherwise.
struct Head {
  std::uint64_t mark = 0x0a1a50414e534d4e;
  std::uint32_t version = 1;  // of all that follows; another for every change to it
  std::uint32_t rules = version_of_rules;
  std::uint64_t size = 0;
  std::uint64_t sum = 0;  // of all that follows
};
static_assert(std::has_unique_object_representations_v<Head>);

Head head_of(std::span<const std::byte> bytes) {
  Head head;
  std::memcpy(&head, bytes.data(), sizeof head);
  return head;
}

}  // namespace

Fingerprint HubState::fingerprint() {
  if (fingerprint_ == Fingerprint::none) fingerprint_ = nextmove::fingerprint(playbook);
  return fingerprint_;
}

void HubState::snapshot(std::vector<std::byte>& bytes) {
  Packer pack{bytes};
  Head head;
  pack.all(head.mark, head.version, head.rules, head.size, head.sum);
  pack.all(fingerprint(), static_cast<std::uint32_t>(table.seats().size()));
  for (const auto& seat : table.seats()) {
    pack.text(seat->state().common().name);
    pack.all(seat->scheme(), seat->state().fingerprint());
  }
  this->pack(pack);
  pack.finish();
  head.size = bytes.size();
  head.sum = checksum(std::span{bytes}.subspan(sizeof head));
  std::memcpy(bytes.data(), &head, sizeof head);
  journal.tell_snapshot(head.sum);
}

RestoreAnswer HubState::can_restore(std::span<const SeatHead> heads) {
  for (const SeatHead& it : heads) {
    Seat* const seat = find_seat(table.seats(), it.name);
    const Fingerprint ours =
        seat != nullptr ? seat->state().fingerprint_under(it.scheme) : fingerprint();
    if (it.fingerprint != ours) return {RestoreRefusal::other_profile, it.name};
  }
  return {};
}

RestoreAnswer HubState::restore(std::span<const std::byte> bytes) {
  if (const RestoreRefusal refusal = look_at_snapshot(bytes); refusal != RestoreRefusal::none) {
    return {refusal};
  }
  Unpacker pack{bytes.subspan(sizeof(Head))};
  Fingerprint theirs{};
  pack.all(theirs);
  if (theirs != fingerprint()) return {RestoreRefusal::other_playbook};
  pack.list(their_seats_, [&](SeatHead& it) {
    pack.text(it.name);
    pack.limited(it.scheme, playbook.schemes().size(), SchemeId::none);
    pack.all(it.fingerprint);
  });
  if (RestoreAnswer answer = can_restore(their_seats_); !answer) return answer;
  table.keep_seats(their_seats_);
  this->pack(pack);
  go_on();
  phase = Phase::handlers;
  for (const auto& set : table.take_orphans()) set->tell_rest();
  phase = Phase::idle;
  return {};
}

}  // namespace core

// ---- the face

void Hub::snapshot(std::vector<std::byte>& bytes) const {
  if (state_->is_between_updates("Hub::snapshot")) return state_->snapshot(bytes);
  bytes.clear();
}

RestoreAnswer Hub::restore(std::span<const std::byte> bytes) {
  constexpr std::string_view call = "Hub::restore";
  if (!state_->is_between_updates(call) || !state_->is_open(call)) {
    return {RestoreRefusal::wrong_moment};
  }
  const Time before = now();
  RestoreAnswer answer = state_->restore(bytes);
  if (!answer) return answer;
  core::Journal& journal = state_->journal;
  if (journal.has_listeners()) {
    journal.tell_listeners(Restored{before, {bytes.begin(), bytes.end()}});
  }
  journal.tell_return(core::head_of(bytes).sum, before);
  return answer;
}

RestoreRefusal look_at_snapshot(std::span<const std::byte> bytes) {
  const core::Head ours;
  if (bytes.size() < sizeof ours) return RestoreRefusal::no_snapshot;
  const core::Head head = core::head_of(bytes);
  if (head.mark != ours.mark) return RestoreRefusal::no_snapshot;
  if (head.version != ours.version || head.rules != ours.rules) {
    return RestoreRefusal::other_version;
  }
  const bool is_whole =
      head.size == bytes.size() && head.sum == core::checksum(bytes.subspan(sizeof head));
  return is_whole ? RestoreRefusal::none : RestoreRefusal::damaged;
}

std::string_view to_string(RestoreRefusal refusal) {
  static constexpr std::array<std::string_view, 7> names = {
      "none",          "wrong_moment",   "no_snapshot",  "damaged",
      "other_version", "other_playbook", "other_profile"};
  return names[static_cast<std::size_t>(refusal)];
}

std::string reason(const RestoreAnswer& answer) {
  switch (answer.refusal) {
    case RestoreRefusal::none: break;
    case RestoreRefusal::wrong_moment: return "an update is under way; restore after Hub::update";
    case RestoreRefusal::no_snapshot: return "these bytes are no snapshot";
    case RestoreRefusal::damaged: return "the snapshot is damaged; nothing of it can be trusted";
    case RestoreRefusal::other_version:
      return "the snapshot was taken by another version of the library";
    case RestoreRefusal::other_playbook:
      return "the snapshot was taken under another playbook than the hub plays by; adopt that one "
             "first";
    case RestoreRefusal::other_profile:
      return "the player at the seat " + core::quoted(answer.seat) +
             " has other controls than when the snapshot was taken; Hub::set_profile with those "
             "first";
  }
  return {};
}

}  // namespace nextmove
