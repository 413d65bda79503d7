// SPDX-License-Identifier: MIT
#pragma once

#include <span>

#include "core/script/statement.hpp"

namespace leap {

/// In which table of the reference an act stands.
enum class ActionGroup : std::uint8_t { character, fixture, loose, accent };

/// What happens at once, at an instant.
struct ActionInfo : StatementInfo {
    ActionKind kind = ActionKind::launch;
    ActionGroup group = ActionGroup::character;
    bool fixtures_only = false;
    void (*take)(Action& out, const Clauses& clauses) = nullptr;
};

/// Every act, in the order of the reference.
std::span<const ActionInfo> action_words();

/// The row of the first act of a kind.
std::size_t action_row(ActionKind kind);

}  // namespace leap
