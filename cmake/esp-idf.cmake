# Pemble as a component of ESP-IDF. Set EXTRA_COMPONENT_DIRS, or put the folder below components/.
file(GLOB_RECURSE sources ${CMAKE_CURRENT_LIST_DIR}/../src/*.c)
set(headers ${CMAKE_CURRENT_LIST_DIR}/../include)
if(NOT EXISTS ${headers})
  set(headers "") # in the archive they are in src
endif()
set(port ${CMAKE_CURRENT_LIST_DIR}/../ports/esp-idf)
idf_component_register(SRCS ${sources} ${port}/esp_idf_board.c
  INCLUDE_DIRS ${headers} ${CMAKE_CURRENT_LIST_DIR}/../src ${port} REQUIRES driver)
