// How a step is copied and compared: once, here.
#include <nextmove/step.hpp>

namespace nextmove {

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
