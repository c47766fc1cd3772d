// The commands. Each prints its results to standard output and its problems to standard error, and
// returns the exit code.
#pragma once

#include <optional>
#include <string>
#include <vector>

#include <nextmove/device.hpp>
#include <nextmove/draft.hpp>
#include <nextmove/time.hpp>

#include "labels.hpp"
#include "played.hpp"

enum ExitCode : int {
  exit_fine = 0,
  exit_problems = 1,  // in the input
  exit_usage = 2,     // of the command line
};

/// What is to be checked.
struct CheckWish {
  std::string playbook;
  std::string theme;     ///< of icons; empty for none
  std::string families;  ///< that it may name besides the usual; empty for none
  bool is_strict = false;
  bool json = false;
};
int check_command(const CheckWish& wish);
/// As a player with this profile plays it, in a seat that is held to this scheme; empty for none.
/// Controls go by their labels, or by their internal names where there is no wish.
int show_command(const std::string& playbook, const std::string& profile, const std::string& scheme,
                 const std::optional<LabelWish>& labels, bool json);
int prompt_command(const std::string& playbook, const std::string& text, const PromptWish& wish,
                   bool json);
/// What of a recording is to be seen.
struct PlayWish {
  std::string playbook;  ///< empty: the one that the recording holds
  std::string recording;
  std::vector<std::string> profiles;  ///< each a file for all seats, or "SEAT=FILE"
  nextmove::Time from{};
  nextmove::Time to = nextmove::Time::max();
  std::vector<std::string> actions;  ///< empty for all
  std::string seat;                  ///< likewise
  bool with_events = false;          ///< every press, not only those that drove nothing
  bool is_strict = false;            ///< plays nothing whose readings may be others than they were
  bool json = false;
};
int play_command(const PlayWish& wish);
/// What a player does, who is asked why.
struct ExplainWish {
  std::string playbook;
  std::string action;  ///< empty: what becomes of what is pressed
  std::vector<nextmove::DeviceKind> devices;
  std::string scheme;                 ///< empty for none
  std::vector<std::string> contexts;  ///< entered, in order
  std::string profile;                ///< a file, or empty
  std::vector<std::string> pressed;   ///< and held, in order
  bool json = false;
};
int explain_command(const ExplainWish& wish);
/// What a recording is asked.
struct ExplainRecordingWish {
  std::string playbook;  ///< empty: the one that the recording holds
  std::string action;    ///< with `at`; empty: every press that did nothing
  std::string recording;
  std::optional<nextmove::Time> at;
  std::string seat;  ///< empty for all
  std::vector<std::string> profiles;
  bool is_strict = false;  ///< as for PlayWish
  bool json = false;
};
int explain_recording_command(const ExplainRecordingWish& wish);
/// What a player wants to change.
struct RemapWish {
  std::string action;  ///< "horn", "steer.up"
  std::vector<std::string> controls;
  std::vector<nextmove::DeviceKind> cleared;  ///< where nothing is wanted
  std::string context;                        ///< empty: wherever the action is bound
  std::string scheme;                         ///< empty for none
  nextmove::OnClash on_clash = nextmove::OnClash::refuse;
};
int remap_command(const std::string& playbook, const std::string& profile, const RemapWish& wish);
/// `to_reset`: an action, a kind of device, "all", or empty for nothing.
int profile_command(const std::string& playbook, const std::string& profile,
                    const std::string& to_reset, bool json);
int controls_command(const std::string& word, bool json);
int demo_command(bool json);
/// "keyboard", "gamepad:2": adds what they say to `devices`; what is wrong, or an empty text.
std::string parse_devices(const std::vector<std::string>& words,
                          std::vector<nextmove::DeviceKind>& devices);
int seats_command(const std::string& playbook, const std::vector<nextmove::DeviceKind>& devices,
                  bool json);
/// Plays the steps of a TableScript, parted by spaces.
int seat_steps_command(const std::string& playbook, const std::string& steps, bool json);
/// Draws a picture where `picture` is not empty.
int curve_command(const std::string& playbook, const std::string& action,
                  const std::string& picture, bool json);
/// Prints it where `output` is empty; named after the title where `name_space` is.
int header_command(const std::string& playbook, const std::string& name_space,
                   const std::string& output);
/// All schemes that share a keyboard where `schemes` is empty.
int rollover_command(const std::string& playbook, const std::vector<std::string>& schemes,
                     bool json);
int draw_command(const std::string& playbook, const PromptWish& wish, const std::string& output);
int icons_command(const std::string& folder, const std::string& families_file, int size,
                  bool for_light_ground);
int schema_command();
