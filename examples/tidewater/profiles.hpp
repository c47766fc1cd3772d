// What the players have changed, in files.
#pragma once

#include <map>
#include <string>
#include <string_view>

#include <nextmove/nextmove.hpp>

namespace tidewater {

class Profiles {
 public:
  /// In this folder; empty: where profiles usually lie.
  explicit Profiles(std::string folder) : folder_(std::move(folder)) {}

  /// From now on the seat plays by its file. What there is to say of it goes to the terminal, and
  /// is kept for `take_news`.
  void load(nextmove::Hub& hub, nextmove::Seat& seat);

  /// A line for the player: that it is saved, or why not.
  std::string save(const nextmove::Seat& seat);

  /// What there was to say when the seat's file was loaded; once.
  std::string take_news(const nextmove::Seat& seat);

 private:
  std::string path_of(std::string_view seat) const;

  std::string folder_;
  std::map<std::string, std::string, std::less<>> news_;  // by seat
};

}  // namespace tidewater
