// What the entered contexts make of each control, flat, so that an event walks no contexts.
#pragma once

#include <span>
#include <vector>

#include "compiled/wiring.hpp"

namespace nextmove::core {

/// A route of an entered context, with what the contexts above and the with-controls leave open to
/// it. What most events need of the route stands here once more, close together.
struct ActiveRoute {
  RouteKind kind;
  std::uint8_t open;  // ControlPart bits that it hears
  bool can_press;
  bool is_linear;  // the control's value (x, y) comes to by_x * x + by_y * y
  ActionId action;
  std::uint32_t state;
  float press_at;
  float release_at;
  Vec2 by_x;
  Vec2 by_y;
  const Route* route;
};

class ActiveRoutes {
 public:
  explicit ActiveRoutes(const Wiring& wiring);
  // OfSource points into the routes.
  ActiveRoutes(const ActiveRoutes&) = delete;
  ActiveRoutes& operator=(const ActiveRoutes&) = delete;
  ActiveRoutes(ActiveRoutes&&) = default;
  ActiveRoutes& operator=(ActiveRoutes&&) = default;
  ~ActiveRoutes() = default;

  /// Lays all routes anew for these contexts, the one that hears first in front, and for a seat
  /// that is held to this scheme. While its player types, keys are heard by few; see
  /// Route::is_heard_while_typing.
  void lay(std::span<const ContextId> entered, SchemeSet scheme, bool is_typing);

  /// A with-control is down on one device more, or one less. True where it is now down that was
  /// not, or the other way round; then the sources it concerns must be laid again.
  bool count_with(std::size_t with, int devices);
  void lay_again(Source source, std::span<const ContextId> entered);

  /// The routes of a source.
  struct OfSource {
    ActiveRoute* first = nullptr;
    ActiveRoute* last = nullptr;     // one behind
    bool has_with_controls = false;  // among the parts of the source
    bool has_rivals = false;       // buttons on parts of it, of which one event can release one and
                                   // press another
    bool numbers_presses = false;  // see Wiring::numbers_presses
    bool is_plain =
        false;  // none of these, and the source is a key, a button, a trigger or a stick
    bool is_quick = false;  // and all it does is to push, with its value as a whole
    const ActiveRoute* begin() const { return first; }
    const ActiveRoute* end() const { return last; }
  };
  const OfSource& of(Source source) const { return by_source_[source]; }
  /// Whether an entered context binds the control.
  bool has(Source source) const { return of(source).begin() != of(source).end(); }
  /// Whether somebody hears a press of it.
  bool is_heard(Source source) const;
  /// Whether a key of this source is no text: an action hears it while its player types, or needs
  /// it held for another key.
  bool hears_while_typing(Source source) const;
  /// Whether what must be held for a route with this set is, on any device of the seat.
  bool is_satisfied(std::size_t with_set) const;
  bool is_down(std::size_t with) const { return down_[with] != 0; }
  /// Whether the seat hears the route at all: by its scheme, and while its player types.
  bool plays(const Route& route) const;

  /// Its part of a snapshot, but for what is laid. Where it has come back, `is_other` says whether
  /// it is to be laid anew.
  template <class Pack>
  void pack(Pack& pack, bool& is_other);

 private:
  struct Winners;

  void lay(Source source, std::span<const ContextId> entered, ActiveRoute* first);
  ActiveRoute* lay_routes(Source source, std::span<const ContextId> entered,
                          ActiveRoute* out) const;
  Winners winners(const Route* begin, const Route* end) const;

  const Wiring* wiring_;
  std::vector<ActiveRoute> routes_;  // by source, then as entered
  std::vector<OfSource> by_source_;  // by source
  SchemeSet scheme_ = no_scheme_bit;
  bool is_typing_ = false;
  std::vector<std::uint32_t> down_;  // by with-control: on how many devices it is down
};

}  // namespace nextmove::core
