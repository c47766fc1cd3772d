# What clang-tidy reads together. It looks through the headers of the standard library again for every
# batch, so whole parts of the project are one batch each: nothing here is ever built.

# Several programs in one batch: each main gets a name of its own.
file(CONFIGURE OUTPUT many_mains.hpp CONTENT [[
#pragma once
#define NEXTMOVE_JOINED(name, number) name##_##number
#define NEXTMOVE_NUMBERED(name, number) NEXTMOVE_JOINED(name, number)
#define main NEXTMOVE_NUMBERED(main, __COUNTER__)
]])

# nextmove_read_together(name targets ...): the sources of these targets as a single batch.
function(nextmove_read_together name)
  add_library(${name} OBJECT EXCLUDE_FROM_ALL)
  nextmove_common(${name})
  set_target_properties(${name} PROPERTIES UNITY_BUILD ON UNITY_BUILD_BATCH_SIZE 0)
  target_compile_options(${name} PRIVATE -include ${CMAKE_CURRENT_BINARY_DIR}/many_mains.hpp)
  foreach(target IN LISTS ARGN)
    set_target_properties(${target} PROPERTIES EXPORT_COMPILE_COMMANDS OFF)
    get_target_property(folder ${target} SOURCE_DIR)
    get_target_property(sources ${target} SOURCES)
    list(TRANSFORM sources PREPEND ${folder}/ REGEX "^[a-z0-9_]+\\.cpp$")
    list(FILTER sources INCLUDE REGEX "^/.*\\.cpp$")
    target_sources(${name} PRIVATE ${sources})
    foreach(property INCLUDE_DIRECTORIES COMPILE_DEFINITIONS LINK_LIBRARIES)
      get_target_property(${property} ${target} ${property})
      if(NOT ${property})
        set(${property})
      endif()
    endforeach()
    target_include_directories(${name} PRIVATE ${INCLUDE_DIRECTORIES})
    target_compile_definitions(${name} PRIVATE ${COMPILE_DEFINITIONS})
    target_link_libraries(${name} PRIVATE ${LINK_LIBRARIES})
  endforeach()
endfunction()

nextmove_read_together(read_core nextmove_core nextmove_core_at_leisure)
nextmove_read_together(read_files nextmove_files)
# The parser of the command line is the dearest of all headers here: who uses it is in one batch.
nextmove_read_together(read_programs
  next-move tidewater tidewater_game nextmove_draw nextmove_sdl2 nextmove_imgui nextmove_xkb
  couch_lobby couch_drop_out couch_swap couch_one_keyboard first_steps prompts remap_menu)
