// SPDX-License-Identifier: MIT
#include "core/world/course.hpp"

#include <algorithm>

#include "core/world/solid_tree.hpp"

namespace leap {

Course build_course(CoursePlan plan) {
    std::vector<Solid> solids;
    std::vector<PieceTraits> traits;
    for (std::size_t i = 0; i < plan.pieces.size(); ++i) {
        std::vector<Solid> parts = plan.pieces[i].solid ? solids_of(plan.pieces[i], i) : std::vector<Solid>{};
        std::move(parts.begin(), parts.end(), std::back_inserter(solids));
        traits.push_back(traits_of(plan.pieces[i]));
    }
    return course_in(std::move(plan), std::make_shared<const SolidTree>(std::move(solids), std::move(traits)));
}

Course course_in(CoursePlan plan, std::shared_ptr<const SolidSource> solids) {
    Volumes volumes(plan.pieces);
    std::vector<FixtureWay> ways;
    ways.reserve(plan.fixtures.size());
    for (const PlacedFixture& fixture : plan.fixtures) ways.push_back(way_of(fixture.path));
    return {std::move(plan), std::move(solids), std::move(ways), std::move(volumes)};
}

bool is_of_kind(const Course& course, const Surface& surface, std::string_view kind) {
    return surface.is_piece() && course.solids->is_of_kind(surface.index, kind);
}

const Place* find_place(const CoursePlan& plan, std::string_view name) {
    const auto found =
        std::find_if(plan.places.begin(), plan.places.end(), [&](const Place& p) { return p.name == name; });
    return found == plan.places.end() ? nullptr : &*found;
}

}  // namespace leap
