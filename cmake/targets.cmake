# How targets are made. Flags stay on targets: a project that includes this one keeps its own.

set(own_warnings -Wall -Wextra -Wpedantic -Wconversion -Wshadow -Wstrict-prototypes -Wvla -Wundef -Werror)

# pemble_flags(TARGET): C11, and for work on Pemble itself its warnings.
function(pemble_flags target)
  set_target_properties(${target} PROPERTIES C_STANDARD 11 C_STANDARD_REQUIRED ON C_EXTENSIONS OFF)
  if(CMAKE_SYSTEM_PROCESSOR MATCHES "^avr")
    set_target_properties(${target} PROPERTIES C_EXTENSIONS ON) # __flash is one
  endif()
  if(PEMBLE_STRICT)
    target_compile_options(${target} PRIVATE $<$<COMPILE_LANGUAGE:C>:${own_warnings}>)
  endif()
  if(CMAKE_C_COMPILER_ID MATCHES "GNU|Clang")
    # What a program does not name is then left out when it is linked with --gc-sections.
    target_compile_options(${target} PRIVATE -ffunction-sections -fdata-sections)
  endif()
endfunction()

# pemble_library(NAME FILE SOURCE...) makes the static library libFILE.a as pemble-NAME and
# Pemble::NAME, and with PEMBLE_SHARED also libFILE.so as pemble-NAME-shared and
# Pemble::NAME-shared. NAME_targets lists them.
function(pemble_library name file)
  add_library(pemble-${name} STATIC ${ARGN})
  set(targets pemble-${name})
  if(PEMBLE_SHARED)
    add_library(pemble-${name}-shared SHARED ${ARGN})
    list(APPEND targets pemble-${name}-shared)
    # Before 1.0 each minor version may change the binary interface.
    set_target_properties(pemble-${name}-shared PROPERTIES VERSION ${PROJECT_VERSION}
      SOVERSION ${PROJECT_VERSION_MAJOR}.${PROJECT_VERSION_MINOR})
  endif()
  foreach(target ${targets})
    pemble_flags(${target})
    string(REPLACE pemble- "" exported ${target})
    set_target_properties(${target} PROPERTIES OUTPUT_NAME ${file} EXPORT_NAME ${exported})
    add_library(Pemble::${exported} ALIAS ${target})
  endforeach()
  set(${name}_targets ${targets} PARENT_SCOPE)
endfunction()

# pemble_hardened(TARGET...): what reads files of strangers is compiled and linked so that fewer
# mistakes can be used: sizes of library calls are checked, stacks are guarded, tables of the linker
# are read only. Whether addresses are random is the compiler's choice; on Debian they are. Builds
# without optimisation, or with a sanitizer, go without.
function(pemble_hardened)
  foreach(target ${ARGN})
    if(CMAKE_BUILD_TYPE MATCHES "Rel" AND CMAKE_C_COMPILER_ID MATCHES "GNU|Clang" AND NOT APPLE)
      target_compile_options(${target} PRIVATE -U_FORTIFY_SOURCE -D_FORTIFY_SOURCE=3 -fstack-protector-strong)
      get_target_property(type ${target} TYPE)
      if(type STREQUAL "EXECUTABLE")
        target_link_options(${target} PRIVATE -Wl,-z,relro,-z,now)
      endif()
    endif()
  endforeach()
endfunction()

# pemble_program(TARGET SOURCE...) makes a program for this machine.
function(pemble_program target)
  add_executable(${target} ${ARGN})
  pemble_flags(${target})
  target_compile_definitions(${target} PRIVATE _POSIX_C_SOURCE=200809L)
  set_target_properties(${target} PROPERTIES RUNTIME_OUTPUT_DIRECTORY ${PROJECT_BINARY_DIR})
endfunction()

# pemble_parts(TARGET SOURCE...) makes a library that is not installed.
function(pemble_parts target)
  add_library(${target} STATIC ${ARGN})
  pemble_flags(${target})
  target_compile_definitions(${target} PRIVATE _POSIX_C_SOURCE=200809L)
endfunction()

# pemble_needs(WHY PACKAGE LIBRARY...) finds libraries by pkg-config, as targets PkgConfig::LIBRARY.
function(pemble_needs why)
  find_package(PkgConfig REQUIRED)
  foreach(library ${ARGN})
    string(TOUPPER ${library} name)
    string(REGEX REPLACE "[^A-Z]" "" name ${name})
    pkg_check_modules(${name} IMPORTED_TARGET GLOBAL ${library})
    if(NOT ${name}_FOUND)
      message(FATAL_ERROR "${why} needs ${library}, which pkg-config does not find. "
        "On Debian, tools/install-packages.sh installs it.")
    endif()
  endforeach()
endfunction()
