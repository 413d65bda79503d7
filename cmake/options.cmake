# SPDX-License-Identifier: MIT
# Compiler flags every target of the project shares. -ffp-contract=off keeps a trace the same, bit for bit,
# between debug and release builds.
add_library(leap_options INTERFACE)
option(LEAP_WARNINGS_ARE_ERRORS "A warning ends the build" ON)
target_compile_options(leap_options INTERFACE
  -Wall -Wextra -Wpedantic -Wshadow -Wconversion -ffp-contract=off)
# For processors with fused multiply-add (-march=native) GCC 12 puts the two halves of a turn, c*x - s*y and s*x + c*y, into
# one instruction that rounds once, whatever -ffp-contract says. It does so only where it makes vectors of numbers.
include(CheckCXXSourceCompiles)
check_cxx_source_compiles("
#if !defined(__FMA__) && !defined(__AVX512F__)
#error
#endif
int main() {}" LEAP_TARGET_HAS_FMA)
if(CMAKE_CXX_COMPILER_ID STREQUAL "GNU" AND LEAP_TARGET_HAS_FMA)
  target_compile_options(leap_options INTERFACE -fno-tree-vectorize)
endif()
if(LEAP_WARNINGS_ARE_ERRORS)
  target_compile_options(leap_options INTERFACE -Werror)
endif()
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

# Many sources are read together as one (CMAKE_UNITY_BUILD_BATCH_SIZE): what they share is compiled once, in half the time.
# Such a heap needs up to 2 GB while g++ never stops to look for memory that it could use again, a tenth of its time. So
# as many compilers as there are cores, but no more than memory has room for.
if(CMAKE_CXX_COMPILER_ID STREQUAL "GNU")
  add_compile_options($<$<COMPILE_LANGUAGE:CXX>:--param=ggc-min-heapsize=1000000> $<$<COMPILE_LANGUAGE:CXX>:--param=ggc-min-expand=200>)
endif()
cmake_host_system_information(RESULT leap_cores QUERY NUMBER_OF_LOGICAL_CORES)
cmake_host_system_information(RESULT leap_free_mb QUERY AVAILABLE_PHYSICAL_MEMORY)
math(EXPR leap_compilers "${leap_free_mb} / 2200")
if(leap_compilers GREATER leap_cores)
  set(leap_compilers ${leap_cores})
elseif(leap_compilers LESS 1)
  set(leap_compilers 1)
endif()
set_property(GLOBAL PROPERTY JOB_POOLS compilers=${leap_compilers})
set(CMAKE_JOB_POOL_COMPILE compilers)
set(CMAKE_JOB_POOL_PRECOMPILE_HEADER compilers)
