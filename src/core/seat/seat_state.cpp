#include "seat/seat_state.hpp"

#include <algorithm>
#include <array>
#include <utility>

#include "compiled/playbook_data.hpp"

namespace nextmove::core {

SeatState::SeatState(std::string name, Playbook playbook, Journal& journal, Chronicle& story,
                     Customs& customs, const Elsewhere& elsewhere)
    : common_(std::move(name), std::move(playbook), journal, story),
      elsewhere_(elsewhere),
      given_(common_.playbook),
      before_(common_.playbook),
      prompting_(common_),
      hearing_(common_, prompting_, customs),
      mutes_(common_, router()),
      readout_(common_, router()),
      presses_(common_, readout_),
      handles_(common_) {}

void SeatState::update(Time now) {
  common_.since_last = now - common_.last_update;
  common_.last_update = now;
  prompting_.settle_hand(now);
  router().advance(now);
  readout_.update(*this);
}

// ---- playbooks

void SeatState::adopt(const Playbook& playbook) {
  before_ = std::exchange(given_, playbook);
  common_.changes.note(Interruption::adopted, common_.present());
  play_by(remapped(given_, profile_, common_.scheme));
}

void SeatState::set_profile(Profile profile) {
  profile_ = std::move(profile);
  Playbook changed = remapped(given_, profile_, common_.scheme);
  if (changed.definition() == common_.playbook.definition()) return;
  common_.changes.note(Interruption::profile, common_.present());
  common_.tell(StoryKind::profile_set);
  play_by(std::move(changed));
}

// The devices' values stay: axes and vectors go on with them, buttons wait for a fresh press.
void SeatState::play_by(Playbook playbook) {
  common_.time = common_.present();
  hearing_.rest_for_a_moment();
  presses_.drop_all();

  const Playbook before = std::exchange(common_.playbook, std::move(playbook));
  fingerprint_ = Fingerprint::none;
  common_.wiring = &common_.playbook.data().wiring();
  const std::size_t actions = common_.wiring->action_count();
  common_.tally.resize(actions);
  common_.board.play_by(common_.playbook);
  common_.changes.make_room(common_.wiring->context_count(), common_.playbook.mutes().size());
  for (std::size_t i = 0; i < actions; ++i) common_.tally.mark(static_cast<ActionId>(i));
  hearing_.play_on();
  mutes_.play_on();
  readout_.play_on();
  prompting_.renew();
  prompting_.note_hands();
  router().take_up_with_controls();
  router().lay();
  hearing_.route_again(common_.present());
}

// ---- snapshots

Fingerprint SeatState::fingerprint() {
  if (fingerprint_ == Fingerprint::none) fingerprint_ = nextmove::fingerprint(common_.playbook);
  return fingerprint_;
}

Fingerprint SeatState::fingerprint_under(SchemeId scheme) {
  const bool is_equal = scheme == common_.scheme || profile_.is_empty();
  return is_equal ? fingerprint() : nextmove::fingerprint(remapped(given_, profile_, scheme));
}

void SeatState::play_under(SchemeId scheme) {
  if (scheme == common_.scheme || profile_.is_empty()) return;
  Playbook changed = remapped(given_, profile_, scheme);
  if (changed.definition() != common_.playbook.definition()) play_by(std::move(changed));
}

// ---- contexts

void SeatState::list_context(ContextId context) {
  router().list(context);
  common_.changes.note_entered(context, common_.present());
  common_.tell(StoryKind::entered, context);
  mutes_.enter(context);
  prompting_.renew();
}

void SeatState::unlist_context(ContextId context) {
  common_.time = common_.present();
  router().unlist(context);
  common_.changes.note_left(context, common_.present());
  common_.tell(StoryKind::left, context);
  mutes_.leave(context);
  prompting_.renew();
}

void SeatState::enter(ContextId context) {
  if (context == ContextId::none || common_.is_in(context)) return;
  list_context(context);
  router().lay();
  router().let_go_below(context);
  hearing_.route_again(common_.present());
  Journal& journal = common_.journal;
  if (!journal.is_on()) return;
  journal.tell(BriefStep{.kind = BriefKind::entered,
                         .time = journal.now,
                         .seat = common_.name,
                         .name = common_.playbook.context(context).name});
}

void SeatState::leave(ContextId context) {
  if (!common_.is_in(context)) return;
  unlist_context(context);
  router().lay();
  hearing_.route_again(common_.present());
  Journal& journal = common_.journal;
  if (!journal.is_on()) return;
  journal.tell(BriefStep{.kind = BriefKind::left,
                         .time = journal.now,
                         .seat = common_.name,
                         .name = common_.playbook.context(context).name});
}

// In one step: values that come out the same before and after do not move in between.
void SeatState::switch_to(ContextId context) {
  if (context == ContextId::none) return;
  const Wiring& wiring = *common_.wiring;
  const auto is_rival = [&](ContextId other) {
    return other != context && wiring.context(other).rank == wiring.context(context).rank;
  };
  const auto& entered = common_.entered;
  const bool is_new = !common_.is_in(context);
  if (!is_new && std::none_of(entered.begin(), entered.end(), is_rival)) return;
  for (std::size_t i = entered.size(); i-- > 0;) {
    const ContextId other = entered[i];
    if (is_rival(other)) unlist_context(other);
  }
  if (is_new) list_context(context);
  router().lay();
  if (is_new) router().let_go_below(context);
  hearing_.route_again(common_.present());
  Journal& journal = common_.journal;
  if (!journal.is_on()) return;
  journal.tell(BriefStep{.kind = BriefKind::switched_to,
                         .time = journal.now,
                         .seat = common_.name,
                         .name = common_.playbook.context(context).name});
}

void SeatState::hold_to(SchemeId scheme) {
  if (scheme == common_.scheme) return;
  common_.changes.note(Interruption::scheme, common_.present());
  if (!profile_.is_empty()) {
    Playbook changed = remapped(given_, profile_, scheme);
    if (changed.definition() != common_.playbook.definition()) {
      common_.scheme = scheme;
      return play_by(std::move(changed));
    }
  }
  common_.time = common_.present();
  router().hold_to(scheme);
  prompting_.renew();
  router().lay();
  hearing_.route_again(common_.present());
}

void SeatState::set_typing(bool is_typing) {
  common_.is_typing = is_typing;
  common_.changes.note(Interruption::typing, common_.present());
  common_.tell(is_typing ? StoryKind::typing_begun : StoryKind::typing_ended);
  router().lay();
  router().look_for_pointers();
}

}  // namespace nextmove::core
