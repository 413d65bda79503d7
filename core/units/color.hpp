// SPDX-License-Identifier: MIT
#pragma once

#include <cstdint>
#include <optional>
#include <string>
#include <string_view>

namespace leap {

/// "b4863a" as red, green and blue, eight bits each (0xB4863A); nothing when it isn't six hexadecimal digits.
inline std::optional<std::uint32_t> rgb_of_digits(std::string_view digits) {
    constexpr std::size_t wanted = 6;
    if (digits.size() != wanted) return std::nullopt;
    if (digits.find_first_not_of("0123456789abcdefABCDEF") != std::string_view::npos) return std::nullopt;
    return static_cast<std::uint32_t>(std::stoul(std::string(digits), nullptr, 16));
}

}  // namespace leap
