#include "players/device_list.hpp"

#include <algorithm>

namespace nextmove::core {
namespace {

bool is_same_model(const Device& a, const Device& b) {
  return a.kind == b.kind && a.vendor == b.vendor && a.product == b.product && a.name == b.name;
}

}  // namespace

Likeness likeness(const Device& lost, const Device& back) {
  if (!is_same_model(lost, back) || lost.serial != back.serial) return Likeness::none;
  if (!lost.serial.empty()) return Likeness::serial;
  return !lost.port.empty() && lost.port == back.port ? Likeness::port : Likeness::model;
}

bool KnownDevice::has_owner(const Seat* seat) const {
  return std::find(owners.begin(), owners.end(), seat) != owners.end();
}

std::vector<DeviceId> DeviceList::plugged() const {
  std::vector<DeviceId> ids;
  for (std::size_t i = 0; i < devices_.size(); ++i) {
    if (devices_[i].is_plugged) ids.push_back(static_cast<DeviceId>(i));
  }
  return ids;
}

std::string DeviceList::label(DeviceId id) const {
  if (id == DeviceId::none || !knows(id)) return {};
  return std::string{to_string(at(id).device.kind)} + ' ' + std::to_string(at(id).number);
}

DeviceId DeviceList::add(const Device& device, Time now) {
  const auto id = static_cast<DeviceId>(devices_.size());
  KnownDevice known;
  known.device = device;
  known.plugged_at = now;
  known.is_plugged = true;
  if (device.kind != DeviceKind::touch) grow(known.values, control_count);
  devices_.push_back(std::move(known));
  listeners_.emplace_back();
  watch(id);
  return id;
}

void DeviceList::begin_leaving(DeviceId id) {
  at(id).is_leaving = true;
  at(id).gone_before = static_cast<DeviceId>(count());
}

void DeviceList::rest(DeviceId id, Time time) {
  for (std::size_t i = 0; i < devices_.size(); ++i) {
    if (!is_meant(id, static_cast<DeviceId>(i))) continue;
    KnownDevice& known = devices_[i];
    known.swallowed.clear();
    core::rest(known.values);
    for (Contact& contact : known.contacts) contact.end(time);
    watch(static_cast<DeviceId>(i));
  }
}

void DeviceList::list_pushed(DeviceId id, Time now, std::vector<Event>& out) const {
  const KnownDevice& known = at(id);
  const std::vector<Vec2>& values =
      known.listeners.empty() ? known.values : known.listeners.front().slot->controls;
  for (std::size_t i = 1; i < control_count; ++i) {
    const auto control = static_cast<Control>(i);
    const Source source = source_of(control);
    if (info(control).source != control || !known.contacts[source].is_pushed()) continue;
    if (!can_be_taken_up(control) || source >= values.size()) continue;
    out.push_back({now, id, control, values[source].x, values[source].y});
  }
}

void DeviceList::watch(DeviceId id) {
  const KnownDevice& known = at(id);
  const bool is_watched =
      known.owners.empty() || !known.swallowed.empty() ||
      std::any_of(is_all_watched_.begin(), is_all_watched_.end(), [](bool is_on) { return is_on; });
  listeners_[static_cast<std::size_t>(id)] = {known.listeners.data(), at(id).contacts.data(),
                                              static_cast<std::uint32_t>(known.listeners.size()),
                                              is_watched,
                                              known.is_plugged ? known.device.kind : no_device};
}

void DeviceList::watch_all(Watched why, bool is_on) {
  bool& is_watched = is_all_watched_[static_cast<std::size_t>(why)];
  if (std::exchange(is_watched, is_on) == is_on) return;
  for (std::size_t i = 0; i < devices_.size(); ++i) watch(static_cast<DeviceId>(i));
}

}  // namespace nextmove::core
