// SPDX-License-Identifier: MIT
#pragma once

#include "core/play/shown.hpp"
#include "core/wire/bytes.hpp"

/// Which fields of a character, of what is shown of one, and of a fixture go into messages, and in which order. `Flow`
/// is a ByteWriter, with constant values, or a ByteReader. Lists have the length that the program gives them,
/// but for those that are made when they are first needed.
namespace leap {

/// A list that is made when it is first needed: its length goes before it.
template <class Flow, class List>
void length_of(Flow& flow, List& list) {
    std::uint32_t length = static_cast<std::uint32_t>(list.size());
    flow(length);
    if constexpr (Flow::reads) {
        constexpr std::uint32_t longest = 4096;
        if (length <= longest) {
            list.resize(length);
        } else {
            flow.fail();
        }
    }
}

template <class Flow, class Value>
void surface_fields(Flow& flow, Value& surface) {
    flow(surface.kind);
    flow(surface.index);
}

template <class Flow, class Value>
void owner_fields(Flow& flow, Value& owner) {
    flow(owner.kind);
    flow(owner.index);
}

template <class Flow, class Value>
void heard_fields(Flow& flow, Value& heard) {
    flow(heard.event);
    owner_fields(flow, heard.sender);
    owner_fields(flow, heard.only);
    flow(heard.struck);
    flow(heard.amount);
    flow(heard.way);
    flow(heard.place);
}

template <class Flow, class Value>
void machine_fields(Flow& flow, Value& machine) {
    flow(machine.phase);
    flow(machine.phase_since);
    flow(machine.started_at);
    flow(machine.ended_at);
    flow(machine.charges);
    flow(machine.charge_spent_at);
    flow(machine.drive_direction);
    flow(machine.drive_base);
    flow(machine.outcome);
    flow(machine.outcome_ahead);
    flow(machine.blocks_done_until);
}

/// Where the character is and how it moves. Where others see it follows from that.
template <class Flow, class Value>
void motion_fields(Flow& flow, Value& actor) {
    flow(actor.time);
    flow(actor.frozen_from);
    flow(actor.frozen_until);
    flow(actor.body.position);
    flow(actor.body.velocity);
    flow(actor.body.grounded);
    flow(actor.body.ground_normal);
    surface_fields(flow, actor.body.ground);
    flow(actor.facing);
    flow(actor.contact_since);
    flow(actor.last_grounded);
    flow(actor.last_airborne);
    flow(actor.last_landed);
    flow(actor.last_left_ground);
    flow(actor.ground_velocity);
    flow(actor.wall_normal);
    flow(actor.landing_mps);
    flow(actor.bump_mps);
    surface_fields(flow, actor.bumped);
    flow(actor.height);
    flow(actor.radius);
    flow(actor.taut);
    flow(actor.events);
    for (auto& meter : actor.meters) {
        flow(meter.value);
        flow(meter.spent_at);
    }
    for (auto& left : actor.rope_left) flow(left);
    for (auto& contact : actor.contacts) {
        flow(contact.touching);
        flow(contact.blocked);
        flow(contact.events);
    }
    length_of(flow, actor.volumes);
    for (auto& volume : actor.volumes) {
        flow(volume.inside);
        flow(volume.entered);
        flow(volume.left);
    }
    flow(actor.seat);
}

/// Everything of a character. What it hears is empty between ticks.
template <class Flow, class Value>
void actor_fields(Flow& flow, Value& actor) {
    motion_fields(flow, actor);
    flow(actor.look_yaw);
    flow(actor.look_pitch);
    flow(actor.look_rate);
    flow(actor.look_changed_at);
    flow(actor.stick);
    flow(actor.stance);
    for (auto& move : actor.moves) flow(move);
    length_of(flow, actor.news);
    for (auto& news : actor.news) heard_fields(flow, news);
    for (auto& button : actor.buttons) {
        flow(button.down);
        flow(button.pending);
        flow(button.fresh_press);
        flow(button.fresh_release);
        flow(button.pressed_at);
        flow(button.released_at);
    }
    for (auto& counter : actor.counters) {
        flow(counter.value);
        flow(counter.back_since);
    }
    for (auto& remembered : actor.memory) flow(remembered);
    for (auto& until : actor.tagged_until) flow(until);
    // Most machines were never begun: one byte says so.
    for (auto& machine : actor.machines) {
        bool used = machine != MachineState{};
        flow(used);
        if (used) machine_fields(flow, machine);
        if constexpr (Flow::reads) {
            if (!used) machine = MachineState{};
        }
    }
    flow(actor.focus);
    flow(actor.blow_reach_m);
    flow(actor.respawn.feet);
    flow(actor.respawn.facing_rad);
    flow(actor.respawn.fixture);
}

template <class Flow, class Value>
void shown_fields(Flow& flow, Value& shown) {
    flow(shown.time);
    flow(shown.position);
    flow(shown.velocity);
    flow(shown.facing);
    flow(shown.look_yaw);
    flow(shown.look_pitch);
    flow(shown.height);
    flow(shown.radius);
    flow(shown.grounded);
    flow(shown.seat);
    flow(shown.stance);
    for (auto& running : shown.moves) {
        flow(running.move);
        flow(running.phase);
        flow(running.phase_since);
    }
}

template <class Flow, class Value>
void told_fields(Flow& flow, Value& told) {
    flow(told.phase);
    flow(told.phase_since);
    flow(told.from.slide);
    flow(told.from.swing_rad);
    flow(told.from.face_rad);
    flow(told.from.way_m);
    flow(told.from.grown);
}

template <class Flow, class Value>
void rigid_fields(Flow& flow, Value& rigid) {
    flow(rigid.body.place);
    flow(rigid.body.turn);
    flow(rigid.body.velocity);
    flow(rigid.body.spin);
    flow(rigid.body.still_s);
    flow(rigid.body.asleep);
    owner_fields(flow, rigid.holder);
    owner_fields(flow, rigid.passes);
    flow(rigid.from_place);
    flow(rigid.from_turn);
    flow(rigid.hand);
    flow(rigid.pushed);
    flow(rigid.pushed_turn);
    for (auto& support : rigid.rests_on) {
        surface_fields(flow, support.on);
        flow(support.share);
    }
}

}  // namespace leap
