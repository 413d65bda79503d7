// SPDX-License-Identifier: MIT
#include "core/senses/sense_values.hpp"

#include <algorithm>
#include <cmath>

#include "core/defaults.hpp"
#include "core/senses/fixture_path.hpp"
#include "core/senses/fixture_senses.hpp"
#include "core/senses/fixtures.hpp"
#include "core/senses/load.hpp"
#include "core/senses/news.hpp"
#include "core/senses/probes.hpp"
#include "core/senses/subject.hpp"
#include "core/senses/surface_motion.hpp"
#include "core/senses/volumes.hpp"
#include "core/units/elementary.hpp"
#include "core/units/turn.hpp"

namespace leap {

namespace {

const ButtonState& button_state(const EvaluationContext& context, int index) {
    return context.actor.buttons[ButtonId::read(index)];
}
std::string_view kind_name(const EvaluationContext& context, int index) {
    return context.program.kinds[PieceKindId::read(index)];
}
double as_number(bool value) {
    return value ? 1.0 : 0.0;
}

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

/// The point that a phase in force flies to has been reached.
bool has_reached(const EvaluationContext& context) {
    for (const MachineId move : context.actor.moves) {
        const Phase* phase = phase_in_force(context, move);
        if (phase == nullptr || !phase->effects.fly) continue;
        return flight_left(context, *phase->effects.fly) <= defaults::reached_m;
    }
    return false;
}

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
        case Sense::load: return context.fixture ? load_on(context, context.fixture.at()) : 0.0;
        case Sense::stop_number: return context.fixture ? last_stop(context, context.fixture.at()) : 0.0;
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
                             has_tag(context, holder_of(context.layout, context.world, context.fixture.at()), index));
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
        case Sense::bumped_wall: return s.last_bumped_wall;
        case Sense::bumped_ceiling: return s.last_bumped_ceiling;
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

constinit const SenseTable all_senses{sense_number, sense_vector, last_true, may_be_in};

}  // namespace leap
