// SPDX-License-Identifier: MIT
#pragma once

#include "core/senses/evaluate.hpp"
#include "core/world/fixture_way.hpp"

/// Fixtures that follow the path the course gives them.
namespace leap {

/// Where a fixture is on its path at an instant.
struct PathNow {
    double gone_m = 0.0;     ///< from where it was placed
    double speed_mps = 0.0;  ///< at which its phase follows the path
    bool at_stop = false;    ///< it stands at a stop, or has come to the one that its phase went to
    bool goes_on = false;    ///< it is between two stops, and going
    OnWay place;             ///< own frame, as placed
};

/// All zero for a fixture without a path.
PathNow path_now(const EvaluationContext& context, std::size_t fixture);
/// The number of the stop it stands at or has left last.
double last_stop(const EvaluationContext& context, std::size_t fixture);
/// Along its path, the way it goes on; world frame. Its front as placed without a path.
Vec3 path_ahead(const EvaluationContext& context, std::size_t fixture);

}  // namespace leap
