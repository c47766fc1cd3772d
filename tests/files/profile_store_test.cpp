// Saving and loading profiles, with everything going wrong that can.
#include <algorithm>
#include <chrono>
#include <csignal>
#include <cstdio>
#include <filesystem>
#include <fstream>
#include <gtest/gtest.h>
#include <random>
#include <sstream>
#include <sys/mount.h>
#include <sys/resource.h>
#include <sys/wait.h>
#include <unistd.h>

#include <nextmove/profile_file.hpp>

#include "support/chance.hpp"

namespace nextmove {
namespace {

namespace fs = std::filesystem;
using enum Control;

Profile numbered(int number) {
  Profile profile;
  profile.remaps.resize(20);
  for (Remap& remap : profile.remaps) {
    remap.action = "horn";
    remap.context = "save_" + std::to_string(number);
    remap.controls = {KeyH};
  }
  return profile;
}

std::string text_of(const fs::path& path) {
  std::ifstream file{path};
  std::ostringstream text;
  text << file.rdbuf();
  return text.str();
}

struct ProfileStore : ::testing::Test {
  ProfileStore() {
    fs::remove_all(folder);
    fs::create_directories(folder);
  }
  ~ProfileStore() override {
    fs::permissions(folder, fs::perms::owner_all);
    fs::remove_all(folder);
  }
  void write(const std::string& text, const std::string& ending = "") const {
    std::ofstream{path + ending} << text;
  }
  bool has(const std::string& ending) const { return fs::exists(path + ending); }

  static std::vector<std::string> told(const std::vector<Diagnostic>& diagnostics) {
    std::vector<std::string> messages;
    for (const Diagnostic& it : diagnostics) {
      messages.push_back(fs::path{it.file}.filename().string() + ": " + it.message);
    }
    return messages;
  }
  std::vector<std::string> saving(const Profile& profile) const {
    return told(save_profile(path, profile));
  }

  fs::path folder = fs::temp_directory_path() / ("nextmove-" + std::to_string(::getpid()));
  std::string path = (folder / "marlis.toml").string();
};

using Told = std::vector<std::string>;

TEST_F(ProfileStore, NothingSavedYetIsNoTrouble) {
  const Result<Profile> loaded = load_profile(path);
  EXPECT_EQ(loaded->file, "");
  EXPECT_EQ(*loaded, Profile{});
  EXPECT_TRUE(loaded.diagnostics.empty());
}

TEST_F(ProfileStore, WhatIsSavedIsLoaded) {
  EXPECT_EQ(saving(numbered(1)), Told{});
  const Result<Profile> loaded = load_profile(path);
  EXPECT_EQ(loaded->file, path);
  EXPECT_EQ(*loaded, numbered(1));
  EXPECT_FALSE(has(".new"));
}

TEST_F(ProfileStore, NothingStaysOfALongerSaveThatWasCutShort) {
  EXPECT_EQ(saving(numbered(1)), Told{});
  std::ofstream{path + ".new"} << std::string(100'000, '#');
  EXPECT_EQ(saving(numbered(2)), Told{});
  EXPECT_EQ(*load_profile(path), numbered(2));
  EXPECT_LT(fs::file_size(path), 100'000U);
}

TEST_F(ProfileStore, FoldersOnTheWayAreMade) {
  path = (folder / "a" / "b" / "marlis.toml").string();
  EXPECT_EQ(saving(numbered(1)), Told{});
  EXPECT_EQ(*load_profile(path), numbered(1));
}

TEST_F(ProfileStore, TheOneBeforeIsTheBackup) {
  for (int i = 1; i <= 3; ++i) EXPECT_EQ(saving(numbered(i)), Told{});
  EXPECT_EQ(*load_profile(path), numbered(3));
  EXPECT_EQ(*load_profile(path + ".backup"), numbered(2));
}

TEST_F(ProfileStore, ADamagedFileIsSetAsideAndTheBackupUsed) {
  saving(numbered(1));
  saving(numbered(2));
  write("format = 1\nremaps = [");
  const Result<Profile> loaded = load_profile(path);
  EXPECT_EQ(loaded->file, path + ".backup");
  EXPECT_EQ(*loaded, numbered(1));
  EXPECT_EQ(text_of(path + ".damaged"), "format = 1\nremaps = [");
  const Told messages = told(loaded.diagnostics);
  ASSERT_EQ(messages.size(), 3U);
  EXPECT_EQ(messages[1], "marlis.toml: is damaged and was set aside as marlis.toml.damaged");
  EXPECT_EQ(messages[2], "marlis.toml: its backup is used, which is the one saved before");
}

TEST_F(ProfileStore, NothingThatWasSetAsideIsOverwritten) {
  for (const char* text : {"one", "two", "three"}) {
    write(text);
    load_profile(path);
  }
  EXPECT_EQ(text_of(path + ".damaged"), "one");
  EXPECT_EQ(text_of(path + ".damaged-2"), "two");
  EXPECT_EQ(text_of(path + ".damaged-3"), "three");
}

TEST_F(ProfileStore, WithTheBackupDamagedTooThereAreTheDefaults) {
  write("one");
  write("two", ".backup");
  const Result<Profile> loaded = load_profile(path);
  EXPECT_EQ(loaded->file, "");
  EXPECT_EQ(text_of(path + ".backup"), "two");
}

TEST_F(ProfileStore, ADamagedFileIsNeverSavedOver) {
  saving(numbered(1));
  write("typed by hand");
  EXPECT_EQ(saving(numbered(2)),
            Told{"marlis.toml: is damaged and was set aside as marlis.toml.damaged"});
  EXPECT_EQ(text_of(path + ".damaged"), "typed by hand");
  EXPECT_EQ(*load_profile(path), numbered(2));
}

TEST_F(ProfileStore, ALinkIsFollowedToTheFile) {
  const std::string real = (folder / "elsewhere.toml").string();
  ASSERT_TRUE(save_profile(real, numbered(1)).empty());
  fs::create_symlink(real, path);
  EXPECT_EQ(saving(numbered(2)), Told{});
  EXPECT_TRUE(fs::is_symlink(path));
  EXPECT_EQ(*load_profile(real), numbered(2));
}

TEST_F(ProfileStore, AFileThatIsTooLargeIsSetAside) {
  write(std::string(1'100'000, '#'));
  EXPECT_EQ(load_profile(path)->file, "");
  EXPECT_TRUE(has(".damaged"));
}

// In a process of its own; its exit status is what `work` returns.
template <class Work>
int in_child(Work work) {
  const pid_t child = ::fork();
  if (child == 0) ::_exit(work());
  int status = 0;
  ::waitpid(child, &status, 0);
  return WIFEXITED(status) ? WEXITSTATUS(status) : -1;
}

// A file may grow no further, as on a disk that is full.
TEST_F(ProfileStore, OnAFullDiskTheOldFileStaysAndTheFailureIsTold) {
  saving(numbered(1));
  const int told_so = in_child([&] {
    ::signal(SIGXFSZ, SIG_IGN);
    const rlimit little{100, 100};
    ::setrlimit(RLIMIT_FSIZE, &little);
    const Told messages = saving(numbered(2));
    return messages.size() == 1 && messages[0].find("are not saved") != std::string::npos ? 0 : 1;
  });
  EXPECT_EQ(told_so, 0);
  EXPECT_EQ(*load_profile(path), numbered(1));
  EXPECT_FALSE(has(".new"));
}

// A disk of its own, where the machine lets us have one.
TEST_F(ProfileStore, OnADiskWithoutRoomTheOldFileStaysAndTheFailureIsTold) {
  if (::mount("tmpfs", folder.c_str(), "tmpfs", 0, "size=32k") != 0) {
    GTEST_SKIP() << "needs the right to mount a disk";
  }
  saving(numbered(1));
  {
    std::ofstream rest{folder / "rest"};
    for (int i = 0; i < 100 && rest.flush(); ++i) rest << std::string(1000, 'x');
  }
  const Told messages = saving(numbered(2));
  const Result<Profile> loaded = load_profile(path);
  const bool has_rest = has(".new");
  ::umount2(folder.c_str(), MNT_DETACH);
  ASSERT_EQ(messages.size(), 1U);
  EXPECT_NE(messages[0].find("No space left on device"), std::string::npos) << messages[0];
  EXPECT_EQ(*loaded, numbered(1));
  EXPECT_FALSE(has_rest);
}

TEST_F(ProfileStore, InAReadOnlyFolderTheOldFileStaysAndTheFailureIsTold) {
  saving(numbered(1));
  fs::permissions(folder, fs::perms::owner_read | fs::perms::owner_exec | fs::perms::others_read |
                              fs::perms::others_exec);
  fs::permissions(path, fs::perms::others_read, fs::perm_options::add);
  const int told_so = in_child([&] {
    constexpr uid_t nobody = 65'534;
    fs::current_path(folder);  // the folders above may not be for nobody
    path = "marlis.toml";
    if (::geteuid() == 0 && ::seteuid(nobody) != 0) return 2;
    const Told messages = saving(numbered(2));
    return messages ==
                   Told{
                       "marlis.toml: the changes are not saved: cannot write marlis.toml.new: "
                       "Permission denied"}
               ? 0
               : 1;
  });
  EXPECT_EQ(told_so, 0);
  EXPECT_EQ(*load_profile(path), numbered(1));
}

// Two processes at once: the last one counts, and neither tears the other's file.
TEST_F(ProfileStore, WhatCouldNotBeLoadedAgainIsNotSaved) {
  saving(numbered(1));
  Profile profile;
  profile.unread.assign(20'000, "from = \"a newer library\"");
  EXPECT_EQ(saving(profile), Told{"marlis.toml: the changes are not saved, for they could not be "
                                  "loaded again: a profile has at most 10000 entries"});
  profile.unread.assign(1, std::string(2'000'000, 'a'));
  EXPECT_EQ(saving(profile),
            Told{"marlis.toml: the changes are not saved, for they could not be "
                 "loaded again: is larger than 1 MiB, which no file of this kind is"});
  EXPECT_EQ(*load_profile(path), numbered(1)) << "nothing is lost";
}

TEST_F(ProfileStore, WhatItCannotReadIsKeptWhateverItIs) {
  const std::string odd =
      "format = 1\nmoods = [nan, 0.5, -0.25, inf, 1e-300]\ntale = \"\"\"\nOnce\nupon\n\"\"\"\n"
      "\"a key\" = { day = 2026-11-30, empty = [], none = {}, \"b.c\" = 'x\"y' }\n"
      "remaps = [{ action = 3, depth = [0.5] }]\n";
  // A whole playbook is one great heap of entries that a profile cannot read.
  for (const Result<Profile>& read :
       {parse_profile(odd), read_profile(NEXTMOVE_EXAMPLE_DATA "/tidewater.toml")}) {
    ASSERT_TRUE(read);
    EXPECT_GT(read->unread.size(), 3U);
    const Result<Profile> again = parse_profile(to_toml(*read));
    ASSERT_TRUE(again);
    EXPECT_EQ(again->unread, read->unread);
    for (const std::string& entry : read->unread) {
      const Result<Profile> alone = parse_profile("format = 1\n" + entry + '\n');
      ASSERT_TRUE(alone) << entry;
      EXPECT_EQ(alone->unread, std::vector{entry}) << "it is TOML, and written as it is read";
    }
  }
}

TEST_F(ProfileStore, WithoutAPlaceToSaveToThatIsTold) {
  const std::vector<Diagnostic> diagnostics = save_profile("", numbered(1));
  ASSERT_EQ(diagnostics.size(), 1U);
  EXPECT_EQ(
      diagnostics[0].message,
      "the changes are not saved: there is no path; where neither XDG_CONFIG_HOME nor HOME is "
      "set, a game chooses a folder itself");
}

TEST_F(ProfileStore, SeveralProcessesMaySaveAtTheSameTime) {
  saving(numbered(0));
  std::vector<pid_t> children;
  for (int number = 1; number <= 4; ++number) {
    children.push_back(::fork());
    if (children.back() != 0) continue;
    for (int i = 0; i < 100; ++i) {
      if (!save_profile(path, numbered(number)).empty()) ::_exit(1);
      if (load_profile(path)->file != path) ::_exit(2);
    }
    ::_exit(0);
  }
  for (const pid_t child : children) {
    int status = 0;
    ::waitpid(child, &status, 0);
    EXPECT_EQ(status, 0);
  }
  EXPECT_EQ(load_profile(path)->file, path);
}

/// Kills processes that save, at random moments. Killed at any moment, the file is the last that
/// was said to be saved, or the one that was being saved: whole.
struct KilledSaves : ProfileStore {
  /// What a process says: it begins to save this number, or has saved it.
  struct Word {
    int number = 0;
    bool is_saved = false;
  };

  /// Before each save of a number the process does `prepare(number)`.
  template <class Prepare>
  void kill_saves(int rounds, const Prepare& prepare) {
    std::mt19937 random = support::chance();
    saving(numbered(0));
    // However long a save takes here, the kills are spread over it.
    const auto begin = std::chrono::steady_clock::now();
    saving(numbered(0));
    const auto longest = std::min(std::chrono::duration_cast<std::chrono::microseconds>(
                                      std::chrono::steady_clock::now() - begin),
                                  std::chrono::microseconds{50'000});
    std::uniform_int_distribution<useconds_t> microseconds{
        0, static_cast<useconds_t>(2 * longest.count())};
    std::uniform_int_distribution<int> some{0, 20};
    for (int round = 0; round < rounds; ++round) {
      int pipe_ends[2];
      ASSERT_EQ(::pipe(pipe_ends), 0);
      const pid_t child = ::fork();
      if (child == 0) save_on_and_on(pipe_ends[1], prepare);
      ::close(pipe_ends[1]);
      // However busy the machine is, a first save is done by now, and others are under way.
      while (!hear(pipe_ends[0])) ASSERT_TRUE(is_heard_);
      if (round % 2 == 0) {
        ::usleep(microseconds(random));
      } else {
        // Little of the time of a save goes by while its file is being written.
        const auto end = std::chrono::steady_clock::now() + 10 * longest;
        while (!has(".new") && std::chrono::steady_clock::now() < end) {
        }
        for (int looks = some(random); looks > 0 && has(".new"); --looks) {
        }
      }
      ::kill(child, SIGKILL);
      ::waitpid(child, nullptr, 0);
      do hear(pipe_ends[0]);
      while (is_heard_);
      ::close(pipe_ends[0]);
      if (has(".backup")) {
        ASSERT_FALSE(fs::equivalent(path, path + ".backup")) << "damage would take both";
      }
      const Result<Profile> loaded = load_profile(path);
      ASSERT_EQ(loaded->file, path) << "round " << round;
      const bool is_old = *loaded == numbered(saved_);
      ASSERT_TRUE(is_old || *loaded == numbered(begun_)) << "round " << round;
      interrupted_ += has(".new") || !is_old ? 1 : 0;
      if (!is_old) saved_ = begun_;
    }
    std::printf("%d saves, %d of them interrupted midway\n", saved_, interrupted_);
    EXPECT_GT(interrupted_, 0) << "the kills never met a save";
  }

 private:
  template <class Prepare>
  [[noreturn]] void save_on_and_on(int pipe, const Prepare& prepare) const {
    const auto say = [&](Word word) {
      if (::write(pipe, &word, sizeof word) < 0) ::_exit(1);
    };
    for (int number = begun_ + 1;; ++number) {
      prepare(number);
      say({number, false});
      if (save_profile(path, numbered(number)).empty()) say({number, true});
    }
  }

  // The next word; whether it says that something is saved.
  bool hear(int pipe) {
    Word word;
    is_heard_ = ::read(pipe, &word, sizeof word) == sizeof word;
    if (!is_heard_) return false;
    (word.is_saved ? saved_ : begun_) = word.number;
    return word.is_saved;
  }

  int begun_ = 0;
  int saved_ = 0;
  bool is_heard_ = true;
  int interrupted_ = 0;
};

TEST_F(KilledSaves, AThousandAtRandomMomentsLoseNothing) {
  kill_saves(support::rounds(1000), [](int) {});
}

TEST_F(KilledSaves, NorDoTheyOnADiskThatIsFullNowAndThen) {
  if (::mount("tmpfs", folder.c_str(), "tmpfs", 0, "size=64k") != 0) {
    GTEST_SKIP() << "needs the right to mount a disk";
  }
  kill_saves(support::rounds(300), [&](int number) {
    std::ofstream rest{folder / "rest"};
    if (number % 2 == 0) return;
    for (int i = 0; i < 100 && rest.flush(); ++i) rest << std::string(1000, 'x');
  });
  ::umount2(folder.c_str(), MNT_DETACH);
}

}  // namespace
}  // namespace nextmove
