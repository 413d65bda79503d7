// SPDX-License-Identifier: MIT
#pragma once

#include <cstdint>
#include <optional>
#include <string>

#include "core/script/source.hpp"

namespace leap {

/// A name in a script that the project's looks give a meaning to; for the eye only. See core/project/looks.hpp.
struct LookName {
    std::string name;
    SourceRange range;
};

/// What a figure wears or carries: `wears long_coat "b4863a"`.
struct Garment {
    LookName look;
    std::optional<std::uint32_t> rgb;  ///< red, green and blue, eight bits each; without it the look's own colour
};

}  // namespace leap
