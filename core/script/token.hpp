// SPDX-License-Identifier: MIT
#pragma once

#include <string>
#include <string_view>
#include <vector>

#include "core/script/diagnostic.hpp"

namespace leap {

enum class TokenKind { name, number, string, symbol, comment, end };

/// One token of script text. Comments are tokens too, so that the formatter keeps them; the parser skips them.
struct Token {
    TokenKind kind = TokenKind::end;
    SourceRange range;
    std::string_view text;  ///< as written; strings with their quotes. Views the source text.
    double number = 0.0;    ///< for numbers
    bool first_on_line = false;
    bool glued = false;    ///< no white space before it
    int lines_before = 0;  ///< line breaks between the token before and this one
};

struct LexOutput {
    std::vector<Token> tokens;  ///< always closed by one `end` token
    Diagnostics diagnostics;
};

/// Splits text into tokens; `text` must outlive them. Characters that start no token give one message each run of them.
LexOutput lex(std::string_view text, std::uint32_t file);

}  // namespace leap
