#include <fstream>
#include <random>

#include <nextmove/playbook_file.hpp>
#include <nextmove/playbook_schema.hpp>

#include "support/chance.hpp"
#include "support/playbooks.hpp"
#include "support/process.hpp"
#include "support/random_playbook.hpp"

namespace nextmove::support {
namespace {

/// Playbooks in a folder of their own, to be checked all at once.
class Schema : public ::testing::Test {
 protected:
  Schema() : schema_("playbook.schema.json", playbook_schema()) {}

  void add(const std::string& text) {
    files_.push_back(std::make_unique<TemporaryFile>("playbook.toml", text));
  }
  /// How many of them do not fit.
  std::size_t misfits() {
    std::vector<std::string> words = {"python3", NEXTMOVE_SOURCE "/tests/files/schema_check.py",
                                      schema_.path()};
    for (const auto& file : files_) words.push_back(file->path());
    const Finished done = run(words);
    EXPECT_EQ(done.exit_code, 0) << done.errors;
    output_ = done.output;
    return static_cast<std::size_t>(std::count(done.output.begin(), done.output.end(), '\n'));
  }

  TemporaryFile schema_;
  std::vector<std::unique_ptr<TemporaryFile>> files_;
  std::string output_;
};

TEST_F(Schema, FitsEveryExample) {
  for (const char* example : {"data/tidewater.toml", "first_steps/harbour.toml"}) {
    add(read_file(std::string{NEXTMOVE_SOURCE "/examples/"} + example));
  }
  EXPECT_EQ(misfits(), 0U) << output_;
}

TEST_F(Schema, FitsWhateverTheWriterWrites) {
  std::mt19937 random = chance();
  const int tries = rounds(100);
  for (int i = 0; i < tries; ++i) {
    add(to_toml(make(random_playbook(random, false)).definition()));
  }
  EXPECT_EQ(misfits(), 0U) << output_;
}

TEST_F(Schema, RefusesWhatIsWrongInForm) {
  const std::string head = "format = 1\n[actions]\nhorn = { kind = \"button\" }\n";
  const std::string helm = head + "[contexts.helm.bind]\n";
  const std::vector<std::string> wrong = {
      "[actions]\n",                                                          // no format
      "format = 2\n",                                                         //
      "format = 1\nreserved = [\"f12\"]\n",                                   //
      head + "lamp = { kind = \"button\", fixed = \"yes\" }\n",               //
      head + "lamp = { kind = \"buton\" }\n",                                 //
      head + "lamp = { label = \"Lamp\" }\n",                                 // no kind
      head + "\"a b\" = { kind = \"button\" }\n",                             // no name
      head + "[contexts.helm]\nrank = \"high\"\n",                            //
      head + "[contexts.helm]\nranks = 1\n",                                  //
      head + "[contexts.helm]\nblocks = [\"mice\"]\n",                        //
      helm + "horn = \"KeyWW\"\n",                                            //
      helm + "horn = 7\n",                                                    //
      helm + "horn = {}\n",                                                   //
      helm + "horn = { control = \"Touch:wheel.Upp\" }\n",                    //
      helm + "horn = { control = \"KeyW\", hold = \"fast\" }\n",              //
      helm + "horn = { control = \"KeyW\", hold = \"1s\", tap = \"1s\" }\n",  //
      helm + "horn = { control = \"KeyW\", within = \"1s\" }\n",              //
      helm + "horn = { control = \"KeyW\", taps = 1 }\n",                     //
      helm + "horn = { control = \"KeyW\", dead_zone = 2 }\n",                //
      helm + "horn = { control = \"KeyW\", invert = \"z\" }\n",               //
      helm + "horn = { control = \"KeyW\", colour = \"red\" }\n",             //
      head + "[mutes]\nm = { actions = [\"horn\"], everything_but = [] }\n",  //
      head + "[schemes]\npad = { label = \"Pad\" }\n",                        // needs nothing
      head + "[schemes]\npad = { needs = [\"gamepd\"] }\n",                   //
      head + "[schemes]\npad = { needs = [\"gamepad\"], shares = true }\n",   //
      head + "[zones]\nz = { corner = \"top_left\" }\n",                      // no kind
      head + "[zones]\nz = { kind = \"tap\", width = 0 }\n"};
  for (const std::string& text : wrong) {
    add(text);
    EXPECT_FALSE(parse_playbook(text)) << "the library must refuse it as well:\n" << text;
  }
  EXPECT_EQ(misfits(), wrong.size()) << output_;
}

}  // namespace
}  // namespace nextmove::support
