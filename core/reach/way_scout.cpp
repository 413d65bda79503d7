// SPDX-License-Identifier: MIT
#include "core/reach/way_scout.hpp"

#include <algorithm>
#include <cmath>

#include "core/senses/evaluate.hpp"
#include "core/units/elementary.hpp"
#include "core/units/turn.hpp"
#include "core/world/query.hpp"

namespace leap {
namespace {

constexpr double edge_ahead_s = 0.12;    ///< a walk ends so long before the ground does
constexpr double ahead_walking_m = 2.5;  ///< where the stick leads
constexpr double ahead_flying_m = 5.0;
constexpr double farthest_aim_m = 30.0;
constexpr std::size_t max_aims = 2;
constexpr double ahead_step_deg = 5.0;
constexpr double goal_step_deg = 1.0;
constexpr double look_step_deg = 0.1;

double in_steps(double value, double step) {
    return std::round(value / step) * step;
}

double yaw_deg(const Vec3& way) {
    return elementary::atan2(way.y, way.x) * degrees_per_radian;
}

double yaw_to(const Actor& me, const Vec3& to, double step_deg) {
    const Vec3 way = to - me.body.position;
    constexpr double there_m = 0.05;
    if (horizontal_length(way) < there_m) return me.look_yaw * degrees_per_radian;
    return in_steps(yaw_deg(way), step_deg);
}

}  // namespace

WayScout::WayScout(const SceneView& scene, const WayGoal& goal, const WayField& field)
    : scene_(scene), goal_(goal), field_(field) {
    const Program& program = scene.program;
    for (const ProbeInfo& probe : program.probes) {
        if (probe.kind != syntax::ProbeKind::ray || !probe.wanted || probe.fixture) continue;
        for (const MachineId move : program.moves) {
            const Machine& machine = program.machines[move];
            if (machine.button && !scene.tuning.is_off(move) && probe.path.starts_with(machine.name + "."))
                aims_.push_back({probe.wanted, machine.button});
        }
    }
    for (const MachineId move : program.moves) {
        const ButtonId button = program.machines[move].button;
        if (button && !scene.tuning.is_off(move) &&
            std::find(buttons_.begin(), buttons_.end(), button) == buttons_.end())
            buttons_.push_back(button);
    }
    move_buttons_ = buttons_.size();
    for (std::size_t i = 0; i < program.buttons.size(); ++i)
        if (std::find(buttons_.begin(), buttons_.end(), ButtonId(i)) == buttons_.end()) buttons_.push_back(ButtonId(i));
}

double WayScout::ahead_deg(const Actor& me) const {
    const double by_m = me.body.grounded ? ahead_walking_m : ahead_flying_m;
    return yaw_to(me, field_.ahead_of(me.body.position, by_m), ahead_step_deg);
}

double WayScout::goal_deg(const Actor& me) const {
    return yaw_to(me, middle_of(goal_, scene_.course.plan), goal_step_deg);
}

bool WayScout::ground_is_ahead(const Actor& me) const {
    const Vec3 feet = me.body.position + horizontal(me.body.velocity) * edge_ahead_s;
    constexpr double over_m = 0.4;
    constexpr double under_m = 0.5;
    return cast_ray(scene_.course, feet + world_up * over_m, -world_up, over_m + under_m).has_value();
}

std::vector<WayLook> WayScout::looks(const World& world) const {
    std::vector<WayLook> out;
    if (aims_.empty()) return out;
    const Actor& me = world.actors.front();
    const EvaluationContext context = scene_.context(world, me);
    const Vec3 eyes = me.body.position + world_up * number(context, context.body().eyes);
    for (const Aim& aim : aims_) {
        const std::string& kind = scene_.program.kinds[aim.kind];
        std::vector<std::pair<double, Vec3>> near;
        for (const Piece& piece : scene_.course.plan.pieces)
            if (piece.solid && glm::length(piece.center - eyes) <= farthest_aim_m &&
                std::find(piece.kinds.begin(), piece.kinds.end(), kind) != piece.kinds.end())
                near.emplace_back(glm::length(piece.center - eyes) + field_.distance_m(piece.center), piece.center);
        std::sort(near.begin(), near.end(), [](const auto& a, const auto& b) { return a.first < b.first; });
        if (near.size() > max_aims) near.resize(max_aims);
        for (const auto& [left, place] : near) {
            const Vec3 to = place - eyes;
            const double pitch_deg = elementary::atan2(to.z, horizontal_length(to)) * degrees_per_radian;
            out.push_back({aim.button, in_steps(yaw_deg(to), look_step_deg), in_steps(pitch_deg, look_step_deg)});
        }
    }
    return out;
}

std::vector<std::string> WayScout::kinds_looked_for() const {
    std::vector<std::string> out;
    for (const Aim& aim : aims_)
        if (const std::string& kind = scene_.program.kinds[aim.kind];
            std::find(out.begin(), out.end(), kind) == out.end())
            out.push_back(kind);
    return out;
}

}  // namespace leap
