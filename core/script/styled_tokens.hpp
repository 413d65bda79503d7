// SPDX-License-Identifier: MIT
#pragma once

#include <string_view>
#include <vector>

#include "core/script/program.hpp"

namespace leap {

/// What a token is to the eye.
enum class TokenStyle : std::uint8_t { plain, word, number, string, comment, sense, own_name };

struct StyledToken {
    std::uint32_t begin = 0;  ///< bytes
    std::uint32_t end = 0;
    TokenStyle style = TokenStyle::plain;
    friend bool operator==(const StyledToken&, const StyledToken&) = default;
};

/// Every token of a text that isn't plain, in its order. `program`: whose names are the project's own; may be null.
std::vector<StyledToken> styled_tokens(std::string_view text, const Program* program);

}  // namespace leap
