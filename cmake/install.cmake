# cmake --install: the libraries with their headers, a CMake package, files for pkg-config, and the
# command with its manual pages, completion and demo data.
include(CMakePackageConfigHelpers)

install(DIRECTORY ${headers}/pemble DESTINATION ${CMAKE_INSTALL_INCLUDEDIR} FILES_MATCHING PATTERN *.h)
set(installed ${core_targets})
if(PEMBLE_BENCH)
  install(DIRECTORY ports/sim/include/pemble DESTINATION ${CMAKE_INSTALL_INCLUDEDIR} FILES_MATCHING PATTERN *.h)
  list(APPEND installed ${bench_targets})
endif()
if(PEMBLE_LINUX)
  install(DIRECTORY ports/linux/include/pemble DESTINATION ${CMAKE_INSTALL_INCLUDEDIR} FILES_MATCHING PATTERN *.h)
  list(APPEND installed ${linux_targets})
endif()
install(TARGETS ${installed} EXPORT pemble-targets
  ARCHIVE DESTINATION ${CMAKE_INSTALL_LIBDIR} LIBRARY DESTINATION ${CMAKE_INSTALL_LIBDIR}
  RUNTIME DESTINATION ${CMAKE_INSTALL_BINDIR})

set(package ${CMAKE_INSTALL_LIBDIR}/cmake/Pemble)
install(EXPORT pemble-targets NAMESPACE Pemble:: DESTINATION ${package})
configure_package_config_file(cmake/PembleConfig.cmake.in ${PROJECT_BINARY_DIR}/PembleConfig.cmake
  INSTALL_DESTINATION ${package})
write_basic_package_version_file(${PROJECT_BINARY_DIR}/PembleConfigVersion.cmake
  COMPATIBILITY SameMinorVersion)
install(FILES ${PROJECT_BINARY_DIR}/PembleConfig.cmake ${PROJECT_BINARY_DIR}/PembleConfigVersion.cmake
  DESTINATION ${package})

# pkg-config: what a program that includes the headers must define.
string(REPLACE ";" " -D" options_flags "${PEMBLE_OPTIONS}")
if(options_flags)
  string(PREPEND options_flags "-D")
endif()
# They find their prefix from where they lie, so that `cmake --install --prefix` may choose it.
file(RELATIVE_PATH up_from_pkgconfig ${CMAKE_INSTALL_PREFIX}/${CMAKE_INSTALL_LIBDIR}/pkgconfig
  ${CMAKE_INSTALL_PREFIX})
configure_file(cmake/pemble.pc.in ${PROJECT_BINARY_DIR}/pemble.pc @ONLY)
install(FILES ${PROJECT_BINARY_DIR}/pemble.pc DESTINATION ${CMAKE_INSTALL_LIBDIR}/pkgconfig)
if(PEMBLE_BENCH)
  configure_file(cmake/pemble-bench.pc.in ${PROJECT_BINARY_DIR}/pemble-bench.pc @ONLY)
  install(FILES ${PROJECT_BINARY_DIR}/pemble-bench.pc DESTINATION ${CMAKE_INSTALL_LIBDIR}/pkgconfig)
endif()

if(PEMBLE_LINUX)
  configure_file(cmake/pemble-linux.pc.in ${PROJECT_BINARY_DIR}/pemble-linux.pc @ONLY)
  install(FILES ${PROJECT_BINARY_DIR}/pemble-linux.pc DESTINATION ${CMAKE_INSTALL_LIBDIR}/pkgconfig)
endif()

install(FILES LICENSE assets/fonts/smooth-LICENSE.txt DESTINATION ${CMAKE_INSTALL_DOCDIR})
if(PEMBLE_COMMAND)
  install(TARGETS pemble DESTINATION ${CMAKE_INSTALL_BINDIR})
  if(PEMBLE_LIVE)
    install(TARGETS pemble-live DESTINATION ${CMAKE_INSTALL_BINDIR})
  endif()
  file(GLOB manual CONFIGURE_DEPENDS docs/man/*.1)
  install(FILES ${manual} DESTINATION ${CMAKE_INSTALL_MANDIR}/man1)
  install(FILES tools/completion/pemble DESTINATION ${CMAKE_INSTALL_DATADIR}/bash-completion/completions)
  install(DIRECTORY assets/quay DESTINATION ${CMAKE_INSTALL_DATADIR}/pemble)
  file(GLOB notes CONFIGURE_DEPENDS docs/controllers/*.md)
  install(FILES ${notes} DESTINATION ${CMAKE_INSTALL_DATADIR}/pemble/controllers)
endif()
