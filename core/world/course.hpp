// SPDX-License-Identifier: MIT
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "core/world/bvh.hpp"
#include "core/world/piece.hpp"
#include "core/world/solid.hpp"

namespace leap {

/// A named spot where a run can start.
struct Place {
    std::string name;
    Vec3 position{0.0};       ///< of the feet
    double facing_deg = 0.0;  ///< 0 looks along x, 90 along y
    std::string group{};      ///< what is edited together has the same; or nothing
    friend bool operator==(const Place&, const Place&) = default;
};

/// Something in the air that can be marked and struck.
struct Target {
    std::string name;
    std::string kind;
    Vec3 position{0.0};
    double radius = 0.25;
    double back_after_s = -1.0;  ///< a struck one comes back after this; negative: stays away
    std::string group{};
    friend bool operator==(const Target&, const Target&) = default;
};

/// Something in the place that does something: its kind is written in the script.
struct PlacedFixture {
    std::string name;
    std::string kind;
    Vec3 position{0.0};     ///< the middle of its underside
    double turn_deg = 0.0;  ///< where it faces: 0 along x, 90 along y
    std::string link;       ///< the name of another fixture, or nothing
    std::string group{};
    friend bool operator==(const PlacedFixture&, const PlacedFixture&) = default;
};

/// The place as its author wrote it.
struct CoursePlan {
    std::string name;
    double water_level = -1e9;  ///< drawn only
    std::vector<Place> places;
    std::vector<Piece> pieces;
    std::vector<Target> targets;
    std::vector<PlacedFixture> fixtures;
    friend bool operator==(const CoursePlan&, const CoursePlan&) = default;
};

/// What a ray needs of a box, in one line of the processor's cache.
struct alignas(64) RayBox {
    Vec3 center{0.0};
    Vec3 half{-1.0};  ///< negative: no box, ask the solid
    double turn_cos = 1.0;
    double turn_sin = 0.0;
};

/// A plan made ready for queries. Immutable.
struct Course {
    CoursePlan plan;
    std::vector<Solid> solids;      ///< in the order of the hierarchy's leaves; `piece` names whose part each is
    std::vector<RayBox> ray_boxes;  ///< beside `solids`
    Bvh bvh;
};

Course build_course(CoursePlan plan);

/// Whether a piece is of a kind.
bool is_of_kind(const CoursePlan& plan, std::int32_t piece, std::string_view kind);

const Place* find_place(const CoursePlan& plan, std::string_view name);

}  // namespace leap
