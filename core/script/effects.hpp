// SPDX-License-Identifier: MIT
#pragma once

#include <array>
#include <cstdint>
#include <optional>
#include <string>
#include <vector>

#include "core/script/expression.hpp"

/// What effects, acts and accents compile to; see effect_words.hpp, action_words.hpp and accent_words.hpp for how they
/// are written.
namespace leap {

enum class ActionKind : std::uint8_t {
    launch,
    keep,
    stop,
    set_counter,
    add_counter,
    remember,
    emit_event,
    spend,
    gain,
    tag,
    untag,
    strike,
    pose,
    sound,
    tell_link,
    teleport,      ///< `adding`: the velocity goes on, turned with the exit
    respawn_here,  ///< this fixture becomes the place to come back to
    respawn,
    freeze,
    hold,      ///< the owner that has just touched this fixture becomes its holder
    throw_it,  ///< `adding`: with the holder's speed; with an amount of time: to a point
    spawn      ///< `index`: the tag of the kind; `direction`: the place; `emission`: the way and speed it goes with
};
enum class MotionPart : std::uint8_t { velocity, speed, rising, falling };

/// What only the eye gets.
enum class AccentKind : std::uint8_t { zoom, shake, bob, lean, lag, squash, freeze, pose, trail, line, rumble };

/// Whom an event reaches, and what comes with it.
struct Emission {
    std::optional<std::int32_t> to;    ///< in Program::tags
    std::optional<Expression> within;  ///< m, round the middle of who emits it
    std::optional<Expression> amount;
    std::optional<Expression> way;
    std::optional<std::int32_t> answers;  ///< in Program::news: only who sent that one hears it
    bool has_receivers() const { return to || within || answers; }
};

struct Action {
    ActionKind kind = ActionKind::launch;
    MotionPart part = MotionPart::velocity;
    bool adding = false;
    std::int32_t index = -1;  ///< counter, memory, event, meter, tag or sound
    bool to_point = false;
    Expression direction;  ///< or point
    Expression amount;
    std::optional<Expression> loudness, pitch;  ///< of a sound; see SoundCue
    Emission emission;                          ///< of emit_event
    std::optional<Expression> when;             ///< done only when it holds
    /// Of the first one in brackets: it and those behind it, `group` altogether, are done only when this holds.
    std::optional<Expression> group_when;
    std::uint32_t group = 0;
    SourceRange range;
};

struct Steer {
    Expression speed;
    std::optional<Expression> gain, brake, along;
};

struct Drive {
    Expression direction;
    Expression speed;
    std::int32_t curve = -1;
    bool adding = false;
};

struct Cap {
    Expression speed;
    std::optional<Expression> fading;
};

struct Limit {
    Expression low, high;
};

struct Drain {
    MeterId meter;
    Expression rate;  ///< per second
};

/// A rope from the body's middle to a point. Its length is taken when the phase begins and shortens by the reel.
struct Rope {
    Expression point;
    Expression length;
    std::optional<Expression> reel;
};

/// Flight of the body's middle to a point.
struct Fly {
    Expression point;
    Expression speed;
    std::optional<Expression> stopping_short;
};

/// A volume that goes with who deals the blow, and that whoever it meets is struck by, each once: an upright capsule.
struct Blow {
    std::int32_t event = -1;                       ///< in Program::events: what those hear that it meets
    std::optional<Expression> radius;              ///< m; of an upright capsule
    std::optional<Expression> height;              ///< m; without it a ball
    std::optional<std::array<Expression, 3>> box;  ///< m: its length ahead, width and height; instead of a radius
    std::optional<Expression> turned;              ///< rad to the left, of a box
    std::array<Expression, 3> at;                  ///< m, of its middle: ahead, to the left and up from the feet
    std::optional<Expression> from, until;         ///< s of the phase
    std::optional<Expression> amount;
    std::optional<Expression> way;
    std::optional<std::int32_t> sparing;  ///< in Program::tags: who carries it isn't met
};

/// A force on the body, at a point of it or on its middle.
struct Push {
    Expression direction;
    Expression force;                               ///< N
    std::optional<std::array<Expression, 3>> at{};  ///< m: ahead, to the left, up from its middle, in its own frame
};

/// What moving costs: deceleration per speed, and per speed squared.
struct Drag {
    Expression rate;                     ///< 1/s
    std::optional<Expression> square{};  ///< 1/m
    std::optional<Expression> medium{};  ///< m/s, a velocity: what it comes to
};

/// A spring from the body to a point. Without a length it pulls all the way.
struct Spring {
    Expression point;
    Expression stiffness;                           ///< N/m
    std::optional<Expression> damping{};            ///< N s/m
    std::optional<Expression> length{};             ///< m, at which it does nothing
    std::optional<std::array<Expression, 3>> at{};  ///< as in Push
    bool slack = false;                             ///< shorter than its length it doesn't push: an elastic rope
};

/// About which, or along which, of its own sides a joint lets a thing go.
enum class OwnAxis : std::uint8_t { length, width, height };

/// A hinge or slider that holds a loose thing where it was placed, or at the fixture it is linked to.
struct Joint {
    bool slides = false;
    OwnAxis axis = OwnAxis::width;
    std::optional<std::array<Expression, 3>> at{};    ///< m from its middle, own frame
    std::optional<Expression> low{}, high{};          ///< deg, or m of a slider
    std::optional<Expression> friction{};             ///< N m, or N of a slider
    std::optional<Expression> motor{}, motor_most{};  ///< deg/s with N m, or m/s with N
    bool on_link = false;
};

/// A rope of a length to the fixture it is linked to.
struct Tether {
    Expression length;
    std::optional<std::array<Expression, 3>> at{};
};

/// A share of a dial's value for as long as a phase or stance lasts.
struct DialBoost {
    DialId dial;
    Expression share;
};

struct CapsuleSize {
    Expression height;
    std::optional<Expression> radius;
};

/// What only the eye gets; see core/tape/accents.hpp.
struct Accent {
    AccentKind kind = AccentKind::pose;
    std::optional<Expression> amount, second;
    std::optional<Expression> over, back;  ///< s, eased in and out; without `back` as in
    std::int32_t pose = -1;                ///< in Program::poses
};

/// How a thing lies in the right hand; in the left it is mirrored.
struct Grip {
    std::array<Expression, 3> at;                     ///< ahead, to the left and up from the hand
    std::optional<std::array<Expression, 3>> turned;  ///< about ahead, left and up, in this order
};

/// What holds while a phase or stance does; at most one of each kind, but for drains and tags.
struct Effects {
    std::uint64_t said = 0;  ///< a bit for each row of effect_words() that stands here
    std::optional<Steer> steer;
    std::optional<Expression> gravity;
    std::optional<Drive> drive;
    std::optional<Cap> cap;
    std::optional<Limit> limit;
    std::optional<Rope> rope;
    std::optional<Fly> fly;
    std::int32_t cling = -1;  ///< probe
    std::optional<CapsuleSize> capsule;
    std::optional<Expression> boost;           ///< of the speed that steering goes to
    std::optional<Expression> steering_boost;  ///< of gain and brake of steering
    std::optional<Expression> gravity_boost;   ///< of gravity, the body's or a phase's
    std::vector<DialBoost> dial_boosts;
    std::optional<Expression> face;
    std::optional<Expression> face_rate;  ///< rad/s, of fixtures
    std::vector<Drain> drains;
    std::vector<Blow> blows;
    std::vector<std::int32_t> tags;
    std::vector<Push> pushes;
    std::vector<Spring> springs;
    std::optional<Drag> drag;
    std::vector<Accent> accents;
    // fixtures
    bool solid = false;
    std::optional<std::array<Expression, 3>> slide;  ///< along its length, its width and up
    std::optional<Expression> swing;                 ///< about its hinge
    bool slide_eased = false;                        ///< beginning and ending at rest
    bool swing_eased = false;
    std::optional<std::array<Expression, 3>> grow;  ///< shares of its own length, width and height
    bool grow_eased = false;
    bool stays = false;                ///< where it was when the phase began
    std::optional<Expression> follow;  ///< m/s along its path; nothing: it stays where it is on it
    std::optional<Expression> seen_through;
    std::string say;       ///< words over it
    bool loose = false;    ///< it falls and can be pushed
    bool upright = false;  ///< loose, it doesn't topple
    std::optional<Joint> joint;
    std::optional<Tether> tether;
    bool hidden = false;        ///< neither seen nor touched
    bool returns_home = false;  ///< back to where it was placed, over the phase's time
    std::optional<std::array<Expression, 3>>
        carried;  ///< by its holder: ahead of them, to their left, above their feet
    std::optional<Expression> wheels_push, wheels_brake, wheels_turn;
    std::optional<Grip> in_hand;
    bool glows = false;
    std::optional<std::array<Expression, 3>> seat;  ///< of the body's feet: ahead, to the left, up from its middle
};

}  // namespace leap
