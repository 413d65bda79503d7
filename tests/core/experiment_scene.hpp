// SPDX-License-Identifier: MIT
#pragma once

#include "core/experiments/variation.hpp"
#include "tests/core/support.hpp"

/// A hop whose height and time are known in closed form, and a quay with a gap of 4 m before the start.
namespace leap::test {

inline const char* const hop_script = R"(
move hop on jump {
  dial rise = 2 m in 0.3..6
  dial time_to_top = 0.4 s in 0.15..1
  gate grounded within 0.1 s
  let pull = 2 * rise / time_to_top^2
  phase up {
    start: launch up at 2 * rise / time_to_top
    gravity pull
    go down when rising <= 0 m/s
  }
  phase down { gravity pull  end when grounded }
}
reading hop_height = highest(feet) - feet at start of hop over hop
reading hop_time = duration of hop.up
reading lowest = lowest(feet)
reading far = highest(x)
)";

/// Quay up to x = 5, a gap of 4 m, quay again; "start" at the origin, looking along x.
inline CoursePlan gap_plan() {
    CoursePlan out;
    out.name = "gap";
    out.places = {{"start", {0.0, 0.0, 0.0}, 0.0, {}}};
    out.pieces = {box({-5, 0, -1}, {20, 10, 2}), box({24, 0, -1}, {30, 10, 2})};
    out.pieces[0].name = "near quay";
    out.pieces[1].name = "far quay";
    out.pieces[0].group.clear();
    return out;
}

/// Runs ahead and jumps just before the gap.
inline Tape gap_tape(double jump_at = 0.82) {
    return TapeMaker(2.5).stick(0.0, 0, 1).hold("jump", jump_at, 0.6);
}

struct HopScene : Scene {
    explicit HopScene(const std::string& more = {}, CoursePlan plan = flat_plan())
        : Scene(std::string(plain_body) + hop_script + more, std::move(plan)) {}
    Setup setup() const { return {program, tuning, course}; }
    FreeValue value(const std::string& path) const {
        return find_free_value(program, tuning, course.plan, path).value();
    }
};

}  // namespace leap::test
