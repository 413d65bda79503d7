// SPDX-License-Identifier: MIT
#include "core/rules/actions.hpp"

#include <algorithm>
#include <cmath>
#include <numbers>

#include "core/bodies/ride.hpp"
#include "core/bodies/rigid_bodies.hpp"
#include "core/defaults.hpp"
#include "core/senses/blows.hpp"
#include "core/senses/fixtures.hpp"
#include "core/senses/meters.hpp"
#include "core/senses/news.hpp"
#include "core/senses/subject.hpp"
#include "core/units/elementary.hpp"
#include "core/units/turn.hpp"

namespace leap {
namespace {

void limit_speed(Vec3& velocity) {
    const double speed = glm::length(velocity);
    if (!is_finite(velocity)) velocity = Vec3{0.0};
    if (speed > defaults::fastest_body_mps) velocity *= defaults::fastest_body_mps / speed;
}

/// A sound, where it is made: at a fixture's middle, or at the feet.
SoundCue sound_of(const EvaluationContext& context, const Action& action, FixtureId fixture, const Actor& actor) {
    SoundCue out;
    out.time = actor.time;
    out.voice = static_cast<SoundVoice>(action.index);
    const double loudness = action.loudness ? number(context, *action.loudness) : 1.0;
    out.loudness = loudness > 0.0 ? std::min(loudness, 1.0) : 0.0;
    out.pitch = action.pitch ? number(context, *action.pitch) : 1.0;
    out.place = fixture ? fixture_pose(context, fixture.at()).center : actor.body.position;
    out.actor = actor.id;
    return out;
}

/// The part of the velocity along the direction becomes `speed` (or gains it).
void launch(const EvaluationContext& context, const Action& action, Actor& actor, Emitted& emitted) {
    const Vec3 direction = direction_or_zero(vector(context, action.direction));
    const double speed = number(context, action.amount);
    Vec3& velocity = actor.body.velocity;
    const double before = action.adding ? 0.0 : glm::dot(velocity, direction);
    velocity += direction * (speed - before);
    limit_speed(velocity);
    if (actor.body.grounded && glm::dot(velocity, actor.body.ground_normal) > 1e-6) {
        leave_ground(actor, true);
        take_ground_along(actor);
        emitted.bits |= event_left_ground;
    } else if (!actor.body.grounded && direction.z > 1e-6 && velocity.z > 1e-6) {
        use_up_coyote_time(actor);
    }
}

void keep(double share, MotionPart part, Vec3& velocity) {
    switch (part) {
        case MotionPart::velocity: velocity *= share; break;
        case MotionPart::rising:
            if (velocity.z > 0.0) velocity.z *= share;
            break;
        default: velocity.x *= share; velocity.y *= share;
    }
    limit_speed(velocity);
}

void stop(MotionPart part, Vec3& velocity) {
    switch (part) {
        case MotionPart::velocity: velocity = Vec3{0.0}; break;
        case MotionPart::falling: velocity.z = std::max(0.0, velocity.z); break;
        case MotionPart::rising: velocity.z = std::min(0.0, velocity.z); break;
        case MotionPart::speed: velocity.x = velocity.y = 0.0; break;
    }
}

void count(const EvaluationContext& context, const Action& action, double amount, World& world, Actor& actor) {
    const CounterId counter = CounterId::read(action.index);
    const CounterInfo& info = context.program.counters[counter];
    const auto slot = counter_slot(context, counter);
    if (!slot) return;
    double& value = (slot->of_fixture ? world.counters : actor.counters)[slot->index].value;
    const double wanted = action.kind == ActionKind::set_counter ? amount : value + amount;
    value = std::clamp(wanted, info.low, info.high);
}

void remember(const EvaluationContext& context, const Action& action, World& world, Actor& actor) {
    const MemoryInfo& info = context.program.memories[static_cast<std::size_t>(action.index)];
    const auto slot = memory_slot(context, info.kind, info.slot);
    if (!slot) return;
    std::vector<double>& memory = slot->of_fixture ? world.memory : actor.memory;
    if (info.type.kind != ValueKind::vector) {
        memory[slot->index] = number(context, action.amount);
        return;
    }
    const Vec3 value = vector(context, action.amount);
    for (int i = 0; i < 3; ++i) memory[slot->index + static_cast<std::size_t>(i)] = value[i];
}

void spend_at(const EvaluationContext& context, const Action& action, double amount, Actor& actor) {
    const MeterId meter = MeterId::read(action.index);
    spend(context.program.meters[meter], amount, actor.own_time(), actor.meters[meter]);
}

/// Stands still from now on, or for longer than it does already.
void freeze(double seconds, Actor& actor) {
    if (!(seconds > 0.0)) return;
    const double until = actor.time + std::min(seconds, defaults::max_freeze_s);
    if (!actor.is_frozen()) actor.frozen_from = actor.time;
    actor.frozen_until = std::max(actor.frozen_until, until);
}

/// Who hears it is settled here: nobody in particular, or each of those who are reached.
void emit(const EvaluationContext& context, const Action& action, const World& world, Emitted& emitted) {
    const Emission& emission = action.emission;
    Heard heard;
    heard.event = action.index;
    heard.sender =
        context.fixture ? fixture_owner(context.fixture.at()) : actor_owner(static_cast<std::size_t>(context.actor.id));
    heard.amount = emission.amount ? number(context, *emission.amount) : 0.0;
    heard.way = emission.way ? direction_or_zero(vector(context, *emission.way)) : Vec3{0.0};
    const bool asked_about =
        std::find(context.program.news.begin(), context.program.news.end(), heard.event) != context.program.news.end();
    if (asked_about || emission.within) heard.place = middle_of(context, heard.sender);
    if (!emission.has_receivers()) return emitted.events.push_back(heard);
    const auto offer = [&](const Owner& who) {
        if (who == heard.sender || (emission.to && !has_tag(context, who, *emission.to))) return;
        if (emission.answers && who != news_of(context, *emission.answers).sender) return;
        if (emission.within && glm::length(middle_of(context, who) - heard.place) > number(context, *emission.within))
            return;
        heard.only = who;
        emitted.events.push_back(heard);
    };
    for (std::size_t i = 0; i < world.actors.size(); ++i) offer(actor_owner(i));
    for (std::size_t i = 0; i < world.fixtures.size(); ++i) {
        const Machine* kind = fixture_kind(context, i);
        if (kind == nullptr) continue;
        if (std::find(kind->hears.begin(), kind->hears.end(), heard.event) != kind->hears.end())
            offer(fixture_owner(i));
    }
}

/// A target that isn't there any more, or never was, is struck without effect.
void strike(const EvaluationContext& context, double target, World& world, Actor& actor, Record* record) {
    const auto count = static_cast<double>(world.target_struck_at.size());
    if (!(target >= 0.0) || target >= count || !target_there(context, static_cast<std::int32_t>(target))) return;
    world.target_struck_at[static_cast<std::size_t>(target)] = actor.time;
    if (record != nullptr)
        record->events.push_back({actor.time, EventKind::struck, static_cast<std::int32_t>(target), -1, actor.id});
}

/// Fixtures that wait in the first phase of their kind; the check of the program has seen that it is hidden there.
bool waits_to_be_spawned(const EvaluationContext& context, const World& world, std::size_t i, std::int32_t tag) {
    const Machine* kind = fixture_kind(context, i);
    if (kind == nullptr || !context.layout.fixtures[i].rigid) return false;
    if (!kind->is_a(tag)) return false;
    const bool taken = ((world.contacts[i].events | world.contacts[i].events_ahead) & fixture_spawned) != 0;
    return !taken && fixture_phase(context, i) == &kind->phases[PhaseId(0)];
}

/// The turn about the upward axis after which its front faces along a way; none when that goes straight up or down.
Quat facing(const Vec3& way) {
    return about_axis(horizontal_length(way) > 1e-9 ? elementary::atan2(way.y, way.x) : 0.0, world_up);
}

/// A fixture sees the event in the next round.
void tell(std::size_t fixture, FixtureEvent event, const Owner& by, World& world, StepCache& cache) {
    FixtureContact& contact = world.contacts[fixture];
    contact.events_ahead = static_cast<std::uint8_t>(contact.events_ahead | event);
    contact.told_by_ahead = by;
    cache.note_fixture_change();
}

void spawn(const EvaluationContext& context, const Action& action, World& world, const Actor& actor, StepCache& cache,
           Record* record) {
    const auto note = [&](EventKind kind, std::int32_t index) {
        if (record != nullptr) record->events.push_back({actor.time, kind, index, -1, actor.id});
    };
    for (std::size_t i = 0; i < world.fixtures.size(); ++i) {
        if (!waits_to_be_spawned(context, world, i, action.index)) continue;
        const Vec3 place = vector(context, action.direction);
        if (!is_finite(place)) return;  // nowhere: it goes on waiting
        RigidState& loose = world.loose[*context.layout.fixtures[i].rigid];
        const Emission& how = action.emission;
        const Vec3 way = how.way ? direction_or_zero(vector(context, *how.way)) : Vec3{0.0};
        loose.body.place = place;
        if (how.way) loose.body.turn = facing(way);
        loose.body.velocity = how.amount ? way * number(context, *how.amount) : Vec3{0.0};
        limit_speed(loose.body.velocity);
        loose.body.spin = Vec3{0.0};
        loose.body.asleep = false;
        loose.body.still_s = 0.0;
        loose.holder = nobody;
        // Who makes it doesn't meet it before they have been apart, like one who throws.
        loose.passes =
            context.fixture ? fixture_owner(context.fixture.at()) : actor_owner(static_cast<std::size_t>(actor.id));
        tell(i, fixture_spawned, context.fixture ? doer_of(world, context.fixture.at()) : loose.passes, world, cache);
        return note(EventKind::spawned, static_cast<std::int32_t>(i));
    }
    note(EventKind::none_waits, action.index);
}

/// The body stands somewhere else all at once, on the ground when there is any under its feet.
void place_body(const SceneView& scene, const StepCache& cache, const Vec3& feet, const Vec3& velocity, Actor& actor) {
    BodyShape shape = scene.shape(actor);
    shape.capsule = {actor.radius, actor.height};
    const Surroundings around = cache.surroundings();
    BodyState placed;
    placed.position = feet;
    placed.velocity = velocity;
    placed = settle_body(around, shape, free_body(around, shape, placed), shape.step_up);
    const bool stood = actor.body.grounded;
    if (stood && !placed.grounded) leave_ground(actor, true);
    if (!stood && placed.grounded) actor.contact_since = actor.own_time();
    actor.body = placed;
    actor.ground_velocity = Vec3{0.0};
    actor.seat = {};
}

/// Through to the other side: the velocity turns as the exit is turned against the way in.
void teleport(const SceneView& scene, const EvaluationContext& context, bool keeps_velocity, Actor& actor,
              Record* record) {
    const auto i = context.fixture.at();
    const auto note = [&](EventKind kind) {
        if (record != nullptr) record->events.push_back({actor.time, kind, static_cast<std::int32_t>(i), -1, actor.id});
    };
    const auto exit = exit_of_link(context, i);
    if (!exit || deepest_overlap(context.surroundings(), {actor.radius, actor.height}, exit->feet))
        return note(EventKind::refused);
    const double turn = *turn_through(context, i);
    const auto [s, c] = elementary::sin_cos(turn);
    const Vec3 v = actor.body.velocity;
    const Vec3 turned{c * v.x - s * v.y, s * v.x + c * v.y, v.z};
    place_body(scene, *context.cache, exit->feet, keeps_velocity ? turned : Vec3{0.0}, actor);
    actor.facing = std::remainder(actor.facing + turn, 2.0 * std::numbers::pi);
    note(EventKind::teleported);
}

/// `hold`: the owner that has just touched, grabbed or used the thing becomes its holder. `throw`: its holder lets go
/// of it.
void action_of_loose(const EvaluationContext& context, std::size_t i, const Action& action, World& world, Actor& actor,
                     Record* record) {
    const auto rigid = context.layout.fixtures[i].rigid;
    if (!rigid) return;
    RigidState& loose = world.loose[*rigid];
    const auto note = [&](EventKind kind, const Owner& who) {
        if (record == nullptr) return;
        record->events.push_back({actor.time, kind, static_cast<std::int32_t>(i), who.is_fixture() ? who.index : -1,
                                  who.is_actor() ? who.index : -1});
    };
    if (action.kind == ActionKind::hold) {
        const bool by_hand = (actor.contacts[i].events & fixture_grabbed) != 0;
        const bool by_use = (actor.contacts[i].events & fixture_used) != 0;
        const Owner who = by_hand || by_use ? actor_owner(static_cast<std::size_t>(actor.id)) : context.by;
        if (!loose.holder.is_nobody() || who.is_nobody()) return;  // one holder per thing
        if (is_held_by(context.layout, world, who, i)) return note(EventKind::hold_refused, who);
        loose.holder = who;
        if (!by_hand) loose.hand = -1;
        note(by_hand ? EventKind::grabbed : EventKind::caught, who);
        return;
    }
    const Vec3 way = vector(context, action.direction);
    const double amount = number(context, action.amount);
    Vec3 velocity = action.to_point ? velocity_to(context, i, way, amount) : direction_or_zero(way) * amount;
    if (action.adding)
        velocity += loose.holder.is_actor() ? world.actors[static_cast<std::size_t>(loose.holder.index)].body.velocity
                                            : loose.body.velocity;
    limit_speed(velocity);
    loose.body.velocity = velocity;
    loose.body.spin = Vec3{0.0};
    loose.body.asleep = false;
    loose.body.still_s = 0.0;
    note(EventKind::thrown, loose.holder);
}

void action_of_fixture(const SceneView& scene, const EvaluationContext& context, const Action& action, World& world,
                       Actor& actor, StepCache& cache, Record* record) {
    const auto i = context.fixture.at();
    const auto link = context.layout.fixtures[i].link;
    if (action.kind == ActionKind::teleport) {
        teleport(scene, context, action.adding, actor, record);
    } else if (action.kind == ActionKind::respawn_here) {
        actor.respawn = respawn_at(context, i);
    } else if (action.kind == ActionKind::hold || action.kind == ActionKind::throw_it) {
        action_of_loose(context, i, action, world, actor, record);
    } else if (link) {
        tell(*link, fixture_told, doer_of(world, i), world, cache);
    }
}

}  // namespace

RespawnPlace respawn_at(const EvaluationContext& context, std::size_t fixture) {
    const Exit before = exit_of(context, fixture);
    return {before.feet, before.facing_rad, FixtureId(fixture)};
}

void use_up_coyote_time(Actor& actor) {
    actor.last_grounded = never;
}

void leave_ground(Actor& actor, bool by_launch) {
    actor.body.grounded = false;
    actor.body.ground_normal = world_up;
    actor.body.ground = {};
    actor.last_grounded = by_launch ? never : actor.own_time();
    actor.last_left_ground = actor.contact_since = actor.own_time();
}

void run_actions(const SceneView& scene, std::span<const Action> actions, World& world, Actor& actor, Emitted& emitted,
                 StepCache& cache, Record* record, const ActOwner& owner) {
    for (std::size_t i = 0; i < actions.size(); ++i) {
        const Action& action = actions[i];
        EvaluationContext asked = scene.context(world, actor, &cache);
        asked.by = owner.by;
        const EvaluationContext context = owner.fixture ? asked.of_fixture(owner.fixture.at()) : asked;
        if (action.group_when && !truth(context, *action.group_when)) {
            i += action.group - 1;
            continue;
        }
        if (action.when && !truth(context, *action.when)) continue;
        switch (action.kind) {
            case ActionKind::launch: {
                const bool stood = actor.body.grounded;
                launch(context, action, actor, emitted);
                if (stood && !actor.body.grounded && record != nullptr)
                    record->events.push_back({actor.time, EventKind::left_ground, -1, -1, actor.id});
                break;
            }
            case ActionKind::keep: keep(number(context, action.amount), action.part, actor.body.velocity); break;
            case ActionKind::stop: stop(action.part, actor.body.velocity); break;
            case ActionKind::set_counter:
            case ActionKind::add_counter: count(context, action, number(context, action.amount), world, actor); break;
            case ActionKind::remember: remember(context, action, world, actor); break;
            case ActionKind::spend: spend_at(context, action, number(context, action.amount), actor); break;
            case ActionKind::gain: spend_at(context, action, -number(context, action.amount), actor); break;
            case ActionKind::tag: {
                double& until = actor.tagged_until[static_cast<std::size_t>(action.index)];
                until = std::max(until, actor.own_time() + number(context, action.amount));
                break;
            }
            case ActionKind::untag: actor.tagged_until[static_cast<std::size_t>(action.index)] = never; break;
            case ActionKind::pose:
                if (record != nullptr) {
                    const double ms = std::clamp(number(context, action.amount) * 1000.0, 0.0, 60000.0);
                    record->events.push_back(
                        {actor.time, EventKind::posed, action.index, static_cast<std::int32_t>(ms), actor.id});
                }
                break;
            case ActionKind::sound:
                if (record != nullptr) record->sounds.push_back(sound_of(context, action, owner.fixture, actor));
                break;
            case ActionKind::strike: strike(context, number(context, action.amount), world, actor, record); break;
            case ActionKind::spawn: spawn(context, action, world, actor, cache, record); break;
            case ActionKind::hold:
            case ActionKind::throw_it:
            case ActionKind::tell_link:
            case ActionKind::teleport:
            case ActionKind::respawn_here:
                if (owner.fixture) action_of_fixture(scene, context, action, world, actor, cache, record);
                break;
            case ActionKind::respawn:
                place_body(scene, cache, actor.respawn.feet, Vec3{0.0}, actor);
                actor.facing = actor.respawn.facing_rad;
                emitted.bits |= event_respawned;
                if (record != nullptr) record->events.push_back({actor.time, EventKind::respawned, -1, -1, actor.id});
                break;
            case ActionKind::freeze: freeze(number(context, action.amount), actor); break;
            case ActionKind::emit_event:
                emit(context, action, world, emitted);
                if (record != nullptr)
                    record->events.push_back({actor.time, EventKind::emitted, action.index, -1, actor.id});
                break;
        }
        cache.note_change();  // each sees what those before it did
    }
}

}  // namespace leap
