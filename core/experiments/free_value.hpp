// SPDX-License-Identifier: MIT
#pragma once

#include <string>
#include <string_view>
#include <tl/expected.hpp>
#include <vector>

#include "core/script/program.hpp"
#include "core/world/course.hpp"

/// What an experiment turns: mostly dials, but also a point of a curve, or where something of the course stands.
namespace leap {

struct FreeValue {
    enum class Kind { dial, curve_point, piece, fixture, target, place };
    Kind kind = Kind::dial;
    std::size_t index = 0;         ///< in Program::dials, Program::curves or the plan's list
    std::size_t part = 0;          ///< curves: which point; the course: 0 x, 1 y, 2 z
    std::string path;              ///< as it is written: "hop.rise", "curve surge point 2", "piece plank 4 x"
    Unit unit;                     ///< that it is shown in
    double now = 0.0;              ///< SI
    double low = 0.0, high = 1.0;  ///< SI; the range of a dial, or a guess where there is none
};

/// Finds what a path names. Points of curves are counted from 1, and their height is turned. Says what is lacking, with
/// the nearest name.
tl::expected<FreeValue, std::string> find_free_value(const Program& program, const Tuning& tuning,
                                                     const CoursePlan& plan, std::string_view path);

/// Every dial with a range that counts where one is meant (not those that another body has for itself alone).
std::vector<FreeValue> free_dials(const Program& program, const Tuning& tuning);

/// The nearest value (SI) that can be written: a dial as its literal says it, anything else as it is shown.
double written_value(const Program& program, const FreeValue& value, double si);

/// "2.4 m" in the unit of the value.
std::string free_value_text(const FreeValue& value, double si);

}  // namespace leap
