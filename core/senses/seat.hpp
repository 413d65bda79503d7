// SPDX-License-Identifier: MIT
#pragma once

#include <optional>

#include "core/senses/fixtures.hpp"

/// Sitting on a fixture: the body goes where it goes, and steps out beside it.
namespace leap {

/// Where the feet are of somebody who sits on a fixture in its phase.
Vec3 seat_place(const EvaluationContext& context, std::size_t fixture);
/// A free place beside a fixture to step out to: to its left, its right, behind it, ahead of it; feet on ground.
std::optional<Vec3> place_beside(const EvaluationContext& context, std::size_t fixture);
}  // namespace leap
