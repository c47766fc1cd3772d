#include <algorithm>

#include <nextmove/seatings.hpp>

namespace nextmove {
namespace {

class Seatings {
 public:
  Seatings(const Playbook& playbook, std::span<const DeviceKind> devices)
      : playbook_(playbook), devices_(devices) {}

  std::vector<std::vector<SchemeId>> find(std::size_t players) {
    players_ = players;
    seat_next(SchemeId{0});
    return std::move(found_);
  }

 private:
  void seat_next(SchemeId first) {
    if (seated_.size() == players_) {
      found_.push_back(seated_);
      return;
    }
    for (auto number = static_cast<std::size_t>(first); number < playbook_.schemes().size();
         ++number) {
      seated_.push_back(static_cast<SchemeId>(number));
      if (fits()) seat_next(seated_.back());
      seated_.pop_back();
    }
  }

  bool fits() const {
    for (int kind = 0; kind < device_kind_count; ++kind) {
      if (!fits(static_cast<DeviceKind>(kind))) return false;
    }
    return true;
  }

  // Those who do not share need a device each. What they leave is enough for the others if there is
  // one for each that plays under the same scheme; on a touch screen these share as well.
  bool fits(DeviceKind kind) const {
    std::ptrdiff_t alone = 0;
    std::ptrdiff_t most_alike = 0;
    for (const SchemeId seated : seated_) {
      const SchemeDefinition& scheme = playbook_.scheme(seated);
      if (!scheme.needs_kind(kind)) continue;
      if (!scheme.shares_devices) {
        ++alone;
        continue;
      }
      const auto alike = std::count(seated_.begin(), seated_.end(), seated);
      most_alike = std::max(most_alike, kind == DeviceKind::touch ? 1 : alike);
    }
    return alone + most_alike <= std::count(devices_.begin(), devices_.end(), kind);
  }

  const Playbook& playbook_;
  std::span<const DeviceKind> devices_;
  std::size_t players_ = 0;
  std::vector<SchemeId> seated_;
  std::vector<std::vector<SchemeId>> found_;
};

}  // namespace

std::vector<std::vector<SchemeId>> seatings(const Playbook& playbook,
                                            std::span<const DeviceKind> devices,
                                            std::size_t players) {
  return Seatings{playbook, devices}.find(players);
}

}  // namespace nextmove
