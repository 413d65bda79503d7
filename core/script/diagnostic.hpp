// SPDX-License-Identifier: MIT
#pragma once

#include <span>
#include <string>
#include <string_view>
#include <vector>

#include "core/script/messages.hpp"
#include "core/script/source.hpp"

namespace leap {

/// Notes ask for nothing: what is written works as it is.
enum class Severity { error, warning, note };

/// One message about a script: what is wrong, where, and what to try.
struct Diagnostic {
    Severity severity = Severity::error;
    SourceRange range;
    std::string message;
    std::string hint;  ///< what to do; may be empty
    MessageCode code = MessageCode::project;
};

/// More messages than these aren't told at once, and that is told.
inline constexpr std::size_t max_messages = 200;
/// Owners that are based on one another, one by one.
inline constexpr std::size_t max_chain = 16;

using Diagnostics = std::vector<Diagnostic>;

bool has_errors(std::span<const Diagnostic> diagnostics);

/// "error", "warning" or "note".
std::string_view severity_word(Severity severity);

/// "hop.leap:14:21: error E0201: gravity: expected m/s², got m/s" and, when there is a hint, "; " and the hint.
std::string diagnostic_text(const Diagnostic& diagnostic, std::span<const SourceFile> files);

/// The candidate that differs least from `name` (edit distance with swaps of neighbours), or "" when none is near.
std::string nearest_name(std::string_view name, std::span<const std::string> candidates);

}  // namespace leap
