#include "process.hpp"

#include <array>
#include <csignal>
#include <cstdlib>
#include <fcntl.h>
#include <filesystem>
#include <fstream>
#include <poll.h>
#include <sstream>
#include <stdexcept>
#include <sys/wait.h>
#include <unistd.h>

namespace nextmove::support {
namespace {

constexpr int patience = 30'000;  // milliseconds

[[noreturn]] void start(const std::vector<std::string>& arguments, int out, int err) {
  ::dup2(out, STDOUT_FILENO);
  ::dup2(err, STDERR_FILENO);
  const int nothing = ::open("/dev/null", O_RDONLY);
  ::dup2(nothing, STDIN_FILENO);
  std::vector<char*> words;
  for (const std::string& argument : arguments)
    words.push_back(const_cast<char*>(argument.c_str()));
  words.push_back(nullptr);
  ::execvp(words[0], words.data());
  ::_exit(127);
}

// Appends what there is to read; false at the end.
bool drain(int descriptor, std::string& text) {
  std::array<char, 4096> buffer{};
  const ssize_t count = ::read(descriptor, buffer.data(), buffer.size());
  if (count <= 0) return false;
  text.append(buffer.data(), static_cast<std::size_t>(count));
  return true;
}

}  // namespace

Running::Running(const std::vector<std::string>& arguments) {
  std::array<int, 2> out{};
  std::array<int, 2> err{};
  if (::pipe2(out.data(), O_CLOEXEC) != 0 || ::pipe2(err.data(), O_CLOEXEC) != 0) {
    throw std::runtime_error{"no pipe"};
  }
  pid_ = ::fork();
  if (pid_ == 0) start(arguments, out[1], err[1]);
  ::close(out[1]);
  ::close(err[1]);
  out_ = out[0];
  err_ = err[0];
}

Running::~Running() {
  if (pid_ > 0) {
    ::kill(pid_, SIGKILL);
    ::waitpid(pid_, nullptr, 0);
  }
  for (const int descriptor : {out_, err_}) {
    if (descriptor >= 0) ::close(descriptor);
  }
}

void Running::read_for(int milliseconds) {
  std::array<pollfd, 2> both = {pollfd{out_, POLLIN, 0}, pollfd{err_, POLLIN, 0}};
  if (::poll(both.data(), both.size(), milliseconds) <= 0) return;
  for (pollfd& one : both) {
    if ((one.revents & (POLLIN | POLLHUP)) == 0) continue;
    int& descriptor = one.fd == out_ ? out_ : err_;
    if (!drain(descriptor, one.fd == out_ ? finished_.output : finished_.errors)) {
      ::close(descriptor);
      descriptor = -1;
    }
  }
}

Finished Running::stop() {
  if (pid_ > 0) ::kill(pid_, SIGTERM);
  return wait();
}

Finished Running::wait() {
  while (out_ >= 0 || err_ >= 0) read_for(patience);
  int status = 0;
  ::waitpid(pid_, &status, 0);
  pid_ = -1;
  finished_.exit_code = WIFEXITED(status) ? WEXITSTATUS(status) : 128 + WTERMSIG(status);
  return finished_;
}

std::string Running::output_until(std::string_view word) {
  constexpr int slice = 100;
  for (int waited = 0; waited < patience && out_ >= 0; waited += slice) {
    if (finished_.output.find(word) != std::string::npos) break;
    read_for(slice);
  }
  return finished_.output;
}

Finished run(const std::vector<std::string>& arguments) {
  return Running{arguments}.wait();
}

TemporaryFile::TemporaryFile(std::string_view name, std::string_view content) {
  // mkdtemp wants six of these to replace.
  std::string folder = std::filesystem::temp_directory_path() / ("nextmove-" + std::string(6, 'X'));
  if (::mkdtemp(folder.data()) == nullptr) throw std::runtime_error{"no temporary folder"};
  folder_ = folder;
  path_ = (std::filesystem::path{folder_} / name).string();
  std::ofstream{path_, std::ios::binary} << content;
}

TemporaryFile::~TemporaryFile() {
  std::error_code ignored;
  std::filesystem::remove_all(folder_, ignored);
}

std::string read_file(const std::string& path) {
  std::ostringstream text;
  text << std::ifstream{path, std::ios::binary}.rdbuf();
  return text.str();
}

}  // namespace nextmove::support
