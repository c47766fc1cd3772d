// Diagnostics: what is wrong, where, and what to do about it.
#pragma once

#include <cstddef>
#include <optional>
#include <string>
#include <string_view>
#include <utility>
#include <vector>

#include <nextmove/standard.hpp>

namespace nextmove {

/// A place in a file. Line and column count from 1, in characters; 0 means "no place" (made in
/// C++).
struct Place {
  int line = 0;
  int column = 0;
  int length = 1;  ///< how many characters are meant

  /// Always equal: where something stands is no part of what it means.
  friend bool operator==(Place, Place) { return true; }
};

/// A name in a definition, with its place in the file.
struct PlacedName {
  std::string name{};
  Place place{};

  PlacedName() = default;
  PlacedName(std::string n, Place p = {}) : name(std::move(n)), place(p) {}  // NOLINT: implicit
  PlacedName(const char* n) : name(n) {}                                     // NOLINT: implicit
  friend bool operator==(const PlacedName&, const PlacedName&) = default;
};

enum class Severity : unsigned char { error, warning };

/// One problem.
struct Diagnostic {
  Severity severity = Severity::error;
  std::string file{};     ///< empty when the input was no file
  Place place{};          ///< where in the file
  std::string message{};  ///< one sentence part without a full stop, with advice where there is any
  std::string source_line{};  ///< the line at fault, empty when there is none to show
};

/// "file:line:column: error: message", then the source line with a mark under the place. Ends
/// without a line break, and is printable.
std::string to_string(const Diagnostic& diagnostic);

/// `text` as it can be shown in a terminal: tabs become spaces, and '?' stands for whatever a
/// terminal would obey rather than show, and for bytes that are no UTF-8.
std::string printable(std::string_view text);

/// How many problems of one file are told. Where there are more, the last diagnostic says how many.
inline constexpr std::size_t most_told = 100;

/// Whether one of them is an error.
bool has_errors(const std::vector<Diagnostic>& diagnostics);

namespace core {
/// Complains that a value is wanted which there is not, and why, and stops the program.
[[noreturn]] void stop_without_value(const std::vector<Diagnostic>& diagnostics);
}  // namespace core

/// A value, or the reasons why there is none. Warnings may come along with a value. To take one
/// that is not there is a complaint that tells the first reason; then the program stops, in every
/// build, since there is nothing to go on with.
template <class T>
struct Result {
  std::optional<T> value{};
  std::vector<Diagnostic> diagnostics{};

  explicit operator bool() const { return value.has_value(); }
  T& operator*() { return taken(*this); }
  const T& operator*() const { return taken(*this); }
  T* operator->() { return &taken(*this); }
  const T* operator->() const { return &taken(*this); }

 private:
  template <class Self>
  static auto& taken(Self& self) {
    if (!self.value) core::stop_without_value(self.diagnostics);
    return *self.value;
  }
};

}  // namespace nextmove
