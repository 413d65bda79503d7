// SPDX-License-Identifier: MIT
#pragma once

#include <algorithm>
#include <array>
#include <cstdint>
#include <optional>
#include <string>
#include <tl/expected.hpp>
#include <vector>

#include "core/script/effects.hpp"
#include "core/script/expression.hpp"
#include "core/script/look_name.hpp"
#include "core/script/name_index.hpp"
#include "core/script/senses.hpp"
#include "core/script/source.hpp"
#include "core/script/syntax.hpp"
#include "core/units/dimension.hpp"
#include "core/units/id.hpp"
#include "core/units/vector.hpp"

/// What a script compiles to: immutable tables, free of pointers, that the step function runs.
namespace leap {

struct DialInfo {
    std::string owner;  ///< "" for dials of the file itself
    std::string name;
    double value = 0.0;  ///< SI, as written
    Unit unit;
    std::optional<double> low, high;  ///< SI
    std::string meaning;
    SourceRange name_range;
    SourceRange literal;
    SourceRange whole;
    bool boosted = false;  ///< some phase or stance boosts it
    BodyId body;           ///< for whose characters alone it has this value; none: for all
    DialId replaces;       ///< and the dial whose value it takes the place of
    /// "hop.rise", or "weight" for a dial of the file.
    std::string path() const { return owner.empty() ? name : owner + "." + name; }
};

struct Folded {
    Expression expression;
    std::int32_t slot = 0;
};

struct CounterInfo {
    std::string path;
    double low = 0, high = 0, start = 0;
    std::optional<double> back_to;  ///< nothing: it never goes back by itself
    Expression back_after;
    std::optional<Condition> back_when;
    SourceRange range;
    MachineId kind;        ///< of fixture, each of which counts for itself; none: each character's own
    std::int32_t own = 0;  ///< which of its kind's counters
};

struct MemoryInfo {
    std::string path;
    Type type;
    std::int32_t slot = 0;  ///< in Actor::memory, or behind FixtureState::first_memory; vectors take three
    MachineId kind;         ///< of fixture, each of which remembers for itself; none: each character's own
};

/// Something that is spent and refills.
struct MeterInfo {
    std::string name;
    double low = 0.0, high = 100.0;
    Expression first;
    std::optional<Expression> refill, refill_after;
    std::optional<Condition> refill_when;
    SourceRange range;
};
inline constexpr std::size_t max_meters = 8;

/// A question asked of the course wherever the body is, or a fixture of a kind.
struct ProbeInfo {
    std::string path;
    MachineId fixture;  ///< the kind whose question it is; none: the body's
    syntax::ProbeKind kind = syntax::ProbeKind::ray;
    syntax::ProbeFrom from = syntax::ProbeFrom::eyes;
    std::optional<Expression> direction, reach, low, high, cone, at;
    PieceKindId wanted;  ///< none: anything
    SourceRange range;
};

/// A value that every run keeps, row by row.
struct GaugeInfo {
    std::string path;
    MachineId machine;  ///< whose, none: a body's; fixtures: the one that is ridden, or the first of its kind
    BodyId body;        ///< for characters of it and of those based on it; none: for all
    Expression value;
    std::string meaning;
};

inline constexpr std::size_t max_buttons = 64;  ///< a bit each in a row of a trace

struct ButtonInfo {
    std::string name;
    std::vector<std::string> keys, pads;
    SourceRange name_range{};
};

/// A curve through points, straight between them, flat outside. `sums[i]` is its integral from points[0].x to
/// points[i].x.
struct CurveInfo {
    std::string name;
    std::vector<syntax::CurvePoint> points;
    std::vector<double> sums;
    SourceRange range;
};

struct Block {
    syntax::Trigger trigger = syntax::Trigger::start;
    Condition on;
    Expression at;
    std::vector<Action> actions;
    SourceRange range;
};

struct Transition {
    PhaseId to;  ///< none: the end of the move
    bool fails = false;
    ButtonId takes_press;  ///< the button whose press it waits for and uses up
    std::optional<Condition> when;
    std::optional<Expression> after;
    std::vector<Action> actions;
    SourceRange range;
};

struct CutRights {
    bool all = false;
    std::vector<MachineId> moves;
    std::optional<Expression> after;
};

struct Phase {
    std::string name;
    std::optional<Expression> duration;
    Effects effects;
    std::vector<Block> blocks;
    std::vector<Transition> transitions;
    SourceRange range;
    std::optional<CutRights> cut;
    bool waits_for_events = false;    ///< fixtures: nothing can change while nothing happens to it
    bool waits_for_nearness = false;  ///< fixtures: nor while its subject doesn't touch it and isn't within `nearness`
    std::vector<Expression> nearness{};  ///< m, from its middle to the feet; each is fixed for a tuning
};

/// One of the conditions a gate joins with `and`, kept apart so that its answer can be explained.
struct GatePart {
    std::string text;  ///< as written
    Expression truth;
    std::optional<Expression> left, right;  ///< comparisons
    std::string comparison;                 ///< "<", ">=", ...
    std::optional<Watch> within;            ///< `X within T`
};

struct Gate {
    bool cooldown = false;
    Expression cooldown_time;
    Condition condition;
    std::vector<GatePart> parts;
    std::string text;    ///< as written
    std::string reason;  ///< the author's words, or empty
    SourceRange range;
};

struct Charges {
    Expression count;
    std::optional<Condition> refill_when;
    std::optional<Expression> refill_after;
};

struct FocusInfo {
    Expression reach;
    std::optional<Expression> front;  ///< the body must be within half of this angle from where it faces
    ButtonId button;                  ///< that uses it
};

enum class FixtureShape : std::uint8_t { box, sphere, capsule };

/// What a fixture that can be loose is made of.
struct RigidInfo {
    Expression mass;
    std::optional<Expression> friction, bounce;
};

/// Four wheels; see core/rigid/wheels.hpp for what the numbers mean.
struct WheelInfo {
    std::array<Expression, 3> at;
    Expression radius, travel, stiffness, damping, grip;
};

/// What a kind of fixture is beside its phases. Each one that stands in a course runs them for itself.
/// What of a fixture is told to peers in shared play.
enum class ShareWhat : std::uint8_t { phase, counter, place };
/// How far it is told.
enum class ShareReach : std::uint8_t {
    present,  ///< those who are connected at that instant
    kept,     ///< also those who join later, in order
    state     ///< kept equal everywhere
};
/// Whose word counts.
enum class ShareBy : std::uint8_t {
    host,
    actor,  ///< the peer whose character has done it
    holder  ///< the peer whose character holds it; the host while nobody does
};
struct ShareInfo {
    ShareWhat what = ShareWhat::phase;
    CounterId counter;
    ShareReach reach = ShareReach::present;
    ShareBy by = ShareBy::host;
    SourceRange range;
};

struct FixtureInfo {
    FixtureShape shape = FixtureShape::box;
    std::array<Expression, 3> size;  ///< box: length (along its front), width, height; else radius and height
    std::optional<RigidInfo> loose;
    std::optional<WheelInfo> wheels;
    std::optional<FocusInfo> focus;
    std::string prompt;
    std::optional<LookName> drawn;  ///< without it: by its shape
    std::vector<Garment> wears;     ///< upright capsules that look like people
    std::vector<ShareInfo> shares;

    /// How something of it is shared; null: it isn't.
    const ShareInfo* find_share(ShareWhat what, CounterId counter = {}) const {
        for (const ShareInfo& share : shares)
            if (share.what == what && share.counter == counter) return &share;
        return nullptr;
    }
};

enum class MachineKind : std::uint8_t { stance, move, fixture };

/// A stance, move or kind of fixture: one small state machine. A stance has exactly one phase, which holds its effects.
struct Machine {
    MachineKind kind = MachineKind::move;
    std::string name;
    std::string base;
    ButtonId button;
    std::optional<Condition> start_on;  ///< an event that starts it
    std::optional<Gate> start_when;     ///< a condition that starts it
    std::int32_t layer = 0;             ///< in Program::layers
    bool cuts_anything = false;
    std::vector<Gate> gates;
    std::optional<Expression> buffer;
    std::optional<Charges> charges;
    PerId<PhaseId, Phase> phases;
    NameIndex phase_names;
    std::vector<Block> blocks;  ///< hold in every phase
    std::optional<Condition> when, until;
    std::vector<MachineId> from;  ///< stances it may start from; empty: from all
    std::optional<FixtureInfo> fixture;
    bool asks_touch = false;             ///< fixtures: whether the body is at it
    std::vector<std::int32_t> hears;     ///< fixtures: in Program::events
    bool asks_who_touches = false;       ///< fixtures: what has come to it, beside the body
    bool asks_load = false;              ///< fixtures: what rests on it
    std::vector<CounterId> counters;     ///< fixtures: those that each of them has for itself
    std::int32_t memory_slots = 0;       ///< fixtures: what each of them remembers
    std::vector<std::int32_t> own_tags;  ///< fixtures: tags of the names of its kind and of those it is based on
    std::vector<BodyId> bodies;          ///< stances and moves: those it is for; empty: for all
    SourceRange range;

    /// Fixtures: whether a kind's name, in Program::tags, is its own or that of one it is based on.
    bool is_a(std::int32_t tag) const { return std::find(own_tags.begin(), own_tags.end(), tag) != own_tags.end(); }
    bool is_for(BodyId body) const {
        return bodies.empty() || std::find(bodies.begin(), bodies.end(), body) != bodies.end();
    }
};

/// Calls `done` with every act that a machine can do: of its blocks, of its phases' and of their ways out.
template <class Done>
void for_each_action(const Machine& machine, const Done& done) {
    const auto all = [&](const std::vector<Action>& actions) {
        for (const Action& action : actions) done(action);
    };
    for (const Block& block : machine.blocks) all(block.actions);
    for (const Phase& phase : machine.phases) {
        for (const Block& block : phase.blocks) all(block.actions);
        for (const Transition& way : phase.transitions) all(way.actions);
    }
}

/// Two hands that reach, grab and hold; see core/senses/hands.hpp.
struct HandsInfo {
    std::array<Expression, 3> at;
    Expression reach, near, far;
    std::array<ButtonId, 2> buttons;  ///< left, right
    std::array<ButtonId, 2> uses;
};

struct BodyInfo {
    std::string name;
    std::vector<BodyId> chain;  ///< itself, then what it is based on, nearest first
    Expression radius, height, eyes, step_up, walkable, gravity, turn, mass;
    std::vector<std::int32_t> tags;  ///< that it always carries; its name is one
    std::optional<HandsInfo> hands;
    std::optional<int> locked_axis{};  ///< 0: x, 1: y; nothing: free
    Expression locked_at;
    std::vector<Garment> wears;
};

struct ReadingInfo {
    std::string name;
    syntax::Expr value;
    std::optional<syntax::Stretch> over;
    std::string meaning;
    Type type;
    SourceRange range;
};

struct MarkInfo {
    std::string reading;
    double low = 0, high = 0;  ///< SI
    Unit unit;
    std::optional<std::string> tape;
    SourceRange range;
};

/// A place where the text says a name, and where that name is declared (there the two ranges are the same). One place
/// may mean several declarations: a base's text speaks of its own dial and of the one that replaces it.
struct NameUse {
    SourceRange range;
    SourceRange declared;
};

/// Where the program has conditions whose instants are sought, so that a run needn't look for them.
struct SoughtConditions {
    std::vector<MachineId> starts;  ///< moves: their own condition, or gates of a press that may wait
    std::vector<MachineId> charges, stances;
    std::vector<CounterId> counters;
    std::vector<MeterId> meters;
};

/// Where the program has something that comes due at a time which can be told ahead, so that a run needn't look through
/// all of it at every stretch.
struct ForeseenTimes {
    struct Move {
        MachineId move;
        ButtonId button;       ///< a press that may wait lets it begin; none: a condition does, if `begins`
        bool begins = false;   ///< its gates are worth looking at
        bool refills = false;  ///< it has charges
    };
    std::vector<Move> moves;          ///< by priority
    std::vector<CounterId> counters;  ///< of characters, that fall back
};

/// A place in the text where a volume is asked for.
struct VolumeAsked {
    PieceKindId kind;
    SourceRange range;
};

struct Program {
    std::vector<SourceFile> files;
    std::vector<NameUse> names;  ///< in the order of the text; buttons, tags, events and kinds are not among them
    std::vector<Instruction> code;
    std::vector<Folded> folded;
    std::int32_t folded_slots = 0;
    PerId<DialId, DialInfo> dials;
    PerId<CounterId, CounterInfo> counters;
    std::vector<MemoryInfo> memories;
    std::int32_t memory_slots = 0;
    PerId<ButtonId, ButtonInfo> buttons;
    std::vector<CurveInfo> curves;
    std::vector<std::string> events;          ///< names that are emitted
    std::vector<std::uint8_t> shared_events;  ///< by event: peers are told when a character emits it
    std::vector<std::int32_t> news;           ///< in `events`: those that are asked about after they were heard
    std::vector<std::string> tags;            ///< names the body can be tagged with
    PerId<PieceKindId, std::string> kinds;    ///< names of pieces' and targets' kinds that the script speaks of
    std::vector<std::string> poses;           ///< names of poses that accents speak of
    std::vector<std::string> layers{"body"};
    PerId<MeterId, MeterInfo> meters;
    std::vector<ProbeInfo> probes;
    PerId<BodyId, BodyInfo> bodies;      ///< in the order of the text; never empty
    PerId<MachineId, Machine> machines;  ///< stances and moves in the order of the text
    std::vector<MachineId> stances;      ///< by priority; the last has no `when`
    std::vector<MachineId> moves;        ///< by priority
    std::vector<MachineId> fixtures;     ///< kinds of them, in the order of the text
    std::vector<GaugeInfo> gauges;
    std::vector<ReadingInfo> readings;
    std::vector<MarkInfo> marks;
    std::int32_t holding_tag = -1;           ///< the tag of characters that hold something; -1: no script asks
    bool has_blows = false;                  ///< some phase deals some
    bool asks_who_touches = false;           ///< some fixture asks what has come to it, beside the body
    bool asks_load = false;                  ///< some fixture asks what rests on it
    std::vector<VolumeAsked> volumes_asked;  ///< in the order of the text
    std::vector<PieceKindId> volumes_heard;  ///< those that `entered` and `left` ask for, each once
    SoughtConditions sought;
    ForeseenTimes foreseen;
    NameIndex machine_names, button_names, meter_names, dial_paths, gauge_paths;  ///< for the functions below

    bool has(MachineId machine) const { return machine && machine.at() < machines.size(); }
    bool has(DialId dial) const { return dial && dial.at() < dials.size(); }
    std::optional<MachineId> find_machine(std::string_view name) const;
    std::optional<BodyId> find_body(std::string_view name) const;
    std::optional<ButtonId> find_button(std::string_view name) const;
    std::optional<MeterId> find_meter(std::string_view name) const;
    std::optional<DialId> find_dial(std::string_view path) const;
    std::optional<std::int32_t> find_gauge(std::string_view path) const;
    std::optional<PhaseId> find_phase(MachineId machine, std::string_view name) const;
};

/// By dial, SI.
using DialValues = PerId<DialId, double>;

/// Dial values together with everything that follows from them alone.
struct Tuning {
    DialValues dials;
    std::vector<double> folded;
    PerId<MachineId, std::uint8_t> off;  ///< by machine: 1 for those left out of the run; empty when none is
    struct AccentOff {
        MachineId machine;
        AccentKind kind = AccentKind::pose;
        friend bool operator==(const AccentOff&, const AccentOff&) = default;
    };
    std::vector<AccentOff> accents_off;

    bool is_off(MachineId machine) const { return !off.empty() && off[machine] != 0; }
    bool is_off(MachineId machine, AccentKind kind) const {
        return std::find(accents_off.begin(), accents_off.end(), AccentOff{machine, kind}) != accents_off.end();
    }
    friend bool operator==(const Tuning&, const Tuning&) = default;
};

/// The dial that holds for characters of a body where one is meant: its own, when it has another value for it.
DialId dial_for(const Program& program, DialId dial, BodyId body);

/// The tuning that the script's text states.
Tuning written_tuning(const Program& program);
/// The tuning of one body: with the values that dials have for it alone. Nothing when there are none. `body`: in
/// Program::bodies.
std::optional<Tuning> own_tuning(const Program& program, const Tuning& tuning, BodyId body);
/// The tuning for other dial values; `dials` must be as long as Program::dials.
Tuning make_tuning(const Program& program, DialValues dials);

/// Leaves a move or stance (`hop`) or one kind of its accents (`dash.zoom`) out of runs with this tuning. Says why when
/// there is none of that name, or when it is the stance that holds when no other does.
tl::expected<void, std::string> leave_out(const Program& program, std::string_view name, Tuning& tuning);

/// The kinds of accents that a move or stance has, in the order of the text, each once.
std::vector<AccentKind> accent_kinds(const Machine& machine);

/// The curve through other points; they must be by x.
CurveInfo with_points(CurveInfo curve, std::vector<syntax::CurvePoint> points);
/// Height of a curve at x, and its integral from the first point to x.
double curve_value(const CurveInfo& curve, double x);
double curve_integral(const CurveInfo& curve, double x);

}  // namespace leap
