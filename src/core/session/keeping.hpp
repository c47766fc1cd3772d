// How a keeper keeps: stretches of a few seconds, each with a snapshot in front; the oldest makes
// room for the next.
#pragma once

#include <array>
#include <cstddef>
#include <memory>
#include <optional>
#include <string>
#include <utility>
#include <vector>

#include <nextmove/keeper.hpp>
#include <nextmove/playbook.hpp>
#include <nextmove/profile.hpp>
#include <nextmove/recording.hpp>

#include "session/kept_records.hpp"
#include "steps/journal.hpp"

namespace nextmove::core {

class HubState;

class Keeping final : public Log {
 public:
  /// nullptr, and a complaint, where the hub may not be told of one.
  static std::unique_ptr<Keeping> of(Hub& hub, Duration length);
  Keeping(Hub& hub, Duration length);
  Keeping(const Keeping&) = delete;
  Keeping& operator=(const Keeping&) = delete;
  ~Keeping();

  Duration kept() const;
  bool falls_short() const { return has_dropped_early_ && kept() < length_; }
  Recording recording();

  void note(std::span<const Event> events) override;
  void begin_update(std::span<const Event> events, Time now) override;
  void note(const BriefStep& step) override;
  void note(const Step& step) override;
  void note_snapshot(std::uint64_t sum) override;
  void go_back(std::uint64_t sum, Time from) override;
  void end_update() override;
  void hub_is_gone() override;

 private:
  static constexpr std::size_t parts = 6;        // of the length, a stretch each
  static constexpr std::size_t most_taken = 64;  // snapshots that a game may go back to

  /// What a hub needs to take a snapshot back.
  struct Surroundings {
    std::vector<std::pair<std::string, Profile>> seats;
    std::vector<std::string> customs;
  };
  struct Stretch {
    explicit Stretch(std::size_t room) : records(room) {}

    Time begin{};
    std::optional<Time> went_back_from{};  // where it begins with Hub::restore
    std::vector<std::byte> snapshot{};
    std::optional<Playbook> playbook{};
    std::shared_ptr<const Surroundings> surroundings{};
    KeptRecords records;
  };
  /// A snapshot of the game's.
  struct Taken {
    std::uint64_t sum = 0;
    std::size_t stretch = 0;
    KeptRecords::Place place{};
  };

  // Stretches are numbered as they come.
  Stretch& at(std::size_t number) { return stretches_[number % stretches_.size()]; }
  const Stretch& at(std::size_t number) const { return stretches_[number % stretches_.size()]; }
  bool is_empty() const { return first_ == next_; }
  void begin_stretch(std::optional<Time> went_back_from);
  void make_room_for_snapshots(std::size_t size);
  void look_around();
  bool has_other_profiles() const;
  RecordingHeader head_of(const Stretch& stretch) const;

  Hub* hub_;  // nullptr when it is gone
  Duration length_;
  Duration stretch_length_;
  std::vector<Stretch> stretches_;
  std::size_t first_ = 0;  // the number of the oldest that is kept
  std::size_t next_ = 0;
  Stretch* newest_ = nullptr;      // the one before
  std::size_t snapshot_room_ = 0;  // of each, in bytes
  Time now_{};                     // of the last update
  NameNumbers names_;
  std::vector<Taken> taken_;
  std::shared_ptr<const Surroundings> surroundings_;
  bool has_other_customs_ = true;
  bool has_dropped_early_ = false;  // what would not have been too old
};

}  // namespace nextmove::core
