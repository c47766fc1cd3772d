#include "whole_file.hpp"

#include <cerrno>
#include <cstdio>
#include <cstring>
#include <fcntl.h>
#include <filesystem>
#include <fmt/core.h>
#include <sys/file.h>
#include <sys/stat.h>
#include <unistd.h>

#include "text_file.hpp"

namespace nextmove::files {
namespace {

namespace fs = std::filesystem;

std::string cannot(std::string_view what, const std::string& path) {
  return fmt::format("cannot {} {}: {}", what, path, std::strerror(errno));
}

/// A file that one process writes at a time.
class NewFile {
 public:
  explicit NewFile(std::string path) : path_(std::move(path)) {}
  ~NewFile() {
    if (descriptor_ >= 0) ::close(descriptor_);
  }
  NewFile(const NewFile&) = delete;
  NewFile& operator=(const NewFile&) = delete;

  const std::string& path() const { return path_; }

  // Whoever has the lock may find that the file behind it has been renamed meanwhile: then it is
  // somebody's finished file, and not to be touched.
  bool open() {
    for (;;) {
      descriptor_ = ::open(path_.c_str(), O_WRONLY | O_CREAT | O_CLOEXEC | O_NOFOLLOW, 0600);
      if (descriptor_ < 0 || ::flock(descriptor_, LOCK_EX) != 0) return false;
      struct stat locked {};
      struct stat there {};
      const bool is_same = ::fstat(descriptor_, &locked) == 0 &&
                           ::stat(path_.c_str(), &there) == 0 && locked.st_ino == there.st_ino &&
                           locked.st_dev == there.st_dev;
      if (is_same) return ::ftruncate(descriptor_, 0) == 0;
      ::close(descriptor_);
    }
  }

  bool write(std::string_view text) const {
    while (!text.empty()) {
      const ssize_t written = ::write(descriptor_, text.data(), text.size());
      if (written < 0 && errno == EINTR) continue;
      if (written <= 0) return false;
      text.remove_prefix(static_cast<std::size_t>(written));
    }
    return ::fsync(descriptor_) == 0;
  }

  void remove() const { ::unlink(path_.c_str()); }

 private:
  std::string path_;
  int descriptor_ = -1;
};

// Renaming is on the disk when the folder is.
void flush_folder(const std::string& path) {
  const std::string folder = fs::path{path}.parent_path().string();
  const int descriptor = ::open(folder.empty() ? "." : folder.c_str(), O_RDONLY | O_CLOEXEC);
  if (descriptor < 0) return;
  ::fsync(descriptor);
  ::close(descriptor);
}

// A copy, put in the place of the old backup at one go. A second name for the same file would be
// damaged with it.
bool keep_backup(const std::string& path) {
  const Result<std::string> text = read_text_file(path, SIZE_MAX);
  NewFile copy{path + ".backup.new"};
  if (!text || !copy.open()) return false;
  const bool is_kept =
      copy.write(*text) && std::rename(copy.path().c_str(), (path + ".backup").c_str()) == 0;
  if (!is_kept) copy.remove();
  return is_kept;
}

}  // namespace

std::optional<std::string> replace_file(const std::string& path, std::string_view text,
                                        bool keeps_backup) {
  std::error_code problem;
  const fs::path folder = fs::path{path}.parent_path();
  if (!folder.empty()) fs::create_directories(folder, problem);
  if (problem)
    return fmt::format("cannot make the folder {}: {}", folder.string(), problem.message());
  NewFile file{path + ".new"};
  if (!file.open()) return cannot("write", file.path());
  if (!file.write(text)) {
    std::string message = cannot("write", file.path());
    file.remove();
    return message;
  }
  if (keeps_backup && !keep_backup(path)) {
    std::string message = cannot("keep a backup of", path);
    file.remove();
    return message;
  }
  if (std::rename(file.path().c_str(), path.c_str()) != 0) {
    std::string message = cannot("replace", path);
    file.remove();
    return message;
  }
  flush_folder(path);
  return std::nullopt;
}

std::string set_aside(const std::string& path) {
  constexpr int most = 1000;
  std::string aside = path + ".damaged";
  std::error_code unknown;
  for (int number = 2; fs::exists(fs::symlink_status(aside, unknown)); ++number) {
    if (number > most) return {};
    aside = fmt::format("{}.damaged-{}", path, number);
  }
  return std::rename(path.c_str(), aside.c_str()) == 0 ? aside : std::string{};
}

}  // namespace nextmove::files
