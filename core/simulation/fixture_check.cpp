// SPDX-License-Identifier: MIT
#include "core/simulation/fixture_check.hpp"

#include <fmt/format.h>

#include <algorithm>
#include <map>
#include <optional>

#include "core/defaults.hpp"
#include "core/script/diagnostic.hpp"
#include "core/senses/fixtures.hpp"
#include "core/simulation/start.hpp"
#include "core/world/query.hpp"

namespace leap {
namespace {

bool reads_link(const Program& program, const Expression& said, std::size_t depth = 0) {
    for (std::uint32_t i = 0; i < said.count; ++i) {
        const Instruction& in = program.code[said.first + i];
        if (in.op != Op::sense && in.op != Op::sense_vector) continue;
        if (in.sense == Sense::link_middle) return true;
        const bool probe = in.sense == Sense::probe_hit || in.sense == Sense::probe_distance ||
                           in.sense == Sense::probe_height || in.sense == Sense::probe_side ||
                           in.sense == Sense::probe_slope || in.sense == Sense::probe_target ||
                           in.sense == Sense::probe_point || in.sense == Sense::probe_place ||
                           in.sense == Sense::probe_normal || in.sense == Sense::probe_direction;
        if (!probe || depth >= program.probes.size()) continue;
        const ProbeInfo& asked = program.probes[static_cast<std::size_t>(in.index)];
        for (const auto* each : {&asked.direction, &asked.reach, &asked.low, &asked.high, &asked.cone, &asked.at})
            if (*each && reads_link(program, **each, depth + 1)) return true;
    }
    return false;
}

/// Whether where such a fixture stands is worked out from where its link stands, in some phase.
bool pose_reads_link(const Program& program, const Machine& kind) {
    const auto reads = [&](const std::optional<Expression>& said) { return said && reads_link(program, *said); };
    const auto reads_any = [&](const std::optional<std::array<Expression, 3>>& said) {
        return said && std::any_of(said->begin(), said->end(),
                                   [&](const Expression& each) { return reads_link(program, each); });
    };
    return std::any_of(kind.phases.begin(), kind.phases.end(), [&](const Phase& phase) {
        const Effects& e = phase.effects;
        if (e.loose) return false;
        return reads_any(e.slide) || reads_any(e.grow) || reads_any(e.carried) || reads(e.swing) || reads(e.face) ||
               reads(e.face_rate) || reads(e.follow) || reads(e.seen_through) || reads(phase.duration);
    });
}

/// Whether a row of links comes to an end.
bool leads_to_end(const std::vector<std::optional<std::size_t>>& next, std::size_t from) {
    std::optional<std::size_t> at = from;
    for (std::size_t steps = 0; at && steps <= next.size(); ++steps) at = next[*at];
    return !at;
}

/// Fixtures that stand where their links stand, round in a ring or in too long a row: nothing says where they are.
void find_pose_rings(const Program& program, const CoursePlan& plan, std::vector<FixtureWarning>& out) {
    std::map<std::string_view, std::size_t> by_name;
    for (std::size_t i = 0; i < plan.fixtures.size(); ++i) by_name.emplace(plan.fixtures[i].name, i);
    std::vector<std::optional<std::size_t>> next(plan.fixtures.size());
    for (std::size_t i = 0; i < plan.fixtures.size(); ++i) {
        const auto kind = program.find_machine(plan.fixtures[i].kind);
        const auto link = by_name.find(plan.fixtures[i].link);
        if (!kind || !program.machines[*kind].fixture || link == by_name.end()) continue;
        if (pose_reads_link(program, program.machines[*kind])) next[i] = link->second;
    }
    std::vector<bool> told(plan.fixtures.size());
    for (std::size_t i = 0; i < plan.fixtures.size(); ++i) {
        std::vector<std::size_t> row{i};
        while (next[row.back()] && row.size() <= defaults::max_pose_chain) {
            row.push_back(*next[row.back()]);
            if (row.back() == i) break;
        }
        const bool ring = row.size() > 1 && row.back() == i;
        const bool too_long = !ring && row.size() > defaults::max_pose_chain;
        if (told[i] || (!ring && !too_long)) continue;
        // A row that leads into a ring is told of there.
        if (too_long && !leads_to_end(next, i)) continue;
        std::string names;
        for (const std::size_t each : row) {
            if (ring) told[each] = true;
            names += fmt::format("{}\"{}\"", names.empty() ? "" : " -> ", plan.fixtures[each].name);
        }
        out.push_back(
            {i, ring
                    ? fmt::format("fixture \"{}\": its position depends on itself ({}); link one of them elsewhere, or "
                                  "move it without link_middle",
                                  plan.fixtures[i].name, names)
                    : fmt::format("fixture \"{}\": its position depends on more than {} others in a row; shorten the "
                                  "row of links",
                                  plan.fixtures[i].name, defaults::max_pose_chain - 1)});
    }
}

bool has_action(const Machine& machine, std::initializer_list<ActionKind> kinds) {
    bool found = false;
    for_each_action(machine, [&](const Action& action) {
        found = found || std::find(kinds.begin(), kinds.end(), action.kind) != kinds.end();
    });
    return found;
}

class Check {
  public:
    Check(const Program& program, const Tuning& tuning, const CoursePlan& plan)
        : course_(build_course(plan)), scene_(program, tuning, course_) {
        world_ = initial_world(scene_, plan.places.empty() ? Vec3{0.0} : plan.places.front().position, 0.0);
    }

    void look_at(std::size_t i, std::vector<FixtureWarning>& out) const {
        const Actor& actor = world_.actors.front();
        const EvaluationContext context = scene_.context(world_, actor);
        const Machine* kind = fixture_kind(context, i);
        if (kind == nullptr) return;
        const PlacedFixture& placed = course_.plan.fixtures[i];
        const auto say = [&](std::string text) { out.push_back({i, fmt::format("{}: {}", placed.name, text)}); };
        const bool teleports = has_action(*kind, {ActionKind::teleport});
        if (placed.link.empty() && (teleports || has_action(*kind, {ActionKind::tell_link})))
            say(fmt::format("{} uses its link, but has none; link it to another fixture", kind->name));
        const bool on_link = std::any_of(kind->phases.begin(), kind->phases.end(), [](const Phase& phase) {
            return phase.effects.tether || (phase.effects.joint && phase.effects.joint->on_link);
        });
        if (on_link && placed.link.empty())
            say(fmt::format("{} is held by its link, but has none; link it to another fixture", kind->name));
        if (on_link && placed.link == placed.name)
            say("a fixture cannot be held by itself; link it to another fixture");
        const bool follows = std::any_of(kind->phases.begin(), kind->phases.end(),
                                         [](const Phase& phase) { return phase.effects.follow.has_value(); });
        if (follows && placed.path.points.empty())
            say(fmt::format("{} follows a path, but has none in the course; draw one from its path handle",
                            kind->name));
        if (!follows && !placed.path.points.empty())
            say(fmt::format("it has a path, but no phase of {} follows it; add follow path at 2 m/s to one",
                            kind->name));
        if (kind->fixture->focus && number(context, kind->fixture->focus->reach) < actor.radius)
            say(
                fmt::format("its focus reaches {:.2f} m, less than the radius of the body ({:.2f} m); "
                            "use a longer reach",
                            number(context, kind->fixture->focus->reach), actor.radius));
        if (teleports || has_action(*kind, {ActionKind::respawn_here})) {
            const Vec3 feet = exit_of(context, i).feet;
            constexpr double sunk_m = 0.02;  // a lantern may stand a little in its floor
            if (deepest_overlap(course_, {actor.radius, actor.height}, feet + world_up * sunk_m))
                say("there is no room for the body at its exit; turn or move it");
            else if (has_action(*kind, {ActionKind::respawn_here}) &&
                     !cast_ray({course_}, feet + world_up * sunk_m, -world_up, defaults::deepest_respawn_m))
                say(fmt::format(
                    "there is no ground within {:g} m below the place in front of it, so one who is put back "
                    "there falls again; turn or move it",
                    defaults::deepest_respawn_m));
        }
    }

  private:
    Course course_;
    SceneView scene_;
    World world_;
};

}  // namespace

std::vector<FixtureWarning> fixture_errors(const Program& program, const CoursePlan& plan) {
    std::vector<FixtureWarning> out;
    std::vector<std::string> kinds;
    std::vector<std::string> names;
    for (const MachineId kind : program.fixtures) kinds.push_back(program.machines[kind].name);
    for (const PlacedFixture& placed : plan.fixtures) names.push_back(placed.name);
    const auto hint = [](const std::string& near) {
        return near.empty() ? std::string() : fmt::format("; did you mean '{}'?", near);
    };
    for (std::size_t i = 0; i < plan.fixtures.size(); ++i) {
        const PlacedFixture& placed = plan.fixtures[i];
        if (std::find(kinds.begin(), kinds.end(), placed.kind) == kinds.end())
            out.push_back({i, fmt::format("fixture \"{}\": unknown kind '{}'{}", placed.name, placed.kind,
                                          hint(nearest_name(placed.kind, kinds)))});
        if (!placed.link.empty() && std::find(names.begin(), names.end(), placed.link) == names.end())
            out.push_back({i, fmt::format("fixture \"{}\" is linked to the unknown fixture \"{}\"{}", placed.name,
                                          placed.link, hint(nearest_name(placed.link, names)))});
    }
    find_pose_rings(program, plan, out);
    return out;
}

std::vector<FixtureWarning> fixture_warnings(const Program& program, const Tuning& tuning, const CoursePlan& plan) {
    std::vector<FixtureWarning> out = fixture_errors(program, plan);
    const Check check(program, tuning, plan);
    constexpr double same_place_m = 0.05;
    for (std::size_t i = 0; i < plan.fixtures.size(); ++i) {
        check.look_at(i, out);
        for (std::size_t j = 0; j < i; ++j)
            if (glm::length(plan.fixtures[i].position - plan.fixtures[j].position) < same_place_m)
                out.push_back({i, fmt::format("{} is at the same position as {}; move one of them",
                                              plan.fixtures[i].name, plan.fixtures[j].name)});
    }
    return out;
}

}  // namespace leap
