// What handles are told apart by.
#pragma once

#include <cstdint>
#include <string_view>

#include <nextmove/standard.hpp>

namespace nextmove {

/// The hash of a name in a playbook, never 0: FNV-1a with 32 bits (Internet draft
/// draft-eastlake-fnv) over `sort` and its bytes. Of a thousand names two share one with a
/// probability of 1 to 8,600; then each is still found by its number.
constexpr std::uint32_t hash_of(std::string_view name, std::uint8_t sort = 0) {
  constexpr std::uint32_t prime = 16777619;
  std::uint32_t hash = (2166136261U ^ sort) * prime;
  for (const char c : name) hash = (hash ^ static_cast<unsigned char>(c)) * prime;
  return hash == 0 ? 1 : hash;
}

/// A context, a mute or a scheme, named in code by its number and a hash of its name: where the
/// number is no longer that of the name, the hash finds it. Generated headers are made of these.
template <class Id>
struct Named {
  Id id = Id::none;
  std::uint32_t hash = 0;  ///< 0: empty

  constexpr Named() = default;
  constexpr Named(std::string_view name, Id number) : id(number), hash(hash_of(name)) {}
  friend constexpr bool operator==(Named a, Named b) { return a.hash == b.hash; }
};

}  // namespace nextmove
