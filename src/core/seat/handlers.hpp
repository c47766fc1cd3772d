// The handlers of one set, and where it is attached.
#pragma once

#include <cstdint>
#include <functional>
#include <memory>
#include <utility>
#include <vector>

#include <nextmove/action.hpp>
#include <nextmove/reading.hpp>

namespace nextmove {
class Seat;
}

namespace nextmove::core {

/// One function for one action.
struct Handler {
  ActionId action = ActionId::none;
  std::uint32_t hash = 0;
  ActionKind kind = ActionKind::button;
  bool is_of_edges = false;  ///< it is told of presses and releases alone
  std::function<void(const Reading&)> call{};

  // What it was told last, which the reading may have left behind meanwhile.
  bool is_active = false;      ///< something else than rest
  bool is_told_held = false;   ///< a button that is down
  bool is_covered = false;     ///< another set lay over it
  bool skips_release = false;  ///< a button was down already when it began to listen
  Vec2 place{};                ///< of a pointer
};

class Handlers : public std::enable_shared_from_this<Handlers> {
 public:
  /// Handlers are added while nobody is told anything.
  bool takes_more() const { return seat_ == nullptr && !is_busy_; }
  bool is_empty() const { return handlers_.empty(); }
  void add(Handler handler) { handlers_.push_back(std::move(handler)); }

  void attach(Seat& seat, bool lies_over);
  /// Tells all that were told something else that there is rest.
  void detach();
  /// Likewise of a set that is attached nowhere.
  void tell_rest();
  /// The seat has come back from a snapshot: what it was told last may have left no trace.
  void come_back() { has_come_back_ = true; }
  /// The set is gone: without a word, and for ever.
  void abandon();
  void forget_seat() { seat_ = nullptr; }
  bool is_attached() const { return seat_ != nullptr; }

  std::uint32_t attached_in = 0;  ///< the number of the update; see Journal

  /// Whether sets attached before this one are not told of the action.
  bool covers(std::uint32_t hash) const;

  /// Tells them of the update; `is_covered` says of a hash whether a set lies over this one there.
  template <class IsCovered>
  void call(IsCovered is_covered) {
    const std::uint32_t attachment = attachments_;
    const bool is_new = std::exchange(is_new_, false);
    const bool has_come_back = std::exchange(has_come_back_, false);
    is_busy_ = true;
    for (Handler& handler : handlers_) {
      if (has_come_back) catch_up(handler);
      tell(handler, is_new, is_covered(handler.hash));
      if (attachment != attachments_ || seat_ == nullptr) break;  // it listens elsewhere now
    }
    is_busy_ = false;
  }

 private:
  void leave();
  bool find_action(Handler& handler) const;
  void tell(Handler& handler, bool is_new, bool is_covered);
  void catch_up(Handler& handler);
  static void begin_to_listen(Handler& handler, const Reading& reading);
  static void tell(Handler& handler, Reading reading);
  static void tell_rest(Handler& handler);

  std::vector<Handler> handlers_;
  Seat* seat_ = nullptr;
  std::uint32_t attachments_ = 0;  // how many there were
  bool lies_over_ = false;
  bool is_new_ = false;  // attached since the last update
  bool has_come_back_ = false;
  bool is_abandoned_ = false;
  bool is_busy_ = false;  // some handler of it is being called
};

}  // namespace nextmove::core
