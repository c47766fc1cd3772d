// Explanations as the commands give them out.
#pragma once

#include <string>
#include <vector>

#include <nextmove/nextmove.hpp>

/// {"action", "seat", "is_done", "text", "ways": [{"control", "context", "cause",
/// "text", ...}]}
std::string to_json(const nextmove::Explanation& explanation, const nextmove::Seat& seat,
                    const nextmove::Hub& hub);

/// {"control", "device", "outcome", "text", "ways": [...]}
std::string to_json(const nextmove::Trace& trace, const nextmove::Hub& hub);

/// {"t", "seat", "kind", "text", ...}
std::string to_json(const nextmove::StoryEntry& entry, const nextmove::Hub& hub);
/// Its members behind these, without braces.
std::string members_of(const nextmove::StoryEntry& entry, const nextmove::Hub& hub);

/// The name of the cause, or where it is none of a binding, of the outcome: "claimed", "nobodys".
std::string cause_of(const nextmove::StoryEntry& entry);
