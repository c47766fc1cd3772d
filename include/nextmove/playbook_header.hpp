// A playbook's handles as C++ constants, so that a misspelt action does not compile
// (NextMove::files).
#pragma once

#include <string>
#include <string_view>

#include <nextmove/playbook.hpp>

namespace nextmove {

/// The text of a C++ header with a constant for every action, scheme, context and mute of
/// `playbook`, in the namespaces actions, schemes, contexts and mutes of `name_space`, and a
/// function misfits(playbook) that says in sentences which of them a playbook that was loaded does
/// not have. The constants know their names: a playbook in another order, or with more in it, does
/// them no harm. `made_from` is named in a comment. A name that C++ keeps for itself gets a
/// trailing underscore.
std::string to_header(const Playbook& playbook, std::string_view name_space,
                      std::string_view made_from);

/// `title` as the name of a namespace: "Two Tugs" becomes two_tugs.
std::string namespace_for(std::string_view title);

}  // namespace nextmove
