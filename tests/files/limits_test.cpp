// What no file may do to the program: files too deep, too large or without an end, and files in
// which everything is wrong.
#include <filesystem>
#include <fstream>
#include <functional>
#include <pthread.h>
#include <sys/stat.h>

#include <nextmove/files.hpp>

#include "support/process.hpp"

namespace nextmove::support {
namespace {

constexpr std::size_t mebibyte = 1'048'576;

/// A kind of file: how it begins, what would be an entry of it, and how it is read.
struct Kind {
  const char* name;
  std::string begin;
  std::string wrong_line;  ///< with # for a number
  std::size_t most_mebibytes;
  std::function<std::vector<Diagnostic>(std::string_view text)> parse;
  std::function<std::vector<Diagnostic>(const std::string& path)> load;
};

const std::vector<Kind>& kinds() {
  static const std::vector<Kind> all = {
      {"playbook", "format = 1\ntitle = \"Horn\"\n", "nonsense_# = 1\n", 4,
       [](auto text) { return parse_playbook(text).diagnostics; },
       [](auto& path) { return load_playbook(path).diagnostics; }},
      {"profile", "format = 1\n", "nonsense_# = 1\n", 1,
       [](auto text) { return parse_profile(text).diagnostics; },
       [](auto& path) { return read_profile(path).diagnostics; }},
      {"families", "format = 1\n", "nonsense_# = 1\n", 1,
       [](auto text) { return parse_families(text).diagnostics; },
       [](auto& path) { return load_families(path).diagnostics; }},
      {"icon theme", "format = 1\n[pictures]\n", "nonsense_# = 1\n", 1,
       [](auto text) { return parse_icon_theme(text).diagnostics; },
       [](auto& path) { return load_icon_theme(path).diagnostics; }},
      {"recording", "{\"format\":\"nextmove-recording\",\"version\":1,\"meaning\":2}\n",
       "{\"t\":1,\"control\":\"Nonsense#\"}\n", 256,
       [](auto text) { return parse_recording(text).diagnostics; },
       [](auto& path) { return load_recording(path).diagnostics; }},
  };
  return all;
}

struct EveryKindOfFile : ::testing::TestWithParam<Kind> {};
INSTANTIATE_TEST_SUITE_P(, EveryKindOfFile, ::testing::ValuesIn(kinds()), [](const auto& it) {
  std::string name = it.param.name;
  std::replace(name.begin(), name.end(), ' ', '_');
  return name;
});

/// Runs it with as little stack as a thread of a game may have.
void run_on_small_stack(const std::function<void()>& what) {
  pthread_attr_t attributes;
  ASSERT_EQ(::pthread_attr_init(&attributes), 0);
  ASSERT_EQ(::pthread_attr_setstacksize(&attributes, mebibyte), 0);
  pthread_t thread{};
  const auto run = [](void* it) -> void* {
    (*static_cast<const std::function<void()>*>(it))();
    return nullptr;
  };
  ASSERT_EQ(::pthread_create(&thread, &attributes, run,
                             const_cast<void*>(static_cast<const void*>(&what))),
            0);
  ::pthread_join(thread, nullptr);
  ::pthread_attr_destroy(&attributes);
}

std::string many_times(std::string_view part, int count) {
  std::string text;
  for (int i = 0; i < count; ++i) text += part;
  return text;
}

TEST_P(EveryKindOfFile, IsRefusedWhereItIsTooDeep) {
  constexpr int deep = 100'000;
  const std::vector<std::pair<std::string, std::string>> texts = {
      {"[" + many_times("a.", deep) + "a]\n", "a key has more than 16 parts"},
      {many_times("a . ", deep) + "a = 1\n", "a key has more than 16 parts"},
      {"a = " + many_times("[", deep) + many_times("]", deep) + "\n",
       "brackets stand in brackets, more than 16 deep; is one not closed?"},
      {many_times("a = { ", deep) + many_times("}", deep) + "\n",
       "brackets stand in brackets, more than 16 deep; is one not closed?"},
  };
  run_on_small_stack([&] {
    for (const auto& [text, message] : texts) {
      if (GetParam().name == std::string_view{"recording"}) {
        const std::string quoted = R"({"t":1,"a":)" + many_times("[", deep) + "}\n";
        EXPECT_FALSE(GetParam().parse(GetParam().begin + quoted).empty());
      } else {
        const auto told = GetParam().parse(GetParam().begin + text);
        ASSERT_EQ(told.size(), 1U);
        EXPECT_EQ(told[0].message, message);
        EXPECT_GE(told[0].place.line, 2);
      }
    }
  });
}

TEST_P(EveryKindOfFile, TellsAHundredProblemsAndHowManyMoreThereAre) {
  std::string text = GetParam().begin;
  for (int i = 0; i < 5000; ++i) {
    std::string line = GetParam().wrong_line;
    text += line.replace(line.find('#'), 1, std::to_string(i));
  }
  const auto told = GetParam().parse(text);
  ASSERT_EQ(told.size(), 101U);
  EXPECT_GE(told[99].place.line, 100);
  EXPECT_NE(told[100].message.find("there are 49"), std::string::npos) << told[100].message;
}

TEST_P(EveryKindOfFile, IsRefusedWhereItIsLargerThanAnyOfItsKind) {
  const std::string sentence = "is larger than " + std::to_string(GetParam().most_mebibytes) +
                               " MiB, which no file of this kind is";
  const TemporaryFile file{"large"};
  std::ofstream{file.path()} << GetParam().begin;
  std::filesystem::resize_file(file.path(), (GetParam().most_mebibytes * 1024 + 1) * 1024);
  const auto loaded = GetParam().load(file.path());
  ASSERT_EQ(loaded.size(), 1U);
  EXPECT_EQ(to_string(loaded[0]), file.path() + ": error: " + sentence);
  const std::string large(GetParam().most_mebibytes * mebibyte + 1, '#');
  const auto parsed = GetParam().parse(large);
  ASSERT_EQ(parsed.size(), 1U);
  EXPECT_EQ(parsed[0].message, sentence);
}

TEST_P(EveryKindOfFile, IsNoPipeAndNoFolder) {
  const TemporaryFile pipe{"pipe"};
  std::filesystem::remove(pipe.path());
  ASSERT_EQ(::mkfifo(pipe.path().c_str(), 0600), 0);
  const std::string sentence = "this is a pipe or a device, which might never end; name a file";
  for (const std::string& path : {pipe.path(), std::string{"/dev/zero"}}) {
    const auto told = GetParam().load(path);
    ASSERT_EQ(told.size(), 1U);
    EXPECT_EQ(told[0].message, sentence);
  }
  const auto told = GetParam().load("/");
  ASSERT_EQ(told.size(), 1U);
  EXPECT_EQ(told[0].message, "this is a folder; name a file in it");
}

TEST_P(EveryKindOfFile, OfALongNameOrOfNoneIsToldAndNotThrown) {
  for (const std::size_t length : {0U, 250U, 5000U}) {
    EXPECT_FALSE(GetParam().load("/tmp/" + std::string(length, 'x')).empty());
  }
  EXPECT_FALSE(GetParam().load("").empty());
}

TEST(DeepFiles, AreReadAsDeepAsTheyMayBe) {
  const std::string dotted = many_times("a.", 15) + "a";
  std::string nested = dotted;
  for (int i = 0; i < 16; ++i) nested += " = { " + dotted;
  nested += " = 1" + many_times(" }", 16);
  run_on_small_stack([&] {
    const Result<Profile> profile = parse_profile("format = 1\n" + nested + '\n');
    EXPECT_TRUE(profile) << "it keeps what it cannot read";
  });
}

TEST(DeepFiles, DotsAndBracketsInTextsAndCommentsAreNoDepth) {
  const std::string dots = many_times(".", 50) + many_times("[", 50);
  const Result<Playbook> book =
      parse_playbook("format = 1\ntitle = \"" + dots + "\\\"" + dots + "\"  # " + dots +
                     "\n[actions]\nhorn = { kind = " + "\"button\", label = '''\n" + dots + "' " +
                     dots + "'''}\n[contexts.c.bind]\nhorn = 'KeyH'\n");
  for (const Diagnostic& it : book.diagnostics) ADD_FAILURE() << to_string(it);
}

TEST(LongMessages, AreCutAndTheMarkToo) {
  const auto told =
      parse_playbook("format = 1\n" + std::string(100'000, 'a') + " = 1\n").diagnostics;
  ASSERT_FALSE(told.empty());
  for (const Diagnostic& it : told) EXPECT_LT(to_string(it).size(), 1000U);
}

}  // namespace
}  // namespace nextmove::support
