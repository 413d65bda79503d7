// SPDX-License-Identifier: MIT
#pragma once

#include <span>

#include "core/script/statement.hpp"

namespace leap {

/// In which table of the reference an effect stands.
enum class EffectGroup : std::uint8_t { character, fixture, loose, hands, ride };

/// What holds while a phase or stance does.
struct EffectInfo : StatementInfo {
    EffectGroup group = EffectGroup::character;
    StatementPlace places = StatementPlace::none;  ///< stances, phases of moves, phases of fixtures, bodies
    /// Several may hold at once, and a base's are added; of the others one holds, the nearest.
    bool adds_up = false;
    void (*take)(Effects& out, const Clauses& clauses) = nullptr;
};

/// Every effect, in the order of the reference. To add one: a row here, a field of Effects, its run-time part, a test.
std::span<const EffectInfo> effect_words();

}  // namespace leap
