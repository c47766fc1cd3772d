# Installs the library, then builds and runs a small project against the installed tree, and again with
# the library as a subdirectory.
function(run)
  execute_process(COMMAND ${ARGV} COMMAND_ERROR_IS_FATAL ANY OUTPUT_VARIABLE output)
  set(output "${output}" PARENT_SCOPE)
endfunction()

file(REMOVE_RECURSE ${WORK})
run(${CMAKE_COMMAND} --install ${BUILD} --prefix ${WORK}/installed)

set(common -G Ninja -DCMAKE_CXX_COMPILER=${COMPILER} "-DCMAKE_CXX_FLAGS=${FLAGS}"
    -S ${CMAKE_CURRENT_LIST_DIR}/consumer)
run(${CMAKE_COMMAND} ${common} -B ${WORK}/found -DHOW=find_package
    -DCMAKE_PREFIX_PATH=${WORK}/installed)
run(${CMAKE_COMMAND} ${common} -B ${WORK}/within -DHOW=add_subdirectory -DNEXTMOVE_SOURCE=${SOURCE})

foreach(way found within)
  run(${CMAKE_COMMAND} --build ${WORK}/${way})
  run(${WORK}/${way}/consumer)
  if(NOT output STREQUAL "horn sounds\n")
    message(FATAL_ERROR "${way}: the consumer printed \"${output}\"")
  endif()
endforeach()

run(${WORK}/found/uses_imgui)

if(EXISTS ${WORK}/within/nextmove/tools OR EXISTS ${WORK}/within/nextmove/tests)
  message(FATAL_ERROR "a subdirectory must get the core and the files only, unless it asks")
endif()
