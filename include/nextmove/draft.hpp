// Drafts: a player's changes, looked at, undone and checked for clashes before they count.
#pragma once

#include <cstddef>
#include <cstdint>
#include <memory>
#include <optional>
#include <string>
#include <string_view>
#include <utility>
#include <vector>

#include <nextmove/device.hpp>
#include <nextmove/neighbours.hpp>
#include <nextmove/playbook.hpp>
#include <nextmove/profile.hpp>
#include <nextmove/scheme.hpp>

namespace nextmove {

namespace core {
class DraftState;
}

/// One place for a control: the second on the keyboard of "steer up", say.
struct ControlSlot {
  ActionId action = ActionId::none;
  ActionPart part = ActionPart::whole;
  ContextId context = ContextId::none;  ///< none: in all that bind the action
  DeviceKind device = DeviceKind::keyboard;
  std::size_t number = 0;  ///< from 0; beyond the last there is it is one more

  friend bool operator==(const ControlSlot&, const ControlSlot&) = default;
};

/// What to do where another action has a control already.
enum class OnClash : std::uint8_t {
  refuse,     ///< nothing
  swap,       ///< the other gets what this one had
  take_over,  ///< the other loses it
  keep_both,  ///< both have it, on purpose
};

/// A control that would do two things at once: two slots that a seat hears in the same context. Not
/// where the playbook itself has these two actions on one control, nor for a tap and a hold.
struct Clash {
  ControlSlot slot{};         ///< whose it is already
  Combination combination{};  ///< what stands there: another part of the same stick, it may be
  ControlSlot with{};         ///< who would have it too
  bool can_swap = false;      ///< whether OnClash::swap would do
  bool can_take_over =
      false;  ///< whether OnClash::take_over would do; the other may have to keep it

  friend bool operator==(const Clash&, const Clash&) = default;
};

/// Another context that has the control: no clash, but good to know.
struct Shadow {
  ContextId context = ContextId::none;
  ActionId action = ActionId::none;  ///< what it does there
  bool comes_first = false;  ///< while that context is entered, it hears the control first; else
                             ///< it does not hear it while this one is entered

  friend bool operator==(const Shadow&, const Shadow&) = default;
};

/// Why a change was not made.
enum class DraftRefusal : std::uint8_t {
  none,             ///< it was made
  fixed,            ///< the action cannot be remapped
  required,         ///< the action must keep a control
  reserved,         ///< the playbook keeps remaps away from the control
  other_device,     ///< the control is on another kind of device
  no_combinations,  ///< the action takes no combinations
  already_there,    ///< the action has the control already
  cannot_drive,     ///< such a control cannot drive it, as a key cannot drive a whole vector
  clash,            ///< another has it; see the clashes
  no_such_slot,     ///< the playbook has no such action or context
  somebody_elses,   ///< somebody has it who shares the device; see DraftAnswer::taken
};

/// "refuse", "swap", "take_over" or "keep_both".
std::string_view to_string(OnClash on_clash);
std::optional<OnClash> find_on_clash(std::string_view name);

/// "fixed", "required" and so on.
std::string_view to_string(DraftRefusal refusal);

/// The same as a sentence for players, without a full stop: "the game keeps this control for
/// itself".
std::string_view reason(DraftRefusal refusal);

struct DraftAnswer {
  DraftRefusal refusal = DraftRefusal::none;
  std::vector<Clash> clashes{};   ///< those that stand in the way, or were kept
  std::vector<Shadow> shadows{};  ///< of the control that was put somewhere
  TakenControl taken{};           ///< where that is the reason: the control, and whose it is

  explicit operator bool() const { return refusal == DraftRefusal::none; }
};

/// A player's changes on the way. A value: a copy goes its own way. Nothing in it touches a seat;
/// Hub::set_profile does, with `profile()`, once at the end, or after every change. A slot, an
/// action or a scheme that the playbook does not have, and a tuning that cannot be, is a complaint,
/// and changes nothing.
class Draft {
 public:
  /// For a seat that is held to `scheme`: what it hears is what is changed, and seen, here. A
  /// change counts for all schemes that share no device, or, under one that shares, for that one.
  explicit Draft(Playbook playbook, Profile profile = {}, SchemeId scheme = SchemeId::none);

  const Playbook& playbook() const;
  const Profile& profile() const;
  SchemeId scheme() const;

  /// What others have who share a device with this player: a change that puts anything on one of
  /// these is refused, unless it is to keep both.
  void keep_off(std::vector<TakenControl> taken) { taken_ = std::move(taken); }
  /// Whose the control is by that; nullptr for nobody's. Valid until the next keep_off.
  const TakenControl* whose(const PlacedControl& control) const;

  /// What stands in the slots of this action, part, context and device, whatever the number; by
  /// the draft, and by the playbook.
  std::vector<Combination> controls(const ControlSlot& slot) const;
  std::vector<Combination> usual_controls(const ControlSlot& slot) const;

  /// Puts a control into a slot, in place of what is there. Refused, nothing changes. Where it is
  /// there already, keep_both makes a clash with it a wanted one (see unwanted_clashes).
  DraftAnswer put(const ControlSlot& slot, const Combination& combination,
                  OnClash on_clash = OnClash::refuse);
  /// What put would answer, without doing it.
  DraftAnswer can_put(const ControlSlot& slot, const Combination& combination,
                      OnClash on_clash = OnClash::refuse) const;
  /// Puts these controls, and no others, into the slots of this action, part, context and device.
  DraftAnswer set(const ControlSlot& slot, const std::vector<Combination>& controls,
                  OnClash on_clash = OnClash::refuse);
  /// Takes the control in the slot away; those behind it move up.
  DraftAnswer clear(const ControlSlot& slot);

  /// Back to the playbook. What comes back may clash with what was put there meanwhile; swap counts
  /// as take_over.
  DraftAnswer reset(ActionId action, OnClash on_clash = OnClash::refuse);
  DraftAnswer reset(DeviceKind device, OnClash on_clash = OnClash::refuse);
  void reset();

  /// Sets what this tuning sets, and leaves the rest of the one for the same action and device. Of
  /// several in a row that set the same of the same (a slider on its way), undo takes all back.
  void tune(const Tuning& tuning);
  /// What is tuned for an action (empty: for all) on a device.
  Tuning tuning(std::string_view action, std::optional<DeviceKind> device) const;
  DraftAnswer swap_sticks(bool are_swapped, OnClash on_clash = OnClash::keep_both);
  /// Takes over all that a preset changes: a profile that comes with the game, for one hand, say.
  DraftAnswer take(const Profile& preset, OnClash on_clash = OnClash::take_over);

  /// All clashes that there are now.
  std::vector<Clash> clashes() const;
  /// What the control would be shadowed by in this slot's contexts, and what it would shadow.
  std::vector<Shadow> shadows(const ControlSlot& slot, const Combination& combination) const;

  /// Whether it differs from what it started with.
  bool is_changed() const;
  bool can_undo() const { return !before_.empty(); }
  /// Takes the last change back; does nothing where there is none.
  void undo();
  /// Takes all changes back, as one more change.
  void discard();

  /// For the library's own modules.
  const core::DraftState& state() const { return *state_; }

 private:
  template <class Attempt>
  DraftAnswer attempt(const Attempt& make);
  void become(Profile profile);

  std::shared_ptr<const core::DraftState> state_;
  std::vector<TakenControl> taken_;
  std::vector<Profile> before_;        // what undo goes back to, the last change last
  std::optional<Tuning> last_tuning_;  // where the last change was one
};

/// The clashes that the player did not want, as warnings: a later version of the playbook has given
/// another action the control that the player had chosen, and one press does both.
std::vector<Diagnostic> unwanted_clashes(const Draft& draft);

/// Whether all contexts that bind the action bind it alike, so that one slot stands for all of
/// them.
bool is_alike_everywhere(const Playbook& playbook, ActionId action);

}  // namespace nextmove
