// SPDX-License-Identifier: MIT
#pragma once

#include "core/script/diagnostic.hpp"
#include "core/script/old_words.hpp"
#include "core/script/syntax.hpp"

namespace leap {

struct ParseOutput {
    syntax::File file;
    Diagnostics diagnostics;
    std::vector<OldUse> old_words;
};

/// Reads one file of script text. After an error the parser goes on at the next statement, so one mistake gives one
/// message; the tree then lacks the faulty statement.
ParseOutput parse(std::string_view text, std::uint32_t file);

}  // namespace leap
