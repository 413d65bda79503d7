// SPDX-License-Identifier: MIT
#pragma once

#include <string>
#include <tl/expected.hpp>
#include <vector>

#include "core/script/program.hpp"

/// Changes of a move's phases and ways, made in its text. Each gives all files of the program with those changed that
/// had to be, or a sentence that says why not: a name that can't be used, text that doesn't compile, a phase that
/// something else speaks of. Nothing but the place in question is touched.
namespace leap {

using EditedFiles = tl::expected<std::vector<SourceFile>, std::string>;

struct PhasePlace {
    MachineId machine;
    std::size_t phase = 0;
};

/// A new phase behind another one. It lasts a fifth of a second and then goes on to the one behind it.
EditedFiles with_phase_added(const Program& program, PhasePlace behind, const std::string& name);

/// Without a phase. Ways that led to it end the move instead.
EditedFiles with_phase_removed(const Program& program, PhasePlace place);

/// With one more way out at the end of a phase, as it is written: `go fall when grounded`, `end after 0.2 s`.
EditedFiles with_way_added(const Program& program, PhasePlace place, const std::string& way);

/// With a way said otherwise; an empty text removes it.
EditedFiles with_way_changed(const Program& program, PhasePlace place, std::size_t way, const std::string& text);

}  // namespace leap
