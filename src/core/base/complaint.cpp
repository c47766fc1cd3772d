// The voice of the library: the only state that all hubs of a process share.
#include <array>
#include <cstdio>
#include <cstdlib>
#include <functional>
#include <memory>
#include <mutex>
#include <span>
#include <string>
#include <utility>

#include <nextmove/complaint.hpp>
#include <nextmove/diagnostic.hpp>

namespace nextmove {
namespace {

constexpr std::array<std::string_view, 9> complaint_names = {
    "unknown_name", "unknown_handle", "unknown_id", "empty_function", "wrong_value",
    "wrong_moment", "wrong_event",    "wrong_time", "no_value"};

/// Which sentences were printed, by their hashes, so that a program with a new mistake in every
/// frame does not fill the memory; nor may one noisy mistake take the words from all others.
class Printed {
 public:
  static constexpr std::size_t most = 256;
  static constexpr int most_alike = 3;  // that differ in numbers only

  /// Whether this one is to be printed.
  bool add(std::string_view sentence) {
    std::string plain{sentence};
    std::erase_if(plain, [](char c) { return (c >= '0' && c <= '9') || c == '.' || c == '-'; });
    const Hashes hashes{std::hash<std::string_view>{}(sentence), std::hash<std::string>{}(plain)};
    int alike = 0;
    for (const Hashes& it : std::span{told_}.first(count_)) {
      if (it.sentence == hashes.sentence) return false;
      alike += it.without_numbers == hashes.without_numbers ? 1 : 0;
    }
    if (is_full() || alike == most_alike) return false;
    told_[count_++] = hashes;
    return true;
  }
  bool is_full() const { return count_ == most; }

 private:
  struct Hashes {
    std::size_t sentence = 0;
    std::size_t without_numbers = 0;
  };
  std::array<Hashes, most> told_{};
  std::size_t count_ = 0;
};

struct Voice {
  std::mutex mutex;
  std::shared_ptr<const ComplaintListener> listener =
      std::make_shared<ComplaintListener>(print_complaint);
  Printed printed;
};

// Never destroyed: a hub of static storage may complain when the program ends.
Voice& voice() {
  static Voice& only = *new Voice;
  return only;
}

thread_local bool is_listening = false;  // this thread is inside a listener

struct Listening {
  Listening() { is_listening = true; }
  ~Listening() { is_listening = false; }
  Listening(const Listening&) = delete;
  Listening& operator=(const Listening&) = delete;
};

void tell(const Complaint& complaint) {
  if (is_listening) return print_complaint(complaint);
  std::shared_ptr<const ComplaintListener> listener;
  {
    const std::lock_guard lock{voice().mutex};
    listener = voice().listener;
  }
  if (!*listener) return;
  const Listening listening;
  (*listener)(complaint);
}

}  // namespace

std::string_view to_string(ComplaintKind kind) {
  return complaint_names[static_cast<std::size_t>(kind)];
}

ComplaintListener on_complaint(ComplaintListener listener) {
  auto next = std::make_shared<const ComplaintListener>(std::move(listener));
  const std::lock_guard lock{voice().mutex};
  return *std::exchange(voice().listener, std::move(next));
}

void print_complaint(const Complaint& complaint) {
  {
    const std::lock_guard lock{voice().mutex};
    if (voice().printed.add(complaint.sentence)) {
      std::fprintf(stderr, "next move: %.*s\n", static_cast<int>(complaint.sentence.size()),
                   complaint.sentence.data());
      if (voice().printed.is_full()) {
        std::fputs("next move: more complaints than these are not printed; see on_complaint\n",
                   stderr);
      }
    }
  }
#ifndef NDEBUG
  if (!complaint.is_doubt) std::abort();
#endif
}

namespace core {
namespace {

void tell_of(ComplaintKind kind, bool is_doubt, std::string_view call, std::string_view what) {
  const std::string sentence = printable(std::string{call} + ": " + std::string{what});
  tell({kind, is_doubt, sentence});
}

}  // namespace

void complain(ComplaintKind kind, std::string_view call, std::string_view what) {
  tell_of(kind, false, call, what);
}

void doubt(ComplaintKind kind, std::string_view call, std::string_view what) {
  tell_of(kind, true, call, what);
}

}  // namespace core
}  // namespace nextmove
