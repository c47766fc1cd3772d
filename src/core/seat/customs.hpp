// The shaping functions that a game gives to its hub.
#pragma once

#include <functional>
#include <map>
#include <string>
#include <string_view>
#include <utility>
#include <vector>

#include <nextmove/vec2.hpp>

namespace nextmove::core {

class Customs {
 public:
  using Function = std::function<Vec2(Vec2)>;

  void set(std::string name, Function function) { by_name_[std::move(name)] = std::move(function); }

  /// The function with this name, empty until the game gives it. Stays where it is.
  const Function& find(const std::string& name) { return by_name_[name]; }

  /// Of those that the game gave.
  std::vector<std::string> names() const;

  // Complaints. A value then goes on as it is.
  void tell_missing(std::string_view name) const;
  static void tell_wrong(std::string_view name, Vec2 value);

 private:
  std::map<std::string, Function> by_name_;
};

}  // namespace nextmove::core
