// "Did you mean": the known name nearest to a mistyped one.
#pragma once

#include <span>
#include <string>
#include <string_view>

#include <nextmove/standard.hpp>

namespace nextmove {

/// The one of `names` that has the same words in another order ("RightArrow" for "ArrowRight"), or
/// takes the fewest edits (a letter added, dropped, changed or two neighbours swapped, whatever the
/// case) to get from `word`; empty where even that is too far for a slip of the hand. Returns a
/// view of one of `names`. Cost: names times lengths; meant for messages.
std::string_view nearest_name(std::string_view word, std::span<const std::string_view> names);

/// `; did you mean "name"?`, or an empty text where nothing is near.
std::string did_you_mean(std::string_view word, std::span<const std::string_view> names);

}  // namespace nextmove
