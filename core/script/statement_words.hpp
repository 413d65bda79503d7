// SPDX-License-Identifier: MIT
#pragma once

#include <span>

#include "core/script/statement.hpp"

namespace leap {

/// A statement with a parser of its own: what files, bodies, stances, moves, phases, fixtures and meters are made of.
struct PlainStatementInfo {
    std::string_view word;
    StatementPlace places = StatementPlace::none;  ///< where it may stand; none: a clause that is worth a line of help
    std::string_view usage;
    std::string_view meaning;
};
std::span<const PlainStatementInfo> plain_statements();

/// Words of their clauses.
std::span<const std::string_view> plain_clause_words();

}  // namespace leap
