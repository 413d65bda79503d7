// SPDX-License-Identifier: MIT
#pragma once

#include <algorithm>
#include <iterator>
#include <random>
#include <string>

namespace leap::test {

/// Damages a text in one to six places: cuts, insertions, copies, random bytes.
inline std::string mutated(std::string text, std::mt19937& random) {
    static const char* const pieces[] = {"{", "}", "\"", "1e308", "-",  "nan", "..", "m/s^2", "when", "\n",
                                         "[", "]", ",",  "null",  "is", "%",   "0",  "go",    "\xFF", "end"};
    const auto edits = 1 + random() % 6;
    for (std::size_t i = 0; i < edits && !text.empty(); ++i) {
        const std::size_t at = random() % text.size();
        const std::size_t length = std::min<std::size_t>(text.size() - at, random() % 12);
        switch (random() % 5) {
            case 0: text.erase(at, length); break;
            case 1: text.insert(at, pieces[random() % std::size(pieces)]); break;
            case 2: text.insert(at, text.substr(random() % text.size(), length)); break;
            case 3: text[at] = static_cast<char>(random()); break;
            default: text.replace(at, length, pieces[random() % std::size(pieces)]);
        }
    }
    return text;
}

}  // namespace leap::test
