// SPDX-License-Identifier: MIT
#pragma once

#include <optional>
#include <string>
#include <tl/expected.hpp>

#include "core/units/dimension.hpp"

/// Numbers with units as a user types them outside of a script: on the command line, in a field, in a file.
namespace leap {

/// Reads "2.4 m", "240 cm" or "2.4" (then in `unit`); gives SI. `name`: what it is for, said in messages; `example`:
/// how it may be written. Says why when it is no number or another kind of quantity.
tl::expected<double, std::string> read_value(std::string_view typed, const Unit& unit, const std::string& name,
                                             const std::string& example);

}  // namespace leap
