#include "seat/mutes.hpp"

namespace nextmove::core {

bool Mutes::is_muted(ActionId action) const {
  return common_.tally.knows(action) && common_.is_muted(action);
}

void Mutes::mute(MuteId mute) {
  if (!exists(mute)) return;
  ++counts_[static_cast<std::size_t>(mute)];
  silence(mute, 1);
  router_.cut_muted();
  common_.tell(StoryKind::muted, ContextId::none, mute);
  Journal& journal = common_.journal;
  if (!journal.is_on()) return;
  journal.tell(BriefStep{.kind = BriefKind::muted,
                         .time = journal.now,
                         .seat = common_.name,
                         .name = common_.playbook.mute(mute).name});
}

void Mutes::unmute(MuteId mute) {
  if (!exists(mute) || counts_[static_cast<std::size_t>(mute)] == 0) return;
  --counts_[static_cast<std::size_t>(mute)];
  silence(mute, -1);
  common_.tell(StoryKind::unmuted, ContextId::none, mute);
  Journal& journal = common_.journal;
  if (!journal.is_on()) return;
  journal.tell(BriefStep{.kind = BriefKind::unmuted,
                         .time = journal.now,
                         .seat = common_.name,
                         .name = common_.playbook.mute(mute).name});
}

void Mutes::enter(ContextId context) {
  const auto mutes = mutes_with(context);
  for (const MuteId mute : mutes) silence(mute, 1);
  if (!mutes.empty()) router_.cut_muted();
}

void Mutes::leave(ContextId context) {
  for (const MuteId mute : mutes_with(context)) silence(mute, -1);
}

// So many times more, or fewer. What is silent then must be cut.
void Mutes::silence(MuteId mute, int times) {
  for (const ActionId action : common_.playbook.data().muted[static_cast<std::size_t>(mute)]) {
    common_.tally.heard(action).mutes += static_cast<std::uint32_t>(times);
    if (times > 0) common_.tally.drop_presses(action);
    common_.tally.mark(action);
  }
  if (times < 0) common_.changes.note_unmuted(mute, common_.present());
}

void Mutes::play_on() {
  for (std::size_t i = 0; i < common_.wiring->action_count(); ++i) {
    common_.tally.heard(static_cast<ActionId>(i)).mutes = 0;
  }
  counts_.resize(common_.playbook.mutes().size());
  for (std::size_t i = 0; i < counts_.size(); ++i) {
    if (counts_[i] != 0) silence(static_cast<MuteId>(i), static_cast<int>(counts_[i]));
  }
  for (const ContextId context : common_.entered) {
    for (const MuteId mute : mutes_with(context)) silence(mute, 1);
  }
}

}  // namespace nextmove::core
