# What README shows for a library that lies in the game's own folder works as printed: in a debug build,
# with warnings as errors. clang++ takes half the time of g++ here, which shows its warnings elsewhere.
include(${CMAKE_CURRENT_LIST_DIR}/run.cmake)

file(READ ${SOURCE}/README.md readme)
if(NOT readme MATCHES "```cmake\n(set\\(NEXTMOVE_SDL2[^`]*)```")
  message(FATAL_ERROR "README shows no add_subdirectory")
endif()
set(shown "${CMAKE_MATCH_1}")

file(REMOVE_RECURSE ${WORK})
file(MAKE_DIRECTORY ${WORK}/game)
file(CREATE_LINK ${SOURCE} ${WORK}/game/next-move SYMBOLIC)
file(COPY ${CMAKE_CURRENT_LIST_DIR}/consumer/main.cpp ${CMAKE_CURRENT_LIST_DIR}/consumer/own_toml.cpp
  DESTINATION ${WORK}/game)
file(WRITE ${WORK}/game/CMakeLists.txt
     "cmake_minimum_required(VERSION 3.25)\nproject(game LANGUAGES CXX)\nadd_executable(game main.cpp own_toml.cpp)\n${shown}")

# Optimising and symbols for a debugger take half of the time, and say nothing here.
run(${CMAKE_COMMAND} -G Ninja -S ${WORK}/game -B ${WORK}/build -DCMAKE_CXX_COMPILER=clang++
  -DCMAKE_BUILD_TYPE=Debug -DCMAKE_CXX_FLAGS=-O0 -DCMAKE_CXX_FLAGS_DEBUG= -DCMAKE_COMPILE_WARNING_AS_ERROR=ON -DCMAKE_EXPORT_COMPILE_COMMANDS=ON)
run(${CMAKE_COMMAND} --build ${WORK}/build)
run(${WORK}/build/game)
if(NOT output STREQUAL "horn sounds\n")
  message(FATAL_ERROR "the game printed \"${output}\"")
endif()

foreach(unasked tools tests examples src/draw)
  if(EXISTS ${WORK}/build/next-move/${unasked})
    message(FATAL_ERROR "a subdirectory must get the core and the files only, unless it asks")
  endif()
endforeach()

# The core is optimised wherever nothing else is said.
function(expect_core_flag configuration flag)
  run(${CMAKE_COMMAND} -S ${WORK}/game -B ${WORK}/build "-DCMAKE_BUILD_TYPE=${configuration}" ${ARGN})
  file(STRINGS ${WORK}/build/compile_commands.json commands REGEX "command.*src/core")
  if(NOT commands)
    message(FATAL_ERROR "the core is not compiled")
  endif()
  foreach(command IN LISTS commands)
    string(REGEX MATCHALL " -O[^ ]*" levels "${command}")
    if(NOT levels MATCHES " ${flag}$")
      message(FATAL_ERROR "configuration \"${configuration}\": ${flag} is not the last of${levels}")
    endif()
  endforeach()
endfunction()
expect_core_flag("Debug" -O1 -DCMAKE_CXX_FLAGS=)
expect_core_flag("" -O2)
expect_core_flag("Playtest" -O2)
expect_core_flag("Release" "-O[13]")
expect_core_flag("Debug" -O0 -DCMAKE_CXX_FLAGS=-O0)
