// Complaints: mistakes of the program that uses the library, told in a sentence, in every build.
#pragma once

#include <cstdint>
#include <functional>
#include <string_view>

#include <nextmove/standard.hpp>

namespace nextmove {

/// What sort of mistake it is. docs/when-nothing-happens.md lists them with their sentences.
enum class ComplaintKind : std::uint8_t {
  unknown_name,    ///< the playbook has no such name, or it names something else
  unknown_handle,  ///< a handle that is empty, of another playbook, or outdated
  unknown_id,      ///< an id of nothing, or a slot where no control can go
  empty_function,  ///< a function that cannot be called
  wrong_value,     ///< out of range, or a name that is taken
  wrong_moment,    ///< a call that is not allowed from where it is made
  wrong_event,     ///< an event that no device says
  wrong_time,      ///< moments that go back, or that the updates never reach
  no_value,        ///< a Result without a value was used as if it had one
};

/// "unknown_name", "unknown_handle" and so on.
std::string_view to_string(ComplaintKind kind);

/// One mistake. The call that made it has had no effect.
struct Complaint {
  ComplaintKind kind = ComplaintKind::unknown_name;
  /// The program may be right all the same, as where a device goes while its events are on the way.
  bool is_doubt = false;
  /// The call, what it was given and what to do, without a full stop: `Seat::enter: the playbook
  /// has no context "hlem"; did you mean "helm"?` Printable; valid during the call.
  std::string_view sentence{};
};

using ComplaintListener = std::function<void(const Complaint&)>;

/// From now on `listener` is called with every complaint of every hub, on the thread that made the
/// mistake, in the middle of the call that is at fault; so it must not throw. An empty function
/// means silence. Until it is called print_complaint listens. Returns the listener before. Any
/// thread may call it at any time. What a listener itself does wrong goes to print_complaint.
ComplaintListener on_complaint(ComplaintListener listener);

/// Prints the sentence to standard error: each distinct one once, of those that differ in numbers
/// only the first three, and 256 in all. Where
/// the library itself was built for debugging (without NDEBUG) it then stops the program, so that a
/// debugger stands at the fault; a doubt never stops it.
void print_complaint(const Complaint& complaint);

namespace core {

// For the library's own modules. Every use goes on with a harmless fallback.

/// A mistake: `call` does not do what it was asked for, since `what`.
[[gnu::cold, gnu::noinline]] void complain(ComplaintKind kind, std::string_view call,
                                           std::string_view what);

/// Likewise, where the program may be right.
[[gnu::cold, gnu::noinline]] void doubt(ComplaintKind kind, std::string_view call,
                                        std::string_view what);

}  // namespace core
}  // namespace nextmove
