// Where the pointers of a seat stand, and who points.
#pragma once

#include <vector>

#include "seat/active_routes.hpp"
#include "seat/common.hpp"
#include "seat/merging.hpp"
#include "seat/screen_part.hpp"

namespace nextmove::core {

class Pointers {
 public:
  /// All must outlive it.
  Pointers(Common& common, Merging& merging, const ActiveRoutes& active, const ScreenPart& part)
      : common_(common),
        merging_(merging),
        active_(active),
        part_(part),
        pointers_(common.wiring->action_count()) {}

  Vec2 position(ActionId action) const { return pointers_[Wiring::index(action)].position; }
  /// Up to when it has been moved by what time moves.
  Time& until(ActionId action) { return pointers_[Wiring::index(action)].until; }
  /// Whether something is there: a place that is known, or what the device that pushed it last
  /// could push on.
  bool is_pointed(ActionId action) const;
  bool is_pushed(ActionId action) const;
  bool may_be_pushed(ActionId action, const Slot& slot) const;

  /// The last to point wins, and a change of contexts does not make another the last. A pointer
  /// whose control is claimed from above, or is nowhere any more, stays where it was, with nothing
  /// there.
  void point(Slot& slot, const ActiveRoute& active, Vec2 value, Cause cause);
  /// Goes as far as what moves it has come to. Who pushes it points; a mute lets nobody.
  void push(ActionId action);

  /// Nobody points it for now; gives the one who did.
  const Slot* let_go(ActionId action) {
    return std::exchange(pointers_[Wiring::index(action)].slot, nullptr);
  }
  /// Where nobody else points meanwhile, this one does again.
  void give_back(ActionId action, const Slot* slot) {
    const Slot*& now = pointers_[Wiring::index(action)].slot;
    if (now == nullptr) now = slot;
  }
  /// The route's context is left.
  void release(const Route& route);
  /// The device goes.
  void forget(const Slot& slot);
  /// Under another playbook they stand where they stood; places point again by themselves.
  void play_on();

  /// Its part of a snapshot; see pack.hpp.
  template <class Pack>
  void pack(Pack& pack);

 private:
  struct Pointer {
    Vec2 position = middle_of_part;  // in shares of the part
    const Slot* slot = nullptr;      // the device that pointed last; nullptr while nothing points
    const Route* route = nullptr;    // of a place; nullptr where a stick or keys moved it
    Time until{};
  };

  Common& common_;
  Merging& merging_;
  const ActiveRoutes& active_;
  const ScreenPart& part_;
  std::vector<Pointer> pointers_;  // by action
};

}  // namespace nextmove::core
