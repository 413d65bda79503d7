// SPDX-License-Identifier: MIT
#pragma once

#include <cstdint>
#include <optional>
#include <vector>

#include "core/script/program.hpp"
#include "core/world/course.hpp"

/// What stays the same while a run lasts: which fixture is of which kind, what it is linked to, and where its state
/// stands in a World. A World holds only what changes.
namespace leap {

/// One fixture of the course.
struct FixtureLayout {
    MachineId kind;                    ///< none: unknown to the script, or switched off
    MachineId placed;                  ///< its kind, also when it is switched off; none: unknown to the script
    std::optional<std::size_t> link;   ///< the fixture it is linked to
    std::optional<std::size_t> rigid;  ///< in World::loose, when it can be loose
    std::size_t first_counter = 0;     ///< in World::counters
    std::size_t first_memory = 0;      ///< in World::memory
};

/// A fixture that can be loose.
struct RigidLayout {
    std::size_t fixture = 0;            ///< in the course
    std::optional<std::size_t> wheels;  ///< in World::wheels, when it has some
    bool can_be_forced = false;  ///< in some phase it is driven, pushed, sprung, carried by a medium or faces somewhere
};

struct RunLayout {
    std::vector<FixtureLayout> fixtures;                          ///< by fixture of the course
    std::vector<RigidLayout> rigid;                               ///< by World::loose
    PerId<MachineId, std::optional<std::size_t>> first_of_kind;   ///< the first fixture of that kind
    PerId<PieceKindId, std::optional<std::size_t>> volume_kinds;  ///< those that some volume has
    std::size_t counters = 0;                                     ///< of all fixtures
    std::size_t memory = 0;
    std::size_t wheels = 0;
    std::vector<std::size_t> off;  ///< fixtures that are switched off

    /// In Course::volumes; nothing when no volume is of that kind.
    std::optional<std::size_t> volume_kind(PieceKindId kind) const {
        return kind.at() < volume_kinds.size() ? volume_kinds[kind.at()] : std::nullopt;
    }
    bool can_be_loose(std::size_t fixture) const { return fixtures[fixture].rigid.has_value(); }
};

/// Of a world without fixtures.
inline const RunLayout no_fixtures{};

/// Names that the course links to and doesn't have link to nothing. Where state stands in a World depends on program
/// and course alone: a kind that `tuning` switches off keeps its room, so a world goes on when it is switched off or
/// on.
RunLayout run_layout(const Program& program, const Tuning& tuning, const Course& course);

}  // namespace leap
