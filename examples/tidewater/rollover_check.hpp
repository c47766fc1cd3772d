// Which of the keys that somebody holds the game really hears. Knows no window.
#pragma once

#include <optional>
#include <string>
#include <vector>

#include <nextmove/key_matrix.hpp>
#include <nextmove/nextmove.hpp>

namespace tidewater {

class RolloverCheck {
 public:
  /// Asks for sets of keys that these players may hold at the same time, small ones first. With
  /// `ghosts`, as if at a cheap keyboard.
  RolloverCheck(const nextmove::Playbook& playbook, std::span<const nextmove::SchemeId> players,
                bool ghosts);

  /// A playbook with a button for every key that is asked for, named like the key, and one to go on
  /// by, all in the context "keys".
  const nextmove::Playbook& playbook() const { return *playbook_; }

  /// Looks at what a seat under that playbook hears. `dt` in seconds.
  void step(const nextmove::Seat& seat, float dt);

  enum class State { awaited, heard, missing };
  struct Key {
    nextmove::Control key;
    State state = State::awaited;
  };
  /// The keys to be held now; empty when all sets have been asked for.
  std::vector<Key> keys() const;
  /// Goes on to the next set, whatever is missing.
  nextmove::Control go_on_key() const { return go_on_key_; }
  std::size_t asked() const { return asked_; }  ///< sets, with the one at hand
  std::size_t count() const { return sets_.size(); }

  /// What came of the sets so far: "heard 3 of 4 sets whole", and a line for
  /// each that was not: "not heard: ArrowLeft of KeyA ArrowDown ArrowLeft".
  std::string report() const;

 private:
  bool is_heard(nextmove::Control key) const;
  void go_on();

  std::vector<std::vector<nextmove::Control>> sets_;
  nextmove::Control go_on_key_;
  std::optional<nextmove::Playbook> playbook_;
  nextmove::testing::KeyMatrix matrix_;
  bool ghosts_;
  std::vector<nextmove::Control> heard_;
  std::size_t asked_ = 1;
  std::size_t tried_ = 0;
  std::size_t whole_ = 0;
  std::vector<std::string> misses_;
  float all_heard_for_ = 0;   // seconds
  float some_heard_for_ = 0;  // likewise
};

}  // namespace tidewater
