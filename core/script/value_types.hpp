// SPDX-License-Identifier: MIT
#pragma once

#include "core/script/senses.hpp"

/// The types that statements ask for by name.
namespace leap {

inline constexpr Type truth_type{ValueKind::truth, {}};
inline constexpr Type plain_number{ValueKind::number, {}};
inline constexpr Type time_type{ValueKind::number, dimensions::time};
inline constexpr Type rate_type{ValueKind::number, dimensions::rate};
inline constexpr Type length_type{ValueKind::number, dimensions::length};
inline constexpr Type angle_type{ValueKind::number, dimensions::angle};
inline constexpr Type speed_type{ValueKind::number, dimensions::speed};
inline constexpr Type acceleration_type{ValueKind::number, dimensions::acceleration};
inline constexpr Type mass_type{ValueKind::number, dimensions::mass};
inline constexpr Type force_type{ValueKind::number, dimensions::force};
inline constexpr Type stiffness_type{ValueKind::number, dimensions::stiffness};
inline constexpr Type damping_type{ValueKind::number, dimensions::damping};
inline constexpr Type torque_type{ValueKind::number, dimensions::torque};
inline constexpr Type turn_rate_type{ValueKind::number, dimensions::turn_rate};
inline constexpr Type per_length_type{ValueKind::number, dimensions::per_length};
inline constexpr Type direction_type{ValueKind::vector, {}};
inline constexpr Type velocity_type{ValueKind::vector, dimensions::speed};
inline constexpr Type point_type{ValueKind::vector, dimensions::length};

}  // namespace leap
