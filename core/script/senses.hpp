// SPDX-License-Identifier: MIT
#pragma once

#include <optional>
#include <span>
#include <string_view>

#include "core/units/dimension.hpp"

namespace leap {

enum class ValueKind : std::uint8_t { number, vector, truth };

/// What an expression is: a number or vector with its dimension, or a truth.
struct Type {
    ValueKind kind = ValueKind::number;
    Dimension dimension;

    friend bool operator==(const Type&, const Type&) = default;
};

/// "m/s", "a direction", "yes or no" ... as it is said in messages.
std::string type_text(Type type);

/// Everything a script can ask about the character, by its word.
enum class Sense : std::uint8_t {
    rising,
    speed,
    feet,
    x,
    y,
    grounded_time,
    airborne_time,
    phase_time,
    share,
    stance_time,
    slope,
    velocity,
    stick,
    forward,
    right,
    up,
    look,
    ground_normal,
    ground_velocity,
    wall_normal,
    grounded,
    airborne,
    landed,
    left_ground,
    bumped_wall,
    bumped_ceiling,
    held,
    pressed,
    released,
    held_time,
    heard,
    active,
    place,
    press_length,
    has_tag,
    bumped_kind,
    stands_on,
    completed,
    failed,
    was_cut,
    reached,
    taut,
    probe_hit,
    probe_point,
    probe_place,
    probe_normal,
    probe_direction,
    probe_distance,
    probe_height,
    probe_side,
    probe_slope,
    probe_target,
    respawned,
    used,
    told,
    touched,
    touching,
    focused,
    blocked,
    clear,
    own_place,
    own_front,
    link_place,
    link_room,
    touched_by,
    by_has,
    holder_has,
    is_held,
    resting,
    own_middle,
    own_velocity,
    hand_velocity,
    home_place,
    holder_place,
    holder_look,
    seated,
    ridden,
    stick_ahead,
    stick_side,
    wheels_down,
    own_speed,
    link_middle,
    in_sight,
    at_stop,
    load,
    stop_number,
    path_ahead,
    own_ahead,
    own_left,
    hinge_angle,
    slider_way,
    own_up,
    slip_angle,
    sunk,
    exit_room,
    grabbed,
    let_go,
    used_in_hand,
    in_left_hand,
    inside,
    entered,
    left_volume,
    depth,
    share_in,
    landing_speed,
    bump_speed,
    along_x,
    along_y,
    struck,
    amount_of,
    way_of,
    place_of,
    sent_by,
    view_ahead,
    view_right,
    ground_grip,
    spawned
};

/// Events that happen to one fixture: one that asks for nothing else in a phase is passed over until then.
constexpr bool is_fixture_event(Sense sense) {
    return sense == Sense::used || sense == Sense::told || sense == Sense::spawned || sense == Sense::touched ||
           sense == Sense::touched_by || sense == Sense::grabbed || sense == Sense::let_go ||
           sense == Sense::used_in_hand || sense == Sense::heard;
}

/// Whether it changes while time passes between two instants. The others change at instants only, by inputs or rules;
/// `forward` and `right` only while the character turns.
bool varies_between_instants(Sense sense);

/// Whether it is a truth about where things are, which changes while they move.
bool depends_on_place(Sense sense);

struct SenseInfo {
    std::string_view word;
    Sense sense;
    Type type;
    std::string_view meaning;
};

/// Senses without brackets, in the order of the reference.
std::span<const SenseInfo> plain_senses();
/// Whether the state keeps the time at which a sense held last, so that `within` can look back on it.
bool is_remembered(Sense sense);
/// What a fixture can ask about itself.
std::span<const SenseInfo> fixture_senses();
/// Senses that take a button: held(jump), pressed(jump), released(jump), held_time(jump), press_length(jump).
std::span<const SenseInfo> button_senses();

/// Senses that take a kind of volume: inside(water), entered(water), left(water), depth(water), share_in(water).
std::span<const SenseInfo> volume_senses();

/// Senses that take an event: struck(punch), amount_of(punch), way_of(punch), place_of(punch).
std::span<const SenseInfo> event_senses();

/// What can be asked of a probe: tip.hit, tip.point ...
std::span<const SenseInfo> probe_senses();

/// By the word of today or by the one that scripts used to be written with; see old_words.hpp.
std::optional<SenseInfo> find_sense(std::span<const SenseInfo> senses, std::string_view word);

struct FunctionInfo {
    std::string_view word;
    std::string_view usage;
    std::string_view meaning;
};

/// pick, min, max ...: functions of values.
std::span<const FunctionInfo> functions();

}  // namespace leap
