// The actions of a definition, by their names and by the hashes of their handles.
#pragma once

#include <algorithm>
#include <cstdint>
#include <functional>
#include <optional>
#include <span>
#include <string_view>
#include <vector>

#include <nextmove/action.hpp>
#include <nextmove/handle.hpp>

namespace nextmove::core {

/// What handles of the action are told apart by.
inline std::uint32_t hash_of(const ActionDefinition& action) {
  return nextmove::hash_of(action.name, static_cast<std::uint8_t>(action.kind));
}

/// Looked up for every binding of a file, so it is one piece of memory: an entry for each hash, or
/// where that is taken the next one that is free. Of two that are alike the first is found.
/// Actions beyond what ActionId can number are not found: no playbook has so many, but a definition
/// that is still to be checked may. Requires the actions to stay where they are; the definition
/// that owns them may be moved.
class ActionNumbers {
 public:
  explicit ActionNumbers(std::span<const ActionDefinition> actions)
      : actions_(actions.first(std::min(actions.size(), most))),
        names_(actions_.size()),
        handles_(actions_.size()) {
    for (std::size_t i = 0; i < actions_.size(); ++i) {
      names_.put(hash_of_name(actions_[i].name), static_cast<ActionId>(i));
      handles_.put(hash_of(actions_[i]), static_cast<ActionId>(i));
    }
  }

  std::optional<ActionId> find(std::string_view name) const {
    return names_.find(hash_of_name(name), [&](ActionId it) {
      return actions_[static_cast<std::size_t>(it)].name == name;
    });
  }
  /// By Action::hash.
  std::optional<ActionId> find(std::uint32_t hash) const {
    return handles_.find(hash, [](ActionId) { return true; });
  }
  std::size_t size() const { return actions_.size(); }

 private:
  static constexpr auto most = static_cast<std::size_t>(ActionId::none);

  class Table {
   public:
    // At least half of them stay free, so that a search soon ends.
    explicit Table(std::size_t count) {
      std::size_t size = 2;
      while (size < 2 * count) size *= 2;
      entries_.resize(size);
    }

    void put(std::uint32_t hash, ActionId action) {
      std::size_t at = first(hash);
      while (entries_[at].action != ActionId::none) at = next(at);
      entries_[at] = {hash, action};
    }

    template <class Fits>
    std::optional<ActionId> find(std::uint32_t hash, Fits fits) const {
      for (std::size_t at = first(hash); entries_[at].action != ActionId::none; at = next(at)) {
        if (entries_[at].hash == hash && fits(entries_[at].action)) return entries_[at].action;
      }
      return std::nullopt;
    }

   private:
    struct Entry {
      std::uint32_t hash = 0;
      ActionId action = ActionId::none;
    };

    std::size_t first(std::uint32_t hash) const { return hash & (entries_.size() - 1); }
    std::size_t next(std::size_t at) const { return (at + 1) & (entries_.size() - 1); }

    std::vector<Entry> entries_;
  };

  static std::uint32_t hash_of_name(std::string_view name) {
    return static_cast<std::uint32_t>(std::hash<std::string_view>{}(name));
  }

  std::span<const ActionDefinition> actions_;
  Table names_;
  Table handles_;
};

}  // namespace nextmove::core
