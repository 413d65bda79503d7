// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QColor>
#include <QQuaternion>
#include <QString>
#include <QVector3D>
#include <optional>
#include <string>

#include "core/readings/readings.hpp"
#include "core/tape/trace.hpp"
#include "core/units/vector.hpp"

/// Core values as Qt shows them. Nothing else in the window converts.
namespace leap::studio {

inline QVector3D to_qt(const Vec3& v) {
    return {static_cast<float>(v.x), static_cast<float>(v.y), static_cast<float>(v.z)};
}
inline QQuaternion to_qt(const Quat& q) {
    return {static_cast<float>(q.w), static_cast<float>(q.x), static_cast<float>(q.y), static_cast<float>(q.z)};
}
inline QString to_qt(const std::string& text) {
    return QString::fromStdString(text);
}

/// A value that can be drawn as a curve or pinned to the stage: a quantity of the trace, a counter or a meter.
struct ShownValue {
    std::string name;  ///< "speed", "hop.link"
    Dimension dimension;
    int counter = -1;                  ///< or meter, in Trace::values; -1: neither
    std::optional<Quantity> quantity;  ///< those of the exact course
    bool yaw_of_view = false;
    bool steady = false;  ///< a meter: changes at a steady rate from row to row
};

/// Every value that can be shown of runs of this program.
std::vector<ShownValue> shown_values(const Program& program);
std::optional<ShownValue> find_shown_value(const Program& program, const std::string& name);
/// Its value at a time.
/// `track`: of the character, in Trace::tracks.
double shown_value_at(const ShownValue& value, const Trace& trace, std::size_t track, double time);
/// "2.24 m".
QString shown_value_text(const ShownValue& value, double value_si);

/// The hue that a move or a kind of fixture has everywhere (trail, score, phase map), by its place in the script.
QColor machine_hue(const Program& program, MachineId machine);
/// The phase that a row is in: "hop.rise_up", or the stance.
QString phase_text(const Program& program, const TraceRow& row);

}  // namespace leap::studio
