// Everything that can happen to a hub, as plain data: what listeners are told, and recordings hold.
#pragma once

#include <cstddef>
#include <cstdint>
#include <optional>
#include <string>
#include <string_view>
#include <variant>
#include <vector>

#include <nextmove/area.hpp>
#include <nextmove/combination.hpp>
#include <nextmove/control.hpp>
#include <nextmove/device.hpp>
#include <nextmove/event.hpp>
#include <nextmove/playbook.hpp>
#include <nextmove/profile.hpp>
#include <nextmove/seating_rules.hpp>
#include <nextmove/time.hpp>
#include <nextmove/vec2.hpp>

namespace nextmove {

/// What can happen to a hub, besides an Event.
struct Plugged {
  Time time{};
  DeviceId id = DeviceId::none;
  Device device{};
  friend bool operator==(const Plugged&, const Plugged&) = default;
};
struct Unplugged {
  Time time{};
  DeviceId id = DeviceId::none;
  friend bool operator==(const Unplugged&, const Unplugged&) = default;
};
struct ReleasedAll {
  Time time{};
  friend bool operator==(const ReleasedAll&, const ReleasedAll&) = default;
};
struct Given {
  Time time{};
  DeviceId id = DeviceId::none;
  std::string seat{};
  friend bool operator==(const Given&, const Given&) = default;
};
struct Entered {
  Time time{};
  std::string seat{};
  std::string context{};
  friend bool operator==(const Entered&, const Entered&) = default;
};
struct Left {
  Time time{};
  std::string seat{};
  std::string context{};
  friend bool operator==(const Left&, const Left&) = default;
};
/// Left all others of the context's rank and entered it, in one step.
struct SwitchedTo {
  Time time{};
  std::string seat{};
  std::string context{};
  friend bool operator==(const SwitchedTo&, const SwitchedTo&) = default;
};
struct Muted {
  Time time{};
  std::string seat{};
  std::string mute{};
  friend bool operator==(const Muted&, const Muted&) = default;
};
struct Unmuted {
  Time time{};
  std::string seat{};
  std::string mute{};
  friend bool operator==(const Unmuted&, const Unmuted&) = default;
};
struct SeatAdded {
  Time time{};
  std::string seat{};
  friend bool operator==(const SeatAdded&, const SeatAdded&) = default;
};
struct RulesSet {
  Time time{};
  SeatingRules rules{};
  friend bool operator==(const RulesSet&, const RulesSet&) = default;
};
struct Joined {  ///< by the game's call; who joins by a press does so again by the same events
  Time time{};
  std::string scheme{};
  DeviceId id = DeviceId::none;
  std::string seat{};  ///< empty where the hub chose it
  friend bool operator==(const Joined&, const Joined&) = default;
};
struct GotUp {
  Time time{};
  std::string seat{};
  friend bool operator==(const GotUp&, const GotUp&) = default;
};
struct HeldTo {
  Time time{};
  std::string seat{};
  std::string scheme{};  ///< empty for none
  friend bool operator==(const HeldTo&, const HeldTo&) = default;
};
struct ProfileSet {
  Time time{};
  std::string seat{};
  Profile profile{};
  friend bool operator==(const ProfileSet&, const ProfileSet&) = default;
};
struct CaptureBegun {  ///< see CaptureRequest
  Time time{};
  std::string seat{};
  std::string action{};
  ActionPart part = ActionPart::whole;
  DeviceKind device = DeviceKind::keyboard;
  Duration time_out{};
  std::vector<Control> cancel{};
  friend bool operator==(const CaptureBegun&, const CaptureBegun&) = default;
};
struct CaptureStopped {
  Time time{};
  std::string seat{};
  friend bool operator==(const CaptureStopped&, const CaptureStopped&) = default;
};
struct Reserved {
  Time time{};
  std::string seat{};
  bool is_reserved = true;
  friend bool operator==(const Reserved&, const Reserved&) = default;
};
struct Freed {
  Time time{};
  DeviceId id = DeviceId::none;
  friend bool operator==(const Freed&, const Freed&) = default;
};
struct Swapped {
  Time time{};
  std::string seat{};
  std::string other{};
  friend bool operator==(const Swapped&, const Swapped&) = default;
};
struct PartSet {  ///< of the window
  Time time{};
  std::string seat{};
  Area part{};
  friend bool operator==(const PartSet&, const PartSet&) = default;
};
struct Resized {  ///< the window
  Time time{};
  Vec2 size{};  ///< in pixels
  friend bool operator==(const Resized&, const Resized&) = default;
};
struct TypingSet {
  Time time{};
  std::string seat{};
  bool is_typing = true;
  friend bool operator==(const TypingSet&, const TypingSet&) = default;
};
struct TakenUp {  ///< see Hub::take_up
  Time time{};
  DeviceId device = DeviceId::none;
  Control control = Control::none;
  float x = 0;
  float y = 0;
  friend bool operator==(const TakenUp&, const TakenUp&) = default;
};
struct LongestStepSet {  ///< see Hub::set_longest_step
  Time time{};
  Duration longest{};
  friend bool operator==(const LongestStepSet&, const LongestStepSet&) = default;
};
struct Adopted {  ///< another playbook; equal to one of the same fingerprint
  Time time{};
  std::optional<Playbook> playbook{};  ///< nothing where it could not be read
  friend bool operator==(const Adopted& a, const Adopted& b);
};
/// What an interceptor made of an action in the update at hand.
enum class InterceptedAs : std::uint8_t { held_back, pressed, held, set };
/// "held_back", "pressed", "held" or "set".
std::string_view to_string(InterceptedAs as);
std::optional<InterceptedAs> find_intercepted_as(std::string_view name);
/// An interceptor changed what becomes of an action; follows the Updated that it belongs to.
struct Intercepted {
  Time time{};
  std::string seat{};
  std::string action{};
  std::string by{};  ///< its name
  InterceptedAs as = InterceptedAs::held_back;
  float x = 0;  ///< set: what it came to
  float y = 0;
  friend bool operator==(const Intercepted&, const Intercepted&) = default;
};
struct CustomSet {  ///< the hub was given a function for `custom`
  Time time{};
  std::string name{};
  friend bool operator==(const CustomSet&, const CustomSet&) = default;
};
/// An event that is not one, and was a complaint: nothing came of it, and nothing does again.
struct PassedOver {
  Time time{};
  DeviceId device = DeviceId::none;
  Control control = Control::none;  ///< none where there is no such control
  std::string why{};
  friend bool operator==(const PassedOver&, const PassedOver&) = default;
};
struct Restored {  ///< the hub went back to a snapshot: what follows may be earlier
  Time time{};
  std::vector<std::byte> snapshot{};
  friend bool operator==(const Restored&, const Restored&) = default;
};
struct Updated {
  Time time{};
  friend bool operator==(const Updated&, const Updated&) = default;
};

/// What a step can be.
using AnyStep =
    std::variant<Event, Plugged, Unplugged, Given, ReleasedAll, Entered, Left, SwitchedTo, Muted,
                 Unmuted, SeatAdded, RulesSet, Joined, GotUp, HeldTo, ProfileSet, CaptureBegun,
                 CaptureStopped, Reserved, Freed, Swapped, PartSet, Resized, TypingSet, TakenUp,
                 LongestStepSet, Adopted, Intercepted, CustomSet, PassedOver, Restored, Updated>;

/// One thing that happened to a hub; std::visit and std::get_if look into it. A class of its own,
/// so that who passes steps on need not compile how each of them is copied.
class Step : public AnyStep {
 public:
  using AnyStep::AnyStep;
  Step(const Step& other);
  Step(Step&& other) noexcept;
  Step& operator=(const Step& other);
  Step& operator=(Step&& other) noexcept;
  ~Step();
  friend bool operator==(const Step& a, const Step& b);
};

/// Names one listener to the steps of one hub; see Hub::on_step. None is used twice.
enum class ListenerId : std::uint32_t { none = 0 };

/// When a step happened.
Time time_of(const Step& step);

/// Hub::set_longest_step until it is called.
inline constexpr Duration usual_longest_step = std::chrono::milliseconds{250};

}  // namespace nextmove
