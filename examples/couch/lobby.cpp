#include <cstdio>

#include <nextmove/files.hpp>
#include <nextmove/nextmove.hpp>
#include <nextmove/table_script.hpp>

using namespace nextmove;

int main(int argc, char** argv) {
  const auto playbook = load_playbook(argc > 1 ? argv[1] : "tidewater.toml");
  if (!playbook) return 1;
  Hub hub{*playbook};
  hub.set_rules({.free_devices = FreeDevices::kept, .joining = Joining::open, .most_players = 2});

  testing::TableScript hands{hub};  // in a game, an adapter
  const auto play = [&](const char* step) {
    hands.play(step);
    for (const std::string& news : hands.news()) std::puts(news.c_str());
  };
  play("plug:keyboard");
  play("plug:gamepad");

  // Nobody sits there yet: what the lobby shows.
  for (std::size_t i = 0; i < playbook->schemes().size(); ++i) {
    const auto scheme = static_cast<SchemeId>(i);
    if (!hub.can_join(scheme)) continue;
    std::printf("   %s: %s\n", to_text(hub.join_prompt(scheme)).c_str(),
                playbook->scheme(scheme).label.c_str());
  }
  play("press:gamepad-1:PadStart");
  play("press:keyboard-1:Space");

  // The game begins. Who comes now is too late, and is told so.
  SeatingRules rules = hub.rules();
  rules.joining = Joining::closed;
  hub.set_rules(rules);
  for (const auto& seat : hub.seats()) seat->enter("helm");
  play("plug:gamepad");
  play("press:gamepad-2:PadStart");
}
