// SPDX-License-Identifier: MIT
#pragma once

#include <cstdint>

#include "core/units/id.hpp"
#include "core/units/vector.hpp"

namespace leap {

/// An input that takes effect at a time, with its button looked up.
struct InputEvent {
    enum class Kind : std::uint8_t { button, stick, look } kind = Kind::button;
    double time = 0.0;  ///< s since the start
    ButtonId button;
    bool down = false;
    Vec2 value{0.0};         ///< stick, or yaw and pitch in rad
    std::int32_t actor = 0;  ///< in World::actors

    friend bool operator==(const InputEvent&, const InputEvent&) = default;
};

}  // namespace leap
