// A player's visit to a remap menu: asks for controls, asks what to do about clashes, and applies.
// Whatever the menu is drawn with, it shows rows() and calls what the player chose.
#pragma once

#include <cstdint>
#include <optional>
#include <string>
#include <string_view>
#include <vector>

#include <nextmove/capture.hpp>
#include <nextmove/draft.hpp>
#include <nextmove/hub.hpp>
#include <nextmove/remap_rows.hpp>
#include <nextmove/seat.hpp>

namespace nextmove {

/// When changes reach the seat.
enum class Applying : std::uint8_t {
  at_the_end,  ///< when the player applies them; cancelling leaves all as it was
  at_once,     ///< with every change, and every undo; cancelling takes them back
};

/// What the player has to decide: another action has the control.
struct ClashQuestion {
  ControlSlot slot{};
  Combination combination{};
  std::vector<Clash> clashes{};
  bool can_swap = false;
  bool can_take_over = false;

  friend bool operator==(const ClashQuestion&, const ClashQuestion&) = default;
};

/// Keeps references to hub and seat, which must outlive it. Call update after each Hub::update. The
/// game still hears the seat while nothing is captured: enter a context for the menu. A slot or an
/// action that the playbook does not have is a complaint; that a change is wanted while a question
/// waits for its answer, or an answer where nothing is asked, is a doubt. Neither changes anything.
class RemapMenu {
 public:
  RemapMenu(Hub& hub, Seat& seat, Applying applying = Applying::at_the_end);
  ~RemapMenu();  ///< stops waiting; what is not applied is lost
  RemapMenu(const RemapMenu&) = delete;
  RemapMenu& operator=(const RemapMenu&) = delete;

  /// As of the last change. Valid until the next.
  const std::vector<RemapRow>& rows() const { return rows_; }
  const Draft& draft() const { return draft_; }
  /// What happened last, for the player to read: while it waits, what was wrong with the last
  /// press. Empty where there is nothing to say.
  const std::string& message() const { return message_; }

  // ---- one control

  /// Asks the player for a control for this slot. Does not wait, and says so, where the action is
  /// fixed, or nothing on the device can drive it: no key the whole of a vector.
  void ask(const ControlSlot& slot, Duration time_out = std::chrono::seconds{5});
  bool is_waiting() const { return waiting_for_.has_value(); }
  /// The slot; nullptr where it does not wait.
  const ControlSlot* waiting_for() const { return waiting_for_ ? &*waiting_for_ : nullptr; }
  /// While it waits: what is held so far, how long is left, and what was wrong with the last press.
  const Capture& capture() const { return seat_.capture(); }
  void stop_waiting();

  /// The label of the slot's row, for people.
  std::string name_of(const ControlSlot& slot) const;

  /// What must be answered before anything else is changed; nullptr where nothing is asked.
  const ClashQuestion* question() const { return question_ ? &*question_ : nullptr; }
  /// OnClash::refuse leaves everything as it is. What cannot be done is told, and still asked.
  void answer(OnClash on_clash);

  void clear(const ControlSlot& slot);
  void reset(ActionId action);
  void reset(DeviceKind device);
  void reset();
  /// See Draft::tune, swap_sticks and take.
  void tune(const Tuning& tuning);
  void swap_sticks(bool are_swapped);
  void take(const Profile& preset);

  // ---- all of it

  bool can_undo() const { return draft_.can_undo(); }
  void undo();
  /// Whether there is something that was not applied.
  bool is_changed() const;
  /// Hub::set_profile with what the player wants now. Save it afterwards.
  void apply();
  /// Back to what the seat played by when the menu was opened, or last applied.
  void cancel();

  /// Takes what the player pressed; and follows where the hub has adopted another playbook or the
  /// seat is held to another scheme, which forgets the steps to undo.
  void update();

 private:
  void put(const ControlSlot& slot, const Combination& combination, OnClash on_clash);
  void tell(const DraftAnswer& answer);
  void tell_last_press();
  void changed();
  void know_others();
  void follow();
  bool is_asking(std::string_view call) const;

  Hub& hub_;
  Seat& seat_;
  Applying applying_;
  Draft draft_;
  Profile applied_;
  std::vector<RemapRow> rows_;
  std::optional<ControlSlot> waiting_for_;
  std::optional<ClashQuestion> question_;
  std::string message_;
};

}  // namespace nextmove
