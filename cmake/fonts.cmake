# Turns assets/fonts/NAME.bdf into C while building.
file(GLOB font_maker_sources CONFIGURE_DEPENDS tools/fonts/*.c)
add_library(pemble-fonts STATIC ${font_maker_sources})
target_include_directories(pemble-fonts PUBLIC tools/fonts)
target_link_libraries(pemble-fonts PRIVATE PkgConfig::FREETYPE)
add_executable(pemble-bake tools/bake/main.c)
target_link_libraries(pemble-bake PRIVATE pemble-fonts)

# pemble_font(NAME LIST) appends the C file of the font to LIST.
function(pemble_font name list)
  set(in ${PROJECT_SOURCE_DIR}/assets/fonts/${name}.bdf)
  set(out ${PROJECT_BINARY_DIR}/fonts/${name}.c)
  file(MAKE_DIRECTORY ${PROJECT_BINARY_DIR}/fonts)
  add_custom_command(OUTPUT ${out} COMMAND pemble-bake ${in} ${name} ${out}
                     DEPENDS pemble-bake ${in} VERBATIM)
  set(${list} ${${list}} ${out} PARENT_SCOPE)
endfunction()
