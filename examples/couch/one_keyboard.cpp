#include <cstdio>

#include <nextmove/files.hpp>
#include <nextmove/nextmove.hpp>
#include <nextmove/table_script.hpp>

using namespace nextmove;

int main(int argc, char** argv) {
  const auto playbook = load_playbook(argc > 1 ? argv[1] : "tidewater.toml");
  if (!playbook) return 1;
  Hub hub{*playbook};
  hub.set_rules({.free_devices = FreeDevices::kept, .joining = Joining::open});

  testing::TableScript hands{hub};  // in a game, an adapter
  const auto play = [&](const char* step) {
    hands.play(step);
    for (const std::string& news : hands.news()) std::puts(news.c_str());
  };
  play("plug:keyboard");
  play("press:keyboard-1:KeyE");
  play("press:keyboard-1:Enter");
  play("press:keyboard-1:Space");

  // One of them changes the horn, and reaches for a key of the other.
  Seat& left = *hub.seats()[0];
  RemapMenu menu{hub, left};
  const ControlSlot slot{*playbook->find_action("horn"), ActionPart::whole, ContextId::none,
                         DeviceKind::keyboard};
  for (const char* step : {"press:keyboard-1:ArrowUp", "press:keyboard-1:KeyZ"}) {
    menu.ask(slot);
    play(step);
    menu.update();
    std::printf("   %s\n", menu.message().c_str());
    menu.stop_waiting();
  }
  menu.apply();
}
