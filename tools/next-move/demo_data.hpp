// The demo's files, as they stand in examples/data.
#pragma once

#include <string_view>

extern const std::string_view demo_playbook;
extern const std::string_view demo_recording;
