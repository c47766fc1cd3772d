// What the interceptors of a recording did, done again by stand-ins of the same names.
#pragma once

#include <cstddef>
#include <memory>
#include <span>
#include <string>
#include <vector>

#include <nextmove/hub.hpp>
#include <nextmove/step.hpp>

namespace nextmove::core {

class RecordedInterceptions {
 public:
  /// The hub must outlive it. The stand-ins stay with the seats, and do nothing when it is gone.
  explicit RecordedInterceptions(Hub& hub) : hub_(hub) {}

  /// The next update is the one that these steps follow; they must outlive it.
  void expect(std::span<const Step> steps);

 private:
  /// What is to be done in the update at hand, in order.
  struct Plan {
    std::vector<const Intercepted*> changes{};
    std::size_t next = 0;
  };
  struct OfSeat {
    std::string seat;
    std::vector<std::string> names{};  // of the stand-ins, as they run
    std::vector<InterceptorId> ids{};
    std::shared_ptr<Plan> plan = std::make_shared<Plan>();
  };

  OfSeat& of(const std::string& seat);
  void stand_in(OfSeat& it);
  static void look_for_doubles(const Seat& seat, const OfSeat& it);

  Hub& hub_;
  std::vector<OfSeat> seats_;
};

}  // namespace nextmove::core
