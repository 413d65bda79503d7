// SPDX-License-Identifier: MIT
#include "core/senses/evaluate.hpp"

#include <algorithm>
#include <cmath>
#include <numbers>

#include "core/defaults.hpp"
#include "core/script/interpreter.hpp"
#include "core/senses/fixture_path.hpp"
#include "core/senses/fixtures.hpp"
#include "core/senses/hands.hpp"
#include "core/senses/joints.hpp"
#include "core/senses/load.hpp"
#include "core/senses/loose_place.hpp"
#include "core/senses/news.hpp"
#include "core/senses/probes.hpp"
#include "core/senses/seat.hpp"
#include "core/senses/subject.hpp"
#include "core/senses/surface_motion.hpp"
#include "core/senses/volumes.hpp"
#include "core/units/elementary.hpp"
#include "core/units/turn.hpp"

namespace leap {
namespace {

const MachineState& machine_state(const EvaluationContext& context, MachineId machine) {
    // A kind of fixture speaks of whichever of them asks.
    const bool own = context.fixture && context.program.machines[machine].kind == MachineKind::fixture;
    return own ? context.world.machines[context.fixture] : context.actor.machines[machine];
}
const ButtonState& button_state(const EvaluationContext& context, int index) {
    return context.actor.buttons[ButtonId::read(index)];
}
std::string_view kind_name(const EvaluationContext& context, int index) {
    return context.program.kinds[PieceKindId::read(index)];
}
double as_number(bool value) {
    return value ? 1.0 : 0.0;
}

/// The stick turned with the view. On a locked plane it runs along the plane instead.
Vec3 stick_in_world(const EvaluationContext& context) {
    const Vec2 stick = context.actor.stick;
    if (context.body().locked_axis == 1) return {stick.x, 0.0, 0.0};
    if (context.body().locked_axis == 0) return {0.0, stick.x, 0.0};
    const auto [s, c] = elementary::sin_cos(context.actor.look_yaw);
    return {c * stick.y + s * stick.x, s * stick.y - c * stick.x, 0.0};
}

double dial_boost(const EvaluationContext& context, DialId dial);

struct MomentSenses {
    const EvaluationContext& context;
    double number(Sense sense, int index, int detail) const { return sense_number(context, sense, index, detail); }
    Vec3 vector(Sense sense, int index) const { return sense_vector(context, sense, index); }
    double boost(DialId dial) const { return dial_boost(context, dial); }
    double meter(int index) const { return context.actor.meters[MeterId::read(index)].value; }
    bool there(double target) const { return target_there(context, target_index(target)); }
    Vec3 target_place(double target) const {
        const std::int32_t index = target_index(target);
        return index < 0 ? context.actor.body.position
                         : context.course->plan.targets[static_cast<std::size_t>(index)].position;
    }
    /// The stick's nearest of `directions` round the view, as far as it is pushed.
    Vec3 stick_of(double directions) const {
        const Vec3 pushed = stick_in_world(context);
        const double length = glm::length(pushed);
        if (length < 1e-9 || !(directions >= 1.0)) return Vec3{0.0};
        const double step = 2.0 * std::numbers::pi / std::floor(directions);
        const double from_view = elementary::atan2(pushed.y, pushed.x) - context.actor.look_yaw;
        const double angle = context.actor.look_yaw + std::round(from_view / step) * step;
        return facing_direction(angle) * length;
    }
    std::int32_t target_index(double number) const {
        const std::size_t count = context.course == nullptr ? 0 : context.course->plan.targets.size();
        return number >= 0.0 && number < static_cast<double>(count) ? static_cast<std::int32_t>(number) : -1;
    }
    double counter(int index) const { return context.actor.counters[CounterId::read(index)].value; }
    double own_counter(int kind, int index) const {
        const auto fixture = fixture_meant(context, MachineId::read(kind));
        if (!fixture) return 0.0;
        const std::size_t first = context.layout.fixtures[*fixture].first_counter;
        return context.world.counters[first + static_cast<std::size_t>(index)].value;
    }
    double own_memory(int kind, int index) const {
        const auto slot = memory_slot(context, MachineId::read(kind), index);
        return slot ? context.world.memory[slot->index] : 0.0;
    }
    double memory(int slot) const { return context.actor.memory[static_cast<std::size_t>(slot)]; }
    bool within(const Instruction& in, double seconds) const {
        return context.now() - last_true(context, in.sense, in.index) <= seconds;
    }
};

double probe_number(const EvaluationContext& context, Sense sense, int index) {
    const ProbeResult result = ask_probe(context, index);
    switch (sense) {
        case Sense::probe_hit: return as_number(result.hit);
        case Sense::probe_distance: return result.distance;
        case Sense::probe_height: return result.point.z - context.feet().z;
        case Sense::probe_side: return result.side;
        case Sense::probe_slope: return result.hit ? elementary::acos(std::clamp(result.normal.z, -1.0, 1.0)) : 0.0;
        default: return result.target;
    }
}

Vec3 probe_vector(const EvaluationContext& context, Sense sense, int index) {
    const ProbeResult result = ask_probe(context, index);
    if (sense == Sense::probe_point) return result.point;
    if (sense == Sense::probe_place) return result.place;
    if (sense == Sense::probe_normal) return result.normal;
    return direction_or_zero(result.point - result.from);
}

/// What the phases in force and the stance make of a dial, together.
double dial_boost(const EvaluationContext& context, DialId dial) {
    double out = 1.0;
    const auto add = [&](MachineId machine) {
        const Phase* phase = phase_in_force(context, machine);
        if (phase == nullptr) return;
        for (const DialBoost& boost : phase->effects.dial_boosts)
            if (boost.dial == dial) out *= std::max(0.0, leap::number(context, boost.share));
    };
    for (const MachineId move : context.actor.moves) add(move);
    add(context.actor.stance);
    return out;
}

std::size_t own_fixture(const EvaluationContext& context) {
    return context.fixture.at();
}

const RigidState& loose_of(const EvaluationContext& context) {
    return context.world.loose[*context.layout.fixtures[own_fixture(context)].rigid];
}

Vec3 look_direction(const Actor& actor) {
    const elementary::SinCos yaw = elementary::sin_cos(actor.look_yaw);
    const elementary::SinCos pitch = elementary::sin_cos(actor.look_pitch);
    return {yaw.cos * pitch.cos, yaw.sin * pitch.cos, pitch.sin};
}

/// Where the one who holds a fixture stands or looks; what nobody holds speaks of itself.
Vec3 of_holder(const EvaluationContext& context, std::size_t i, Sense sense) {
    const auto rigid = context.layout.fixtures[i].rigid;
    const Owner holder = rigid ? context.world.loose[*rigid].holder : nobody;
    if (holder.is_actor()) {
        const Actor& who = context.world.actors[static_cast<std::size_t>(holder.index)];
        return sense == Sense::holder_place ? who.body.position : look_direction(who);
    }
    const FixturePose pose = fixture_pose(context, holder.is_fixture() ? static_cast<std::size_t>(holder.index) : i);
    if (sense == Sense::holder_look) return facing_direction(pose.turn_rad);
    return pose.center - world_up * pose.half.z;
}

/// Whether a character has just done this to a fixture: the one whose coming is being answered, or any.
bool done_to(const EvaluationContext& context, std::size_t i, FixtureEvent event) {
    if (context.by.is_actor()) {
        const Actor& who = context.world.actors[static_cast<std::size_t>(context.by.index)];
        return (who.contacts[i].events & event) != 0;
    }
    return any_event(context.world, i, event);
}

/// No character, and nothing loose, stands where a fixture is or would be at rest.
bool is_clear(const EvaluationContext& context, std::size_t i) {
    const FixturePose home = fixture_pose(context, i, true);
    const FixturePose now = fixture_pose(context, i);
    return std::none_of(context.world.actors.begin(), context.world.actors.end(),
                        [&](const Actor& a) {
                            const Capsule capsule{a.radius, a.height};
                            return meets(home, capsule, a.body.position, defaults::clear_gap_m) ||
                                   meets(now, capsule, a.body.position, defaults::clear_gap_m);
                        }) &&
           !loose_lies_in(context, i);
}

/// Whether no piece of the course stands between a fixture's middle and that of its subject.
bool is_in_sight(const EvaluationContext& context, std::size_t i) {
    const Vec3 way = context.actor.body.position + world_up * (0.5 * context.actor.height) - fixture_middle(context, i);
    return way == Vec3{0.0} ||
           !cast_ray({*context.course}, fixture_middle(context, i), glm::normalize(way), glm::length(way));
}

/// Whether who asks hears an event now; `struck`: hears that their own blow has met somebody.
bool is_heard(const EvaluationContext& context, int event, bool struck) {
    // What has led a fixture through a way is answered.
    if (context.fixture && (context.world.contacts[context.fixture.at()].events & fixture_heard) == 0 && !struck)
        return false;
    const std::vector<Heard>& heard = context.fixture ? context.world.heard : context.actor.heard;
    return std::any_of(heard.begin(), heard.end(), [&](const Heard& one) {
        const bool mine = !context.fixture || one.only.is_nobody() || one.only.is_fixture(context.fixture.at());
        return one.event == event && one.struck == struck && mine;
    });
}

bool fixture_truth(const EvaluationContext& context, Sense sense) {
    if (!context.fixture || context.course == nullptr) return false;
    const std::size_t i = own_fixture(context);
    const bool loose = context.layout.can_be_loose(i);
    switch (sense) {
        case Sense::used: return done_to(context, i, fixture_used);
        case Sense::told: return (context.world.contacts[i].events & fixture_told) != 0;
        case Sense::spawned: return (context.world.contacts[i].events & fixture_spawned) != 0;
        case Sense::touched: return done_to(context, i, fixture_touched);
        case Sense::touching: return any_touching(context.world, i);
        case Sense::focused: return any_focus(context.world, i);
        case Sense::blocked: return context.world.contacts[i].blocked || any_blocking(context.world, i);
        case Sense::grabbed: return done_to(context, i, fixture_grabbed);
        case Sense::let_go: return done_to(context, i, fixture_let_go);
        case Sense::used_in_hand: return done_to(context, i, fixture_used_in_hand);
        case Sense::in_left_hand: return loose && loose_of(context).holder.is_actor() && loose_of(context).hand == 0;
        case Sense::ridden: return any_seated(context.world, i);
        case Sense::exit_room: return place_beside(context, i).has_value();
        case Sense::is_held: return loose && !loose_of(context).holder.is_nobody();
        case Sense::resting: return loose && loose_of(context).body.asleep;
        case Sense::clear: return is_clear(context, i);
        case Sense::in_sight: return is_in_sight(context, i);
        case Sense::at_stop: return path_now(context, i).at_stop;
        default: {
            const auto exit = exit_of_link(context, i);
            return exit &&
                   !deepest_overlap(context.surroundings(), {context.actor.radius, context.actor.height}, exit->feet);
        }
    }
}

/// What a loose fixture says of its own motion.
double loose_number(const EvaluationContext& context, Sense sense) {
    if (!context.fixture || context.course == nullptr || !context.layout.can_be_loose(own_fixture(context))) return 0.0;
    const RigidBody& body = loose_of(context).body;
    if (sense == Sense::own_speed) return glm::dot(body.velocity, body.turn * Vec3{1.0, 0.0, 0.0});
    if (sense == Sense::slip_angle) return slip_angle(body);
    const bool slides = sense == Sense::slider_way;
    if (slides || sense == Sense::hinge_angle) return own_joint_way(context, own_fixture(context), slides);
    const auto wheels = context.layout.rigid[*context.layout.fixtures[own_fixture(context)].rigid].wheels;
    if (!wheels) return 0.0;
    double sum = 0.0;
    for (const WheelState& wheel : context.world.wheels[*wheels])
        sum += sense == Sense::wheels_down ? as_number(wheel.on_ground)
                                           : wheel.squeezed_m / static_cast<double>(wheel_count);
    return sum;
}

Vec3 fixture_vector(const EvaluationContext& context, Sense sense) {
    if (!context.fixture || context.course == nullptr) return Vec3{0.0};
    const std::size_t i = own_fixture(context);
    switch (sense) {
        case Sense::own_middle: return fixture_middle(context, i);
        case Sense::path_ahead: return path_ahead(context, i);
        case Sense::own_up: return fixture_pose(context, i).turn * world_up;
        case Sense::link_middle: return fixture_pose(context, context.layout.fixtures[i].link.value_or(i)).center;
        case Sense::own_ahead: return fixture_pose(context, i).turn * Vec3{1.0, 0.0, 0.0};
        case Sense::own_left: return fixture_pose(context, i).turn * Vec3{0.0, 1.0, 0.0};
        case Sense::own_velocity: {
            return context.layout.can_be_loose(i) ? loose_of(context).body.velocity
                                                  : fixture_velocity(context, i, fixture_pose(context, i).center);
        }
        case Sense::hand_velocity: {
            const auto rigid = context.layout.fixtures[i].rigid;
            if (!rigid) return fixture_velocity(context, i, fixture_pose(context, i).center);
            const RigidState& loose = context.world.loose[*rigid];
            if (!loose.holder.is_actor() || loose.hand < 0) return loose.body.velocity;
            return hand_velocity(context.of_actor(loose.holder.at()), loose.hand);
        }
        case Sense::holder_place:
        case Sense::holder_look: return of_holder(context, i, sense);
        default: break;
    }
    const FixturePose pose = fixture_pose(context, i, true);
    if (sense == Sense::home_place) return pose.center;
    if (sense == Sense::own_front) return facing_direction(pose.turn_rad);
    if (sense == Sense::own_place) return pose.center - Vec3{0.0, 0.0, pose.half.z};
    const auto exit = exit_of_link(context, i);
    return exit ? exit->feet : context.actor.body.position;
}

/// The point that a phase in force flies to has been reached.
bool has_reached(const EvaluationContext& context) {
    for (const MachineId move : context.actor.moves) {
        const Phase* phase = phase_in_force(context, move);
        if (phase == nullptr || !phase->effects.fly) continue;
        return flight_left(context, *phase->effects.fly) <= defaults::reached_m;
    }
    return false;
}

}  // namespace

std::optional<std::size_t> fixture_meant(const EvaluationContext& context, MachineId kind) {
    const auto& all = context.layout.fixtures;
    const auto is_one = [&](FixtureId fixture) { return fixture && all[fixture.at()].kind == kind; };
    if (is_one(context.fixture)) return own_fixture(context);
    if (is_one(context.actor.seat)) return context.actor.seat.at();
    if (all.empty()) return std::nullopt;
    return context.layout.first_of_kind[kind];
}

std::optional<Slot> counter_slot(const EvaluationContext& context, CounterId counter) {
    const CounterInfo& info = context.program.counters[counter];
    if (!info.kind) return Slot{false, counter.at()};
    const auto fixture = fixture_meant(context, info.kind);
    if (!fixture) return std::nullopt;
    return Slot{true, context.layout.fixtures[*fixture].first_counter + static_cast<std::size_t>(info.own)};
}

std::optional<Slot> memory_slot(const EvaluationContext& context, MachineId kind, std::int32_t slot) {
    if (!kind) return Slot{false, static_cast<std::size_t>(slot)};
    const auto fixture = fixture_meant(context, kind);
    if (!fixture) return std::nullopt;
    return Slot{true, context.layout.fixtures[*fixture].first_memory + static_cast<std::size_t>(slot)};
}

const Phase* phase_in_force(const EvaluationContext& context, MachineId machine) {
    const PhaseId phase = machine ? machine_state(context, machine).phase : PhaseId{};
    if (!phase) return nullptr;
    return &context.program.machines[machine].phases[phase];
}

bool holds_something(const World& world, const Owner& who) {
    return std::any_of(world.loose.begin(), world.loose.end(),
                       [&](const RigidState& loose) { return loose.holder == who; });
}

namespace {

bool fixture_has_tag(const EvaluationContext& context, std::size_t i, std::int32_t tag) {
    if (tag == context.program.holding_tag && holds_something(context.world, fixture_owner(i))) return true;
    const Machine* kind = fixture_kind(context, i);
    if (kind != nullptr && kind->is_a(tag)) return true;
    const Phase* phase = fixture_phase(context, i);
    return phase != nullptr &&
           std::find(phase->effects.tags.begin(), phase->effects.tags.end(), tag) != phase->effects.tags.end();
}

bool actor_has_tag(const EvaluationContext& context, const Actor& who, std::int32_t tag) {
    const auto& always = context.program.bodies[who.kind].tags;
    if (std::find(always.begin(), always.end(), tag) != always.end()) return true;
    if (tag == context.program.holding_tag &&
        holds_something(context.world, actor_owner(static_cast<std::size_t>(who.id))))
        return true;
    if (who.tagged_until[static_cast<std::size_t>(tag)] > who.own_time() + 1e-10) return true;
    const auto carries = [&](MachineId machine) {
        const PhaseId phase = machine ? who.machines[machine].phase : PhaseId{};
        if (!phase) return false;
        const auto& tags = context.program.machines[machine].phases[phase].effects.tags;
        return std::find(tags.begin(), tags.end(), tag) != tags.end();
    };
    return carries(who.stance) || std::any_of(who.moves.begin(), who.moves.end(), carries);
}

}  // namespace

bool has_tag(const EvaluationContext& context, const Owner& who, std::int32_t tag) {
    if (who.is_nobody()) return false;
    const auto i = static_cast<std::size_t>(who.index);
    return who.is_actor() ? actor_has_tag(context, context.world.actors[i], tag) : fixture_has_tag(context, i, tag);
}

bool has_tag(const EvaluationContext& context, std::int32_t tag) {
    return actor_has_tag(context, context.actor, tag);
}

bool target_there(const EvaluationContext& context, std::int32_t target) {
    if (context.course == nullptr || target < 0) return false;
    const auto i = static_cast<std::size_t>(target);
    const double struck = i < context.world.target_struck_at.size() ? context.world.target_struck_at[i] : never;
    if (struck == never) return true;
    const std::optional<double>& back = context.course->plan.targets[i].back_after_s;
    return back && context.actor.time - struck >= *back - 1e-10;
}

namespace {

bool volume_changed(const EvaluationContext& context, Sense sense, PieceKindId kind) {
    const auto& heard = context.program.volumes_heard;
    const auto at = static_cast<std::size_t>(std::find(heard.begin(), heard.end(), kind) - heard.begin());
    if (at >= context.actor.volumes.size()) return false;
    return sense == Sense::entered ? context.actor.volumes[at].entered : context.actor.volumes[at].left;
}

}  // namespace

double sense_number(const EvaluationContext& context, Sense sense, int index, int detail) {
    const Actor& s = context.actor;
    switch (sense) {
        case Sense::rising: return context.velocity().z;
        case Sense::speed: return horizontal_length(context.velocity());
        case Sense::feet: return context.feet().z;
        case Sense::x: return context.feet().x;
        case Sense::y: return context.feet().y;
        case Sense::grounded_time: return s.body.grounded ? context.time() - s.contact_since : 0.0;
        case Sense::airborne_time: return s.body.grounded ? 0.0 : context.time() - s.contact_since;
        case Sense::phase_time:
            return !machine_state(context, MachineId::read(index)).phase
                       ? 0.0
                       : context.time() - machine_state(context, MachineId::read(index)).phase_since;
        case Sense::share: {
            const MachineState& machine = machine_state(context, MachineId::read(index));
            if (!machine.phase) return 0.0;
            const Phase& phase = context.program.machines[MachineId::read(index)].phases[machine.phase];
            if (!phase.duration) return 0.0;
            const double length = leap::number(context, *phase.duration);
            return length > 0.0 ? std::clamp((context.time() - machine.phase_since) / length, 0.0, 1.0) : 1.0;
        }
        case Sense::stance_time: return context.time() - machine_state(context, s.stance).phase_since;
        case Sense::landing_speed: return s.landing_mps;
        case Sense::bump_speed: return s.bump_mps;
        case Sense::slope:
            return s.body.grounded ? elementary::acos(std::clamp(s.body.ground_normal.z, -1.0, 1.0)) : 0.0;
        case Sense::grounded: return as_number(s.body.grounded);
        case Sense::airborne: return as_number(!s.body.grounded);
        case Sense::landed: return as_number((s.events & event_landed) != 0);
        case Sense::left_ground: return as_number((s.events & event_left_ground) != 0);
        case Sense::bumped_wall: return as_number((s.events & event_bumped_wall) != 0);
        case Sense::bumped_ceiling: return as_number((s.events & event_bumped_ceiling) != 0);
        case Sense::held: return as_number(button_state(context, index).down);
        case Sense::pressed: return as_number(button_state(context, index).fresh_press);
        case Sense::released: return as_number(button_state(context, index).fresh_release);
        case Sense::held_time:
            return button_state(context, index).down
                       ? std::max(0.0, context.time() - button_state(context, index).pressed_at)
                       : 0.0;
        case Sense::press_length: {
            const ButtonState& button = button_state(context, index);
            if (button.pressed_at == never) return 0.0;
            return (button.down ? context.time() : button.released_at) - button.pressed_at;
        }
        case Sense::has_tag: return as_number(has_tag(context, index));
        case Sense::bumped_kind:
            return as_number((s.events & event_bumped_piece) != 0 && context.course != nullptr &&
                             is_of_kind(*context.course, s.bumped, kind_name(context, index)));
        case Sense::stands_on:
            return as_number(s.body.grounded && context.course != nullptr &&
                             is_of_kind(*context.course, s.body.ground, kind_name(context, index)));
        case Sense::completed:
            return as_number(machine_state(context, MachineId::read(index)).outcome == Outcome::completed);
        case Sense::failed: return as_number(machine_state(context, MachineId::read(index)).outcome == Outcome::failed);
        case Sense::was_cut: return as_number(machine_state(context, MachineId::read(index)).outcome == Outcome::cut);
        case Sense::reached: return as_number(has_reached(context));
        case Sense::taut: return as_number(s.taut);
        case Sense::probe_hit:
        case Sense::probe_distance:
        case Sense::probe_height:
        case Sense::probe_side:
        case Sense::probe_slope:
        case Sense::probe_target: return probe_number(context, sense, index);
        case Sense::heard: return as_number(is_heard(context, index, false));
        case Sense::struck: return as_number(is_heard(context, index, true));
        case Sense::amount_of: return news_of(context, index).amount;
        case Sense::sent_by:
            return as_number(has_tag(context, news_of(context, index).sender, detail));  // nobody has none
        case Sense::respawned: return as_number((s.events & event_respawned) != 0);
        case Sense::used:
        case Sense::told:
        case Sense::spawned:
        case Sense::touched:
        case Sense::touching:
        case Sense::focused:
        case Sense::blocked:
        case Sense::clear:
        case Sense::in_sight:
        case Sense::at_stop:
        case Sense::is_held:
        case Sense::resting:
        case Sense::link_room: return as_number(fixture_truth(context, sense));
        case Sense::seated: return as_number(static_cast<bool>(s.seat));
        case Sense::grabbed:
        case Sense::let_go:
        case Sense::used_in_hand:
        case Sense::in_left_hand:
        case Sense::ridden:
        case Sense::exit_room: return as_number(fixture_truth(context, sense));
        case Sense::stick_ahead: return s.stick.y;
        case Sense::stick_side: return s.stick.x;
        case Sense::load: return context.fixture ? load_on(context, own_fixture(context)) : 0.0;
        case Sense::stop_number: return context.fixture ? last_stop(context, own_fixture(context)) : 0.0;
        case Sense::wheels_down:
        case Sense::own_speed:
        case Sense::hinge_angle:
        case Sense::slider_way:
        case Sense::slip_angle:
        case Sense::sunk: return loose_number(context, sense);
        case Sense::touched_by:
        case Sense::by_has: return as_number(has_tag(context, context.by, index));
        case Sense::holder_has:
            return as_number(context.fixture && fixture_truth(context, Sense::is_held) &&
                             has_tag(context, loose_of(context).holder, index));
        case Sense::inside: return as_number(in_volume(context, PieceKindId::read(index)).inside());
        case Sense::depth: return in_volume(context, PieceKindId::read(index)).depth_m;
        case Sense::ground_grip: return context.course == nullptr ? 1.0 : ground_feel(*context.course, s).grip;
        case Sense::share_in: return in_volume(context, PieceKindId::read(index)).share;
        case Sense::entered:
        case Sense::left_volume: return as_number(volume_changed(context, sense, PieceKindId::read(index)));
        case Sense::active: {
            const PhaseId phase = machine_state(context, MachineId::read(index)).phase;
            const PhaseId wanted = PhaseId::read(detail);
            return as_number(wanted ? phase == wanted : static_cast<bool>(phase));
        }
        default: return 0.0;
    }
}

Vec3 sense_vector(const EvaluationContext& context, Sense sense, int index) {
    const Actor& s = context.actor;
    switch (sense) {
        case Sense::velocity: return context.velocity();
        case Sense::place: return context.feet();
        case Sense::along_x: return {1.0, 0.0, 0.0};
        case Sense::along_y: return {0.0, 1.0, 0.0};
        case Sense::probe_point:
        case Sense::probe_place:
        case Sense::probe_normal:
        case Sense::probe_direction: return probe_vector(context, sense, index);
        case Sense::way_of: return news_of(context, index).way;
        case Sense::place_of: return news_of(context, index).place;
        case Sense::stick: return stick_in_world(context);
        case Sense::forward: return facing_direction(context.facing());
        case Sense::right: return right_of(context.facing());
        case Sense::view_ahead: return facing_direction(s.look_yaw);
        case Sense::view_right: return right_of(s.look_yaw);
        case Sense::look: return look_direction(s);
        case Sense::ground_normal: return s.body.ground_normal;
        case Sense::ground_velocity: return s.ground_velocity;
        case Sense::wall_normal: return s.wall_normal;
        case Sense::own_place:
        case Sense::own_front:
        case Sense::path_ahead:
        case Sense::own_middle:
        case Sense::own_up:
        case Sense::link_middle:
        case Sense::own_ahead:
        case Sense::own_left:
        case Sense::own_velocity:
        case Sense::hand_velocity:
        case Sense::home_place:
        case Sense::holder_place:
        case Sense::holder_look:
        case Sense::link_place: return fixture_vector(context, sense);
        default: return world_up;
    }
}

double last_true(const EvaluationContext& context, Sense sense, int index) {
    const Actor& s = context.actor;
    switch (sense) {
        case Sense::grounded: return s.body.grounded ? context.now() : s.last_grounded;
        case Sense::airborne: return s.body.grounded ? s.last_airborne : context.now();
        case Sense::landed: return s.last_landed;
        case Sense::left_ground: return s.last_left_ground;
        case Sense::held:
            return button_state(context, index).down ? context.now() : button_state(context, index).released_at;
        case Sense::pressed: return button_state(context, index).pressed_at;
        case Sense::released: return button_state(context, index).released_at;
        case Sense::active:
            return machine_state(context, MachineId::read(index)).phase
                       ? context.now()
                       : machine_state(context, MachineId::read(index)).ended_at;
        default: return never;
    }
}

namespace {

template <class Result, class Read>
Result run(const EvaluationContext& context, const Expression& expression, Read read) {
    MomentSenses senses{context};
    Interpreter<MomentSenses> interpreter(context.program, context.tuning, senses);
    interpreter.run(expression);
    return read(interpreter);
}

}  // namespace

double number(const EvaluationContext& context, const Expression& expression) {
    if (expression.folded >= 0) return context.tuning.folded[static_cast<std::size_t>(expression.folded)];
    return run<double>(context, expression, [](const auto& done) { return done.number(); });
}

Vec3 vector(const EvaluationContext& context, const Expression& expression) {
    if (expression.folded >= 0) {
        const auto slot = static_cast<std::size_t>(expression.folded);
        return {context.tuning.folded[slot], context.tuning.folded[slot + 1], context.tuning.folded[slot + 2]};
    }
    return run<Vec3>(context, expression, [](const auto& done) { return done.vector(); });
}

bool truth(const EvaluationContext& context, const Expression& expression) {
    return number(context, expression) != 0.0;
}

bool holds(const EvaluationContext& context, const Condition& condition) {
    if (condition.only_in && !may_be_in(context, condition.only_in)) return false;
    return truth(context, condition.truth);
}

}  // namespace leap
