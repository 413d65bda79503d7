// SPDX-License-Identifier: MIT
#pragma once

#include "core/rigid/rigid_step.hpp"

namespace leap {

/// Fills in what each row of contacts and joints needs, and when inside the step each body runs into something.
void prepare_contacts(std::span<const RigidObject> things, std::span<const RigidJoint> joints, double seconds,
                      RigidScratch& scratch);

/// Finds the impulses at all joints and contacts: no contact pulls, friction stays inside its cone.
void solve_contacts(double seconds, RigidScratch& scratch);

}  // namespace leap
