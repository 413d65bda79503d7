// SPDX-License-Identifier: MIT
#pragma once

#include "core/loose/loose_step.hpp"

namespace leap {

/// Fills in what each row needs, and when inside the step each body runs into something.
void prepare_contacts(std::span<const LooseThing> things, double seconds, LooseScratch& scratch);

/// Finds the impulses at all contacts: none pulls, friction stays inside its cone.
void solve_contacts(double seconds, LooseScratch& scratch);

}  // namespace leap
