# SPDX-License-Identifier: MIT
# The starting projects are data: files that become texts of the program.
set(starting_files
  third-person/project.json
  third-person/runner.leap
  third-person/ground.course.json
  third-person/tapes/first-hop.tape.json
  first-person/project.json
  first-person/visitor.leap
  first-person/hall.course.json
  first-person/tapes/over-the-crate.tape.json
  plane-locked/project.json
  plane-locked/cutout.leap
  plane-locked/alley.course.json
  plane-locked/tapes/over-the-gap.tape.json
  vehicle/project.json
  vehicle/driver.leap
  vehicle/yard.course.json
  vehicle/tapes/over-the-ramp.tape.json
)
set(starting_file_rows "")
foreach(file ${starting_files})
  set(path ${CMAKE_CURRENT_LIST_DIR}/${file})
  set_property(DIRECTORY APPEND PROPERTY CMAKE_CONFIGURE_DEPENDS ${path})
  file(READ ${path} text)
  string(FIND ${file} "/" slash)
  string(SUBSTRING ${file} 0 ${slash} project)
  math(EXPR behind "${slash} + 1")
  string(SUBSTRING ${file} ${behind} -1 within)
  string(APPEND starting_file_rows
    "    StartingFile{\"${project}\", \"${within}\",\n                 R\"file(${text})file\"},\n")
endforeach()
configure_file(${CMAKE_CURRENT_LIST_DIR}/../starting_files.cpp.in starting_files.cpp @ONLY)
