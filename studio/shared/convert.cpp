// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/shared/convert.hpp"

#include <cmath>

#include "core/readings/readings.hpp"

namespace leap::studio {

std::vector<ShownValue> shown_values(const Program& program) {
    std::vector<ShownValue> out{{"height", dimensions::length, -1}, {"speed", dimensions::speed, -1},
                                {"rising", dimensions::speed, -1},  {"x", dimensions::length, -1},
                                {"y", dimensions::length, -1},      {"facing", dimensions::angle, -1},
                                {"view yaw", dimensions::angle, -1}};
    for (std::size_t i = 0; i < program.counters.size(); ++i)
        out.push_back({program.counters[i].path, dimensions::none, static_cast<int>(i)});
    return out;
}

std::optional<ShownValue> find_shown_value(const Program& program, const std::string& name) {
    for (ShownValue& value : shown_values(program))
        if (value.name == name) return std::move(value);
    return std::nullopt;
}

double shown_value_at(const ShownValue& value, const Trace& trace, double time) {
    if (trace.rows.empty()) return 0.0;
    if (value.name == "height") return position_at(trace, time).z;
    if (const auto quantity = quantity_named(value.name)) return quantity_at(trace, *quantity, time);
    const std::size_t row = row_at(trace, time);
    if (value.name == "facing") return trace.rows[row].facing;
    if (value.name == "view yaw") return trace.rows[row].look_yaw;
    const std::size_t at = row * trace.counter_count + static_cast<std::size_t>(std::max(0, value.counter));
    return value.counter >= 0 && at < trace.counters.size() ? trace.counters[at] : 0.0;
}

QString shown_value_text(const ShownValue& value, double value_si) {
    return to_qt(quantity_text(value_si, value.dimension, 2));
}

QString phase_text(const Program& program, const TraceRow& row) {
    const auto machine = [&](int index) { return program.machines[static_cast<std::size_t>(index)]; };
    if (row.move >= 0 && row.move_phase >= 0) {
        const Machine move = machine(row.move);
        return to_qt(move.name + "." + move.phases[static_cast<std::size_t>(row.move_phase)].name);
    }
    return row.stance >= 0 ? to_qt(machine(row.stance).name) : QString();
}

}  // namespace leap::studio
