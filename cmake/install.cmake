# find_package(NextMove) for the core and the files, find_package(NextMove COMPONENTS sdl2) for the
# adapter as well, and likewise imgui for the remap screen and draw for the pictures.
include(CMakePackageConfigHelpers)

set(package_dir ${CMAKE_INSTALL_LIBDIR}/cmake/NextMove)
write_basic_package_version_file(${PROJECT_BINARY_DIR}/NextMoveConfigVersion.cmake
                                 COMPATIBILITY SameMinorVersion)
install(FILES ${CMAKE_CURRENT_LIST_DIR}/NextMoveConfig.cmake
              ${PROJECT_BINARY_DIR}/NextMoveConfigVersion.cmake
        DESTINATION ${package_dir})
install(FILES ${PROJECT_BINARY_DIR}/include/nextmove/version.hpp
        DESTINATION ${CMAKE_INSTALL_INCLUDEDIR}/nextmove)
install(EXPORT NextMoveTargets NAMESPACE NextMove:: DESTINATION ${package_dir})
if(NEXTMOVE_SDL2)
  install(EXPORT NextMoveSdl2Targets NAMESPACE NextMove:: DESTINATION ${package_dir})
endif()
if(NEXTMOVE_IMGUI)
  install(EXPORT NextMoveImguiTargets NAMESPACE NextMove:: DESTINATION ${package_dir})
endif()
if(NEXTMOVE_XKB)
  install(EXPORT NextMoveXkbTargets NAMESPACE NextMove:: DESTINATION ${package_dir})
endif()
if(NEXTMOVE_DRAW)
  install(EXPORT NextMoveDrawTargets NAMESPACE NextMove:: DESTINATION ${package_dir})
endif()
if(NEXTMOVE_TOOLS)
  install(TARGETS next-move)
endif()
