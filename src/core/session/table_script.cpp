#include <algorithm>
#include <array>
#include <charconv>
#include <utility>

#include <nextmove/nearest.hpp>
#include <nextmove/table_script.hpp>

#include "base/names.hpp"
#include "base/shown.hpp"

namespace nextmove::testing {
namespace {

using namespace std::chrono_literals;
using core::quoted;

std::string listed(const std::vector<std::string>& names) {
  std::string text;
  for (std::size_t i = 0; i < names.size(); ++i) {
    text += (i == 0 ? "" : i + 1 < names.size() ? ", " : " and ") + names[i];
  }
  return text;
}

std::string with_article(DeviceKind kind) {
  return "a " + std::string{to_string(kind)};
}

std::string standing_of(const Seat& seat, const Hub& hub) {
  std::string text{seat.name()};
  if (seat.is_reserved()) return text + " is reserved";
  std::vector<std::string> devices;
  for (const DeviceId id : seat.devices()) devices.push_back(hub.label(id));
  const std::string with = devices.empty() ? "" : " with " + listed(devices);
  if (!seat.is_waiting()) return text + " plays" + with;
  std::vector<std::string> kinds;
  for (const Wait& wait : seat.waits()) kinds.push_back(with_article(wait.kind));
  return text + " waits for " + listed(kinds) + with;
}

std::string standing_of(DeviceId id, const Hub& hub) {
  if (hub.standing(id) == DeviceStanding::free) return hub.label(id) + " is free";
  std::vector<std::string> claims;
  for (const Doubt& doubt : hub.doubts()) {
    if (doubt.device != id) continue;
    for (const Claim& claim : doubt.claims) {
      claims.push_back(std::string{to_string(claim.control)} + " for " +
                       std::string{claim.seats.front()->name()});
    }
  }
  return hub.label(id) + " is doubtful: " + listed(claims);
}

}  // namespace

std::vector<std::string> standings(const Hub& hub) {
  std::vector<std::string> lines;
  for (const auto& seat : hub.seats()) {
    if (seat->standing() != SeatStanding::empty) lines.push_back(standing_of(*seat, hub));
  }
  for (const PluggedDevice& it : hub.devices()) {
    if (it.seats.empty()) lines.push_back(standing_of(it.id, hub));
  }
  return lines;
}

namespace {

/// A step, cut at its colons. What is looked up and not there is told in `problem`.
class Step {
 public:
  Step(const Hub& hub, std::string_view text) : hub_(hub) {
    for (std::size_t at = 0; at <= text.size();) {
      const std::size_t end = std::min(text.find(':', at), text.size());
      words_.push_back(text.substr(at, end - at));
      at = end + 1;
    }
  }

  std::string problem{};

  std::string_view verb() const { return words_.front(); }
  std::size_t count() const { return words_.size() - 1; }
  std::string_view word(std::size_t number) const {
    return number < words_.size() ? words_[number] : std::string_view{};
  }

  DeviceId device(std::size_t number) {
    const std::string wanted = spaced(word(number));
    std::vector<std::string> there;
    for (const PluggedDevice& it : hub_.devices()) {
      if (hub_.label(it.id) == wanted) return it.id;
      there.push_back(hub_.label(it.id));
    }
    problem = "there is no " + (wanted.empty() ? "device without a name" : wanted) +
              (there.empty() ? "; nothing is plugged in" : "; there is " + listed(there));
    return DeviceId::none;
  }

  Seat* seat(std::size_t number) {
    std::vector<std::string> there;
    for (const auto& seat : hub_.seats()) {
      if (seat->name() == word(number) || seat->name() == spaced(word(number))) return seat.get();
      there.emplace_back(seat->name());
    }
    problem = "there is no seat " + quoted(spaced(word(number))) +
              (there.empty() ? "" : "; there is " + listed(there));
    return nullptr;
  }

  SchemeId scheme(std::size_t number) {
    const auto found = hub_.playbook().find_scheme(word(number));
    if (found) return *found;
    const auto names = core::names_of(hub_.playbook().schemes());
    problem = "there is no scheme " + quoted(word(number)) + did_you_mean(word(number), names);
    return SchemeId::none;
  }

  Control control(std::size_t number, DeviceId device) {
    const auto found = find_control(word(number));
    const Device* its = hub_.find_device(device);
    if (!found) {
      const std::string_view nearest = nearest_control_name(word(number));
      problem = "there is no control " + quoted(word(number)) +
                (nearest.empty() ? "" : "; did you mean " + quoted(nearest) + '?');
    } else if (its != nullptr && info(*found).device != its->kind) {
      problem = std::string{word(number)} + " is on " + with_article(info(*found).device);
    } else if (info(*found).form != ControlForm::button &&
               info(*found).form != ControlForm::trigger) {
      problem = std::string{word(number)} + " is no button and no key";
    }
    return problem.empty() ? *found : Control::none;
  }

  template <class Enum>
  Enum one_of(std::optional<Enum> found, std::string_view ways) {
    if (!found) problem = quoted(word(1)) + " is not one of " + std::string{ways};
    return found.value_or(Enum{});
  }

  unsigned whole(std::size_t number, unsigned least, unsigned most) {
    unsigned value = 0;
    const std::string_view text = word(number);
    const auto read = std::from_chars(text.data(), text.data() + text.size(), value);
    const bool is_number = read.ec == std::errc{} && read.ptr == text.data() + text.size();
    if (!is_number || value < least || value > most) {
      problem = quoted(text) + " is no number from " + std::to_string(least) + " to " +
                std::to_string(most);
    }
    return value;
  }

  Device plugged() {
    std::string_view text = word(1);
    const std::size_t end = std::min(text.find_first_of("#@"), text.size());
    constexpr std::array<std::string_view, 4> kinds = {"keyboard", "mouse", "gamepad", "touch"};
    const auto kind = find_device_kind(text.substr(0, end));
    if (!kind) {
      problem = "there is no kind of device " + quoted(text.substr(0, end)) +
                did_you_mean(text.substr(0, end), kinds);
      return {};
    }
    Device device{*kind};
    if (end < text.size()) (text[end] == '#' ? device.serial : device.port) = text.substr(end + 1);
    return device;
  }

 private:
  static std::string spaced(std::string_view word) {
    std::string text{word};
    std::replace(text.begin(), text.end(), '-', ' ');
    return text;
  }

  const Hub& hub_;
  std::vector<std::string_view> words_;
};

/// What is done where nothing is wrong; gives how long it takes.
using Deed = Duration (*)(Hub&, Step&);

// Every step looks everything up before it does anything.
Duration operate(Hub& hub, Step& step, Duration held) {
  const DeviceId device = step.device(1);
  const Control control = step.problem.empty() ? step.control(2, device) : Control::none;
  if (!step.problem.empty()) return {};
  const Time now = hub.now();
  hub.feed({now + 1ms, device, control, 1});
  hub.feed({now + 1ms + held, device, control, 0});
  return held + 10ms;
}

Duration join(Hub& hub, Step& step) {
  const SchemeId scheme = step.scheme(1);
  const DeviceId device =
      step.problem.empty() && step.count() > 1 ? step.device(2) : DeviceId::none;
  if (!step.problem.empty()) return {};
  const JoinAnswer answer = hub.join(scheme, device);
  if (!answer) step.problem = "nobody joins: " + reason(answer);
  return 10ms;
}

template <class Do>
Duration with_seat(Step& step, Do then) {
  Seat* const seat = step.seat(1);
  if (seat != nullptr) then(*seat);
  return 10ms;
}

template <class Change>
Duration change_rules(Hub& hub, Step& step, Change change) {
  SeatingRules rules = hub.rules();
  change(rules);
  if (step.problem.empty()) hub.set_rules(rules);
  return 10ms;
}

struct Verb {
  std::string_view name;
  std::size_t least;  // words behind it
  std::size_t most;
  Deed deed;
};

constexpr std::array<Verb, 18> verbs = {{
    {"plug", 1, 1,
     [](Hub& hub, Step& step) -> Duration {
       const Device device = step.plugged();
       if (step.problem.empty()) hub.plug(device, hub.now());
       return 10ms;
     }},
    {"unplug", 1, 1,
     [](Hub& hub, Step& step) -> Duration {
       const DeviceId device = step.device(1);
       if (step.problem.empty()) hub.unplug(device, hub.now());
       return 10ms;
     }},
    {"press", 2, 2, [](Hub& hub, Step& step) -> Duration { return operate(hub, step, 5ms); }},
    {"hold", 2, 2, [](Hub& hub, Step& step) -> Duration { return operate(hub, step, 1500ms); }},
    {"join", 1, 2, join},
    {"leave", 1, 1,
     [](Hub& hub, Step& step) -> Duration {
       return with_seat(step, [&](Seat& seat) { hub.leave(seat); });
     }},
    {"give", 2, 2,
     [](Hub& hub, Step& step) -> Duration {
       const DeviceId device = step.device(1);
       Seat* const seat = step.problem.empty() ? step.seat(2) : nullptr;
       if (seat != nullptr) hub.give(device, *seat);
       return 10ms;
     }},
    {"free", 1, 1,
     [](Hub& hub, Step& step) -> Duration {
       const DeviceId device = step.device(1);
       if (step.problem.empty()) hub.free(device);
       return 10ms;
     }},
    {"swap", 2, 2,
     [](Hub& hub, Step& step) -> Duration {
       return with_seat(step, [&](Seat& seat) {
         if (Seat* other = step.seat(2)) hub.swap(seat, *other);
       });
     }},
    {"hold_to", 1, 2,
     [](Hub& hub, Step& step) -> Duration {
       return with_seat(step, [&](Seat& seat) {
         const SchemeId scheme = step.count() > 1 ? step.scheme(2) : SchemeId::none;
         if (step.problem.empty()) hub.hold_to(seat, scheme);
       });
     }},
    {"seat", 1, 1,
     [](Hub& hub, Step& step) -> Duration {
       if (hub.find_seat(step.word(1)) == nullptr) hub.add_seat(step.word(1));
       return 10ms;
     }},
    {"reserve", 1, 1,
     [](Hub& hub, Step& step) -> Duration {
       return with_seat(step, [&](Seat& seat) { hub.reserve(seat); });
     }},
    {"open", 1, 1,
     [](Hub& hub, Step& step) -> Duration {
       return with_seat(step, [&](Seat& seat) { hub.reserve(seat, false); });
     }},
    {"joining", 1, 1,
     [](Hub& hub, Step& step) -> Duration {
       return change_rules(hub, step, [&](SeatingRules& rules) {
         rules.joining = step.one_of(find_joining(step.word(1)), "off, closed and open");
       });
     }},
    {"devices", 1, 1,
     [](Hub& hub, Step& step) -> Duration {
       return change_rules(hub, step, [&](SeatingRules& rules) {
         rules.free_devices =
             step.one_of(find_free_devices(step.word(1)), "to_first_seat, dealt and kept");
       });
     }},
    {"players", 1, 1,
     [](Hub& hub, Step& step) -> Duration {
       return change_rules(hub, step,
                           [&](SeatingRules& rules) { rules.most_players = step.whole(1, 1, 99); });
     }},
    {"asks", 1, 1,
     [](Hub& hub, Step& step) -> Duration {
       return change_rules(hub, step, [&](SeatingRules& rules) {
         rules.asks_whose = step.word(1) == "yes";
         if (step.word(1) != "yes" && step.word(1) != "no") {
           step.problem = quoted(step.word(1)) + " is neither yes nor no";
         }
       });
     }},
    {"wait", 1, 1,
     [](Hub&, Step& step) -> Duration { return std::chrono::seconds{step.whole(1, 0, 3600)}; }},
}};

}  // namespace

// A long step is several updates, as in a game.
void TableScript::update(Duration step) {
  constexpr Duration frame = 100ms;
  const Time end = hub_.now() + step;
  while (hub_.now() < end) {
    hub_.update(std::min(hub_.now() + frame, end));
    for (const Notice& notice : hub_.notices()) news_.push_back(to_text(notice, hub_));
  }
}

std::string TableScript::play(std::string_view text) {
  news_.clear();
  Step step{hub_, text};
  const auto verb = std::find_if(verbs.begin(), verbs.end(),
                                 [&](const Verb& it) { return it.name == step.verb(); });
  if (verb == verbs.end()) {
    return "there is no step " + quoted(step.verb()) +
           did_you_mean(step.verb(), core::names_of(verbs));
  }
  if (step.count() < verb->least || step.count() > verb->most) {
    const bool is_range = verb->most > verb->least;
    return quoted(verb->name) + " takes " + std::to_string(verb->least) +
           (is_range ? " or " + std::to_string(verb->most) : "") +
           (verb->most == 1 ? " word" : " words") + " behind it, with a colon before each";
  }
  const Duration takes = verb->deed(hub_, step);
  if (step.problem.empty()) update(takes);
  return step.problem;
}

}  // namespace nextmove::testing
