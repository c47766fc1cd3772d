// Small playbooks, and the words to build them with.
#pragma once

#include <gtest/gtest.h>

#include <nextmove/nextmove.hpp>
#include <nextmove/testing.hpp>

namespace nextmove {

// gtest prints these in failures.
inline void PrintTo(Vec2 v, std::ostream* out) {
  *out << '(' << v.x << ", " << v.y << ')';
}

inline void PrintTo(const Area& area, std::ostream* out) {
  *out << area.left << ' ' << area.top << ' ' << area.width << ' ' << area.height;
}

inline void PrintTo(Control control, std::ostream* out) {
  *out << to_string(control);
}

namespace support {

using namespace std::chrono_literals;

inline Playbook make(PlaybookDefinition definition) {
  Result<Playbook> made = make_playbook(std::move(definition));
  for (const Diagnostic& problem : made.diagnostics) {
    if (problem.severity == Severity::error) ADD_FAILURE() << to_string(problem);
  }
  return *made;
}

inline BindingDefinition keys_for(std::string action, Control up, Control left, Control down,
                                  Control right) {
  return {.action = std::move(action), .up = up, .down = down, .left = left, .right = right};
}

/// A tug's helm, and a chart that ranks higher and lies over it.
inline PlaybookDefinition harbour() {
  using enum Control;
  return {
      .title = "Harbour",
      .actions = {{.name = "steer", .kind = ActionKind::vector},
                  {.name = "throttle", .kind = ActionKind::axis},
                  {.name = "horn"},
                  {.name = "open_chart"},
                  {.name = "close_chart"},
                  {.name = "pan_chart", .kind = ActionKind::vector},
                  {.name = "mark"}},
      .contexts = {{.name = "helm",
                    .bindings = {keys_for("steer", KeyW, KeyA, KeyS, KeyD),
                                 {.action = "steer", .control = PadLeftStick},
                                 {.action = "throttle", .more = KeyR, .less = KeyF},
                                 {.action = "throttle", .control = PadRightTrigger},
                                 {.action = "horn", .control = Space},
                                 {.action = "horn", .control = PadSouth},
                                 {.action = "horn", .control = PadLeftTrigger},
                                 {.action = "horn", .control = WheelUp},
                                 {.action = "open_chart", .control = KeyM}}},
                   {.name = "chart",
                    .rank = 10,
                    .bindings = {keys_for("pan_chart", KeyW, KeyA, KeyS, KeyD),
                                 {.action = "pan_chart", .control = PadLeftStick},
                                 {.action = "mark", .control = Space},
                                 {.action = "close_chart", .control = KeyM}}}},
  };
}

/// A rehearsal of harbour() at the helm, with handles at hand.
struct AtTheHelm : ::testing::Test {
  explicit AtTheHelm(PlaybookDefinition definition = harbour())
      : stage(make(std::move(definition))),
        book(stage.hub().playbook()),
        steer(book.vector("steer")),
        throttle(book.axis("throttle")),
        horn(book.button("horn")),
        open_chart(book.button("open_chart")),
        close_chart(book.button("close_chart")),
        pan_chart(book.vector("pan_chart")),
        mark(book.button("mark")) {
    stage.seat().enter("helm");
  }

  template <class Handle>
  auto read(Handle handle) {
    return stage.seat().read(handle);
  }

  testing::Rehearsal stage;
  const Playbook& book;
  Vector steer;
  Axis throttle;
  Button horn;
  Button open_chart;
  Button close_chart;
  Vector pan_chart;
  Button mark;
};

}  // namespace support
}  // namespace nextmove
