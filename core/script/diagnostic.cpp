// SPDX-License-Identifier: MIT
#include "core/script/diagnostic.hpp"

#include <fmt/format.h>

#include <algorithm>

namespace leap {
namespace {

/// Optimal string alignment distance (Levenshtein with transpositions of neighbours).
std::size_t edit_distance(std::string_view a, std::string_view b) {
    std::vector<std::vector<std::size_t>> table(a.size() + 1, std::vector<std::size_t>(b.size() + 1));
    for (std::size_t i = 0; i <= a.size(); ++i) table[i][0] = i;
    for (std::size_t j = 0; j <= b.size(); ++j) table[0][j] = j;
    for (std::size_t i = 1; i <= a.size(); ++i) {
        for (std::size_t j = 1; j <= b.size(); ++j) {
            const std::size_t substitution = table[i - 1][j - 1] + (a[i - 1] == b[j - 1] ? 0 : 1);
            table[i][j] = std::min({table[i - 1][j] + 1, table[i][j - 1] + 1, substitution});
            if (i > 1 && j > 1 && a[i - 1] == b[j - 2] && a[i - 2] == b[j - 1])
                table[i][j] = std::min(table[i][j], table[i - 2][j - 2] + 1);
        }
    }
    return table[a.size()][b.size()];
}

}  // namespace

bool has_errors(std::span<const Diagnostic> diagnostics) {
    return std::any_of(diagnostics.begin(), diagnostics.end(),
                       [](const Diagnostic& d) { return d.severity == Severity::error; });
}

std::string_view severity_word(Severity severity) {
    switch (severity) {
        case Severity::error: return "error";
        case Severity::warning: return "warning";
        case Severity::note: break;
    }
    return "note";
}

std::string diagnostic_text(const Diagnostic& diagnostic, std::span<const SourceFile> files) {
    std::string place;
    if (diagnostic.range.file < files.size()) {
        const SourceFile& file = files[diagnostic.range.file];
        const LineColumn at = line_column(file.text, diagnostic.range.begin);
        place = fmt::format("{}:{}:{}: ", file.path, at.line, at.column);
    }
    std::string text = fmt::format("{}{} {}: {}", place, severity_word(diagnostic.severity), code_text(diagnostic.code),
                                   diagnostic.message);
    if (!diagnostic.hint.empty()) text += "; " + diagnostic.hint;
    return text;
}

std::string nearest_name(std::string_view name, std::span<const std::string> candidates) {
    constexpr std::size_t max_compared = 64;                       // keeps absurd names cheap
    if (name.size() > max_compared || name.size() < 2) return {};  // to one letter any other is near
    const std::size_t tolerated = std::max<std::size_t>(1, name.size() / 3);
    std::size_t best = tolerated + 1;
    std::string found;
    for (const std::string& candidate : candidates) {
        if (candidate.size() > max_compared) continue;
        // Names whose lengths differ by more can't be nearer.
        const std::size_t longer = std::max(name.size(), candidate.size());
        if (longer - std::min(name.size(), candidate.size()) >= best) continue;
        const std::size_t distance = edit_distance(name, candidate);
        if (distance < best) {
            best = distance;
            found = candidate;
        }
    }
    return found;
}

}  // namespace leap
