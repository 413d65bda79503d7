// SPDX-License-Identifier: MIT
#include "core/reach/way_ends.hpp"

#include <fmt/format.h>

#include <algorithm>

#include "core/script/diagnostic.hpp"
#include "core/units/turn.hpp"
#include "core/world/course_edit.hpp"

namespace leap {
namespace {

constexpr double at_place_m = 0.6;   ///< in plan
constexpr double on_piece_m = 0.35;  ///< between a place and the top of the piece that it stands on

const Piece* find_piece(const CoursePlan& plan, const std::string& name, std::size_t& index) {
    for (index = 0; index < plan.pieces.size(); ++index)
        if (plan.pieces[index].name == name) return &plan.pieces[index];
    return nullptr;
}

std::string lacking(const CoursePlan& plan, const std::string& name) {
    if (name.empty()) return "expected a place or piece to start from, and one to reach";
    std::vector<std::string> names;
    for (const Place& place : plan.places) names.push_back(place.name);
    for (const Piece& piece : plan.pieces) names.push_back(piece.name);
    const std::string near = nearest_name(name, names);
    return fmt::format("unknown place or piece \"{}\"{}", name,
                       near.empty() ? "" : fmt::format("; did you mean '{}'?", near));
}

}  // namespace

tl::expected<WayEnds, std::string> find_way_ends(const CoursePlan& plan, const WayRequest& request) {
    WayEnds out;
    std::size_t index = 0;
    if (find_place(plan, request.from) != nullptr) {
        out.start_place = request.from;
    } else if (find_piece(plan, request.from, index) != nullptr) {
        const ItemBox box = item_box(plan, {ItemKind::piece, index}, {});
        double nearest = 1e300;
        for (const Place& place : plan.places) {
            const Vec2 at{place.position.x, place.position.y};
            const double away = horizontal_length(place.position - box.center);
            if (!is_inside(box, at) || std::abs(place.position.z - box.top()) > on_piece_m || away >= nearest) continue;
            nearest = away;
            out.start_place = place.name;
        }
        if (out.start_place.empty())
            return tl::make_unexpected(fmt::format(
                "there is no start place on \"{}\"; add one, because a tape begins at a start place", request.from));
    } else {
        return tl::make_unexpected(lacking(plan, request.from));
    }
    if (const Place* place = find_place(plan, request.to)) {
        out.goal.place = place->position;
    } else if (const Piece* piece = find_piece(plan, request.to, index); piece != nullptr && !piece->solid) {
        return tl::make_unexpected(
            fmt::format("\"{}\" is a volume, and nobody can stand on it; choose a place or a solid piece", request.to));
    } else if (piece != nullptr) {
        out.goal.piece = piece_surface(index);
        out.goal.place = middle_of(out.goal, plan);
    } else {
        return tl::make_unexpected(lacking(plan, request.to));
    }
    return out;
}

bool is_at(const WayGoal& goal, const Actor& actor) {
    if (!actor.body.grounded) return false;
    if (!goal.piece.is_none()) return actor.body.ground == goal.piece;
    return horizontal_length(actor.body.position - goal.place) <= at_place_m &&
           std::abs(actor.body.position.z - goal.place.z) <= at_place_m;
}

bool is_put_back(const Vec3& feet_before, const Actor& actor) {
    constexpr double jump_m = 1.5;
    constexpr double near_m = 0.5;
    return glm::length(actor.body.position - feet_before) > jump_m &&
           glm::length(actor.body.position - actor.respawn.feet) < near_m;
}

Vec3 middle_of(const WayGoal& goal, const CoursePlan& plan) {
    if (goal.piece.is_none()) return goal.place;
    const ItemBox box = item_box(plan, {ItemKind::piece, goal.piece.index}, {});
    return {box.center.x, box.center.y, box.top()};
}

double distance_to(const WayGoal& goal, const CoursePlan& plan, const Vec3& feet) {
    if (goal.piece.is_none()) return glm::length(feet - goal.place);
    const ItemBox box = item_box(plan, {ItemKind::piece, goal.piece.index}, {});
    const Vec3 own = turned_about_up(feet - box.center, -box.turn_deg / degrees_per_radian);
    const Vec3 nearest{std::clamp(own.x, -box.half.x, box.half.x), std::clamp(own.y, -box.half.y, box.half.y),
                       box.half.z};
    return glm::length(own - nearest);
}

}  // namespace leap
