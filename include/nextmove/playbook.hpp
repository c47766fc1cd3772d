// Playbooks: the whole definition of a game's controls, checked and ready to play.
#pragma once

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
/// may be used from any thread.
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

  /// The handle of the action with this name. Requires that there is one of this kind: a wrong name
  /// is a programmer's error and stops a debug build with a sentence that names the nearest action;
  /// a release build gets a handle that always reads as at rest.
  Button button(std::string_view name) const;
  Axis axis(std::string_view name) const;
  Vector vector(std::string_view name) const;
  Motion motion(std::string_view name) const;
  Pointer pointer(std::string_view name) const;

  /// The action, scheme, context or mute with this name, or nothing: for names that come from
  /// outside.
  std::optional<ActionId> find_action(std::string_view name) const;
  std::optional<SchemeId> find_scheme(std::string_view name) const;
  std::optional<ContextId> find_context(std::string_view name) const;
  std::optional<MuteId> find_mute(std::string_view name) const;

  /// Requires an id of this playbook.
  const ActionDefinition& action(ActionId id) const;
  const SchemeDefinition& scheme(SchemeId id) const;
  const ContextDefinition& context(ContextId id) const;
  const MuteDefinition& mute(MuteId id) const;

  /// For the library's own modules.
  explicit Playbook(std::shared_ptr<const core::PlaybookData> data);
  const core::PlaybookData& data() const { return *data_; }

 private:
  std::shared_ptr<const core::PlaybookData> data_;
};

/// Everything that is wrong with `definition`, in the order of its places. Empty when all is well.
std::vector<Diagnostic> check(const PlaybookDefinition& definition);

/// Checks `definition` and makes it ready to play. With any error there is no value.
Result<Playbook> make_playbook(PlaybookDefinition definition);

}  // namespace nextmove
