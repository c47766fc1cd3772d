// A seat: its parts, and what goes through several of them.
#pragma once

#include <optional>
#include <span>
#include <string>
#include <utility>

#include <nextmove/capture.hpp>
#include <nextmove/fingerprint.hpp>
#include <nextmove/playbook.hpp>
#include <nextmove/profile.hpp>
#include <nextmove/standing.hpp>

#include "seat/common.hpp"
#include "seat/elsewhere.hpp"
#include "seat/handler_list.hpp"
#include "seat/handles.hpp"
#include "seat/hearing.hpp"
#include "seat/kept_presses.hpp"
#include "seat/mutes.hpp"
#include "seat/prompting.hpp"
#include "seat/readout.hpp"
#include "steps/journal.hpp"

namespace nextmove::core {

struct PackLimits;

/// What the table says of a seat.
struct Standing {
  bool is_taken = false;           // somebody plays here
  bool is_reserved = false;        // for no person
  std::vector<Wait> waits{};       // what somebody who plays here lacks
  std::optional<Profile> draft{};  // what a menu has changed and not applied
  Capture capture{};               // the last
};

class SeatState {
 public:
  /// All but the first two must outlive the seat.
  SeatState(std::string name, Playbook playbook, Journal& journal, Chronicle& story,
            Customs& customs, const Elsewhere& elsewhere);

  // ---- its parts

  const Common& common() const { return common_; }
  Hearing& hearing() { return hearing_; }
  const Hearing& hearing() const { return hearing_; }
  /// Without the player's changes.
  const Playbook& given() const { return given_; }
  /// Likewise, of the one that was played until the last adopt.
  const Playbook& given_before() const { return before_; }
  const Profile& profile() const { return profile_; }
  const Elsewhere& elsewhere() const { return elsewhere_; }
  Standing& standing() { return standing_; }
  const Standing& standing() const { return standing_; }
  Mutes& mutes() { return mutes_; }
  const Mutes& mutes() const { return mutes_; }
  Readout& readout() { return readout_; }
  const Readout& readout() const { return readout_; }
  KeptPresses& presses() { return presses_; }
  const KeptPresses& presses() const { return presses_; }
  const Handles& handles() const { return handles_; }
  Prompting& prompting() { return prompting_; }
  const Prompting& prompting() const { return prompting_; }
  HandlerList& handlers() { return handlers_; }

  // ---- who hears its devices

  // `none` does nothing.
  void enter(ContextId context);
  void leave(ContextId context);
  void switch_to(ContextId context);
  /// From here on, only the bindings of this scheme are heard; of `none`, all.
  void hold_to(SchemeId scheme);
  /// From here on, only actions that are heard while typing hear keys. The keyboards must be at
  /// rest.
  void set_typing(bool is_typing);
  /// Goes on with another playbook, in which the numbers of this one still hold (see
  /// keep_numbers).
  void adopt(const Playbook& playbook);
  /// Goes on with what the player has changed.
  void set_profile(Profile profile);

  /// Something is done to the seat, for the story.
  void tell(StoryKind kind) { common_.tell(kind); }

  /// Its part of a snapshot: all but its name, its playbooks and what is the game's. Where it has
  /// come back, the playbook must be the one that it was played by.
  template <class Pack>
  void pack(Pack& pack, const PackLimits& limits, Vec2 window);
  /// Of the playbook as the seat plays it, with the player's changes. Reckoned when it is asked for
  /// first.
  Fingerprint fingerprint();
  /// What that would be under another scheme.
  Fingerprint fingerprint_under(SchemeId scheme);
  /// Gets ready for what comes back from a snapshot.
  void play_under(SchemeId scheme);

  /// Makes what was heard since the last update into readings.
  void update(Time now);

 private:
  Router& router() { return hearing_.router(); }
  void play_by(Playbook playbook);
  void list_context(ContextId context);
  void unlist_context(ContextId context);

  Common common_;
  const Elsewhere& elsewhere_;
  Playbook given_;
  Playbook before_;
  Profile profile_;
  Prompting prompting_;
  Hearing hearing_;
  Mutes mutes_;
  Readout readout_;
  KeptPresses presses_;
  Handles handles_;
  HandlerList handlers_;
  Fingerprint fingerprint_ = Fingerprint::none;  // none where it is not known
  Standing standing_;
};

}  // namespace nextmove::core
