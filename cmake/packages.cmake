# The libraries that the host tools stand on; packages.debian lists their packages.
find_package(PkgConfig REQUIRED)
pkg_check_modules(PNG REQUIRED IMPORTED_TARGET libpng)
pkg_check_modules(POPT REQUIRED IMPORTED_TARGET popt)
pkg_check_modules(INIH REQUIRED IMPORTED_TARGET inih)
pkg_check_modules(CJSON REQUIRED IMPORTED_TARGET libcjson)
pkg_check_modules(FREETYPE REQUIRED IMPORTED_TARGET freetype2)
pkg_check_modules(CMOCKA REQUIRED IMPORTED_TARGET cmocka)
