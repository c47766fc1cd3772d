// Files that a command reads. Other than the library's loaders, which refuse what might never end,
// these read pipes too: `next-move check <(...)`. An icon theme is none of them: its paths count
// from its folder.
#pragma once

#include <string>

#include <nextmove/files.hpp>

nextmove::Result<nextmove::Playbook> read_playbook_file(const std::string& path);
nextmove::Result<nextmove::Recording> read_recording_file(const std::string& path);
nextmove::Result<nextmove::Profile> read_profile_file(const std::string& path);
nextmove::Result<nextmove::Families> read_families_file(const std::string& path);
