// SPDX-License-Identifier: MIT
#pragma once

#include <optional>
#include <string>
#include <tl/expected.hpp>
#include <vector>

#include "core/script/program.hpp"

namespace leap {

/// Where the name at a byte of a file is declared; nothing where no name of the project stands. A caret right behind a
/// name counts as on it.
std::optional<SourceRange> declaration_at(const Program& program, std::uint32_t file, std::uint32_t offset);

/// Where the name of a phase stands in its own declaration.
SourceRange name_of(const Program& program, const Phase& phase);

/// Every place that says the name declared there, in the order of the text. Declarations that one place means together
/// (a base's dial and the one that replaces it) count as one name.
std::vector<SourceRange> places_of(const Program& program, SourceRange declared);

/// The files with a name replaced everywhere it is meant, and nowhere else. Says why not when the new name can't be
/// used, or when some place would then mean something else than before.
tl::expected<std::vector<SourceFile>, std::string> renamed(const Program& program, SourceRange declared,
                                                           const std::string& name);

}  // namespace leap
