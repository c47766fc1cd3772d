// What must always hold.
#pragma once

#include <cstdio>
#include <cstdlib>
#include <string>
#include <string_view>
#include <vector>

#include <nextmove/nextmove.hpp>

namespace nextmove::fuzz {

inline void require(bool holds, std::string_view what, std::string_view more = {}) {
  if (holds) return;
  std::fprintf(stderr, "does not hold: %s %s\n", std::string{what}.c_str(),
               std::string{more}.c_str());
  std::abort();
}

/// While it lives, who complains is heard by `listener`.
class Listening {
 public:
  explicit Listening(ComplaintListener listener) : before_(on_complaint(std::move(listener))) {}
  ~Listening() { on_complaint(std::move(before_)); }
  Listening(const Listening&) = delete;
  Listening& operator=(const Listening&) = delete;

 private:
  ComplaintListener before_;
};

/// A file is no mistake of the program.
inline void no_complaint(const Complaint& complaint) {
  require(complaint.is_doubt, "no complaint:", complaint.sentence);
}

/// What is said of a file is printable and has a bound, however large the file, and a value comes
/// exactly where there is no error.
template <class Value>
void require_sound(const Result<Value>& read) {
  require(read.diagnostics.size() <= most_told + 1, "problems have a limit");
  for (const Diagnostic& it : read.diagnostics) {
    require(it.message.size() < 2000 && it.source_line.size() < 2000, "messages have a limit");
    require(it.place.line >= 0 && it.place.column >= 0, "places count from 1");
    const std::string text = to_string(it);
    require(!text.empty() && text.back() != '\n', "no line break at the end of", text);
  }
  if (!read) require(has_errors(read.diagnostics), "who gives no value says why");
}

}  // namespace nextmove::fuzz
