// SPDX-License-Identifier: MIT
#include "core/script/source.hpp"

#include <algorithm>

namespace leap {

SourceRange joined(SourceRange a, SourceRange b) {
    return {a.file, std::min(a.begin, b.begin), std::max(a.end, b.end)};
}

LineColumn line_column(std::string_view text, std::uint32_t offset) {
    const std::string_view before = text.substr(0, std::min<std::size_t>(offset, text.size()));
    const auto line = static_cast<std::uint32_t>(std::count(before.begin(), before.end(), '\n')) + 1;
    const std::size_t last_break = before.rfind('\n');
    const std::size_t start = last_break == std::string_view::npos ? 0 : last_break + 1;
    return {line, static_cast<std::uint32_t>(before.size() - start) + 1};
}

std::uint32_t line_begin(std::string_view text, std::uint32_t line) {
    std::size_t at = 0;
    for (std::uint32_t i = 1; i < line; ++i) {
        at = text.find('\n', at);
        if (at == std::string_view::npos) return static_cast<std::uint32_t>(text.size());
        ++at;
    }
    return static_cast<std::uint32_t>(at);
}

}  // namespace leap
