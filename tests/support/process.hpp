// Running programs, as a user does.
#pragma once

#include <string>
#include <string_view>
#include <vector>

namespace nextmove::support {

struct Finished {
  int exit_code = -1;
  std::string output;  // standard output
  std::string errors;  // standard error
};

/// Runs `arguments[0]` (looked up in PATH where it is no path) to its end.
Finished run(const std::vector<std::string>& arguments);

/// A program that runs beside the test; it is ended when this goes.
class Running {
 public:
  explicit Running(const std::vector<std::string>& arguments);
  ~Running();
  Running(const Running&) = delete;
  Running& operator=(const Running&) = delete;

  /// Asks it to stop (SIGTERM) and waits for its end.
  Finished stop();
  /// Waits for its end.
  Finished wait();
  /// Its output so far, or up to and including the line that contains `word` if that comes in time.
  std::string output_until(std::string_view word);

 private:
  void read_for(int milliseconds);

  int pid_ = -1;
  int out_ = -1;
  int err_ = -1;
  Finished finished_;
};

/// A file that is there as long as this is.
class TemporaryFile {
 public:
  explicit TemporaryFile(std::string_view name, std::string_view content = {});
  ~TemporaryFile();
  TemporaryFile(const TemporaryFile&) = delete;
  TemporaryFile& operator=(const TemporaryFile&) = delete;
  const std::string& path() const { return path_; }

 private:
  std::string folder_;
  std::string path_;
};

std::string read_file(const std::string& path);

}  // namespace nextmove::support
