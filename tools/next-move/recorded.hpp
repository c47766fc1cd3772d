// A recording, and the playbook under which a command plays it.
#pragma once

#include <optional>
#include <string>

#include <nextmove/nextmove.hpp>

struct Recorded {
  nextmove::Playbook playbook;
  nextmove::Recording recording;
  bool is_damaged = false;  ///< lines of it were told and left out
};

/// Where no file of a playbook is named, the one that the recording holds counts. Nothing after
/// printing what is wrong.
std::optional<Recorded> read_recorded_or_tell(const std::string& playbook,
                                              const std::string& recording);

/// Prints why readings may be others than they were, as the first lines of an answer. False where
/// they must not be, after printing so.
bool print_differences(const std::vector<nextmove::Diagnostic>& differences, bool is_strict,
                       bool json);
