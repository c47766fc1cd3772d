// One seat's capturing: from its events to a control.
#pragma once

#include <functional>
#include <optional>
#include <span>
#include <utility>
#include <vector>

#include <nextmove/capture.hpp>
#include <nextmove/event.hpp>
#include <nextmove/playbook.hpp>

#include "model/source.hpp"

namespace nextmove::core {

struct PackLimits;

/// Whether anything on such a device can be captured for it: no finger can, and no key for the
/// whole of anything but a button.
inline bool can_be_captured(ActionKind kind, ActionPart part, DeviceKind device) {
  if (device == DeviceKind::touch) return false;
  return kind == ActionKind::button || part != ActionPart::whole || device != DeviceKind::keyboard;
}

class Capturing {
 public:
  using Values = std::vector<Vec2>;

  /// A draft of what the seat's player has changed, which keeps off what others have who share a
  /// device: asked for whenever something is to be captured.
  using MakeDraft = std::function<Draft()>;
  Capturing(const ActionDefinition& action, CaptureRequest request, MakeDraft draft, Time now);

  const Capture& capture() const { return capture_; }
  bool is_queued() const { return capture_.state == CaptureState::queued; }
  bool is_over() const { return capture_.state != CaptureState::waiting && !is_queued(); }

  /// Another captures on a device of the seat: until begin, nothing is captured and no time passes.
  void wait_for(const Seat& other);
  void begin(Time now);

  /// A device of the seat, with what its controls say (by source; none for a touch screen): what is
  /// down already is not pressed.
  void add_device(DeviceId device, Values values);
  void remove_device(DeviceId device);
  /// What its controls say now.
  const Values& values(DeviceId device) const;

  /// One of the seat's devices said something.
  void hear(const Event& event);
  /// One of the seat's devices said something that is not for this capture.
  void note(const Event& event);
  /// Somebody else's did, or one that is shared, where the control is another's.
  void hear_somebody_else(const Event& event);
  /// One of the seat's devices has a control that stands so. See Hub::take_up.
  void take_up(const Event& event);
  /// Every control of the device goes to rest; for DeviceId::none, of all of them.
  void rest(DeviceId device);

  /// When it times out; Time::max() for never.
  Time due() const;
  void time_out() { finish(CaptureState::timed_out); }
  /// Tells how much time is left.
  void update(Time now);
  void cancel() { finish(CaptureState::cancelled); }

  /// What is down of what was pressed: not to be heard until it is released.
  std::vector<std::pair<DeviceId, Source>> held() const;
  bool holds(DeviceId device, Source source) const;
  /// Whether all of these are known to it.
  bool knows(std::span<const DeviceId> devices) const;

  /// Its part of a snapshot, but for what it was made of.
  template <class Pack>
  void pack(Pack& pack, const PackLimits& limits);

 private:
  struct Known {
    DeviceId device;
    Values values;
    std::vector<bool> is_armed;  // by source: it has been at rest, so a press of it is fresh
    Values travelled;            // by source: of displacements, since the capturing began
  };
  struct Pressed {
    DeviceId device;
    Source source;
    Control control;  // as captured: one half of a stick, say
  };

  Known* find(DeviceId device);
  static void arm(Known& known);
  void hear_level(Known& known, Source source, Vec2 value);
  void hear_displacement(Known& known, Source source, Vec2 amount);
  void press(DeviceId device, Source source, Vec2 value);
  void release(DeviceId device, Source source);
  void offer(Combination combination);
  Combination combination_so_far() const;
  void refuse(DraftRefusal refusal, Combination what);
  void finish(CaptureState state);

  MakeDraft draft_;
  bool takes_with_;
  ActionKind kind_;
  Time began_;
  Capture capture_;
  std::vector<Known> devices_;
  std::vector<Pressed> pressed_;  // afresh and still down, in order
};

}  // namespace nextmove::core
