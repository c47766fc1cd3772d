// From a profile to TOML, one change a line.
#include <fmt/format.h>
#include <string>
#include <vector>

#include <nextmove/profile_file.hpp>

#include "profile_keys.hpp"
#include "toml_text.hpp"

namespace nextmove {
namespace {

using files::in_quotes;
using files::number;

std::vector<std::string> texts_of(const std::vector<Combination>& controls) {
  std::vector<std::string> texts;
  texts.reserve(controls.size());
  for (const Combination& combination : controls) texts.push_back(to_string(combination));
  return texts;
}

std::string list_of(const std::vector<std::string>& texts) {
  return files::list_of({texts.begin(), texts.end()});
}

std::string table(const std::vector<std::string>& fields) {
  return fmt::format("{{ {} }}", fmt::join(fields, ", "));
}

std::string entry(const Remap& remap) {
  std::vector<std::string> fields = {"action = " + in_quotes(remap.action)};
  if (remap.part != ActionPart::whole) {
    fields.push_back("direction = " + in_quotes(to_string(remap.part)));
  }
  if (!remap.context.empty()) fields.push_back("context = " + in_quotes(remap.context));
  fields.push_back("device = " + in_quotes(to_string(remap.device)));
  if (!remap.schemes.empty()) fields.push_back("schemes = " + list_of(remap.schemes));
  fields.push_back("controls = " + list_of(texts_of(remap.controls)));
  if (!remap.beside.empty()) fields.push_back("beside = " + list_of(remap.beside));
  return table(fields);
}

std::string entry(const Tuning& tuning) {
  std::vector<std::string> fields;
  if (!tuning.action.empty()) fields.push_back("action = " + in_quotes(tuning.action));
  if (tuning.device) fields.push_back("device = " + in_quotes(to_string(*tuning.device)));
  for (const auto& [key, field] : files::tuning_numbers) {
    if (const auto value = tuning.*field)
      fields.push_back(fmt::format("{} = {}", key, number(*value)));
  }
  for (const auto& [key, field] : files::tuning_switches) {
    if (const auto value = tuning.*field) fields.push_back(fmt::format("{} = {}", key, *value));
  }
  return table(fields);
}

std::string entry(const std::string& unread) {
  return in_quotes(unread);
}

template <class Entry>
std::string list(std::string_view key, const std::vector<Entry>& entries) {
  if (entries.empty()) return {};
  std::string out = fmt::format("\n{} = [\n", key);
  for (const Entry& it : entries) out += fmt::format("  {},\n", entry(it));
  return out + "]\n";
}

}  // namespace

std::string to_toml(const Profile& profile) {
  std::string out = "# What this player has changed of the game's controls.\nformat = 1\n";
  if (profile.swaps_sticks) out += "swap_sticks = true\n";
  return out + list("remaps", profile.remaps) + list("tunings", profile.tunings) +
         list("unread", profile.unread);
}

}  // namespace nextmove
