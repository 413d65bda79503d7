# SPDX-License-Identifier: MIT
# Compiler flags every target of the project shares. -ffp-contract=off keeps a trace the same, bit for bit,
# between debug and release builds.
add_library(leap_options INTERFACE)
target_compile_options(leap_options INTERFACE
  -Wall -Wextra -Wpedantic -Wshadow -Wconversion -Werror -ffp-contract=off)
target_include_directories(leap_options INTERFACE ${PROJECT_SOURCE_DIR})
target_compile_definitions(leap_options INTERFACE
  GLM_FORCE_SILENT_WARNINGS GLM_FORCE_EXPLICIT_CTOR)
set(leap_checks -fsanitize=address,undefined -fno-sanitize-recover=all)
if(LEAP_SANITIZE)
  target_compile_options(leap_options INTERFACE -fsanitize=${LEAP_SANITIZE} -fno-sanitize-recover=all
    -D_GLIBCXX_ASSERTIONS  # an optional without a value, an index past the end
    -Wno-maybe-uninitialized)  # what sanitizers put in confuses it: it warns of std::optional where there is nothing
  target_link_options(leap_options INTERFACE -fsanitize=${LEAP_SANITIZE})
endif()
