// Playbooks: the whole definition of a game's controls, checked and ready to play.
#pragma once

#include <cstdint>
#include <memory>
#include <optional>
#include <span>
#include <string>
#include <string_view>
#include <vector>

#include <nextmove/action.hpp>
#include <nextmove/context.hpp>
#include <nextmove/diagnostic.hpp>
#include <nextmove/mute.hpp>
#include <nextmove/scheme.hpp>
#include <nextmove/zone.hpp>

namespace nextmove {

/// A playbook as it is written down: plain data, in C++ or read from a file. Nothing is checked
/// yet.
struct PlaybookDefinition {
  std::string title{};
  std::vector<ActionDefinition> actions{};
  std::vector<SchemeDefinition> schemes{};
  std::vector<ContextDefinition> contexts{};
  std::vector<MuteDefinition> mutes{};
  std::vector<ZoneDefinition> zones{};    ///< of touch screens; earlier ones lie on top
  std::vector<PlacedControl> reserved{};  ///< no remap puts anything on these

  friend bool operator==(const PlaybookDefinition&, const PlaybookDefinition&) = default;
};

namespace core {
struct PlaybookData;
}

/// A definition in which everything fits together. Immutable; a copy costs a reference count and
/// may be used from any thread. The first seat that plays with it, of any hub, lays out what it
/// needs of it, in a fraction of a microsecond a binding.
class Playbook {
 public:
  /// The definition it was made from.
  const PlaybookDefinition& definition() const;
  std::string_view title() const { return definition().title; }
  std::span<const ActionDefinition> actions() const { return definition().actions; }
  std::span<const SchemeDefinition> schemes() const { return definition().schemes; }
  std::span<const ContextDefinition> contexts() const { return definition().contexts; }
  std::span<const MuteDefinition> mutes() const { return definition().mutes; }
  std::span<const ZoneDefinition> zones() const { return definition().zones; }

  /// The handle of the action with this name, which must be of this kind. A name that is not there,
  /// or is of another kind, is a complaint that names the right call or the nearest name; the
  /// handle then reads as at rest until the hub adopts a playbook that has the action.
  Button button(std::string_view name) const;
  Axis axis(std::string_view name) const;
  Vector vector(std::string_view name) const;
  Motion motion(std::string_view name) const;
  Turn turn(std::string_view name) const;
  Pointer pointer(std::string_view name) const;

  /// The action, scheme, context or mute with this name, or nothing: for names that come from
  /// outside, and for what a playbook may have or not. Nothing is told.
  std::optional<ActionId> find_action(std::string_view name) const;
  std::optional<SchemeId> find_scheme(std::string_view name) const;
  std::optional<ContextId> find_context(std::string_view name) const;
  std::optional<MuteId> find_mute(std::string_view name) const;

  /// The action with this name if it is of this kind, or nothing; likewise.
  std::optional<Button> find_button(std::string_view name) const;
  std::optional<Axis> find_axis(std::string_view name) const;
  std::optional<Vector> find_vector(std::string_view name) const;
  std::optional<Motion> find_motion(std::string_view name) const;
  std::optional<Turn> find_turn(std::string_view name) const;
  std::optional<Pointer> find_pointer(std::string_view name) const;

  /// What a handle means in this playbook, by its number or else by its hash; or nothing.
  template <ActionKind kind>
  std::optional<ActionId> find(Action<kind> handle) const {
    return find(handle.id, handle.hash);
  }
  std::optional<SchemeId> find(Scheme handle) const;
  std::optional<ContextId> find(Context handle) const;
  std::optional<MuteId> find(Mute handle) const;

  /// Takes an id of this playbook; another is a complaint and gives a definition without a name.
  const ActionDefinition& action(ActionId id) const;
  const SchemeDefinition& scheme(SchemeId id) const;
  const ContextDefinition& context(ContextId id) const;
  const MuteDefinition& mute(MuteId id) const;

  /// For the library's own modules.
  explicit Playbook(std::shared_ptr<const core::PlaybookData> data);
  const core::PlaybookData& data() const { return *data_; }

 private:
  std::optional<ActionId> find(ActionId id, std::uint32_t hash) const;

  std::shared_ptr<const core::PlaybookData> data_;
};

/// An action that a program counts on.
struct CountedOn {
  std::string_view name{};
  ActionKind kind = ActionKind::button;
};

/// What a program counts on and `playbook` does not have, one warning for each name: an action that
/// is not there or is of another kind, a scheme, a context or a mute. Generated headers call it
/// with all their names.
std::vector<Diagnostic> misfits(const Playbook& playbook, std::span<const CountedOn> actions,
                                std::span<const std::string_view> schemes,
                                std::span<const std::string_view> contexts,
                                std::span<const std::string_view> mutes);

/// Everything that is wrong with `definition`, in the order of its places. Empty when all is well.
std::vector<Diagnostic> check(const PlaybookDefinition& definition);

/// Checks `definition` and makes it ready to play. With any error there is no value.
Result<Playbook> make_playbook(PlaybookDefinition definition);

}  // namespace nextmove
