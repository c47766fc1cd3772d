#include "seat/interception.hpp"

#include <algorithm>
#include <utility>

namespace nextmove::core {

InterceptorId Interception::add(std::string name, Interceptor interceptor, int order) {
  const auto id = static_cast<InterceptorId>(++ever_);
  Listed listed{{id, std::move(name), order}, std::move(interceptor)};
  if (is_calling_) {
    added_.push_back(std::move(listed));
  } else {
    insert(std::move(listed));
  }
  return id;
}

void Interception::insert(Listed interceptor) {
  const auto after = std::find_if(listed_.begin(), listed_.end(), [&](const Listed& other) {
    return other.info.order > interceptor.info.order;
  });
  listed_.insert(after, std::move(interceptor));
}

// One that removes itself must not go while it runs.
void Interception::remove(InterceptorId id) {
  const auto is_it = [&](const Listed& it) { return it.info.id == id; };
  std::erase_if(added_, is_it);
  if (!is_calling_) {
    std::erase_if(listed_, is_it);
    return;
  }
  const auto found = std::find_if(listed_.begin(), listed_.end(), is_it);
  if (found != listed_.end()) found->info.id = InterceptorId::none;
}

std::vector<InterceptorInfo> Interception::list() const {
  std::vector<InterceptorInfo> list;
  for (const auto* each : {&listed_, &added_}) {
    for (const Listed& it : *each) {
      if (it.info.id != InterceptorId::none) list.push_back(it.info);
    }
  }
  return list;
}

void Interception::make_room(std::size_t actions) {
  intakes_.resize(actions);
  last_changes_.resize(actions);
  taken_in_.reserve(actions);
}

void Interception::begin() {
  taken_in_.clear();
  is_changed_ = false;
}

void Interception::call(Incoming& incoming) {
  is_calling_ = true;
  for (const Listed& interceptor : listed_) {
    called_ = interceptor.info.id;
    called_name_ = interceptor.info.name;
    if (called_ != InterceptorId::none) interceptor.call(incoming);
  }
  is_calling_ = false;
}

Intake& Interception::take_in(ActionId action, const Intake& intake) {
  Intake& here = intakes_[Wiring::index(action)];
  here = intake;
  here.is_here = true;
  taken_in_.push_back(action);
  return here;
}

Interception::Change Interception::last_change(ActionId action) const {
  const auto index = Wiring::index(action);
  return index < last_changes_.size() ? last_changes_[index] : Change{};
}

Intake Interception::end_intake(ActionId action) {
  Intake& intake = intakes_[Wiring::index(action)];
  is_changed_ |= intake.is_changed;
  intake.is_here = false;
  return intake;
}

void Interception::end() {
  std::erase_if(listed_, [](const Listed& it) { return it.info.id == InterceptorId::none; });
  for (Listed& added : added_) insert(std::move(added));
  added_.clear();
}

}  // namespace nextmove::core
