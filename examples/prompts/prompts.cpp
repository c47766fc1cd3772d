#include <cstdio>
#include <filesystem>

#include <nextmove/files.hpp>
#include <nextmove/nextmove.hpp>

using namespace nextmove;
using namespace std::chrono_literals;

// What a game shows. One that draws asks for the parts: those with an icon are pictures.
void show(const Seat& seat) {
  const Caption caption = seat.caption("Press {horn} to warn the ferry, steer with {steer}.");
  for (const PromptPart& part : caption.parts) {
    std::printf(part.is_control() ? "[%s]" : "%s", part.text.c_str());
  }
  std::puts("");
}

int main(int argc, char** argv) {
  const auto beside = std::filesystem::path{argv[0]}.replace_filename("harbour.toml").string();
  const auto playbook = load_playbook(argc > 1 ? argv[1] : beside);
  for (const auto& problem : playbook.diagnostics) std::puts(to_string(problem).c_str());
  if (!playbook) return 1;

  Hub hub{*playbook};
  Seat& seat = hub.add_seat("port tug");
  seat.enter("helm");
  const auto keyboard = hub.plug({DeviceKind::keyboard, "simulated keyboard"}, 0ms);
  hub.update(0ms);
  show(seat);

  // A pad is plugged in; its numbers tell what is printed on it.
  const auto pad = hub.plug({DeviceKind::gamepad, "simulated pad", 0x054c, 0x0ce6}, 1s);
  hub.update(1s);
  show(seat);

  // The player goes back to the keyboard, and wants another key for the horn.
  hub.feed({2s, keyboard, Control::KeyW, 1});
  hub.set_profile(
      seat, {.remaps = {
                 {.action = "horn", .device = DeviceKind::keyboard, .controls = {Control::KeyH}}}});
  hub.update(2s);
  show(seat);

  hub.unplug(pad, 3s);
  hub.set_wording(Language::german);
  hub.update(3s);
  show(seat);
}
