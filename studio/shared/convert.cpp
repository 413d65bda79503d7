// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/shared/convert.hpp"

#include <algorithm>
#include <cmath>

#include "core/script/old_words.hpp"
#include "studio/shared/palette.hpp"

namespace leap::studio {

std::vector<ShownValue> shown_values(const Program& program) {
    std::vector<ShownValue> out{{"feet", dimensions::length, -1, Quantity::feet, false},
                                {"speed", dimensions::speed, -1, Quantity::speed, false},
                                {"vertical_speed", dimensions::speed, -1, Quantity::rising, false},
                                {"x", dimensions::length, -1, Quantity::x, false},
                                {"y", dimensions::length, -1, Quantity::y, false},
                                {"facing", dimensions::angle, -1, {}, false},
                                {"view yaw", dimensions::angle, -1, {}, true}};
    for (std::size_t i = 0; i < program.counters.size(); ++i)
        out.push_back({program.counters[i].path, dimensions::none, static_cast<int>(i), {}, false});
    for (std::size_t i = 0; i < program.meters.size(); ++i)
        out.push_back(
            {program.meters[i].name, dimensions::none, static_cast<int>(program.counters.size() + i), {}, false, true});
    const std::size_t first = program.counters.size() + program.meters.size();
    for (std::size_t i = 0; i < program.gauges.size(); ++i)
        out.push_back({program.gauges[i].path,
                       program.gauges[i].value.type.dimension,
                       static_cast<int>(first + i),
                       {},
                       false,
                       true});
    return out;
}

std::optional<ShownValue> find_shown_value(const Program& program, const std::string& name) {
    // As settings of earlier versions have them.
    const std::string_view today = name == "height" ? "feet" : current_sense(name);
    for (ShownValue& value : shown_values(program))
        if (value.name == name || value.name == today) return std::move(value);
    return std::nullopt;
}

double shown_value_at(const ShownValue& value, const Trace& trace, std::size_t character, double time) {
    if (trace.empty() || character >= trace.tracks.size()) return 0.0;
    const TraceTrack& track = trace.tracks[character];
    if (value.quantity) return quantity_at(track, *value.quantity, time);
    const std::size_t row = row_at(track, time);
    if (value.counter < 0) return value.yaw_of_view ? track.rows[row].look_yaw : track.rows[row].facing;
    const std::size_t at = row * trace.value_count + static_cast<std::size_t>(std::max(0, value.counter));
    if (value.counter < 0 || at >= track.values.size()) return 0.0;
    const double now = track.values[at];
    if (!value.steady || row + 1 >= track.rows.size()) return now;
    const double length = track.rows[row + 1].time - track.rows[row].time;
    const double share = length > 0.0 ? std::clamp((time - track.rows[row].time) / length, 0.0, 1.0) : 0.0;
    return now + (track.values[at + trace.value_count] - now) * share;
}

QString shown_value_text(const ShownValue& value, double value_si) {
    return to_qt(quantity_text(value_si, value.dimension, 2));
}

QColor machine_hue(const Program& program, MachineId machine) {
    const auto order = std::find(program.moves.begin(), program.moves.end(), machine) - program.moves.begin();
    const bool fixture = program.machines[machine].kind == MachineKind::fixture;
    return palette::move_hue(static_cast<int>(fixture ? order + machine.written() : order));
}

QString phase_text(const Program& program, const TraceRow& row) {
    if (row.move && row.move_phase) {
        const Machine& move = program.machines[row.move];
        return to_qt(move.name + "." + move.phases[row.move_phase].name);
    }
    return row.stance ? to_qt(program.machines[row.stance].name) : QString();
}

}  // namespace leap::studio
