#include <cstdio>

#include <nextmove/files.hpp>
#include <nextmove/nextmove.hpp>
#include <nextmove/table_script.hpp>

using namespace nextmove;

// What a game shows while it waits for somebody.
void show(const Hub& hub) {
  for (const auto& seat : hub.seats()) {
    for (const Wait& wait : seat->waits()) {
      const std::string own = hub.label(wait.lost);
      std::printf("   %s: plug in %s\n", std::string{seat->name()}.c_str(),
                  own.empty() ? "any that you have" : own.c_str());
    }
  }
  for (const Doubt& doubt : hub.doubts()) {
    std::printf("   whose is %s?", hub.label(doubt.device).c_str());
    for (const Claim& claim : doubt.claims) {
      const Seat& seat = *claim.seats.front();
      std::printf("  %s: %s", label(claim.control, seat.labels()).c_str(),
                  std::string{seat.name()}.c_str());
    }
    std::puts("");
  }
}

int main(int argc, char** argv) {
  const auto playbook = load_playbook(argc > 1 ? argv[1] : "tidewater.toml");
  if (!playbook) return 1;
  Hub hub{*playbook};
  hub.set_rules({.free_devices = FreeDevices::kept, .joining = Joining::closed});
  hub.add_seat("port tug");
  hub.add_seat("starboard tug");

  testing::TableScript hands{hub};  // in a game, an adapter
  for (const char* step : {"plug:gamepad", "plug:gamepad", "join:pad", "join:pad",
                           "unplug:gamepad-1", "unplug:gamepad-2", "plug:gamepad",
                           "press:gamepad-3:PadEast", "plug:keyboard", "press:keyboard-1:Space"}) {
    hands.play(step);
    for (const std::string& news : hands.news()) std::puts(news.c_str());
    show(hub);
  }
}
