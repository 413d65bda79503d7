// SPDX-License-Identifier: MIT
#pragma once

#include <array>
#include <optional>
#include <span>
#include <string_view>

#include "core/script/syntax.hpp"

/// Properties of bodies, meters and fixtures, of their wheels and hands: a word and one value.
namespace leap {

template <class Of>
struct PropertyInfo {
    std::string_view word;
    std::array<std::string_view, 2> lead;  ///< words that must follow it: `walkable up to 46 deg`
    std::optional<syntax::Expr> Of::*value;
};

std::span<const PropertyInfo<syntax::Owner>> body_properties();
std::span<const PropertyInfo<syntax::Owner>> meter_properties();
std::span<const PropertyInfo<syntax::Owner>> fixture_properties();
std::span<const PropertyInfo<syntax::Wheels>> wheel_properties();
std::span<const PropertyInfo<syntax::Hands>> hand_properties();

}  // namespace leap
