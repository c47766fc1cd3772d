// A playbook in C++ is equal in power to the file: every example in both forms.
#include <random>

#include <nextmove/playbook_file.hpp>

#include "support/chance.hpp"
#include "support/playbooks.hpp"
#include "support/random_playbook.hpp"
#include "support/tidewater_playbook.hpp"

namespace nextmove::support {
namespace {

void expect_equal(const PlaybookDefinition& in_code, const std::string& path) {
  const Result<Playbook> from_file = load_playbook(path);
  ASSERT_TRUE(from_file);
  const Playbook from_code = make(in_code);
  EXPECT_EQ(from_code.definition(), from_file->definition())
      << to_toml(from_code.definition()) << "\n---\n"
      << to_toml(from_file->definition());
}

TEST(InCode, TidewaterIsTheSame) {
  expect_equal(tidewater_playbook(), NEXTMOVE_EXAMPLE_DATA "/tidewater.toml");
}

TEST(InCode, FirstStepsIsTheSame) {
  expect_equal(first_steps_playbook(), NEXTMOVE_EXAMPLE_DATA "/../first_steps/harbour.toml");
}

// What is made of both is the same as well: the same events give the same readings.
TEST(InCode, BothPlayTheSame) {
  const Result<Playbook> from_file = load_playbook(NEXTMOVE_EXAMPLE_DATA "/tidewater.toml");
  ASSERT_TRUE(from_file);
  testing::Rehearsal file{*from_file};
  testing::Rehearsal code{make(tidewater_playbook())};
  std::mt19937 random = chance();
  const auto sources = all_controls();
  for (testing::Rehearsal* stage : {&file, &code}) {
    for (const char* context : {"helm", "chart", "radio"}) stage->seat().enter(context);
  }
  for (int i = 0; i < 5'000; ++i) {
    const ControlInfo& control = sources[random() % sources.size()];
    const bool is_button = control.form == ControlForm::button;
    const float value =
        is_button ? static_cast<float>(random() % 2) : static_cast<float>(random() % 100) / 100;
    if (control.source != control.control) continue;
    const bool is_single = is_button || control.form == ControlForm::trigger;
    for (testing::Rehearsal* stage : {&file, &code}) {
      stage->move(control.control, value, is_single ? 0 : value / 2);
      stage->wait(5ms);
    }
    for (std::size_t a = 0; a < from_file->actions().size(); ++a) {
      ASSERT_EQ(file.seat().readings()[a], code.seat().readings()[a]);
    }
  }
}

}  // namespace
}  // namespace nextmove::support
