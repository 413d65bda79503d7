// SPDX-License-Identifier: MIT
#pragma once

#include <set>
#include <span>
#include <string>
#include <string_view>
#include <vector>

#include "core/script/source.hpp"

/// Words that scripts used to be written with. They go on compiling; format() writes what is written today. Statements
/// and clauses have theirs in their own rows (StatementInfo::was, ClauseInfo::was).
namespace leap {

/// What stands in an expression, or in a statement that is not a row of a table.
struct OldWord {
    std::string_view was;
    std::string_view now;
};

/// Senses and functions.
std::span<const OldWord> old_senses();
/// The others: heads of moves, sharing, who may cut. For editors and the reference.
std::span<const OldWord> old_statements();

/// The name of today for a sense or function; a word that is not an old one comes back unchanged.
std::string_view current_sense(std::string_view word);

/// Senses that scripts of one's own may have names like: they came later. Such a name hides the sense.
bool came_later(std::string_view sense);

/// Where an old word is written.
struct OldUse {
    SourceRange range;
    std::string now;     ///< what is written there today
    bool sense = false;  ///< in an expression: only if nothing of the script's own has the old name
};

/// Names that values, counters, probes and memories of scripts have: format() keeps them.
std::set<std::string> own_names(std::span<const SourceFile> files);

}  // namespace leap
