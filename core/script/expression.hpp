// SPDX-License-Identifier: MIT
#pragma once

#include <cstdint>
#include <optional>
#include <vector>

#include "core/script/senses.hpp"
#include "core/script/source.hpp"
#include "core/units/id.hpp"

/// What expressions and conditions of a script compile to.
namespace leap {

enum class Op : std::uint8_t {
    constant,
    dial,
    boosted_dial,  ///< with what the phases in force make of it
    folded,
    counter,
    own_counter,  ///< of a fixture: `detail` is its kind
    meter,
    memory,
    memory_vector,
    own_memory,
    own_memory_vector,
    sense,
    sense_vector,
    negate,
    invert,
    add,
    subtract,
    multiply,
    divide,
    power,
    negate_vector,
    add_vector,
    subtract_vector,
    scale_vector,
    divide_vector,
    less,
    less_equal,
    greater,
    greater_equal,
    equal,
    unequal,
    both,
    either,
    skip_if_no,   ///< `and`: past the right side, `detail` steps, when the left side is no
    skip_if_yes,  ///< `or`
    either_vector,
    within,
    pick,
    pick_vector,
    minimum,
    maximum,
    absolute,
    clamp,
    mix,
    square_root,
    sine,
    cosine,
    length,
    flat,
    direction,
    dot,
    shape,
    there,
    target_place,
    round_down,
    round_up,
    round_near,
    sign,
    angle_of,  ///< atan2
    turned,
    noise,
    stick_of
};

/// One step of the stack machine; see core/script/interpreter.hpp.
struct Instruction {
    Op op = Op::constant;
    Sense sense = Sense::rising;
    std::int32_t index = 0;   ///< dial, slot, button, machine ...
    std::int32_t detail = 0;  ///< phase of `active`, number of values of `pick`
    double number = 0.0;      ///< of Op::constant, SI
};

inline Instruction instruction(Op op, std::int32_t index = 0, std::int32_t detail = 0) {
    Instruction out;
    out.op = op;
    out.index = index;
    out.detail = detail;
    return out;
}

/// A checked expression. Those that depend on dials and literals alone are worked out once per tuning ("folded").
struct Expression {
    std::uint32_t first = 0;
    std::uint32_t count = 0;
    std::int32_t folded = -1;  ///< first slot in Tuning::folded, or -1
    bool varies = false;       ///< it may change between two instants: with time, place or velocity
    bool turns = false;        ///< it changes when the character turns
    Type type;
    SourceRange range;
};

/// A quantity whose course inside a tick is known, so that the step can split at the instant it passes a value.
enum class WatchKind : std::uint8_t {
    rising,
    speed,
    feet,
    phase_time,
    stance_time,
    held_time,
    grounded_time,
    airborne_time,
    meter,
    within
};

struct Watch {
    WatchKind kind = WatchKind::rising;
    Sense sense = Sense::grounded;  ///< for `within`
    std::int32_t index = -1;        ///< button, machine or meter
    Expression value;
};

/// A truth together with what must be watched inside a tick to notice in time when it changes.
struct Condition {
    Expression truth;
    std::vector<Watch> watches;
    PieceKindId only_in;  ///< there is one: it can't hold outside of volumes of that kind
    /// It depends on something whose course inside a tick isn't known (a probe, a place, what is touched): the instant
    /// at which it changes is sought by halving, see core/simulation/seek.hpp.
    bool sought = false;
    bool sought_on_ground = false;    ///< it watches a height, which slopes and steps change
    bool sought_when_driven = false;  ///< it watches the speed, which a drive changes by its curve
    bool may_be_sought() const { return sought || sought_on_ground || sought_when_driven; }
};

}  // namespace leap
