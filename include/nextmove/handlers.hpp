// Handler sets: functions for actions, attached to whichever seat drives the thing now.
#pragma once

#include <cstdint>
#include <functional>
#include <memory>
#include <string_view>

#include <nextmove/action.hpp>
#include <nextmove/profile.hpp>
#include <nextmove/reading.hpp>

namespace nextmove {

class Seat;

namespace core {
class Handlers;
}

/// What one thing of the game does about actions: a crane brings a set of its own, which is
/// attached while somebody works it. Handlers are called at the end of Hub::update, when all
/// readings stand; they may do whatever the game may do, but for updating the hub: enter and leave
/// contexts, adopt a playbook, attach and detach, and destroy or move any set, also their own. Of
/// several sets, the one attached first is called first; the handlers of a set in the order of
/// adding. Add them before attaching. Nothing is allocated when they are called.
/// An empty handle, an empty function, or a handler that is added while the set is attached or
/// calls its handlers is a complaint, and is not added; a handle whose action the seat's playbook
/// does not have is one when the set is attached, and its handler is not called.
/// A set that was moved from is empty.
class HandlerSet {
 public:
  HandlerSet();
  ~HandlerSet();                            ///< leaves the seat without a word to the handlers
  HandlerSet(HandlerSet&& other) noexcept;  ///< attached where the other was
  HandlerSet& operator=(HandlerSet&& other) noexcept;
  HandlerSet(const HandlerSet&) = delete;
  HandlerSet& operator=(const HandlerSet&) = delete;

  /// Once for every press or release. A release is told only of what the set was told pressed.
  HandlerSet& on_press(Button action, std::function<void()> handler);
  /// Once for every press of a direction (see DirectionPresses): more or less; up, down, left or
  /// right. One that the action does not have is a complaint.
  HandlerSet& on_press(Axis action, ActionPart direction, std::function<void()> handler);
  HandlerSet& on_press(Vector action, ActionPart direction, std::function<void()> handler);
  HandlerSet& on_release(Button action, std::function<void()> handler);

  /// In every update that has something new to tell of the action (see Seat::changes).
  HandlerSet& on(Button action, std::function<void(const ButtonReading&)> handler);
  HandlerSet& on(Axis action, std::function<void(const AxisReading&)> handler);
  HandlerSet& on(Vector action, std::function<void(const VectorReading&)> handler);
  HandlerSet& on(Motion action, std::function<void(const MotionReading&)> handler);
  HandlerSet& on(Turn action, std::function<void(const TurnReading&)> handler);
  HandlerSet& on(Pointer action, std::function<void(const PointerReading&)> handler);

  /// Listens to this seat instead of any before. In the next update it is told of all values that
  /// are not at rest; a button that is down already is no press, nor is its release a release. To
  /// attach a set without handlers is a doubt.
  void attach(Seat& seat);

  /// Likewise, and lies over the sets attached before: while it does, they are not told of actions
  /// for which this one has a handler, as if they were detached. So a menu takes up and down from
  /// the boat, and gives them back when it closes.
  void attach_over(Seat& seat);

  /// Listens to nobody. Whatever the handlers were told of comes to rest at once: buttons are
  /// released, values are 0, pointers are gone. So a boat does not sail on when its helm is left.
  void detach();

  bool is_attached() const;

 private:
  template <class Handle>
  HandlerSet& add_direction(Handle action, ActionPart direction, std::function<void()> handler);
  template <class Handle, class Function, class Tell>
  HandlerSet& add(std::string_view call, Handle action, Function function, Tell tell);
  void attach(Seat& seat, bool lies_over, std::string_view call);
  core::Handlers& handlers();

  std::shared_ptr<core::Handlers> handlers_;  // nullptr while there are none
};

}  // namespace nextmove
