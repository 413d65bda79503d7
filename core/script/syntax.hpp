// SPDX-License-Identifier: MIT
#pragma once

#include <optional>
#include <string>
#include <string_view>
#include <vector>

#include "core/script/source.hpp"
#include "core/units/dimension.hpp"

/// The syntax tree of one script file: what was written, before names and units are checked.
namespace leap::syntax {

struct Name {
    std::string text;
    SourceRange range;
};

/// A number with its unit as written: `2.1 m`, `-3 m/s`, `180 %`.
struct Literal {
    double written = 0.0;  ///< the number in the unit it was written in
    Unit unit;
    SourceRange range;
    double si() const { return written * unit.scale; }
};

enum class ExprKind {
    literal,
    name,  ///< rising, walk.top
    negate,
    invert,  ///< not
    add,
    subtract,
    multiply,
    divide,
    power,
    less,
    less_equal,
    greater,
    greater_equal,
    equal,
    unequal,
    both,    ///< and
    either,  ///< or: of truths; of directions the first that isn't zero
    call,    ///< held(jump), pick(a, b, c)
    within,  ///< grounded within 0.1 s
    // Only in readings:
    at_start,     ///< Q at start of S
    at_end,       ///< Q at end of S
    at_instant,   ///< Q at press of B, Q at landed (an `instant`, then Q)
    just_before,  ///< Q just before INSTANT: what happens at it is not in it
    of,           ///< duration of S, distance of S, count of S
    time_from,    ///< time from EVENT to EVENT (two parts, each an `instant`)
    instant,      ///< start of S, end of S, press of jump, release of jump, landed
};

/// A stretch of a run that readings speak of: hop, hop.rise, walk, with an ordinal (`hop 2`, `last hop`).
struct Stretch {
    std::string actor;  ///< a body whose character is meant; empty: the reading's, or the first
    SourceRange actor_range;
    std::string owner;
    std::string phase;
    int ordinal = 1;        ///< from 1; 0 is the last
    bool numbered = false;  ///< the text says which one it means
    SourceRange range;
    SourceRange owner_range, phase_range;
};

struct Expr {
    ExprKind kind = ExprKind::literal;
    SourceRange range;
    Literal literal;
    std::string name;    ///< names and calls; the part before the point; senses by the words of today
    std::string was;     ///< the old word that a sense is written with; else empty
    std::string member;  ///< the part behind the point, or empty
    std::vector<Expr> parts;
    Stretch stretch;  ///< readings only
};

struct Range {
    Literal low;
    Literal high;
    SourceRange range;
};

struct Dial {
    std::optional<Name> of;  ///< in a body: whose dial has another value for it, `dial hop.rise = 2 m`
    Name name;
    Literal value;
    std::optional<Range> range;
    std::string meaning;
    SourceRange whole;
};

struct Let {
    Name name;
    Expr value;
};

struct Counter {
    Name name;
    int low = 0;
    int high = 0;
    int start = 0;
    std::optional<int> back_to;
    Expr back_after;
    std::optional<Expr> back_when;
    SourceRange whole;
};

/// A value that every run keeps for readings, curves and pins: `gauge slip = slip_angle "..."`.
struct Gauge {
    Name name;
    Expr value;
    std::string meaning;
};

/// One clause of a statement, as its row of the table of words says it.
struct Clause {
    bool said = false;
    std::vector<Expr> values;
    Name name;       ///< or words in quotes, or which of the clause's words was chosen
    int choice = 0;  ///< of ClauseInfo::choices
};

/// An effect, act or accent: a row of its table (effect_words.hpp, action_words.hpp, accent_words.hpp) with its
/// clauses.
struct Statement {
    std::size_t row = 0;
    std::vector<Clause> clauses;  ///< in the order of the row's
    std::optional<Expr> when;     ///< acts: done only when it holds
    /// Of the first act in brackets: it and those behind it, `group` altogether, are done only when this holds.
    std::optional<Expr> group_when;
    std::size_t group = 0;
    SourceRange range;
};
using Effect = Statement;
using Action = Statement;
using Accent = Statement;

enum class Trigger { start, finish, at, on };

struct Block {
    Trigger trigger = Trigger::start;
    Expr when;  ///< `at`: the time; `on`: the condition
    std::vector<Action> actions;
    SourceRange range;
};

/// A way out of a phase: `go NAME ...`, `end ...` or `fail ...`.
struct Transition {
    std::optional<Name> to;  ///< nothing: the move ends
    bool fails = false;      ///< `fail`: it ends without having done what it is for
    std::optional<Expr> when;
    std::optional<Expr> after;
    std::vector<Action> actions;
    SourceRange range;
};

/// `cut by hop, dash after 0.1 s`: which moves may cut a phase, and from when on.
struct CutRights {
    bool all = false;
    std::vector<Name> moves;
    std::optional<Expr> after;
    SourceRange range;
};

struct Phase {
    Name name;
    std::optional<Expr> duration;
    std::optional<CutRights> cut;
    std::vector<Effect> effects;
    std::vector<Accent> accents;
    std::vector<Block> blocks;
    std::vector<Transition> transitions;
    SourceRange range;
};

struct Gate {
    bool cooldown = false;
    Expr condition;  ///< or the cooldown's length
    std::string reason;
    SourceRange range;
};

struct Charges {
    Expr count;
    std::optional<Expr> refill_when;
    std::optional<Expr> refill_after;
    SourceRange range;
};

enum class ProbeKind { ray, nearest, wall, lip, room, ground };
enum class ProbeFrom { eyes, middle, feet };

/// A question asked of the course wherever the body is: `probe tip = ray look 26 m hits anchor`.
struct Probe {
    Name name;
    ProbeKind kind = ProbeKind::ray;
    ProbeFrom from = ProbeFrom::eyes;
    std::optional<Expr> direction;
    std::optional<Expr> reach;
    std::optional<Expr> low, high;  ///< lip: heights above the feet; room: height
    std::optional<Expr> cone;       ///< nearest: half angle round `direction`
    std::optional<Expr> at;         ///< where the feet are thought to be
    std::optional<Name> wanted;     ///< what it must hit
    SourceRange range;
};

enum class OwnerKind { body, stance, move, meter, fixture };

/// `wheels at 0.9 m, 0.6 m, -0.1 m radius 0.3 m travel 0.3 m stiffness 14 kN/m damping 60 % grip 110 %`
struct Wheels {
    std::vector<Expr> at;  ///< ahead, to the side and up from the middle
    std::optional<Expr> radius, travel, stiffness, damping, grip;
    SourceRange range;
};

/// `hands at 0.3 m, 0.24 m, 1.05 m reach 0.6 m near 0.4 m far 7 m left B use U right B use U`
struct Hands {
    std::vector<Expr> at;  ///< ahead, to the side and up from the feet
    std::optional<Expr> reach, near, far;
    std::optional<Name> left, left_use, right, right_use;
    SourceRange range;
};

/// `focus within 2.4 m on use in front 90 deg`
struct Focus {
    Expr reach;
    std::optional<Expr> front;
    std::optional<Name> button;
};

/// One piece of `wears long_coat "b4863a", tall_hat`
struct Worn {
    Name what;
    std::string color;  ///< six hexadecimal digits; empty: the usual one
    SourceRange range;
};

/// A body, stance, move, meter or fixture.
/// share WHAT, ... as REACH by WHO
struct Share {
    SourceRange range;
    std::vector<Name> what;
    Name reach;
    std::optional<Name> by;
};

struct Owner {
    OwnerKind kind = OwnerKind::move;
    Name name;
    std::optional<Name> base;
    std::vector<Name> bodies;  ///< stances and moves: those they are for; empty: all
    SourceRange range;

    std::vector<Dial> dials;
    std::vector<Let> lets;
    std::vector<Counter> counters;
    std::vector<Gauge> gauges;
    std::vector<Probe> probes;
    std::vector<Accent> accents;  ///< stances
    std::vector<Effect> effects;  ///< stances, and the body's gravity
    std::vector<Block> blocks;    ///< stances: start, finish, on; moves: on

    // stances, and moves that start by themselves
    std::optional<Expr> when;
    std::optional<Expr> until;
    std::vector<Name> from;

    // moves
    std::optional<Name> button;
    std::optional<Expr> start_on;  ///< an event; `when` starts a move too
    std::optional<Name> layer;
    bool cuts_anything = false;
    bool without_gates = false;
    std::vector<Gate> gates;
    std::optional<Expr> buffer;
    std::optional<Charges> charges;
    std::vector<Phase> phases;

    // body, and fixtures that look like people
    std::vector<Worn> wears;

    // body
    std::optional<Expr> radius, height, eyes, step_up, walkable, turn, mass;
    std::vector<Name> tags;
    std::optional<Hands> hands;
    std::optional<char> locked_axis;
    std::optional<Expr> locked_at;

    // fixtures
    std::vector<Expr> box;  ///< length, width and height, or empty; `radius` and `height` say what is round
    std::optional<Expr> friction, bounce;
    std::optional<Wheels> wheels;
    std::optional<Focus> focus;
    std::string prompt;
    std::optional<Name> drawn;  ///< as what
    std::vector<Share> shares;

    // meters
    std::optional<Range> bounds;
    std::optional<Expr> first;
    std::optional<Expr> refill, refill_after, refill_when;
};

struct Button {
    Name name;
    std::vector<std::string> keys;
    std::vector<std::string> pads;
};

struct CurvePoint {
    double x = 0.0;  ///< share of the time, 0 to 1
    double y = 0.0;  ///< share of the strength
};

struct Curve {
    Name name;
    std::vector<CurvePoint> points;
    SourceRange range;
};

struct Reading {
    Name name;
    Expr value;
    std::optional<Stretch> over;
    std::string meaning;
    SourceRange range;
};

struct Mark {
    Name reading;
    Range band;
    std::optional<std::string> tape;
    SourceRange range;
};

struct Use {
    std::string path;
    SourceRange range;
};

struct File {
    std::vector<Use> uses;
    std::vector<Owner> owners;
    std::vector<Button> buttons;
    std::vector<Curve> curves;
    std::vector<Dial> dials;
    std::vector<Let> lets;
    std::vector<Counter> counters;
    std::vector<Probe> probes;
    std::vector<Reading> readings;
    std::vector<Mark> marks;
    std::vector<Share> shares;  ///< of events
};

}  // namespace leap::syntax
