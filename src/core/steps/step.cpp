// How a step is copied and compared: once, here.
#include <array>

#include <nextmove/fingerprint.hpp>
#include <nextmove/step.hpp>

#include "base/names.hpp"

namespace nextmove {
namespace {

constexpr std::array<std::string_view, 4> intercepted_names = {"held_back", "pressed", "held",
                                                               "set"};

}  // namespace

std::string_view to_string(InterceptedAs as) {
  return intercepted_names[static_cast<std::size_t>(as)];
}

std::optional<InterceptedAs> find_intercepted_as(std::string_view name) {
  return core::find_name<InterceptedAs>(intercepted_names, name);
}

bool operator==(const Adopted& a, const Adopted& b) {
  const auto number = [](const Adopted& it) {
    return it.playbook ? fingerprint(*it.playbook) : Fingerprint::none;
  };
  return a.time == b.time && number(a) == number(b);
}

Step::Step(const Step& other) = default;
Step::Step(Step&& other) noexcept = default;
Step& Step::operator=(const Step& other) = default;
Step& Step::operator=(Step&& other) noexcept = default;
Step::~Step() = default;

bool operator==(const Step& a, const Step& b) {
  return static_cast<const AnyStep&>(a) == static_cast<const AnyStep&>(b);
}

Time time_of(const Step& step) {
  return std::visit([](const auto& it) { return it.time; }, step);
}

}  // namespace nextmove
