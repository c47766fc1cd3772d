// What is right line by line and odd as a whole: warnings.
#pragma once

#include <set>
#include <span>
#include <string>

#include <nextmove/playbook.hpp>

#include "compiled/check_binding.hpp"
#include "model/scheme_set.hpp"

namespace nextmove::core {

class WholeChecker {
 public:
  using Use = BindingChecker::Use;
  using Warn = BindingChecker::Report;

  WholeChecker(const PlaybookDefinition& definition, Warn warn);

  /// Looks at all uses of one context, which stand in the order of their sources.
  void look_at(std::span<const Use> uses);
  /// After all contexts: looks at what the schemes hear.
  void look_at_schemes();

 private:
  void look_for_hearers(const Use& use, SchemeSet hearers);
  void look_at_scale(const Use& use);
  void look_at_with(const Use& use, std::span<const Use> uses);
  void look_for_two_players(const Use& use, std::span<const Use> before);
  void look_for_splits(const SchemeDefinition& scheme);

  SchemeSet hearers_of(const Use& use) const;
  bool share_a_scheme(const Use& a, const Use& b) const;
  std::string names_of(SchemeSet schemes) const;

  const PlaybookDefinition& definition_;
  Warn warn_;
  SchemeSet sharing_ = 0;                             // schemes that share their devices
  SchemeSet heard_ = 0;                               // schemes that hear something
  std::set<const BindingDefinition*> told_of_scale_;  // once for all directions
  std::set<std::pair<const BindingDefinition*, DeviceKind>> told_unheard_;
};

}  // namespace nextmove::core
