// SPDX-License-Identifier: MIT
#pragma once

#include <cstdint>
#include <functional>
#include <map>
#include <optional>
#include <string>
#include <string_view>
#include <tl/expected.hpp>
#include <variant>
#include <vector>

#include "core/script/diagnostic.hpp"
#include "core/script/program.hpp"
#include "core/units/vector.hpp"
#include "core/world/course.hpp"

/// What things are drawn as: data of the project, for the eye only. No run depends on it.
namespace leap {

/// Red, green and blue, eight bits each; nothing: the colour of the whole (of the garment).
using PartColor = std::optional<std::uint32_t>;

/// A box between two corners.
struct BoxPart {
    Vec3 from{0.0};
    Vec3 to{0.0};
};
/// Boards side by side between two corners, in two colours by turns.
struct BoardsPart {
    Vec3 from{0.0};
    Vec3 to{0.0};
    int axis = 0;  ///< they lie one beside the other along it: 0 x, 1 y, 2 z
    int count = 1;
    PartColor second_color;
};
/// A surface of revolution about z through `at`.
struct LathePart {
    std::vector<Vec2> outline;  ///< radius and height, from below
    Vec3 at{0.0};
};
/// A ball squeezed to a radius and a height.
struct BallPart {
    Vec3 at{0.0};
    double radius = 0.5;
    double height = 1.0;
};
/// A flat convex polygon, seen from both sides.
struct SheetPart {
    std::vector<Vec3> corners;
};

struct LookPart {
    std::variant<BoxPart, BoardsPart, LathePart, BallPart, SheetPart> shape;
    PartColor color;
};

/// What pieces of the course are made of.
struct MaterialLook {
    std::uint32_t rgb = 0x8C8680;
    bool grid = true;  ///< whether the metre grid is drawn on it
};

/// Where a glowing thing burns. Shares of its box, from its middle.
struct FlameLook {
    double height = 0.0;
    double width = 0.2;
    double length = 0.2;
};

/// What a fixture or target is drawn as, in a box of unit size about the origin: x along its front, y to its left, z
/// up. It is stretched to the thing's own box.
struct ObjectLook {
    std::vector<LookPart> parts;
    std::optional<FlameLook> flame;
};

enum class WornAt : std::uint8_t { trunk, head, hand, shoulder };

/// What a figure wears, at unit size where it is worn, facing along x.
struct GarmentLook {
    WornAt worn_at = WornAt::trunk;
    std::uint32_t rgb = 0x808080;
    std::vector<LookPart> parts;
};

template <class Look>
using LookTable = std::map<std::string, Look, std::less<>>;

struct Looks {
    LookTable<MaterialLook> materials;
    LookTable<ObjectLook> objects;
    LookTable<GarmentLook> garments;
};

/// Those that every project has (core/project/usual_looks.json).
Looks usual_looks();

/// The usual looks with those of a looks file, which count where both have a name. `warnings`: what the file has that
/// isn't read.
tl::expected<Looks, std::string> read_looks(std::string_view text, const std::string& path,
                                            std::vector<std::string>* warnings = nullptr);

/// What scripts name and the looks don't have.
Diagnostics look_warnings(const Program& program, const Looks& looks);

/// What a course's pieces are of that the looks don't have, each once.
std::vector<std::string> material_warnings(const CoursePlan& plan, const std::string& path, const Looks& looks);

}  // namespace leap
