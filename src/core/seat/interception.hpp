// A seat's interceptors, and what they are making of the update at hand.
#pragma once

#include <cstdint>
#include <span>
#include <string>
#include <string_view>
#include <vector>

#include <nextmove/interceptor.hpp>

#include "compiled/wiring.hpp"
#include "seat/contact.hpp"
#include "seat/intake.hpp"

namespace nextmove::core {

class Interception {
 public:
  /// One that is added by an interceptor runs from the next update on; one that is removed by one
  /// runs no more.
  InterceptorId add(std::string name, Interceptor interceptor, int order);
  void remove(InterceptorId id);
  /// In the order in which they run.
  std::vector<InterceptorInfo> list() const;
  bool is_empty() const { return listed_.empty(); }
  /// Whether an update goes through here. When the last interceptor is gone, what it changed is
  /// settled once more.
  bool is_on() const { return !listed_.empty() || is_changed_; }

  /// For so many actions nothing grows while an update runs.
  void make_room(std::size_t actions);

  // In an update: begin, call, and at last end_intake for each action taken in, and end.
  void begin();
  void call(Incoming& incoming);
  void end();
  /// nullptr before it is taken in.
  Intake* find(ActionId action) {
    Intake& intake = intakes_[Wiring::index(action)];
    return intake.is_here ? &intake : nullptr;
  }
  Intake& take_in(ActionId action, const Intake& intake);
  std::span<const ActionId> taken_in() const { return taken_in_; }
  /// The one that is being called changes the reading of this action.
  void note_change(ActionId action, Time now) {
    last_changes_[Wiring::index(action)] = {now, called_};
  }
  /// The name of the one that is being called; valid as long as it runs.
  std::string_view called_name() const { return called_name_; }
  struct Change {
    Time at = never;
    InterceptorId by = InterceptorId::none;
  };
  /// The last that any of them made to this action.
  Change last_change(ActionId action) const;
  /// What came of it.
  Intake end_intake(ActionId action);

  /// Its part of a snapshot: what is still to be settled. Interceptors themselves are the game's.
  template <class Pack>
  void pack(Pack& pack);

 private:
  struct Listed {
    InterceptorInfo info;
    Interceptor call;
  };
  void insert(Listed interceptor);

  std::vector<Listed> listed_;  // in order
  std::vector<Listed> added_;   // by an interceptor
  std::uint32_t ever_ = 0;
  bool is_calling_ = false;
  bool is_changed_ = false;         // something is other in the readings than the player made it
  std::vector<Intake> intakes_;     // by action
  std::vector<ActionId> taken_in_;  // in this update
  InterceptorId called_ = InterceptorId::none;
  std::string_view called_name_;
  std::vector<Change> last_changes_;  // by action
};

}  // namespace nextmove::core
