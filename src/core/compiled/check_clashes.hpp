// Whether two bindings of one context want the same of one control.
#pragma once

#include <string>
#include <vector>

#include <nextmove/playbook.hpp>

#include "compiled/check_binding.hpp"

namespace nextmove::core {

/// "; it first stands at line 12"; empty where the place is not known.
std::string first_stands(Place place);

class ClashChecker {
 public:
  using Use = BindingChecker::Use;
  struct Reports {
    BindingChecker::Report error;
    BindingChecker::Report warn;
  };

  ClashChecker(const std::vector<SchemeDefinition>& schemes, Reports report)
      : schemes_(schemes), report_(std::move(report)) {}

  /// Looks at all uses of one context, and leaves them in the order of their sources.
  void check(std::vector<Use>& uses, const ContextDefinition& context) const;

 private:
  bool clash(const Use& a, const Use& b) const;
  bool share_a_scheme(const Use& a, const Use& b) const;
  static bool same_with(const Use& a, const Use& b);
  void check_tap_against_hold(const Use& first, const Use& second) const;
  void report(const ContextDefinition& context, const Use& first, const Use& second) const;

  const std::vector<SchemeDefinition>& schemes_;
  Reports report_;
};

}  // namespace nextmove::core
