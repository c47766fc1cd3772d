// A state as bytes, and back. Whoever has a state names its fields once, in a template that takes
// either of these two.
#pragma once

#include <algorithm>
#include <array>
#include <bit>
#include <cstddef>
#include <cstdint>
#include <cstring>
#include <span>
#include <string>
#include <string_view>
#include <type_traits>
#include <vector>

#include <nextmove/time.hpp>
#include <nextmove/vec2.hpp>

namespace nextmove::core {

/// What stands in the bytes just as it stands in memory: numbers, moments and pairs.
template <class Value>
concept Plain = std::is_arithmetic_v<Value> || std::is_enum_v<Value> ||
    std::is_same_v<Value, Time> || std::is_same_v<Value, Vec2>;

/// What mostly_zero takes: without gaps between its fields, and good with any bits, or truths
/// alone.
template <class Value>
concept Gapless = std::is_same_v<Value, Vec2> ||
    (std::is_trivially_copyable_v<Value>&& std::has_unique_object_representations_v<Value>);

inline constexpr std::size_t pack_block = 64;  // so many items have one word that says which follow
inline constexpr std::size_t word = sizeof(std::uint64_t);
inline constexpr std::uint64_t any_bits = ~std::uint64_t{0};
inline constexpr std::uint64_t truths = 0x0101010101010101;  // the bits of a word of truths

/// Whether all bits of them are 0, which a zero with a sign is not: that would come back without.
/// Quicker than to ask one after the other.
template <Plain... Values>
bool are_zero(const Values&... values) {
  const auto bits = [](const auto& value) {
    std::uint64_t all = 0;
    std::memcpy(&all, &value, sizeof value);
    return all;
  };
  return (bits(values) | ...) == 0;
}

class Packer {
 public:
  static constexpr bool unpacks = false;

  /// In place of what `bytes` has held; what room it has is used.
  explicit Packer(std::vector<std::byte>& bytes) : bytes_(bytes) {
    at_ = bytes_.data();
    end_ = at_ + bytes_.size();
  }
  /// To be called at the end.
  void finish() { bytes_.resize(size()); }
  std::size_t size() const { return static_cast<std::size_t>(at_ - bytes_.data()); }

  template <Plain... Values>
  void all(const Values&... values) {
    constexpr std::size_t size = (sizeof(Values) + ...);
    make_room(size);
    std::byte* at = at_;  // what is written through it may be anything, at_ itself for all we know
    ((std::memcpy(at, &values, sizeof values), at += sizeof values), ...);
    at_ += size;
  }
  /// A number or an enumerator below `count`; what is not, as an id of none, comes back as
  /// `beyond`.
  template <Plain Value>
  void limited(const Value& value, std::size_t /*count*/, Value /*beyond*/ = {}) {
    all(value);
  }
  /// False; when it comes back, whether it is another than before.
  bool text(const std::string& text) {
    all(static_cast<std::uint32_t>(text.size()));
    append(text.data(), text.size());
    return false;
  }
  void times(std::span<const Time> times) { append(times.data(), times.size_bytes()); }
  template <class Items, class Each>
  void list(Items& items, Each each) {
    all(static_cast<std::uint32_t>(items.size()));
    for (auto& item : items) each(item);
  }
  /// Of so many items, those that are not idle; `reset` makes the others idle when they come back.
  template <class IsIdle, class Reset, class Each>
  void sparse(std::size_t count, IsIdle is_idle, Reset /*reset*/, Each each) {
    for (std::size_t first = 0; first < count; first += pack_block) {
      const std::size_t items = std::min(pack_block, count - first);
      std::uint64_t which = 0;
      for (std::size_t i = 0; i < items; ++i) which |= std::uint64_t{!is_idle(first + i)} << i;
      all(which);
      for (; which != 0; which &= which - 1) {
        each(first + static_cast<std::size_t>(std::countr_zero(which)));
      }
    }
  }
  /// `mask` is what bits of each word may come back as.
  template <Gapless Value>
  void mostly_zero(std::span<Value> values, std::uint64_t /*mask*/ = any_bits) {
    std::span<const std::byte> raw = std::as_bytes(values);
    for (; raw.size() > pack_block * word; raw = raw.subspan(pack_block * word)) {
      put_words(raw.first(pack_block * word));
    }
    put_words(raw);
  }

 private:
  void append(const void* from, std::size_t size) {
    make_room(size);
    if (size != 0) std::memcpy(at_, from, size);
    at_ += size;
  }
  // At most a block of them. Where eight follow each other that are zero, that is soon seen.
  void put_words(std::span<const std::byte> raw) {
    if (raw.empty()) return;
    make_room(raw.size() + 2 * word);
    std::byte* const mark = at_;
    std::byte* at = at_ + word;
    std::uint64_t which = 0;
    for (std::size_t first = 0; first < raw.size(); first += 8 * word) {
      std::array<std::uint64_t, 8> words{};
      std::memcpy(words.data(), raw.data() + first, std::min(8 * word, raw.size() - first));
      const auto& [a, b, c, d, e, f, g, h] = words;
      if ((a | b | c | d | e | f | g | h) == 0) continue;
      for (std::size_t i = 0; i < words.size() && first + i * word < raw.size(); ++i) {
        std::memcpy(at, &words[i], word);
        at += words[i] != 0 ? word : 0;
        which |= std::uint64_t{words[i] != 0} << (first / word + i);
      }
    }
    std::memcpy(mark, &which, word);
    at_ = at;
  }
  void make_room(std::size_t size) {
    if (static_cast<std::size_t>(end_ - at_) < size) [[unlikely]]
      grow(size);
  }
  [[gnu::noinline]] void grow(std::size_t more) {
    const std::size_t used = size();
    const std::size_t needed = used + more;
    bytes_.resize(needed <= bytes_.capacity() ? bytes_.capacity() : 2 * needed);
    at_ = bytes_.data() + used;
    end_ = bytes_.data() + bytes_.size();
  }

  std::vector<std::byte>& bytes_;
  std::byte* at_ = nullptr;
  std::byte* end_ = nullptr;
};

/// Whatever the bytes are, what comes out of them is within the limits that are named, and nothing
/// beyond them is read; where they end too early, the rest is zero.
class Unpacker {
 public:
  static constexpr bool unpacks = true;

  explicit Unpacker(std::span<const std::byte> bytes)
      : at_(bytes.data()), end_(bytes.data() + bytes.size()) {}

  std::size_t left() const { return static_cast<std::size_t>(end_ - at_); }

  template <Plain... Values>
  void all(Values&... values) {
    constexpr std::size_t size = (sizeof(Values) + ...);
    if (left() < size) [[unlikely]] {
      at_ = end_;
      ((values = Values{}), ...);
      return;
    }
    const std::byte* at = at_;
    at_ += size;
    ((values = get<Values>(at), at += sizeof values), ...);
  }
  template <Plain Value>
  void limited(Value& value, std::size_t count, Value beyond = {}) {
    all(value);
    if (static_cast<std::size_t>(value) >= count) value = beyond;
  }
  bool text(std::string& text) {
    const std::size_t size = count_of_items();
    const std::string_view now{reinterpret_cast<const char*>(at_), size};
    at_ += size;
    if (text == now) return false;
    text = now;
    return true;
  }
  void times(std::span<Time> times) {
    if (left() < times.size_bytes()) at_ = end_;
    for (Time& time : times) all(time);
  }
  template <class Items, class Each>
  void list(Items& items, Each each) {
    items.resize(count_of_items());
    for (auto& item : items) each(item);
  }
  template <class IsIdle, class Reset, class Each>
  void sparse(std::size_t count, IsIdle is_idle, Reset reset, Each each) {
    for (std::size_t first = 0; first < count; first += pack_block) {
      const std::size_t items = std::min(pack_block, count - first);
      std::uint64_t which = 0;
      all(which);
      for (std::size_t i = 0; i < items; ++i) {
        if (((which >> i) & 1U) == 0 && !is_idle(first + i)) reset(first + i);
      }
      if (items < pack_block) which &= (std::uint64_t{1} << items) - 1;
      for (; which != 0; which &= which - 1) {
        each(first + static_cast<std::size_t>(std::countr_zero(which)));
      }
    }
  }
  template <Gapless Value>
  void mostly_zero(std::span<Value> values, std::uint64_t mask = any_bits) {
    std::span<std::byte> raw = std::as_writable_bytes(values);
    for (; raw.size() > pack_block * word; raw = raw.subspan(pack_block * word)) {
      get_words(raw.first(pack_block * word), mask);
    }
    if (!raw.empty()) get_words(raw, mask);
  }
  /// How many follow: as many as can, at a byte each.
  std::size_t count_of_items() {
    std::uint32_t count = 0;
    all(count);
    return std::min<std::size_t>(count, left());
  }

 private:
  void get_words(std::span<std::byte> raw, std::uint64_t mask) {
    std::uint64_t which = 0;
    all(which);
    std::memset(raw.data(), 0, raw.size());
    for (; which != 0; which &= which - 1) {
      const std::size_t at = static_cast<std::size_t>(std::countr_zero(which)) * word;
      if (at >= raw.size()) return;
      std::uint64_t value = 0;
      all(value);
      value &= mask;
      std::memcpy(raw.data() + at, &value, std::min(word, raw.size() - at));
    }
  }
  template <class Value>
  static Value get(const std::byte* at) {
    if constexpr (std::is_same_v<Value, bool>) {
      return *at != std::byte{0};
    } else {
      Value value{};
      std::memcpy(&value, at, sizeof value);
      if constexpr (std::is_same_v<Value, Time>) return within_reach(value);
      return value;
    }
  }
  // Moments are added and taken from each other.
  static Time within_reach(Time time) {
    constexpr Time latest = std::chrono::hours{24 * 365 * 2000};
    return time == Time::max() ? time : std::clamp(time, Time::zero(), latest);
  }

  const std::byte* at_;
  const std::byte* end_;
};

/// One of `count` things, or none: `number_of` gives the number of one, `find` the one of a
/// number, or nullptr where it cannot be this one.
template <class Pack, class Thing, class NumberOf, class Find>
void pack_pointer(Pack& pack, Thing*& it, std::size_t count, NumberOf number_of, Find find) {
  std::uint32_t number = 0;
  if constexpr (!Pack::unpacks) {
    if (it != nullptr) number = static_cast<std::uint32_t>(number_of(*it) + 1);
  }
  pack.all(number);
  if constexpr (Pack::unpacks) {
    it = number == 0 || number > count ? nullptr : find(std::size_t{number} - 1);
  }
}

/// Tells bytes that are damaged: a change of any word changes it. FNV-1a over words of 64 bits, in
/// four strands, since one would wait for its own multiplications.
inline std::uint64_t checksum(std::span<const std::byte> bytes) {
  constexpr std::uint64_t prime = 0x100000001b3;
  const auto step = [](std::uint64_t& sum, const std::byte* at) {
    std::uint64_t value = 0;
    std::memcpy(&value, at, word);
    sum = (sum ^ value) * prime;
  };
  std::uint64_t a = 0xcbf29ce484222325;
  std::uint64_t b = a + 1;
  std::uint64_t c = a + 2;
  std::uint64_t d = a + 3;
  const std::byte* at = bytes.data();
  for (const std::byte* const end = at + bytes.size() / (4 * word) * 4 * word; at != end;
       at += 4 * word) {
    step(a, at);
    step(b, at + word);
    step(c, at + 2 * word);
    step(d, at + 3 * word);
  }
  std::array<std::uint64_t, 8> rest = {a, b, c, d};
  const std::size_t left = bytes.size() % (4 * word);
  if (left != 0) std::memcpy(&rest[4], at, left);
  std::uint64_t sum = bytes.size();
  for (const std::uint64_t value : rest) {
    sum = (sum ^ value) * prime;
    sum ^= sum >> 32U;
  }
  return sum;
}

}  // namespace nextmove::core
