// SPDX-License-Identifier: MIT
#pragma once

#include <string>
#include <string_view>

namespace leap {

/// Text for XML and HTML, between tags and in attributes. Control characters, which neither can hold, are left out.
inline std::string escaped(std::string_view text) {
    std::string out;
    for (const char c : text) {
        switch (c) {
            case '<': out += "&lt;"; break;
            case '>': out += "&gt;"; break;
            case '&': out += "&amp;"; break;
            case '"': out += "&quot;"; break;
            default:
                if (static_cast<unsigned char>(c) >= 0x20 || c == '\n' || c == '\t') out += c;
        }
    }
    return out;
}

}  // namespace leap
