// SPDX-License-Identifier: MIT
#pragma once

#include <string>
#include <string_view>
#include <vector>

/// Comma-separated values (RFC 4180).
namespace leap {

/// A field, in quotes where it needs them.
inline std::string csv_field(std::string_view text) {
    if (text.find_first_of(",\"\n\r") == std::string_view::npos) return std::string(text);
    std::string out = "\"";
    for (const char c : text) {
        if (c == '"') out += c;
        out += c;
    }
    out += '"';
    return out;
}

/// The fields of one line, as they were before they were quoted.
inline std::vector<std::string> csv_fields(std::string_view line) {
    std::vector<std::string> out(1);
    bool quoted = false;
    for (std::size_t i = 0; i < line.size(); ++i) {
        const char c = line[i];
        if (quoted) {
            if (c != '"') {
                out.back() += c;
            } else if (i + 1 < line.size() && line[i + 1] == '"') {
                out.back() += line[++i];
            } else {
                quoted = false;
            }
        } else if (c == '"') {
            quoted = true;
        } else if (c == ',') {
            out.emplace_back();
        } else {
            out.back() += c;
        }
    }
    return out;
}

}  // namespace leap
