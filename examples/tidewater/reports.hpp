// The last half minute, saved when a player says that it did not work.
#pragma once

#include <SDL.h>
#include <string>
#include <vector>

#include <nextmove/nextmove.hpp>

namespace tidewater {

class Reports {
 public:
  /// Into this folder; empty: where programs usually keep what is no setting. Keeps from here on.
  /// The hub must outlive it.
  Reports(nextmove::Hub& hub, std::string folder);

  /// Saves when F11 goes down. Not an action of the playbook: it must work where the controls do
  /// not.
  void handle(const SDL_Event& event);

  /// What came of the last one, for some seconds: a title, and lines. Empty otherwise.
  std::vector<std::string> news(nextmove::Time now) const;

 private:
  void save();

  nextmove::Hub& hub_;
  nextmove::Keeper keeper_;
  std::string folder_;
  std::vector<std::string> news_;
  nextmove::Time until_{};
};

}  // namespace tidewater
