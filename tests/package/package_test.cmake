# Installs the library, then builds and runs a small project against the installed tree.
include(${CMAKE_CURRENT_LIST_DIR}/run.cmake)

file(REMOVE_RECURSE ${WORK})
run(${CMAKE_COMMAND} --install ${BUILD} --prefix ${WORK}/installed)
run(${CMAKE_COMMAND} -G Ninja -S ${CMAKE_CURRENT_LIST_DIR}/consumer -B ${WORK}/found
  -DCMAKE_CXX_COMPILER=${COMPILER} "-DCMAKE_CXX_FLAGS=${FLAGS}" -DCMAKE_PREFIX_PATH=${WORK}/installed)
run(${CMAKE_COMMAND} --build ${WORK}/found)
run(${WORK}/found/consumer)
if(NOT output STREQUAL "horn sounds\n")
  message(FATAL_ERROR "the consumer printed \"${output}\"")
endif()
run(${WORK}/found/uses_imgui)

# Complaints are told by a release build of the library, however the program itself is built.
if(CONFIG STREQUAL "Release")
  run(${CMAKE_COMMAND} -DCMAKE_BUILD_TYPE=Debug -DNEXTMOVE_COMPLAINTS_TEST=ON ${WORK}/found)
  run(${CMAKE_COMMAND} --build ${WORK}/found --target complaints)
  run(${WORK}/found/complaints --gtest_brief=1)
endif()

# Who compiles without CMake and forgot the standard is told so in one sentence.
execute_process(
  COMMAND ${COMPILER} -std=c++17 -fsyntax-only -I${WORK}/installed/include
          ${CMAKE_CURRENT_LIST_DIR}/consumer/main.cpp
  ERROR_VARIABLE errors RESULT_VARIABLE result)
string(REGEX MATCHALL "error: [^\n]*" told "${errors}")
if(result EQUAL 0 OR NOT told MATCHES "^error: [^;]*Next Move needs C\\+\\+20: compile with -std=c\\+\\+20[^;]*$")
  message(FATAL_ERROR "with C++17 the compiler said:\n${errors}")
endif()
