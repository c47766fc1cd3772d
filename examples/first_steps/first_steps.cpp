#include <cstdio>
#include <filesystem>

#include <nextmove/files.hpp>
#include <nextmove/nextmove.hpp>

using namespace nextmove;
using namespace std::chrono_literals;

int main(int argc, char** argv) {
  const auto beside = std::filesystem::path{argv[0]}.replace_filename("harbour.toml").string();
  const auto playbook = load_playbook(argc > 1 ? argv[1] : beside);
  for (const auto& problem : playbook.diagnostics) std::puts(to_string(problem).c_str());
  if (!playbook) return 1;

  Hub hub{*playbook};
  Seat& seat = hub.add_seat("port tug");
  seat.enter("helm");
  const auto steer = playbook->vector("steer");
  const auto horn = playbook->button("horn");

  // A game would use an adapter here. This program presses the keys itself.
  const auto keyboard = hub.plug({DeviceKind::keyboard, "simulated keyboard"}, 0ms);
  hub.feed({100ms, keyboard, Control::KeyW, 1});   // W down
  hub.feed({200ms, keyboard, Control::KeyD, 1});   // D down as well: a diagonal
  hub.feed({305ms, keyboard, Control::Space, 1});  // a touch of the horn,
  hub.feed({310ms, keyboard, Control::Space, 0});  // shorter than one frame
  hub.feed({400ms, keyboard, Control::KeyW, 0});

  for (Time now = 0ms; now <= 500ms; now += 50ms) {  // the game loop, 20 frames a second
    hub.update(now);
    const Vec2 course = seat.read(steer).value;
    std::printf("%3d ms  steer %5.2f %5.2f", static_cast<int>(now / 1ms), course.x, course.y);
    if (seat.read(horn).pressed) std::printf("  horn!");
    std::puts("");
  }
}
