// A playbook that is saved while the game runs.
#pragma once

#include <filesystem>
#include <string>
#include <vector>

#include <nextmove/nextmove.hpp>

namespace tidewater {

/// Reads the playbook again whenever its file has changed, and hands it to the hub.
class Watch {
 public:
  /// Before the file is read for the first time, so that no change is missed.
  explicit Watch(std::string path);

  /// Once a frame.
  void look(nextmove::Hub& hub);

  /// Of the playbook that was saved last, one a line.
  const std::vector<std::string>& problems() const { return problems_; }

 private:
  std::filesystem::file_time_type stamp() const;

  std::string path_;
  std::filesystem::file_time_type seen_;
  std::vector<std::string> problems_;
};

}  // namespace tidewater
