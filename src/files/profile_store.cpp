// Where profiles are kept, and what becomes of one that is damaged.
#include <algorithm>
#include <cstdint>
#include <cstdlib>
#include <filesystem>
#include <fmt/format.h>
#include <fstream>
#include <optional>
#include <string>

#include <nextmove/profile_file.hpp>

#include "text_file.hpp"
#include "whole_file.hpp"

namespace nextmove {
namespace {

namespace fs = std::filesystem;

Diagnostic told(Severity severity, const std::string& path, std::string message) {
  return {severity, path, {}, std::move(message), {}};
}

bool exists(const std::string& path) {
  std::error_code problem;
  return fs::exists(path, problem);
}

void append(std::vector<Diagnostic>& to, const std::vector<Diagnostic>& from) {
  to.insert(to.end(), from.begin(), from.end());
}

// Sets a file aside that is no profile. What cannot even be opened stays where it is: that may
// pass.
bool set_aside(const std::string& path, std::vector<Diagnostic>& diagnostics) {
  const std::string aside = files::set_aside(path);
  diagnostics.push_back(
      aside.empty()
          ? told(Severity::error, path, "cannot be set aside; it stays where it is")
          : told(Severity::warning, path,
                 "is damaged and was set aside as " + fs::path{aside}.filename().string()));
  return !aside.empty();
}

bool can_be_opened(const std::string& path) {
  std::error_code problem;
  if (!fs::is_regular_file(path, problem)) return false;
  std::ifstream file{path, std::ios::binary};
  file.peek();
  return file.is_open() && !file.bad();
}

// A player may have put the file elsewhere and left a link.
std::string behind_links(const std::string& path) {
  std::error_code problem;
  const fs::path real = fs::canonical(path, problem);
  return problem ? path : real.string();
}

}  // namespace

Result<Profile> read_profile(const std::string& path) {
  Result<std::string> text = files::read_text_file(path, files::mebibyte);
  if (!text) return {std::nullopt, std::move(text.diagnostics)};
  return parse_profile(*text, path);
}

Result<Profile> load_profile(const std::string& path) {
  Result<Profile> loaded{Profile{}, {}};
  if (exists(path)) {
    loaded = read_profile(path);
    if (loaded) return loaded;
    if (can_be_opened(path)) set_aside(path, loaded.diagnostics);
  }
  const std::string backup = path + ".backup";
  if (exists(backup)) {
    Result<Profile> before = read_profile(backup);
    append(loaded.diagnostics, before.diagnostics);
    loaded.value = std::move(before.value);
    if (loaded) {
      loaded.diagnostics.push_back(
          told(Severity::warning, path, "its backup is used, which is the one saved before"));
    }
  }
  if (!loaded) loaded.value = Profile{};
  return loaded;
}

std::vector<Diagnostic> save_profile(const std::string& given, const Profile& profile) {
  if (given.empty()) {
    return {told(Severity::error, given,
                 "the changes are not saved: there is no path; where neither XDG_CONFIG_HOME nor "
                 "HOME is set, a game chooses a folder itself")};
  }
  const std::string path = behind_links(given);
  std::vector<Diagnostic> diagnostics;
  const std::string text = to_toml(profile);
  if (const Result<Profile> again = parse_profile(text, path); !again) {
    return {told(Severity::error, path,
                 "the changes are not saved, for they could not be loaded again: " +
                     again.diagnostics[0].message)};
  }
  bool is_there = exists(path);
  if (is_there && !read_profile(path)) {
    if (!can_be_opened(path)) {
      diagnostics.push_back(told(Severity::error, path,
                                 "is there and cannot be read, so nothing is put in its place"));
      return diagnostics;
    }
    if (!set_aside(path, diagnostics)) return diagnostics;
    is_there = false;
  }
  if (const auto problem = files::replace_file(path, text, is_there)) {
    diagnostics.push_back(told(Severity::error, path, "the changes are not saved: " + *problem));
  }
  return diagnostics;
}

namespace {

// No two names become one: a space is written as an underscore, and what is no letter, digit or
// hyphen as %2E is for a full stop. Of a name too long for a file the rest is told by a number.
std::string as_file_name(std::string_view name) {
  std::string out;
  for (const char c : name) {
    const auto byte = static_cast<unsigned char>(c);
    const bool is_letter = (byte >= 'a' && byte <= 'z') || (byte >= 'A' && byte <= 'Z');
    const bool is_digit = byte >= '0' && byte <= '9';
    if (is_letter || is_digit || byte >= 0x80 || c == '-') {
      out += c;
    } else if (c == ' ') {
      out += '_';
    } else {
      out += fmt::format("%{:02X}", byte);
    }
  }
  constexpr std::size_t longest = 100;
  if (out.size() <= longest) return out;
  std::uint32_t number = 2'166'136'261;  // FNV-1a of 32 bits
  for (const char c : name) number = (number ^ static_cast<unsigned char>(c)) * 16'777'619;
  std::size_t end = longest;
  while (end > 0 && (static_cast<unsigned char>(out[end]) & 0xc0U) == 0x80) --end;
  return out.substr(0, end) + fmt::format("%%{:08x}", number);
}

// Of the environment, whole paths only, as the convention has it.
std::optional<fs::path> folder_in(const char* variable) {
  const char* value = std::getenv(variable);  // NOLINT(concurrency-mt-unsafe): nobody writes it
  if (value == nullptr || !fs::path{value}.is_absolute()) return std::nullopt;
  return fs::path{value};
}

}  // namespace

std::string usual_profile_path(std::string_view game, std::string_view player) {
  const std::string folder = as_file_name(game);
  const std::string file = as_file_name(player);
  std::optional<fs::path> base = folder_in("XDG_CONFIG_HOME");
  if (!base) {
    base = folder_in("HOME");
    if (base) *base /= ".config";
  }
  if (!base || folder.empty() || file.empty()) return {};
  return (*base / folder / (file + ".toml")).string();
}

}  // namespace nextmove
