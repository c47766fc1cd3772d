# No test leaves a file in its temporary folder.
file(GLOB_RECURSE left LIST_DIRECTORIES true RELATIVE ${FOLDER} ${FOLDER}/*/*)
if(left)
  file(GLOB folders ${FOLDER}/*/*)
  file(REMOVE_RECURSE ${folders})
  message(FATAL_ERROR "left by tests: ${left}")
endif()
