// SPDX-License-Identifier: MIT
#pragma once

#include <string>
#include <string_view>

namespace leap {

/// Lays script text out: two spaces per brace, one space between words, columns for dials that follow each other, at
/// most one empty line. Line breaks, comments and meaning stay. Formatting twice changes nothing more; text that
/// doesn't lex comes back as it was.
std::string format(std::string_view text);

}  // namespace leap
