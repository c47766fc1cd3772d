// Files: playbooks and profiles in TOML, recordings in JSON Lines (target NextMove::files).
#pragma once

#include <nextmove/families_file.hpp>
#include <nextmove/icon_theme_file.hpp>
#include <nextmove/keeper.hpp>
#include <nextmove/playbook_file.hpp>
#include <nextmove/profile_file.hpp>
#include <nextmove/recording_file.hpp>
