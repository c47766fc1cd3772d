# What all targets of the project have in common.

# Sources are compiled in batches: each batch reads the standard library's headers once, which takes
# a third of the time. -DCMAKE_UNITY_BUILD=OFF compiles each source by itself.
if(NOT DEFINED CMAKE_UNITY_BUILD)
  set(CMAKE_UNITY_BUILD ON)
endif()

function(nextmove_common target)
  target_compile_features(${target} PUBLIC cxx_std_20)
  set_target_properties(${target} PROPERTIES CXX_EXTENSIONS OFF UNITY_BUILD_BATCH_SIZE 12
    UNITY_BUILD_CODE_BEFORE_INCLUDE "// NOLINTNEXTLINE(bugprone-suspicious-include)")
  target_compile_options(${target} PRIVATE -Wall -Wextra -Wpedantic -Wconversion -Wshadow)
  # g++ 12 sees overlapping copies in plain additions of strings.
  target_compile_options(${target} PRIVATE $<$<CXX_COMPILER_ID:GNU>:-Wno-restrict>)
  # Nobody puts another function in the place of one of ours, so g++ may inline it, as clang++ does.
  target_compile_options(${target} PRIVATE $<$<CXX_COMPILER_ID:GNU>:-fno-semantic-interposition>)
  # g++ saves a tenth of its time where it collects no garbage, and takes 1.5 GB for the largest batch.
  if(NEXTMOVE_COMPILES_ONCE)
    target_compile_options(${target} PRIVATE
      $<$<CXX_COMPILER_ID:GNU>:--param=ggc-min-heapsize=800000>)
  endif()
endfunction()

# Nobody waits for what this target does, but everybody for its compiler.
function(nextmove_unhurried target)
  target_compile_options(${target} PRIVATE $<$<CONFIG:Release>:-O1>)
endfunction()

# nextmove_library(name INCLUDE folder [EXPORT set]): the target NextMove::name, still without
# sources.
function(nextmove_library name)
  cmake_parse_arguments(PARSE_ARGV 1 arg "" "EXPORT;INCLUDE" "")
  set(target nextmove_${name})
  add_library(${target} STATIC)
  add_library(NextMove::${name} ALIAS ${target})
  set_target_properties(${target} PROPERTIES EXPORT_NAME ${name} POSITION_INDEPENDENT_CODE ON)
  target_include_directories(${target} PUBLIC
    $<BUILD_INTERFACE:${arg_INCLUDE}> $<INSTALL_INTERFACE:${CMAKE_INSTALL_INCLUDEDIR}>)
  nextmove_common(${target})
  if(NEXTMOVE_INSTALL)
    install(TARGETS ${target} EXPORT ${arg_EXPORT} ARCHIVE DESTINATION ${CMAKE_INSTALL_LIBDIR})
    install(DIRECTORY ${arg_INCLUDE}/ DESTINATION ${CMAKE_INSTALL_INCLUDEDIR}
            FILES_MATCHING PATTERN "*.hpp" PATTERN "*.inc")
  endif()
endfunction()

# nextmove_batch(target batch[/part] sources ...): sources that are compiled together. A Debug build
# of the project itself keeps the parts of a batch apart, so that a change compiles little; elsewhere,
# and where NEXTMOVE_COMPILES_ONCE says that nothing will change, the whole batch is quicker.
function(nextmove_batch target batch)
  if(CMAKE_BUILD_TYPE STREQUAL "Debug" AND PROJECT_IS_TOP_LEVEL AND NOT NEXTMOVE_COMPILES_ONCE)
    string(REPLACE "/" "_" group ${batch})
  else()
    string(REGEX REPLACE "/.*" "" group ${batch})
  endif()
  list(TRANSFORM ARGN PREPEND ${CMAKE_CURRENT_SOURCE_DIR}/ OUTPUT_VARIABLE sources)
  target_sources(${target} PRIVATE ${sources})
  set_target_properties(${target} PROPERTIES UNITY_BUILD_MODE GROUP)
  set_source_files_properties(${sources} TARGET_DIRECTORY ${target} PROPERTIES UNITY_GROUP ${group})
endfunction()

# nextmove_need(package debian [option]): a package found by CMake, or one sentence on what to do.
macro(nextmove_need package debian)
  find_package(${package} QUIET)
  if(NOT ${package}_FOUND)
    nextmove_lacks(${package} ${debian} ${ARGN})
  endif()
endmacro()

# nextmove_need_pkg(prefix module debian [option]): the same for pkg-config; gives PkgConfig::prefix.
macro(nextmove_need_pkg prefix module debian)
  nextmove_need(PkgConfig pkg-config ${ARGN})
  if(CMAKE_FIND_PACKAGE_TARGETS_GLOBAL)
    pkg_check_modules(${prefix} QUIET IMPORTED_TARGET GLOBAL ${module})
  else()
    pkg_check_modules(${prefix} QUIET IMPORTED_TARGET ${module})
  endif()
  if(NOT ${prefix}_FOUND)
    nextmove_lacks(${module} ${debian} ${ARGN})
  endif()
endmacro()

function(nextmove_lacks what debian)
  set(who "Next Move")
  if(ARGC GREATER 2)
    set(who ${ARGV2})
    set(or ", or switch it off with -D${who}=OFF")
  endif()
  message(FATAL_ERROR "${who} needs ${what}: install it (Debian's package ${debian})${or}.")
endfunction()
