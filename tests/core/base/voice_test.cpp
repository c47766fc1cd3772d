// How complaints are told.
// Also built against the installed library, so only what is public is used here.
#include <cstdlib>
#include <thread>

#include "support/said.hpp"

namespace nextmove::support {
namespace {

TEST(Voice, TellsAListenerEveryTimeOnTheThreadOfTheMistake) {
  Complaints heard;
  const Playbook book = make(harbour());
  std::thread other{[&] {
    for (int i = 0; i < 3; ++i) (void)book.button("hron");
  }};
  other.join();
  EXPECT_EQ(heard.take().size(), 3U);
}

TEST(Voice, AnyThreadMaySetTheListenerAtAnyTime) {
  Complaints heard;
  const Playbook book = make(harbour());
  std::vector<std::thread> threads;
  for (int i = 0; i < 4; ++i) {
    threads.emplace_back([&] {
      for (int round = 0; round < 100; ++round) {
        on_complaint([](const Complaint& it) { EXPECT_FALSE(it.sentence.empty()); });
        (void)book.button("hron");
      }
    });
  }
  for (std::thread& it : threads) it.join();
}

TEST(Voice, AnEmptyFunctionMeansSilence) {
  Complaints heard;
  const ComplaintListener before = on_complaint({});
  ::testing::internal::CaptureStderr();
  (void)make(harbour()).button("hron");
  on_complaint(before);
  EXPECT_EQ(::testing::internal::GetCapturedStderr(), "");
  EXPECT_EQ(heard.take(), Sentences{});
}

TEST(VoiceDeathTest, WithoutAListenerEachSentenceIsPrintedOnceUpToABound) {
  const auto print = [](const std::string& sentence) {
    print_complaint({.is_doubt = true, .sentence = sentence});
  };
  EXPECT_EXIT(
      {
        for (int i = 0; i < 300; ++i) {
          print(std::string(static_cast<std::size_t>(i) + 1, 'a'));
          print("a");
        }
        std::exit(0);
      },
      ::testing::ExitedWithCode(0),
      "^next move: a\nnext move: aa\nnext move: aaa\n(.|\n)*\nnext move: a{256}\n"
      "next move: more complaints than these are not printed; see on_complaint\n$");
}

TEST(VoiceDeathTest, OneMistakeWithEverNewNumbersDoesNotTakeTheWordsFromOthers) {
  EXPECT_EXIT(
      {
        for (int i = 0; i < 300; ++i) {
          print_complaint({.is_doubt = true, .sentence = "at " + std::to_string(i) + " s"});
        }
        print_complaint({.is_doubt = true, .sentence = "another"});
        std::exit(0);
      },
      ::testing::ExitedWithCode(0),
      "^next move: at 0 s\nnext move: at 1 s\nnext move: at 2 s\nnext move: another\n$");
}

TEST(Voice, WhatAListenerDoesWrongIsPrinted) {
  const Playbook book = make(harbour());
  const ComplaintListener before = on_complaint([&](const Complaint&) {
    core::doubt(ComplaintKind::wrong_value, "Game::log", "the file is full");
  });
  ::testing::internal::CaptureStderr();
  (void)book.button("hron");
  on_complaint(before);
  EXPECT_EQ(::testing::internal::GetCapturedStderr(), "next move: Game::log: the file is full\n");
}

TEST(Voice, SentencesArePrintable) {
  Complaints heard;
  (void)make(harbour()).button("h\x1b[31m\n");
  EXPECT_EQ(heard.take(), (Sentences{"Playbook::button: the playbook has no button \"h?[31m?\""}));
}

TEST(VoiceDeathTest, AResultWithoutAValueStopsEveryBuild) {
  Result<Playbook> none;
  none.diagnostics = {{Severity::error, "harbour.toml", {3, 9}, "there is no action \"hron\"", ""}};
  EXPECT_DEATH((void)none->title(),
               "next move: Result: there is no value to take; ask `if \\(result\\)` first. "
               "harbour.toml:3:9: error: there is no action \"hron\"");
}

TEST(VoiceDeathTest, ARehearsalFailsAtAComplaint) {
  EXPECT_DEATH(
      {
        testing::Rehearsal rehearsal{make(harbour())};
        rehearsal.seat().enter("hlem");
      },
      "next move: Seat::enter: the playbook has no context \"hlem\"; did you mean \"helm\"?");
}

}  // namespace
}  // namespace nextmove::support
