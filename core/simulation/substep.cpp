// SPDX-License-Identifier: MIT
#include "core/simulation/substep.hpp"

#include <algorithm>
#include <cmath>

#include "core/bodies/crossings.hpp"
#include "core/bodies/known_poses.hpp"
#include "core/bodies/motion_law.hpp"
#include "core/bodies/partners.hpp"
#include "core/bodies/ride.hpp"
#include "core/bodies/rigid_bodies.hpp"
#include "core/bodies/swing.hpp"
#include "core/defaults.hpp"
#include "core/rules/actions.hpp"
#include "core/senses/fixtures.hpp"
#include "core/senses/meters.hpp"
#include "core/senses/seat.hpp"
#include "core/simulation/rows.hpp"
#include "core/state/freeze.hpp"
#include "core/world/query.hpp"

namespace leap {
namespace {

/// The capsule that phases want, or the body's own. It grows only where there is room.
void resize(const SceneView& scene, const EvaluationContext& context, const CapsuleSize* size, Actor& actor) {
    Capsule wanted = scene.shape(actor).capsule;
    if (size != nullptr) {
        if (size->radius) wanted.radius = std::clamp(number(context, *size->radius), 0.01, 50.0);
        wanted.height = std::clamp(number(context, size->height), 2.0 * wanted.radius, 200.0);
    }
    if (wanted.radius == actor.radius && wanted.height == actor.height) return;
    const bool grows = wanted.radius > actor.radius || wanted.height > actor.height;
    if (grows && deepest_overlap(context.surroundings(), wanted, actor.body.position)) return;
    actor.radius = wanted.radius;
    actor.height = wanted.height;
}

/// How fast the body went into what it has come to. `velocity`: just before.
void note_speed_of_contact(const MotionResult& moved, const Vec3& velocity, Actor& actor) {
    if (moved.landed) actor.landing_mps = std::max(0.0, -glm::dot(velocity, moved.body.ground_normal));
    if (moved.bumped_wall) actor.bump_mps = std::max(0.0, -glm::dot(velocity, moved.wall_normal));
    if (moved.bumped_ceiling) actor.bump_mps = std::max(0.0, velocity.z);
}

void take_contacts(const MotionResult& moved, Actor& actor, Record* record) {
    const auto note = [&](std::uint32_t bit, EventKind kind) {
        actor.events |= bit;
        if (record != nullptr) record->events.push_back({actor.time, kind, -1, -1, actor.id});
    };
    if (moved.landed) {
        actor.last_airborne = actor.last_landed = actor.contact_since = actor.time;
        note(event_landed, EventKind::landed);
    }
    if (moved.left_ground) {
        leave_ground(actor, false);
        note(event_left_ground, EventKind::left_ground);
    }
    if (moved.bumped_wall) {
        actor.wall_normal = moved.wall_normal;
        actor.last_bumped_wall = actor.time;
        note(event_bumped_wall, EventKind::bumped_wall);
    }
    if (moved.bumped_ceiling) {
        actor.last_bumped_ceiling = actor.time;
        note(event_bumped_ceiling, EventKind::bumped_ceiling);
    }
    if (moved.bumped_wall || moved.bumped_ceiling || moved.landed) {
        actor.events |= event_bumped_piece;
        actor.bumped = moved.landed ? moved.body.ground : moved.bumped;
    }
}

/// The row was written with the acceleration that was wanted. What a drive did, or what a wall that is leaned on took
/// away, is put in its place; changes at the very end (a landing, a bump) belong to the next row.
void correct_row(const Law& law, const MotionResult& moved, const Actor& actor, TraceRow& row) {
    if (moved.seconds <= 0.0 || moved.landed || moved.bumped_wall || moved.bumped_ceiling) return;
    const Vec3 change = (actor.body.velocity - row.velocity) / moved.seconds;
    constexpr double same_mps = 1e-6;
    const Vec3 expected = row.velocity + law.motion.acceleration * moved.seconds;
    if (law.driven) {
        row.acceleration = {change.x, change.y, law.lifted ? change.z : row.acceleration.z};
    } else if (glm::length(expected - actor.body.velocity) > same_mps) {
        row.acceleration = change;
    }
}

/// Who is frozen stands still while time passes; then all it goes by is moved on by as long as it stood.
ActorSubstep stand_frozen(const SceneView& scene, World& world, Actor& actor, double longest, SubstepKind kind,
                          StepCache& cache, Record* record) {
    const EvaluationContext context = scene.context(world, actor, &cache);
    const double until = actor.frozen_until;
    double seconds = std::min(longest, until - actor.time);
    const double steps = std::floor(actor.time / defaults::loose_step_s + 1e-6);
    if (cache.moves_near || cache.others_near || may_meet_partners(scene, world, cache))
        seconds = std::min(seconds, std::max(1e-9, (steps + 1.0) * defaults::loose_step_s - actor.time));
    const double fixtures = time_to_fixtures(context, seconds);
    ActorSubstep out;
    out.from = actor.time;
    out.fixture_due = fixtures < seconds;
    seconds = std::min(seconds, fixtures);
    if (record != nullptr) {
        write_row(scene, world, actor, &cache, Vec3{0.0}, kind.tick_begin, *record);
        record->tracks[static_cast<std::size_t>(actor.id)].rows.back().velocity = Vec3{0.0};
    }
    if (meets_others(world)) out.ride = ride_of(scene, world, actor);
    const bool thaws = actor.time + seconds >= until - 1e-12;
    actor.time = thaws ? until : actor.time + seconds;
    if (thaws) thaw(actor);
    return out;
}

/// Along a wall made of flat sides each edge counts as a new contact. A small turn there is a bend, not an obstacle.
void keep_cling_speed(const Law& law, const MotionResult& moved, Actor& actor) {
    constexpr double sharpest_bend_cos = 0.5;
    if (glm::dot(moved.wall_normal, actor.wall_normal) < sharpest_bend_cos) return;
    const Vec3 along = direction_or_zero(horizontal(actor.body.velocity)) * law.clings_at;
    actor.body.velocity.x = along.x;
    actor.body.velocity.y = along.y;
}

/// How long a law takes for a way of this length, at least (s).
double time_for(const MotionLaw& law, double way) {
    const double speed = glm::length(law.velocity);
    const double pull = glm::length(law.acceleration);
    if (speed * speed + 2.0 * pull * way < 1e-12) return 1e300;
    return 2.0 * way / (speed + std::sqrt(speed * speed + 2.0 * pull * way));
}

/// Who sits on something goes where it goes: here only its time does, see settle_world().
ActorSubstep sit_on(const SceneView& scene, World& world, Actor& actor, double longest, SubstepKind kind,
                    StepCache& cache, Record* record) {
    const EvaluationContext context = scene.context(world, actor, &cache);
    const MeterRates rates = meter_rates(context);
    Law law;
    const double steps = std::floor(actor.time / defaults::loose_step_s + 1e-6);
    law.horizon = std::min(longest, std::max(1e-9, (steps + 1.0) * defaults::loose_step_s - actor.time));
    law.motion = {actor.body.velocity, Vec3{0.0}};
    const NextInstant next = time_to_next_instant(context, law, rates, longest);
    const double seconds = std::min(next.seconds, time_to_meter_change(context, rates));
    if (record != nullptr) write_row(scene, world, actor, &cache, Vec3{0.0}, kind.tick_begin, *record);
    advance_meters(context, rates, seconds, actor);
    ActorSubstep out;
    out.from = actor.time;
    out.seated = true;
    out.fixture_due = next.of_fixture;
    actor.time += seconds;
    return out;
}

/// A drive or flight that stands against a wall or ceiling goes along it for the whole substep: what it can't do isn't
/// tried over and over, in ever less time.
MotionResult lean(const Surroundings& around, const BodyShape& shape, const BodyState& body, const MotionLaw& wanted,
                  double seconds) {
    constexpr int max_walls = 4;
    constexpr double no_time_s = 1e-12;
    MotionLaw law = wanted;
    MotionResult moved;
    moved.body = body;
    double gone = 0.0;
    for (int i = 0; i <= max_walls; ++i) {
        if (i == max_walls) law = {};
        const MotionResult before = moved;
        moved = move_body(around, shape, before.body, law, seconds - gone);
        gone += moved.seconds;
        moved.seconds = gone;
        moved.bumped_ceiling = moved.bumped_ceiling || before.bumped_ceiling;
        if (before.bumped_wall && !moved.bumped_wall) {
            moved.bumped_wall = true;
            moved.wall_normal = before.wall_normal;
            moved.bumped = before.bumped;
        }
        if (moved.landed || moved.left_ground || gone >= seconds - no_time_s) break;
        if (moved.bumped_ceiling) {
            law.velocity.z = std::min(0.0, law.velocity.z);
            law.acceleration.z = std::min(0.0, law.acceleration.z);
        }
        const Vec3 side = direction_or_zero(horizontal(moved.wall_normal));
        law.velocity -= side * std::min(0.0, glm::dot(law.velocity, side));
        law.acceleration -= side * std::min(0.0, glm::dot(law.acceleration, side));
    }
    return moved;
}

/// A law of constant acceleration and nothing besides.
bool is_free(const Law& law) {
    return !law.curved && !law.driven && !law.flying && law.clings_at == 0.0 && law.pull == Vec3{0.0};
}

bool went_as_foreseen(const Law& law, const MotionResult& moved, const Actor& actor) {
    if (moved.landed || moved.left_ground || moved.bumped_wall || moved.bumped_ceiling || moved.slid_round)
        return false;
    Vec3 off = law.motion.velocity + law.motion.acceleration * moved.seconds - actor.body.velocity;
    if (actor.body.grounded) off.z = 0.0;
    constexpr double same_mps = 1e-9;
    return glm::dot(off, off) < same_mps * same_mps;
}

}  // namespace

BodyShape shape_now(const SceneView& scene, const Actor& actor) {
    BodyShape out = scene.shape(actor);
    out.capsule = {actor.radius, actor.height};
    return out;
}

bool take_size(const SceneView& scene, const World& world, Actor& actor, StepCache& cache) {
    if (actor.seat || actor.remote || actor.is_frozen()) return false;
    const Capsule before{actor.radius, actor.height};
    const EvaluationContext context = scene.context(world, actor, &cache);
    resize(scene, context, size_in_force(context), actor);
    return actor.radius != before.radius || actor.height != before.height;
}

ActorSubstep move_actor(const SceneView& scene, World& world, Actor& actor, double longest, SubstepKind kind,
                        StepCache& cache, Record* record) {
    if (actor.seat) return sit_on(scene, world, actor, longest, kind, cache, record);
    if (actor.is_frozen()) return stand_frozen(scene, world, actor, longest, kind, cache, record);
    const EvaluationContext context = scene.context(world, actor, &cache);
    const Forces forces = forces_at(context);
    resize(scene, context, forces.capsule, actor);
    const MeterRates rates = meter_rates(context);
    actor.taut = rope_holds(context, forces, actor);
    Law law;
    if (!actor.taut) {
        law = motion_law(context, forces, actor, longest);
        if (forces.rope != nullptr && !actor.body.grounded)
            law.horizon = time_to_taut(context, forces, law.motion, std::min(longest, law.horizon));
    } else {
        law.horizon = std::min(longest, defaults::max_curved_substep_s);
        law.motion = {actor.body.velocity, swing_acceleration(context, forces, actor)};
    }
    if (kind.coarse) law.horizon = longest;
    // Beside something that moves the body goes on in short substeps, whatever the tick rate: those of loose bodies.
    if (cache.moves_near || cache.others_near || may_meet_partners(scene, world, cache) || actor.blow_reach_m > 0.0) {
        const double steps = std::floor(actor.time / defaults::loose_step_s + 1e-6);
        law.horizon = std::min(law.horizon, std::max(1e-9, (steps + 1.0) * defaults::loose_step_s - actor.time));
    }
    constexpr double just_behind_s = 1e-8;
    const NextInstant next = time_to_next_instant(context, law, rates, longest + just_behind_s);
    double seconds = std::min(next.seconds, time_to_meter_change(context, rates));
    // What is foreseen may never come: along a slope a speed that free fall would reach at once can stay a hair below
    // it. After many splits such an instant is met late rather than tried for again and again, and the tick comes to
    // its end.
    if (kind.coarse) {
        constexpr int coarse_splits = defaults::max_splits_per_tick - defaults::max_fine_splits;
        seconds = std::max(seconds, 1.0 / (scene.rate_hz * coarse_splits));
    }
    if (meets_others(world)) seconds = std::min(seconds, time_for(law.motion, defaults::max_way_per_substep_m));
    const bool nothing_due = seconds > longest + 0.5 * just_behind_s;
    seconds = std::min(seconds, longest);
    if (!actor.taut) take_middle(context, forces, seconds, actor, law);
    if (record != nullptr) write_row(scene, world, actor, &cache, law.motion.acceleration, kind.tick_begin, *record);
    if (law.driven && !law.flying) drive_over(context, forces, seconds, law);
    const bool pulled_up = !law.flying && !law.lifted && law.motion.acceleration.z > 0.0;
    const bool flies_up = law.flying && law.motion.velocity.z > 1e-3;
    const bool lifts_off = actor.body.grounded && (flies_up || pulled_up);
    if (lifts_off) {
        leave_ground(actor, true);
        if (pulled_up) take_ground_along(actor);
        actor.ground_velocity = Vec3{0.0};  // a flight goes at its own speed
    }
    ActorSubstep out;
    out.from = actor.time;
    const Vec3 velocity_before = actor.body.velocity;
    out.fixture_due = next.of_fixture;
    const bool met_nothing = nothing_due && !actor.taut && !lifts_off && is_free(law) && !cache.moves_near;
    if (meets_others(world)) out.ride = ride_of(scene, world, actor);
    const auto go = kind.leaning ? lean : move_body;
    const Vec3 belt = actor.taut ? Vec3{0.0} : belt_under(scene.course, actor);
    const auto in_world = [&] { return MotionLaw{law.motion.velocity + belt, law.motion.acceleration, !flies_up}; };
    MotionResult moved = actor.taut
                             ? swing_body(scene, context, forces, seconds, actor)
                             : go(context.surroundings(), shape_now(scene, actor), actor.body, in_world(), seconds);
    // Round an edge the way has no closed form: short substeps, whatever the tick rate.
    if (moved.slid_round && !actor.taut && moved.seconds > defaults::max_curved_substep_s) {
        if (law.driven && !law.flying) drive_over(context, forces, defaults::max_curved_substep_s, law);
        moved =
            go(context.surroundings(), shape_now(scene, actor), actor.body, in_world(), defaults::max_curved_substep_s);
    }
    if (lifts_off) {
        actor.events |= event_left_ground;
        if (record != nullptr) record->events.push_back({actor.time, EventKind::left_ground, -1, -1, actor.id});
    }
    if (!actor.taut) reel_slack(context, forces, moved.seconds, actor);
    actor.facing = facing_after(context, forces.face, moved.seconds);
    advance_meters(context, rates, moved.seconds, actor);
    actor.body = moved.body;
    actor.time += moved.seconds;
    if (!out.ride) count_from_belt(scene.course, belt, actor);
    if (law.driven && !law.flying) finish_drive(context, forces, law, moved.seconds, actor);
    if (!moved.bumped_wall) {
        actor.body.velocity -= law.pull;
    } else if (law.clings_at > 0.0) {
        keep_cling_speed(law, moved, actor);
    }
    if (record != nullptr)
        correct_row(law, moved, actor, record->tracks[static_cast<std::size_t>(actor.id)].rows.back());
    note_speed_of_contact(
        moved, actor.taut ? velocity_before : law.motion.velocity + law.motion.acceleration * moved.seconds, actor);
    take_contacts(moved, actor, record);
    out.as_foreseen = met_nothing && !out.ride && went_as_foreseen(law, moved, actor);
    out.wanted = law.motion.velocity + law.motion.acceleration * moved.seconds;
    return out;
}

}  // namespace leap
