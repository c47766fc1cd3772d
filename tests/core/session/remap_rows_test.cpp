#include "support/remaps.hpp"

namespace nextmove::support {
namespace {

using enum Control;

// "Steer: up | W | | ", a star where it is changed, a bang where it clashes.
std::string line(const RemapRow& row) {
  std::string text = row.label;
  for (const RemapColumn& column : row.columns) {
    text += " |";
    for (const RemapEntry& entry : column.entries) {
      text.append(" ").append(entry.words);
      if (entry.is_changed) text += "*";
      if (entry.is_clashing) text += "!";
    }
  }
  return text;
}

std::vector<std::string> lines(const Draft& draft) {
  std::vector<std::string> all;
  for (const RemapRow& row : remap_rows(draft)) all.push_back(line(row));
  return all;
}

using Lines = std::vector<std::string>;

TEST(RemapRows, ShowWhatDrivesEachActionAndDirection) {
  const Draft draft{make(harbour_to_remap())};
  EXPECT_EQ(lines(draft), (Lines{"steer | | | left stick",
                                 "steer: up | W | |",
                                 "steer: down | S | |",
                                 "steer: left | A | |",
                                 "steer: right | D | |",
                                 "throttle | | | right trigger",
                                 "throttle: more | R | |",
                                 "throttle: less | F | |",
                                 "horn | Space | wheel up | south button left trigger",
                                 "open_chart | M | |",
                                 "close_chart | M | |",
                                 "pan_chart | | | left stick",
                                 "pan_chart: up | W | |",
                                 "pan_chart: down | S | |",
                                 "pan_chart: left | A | |",
                                 "pan_chart: right | D | |",
                                 "mark | Space | |",
                                 "winch | E | | east button",
                                 "lamp | L | |",
                                 "look | | mouse motion | right stick",
                                 "pause | Escape | |",
                                 "confirm | Enter | | north button",
                                 "signal | G | |"}));
}

TEST(RemapRows, MarkWhatIsChangedAndWhatClashes) {
  Draft draft{make(harbour_to_remap())};
  const ActionId horn = *draft.playbook().find_action("horn");
  draft.put({.action = horn}, KeyE, OnClash::keep_both);
  const auto rows = remap_rows(draft);
  EXPECT_EQ(line(rows[8]), "horn | E*! | wheel up | south button left trigger");
  EXPECT_EQ(line(rows[17]), "winch | E! | | east button");
  EXPECT_TRUE(rows[8].is_changed());
  EXPECT_TRUE(rows[8].columns[0].is_changed);
  EXPECT_FALSE(rows[8].columns[1].is_changed);
  EXPECT_FALSE(rows[17].is_changed());
}

TEST(RemapRows, GiveTheSlotForOneMore) {
  Draft draft{make(harbour_to_remap())};
  const RemapRow horn = remap_rows(draft)[8];
  EXPECT_TRUE(draft.put(horn.columns[0].next, KeyH));
  EXPECT_EQ(line(remap_rows(draft)[8]), "horn | Space H* | wheel up | south button left trigger");
}

TEST(RemapRows, SayWhatIsFixedAndWhatIsRequired) {
  for (const RemapRow& row : remap_rows(Draft{make(harbour_to_remap())})) {
    EXPECT_EQ(row.is_fixed, row.label == "pause") << row.label;
    EXPECT_EQ(row.is_required, row.label == "confirm") << row.label;
  }
}

TEST(RemapRows, StandTogetherByGroup) {
  PlaybookDefinition book = harbour_to_remap();
  book.actions[0].group = "Boat";
  book.actions[2].group = "Signals";
  book.actions[7].group = "Boat";
  book.actions[7].label = "Haul the line in";
  std::vector<std::string> groups;
  for (const RemapRow& row : remap_rows(Draft{make(book)})) {
    if (groups.empty() || groups.back() != row.group) groups.push_back(row.group);
  }
  EXPECT_EQ(groups, (Lines{"Boat", "", "Signals"}));
}

TEST(RemapRows, NameTheContextWhereTheyDiffer) {
  PlaybookDefinition book = harbour_to_remap();
  book.contexts[1].bindings.back().control = KeyY;
  std::vector<std::string> signals;
  for (const RemapRow& row : remap_rows(Draft{make(book)})) {
    if (row.label.find("signal") == 0) signals.push_back(line(row));
  }
  EXPECT_EQ(signals, (Lines{"signal (helm) | G | |", "signal (chart) | Y | |"}));
}

TEST(RemapRows, ShowWhatASchemeHears) {
  const Playbook book = make(harbour_for_all());
  const std::array<DeviceKind, 1> keyboard = {DeviceKind::keyboard};
  const Draft left{book, {}, *book.find_scheme("left_keys")};
  EXPECT_EQ(line(remap_rows(left, keyboard)[0]), "steer: up | W");
  const Draft none{book};
  EXPECT_EQ(line(remap_rows(none, keyboard)[0]), "steer: up | W up arrow");
}

TEST(RemapRows, AreSearchedByWhatTheyShow) {
  const auto rows = remap_rows(Draft{make(harbour_to_remap())});
  EXPECT_TRUE(is_match(rows[8], "HORN"));
  EXPECT_TRUE(is_match(rows[8], "space"));
  EXPECT_TRUE(is_match(rows[8], ""));
  EXPECT_FALSE(is_match(rows[8], "escape"));
}

const RemapRow& row_of(const std::vector<RemapRow>& rows, const Draft& draft,
                       std::string_view action, ActionPart part = ActionPart::whole) {
  const RemapRow* const row =
      find_row(rows, {.action = *draft.playbook().find_action(action), .part = part});
  EXPECT_NE(row, nullptr) << action;
  return *row;
}

TEST(RemapRows, TellWhereOneMoreControlMayStand) {
  const Draft draft{make(harbour_to_remap())};
  const std::vector<RemapRow> rows = remap_rows(draft);
  const auto may_stand = [&](std::string_view action, ActionPart part = ActionPart::whole) {
    std::string devices;
    for (const RemapColumn& column : row_of(rows, draft, action, part).columns) {
      devices += column.can_add ? 'x' : '-';
    }
    return devices;
  };
  EXPECT_EQ(may_stand("horn"), "xxx");
  EXPECT_EQ(may_stand("steer"), "-xx") << "no key drives the whole of a vector";
  EXPECT_EQ(may_stand("steer", ActionPart::up), "xxx");
  EXPECT_EQ(may_stand("look"), "-xx");
  EXPECT_EQ(may_stand("pause"), "---") << "fixed";
}

TEST(RemapRows, FindNoRowForASlotThatHasNone) {
  const Draft draft{make(harbour_to_remap())};
  EXPECT_EQ(find_row(remap_rows(draft), {}), nullptr);
}

}  // namespace
}  // namespace nextmove::support
