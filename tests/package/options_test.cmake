# Every option can be switched off by itself: the project is configured, or one sentence says why not.
file(REMOVE_RECURSE ${WORK})

# configure(folder option ...): what it said stands in ${said}, and whether it worked in ${worked}.
function(configure folder)
  execute_process(
    COMMAND ${CMAKE_COMMAND} -G Ninja -S ${SOURCE} -B ${WORK}/${folder} -DCMAKE_CXX_COMPILER=${COMPILER}
            ${ARGN}
    OUTPUT_VARIABLE said ERROR_VARIABLE said RESULT_VARIABLE result)
  string(REGEX REPLACE "[ \n]+" " " said "${said}")
  set(said "${said}" PARENT_SCOPE)
  if(result EQUAL 0)
    set(worked TRUE PARENT_SCOPE)
  else()
    set(worked FALSE PARENT_SCOPE)
  endif()
endfunction()

function(expect_said sentence)
  string(FIND "${said}" "${sentence}" at)
  if(at EQUAL -1)
    message(SEND_ERROR "\"${sentence}\" was not said, but:\n${said}")
  endif()
endfunction()

foreach(option SDL2 IMGUI XKB DRAW TOOLS EXAMPLES INSTALL TESTS BENCH)
  set(others)
  if(option STREQUAL "XKB" OR option STREQUAL "DRAW")
    configure(without_${option} -DNEXTMOVE_${option}=OFF)
    expect_said("NEXTMOVE_TOOLS needs NEXTMOVE_DRAW and NEXTMOVE_XKB: switch them on, or NEXTMOVE_TOOLS off.")
    if(worked)
      message(SEND_ERROR "the tools were configured without what they need")
    endif()
    set(others -DNEXTMOVE_TOOLS=OFF)
  endif()
  # In the same folder: what was said first does not spoil the next try.
  configure(without_${option} -DNEXTMOVE_TESTS=ON -DNEXTMOVE_BENCH=ON -DNEXTMOVE_${option}=OFF ${others})
  if(NOT worked)
    message(SEND_ERROR "without ${option} nothing is configured:\n${said}")
  endif()
endforeach()
configure(without_SDL2)
expect_said("Tidewater is left out: it needs NEXTMOVE_SDL2, NEXTMOVE_IMGUI and NEXTMOVE_DRAW")

configure(plain)
expect_said("CMAKE_BUILD_TYPE was not given, so this is a Release build")

# A package that is missing is named, with what to do.
configure(lacking -DCMAKE_DISABLE_FIND_PACKAGE_SDL2=ON)
expect_said("NEXTMOVE_SDL2 needs SDL2: install it (Debian's package libsdl2-dev), or switch it off with -DNEXTMOVE_SDL2=OFF.")
configure(lacking -DCMAKE_DISABLE_FIND_PACKAGE_SDL2=OFF)
if(NOT worked)
  message(SEND_ERROR "a package that was missing once is missed for ever:\n${said}")
endif()
