// Traces in words.
#pragma once

#include <string>

#include <nextmove/trace.hpp>

namespace nextmove::core {

class TraceTeller {
 public:
  /// Both must outlive it.
  TraceTeller(const Trace& trace, const Hub& hub) : trace_(trace), hub_(hub) {}

  /// "Space, keyboard 1".
  std::string name() const;
  /// Where a press comes to.
  std::string sentence() const;
  /// A line for each way.
  std::string ways() const;

 private:
  std::string comes_to() const;
  std::string heard() const;
  std::string kept() const;
  std::string refusal() const;
  std::string its_control(const TracedWay& it) const;
  std::string cause(const TracedWay& it) const;
  std::string scheme() const;

  const Trace& trace_;
  const Hub& hub_;
};

}  // namespace nextmove::core
