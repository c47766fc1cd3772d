// The commands. Each prints its results to standard output and its problems to standard error, and
// returns the exit code.
#pragma once

#include <string>
#include <vector>

#include <nextmove/device.hpp>

enum ExitCode : int {
  exit_fine = 0,
  exit_problems = 1,  // in the input
  exit_usage = 2,     // of the command line
};

int check_command(const std::string& playbook, bool json);
int show_command(const std::string& playbook, bool json);
int play_command(const std::string& playbook, const std::string& recording, bool json);
int controls_command(const std::string& word, bool json);
int demo_command(bool json);
/// "keyboard", "gamepad:2": adds what they say to `devices`; what is wrong, or an empty text.
std::string parse_devices(const std::vector<std::string>& words,
                          std::vector<nextmove::DeviceKind>& devices);
int seats_command(const std::string& playbook, const std::vector<nextmove::DeviceKind>& devices,
                  bool json);
/// Draws a picture where `picture` is not empty.
int curve_command(const std::string& playbook, const std::string& action,
                  const std::string& picture, bool json);
/// Prints it where `output` is empty; named after the title where `name_space` is.
int header_command(const std::string& playbook, const std::string& name_space,
                   const std::string& output);
/// All schemes that share a keyboard where `schemes` is empty.
int rollover_command(const std::string& playbook, const std::vector<std::string>& schemes,
                     bool json);
int schema_command();
