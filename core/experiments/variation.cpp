// SPDX-License-Identifier: MIT
#include "core/experiments/variation.hpp"

#include <algorithm>
#include <cassert>

#include "core/world/course_edit.hpp"

namespace leap {
namespace {

/// A pointer to what somebody else keeps.
template <class T>
std::shared_ptr<const T> borrowed(const T& value) {
    return std::shared_ptr<const T>(std::shared_ptr<void>{}, &value);
}

ItemKind item_kind(FreeValue::Kind kind) {
    switch (kind) {
        case FreeValue::Kind::fixture: return ItemKind::fixture;
        case FreeValue::Kind::target: return ItemKind::target;
        case FreeValue::Kind::place: return ItemKind::place;
        default: return ItemKind::piece;
    }
}

}  // namespace

Varied varied(const Setup& setup, std::span<const FreeValue> free, std::span<const double> values) {
    assert(free.size() == values.size());
    Varied out{borrowed(setup.program), borrowed(setup.course), setup.tuning};
    DialValues dials = setup.tuning.dials;
    std::optional<Program> program;
    std::optional<CoursePlan> plan;
    bool dials_differ = false;
    for (std::size_t i = 0; i < free.size(); ++i) {
        const FreeValue& value = free[i];
        switch (value.kind) {
            case FreeValue::Kind::dial: {
                const DialInfo& dial = setup.program.dials[value.index];
                double wanted = values[i];
                if (dial.low) wanted = std::max(wanted, *dial.low);
                if (dial.high) wanted = std::min(wanted, *dial.high);
                dials_differ = dials_differ || dials[value.index] != wanted;
                dials[value.index] = wanted;
                break;
            }
            case FreeValue::Kind::curve_point: {
                if (!program) program = setup.program;
                CurveInfo& curve = program->curves[value.index];
                std::vector<syntax::CurvePoint> points = curve.points;
                points[value.part].y = values[i];
                curve = with_points(std::move(curve), std::move(points));
                break;
            }
            default: {
                if (!plan) plan = setup.course.plan;
                Vec3 by{0.0};
                by[static_cast<int>(value.part)] = values[i] - value.now;
                move_items(*plan, with_group(*plan, {item_kind(value.kind), value.index}), by);
            }
        }
    }
    if (program) out.program = std::make_shared<const Program>(std::move(*program));
    if (plan) out.course = std::make_shared<const Course>(build_course(std::move(*plan)));
    if (dials_differ || program) {
        Tuning tuning = make_tuning(*out.program, std::move(dials));
        tuning.off = setup.tuning.off;
        tuning.accents_off = setup.tuning.accents_off;
        out.tuning = std::move(tuning);
    }
    return out;
}

}  // namespace leap
