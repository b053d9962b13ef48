# Pemble as a component of ESP-IDF. Set EXTRA_COMPONENT_DIRS, or put the folder below components/.
file(GLOB_RECURSE sources ${CMAKE_CURRENT_LIST_DIR}/../src/*.c)
set(headers ${CMAKE_CURRENT_LIST_DIR}/../include)
if(NOT EXISTS ${headers})
  set(headers "") # in the archive they are in src
endif()
idf_component_register(SRCS ${sources} INCLUDE_DIRS ${headers} ${CMAKE_CURRENT_LIST_DIR}/../src)
