#include <cstdio>
#include <string>

#include <nextmove/files.hpp>
#include <nextmove/nextmove.hpp>

using namespace nextmove;
using namespace std::chrono_literals;

// A menu is a loop over rows, whatever it is drawn with.
void print(const Draft& draft) {
  for (const RemapRow& row : remap_rows(draft)) {
    std::string keyboard;
    for (const RemapEntry& entry : row.columns[0].entries) {
      keyboard += (keyboard.empty() ? "" : ", ") + entry.words + (entry.is_changed ? " *" : "");
    }
    if (keyboard.empty() && !row.columns[0].is_changed) continue;  // never had a key
    std::printf("%-18s %s\n", row.label.c_str(), keyboard.empty() ? "(no key)" : keyboard.c_str());
  }
}

int main(int argc, char** argv) {
  if (argc < 3) return std::puts("usage: remap_menu PLAYBOOK PROFILE"), 2;
  const auto playbook = load_playbook(argv[1]);
  for (const auto& problem : playbook.diagnostics) std::puts(to_string(problem).c_str());
  if (!playbook) return 1;
  const auto horn = playbook->button("horn");

  Hub hub{*playbook};
  Seat& seat = hub.add_seat("port tug");
  seat.enter("helm");
  const auto keyboard = hub.plug({DeviceKind::keyboard, "simulated keyboard"}, 0ms);

  // What the player changed last time. It always comes back with something that can be played.
  const auto saved = load_profile(argv[2]);
  for (const auto& notice : saved.diagnostics) std::puts(to_string(notice).c_str());
  for (const auto& notice : hub.set_profile(seat, *saved)) std::puts(to_string(notice).c_str());

  Draft draft{*playbook, *saved, seat.scheme()};
  print(draft);

  // "Press the new control for the horn": the game hears nothing of this press.
  hub.capture(seat, {.action = horn.id, .device = DeviceKind::keyboard});
  hub.feed({100ms, keyboard, Control::KeyW, 1});
  hub.update(100ms);
  const Combination wanted = seat.capture().combination;

  // W is taken already. A game would ask the player; here the two change places.
  DraftAnswer answer = draft.put({.action = horn.id}, wanted);
  for (const Clash& clash : answer.clashes) {
    std::printf("\n%s is on %s already; they swap\n\n",
                label(clash.combination, seat.labels()).c_str(),
                playbook->action(clash.slot.action).label.c_str());
    answer = draft.put({.action = horn.id}, wanted, OnClash::swap);
  }
  print(draft);

  hub.set_profile(seat, draft.profile());
  for (const auto& problem : save_profile(argv[2], draft.profile())) {
    std::puts(to_string(problem).c_str());
  }

  hub.feed({200ms, keyboard, Control::KeyW, 0});
  hub.feed({300ms, keyboard, Control::KeyW, 1});
  hub.update(300ms);
  std::printf("\nW sounds the horn: %s\n", seat.read(horn).pressed ? "yes" : "no");
}
