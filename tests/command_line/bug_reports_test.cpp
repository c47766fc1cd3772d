// The page of bug reports shows what the program prints of the report that ships with Tidewater.
#include "next_move.hpp"
#include "support/page.hpp"

namespace nextmove::support {
namespace {

const std::string bug_reports_page = source_folder() + "/docs/bug-reports.md";
const std::string fog = NEXTMOVE_EXAMPLE_DATA "/fog.jsonl";

TEST(ThePageOfBugReports, ShowsWhatTheGameRead) {
  EXPECT_EQ(next_move({"play", fog, "--from", "2s", "--to", "7s", "--strict"}).output,
            block_of(bug_reports_page, "text", "Tidewater, by"));
}

TEST(ThePageOfBugReports, ShowsWhatDidNothing) {
  EXPECT_EQ(next_move({"explain", fog}).output, block_of(bug_reports_page, "text", "PRESSES"));
}

TEST(ThePageOfBugReports, ShowsWhyTheHornDidNotSound) {
  EXPECT_EQ(next_move({"explain", fog, "horn", "--at", "3.6s"}).output,
            block_of(bug_reports_page, "text", "At 3.600 s"));
}

}  // namespace
}  // namespace nextmove::support
