// SPDX-License-Identifier: MIT
#pragma once

#include <string>

#include "core/script/program.hpp"

namespace leap {

/// What a script says in a range, on one line: what stands over several is one statement all the same.
inline std::string text_in(const Program& program, const SourceRange& range) {
    if (range.file >= program.files.size()) return {};
    std::string out;
    for (const char c : program.files[range.file].text.substr(range.begin, range.end - range.begin)) {
        const bool space = c == ' ' || c == '\n' || c == '\r' || c == '\t';
        if (!space) out += c;
        if (space && !out.empty() && out.back() != ' ') out += ' ';
    }
    while (!out.empty() && out.back() == ' ') out.pop_back();
    return out;
}

/// Where a way leads: a phase, or the end.
inline std::string target_of(const Machine& machine, const Transition& way) {
    return way.to ? machine.phases[way.to].name : (way.fails ? "failed" : "ended");
}

}  // namespace leap
