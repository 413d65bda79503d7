// SPDX-License-Identifier: MIT
#pragma once

#include "core/world/solid.hpp"

namespace leap {

/// How far two solids are apart, m; less than 0 where they overlap: by how much what is round does, or 0 between flat
/// ones, whose depth nobody asks for. World frame.
double gap_between(const Solid& a, const Solid& b);

}  // namespace leap
