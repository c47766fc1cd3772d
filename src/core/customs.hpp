// The shaping functions that a game gives to its hub.
#pragma once

#include <cstddef>
#include <functional>
#include <map>
#include <string>
#include <vector>

#include <nextmove/vec2.hpp>

namespace nextmove::core {

class Customs {
 public:
  using Function = std::function<Vec2(Vec2)>;

  void set(std::string name, Function function) {
    by_name_[std::move(name)] = std::move(function);
    number(std::move(names_));
  }

  /// Numbers the functions as the playbook at hand does.
  void number(std::vector<std::string> names) {
    names_ = std::move(names);
    by_number_.clear();
    for (const std::string& name : names_) {
      const auto found = by_name_.find(name);
      by_number_.push_back(found == by_name_.end() ? nullptr : &found->second);
    }
  }

  /// nullptr where the game gave none.
  const Function* find(std::size_t number) const { return by_number_[number]; }

 private:
  std::map<std::string, Function> by_name_;
  std::vector<std::string> names_;
  std::vector<const Function*> by_number_;
};

}  // namespace nextmove::core
