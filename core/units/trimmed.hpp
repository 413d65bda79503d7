// SPDX-License-Identifier: MIT
#pragma once

#include <string_view>

namespace leap {

/// A text without the blanks, tabs and line ends before and behind it.
inline std::string_view trimmed(std::string_view text) {
    constexpr std::string_view blank = " \t\r\n";
    const auto from = text.find_first_not_of(blank);
    if (from == std::string_view::npos) return {};
    return text.substr(from, text.find_last_not_of(blank) - from + 1);
}

}  // namespace leap
