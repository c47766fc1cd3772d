// The handler sets that are attached to a seat, in the order of attaching.
#pragma once

#include <cstdint>
#include <memory>
#include <vector>

#include "seat/handlers.hpp"

namespace nextmove::core {

class HandlerList {
 public:
  HandlerList() = default;
  /// The sets are attached nowhere from here on.
  ~HandlerList();
  HandlerList(const HandlerList&) = delete;
  HandlerList& operator=(const HandlerList&) = delete;

  /// In the update of this number; see Journal.
  void attach(std::shared_ptr<Handlers> handlers, std::uint32_t update);
  void detach(const Handlers& handlers);
  /// All of them are attached nowhere from here on, and are still to be told to rest.
  std::vector<std::shared_ptr<Handlers>> give_up();
  /// The seat has come back from a snapshot.
  void come_back();
  /// Tells all of them of the update but those that were attached in it.
  void call(std::uint32_t update);

 private:
  /// nullptr where one was detached while they are called.
  std::vector<std::shared_ptr<Handlers>> sets_;
  bool is_calling_ = false;
};

}  // namespace nextmove::core
