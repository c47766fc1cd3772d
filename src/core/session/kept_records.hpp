// What a keeper notes, in a room that does not grow.
#pragma once

#include <cstddef>
#include <cstdint>
#include <map>
#include <span>
#include <string>
#include <string_view>
#include <vector>

#include <nextmove/event.hpp>
#include <nextmove/step.hpp>

#include "steps/brief_step.hpp"

namespace nextmove::core {

/// Gives each name a number, once.
class NameNumbers {
 public:
  std::uint32_t number(std::string_view name);
  const std::string& name(std::uint32_t number) const { return *names_[number]; }

 private:
  std::map<std::string, std::uint32_t, std::less<>> numbers_;
  std::vector<const std::string*> names_;
};

/// The steps between two snapshots. Events stand as they are, and other steps between them in
/// events of controls that there are not.
class KeptRecords {
 public:
  /// Where something stands among them.
  struct Place {
    std::size_t records = 0;
    std::size_t others = 0;
    std::size_t thinned = 0;
  };

  /// Room for so many events; some steps take the room of two.
  explicit KeptRecords(std::size_t room);

  void clear();
  void add(std::span<const Event> events);
  void add_update(Time now);
  void add(const BriefStep& step, NameNumbers& names);
  void add(const Step& step);

  /// Between updates: makes room where little is left. Whether it could.
  bool make_room();
  /// Whether something had no room at all, so that what is here tells no story.
  bool is_torn() const { return is_torn_; }
  /// Whether movements have become one.
  bool is_thinned() const { return is_thinned_; }

  Place end() const { return {count_, others_.size(), thinned_}; }
  /// Forgets what is behind that place. False where it is no longer known.
  bool cut_back(const Place& place);

  /// Puts them behind the steps.
  void unfold(const NameNumbers& names, std::vector<Step>& steps) const;

 private:
  void add_thinned(std::span<const Event> events);
  void add_one(const Event& event);
  bool joins(const Event& event, std::size_t end);
  void thin();

  std::vector<Event> records_;  // as long as there is room
  std::size_t count_ = 0;
  std::vector<Step> others_;
  std::size_t thinned_ = 0;  // so many records have been thinned
  bool is_torn_ = false;
  bool is_thinned_ = false;
};

}  // namespace nextmove::core
