// SPDX-License-Identifier: MIT
#pragma once

#include <memory>
#include <optional>
#include <string>
#include <vector>

#include "core/world/fixture_way.hpp"
#include "core/world/piece.hpp"
#include "core/world/solid_source.hpp"
#include "core/world/volume.hpp"

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
    Vec3 position{0.0};                    ///< m
    double radius = 0.25;                  ///< m
    std::optional<double> back_after_s{};  ///< a struck one comes back after this; nothing: stays away
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
    FixturePath path{};
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

/// What a run takes place in. Immutable.
struct Course {
    CoursePlan plan;  ///< its places, targets and fixtures; collision knows nothing of its pieces
    std::shared_ptr<const SolidSource> solids;  ///< never null once built
    std::vector<FixtureWay> ways{};             ///< by fixture of the plan
    Volumes volumes{};                          ///< of the plan's pieces that aren't solid
};

/// A plan made ready for queries: its pieces' solids in a hierarchy.
Course build_course(CoursePlan plan);
/// The places, targets, fixtures and volumes of a plan in a world whose solids come from elsewhere.
Course course_in(CoursePlan plan, std::shared_ptr<const SolidSource> solids);

/// Whether a surface is that of a piece of a kind.
bool is_of_kind(const Course& course, const Surface& surface, std::string_view kind);

const Place* find_place(const CoursePlan& plan, std::string_view name);

}  // namespace leap
