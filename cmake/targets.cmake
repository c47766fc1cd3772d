# What all targets of the project have in common.

function(nextmove_common target)
  target_compile_features(${target} PUBLIC cxx_std_20)
  set_target_properties(${target} PROPERTIES CXX_EXTENSIONS OFF)
  target_compile_options(${target} PRIVATE -Wall -Wextra -Wpedantic -Wconversion -Wshadow)
  # g++ 12 sees overlapping copies in plain additions of strings.
  target_compile_options(${target} PRIVATE $<$<CXX_COMPILER_ID:GNU>:-Wno-restrict>)
  # Nobody puts another function in the place of one of ours, so g++ may inline it, as clang++ does.
  target_compile_options(${target} PRIVATE $<$<CXX_COMPILER_ID:GNU>:-fno-semantic-interposition>)
endfunction()

# nextmove_library(name [EXPORT set] SOURCES ... INCLUDE folder): the target NextMove::name.
function(nextmove_library name)
  cmake_parse_arguments(PARSE_ARGV 1 arg "" "EXPORT;INCLUDE" "SOURCES")
  set(target nextmove_${name})
  add_library(${target} STATIC ${arg_SOURCES})
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
