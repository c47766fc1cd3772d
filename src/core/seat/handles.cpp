#include "seat/handles.hpp"

#include <algorithm>

#include <nextmove/complaint.hpp>

#include "base/shown.hpp"

namespace nextmove::core {

ActionId Handles::find_slowly(std::uint32_t hash, ActionKind kind, std::string_view call) const {
  if (const auto found = common_.playbook.data().actions.find(hash)) return *found;
  if (told_.add(hash)) {
    complain(ComplaintKind::unknown_handle, call, what_is_wrong(hash, kind));
  }
  return ActionId::none;
}

std::string Handles::what_is_wrong(std::uint32_t hash, ActionKind kind) const {
  const std::string name{to_string(kind)};
  const std::string handle = (kind == ActionKind::axis ? "an " : "a ") + name;
  const std::string wrong =
      hash == 0 ? "was given an empty handle, of " + handle
                : "was given the handle of " + handle + " that the playbook does not have";
  const auto actions = common_.playbook.actions();
  const auto example = std::find_if(actions.begin(), actions.end(),
                                    [&](const ActionDefinition& it) { return it.kind == kind; });
  if (example == actions.end()) return wrong + "; it has none at all";
  return wrong + "; get one as in playbook." + name + '(' + quoted(example->name) + ')';
}

}  // namespace nextmove::core
