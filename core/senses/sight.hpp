// SPDX-License-Identifier: MIT
#pragma once

#include "core/senses/fixtures.hpp"

namespace leap {

/// Whether a fixture can be seen from a point (m): a straight line leads from there to its nearest point, its middle,
/// or a point near one of its sides or its top, past every piece of the course and every other solid fixture. Neither
/// characters nor loose things block the view. The solids round the character must have been placed.
bool is_seen_from(const EvaluationContext& context, const Vec3& from, std::size_t fixture, const FixturePose& pose);

}  // namespace leap
