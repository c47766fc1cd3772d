// Fingerprints: whether two playbooks give the same readings, without one of them at hand.
#pragma once

#include <cstdint>
#include <optional>
#include <string>
#include <string_view>

#include <nextmove/playbook.hpp>

namespace nextmove {

/// All that readings come from, in one number. Equal for a playbook that was written, read, or
/// built in C++; the same on every machine.
enum class Fingerprint : std::uint64_t { none = 0 };

/// Of the whole definition, in its order, but for the title, labels and groups, comments and places
/// in a file. Two that differ have the same one by a chance of 1 in 2^64; it is no protection
/// against forgery. FNV-1a of 64 bits. Takes about half a microsecond for each binding.
Fingerprint fingerprint(const Playbook& playbook);

/// Counts the changes to the rules of meaning (docs/meaning.md) after which the same events may
/// give other readings.
inline constexpr int version_of_rules = 3;

/// 16 digits and small letters: "00c0ffee00c0ffee".
std::string to_string(Fingerprint fingerprint);

/// What is written like this, or nothing.
std::optional<Fingerprint> find_fingerprint(std::string_view text);

}  // namespace nextmove
