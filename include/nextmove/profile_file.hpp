// Profile files: TOML with what one player has changed, saved so that nothing is ever lost.
#pragma once

#include <string>
#include <string_view>
#include <vector>

#include <nextmove/diagnostic.hpp>
#include <nextmove/profile.hpp>

namespace nextmove {

/// Reads a profile from text; `name` stands for the file in messages. Entries that cannot be read
/// are told as warnings and kept in Profile::unread. Without a value where it is no profile at all.
/// A profile is data from a stranger: at most 1 MiB and 10 000 entries, and no name in it is ever
/// taken for a path.
Result<Profile> parse_profile(std::string_view text, std::string_view name = "profile");

/// The profile as a file, one change a line; reads back equal.
std::string to_toml(const Profile& profile);

/// Reads a profile file as it stands: nothing is set aside, and no backup used. For tools.
Result<Profile> read_profile(const std::string& path);

/// Reads a player's profile file, and always comes back with a profile that can be played: an empty
/// one where nothing is saved yet. A file that cannot be read as one is set aside: renamed to
/// `path`.damaged, or .damaged-2 and so on. Then the backup counts, else an empty profile.
/// Profile::file tells which it was. The diagnostics say what went wrong, for people; empty when
/// all is well.
Result<Profile> load_profile(const std::string& path);

/// Saves a profile so that the file is at every moment the old one or the new one, whole, whatever
/// happens: it is written beside as `path`.new, flushed to the disk, and renamed. The file that was
/// there is copied to the backup, `path`.backup; one that is damaged is set aside as in
/// load_profile. Folders on the way are made. Several processes may save at the same time; the last
/// one counts. Returns what went wrong; with an error, the old file is as it was.
[[nodiscard]] std::vector<Diagnostic> save_profile(const std::string& path, const Profile& profile);

/// Where a game's profiles usually lie: $XDG_CONFIG_HOME/`game`/`player`.toml, or where that is not
/// set to a whole path, ~/.config/... (the XDG base directory convention). Each name has a file of
/// its own: letters, digits, - and what is beyond ASCII stand in the path as they are, a space is
/// written as _, and anything else as %2E is for a full stop; of a name of more than 100 bytes a
/// number tells the rest. Empty where there is no home, or a name is empty.
std::string usual_profile_path(std::string_view game, std::string_view player);

}  // namespace nextmove
