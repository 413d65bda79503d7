// SPDX-License-Identifier: MIT
#pragma once

#include <span>

#include "core/script/statement.hpp"

namespace leap {

/// In which table of the reference an act stands.
enum class ActGroup : std::uint8_t { character, fixture, loose, accent };

/// What happens at once, at an instant.
struct ActInfo : StatementInfo {
    ActKind kind = ActKind::launch;
    ActGroup group = ActGroup::character;
    bool fixtures_only = false;
    void (*take)(Act& out, const Clauses& clauses) = nullptr;
};

/// Every act, in the order of the reference.
std::span<const ActInfo> act_words();

/// The row of the first act of a kind.
std::size_t act_row(ActKind kind);

}  // namespace leap
