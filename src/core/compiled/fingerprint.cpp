#include <algorithm>
#include <array>
#include <bit>
#include <charconv>
#include <type_traits>

#include <nextmove/fingerprint.hpp>

namespace nextmove {
namespace {

// What is taken apart here by its fields names all of them: a field that is added to a definition
// does not compile until somebody decides whether readings depend on it. Those do on what may be
// remapped, too: by profiles and captures.
class Digest {
 public:
  Fingerprint result() const { return Fingerprint{sum_}; }

  void add(std::uint64_t number) {
    for (int byte = 0; byte < 8; ++byte) add_byte(static_cast<std::uint8_t>(number >> (8 * byte)));
  }
  void add(bool truth) { add(std::uint64_t{truth}); }
  void add(int number) { add(static_cast<std::uint64_t>(std::int64_t{number})); }
  // Both zeros are one number.
  void add(float number) { add(std::uint64_t{std::bit_cast<std::uint32_t>(number + 0.0F)}); }
  void add(Duration duration) { add(static_cast<std::uint64_t>(duration.count())); }
  template <class Enum>
  requires std::is_enum_v<Enum>
  void add(Enum value) { add(static_cast<std::uint64_t>(value)); }
  void add(const std::string& text) {
    add(std::uint64_t{text.size()});
    for (const char letter : text) add_byte(static_cast<std::uint8_t>(letter));
  }
  template <class Value>
  void add(const std::optional<Value>& value) {
    add(value.has_value());
    if (value) add(*value);
  }
  // Its size stands first, so that nothing moves unseen from one list to the next.
  template <class Value>
  void add(const std::vector<Value>& list) {
    add(std::uint64_t{list.size()});
    for (const Value& it : list) add(it);
  }

  void add(const PlacedName& it) { add(it.name); }
  void add(const PlacedControl& it) {
    const auto& [control, part, place, zone] = it;
    add_all(control, part, zone);
  }
  void add(const Thresholds& it) {
    const auto& [press_at, release_at, place] = it;
    add_all(press_at, release_at);
  }
  void add(Vec2 it) { add_all(it.x, it.y); }
  void add(const Curve& it) {
    const auto& [power, points] = it;
    add_all(power, points);
  }
  void add(const Shaping& it) {
    const auto& [invert_x, invert_y, dead_zone, axial, outer, curve, custom, smoothing, scale,
                 place] = it;
    add_all(invert_x, invert_y, dead_zone, axial, outer, curve, custom, smoothing, scale);
  }
  void add(const Gesture& it) {
    const auto& [kind, time, every, count, place] = it;
    add_all(kind, time, every, count);
  }
  void add(const BindingDefinition& it) {
    const auto& [action, control, up, down, left, right, more, less, with, gesture, thresholds,
                 shaping, rate, pass_on, schemes, place] = it;
    add_all(action, control, up, down, left, right, more, less, with, gesture, thresholds, shaping,
            rate, pass_on, schemes);
  }
  void add(const ActionDefinition& it) {
    const auto& [name, kind, label, group, opposite, digital, is_fixed, is_required, takes_with,
                 is_heard_while_typing, place] = it;
    add_all(name, kind, opposite, digital, is_fixed, is_required, takes_with,
            is_heard_while_typing);
  }
  void add(const SchemeDefinition& it) {
    const auto& [name, label, needs, may_use, shares_devices, join, place] = it;
    add_all(name, needs, may_use, shares_devices, join);
  }
  void add(const ContextDefinition& it) {
    const auto& [name, rank, blocks, releases, mutes, bindings, place] = it;
    add_all(name, rank, blocks, releases, mutes, bindings);
  }
  void add(const MuteDefinition& it) {
    const auto& [name, actions, is_everything_but, place] = it;
    add_all(name, actions, is_everything_but);
  }
  void add(const ZoneDefinition& it) {
    const auto& [name, kind, corner, x, y, width, height, is_floating, place] = it;
    add_all(name, kind, corner, x, y, width, height, is_floating);
  }
  void add(const PlaybookDefinition& it) {
    const auto& [title, actions, schemes, contexts, mutes, zones, reserved] = it;
    add_all(actions, schemes, contexts, mutes, zones, reserved);
  }

 private:
  void add_byte(std::uint8_t byte) {
    constexpr std::uint64_t prime = 0x100000001b3;
    sum_ = (sum_ ^ byte) * prime;
  }
  template <class... Values>
  void add_all(const Values&... values) {
    (add(values), ...);
  }

  std::uint64_t sum_ = 0xcbf29ce484222325;
};

constexpr std::size_t digits = 16;

}  // namespace

Fingerprint fingerprint(const Playbook& playbook) {
  Digest digest;
  digest.add(playbook.definition());
  return digest.result();
}

std::string to_string(Fingerprint fingerprint) {
  std::string text(digits, '0');
  std::array<char, digits> written{};
  const auto end = std::to_chars(written.data(), written.data() + digits,
                                 static_cast<std::uint64_t>(fingerprint), 16)
                       .ptr;
  std::copy_backward(written.data(), end, text.data() + digits);
  return text;
}

std::optional<Fingerprint> find_fingerprint(std::string_view text) {
  std::uint64_t number = 0;
  const char* const end = text.data() + text.size();
  const auto [rest, error] = std::from_chars(text.data(), end, number, 16);
  const bool is_one = text.size() == digits && error == std::errc{} && rest == end;
  const auto found = static_cast<Fingerprint>(number);
  return is_one && to_string(found) == text ? std::optional{found} : std::nullopt;
}

}  // namespace nextmove
