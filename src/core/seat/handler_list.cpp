#include "seat/handler_list.hpp"

#include <algorithm>
#include <utility>

namespace nextmove::core {

HandlerList::~HandlerList() {
  for (const auto& set : sets_) {
    if (set != nullptr) set->forget_seat();
  }
}

void HandlerList::attach(std::shared_ptr<Handlers> handlers, std::uint32_t update) {
  handlers->attached_in = update;
  sets_.push_back(std::move(handlers));
}

void HandlerList::detach(const Handlers& handlers) {
  const auto found = std::find_if(sets_.begin(), sets_.end(),
                                  [&](const auto& it) { return it.get() == &handlers; });
  if (found == sets_.end()) return;
  if (is_calling_) {
    *found = nullptr;
  } else {
    sets_.erase(found);
  }
}

std::vector<std::shared_ptr<Handlers>> HandlerList::give_up() {
  for (const auto& set : sets_) set->forget_seat();
  return std::exchange(sets_, {});
}

void HandlerList::come_back() {
  for (const auto& set : sets_) set->come_back();
}

void HandlerList::call(std::uint32_t update) {
  if (sets_.empty()) return;
  is_calling_ = true;
  for (std::size_t i = 0; i < sets_.size(); ++i) {
    // It lives until its last handler has returned, even if one of them destroys the set.
    const auto handlers = sets_[i];
    if (handlers == nullptr || handlers->attached_in == update) continue;
    handlers->call([&](std::uint32_t hash) {
      return std::any_of(
          sets_.begin() + static_cast<std::ptrdiff_t>(i) + 1, sets_.end(), [&](const auto& over) {
            return over != nullptr && over->attached_in != update && over->covers(hash);
          });
    });
  }
  is_calling_ = false;
  std::erase(sets_, nullptr);
}

}  // namespace nextmove::core
