# Turns typefaces into C while building.
file(GLOB font_maker_sources CONFIGURE_DEPENDS tools/fonts/*.c)
add_library(pemble-fonts STATIC ${font_maker_sources})
target_include_directories(pemble-fonts PUBLIC tools/fonts PRIVATE src)
target_link_libraries(pemble-fonts PRIVATE PkgConfig::FREETYPE)
add_executable(pemble-bake tools/bake/main.c)
target_link_libraries(pemble-bake PRIVATE pemble-fonts)

# pemble_font(NAME IN LIST [OPTION...]) makes pmb_font_NAME of the file IN, with the options of
# pemble-bake, and appends its C file to LIST.
function(pemble_font name in list)
  set(out ${PROJECT_BINARY_DIR}/fonts/${name}.c)
  file(MAKE_DIRECTORY ${PROJECT_BINARY_DIR}/fonts)
  add_custom_command(OUTPUT ${out} COMMAND pemble-bake ${ARGN} ${in} ${name} ${out}
                     DEPENDS pemble-bake ${in} VERBATIM)
  set(${list} ${${list}} ${out} PARENT_SCOPE)
endfunction()

# Our own typefaces. Jetty is small, so that packing it gains nothing.
set(typefaces ${PROJECT_SOURCE_DIR}/assets/fonts)
pemble_font(jetty ${typefaces}/jetty.bdf font_sources -p)
pemble_font(slipway ${typefaces}/slipway.bdf font_sources -p)
pemble_font(slipway_bold ${typefaces}/slipway-bold.bdf font_sources -p)
foreach(size 8 12 16)
  pemble_font(pennant${size} ${typefaces}/pennant${size}.bdf font_sources)
endforeach()
pemble_font(bollard20 ${typefaces}/bollard20.bdf font_sources)
pemble_font(bollard32 ${typefaces}/bollard32.bdf font_sources)

# Smooth sizes, of the outline font in the Debian package fonts-dejavu-core; its licence is in
# assets/fonts/smooth-LICENSE.txt.
set(outlines /usr/share/fonts/truetype/dejavu/DejaVuSans.ttf)
if(NOT EXISTS ${outlines})
  message(FATAL_ERROR "${outlines} is missing: install the package fonts-dejavu-core")
endif()
foreach(size 12 16 24)
  pemble_font(smooth${size} ${outlines} font_sources -s ${size} -b 4 -l)
endforeach()
