// SPDX-License-Identifier: MIT
#pragma once

#include <string>
#include <vector>

#include "core/script/program.hpp"
#include "core/tape/trace.hpp"

/// What was made here, in forms that other programs read. Nothing of these is read back.
namespace leap {

/// Bodies, dials and every stance, move and kind of fixture with its gates, phases and ways as JSON; conditions,
/// effects and acts as they are written. docs/moves.schema.json says what stands where.
std::string moves_json(const Program& program, const Tuning& tuning);

/// A move or kind of fixture as a state chart, W3C SCXML 1.0: a state for each phase, a transition for each way, whose
/// event is named after both. What the script says of them stands in attributes of a namespace of its own.
std::string machine_scxml(const Program& program, MachineId machine);

/// Values of all dials under a name.
struct NamedDials {
    std::string name;
    DialValues dials;  ///< SI, in the order of Program::dials
};
/// Every dial with its value and range as they are written, and with its value in each of the others: CSV, one line a
/// dial.
std::string dials_csv(const Program& program, const std::vector<NamedDials>& others);

/// The same as JSON, in SI: `tunings` by their names.
std::string dials_json(const Program& program, const std::vector<NamedDials>& others);

/// The phases of a move or kind of fixture, from above in the order of the text, and the ways between them with what
/// they wait for: SVG.
std::string phase_map_svg(const Program& program, MachineId machine);

/// A run of one character, `track` in Trace::tracks, against time: presses, stances, moves with their phases, curves of
/// its height (m) and speed (m/s): SVG.
std::string score_svg(const Program& program, const Trace& trace, std::size_t track);

/// A run as glTF 2.0, whole in one file: for each character its path as a line, and a capsule as large as its body that
/// goes along it as an animation, `pictures_per_s` keys a second; and a camera behind the first. y is up there.
std::string run_gltf(const Program& program, const Tuning& tuning, const Trace& trace, double pictures_per_s = 30.0);

}  // namespace leap
