// The form of playbooks as a JSON Schema, with which editors complete and check TOML as people type
// (NextMove::files).
#pragma once

#include <string>

#include <nextmove/standard.hpp>

namespace nextmove {

/// A JSON Schema, draft 7, as indented JSON. It knows the form: keys, types, names of controls.
/// What the parts of a playbook mean together is checked by load_playbook alone.
std::string playbook_schema();

}  // namespace nextmove
