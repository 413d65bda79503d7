// SPDX-License-Identifier: MIT
#pragma once

#include <set>
#include <string>
#include <string_view>

namespace leap {

/// Lays script text out: two spaces per brace, one space between words, columns for dials that follow each other, at
/// most one empty line. Old words become those of today (see old_words.hpp). Line breaks, comments and meaning stay.
/// Formatting twice changes nothing more; text that doesn't lex comes back as it was.
/// `own`: names that the project's other files declare, which are kept although a sense used to be called so; see
/// own_names().
std::string format(std::string_view text, const std::set<std::string>& own = {});

}  // namespace leap
