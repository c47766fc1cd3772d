// What next-move play tells of a game that went back to a snapshot.
#include <algorithm>
#include <chrono>
#include <cstddef>
#include <vector>

#include <nextmove/files.hpp>

#include "next_move.hpp"

namespace nextmove::support {
namespace {

using namespace std::chrono_literals;

/// The horn sounds at 1 s and an unbound key is struck at 1.5 s; then the game goes back to 0.5 s,
/// and the horn sounds at 0.75 s.
void record_a_game_that_went_back(const std::string& path) {
  Hub hub{*make_playbook(
      {.actions = {{.name = "horn"}},
       .contexts = {
           {.name = "helm", .bindings = {{.action = "horn", .control = Control::Space}}}}})};
  Seat& seat = hub.add_seat("port tug");
  const DeviceId keyboard = hub.plug({DeviceKind::keyboard, "keyboard"}, {});
  hub.give(keyboard, seat);
  seat.enter(*hub.playbook().find_context("helm"));
  RecordingWriter writer{path, describe(hub, WithPlaybook::yes)};
  hub.on_step([&](const Step& step) { writer.write(step); });
  const auto strike_key = [&](Control control, Time at) {
    hub.feed({at, keyboard, control, 1});
    hub.feed({at + 100ms, keyboard, control, 0});
    hub.update(at + 200ms);
  };
  hub.update(500ms);
  std::vector<std::byte> bytes;
  hub.snapshot(bytes);
  strike_key(Control::Space, 1s);
  strike_key(Control::KeyQ, 1500ms);
  ASSERT_TRUE(hub.restore(bytes));
  strike_key(Control::Space, 750ms);
}

TEST(Play, TellsAGameThatWentBackInTheOrderInWhichItWasPlayed) {
  const TemporaryFile file{"back.jsonl"};
  record_a_game_that_went_back(file.path());
  const std::string told = next_move({"play", file.path()}).output;
  EXPECT_EQ(told.find("A playbook without a title, by version"), 0U) << told;
  EXPECT_EQ(
      told.substr(std::min(told.find("    1.200"), told.size())),
      "    1.200  port tug        horn          pressed and released\n"
      "    1.500  port tug                      KeyQ, keyboard 1, for 0.1 s: nobody hears it: "
      "nothing is bound to it for port tug\n"
      "    1.700                                the game goes back to a snapshot\n"
      "    0.950  port tug        horn          pressed and released\n");
}

TEST(Explain, ListsThePressesFromBeforeTheGameWentBackToo) {
  const TemporaryFile file{"back.jsonl"};
  record_a_game_that_went_back(file.path());
  const std::string told = next_move({"explain", file.path()}).output;
  EXPECT_NE(told.find("KeyQ, keyboard 1"), std::string::npos) << told;
}

}  // namespace
}  // namespace nextmove::support
