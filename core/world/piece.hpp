// SPDX-License-Identifier: MIT
#pragma once

#include <array>
#include <cstdint>
#include <string>
#include <string_view>
#include <vector>

#include "core/units/vector.hpp"

namespace leap {

enum class PieceKind : std::uint8_t { box, ramp, steps, cylinder, mesh, sphere, capsule };

/// The word of a shape, in files and on the screen.
constexpr std::string_view piece_word(PieceKind kind) {
    constexpr std::array words{"box", "ramp", "steps", "cylinder", "mesh", "sphere", "capsule"};
    return words[static_cast<std::size_t>(kind)];
}

/// Whether a shape can have that size: spheres and capsules are as long as they are wide, a sphere is as high, a
/// capsule at least as high.
inline bool fits_shape(PieceKind kind, const Vec3& size) {
    if (kind == PieceKind::sphere) return size.x == size.y && size.x == size.z;
    return kind != PieceKind::capsule || (size.x == size.y && size.z >= size.x);
}

/// A fixed part of a course, as its author placed it. World frame; `center` is the middle of its bounding box before
/// it is turned about the upward axis through that middle.
struct Piece {
    std::string name;
    PieceKind kind = PieceKind::box;
    Vec3 center{0.0};       ///< m
    Vec3 size{1.0};         ///< along its own x, y, z. Ramps and steps rise along x. Cylinders and (upright) capsules:
                            ///< diameter, diameter, height; spheres: their diameter, three times
    double turn_deg = 0.0;  ///< counter-clockwise seen from above
    int count = 4;          ///< steps: how many
    Vec3 carries{0.0};      ///< m/s, along its own x, y, z: how fast its surface goes, with whoever stands on it
    double grip = 1.0;      ///< share of what steering gains and brakes at on it: 0 is ice, 0.3 wet wood
    bool solid = true;      ///< false: a volume, which bodies can be in; see core/world/volume.hpp
    std::string material = "stone";
    std::string group;                                ///< what is edited together has the same; or nothing
    std::vector<std::string> kinds;                   ///< what rules may ask for: anchor, boom, slick ...
    std::vector<Vec3> vertices;                       ///< mesh only, relative to `center`
    std::vector<std::array<std::uint32_t, 3>> faces;  ///< mesh only; either side is solid

    friend bool operator==(const Piece&, const Piece&) = default;
};

}  // namespace leap
