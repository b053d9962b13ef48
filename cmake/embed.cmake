# cmake -DOUT=web.c -DFILES="a.html;b.css" -P embed.cmake: files as C arrays, named after them:
# live_html and live_html_size.
set(text "/* Made by cmake/embed.cmake. */\n#include <stddef.h>\n")
foreach(file ${FILES})
  get_filename_component(name ${file} NAME)
  string(REPLACE "." "_" name ${name})
  file(READ ${file} bytes HEX)
  string(REGEX REPLACE "(..)" "0x\\1," bytes "${bytes}")
  string(APPEND text "extern const unsigned char ${name}[];\nextern const size_t ${name}_size;\n"
    "const unsigned char ${name}[] = {${bytes}};\nconst size_t ${name}_size = sizeof ${name};\n")
endforeach()
file(WRITE ${OUT} "${text}")
