// SPDX-License-Identifier: MIT
#include "core/script/senses.hpp"

#include <algorithm>
#include <array>
#include "core/script/old_words.hpp"

namespace leap {
namespace {

namespace dim = dimensions;
constexpr Type number(Dimension dimension) {
    return {ValueKind::number, dimension};
}
constexpr Type vector(Dimension dimension) {
    return {ValueKind::vector, dimension};
}
constexpr Type truth{ValueKind::truth, {}};

constexpr std::array plain{
    SenseInfo{"vertical_speed", Sense::rising, number(dim::speed), "upward speed; negative while falling"},
    SenseInfo{"horizontal_speed", Sense::speed, number(dim::speed),
              "the same as `speed`, which leaves the vertical out"},
    SenseInfo{"speed", Sense::speed, number(dim::speed), "speed over the ground (the flat part of velocity)"},
    SenseInfo{"feet", Sense::feet, number(dim::length), "height of the feet above the course's zero"},
    SenseInfo{"x", Sense::x, number(dim::length), "place along the course's x axis"},
    SenseInfo{"y", Sense::y, number(dim::length), "place along the course's y axis"},
    SenseInfo{"grounded_time", Sense::grounded_time, number(dim::time), "how long the feet have stood; 0 in the air"},
    SenseInfo{"airborne_time", Sense::airborne_time, number(dim::time),
              "how long the feet have been off; 0 on the ground"},
    SenseInfo{"phase_time", Sense::phase_time, number(dim::time), "how long this phase has lasted"},
    SenseInfo{"progress", Sense::share, number(dim::none), "how much of this phase's time has passed, 0 to 1"},
    SenseInfo{"stance_time", Sense::stance_time, number(dim::time), "how long the stance has lasted"},
    SenseInfo{"slope", Sense::slope, number(dim::angle), "steepness of the ground under the feet; 0 in the air"},
    SenseInfo{"velocity", Sense::velocity, vector(dim::speed),
              "velocity in the world; on something that moves counted from it"},
    SenseInfo{"stick", Sense::stick, vector(dim::none), "the stick, turned with the view; its length is 0 to 1"},
    SenseInfo{"stick_ahead", Sense::stick_ahead, number(dim::none), "how far the stick is pushed ahead, -1 to 1"},
    SenseInfo{"stick_side", Sense::stick_side, number(dim::none), "how far it is pushed to the right, -1 to 1"},
    SenseInfo{"forward", Sense::forward, vector(dim::none), "where the character faces"},
    SenseInfo{"right", Sense::right, vector(dim::none), "to the right of where the character faces"},
    SenseInfo{"place", Sense::place, vector(dim::length), "where the feet are"},
    SenseInfo{"up", Sense::up, vector(dim::none), "straight up"},
    SenseInfo{"look", Sense::look, vector(dim::none), "along the view"},
    SenseInfo{"view_ahead", Sense::view_ahead, vector(dim::none), "along the view, level"},
    SenseInfo{"view_right", Sense::view_right, vector(dim::none), "to the right of the view, level"},
    SenseInfo{"ground_normal", Sense::ground_normal, vector(dim::none), "away from the ground; up in the air"},
    SenseInfo{"ground_velocity", Sense::ground_velocity, vector(dim::speed),
              "how fast what one stands on goes there; zero in the air"},
    SenseInfo{"ground_grip", Sense::ground_grip, number(dim::none),
              "share of what steering gains and brakes at on the ground under the feet; 1 in the air"},
    SenseInfo{"wall_normal", Sense::wall_normal, vector(dim::none), "away from the wall last bumped into"},
    SenseInfo{"along_x", Sense::along_x, vector(dim::none), "along the course's x axis"},
    SenseInfo{"along_y", Sense::along_y, vector(dim::none), "along the course's y axis"},
    SenseInfo{"landing_speed", Sense::landing_speed, number(dim::speed),
              "how fast the body came into the ground at its last landing; 0 before"},
    SenseInfo{"bump_speed", Sense::bump_speed, number(dim::speed),
              "how fast it went into the wall or ceiling it bumped into last; 0 before"},
    SenseInfo{"grounded", Sense::grounded, truth, "the feet stand on something walkable"},
    SenseInfo{"airborne", Sense::airborne, truth, "not grounded"},
    SenseInfo{"seated", Sense::seated, truth, "the body sits on a fixture"},
    SenseInfo{"reached", Sense::reached, truth, "the point that is flown to has been reached"},
    SenseInfo{"taut", Sense::taut, truth, "the rope is stretched"},
    SenseInfo{"landed", Sense::landed, truth, "event: the feet have just come to the ground"},
    SenseInfo{"left_ground", Sense::left_ground, truth, "event: the feet have just left the ground"},
    SenseInfo{"respawned", Sense::respawned, truth, "event: the body has just been put back"},
};

constexpr std::array of_fixture{
    SenseInfo{"used", Sense::used, truth, "event: it has the focus and its button has just gone down"},
    SenseInfo{"told", Sense::told, truth, "event: something linked to it has just told it"},
    SenseInfo{"spawned", Sense::spawned, truth, "event: it has just been spawned, and waits no longer"},
    SenseInfo{"touched", Sense::touched, truth, "event: the body has just come to it"},
    SenseInfo{"touching", Sense::touching, truth, "the body is at it"},
    SenseInfo{"focused", Sense::focused, truth, "it has the focus"},
    SenseInfo{"blocked", Sense::blocked, truth, "the body stands where it is"},
    SenseInfo{"clear", Sense::clear, truth, "nobody stands where it is at rest"},
    SenseInfo{"in_sight", Sense::in_sight, truth, "no piece of the course stands between its middle and the body's"},
    SenseInfo{"at_stop", Sense::at_stop, truth,
              "it stands at a stop of its path; where it follows it: it has come to the next one"},
    SenseInfo{"stop_number", Sense::stop_number, number(dim::none),
              "which stop of its path it stands at or has left last; 0 is where it was placed"},
    SenseInfo{"path_ahead", Sense::path_ahead, vector(dim::none), "along its path, the way it goes on"},
    SenseInfo{"load", Sense::load, number(dim::mass),
              "the mass that rests on it: who stands or sits on it, what lies on it, and what rests on those"},
    SenseInfo{"own_place", Sense::own_place, vector(dim::length), "the middle of its underside, at rest"},
    SenseInfo{"own_front", Sense::own_front, vector(dim::none), "where it faces: along its length"},
    SenseInfo{"link_place", Sense::link_place, vector(dim::length), "where one comes out at what it is linked to"},
    SenseInfo{"link_middle", Sense::link_middle, vector(dim::length),
              "where the middle of what it is linked to is now"},
    SenseInfo{"link_room", Sense::link_room, truth, "the body has room there"},
    SenseInfo{"is_held", Sense::is_held, truth, "somebody holds it"},
    SenseInfo{"resting", Sense::resting, truth, "loose, and it lies still"},
    SenseInfo{"own_middle", Sense::own_middle, vector(dim::length), "where its middle is now"},
    SenseInfo{"own_velocity", Sense::own_velocity, vector(dim::speed), "its velocity"},
    SenseInfo{"hand_velocity", Sense::hand_velocity, vector(dim::speed),
              "of the hand that holds it, with the view that it follows; without one its own velocity"},
    SenseInfo{"home_place", Sense::home_place, vector(dim::length), "where its middle was placed"},
    SenseInfo{"grabbed", Sense::grabbed, truth, "event: an empty hand has just reached for it, near or from afar"},
    SenseInfo{"let_go", Sense::let_go, truth, "event: the hand that holds it has just opened"},
    SenseInfo{"used_in_hand", Sense::used_in_hand, truth, "event: the use button of the hand that holds it"},
    SenseInfo{"in_left_hand", Sense::in_left_hand, truth, "the left hand holds it"},
    SenseInfo{"ridden", Sense::ridden, truth, "the body sits on it"},
    SenseInfo{"exit_room", Sense::exit_room, truth, "beside it there is room to step out"},
    SenseInfo{"wheels_down", Sense::wheels_down, number(dim::none), "how many of its wheels are on the ground"},
    SenseInfo{"own_speed", Sense::own_speed, number(dim::speed),
              "along its front while it is loose; negative backwards"},
    SenseInfo{"own_up", Sense::own_up, vector(dim::none), "where its upper side points now"},
    SenseInfo{"own_ahead", Sense::own_ahead, vector(dim::none), "where its front points now"},
    SenseInfo{"own_left", Sense::own_left, vector(dim::none), "where its left side points now"},
    SenseInfo{"hinge_angle", Sense::hinge_angle, number(dim::angle),
              "how far its hinge has turned from where it was placed"},
    SenseInfo{"slider_offset", Sense::slider_way, number(dim::length),
              "how far its slider has gone from where it was placed"},
    SenseInfo{"slip_angle", Sense::slip_angle, number(dim::angle), "between where it points and where it goes"},
    SenseInfo{"sunk", Sense::sunk, number(dim::length), "how far its springs are squeezed, on average"},
    SenseInfo{"holder_place", Sense::holder_place, vector(dim::length),
              "where its holder stands; its own place without"},
    SenseInfo{"holder_look", Sense::holder_look, vector(dim::none),
              "where its holder looks; a fixture along its front"},
};

constexpr std::array with_button{
    SenseInfo{"held", Sense::held, truth, "the button is down"},
    SenseInfo{"pressed", Sense::pressed, truth, "event: the button has just gone down"},
    SenseInfo{"released", Sense::released, truth, "event: the button has just come up"},
    SenseInfo{"held_time", Sense::held_time, number(dim::time), "how long the button has been down; 0 when up"},
    SenseInfo{"press_length", Sense::press_length, number(dim::time),
              "how long the last press lasted, or the present one has so far"},
};

constexpr std::array with_volume{
    SenseInfo{"inside", Sense::inside, truth, "some of the body is in a volume of that kind"},
    SenseInfo{"entered", Sense::entered, truth, "event: the body has just come into one; asked by characters"},
    SenseInfo{"left", Sense::left_volume, truth, "event: the body has just come out of it; asked by characters"},
    SenseInfo{"depth", Sense::depth, number(dim::length), "of the feet below its surface; 0 outside"},
    SenseInfo{"submerged", Sense::share_in, number(dim::none), "how much of the body's height is in it, 0 to 1"},
};

constexpr std::array with_event{
    SenseInfo{"struck", Sense::struck, truth, "event: a hitbox of that name has just hit somebody; for its owner"},
    SenseInfo{"amount_of", Sense::amount_of, number(dim::none), "how much the event last heard came with; 0 before"},
    SenseInfo{"direction_of", Sense::way_of, vector(dim::none),
              "the direction it came along: as written, or from who emitted it to here"},
    SenseInfo{"place_of", Sense::place_of, vector(dim::length), "where who emitted it stood then"},
};

constexpr std::array of_probe{
    SenseInfo{"hit", Sense::probe_hit, truth, "it found what it looks for; room: there is room"},
    SenseInfo{"point", Sense::probe_point, vector(dim::length), "where; the body's own place without a hit"},
    SenseInfo{"place", Sense::probe_place, vector(dim::length), "lip: where the feet would stand on top"},
    SenseInfo{"normal", Sense::probe_normal, vector(dim::none), "away from the surface; zero without a hit"},
    SenseInfo{"direction", Sense::probe_direction, vector(dim::none), "from the body towards the point"},
    SenseInfo{"distance", Sense::probe_distance, number(dim::length), "how far; the reach without a hit"},
    SenseInfo{"height", Sense::probe_height, number(dim::length), "of the point above the feet"},
    SenseInfo{"side", Sense::probe_side, number(dim::none), "wall: 1 to the right, -1 to the left, 0 without a hit"},
    SenseInfo{"slope", Sense::probe_slope, number(dim::angle), "steepness of the surface; a wall has 90 deg"},
    SenseInfo{"target", Sense::probe_target, number(dim::none),
              "nearest: the target's number, to remember and collect"},
};

constexpr std::array known_functions{
    FunctionInfo{"pick", "pick(number, first, second, ...)", "the first value for 0, the second for 1, and so on"},
    FunctionInfo{"min", "min(a, b)", "the smaller of two"},
    FunctionInfo{"max", "max(a, b)", "the larger of two"},
    FunctionInfo{"abs", "abs(a)", "without its sign"},
    FunctionInfo{"clamp", "clamp(a, low, high)", "a, kept between low and high"},
    FunctionInfo{"mix", "mix(a, b, share)", "a for share 0, b for share 1, between them for shares between"},
    FunctionInfo{"sqrt", "sqrt(a)", "square root; 0 for negative values"},
    FunctionInfo{"sin", "sin(angle)", "sine"},
    FunctionInfo{"cos", "cos(angle)", "cosine"},
    FunctionInfo{"floor", "floor(number)", "the whole number below; of plain numbers"},
    FunctionInfo{"ceil", "ceil(number)", "the whole number above; of plain numbers"},
    FunctionInfo{"round", "round(number)", "the nearest whole number; of plain numbers"},
    FunctionInfo{"sign", "sign(a)", "1 above zero, -1 below, 0 at it"},
    FunctionInfo{"atan2", "atan2(y, x)", "the angle of a direction with these parts"},
    FunctionInfo{"turned", "turned(vector, angle)", "turned about up, to the left for angles above 0"},
    FunctionInfo{
        "noise", "noise(seed, number)",
        "-1 to 1, wandering smoothly as the number goes on: by about one for each 1; the same for the same two"},
    FunctionInfo{"stick_of", "stick_of(8)", "the stick in the nearest of so many directions round the view"},
    FunctionInfo{"length", "length(vector)", "length of a vector"},
    FunctionInfo{"flat", "flat(vector)", "a vector without its upward part"},
    FunctionInfo{"direction", "direction(vector)", "the vector made 1 long; zero stays zero"},
    FunctionInfo{"dot", "dot(a, b)", "scalar product of two vectors"},
    FunctionInfo{"shape", "shape(curve, share)", "the height of a curve at a share"},
    FunctionInfo{"bumped", "bumped(wall), bumped(ceiling) or bumped(kind)", "event: the body has just run into it"},
    FunctionInfo{"heard", "heard(event)", "event: it was emitted at this instant"},
    FunctionInfo{"sent_by", "sent_by(event, tag)", "who emitted it when it was last heard has the tag"},
    FunctionInfo{"has", "has(tag)", "the body carries the tag"},
    FunctionInfo{"touched_by", "touched_by(tag)",
                 "fixtures: event: something with that tag, or of that kind, has come to it"},
    FunctionInfo{"by_has", "by_has(tag)", "fixtures: what has just come to it has the tag"},
    FunctionInfo{"by_lacks", "by_lacks(tag)", "fixtures: what has just come to it has not"},
    FunctionInfo{"holder_has", "holder_has(tag)", "fixtures: it is held, and its holder has the tag"},
    FunctionInfo{"holder_lacks", "holder_lacks(tag)", "fixtures: it is held, and its holder has it not"},
    FunctionInfo{"stands_on", "stands_on(kind)", "the ground under the feet is of that kind"},
    FunctionInfo{"completed", "completed(move)", "event: the move has come to its end"},
    FunctionInfo{"failed", "failed(move)", "event: the move has ended by fail"},
    FunctionInfo{"was_cut", "was_cut(move)", "event: another move has cut it"},
    FunctionInfo{"there", "there(number)", "the target of that number has not been collected"},
    FunctionInfo{"target_place", "target_place(number)", "where the target of that number is"},
};

}  // namespace

std::string type_text(Type type) {
    if (type.kind == ValueKind::truth) return "yes or no";
    if (type.kind == ValueKind::number) return dimension_text(type.dimension);
    if (type.dimension == dimensions::none) return "a direction";
    return "a direction in " + dimension_text(type.dimension);
}

std::span<const SenseInfo> plain_senses() {
    return plain;
}

std::span<const SenseInfo> fixture_senses() {
    return of_fixture;
}

std::span<const SenseInfo> button_senses() {
    return with_button;
}

std::span<const SenseInfo> volume_senses() {
    return with_volume;
}

std::span<const SenseInfo> event_senses() {
    return with_event;
}

std::span<const SenseInfo> probe_senses() {
    return of_probe;
}

std::span<const FunctionInfo> functions() {
    return known_functions;
}

std::optional<SenseInfo> find_sense(std::span<const SenseInfo> senses, std::string_view word) {
    for (const std::string_view wanted : {word, current_sense(word)})
        for (const SenseInfo& sense : senses)
            if (sense.word == wanted) return sense;
    return std::nullopt;
}

bool is_remembered(Sense sense) {
    switch (sense) {
        case Sense::grounded:
        case Sense::airborne:
        case Sense::landed:
        case Sense::left_ground:
        case Sense::bumped_wall:
        case Sense::bumped_ceiling:
        case Sense::held:
        case Sense::pressed:
        case Sense::released:
        case Sense::active: return true;
        default: return false;
    }
}

bool varies_between_instants(Sense sense) {
    switch (sense) {
        case Sense::rising:
        case Sense::speed:
        case Sense::feet:
        case Sense::x:
        case Sense::y:
        case Sense::grounded_time:
        case Sense::airborne_time:
        case Sense::phase_time:
        case Sense::share:
        case Sense::stance_time:
        case Sense::slope:
        case Sense::velocity:
        case Sense::ground_normal:
        case Sense::ground_velocity:
        case Sense::held_time:
        case Sense::place:
        case Sense::press_length:
        case Sense::probe_point:
        case Sense::probe_place:
        case Sense::probe_normal:
        case Sense::probe_direction:
        case Sense::probe_distance:
        case Sense::probe_height:
        case Sense::probe_slope:
        case Sense::own_place:
        case Sense::own_front:
        case Sense::path_ahead:
        case Sense::own_middle:
        case Sense::own_velocity:
        case Sense::hand_velocity:
        case Sense::own_speed:
        case Sense::own_up:
        case Sense::link_middle:
        case Sense::own_ahead:
        case Sense::own_left:
        case Sense::hinge_angle:
        case Sense::slider_way:
        case Sense::holder_place:
        case Sense::slip_angle:
        case Sense::depth:
        case Sense::share_in:
        case Sense::sunk: return true;
        default: return false;
    }
}

bool depends_on_place(Sense sense) {
    switch (sense) {
        case Sense::probe_hit:
        case Sense::probe_side:
        case Sense::probe_target:
        case Sense::stands_on:
        case Sense::ground_grip:
        case Sense::touching:
        case Sense::clear:
        case Sense::in_sight:
        case Sense::blocked:
        case Sense::link_room:
        case Sense::exit_room:
        case Sense::inside:
        case Sense::wheels_down: return true;
        default: return false;
    }
}

}  // namespace leap
