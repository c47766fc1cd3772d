// A hub on which a test makes mistakes, one after the other, and hears what is said of them.
#pragma once

#include <functional>
#include <string>
#include <vector>

#include "support/complaints.hpp"
#include "support/playbooks.hpp"

namespace nextmove::support {

/// harbour() with schemes, a mute and a custom function.
inline PlaybookDefinition port() {
  PlaybookDefinition book = harbour();
  book.schemes = {{.name = "desk", .needs = {DeviceKind::keyboard}},
                  {.name = "pad", .needs = {DeviceKind::gamepad}}};
  book.mutes = {{.name = "radio_call", .actions = {"steer"}}};
  book.actions.push_back({.name = "trim", .kind = ActionKind::axis});
  book.contexts[0].bindings.push_back({.action = "trim",
                                       .control = Control::PadRightStickX,
                                       .shaping = {.custom = "cube", .smoothing = 10ms}});
  return book;
}

struct Said : ::testing::Test {
  Complaints heard;
  Hub hub{make(port())};
  const Playbook& book = hub.playbook();
  Seat& tug = hub.add_seat("port tug");
  DeviceId keyboard = hub.plug({.kind = DeviceKind::keyboard}, 0ms);
  DeviceId pad = hub.plug({.kind = DeviceKind::gamepad}, 0ms);

  struct Case {
    std::function<void(Said&)> mistake;
    std::string sentence;
  };
  void expect(ComplaintKind kind, const std::vector<Case>& cases) {
    for (const Case& it : cases) {
      it.mistake(*this);
      EXPECT_EQ(heard.kinds(), std::vector{kind}) << it.sentence;
      EXPECT_EQ(heard.take(), Sentences{it.sentence});
    }
  }
  void feed(DeviceId device, Control control, float x, float y = 0, Time time = 1ms) {
    hub.feed({time, device, control, x, y});
  }
};

}  // namespace nextmove::support
