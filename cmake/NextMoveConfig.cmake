include(CMakeFindDependencyMacro)
include("${CMAKE_CURRENT_LIST_DIR}/NextMoveTargets.cmake")

set(NextMove_core_FOUND TRUE)
set(NextMove_files_FOUND TRUE)
if("sdl2" IN_LIST NextMove_FIND_COMPONENTS AND
   EXISTS "${CMAKE_CURRENT_LIST_DIR}/NextMoveSdl2Targets.cmake")
  find_dependency(SDL2)
  include("${CMAKE_CURRENT_LIST_DIR}/NextMoveSdl2Targets.cmake")
  set(NextMove_sdl2_FOUND TRUE)
endif()

if("imgui" IN_LIST NextMove_FIND_COMPONENTS AND
   EXISTS "${CMAKE_CURRENT_LIST_DIR}/NextMoveImguiTargets.cmake")
  find_dependency(PkgConfig)
  pkg_check_modules(IMGUI REQUIRED IMPORTED_TARGET imgui)
  include("${CMAKE_CURRENT_LIST_DIR}/NextMoveImguiTargets.cmake")
  set(NextMove_imgui_FOUND TRUE)
endif()

if("xkb" IN_LIST NextMove_FIND_COMPONENTS AND
   EXISTS "${CMAKE_CURRENT_LIST_DIR}/NextMoveXkbTargets.cmake")
  find_dependency(PkgConfig)
  pkg_check_modules(XKBCOMMON REQUIRED IMPORTED_TARGET xkbcommon)
  include("${CMAKE_CURRENT_LIST_DIR}/NextMoveXkbTargets.cmake")
  set(NextMove_xkb_FOUND TRUE)
endif()

if("draw" IN_LIST NextMove_FIND_COMPONENTS AND
   EXISTS "${CMAKE_CURRENT_LIST_DIR}/NextMoveDrawTargets.cmake")
  find_dependency(PkgConfig)
  pkg_check_modules(CAIRO REQUIRED IMPORTED_TARGET cairo)
  include("${CMAKE_CURRENT_LIST_DIR}/NextMoveDrawTargets.cmake")
  set(NextMove_draw_FOUND TRUE)
endif()

foreach(component IN LISTS NextMove_FIND_COMPONENTS)
  if(NOT NextMove_${component}_FOUND AND NextMove_FIND_REQUIRED_${component})
    set(NextMove_FOUND FALSE)
    set(NextMove_NOT_FOUND_MESSAGE "NextMove was installed without the component ${component}")
  endif()
endforeach()
