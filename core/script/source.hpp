// SPDX-License-Identifier: MIT
#pragma once

#include <cstdint>
#include <string>
#include <string_view>
#include <vector>

namespace leap {

/// A half-open range of bytes [begin, end) in one file of a script.
struct SourceRange {
    std::uint32_t file = 0;
    std::uint32_t begin = 0;
    std::uint32_t end = 0;

    friend bool operator==(const SourceRange&, const SourceRange&) = default;
};

/// The smallest range that covers both (same file).
SourceRange joined(SourceRange a, SourceRange b);

/// One file of script text, by the path it is shown under.
struct SourceFile {
    std::string path;
    std::string text;
};

/// Line and column, both from 1; columns count bytes of UTF-8 text.
struct LineColumn {
    std::uint32_t line = 1;
    std::uint32_t column = 1;
};

LineColumn line_column(std::string_view text, std::uint32_t offset);

/// The offset at which a line (from 1) begins; the text's end for lines past it.
std::uint32_t line_begin(std::string_view text, std::uint32_t line);

}  // namespace leap
