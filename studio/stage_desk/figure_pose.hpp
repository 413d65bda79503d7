// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QMatrix4x4>
#include <array>
#include <cstdint>
#include <optional>
#include <span>
#include <string>
#include <string_view>
#include <variant>
#include <vector>

#include "core/project/looks.hpp"

namespace leap::studio {

/// How the lamplighter's limbs stand. Angles in degrees.
struct FigurePose {
    double sink = 0.0;      ///< how far the hips are lowered, as a share of the legs
    double tilt = 0.0;      ///< of the whole body, forward
    double lean = 0.0;      ///< of the whole body, to the right
    double bend = 0.0;      ///< of the back, forward
    double head = 0.0;      ///< nods down
    double left_arm = 6.0;  ///< forward and up from hanging: 90 ahead, 180 straight up
    double right_arm = 6.0;
    double arms_out = 8.0;     ///< sideways
    double left_elbow = 12.0;  ///< bend
    double right_elbow = 12.0;
    double left_leg = 0.0;  ///< forward
    double right_leg = 0.0;
    double left_knee = 4.0;  ///< bend
    double right_knee = 4.0;
};

/// A pose by its name, or nothing: stand, rise, fall, land, crouch, charge, dash, roll, slide, skid, hang, climb,
/// swing, wall run, strike, hit, stunned.
std::optional<FigurePose> named_pose(std::string_view name);
std::vector<std::string_view> pose_names();

/// A gait at a number of strides walked, from a stroll (0) to a run (1).
FigurePose gait_pose(double strides, double run_share);

/// a for share 0, b for 1.
FigurePose blended(const FigurePose& a, const FigurePose& b, double share);

/// Where a figure's hands are, the left one first, in its own frame: feet at the origin, facing along x, m. Nothing:
/// where the pose has it.
using FigureHands = std::array<std::optional<QVector3D>, 2>;

enum class Limb : std::uint8_t { leg, arm, head };

struct FigurePart {
    std::variant<Limb, std::string> shape;  ///< a part of the body, or a garment by its name
    std::uint32_t rgb = 0x808080;
    QMatrix4x4 model;      ///< from a shape of unit size to the figure: feet at the origin, facing along x
    bool reaches = false;  ///< of an arm whose hand is somewhere
};

/// The figure's parts for a pose, dressed in `wears` (nothing: a smock and a cap); garments that the looks don't have
/// are left out. `height` is how high it stands upright. Arms whose hands are somewhere reach there, from wherever the
/// pose has the shoulder; then what hangs from the right hand hangs from the belt.
std::vector<FigurePart> figure_parts(const FigurePose& pose, double height, std::span<const Garment> wears,
                                     const Looks& looks, const FigureHands& hands = {});

}  // namespace leap::studio
