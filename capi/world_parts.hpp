// SPDX-License-Identifier: MIT
#pragma once

#include "capi/handles.hpp"

/// How a world of the C interface goes on from tick to tick.
namespace leap::capi {

/// An empty trace for the world as it is now, with the phases that are on.
void begin_trace(leap_world& world);

/// Forgets the events of the last step, and what was written down too long ago for the eye.
void begin_step(leap_world& world);

void run_tick(leap_world& world);

/// The hash's digits as they are printed, two a byte.
inline void put_hash(std::uint64_t hash, unsigned char out[8]) {
    for (int i = 0; i < 8; ++i) out[i] = static_cast<unsigned char>(hash >> (56 - 8 * i));
}

}  // namespace leap::capi
