// The keys of a tuning in a profile file, and the fields they stand for.
#pragma once

#include <array>
#include <optional>
#include <string_view>
#include <utility>

#include <nextmove/profile.hpp>

namespace nextmove::files {

using TuningNumber = std::pair<std::string_view, std::optional<float> Tuning::*>;
using TuningSwitch = std::pair<std::string_view, std::optional<bool> Tuning::*>;

inline constexpr std::array<TuningNumber, 7> tuning_numbers = {{
    {"sensitivity", &Tuning::sensitivity},
    {"dead_zone", &Tuning::dead_zone},
    {"outer_dead_zone", &Tuning::outer_dead_zone},
    {"hold_time", &Tuning::hold_time},
    {"tap_time", &Tuning::tap_time},
    {"repeat_delay", &Tuning::repeat_delay},
    {"repeat_rate", &Tuning::repeat_rate},
}};

inline constexpr std::array<TuningSwitch, 3> tuning_switches = {{
    {"invert_x", &Tuning::invert_x},
    {"invert_y", &Tuning::invert_y},
    {"toggle", &Tuning::toggle},
}};

}  // namespace nextmove::files
