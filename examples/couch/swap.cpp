#include <cstdio>

#include <nextmove/files.hpp>
#include <nextmove/nextmove.hpp>
#include <nextmove/table_script.hpp>

using namespace nextmove;

int main(int argc, char** argv) {
  const auto playbook = load_playbook(argc > 1 ? argv[1] : "tidewater.toml");
  if (!playbook) return 1;
  Hub hub{*playbook};
  hub.set_rules({.free_devices = FreeDevices::kept, .joining = Joining::closed});
  Seat& port = hub.add_seat("port tug");
  Seat& starboard = hub.add_seat("starboard tug");

  testing::TableScript hands{hub};  // in a game, an adapter
  for (const char* step : {"plug:gamepad", "plug:keyboard", "join:pad", "join:desk"}) {
    hands.play(step);
  }
  const auto horn = playbook->button("horn");
  const auto show = [&] {
    for (const Seat* seat : {&port, &starboard}) {
      std::printf("%s: %s, horn on %s\n", std::string{seat->name()}.c_str(),
                  std::string{to_string(seat->standing())}.c_str(),
                  to_text(seat->prompt(horn).parts).c_str());
    }
  };
  for (Seat* seat : {&port, &starboard}) seat->enter("helm");

  // Who plays the port tug wants the horn elsewhere, and takes that along.
  hub.set_profile(port, {.remaps = {{.action = "horn",
                                     .device = DeviceKind::gamepad,
                                     .controls = {Control::PadNorth}}}});
  show();
  hub.swap(port, starboard);
  show();
  hub.leave(port);
  hub.swap(port, starboard);  // with an empty seat: the player moves
  show();
}
