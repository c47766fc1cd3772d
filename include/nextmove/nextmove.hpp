// The whole core at once. The file readers are in <nextmove/files.hpp>, the adapters in their own.
#pragma once

#include <nextmove/action.hpp>
#include <nextmove/area.hpp>
#include <nextmove/binding.hpp>
#include <nextmove/context.hpp>
#include <nextmove/control.hpp>
#include <nextmove/device.hpp>
#include <nextmove/diagnostic.hpp>
#include <nextmove/event.hpp>
#include <nextmove/handlers.hpp>
#include <nextmove/hub.hpp>
#include <nextmove/interceptor.hpp>
#include <nextmove/mute.hpp>
#include <nextmove/nearest.hpp>
#include <nextmove/playbook.hpp>
#include <nextmove/reader.hpp>
#include <nextmove/reading.hpp>
#include <nextmove/recording.hpp>
#include <nextmove/scheme.hpp>
#include <nextmove/seat.hpp>
#include <nextmove/seating.hpp>
#include <nextmove/time.hpp>
#include <nextmove/vec2.hpp>
#include <nextmove/version.hpp>
#include <nextmove/zone.hpp>
