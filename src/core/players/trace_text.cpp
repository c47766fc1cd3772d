#include "players/trace_text.hpp"

#include <algorithm>

#include "seat/told_way.hpp"

namespace nextmove {
namespace core {

std::string TraceTeller::name() const {
  std::string text{to_string(trace_.control)};
  if (trace_.outcome != Outcome::no_such) text += ", " + hub_.label(trace_.device);
  return text;
}

std::string TraceTeller::sentence() const {
  return comes_to() + refusal();
}

std::string TraceTeller::ways() const {
  std::string text;
  for (const TracedWay& it : trace_.ways) {
    text += "  " + it.seat + ": " + it.name + ' ' + place_of(it.way, hub_.playbook()) + ": " +
            its_control(it) + cause(it) + '\n';
  }
  return text;
}

std::string TraceTeller::comes_to() const {
  switch (trace_.outcome) {
    case Outcome::no_such: return "there is no such device or control";
    case Outcome::unplugged: return "nobody hears it: it is unplugged";
    case Outcome::spent:
      return "it seated somebody or answered a capture, and counts again when it has been up";
    case Outcome::captured: return trace_.seat + " is asked for a control, and looks at it";
    case Outcome::joins: return "it seats a player under " + scheme();
    case Outcome::doubtful:
      return "nobody hears it until it is known whose the device is: Hub::doubts, Hub::give";
    case Outcome::nobodys:
      return "nobody has the device: Hub::give, or joining, gives it to a seat";
    case Outcome::heard: return heard();
    case Outcome::kept: return kept();
    case Outcome::unbound: return "nobody hears it: nothing is bound to it for " + trace_.seat;
  }
  return {};
}

// The hearers in order, then what becomes of the one that is nearest to doing something.
std::string TraceTeller::heard() const {
  std::string names;
  const TracedWay* best = nullptr;
  for (const TracedWay& it : trace_.ways) {
    if (!hears(it.way)) continue;
    names += (names.empty() ? "" : ", ") + it.name + " of " + it.seat;
    if (best == nullptr || it.way.why > best->way.why) best = &it;
  }
  return "heard by " + names + ": " + cause(*best);
}

std::string TraceTeller::kept() const {
  const auto& ways = trace_.ways;
  const auto best = std::max_element(
      ways.begin(), ways.end(),
      [](const TracedWay& a, const TracedWay& b) { return a.way.why < b.way.why; });
  return "nobody hears it: for " + best->name + " of " + best->seat + ", " + cause(*best);
}

std::string TraceTeller::refusal() const {
  const bool is_told = trace_.scheme != SchemeId::none && trace_.outcome != Outcome::joins;
  return is_told ? "; it joins nobody under " + scheme() + ": " + reason(trace_.refusal) : "";
}

// Where it is a part of the control, a zone under the finger, or needs others held.
std::string TraceTeller::its_control(const TracedWay& it) const {
  std::string name = to_string(it.way.control);
  return name == to_string(trace_.control) ? "" : name + ": ";
}

std::string TraceTeller::cause(const TracedWay& it) const {
  return to_text(it.way, *hub_.find_seat(it.seat));
}

std::string TraceTeller::scheme() const {
  return hub_.playbook().scheme(trace_.scheme).name;
}

}  // namespace core

std::string to_text(const Trace& trace, const Hub& hub) {
  const core::TraceTeller teller{trace, hub};
  return teller.name() + ": " + teller.sentence() +
         core::since_pushed(trace.is_pushed, trace.pushed_ago) + '\n' + teller.ways();
}

}  // namespace nextmove
