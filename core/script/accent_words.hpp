// SPDX-License-Identifier: MIT
#pragma once

#include <span>

#include "core/script/statement.hpp"

namespace leap {

/// What only the eye gets; written behind `accent`.
struct AccentInfo : StatementInfo {
    AccentKind kind = AccentKind::pose;
    void (*take)(Accent& out, const Clauses& clauses) = nullptr;
};

std::span<const AccentInfo> accent_words();

/// As written: "zoom".
std::string_view accent_word(AccentKind kind);
std::optional<AccentKind> accent_named(std::string_view word);

}  // namespace leap
