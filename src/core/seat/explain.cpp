#include <algorithm>
#include <array>
#include <tuple>
#include <utility>

#include <nextmove/explain.hpp>

#include "compiled/naming.hpp"
#include "model/binding_parts.hpp"
#include "seat/causes.hpp"
#include "seat/told_way.hpp"

namespace nextmove {
namespace core {
namespace {

constexpr std::array<std::string_view, 36> why_names = {
    "gone",          "remapped",      "unbound",         "other_scheme", "no_device",
    "others_device", "free_device",   "lost_device",     "not_entered",  "captures",
    "typing",        "muted",         "claimed",         "blocked",      "with_missing",
    "with_more",     "never_sent",    "other_zone",      "at_rest",      "let_go_early",
    "was_too_long",  "next_missing",  "below_threshold", "in_dead_zone", "waits_for_fresh",
    "too_long",      "turned_off",    "under_way",       "cancelled",    "made_nothing",
    "outdone",       "stamped_later", "not_updated",     "held_back",    "turned_on",
    "drives"};
static_assert(why_names.size() == static_cast<std::size_t>(Why::drives) + 1);

constexpr std::array<std::string_view, 12> interruption_names = {
    "unknown", "entered", "left",   "unmuted", "capture", "typing",
    "profile", "adopted", "scheme", "focus",   "joined",  "with_control"};
static_assert(interruption_names.size() ==
              static_cast<std::size_t>(Interruption::with_control) + 1);

class Explainer {
 public:
  Explainer(SeatState& seat, ActionId action)
      : seat_(seat),
        common_(seat.common()),
        wiring_(*common_.wiring),
        causes_(seat, action),
        action_(action) {}

  Explanation run() {
    Explanation explanation;
    explanation.action = action_;
    explanation.name = common_.playbook.action(action_).name;
    explanation.is_done = causes_.is_done();
    for (const Route* route : routes()) {
      const Wired it = wired(common_.playbook, *route);
      explanation.ways.push_back(told_way(common_.playbook, seat_, it, causes_.find(it)));
    }
    add_taken_away(explanation.ways);
    add_gone(explanation.ways);
    return explanation;
  }

 private:
  // In the order of the playbook.
  std::vector<const Route*> routes() const {
    std::vector<const Route*> found;
    for (const Route& route : wiring_.routes()) {
      if (route.action == action_) found.push_back(&route);
    }
    const auto place = [&](const Route* route) {
      const Wiring::Written& written = wiring_.written(*route);
      return std::tuple{written.context, written.binding, written.part};
    };
    std::sort(found.begin(), found.end(),
              [&](const Route* a, const Route* b) { return place(a) < place(b); });
    return found;
  }

  template <class Then>
  void for_each_way(const PlaybookDefinition& definition, Then then) const {
    const std::string& name = common_.playbook.action(action_).name;
    for (std::size_t i = 0; i < definition.contexts.size(); ++i) {
      for (const BindingDefinition& binding : definition.contexts[i].bindings) {
        if (binding.action != name) continue;
        for (int part = 0; part < action_part_count; ++part) {
          const auto its = static_cast<ActionPart>(part);
          if (!resolve(control_at(binding, its), definition.zones)) continue;
          then(way_of(binding, its, static_cast<ContextId>(i)));
        }
      }
    }
  }

  static bool is_among(const ExplainedWay& way, const std::vector<ExplainedWay>& ways) {
    return std::any_of(ways.begin(), ways.end(), [&](const ExplainedWay& other) {
      return other.context == way.context && other.part == way.part && other.control == way.control;
    });
  }

  // What the playbook has and the player's changes have not.
  void add_taken_away(std::vector<ExplainedWay>& ways) const {
    if (seat_.profile().is_empty()) return;
    const std::vector<ExplainedWay> played = ways;
    for_each_way(seat_.given().definition(), [&](ExplainedWay way) {
      if (is_among(way, played)) return;
      causes_.note_push(way.control.control, way);
      const auto in_its_place =
          std::find_if(played.begin(), played.end(), [&](const ExplainedWay& other) {
            return other.context == way.context && other.part == way.part &&
                   other.device == way.device && !is_given(other);
          });
      way.why = in_its_place == played.end() ? Why::unbound : Why::remapped;
      if (in_its_place != played.end()) way.by_control = in_its_place->control;
      ways.push_back(std::move(way));
    });
  }

  // Whether the playbook has it without the player's changes.
  bool is_given(const ExplainedWay& way) const {
    bool is_it = false;
    for_each_way(seat_.given().definition(),
                 [&](const ExplainedWay& given) { is_it |= is_among(given, {way}); });
    return is_it;
  }

  // What the playbook had until the last one was adopted.
  void add_gone(std::vector<ExplainedWay>& ways) const {
    for_each_way(seat_.given_before().definition(), [&](ExplainedWay way) {
      if (is_among(way, ways)) return;
      causes_.note_push(way.control.control, way);
      way.why = Why::gone;
      ways.push_back(std::move(way));
    });
  }

  const SeatState& seat_;
  const Common& common_;
  const Wiring& wiring_;
  Causes causes_;
  ActionId action_;
};

}  // namespace
}  // namespace core

std::string_view to_string(Why why) {
  return core::why_names[static_cast<std::size_t>(why)];
}

std::string_view to_string(Interruption interruption) {
  return core::interruption_names[static_cast<std::size_t>(interruption)];
}

Explanation Seat::explain(ActionId action) const {
  const ActionId id = core::find(playbook(), action, "Seat::explain");
  if (id == ActionId::none) return {};
  return core::Explainer{*state_, id}.run();
}

// The later a cause comes, the less is in the way.
const ExplainedWay* likeliest(const Explanation& explanation) {
  const auto rank = [](const ExplainedWay& way) {
    return std::pair{way.value > 0 || way.why > Why::at_rest, way.why};
  };
  const auto& ways = explanation.ways;
  const auto best = std::max_element(
      ways.begin(), ways.end(), [&](const auto& a, const auto& b) { return rank(a) < rank(b); });
  return best == ways.end() ? nullptr : &*best;
}

}  // namespace nextmove
