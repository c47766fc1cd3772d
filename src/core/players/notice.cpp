// Notices in words.
#include <algorithm>
#include <array>
#include <string>

#include <nextmove/hub.hpp>

namespace nextmove {
namespace {

constexpr std::array<std::string_view, 11> refusals = {
    "none",  "closed",  "full",      "no_scheme", "not_plugged", "not_needed",
    "taken", "missing", "none_free", "reserved",  "doubtful"};
constexpr std::array<std::string_view, 15> notice_kinds = {
    "plugged", "unplugged", "given",   "taken",   "lost",  "regained", "took_over", "joined",
    "refused", "left",      "held_to", "in_hand", "waits", "clash",    "doubted"};

// Of a join that is long past, the seat may have other devices by now.
std::string devices_of(const Notice& notice, const Hub& hub) {
  const auto devices = notice.seat->devices();
  const bool has_it = std::find(devices.begin(), devices.end(), notice.device) != devices.end();
  if (!has_it && notice.device != DeviceId::none) return hub.label(notice.device);
  std::string list;
  for (const DeviceId id : devices) list += (list.empty() ? "" : ", ") + hub.label(id);
  return list;
}

std::string named(SchemeId scheme, const Hub& hub) {
  if (scheme == SchemeId::none) return "no scheme";
  const SchemeDefinition& its = hub.playbook().scheme(scheme);
  return "\"" + (its.label.empty() ? its.name : its.label) + "\"";
}

// "port tug and starboard tug both have Up on keyboard 1"
std::string clashes_of(const Notice& notice, const Hub& hub) {
  std::string others;
  std::string controls;
  for (const SharedClash& clash : hub.clashes()) {
    if (clash.second.seat != notice.seat || clash.device != notice.device) continue;
    const std::string other{clash.first.seat->name()};
    const std::string control = label(clash.control, notice.seat->labels());
    if (others.find(other) == std::string::npos) others += (others.empty() ? "" : ", ") + other;
    if (controls.find(control) == std::string::npos) {
      controls += (controls.empty() ? "" : ", ") + control;
    }
  }
  const std::string device = hub.label(notice.device);
  const std::string seat{notice.seat->name()};
  if (others.empty()) return seat + " had controls of another on " + device;
  return seat + " and " + others + " both have " + controls + " on " + device;
}

// "port tug (A) or starboard tug (B)"
std::string claims_on(DeviceId device, const Hub& hub) {
  std::string text;
  for (const Doubt& doubt : hub.doubts()) {
    if (doubt.device != device) continue;
    for (std::size_t i = 0; i < doubt.claims.size(); ++i) {
      const Claim& claim = doubt.claims[i];
      if (i > 0) text += i + 1 < doubt.claims.size() ? ", " : " or ";
      std::string names;
      for (const Seat* seat : claim.seats) {
        names += (names.empty() ? "" : " and ") + std::string{seat->name()};
      }
      text += names;
      if (claim.control == Control::none) continue;
      text += " (" + label(Combination{claim.control}, claim.seats.front()->labels()) + ")";
    }
  }
  return text;
}

}  // namespace

std::string_view to_string(Refusal refusal) {
  return refusals[static_cast<std::size_t>(refusal)];
}

std::string_view to_string(NoticeKind kind) {
  return notice_kinds[static_cast<std::size_t>(kind)];
}

std::string reason(const JoinAnswer& answer) {
  const std::string kind{to_string(answer.missing)};
  switch (answer.refusal) {
    case Refusal::none: return {};
    case Refusal::closed: return "joining is closed";
    case Refusal::full: return "as many play as may";
    case Refusal::no_scheme: return "the playbook has no such scheme";
    case Refusal::not_plugged: return "there is no such device";
    case Refusal::not_needed: return "the scheme needs no such device";
    case Refusal::taken: return "the device is somebody else's";
    case Refusal::missing: return "a " + kind + " is missing";
    case Refusal::none_free: return "every " + kind + " is somebody else's";
    case Refusal::reserved: return "the seat is reserved";
    case Refusal::doubtful: return "it is not yet known whose the device is";
  }
  return {};
}

std::string to_text(const Notice& notice, const Hub& hub) {
  const std::string device = hub.label(notice.device);
  const std::string seat{notice.seat != nullptr ? notice.seat->name() : ""};
  const auto join = [&](const std::string& what) {
    return seat + what + named(notice.scheme, hub) + " with " + devices_of(notice, hub);
  };
  switch (notice.kind) {
    case NoticeKind::plugged: {
      const Device& plugged = *hub.find_device(notice.device);
      const bool has_name = !plugged.name.empty() && plugged.name != to_string(plugged.kind);
      return device + " is plugged in" + (has_name ? " (" + plugged.name + ")" : "");
    }
    case NoticeKind::unplugged: return device + " is unplugged";
    case NoticeKind::given: return seat + " gets " + device;
    case NoticeKind::taken: return seat + " gives up " + device;
    case NoticeKind::lost: return seat + " has lost " + device;
    case NoticeKind::regained:
      return seat + " has " + device + " again" + (notice.is_guess ? ", by guess" : "");
    case NoticeKind::took_over: return join(" goes on under ");
    case NoticeKind::joined: return join(" joins under ");
    case NoticeKind::refused:
      return "a press on " + device + " seats nobody under " + named(notice.scheme, hub) + ": " +
             reason({nullptr, notice.refusal, notice.missing});
    case NoticeKind::left: return seat + " has left";
    case NoticeKind::in_hand: return seat + " uses " + device;
    case NoticeKind::held_to: return seat + " is held to " + named(notice.scheme, hub);
    case NoticeKind::waits: return seat + " waits for a " + std::string{to_string(notice.missing)};
    case NoticeKind::clash: return clashes_of(notice, hub);
    case NoticeKind::doubted: {
      const std::string claims = claims_on(notice.device, hub);
      return device + " may belong to " + (claims.empty() ? "several seats" : claims);
    }
  }
  return {};
}

}  // namespace nextmove
