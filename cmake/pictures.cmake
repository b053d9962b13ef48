# The makers of pictures and reels.
pkg_check_modules(JPEG REQUIRED IMPORTED_TARGET libjpeg)
find_package(GIF REQUIRED)
file(GLOB picture_maker_sources CONFIGURE_DEPENDS tools/pictures/*.c)
add_library(pemble-pictures STATIC ${picture_maker_sources})
target_include_directories(pemble-pictures PUBLIC tools/pictures PRIVATE src)
target_link_libraries(pemble-pictures PUBLIC pemble-core
                      PRIVATE PkgConfig::PNG PkgConfig::JPEG GIF::GIF)

# Files of a Linux machine as readers.
add_library(pemble-linux STATIC ports/linux/files.c)
target_include_directories(pemble-linux PUBLIC ports/linux)
target_link_libraries(pemble-linux PUBLIC pemble-core PRIVATE pemble-pictures)

# Draws the demo pictures anew: make pictures.
add_executable(pemble-quay tools/quay/main.c)
target_link_libraries(pemble-quay PRIVATE pemble-core PkgConfig::PNG PkgConfig::JPEG GIF::GIF)
