// What is said of a shaping function that is missing or wrong.
#include "seat/customs.hpp"

#include <nextmove/complaint.hpp>
#include <nextmove/nearest.hpp>

#include "base/shown.hpp"

namespace nextmove::core {

std::vector<std::string> Customs::names() const {
  std::vector<std::string> given;
  for (const auto& [name, function] : by_name_) {
    if (function) given.push_back(name);
  }
  return given;
}

void Customs::tell_missing(std::string_view name) const {
  const std::vector<std::string> names = this->names();
  const std::vector<std::string_view> given{names.begin(), names.end()};
  complain(ComplaintKind::unknown_name, "Hub::set_custom",
           "the playbook has a binding with custom = " + quoted(name) +
               ", and the hub was given no such function" + did_you_mean(name, given));
}

void Customs::tell_wrong(std::string_view name, Vec2 value) {
  complain(ComplaintKind::wrong_value, "Hub::set_custom",
           "the function " + quoted(name) + " gave what is no finite number, for x = " +
               shown(value.x) + " and y = " + shown(value.y));
}

}  // namespace nextmove::core
