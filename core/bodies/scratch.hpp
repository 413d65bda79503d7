// SPDX-License-Identifier: MIT
#pragma once

#include <optional>
#include <vector>

#include "core/rigid/rigid_step.hpp"
#include "core/senses/step_cache.hpp"

/// Room that steps of one run reuse.
namespace leap {

/// Room for the steps of what is loose.
struct RigidWork {
    RigidScratch scratch;
    std::vector<RigidObject> things;
    std::vector<Vec3> pulls;   ///< gravity on each of them
    std::vector<Vec3> pushes;  ///< m/s² that forces add to it in the present step
    std::vector<RigidJoint> joints;
    std::vector<std::optional<RigidKind>> kinds;  ///< what each is made of: the same for a whole run
    std::vector<KinematicObstacle> obstacles;     ///< first the characters, in their order
    std::vector<ContactExemption> passes;
    /// A loose thing and what it has touched in the steps of this substep, however briefly: another thing, a fixture
    /// that isn't loose now, or a character. A thing at 20 m/s is centimetres away again at a step's end.
    struct Met {
        std::size_t thing = 0;
        Owner other;
        friend bool operator==(const Met&, const Met&) = default;
    };
    std::vector<Met> met;
};

/// The fixture or character that a character stands on, where it is now.
struct Ride {
    Owner on;
    FixturePose pose;         ///< of the fixture
    Vec3 feet{0.0};           ///< of the character
    bool is_carried = false;  ///< it has taken who stands on it along already
};

/// What a character's substep leaves for the world to do at its end.
struct ActorSubstep {
    double from = 0.0;         ///< s
    std::optional<Ride> ride;  ///< what it stood on
    Vec3 wanted{0.0};          ///< m/s, world frame: the velocity that it would have had with nothing in its way
    bool seated = false;
    bool alone = false;        ///< nothing that moves or that others share was near; see keeps_to_itself()
    bool fixture_due = false;  ///< it ends because a fixture has something to do
    bool as_foreseen = false;  ///< no timer is due at its end, no watched quantity has passed a value, nothing was met
};

/// A blow that is being dealt, and one whom it could meet.
struct WatchedBlow {
    Owner striker;
    MachineId machine;
    std::size_t index = 0;  ///< in Effects::blows of the phase
    Owner victim;
};

/// What conditions say at one instant; see core/simulation/seek.hpp.
struct ConditionSample {
    /// Whom it speaks of is settled when it is noticed first, also when another comes nearer within the substep: what
    /// is compared must be the same list.
    struct AskedFixture {
        std::size_t index = 0;
        bool of_this_one = false;  ///< it speaks of this character
        bool operator==(const AskedFixture&) const = default;
    };
    struct Truth {
        bool holds = false;
        bool both = false;  ///< it matters when it ceases to hold, too
    };
    std::vector<Truth> truths;
    std::size_t own = 0;                 ///< how many of them are the character's; the others are of fixtures
    std::vector<MachineId> starts;       ///< moves that may start by it
    std::vector<AskedFixture> fixtures;  ///< those that are asked
    std::vector<WatchedBlow> blows;      ///< those that are watched
    double time = 0.0;                   ///< when it was noticed
    double next_time = 0.0;              ///< when the next way comes to be asked that waits for a time
    SurfaceFeel feel{};                  ///< of the ground; where it changes the motion does
    FixtureId focus{};
    bool focus_changes = false;  ///< some fixture near could have it
    bool grounded = false;
    bool driven = false;
};

/// Events that acts have caused; they are seen in the next round of the instant.
struct Emitted {
    std::uint32_t bits = 0;  ///< EventBit
    std::vector<Heard> events;
    bool any() const { return bits != 0 || !events.empty(); }
    void clear() {
        bits = 0;
        events.clear();
    }
};

/// Room for one character. Keeps where still fixtures stand, and what is known of the present instant.
struct ActorScratch {
    StepCache cache;
    /// How the last tick was left.
    struct Left {
        double time = -1.0;  ///< s
        BodyState body;
    };
    Left left;
    ActorMotion before;  ///< the begin of a substep that may have to be taken again
    ConditionSample first, now;
    std::vector<double> passed;
    std::vector<MachineId> last_starts;
    std::vector<ConditionSample::AskedFixture> last_fixtures;
    Emitted emitted;
    bool changed = false;         ///< some rule of it has changed something at this instant
    bool now_is_current = false;  ///< `now` was noticed at the character's present instant
    /// Where it is within the present tick.
    struct Progress {
        std::size_t next_input = 0;
        int splits = 0;
        bool tick_begin = true;         ///< its next row begins the tick
        bool leaning = false;           ///< see SubstepKind
        int bumps = 0;                  ///< substeps of this tick that have ended in one
        bool inputs_unchanged = false;  ///< no input, event or rule has changed anything since its last substep
        bool rules_idle = false;        ///< nothing that rules could answer has happened since they were asked last
        double reach = 0.0;             ///< how far it may be asked to go in one substep (s since the start)
        double stops_at = -1.0;         ///< where it came to an instant that is one for all, by itself
    };
    Progress progress;

    /// Of several characters: how it was when all were at the same instant last, to go back to.
    struct Begin {
        ActorMotion motion;
        Progress progress;
        Actor whole;  ///< when its own rules have been asked since, or inputs have come
        bool has_whole = false;
        std::size_t rows = 0;
        std::size_t values = 0;
    };
    Begin begin;
};

/// The world's motion at the begin of a substep that may have to be taken again. Most substeps leave it as it is, and
/// it is large: it is kept when something is first about to change it.
struct KeptMotion {
    WorldMotion motion;
    double time = 0.0;    ///< s, of the begin
    bool wanted = false;  ///< the substep may have to be taken again
    bool kept = false;    ///< `motion` is that of the begin; otherwise nothing but the time has changed
};

/// Room that steps of one run reuse, so that a tick asks for no memory.
struct StepScratch {
    std::uint64_t generation = 0;      ///< of the scene it was filled for; 0: none
    std::vector<ActorScratch> actors;  ///< by World::actors
    SharedCache shared;                ///< of all of them
    double found_at = -1.0;            ///< the instant at which the characters have looked for each other last
    RigidWork loose;
    std::vector<std::optional<Ride>> rides;  ///< by character, over the last substep
    std::vector<ActorSubstep> substeps;      ///< likewise
    KeptMotion before;
    std::size_t events = 0;  ///< of the record, when all were at the same instant last
    std::size_t sounds = 0;  ///< likewise
    std::size_t spans = 0;
    /// What characters have emitted in this tick that is shared with peers; asked for by who tells them.
    struct Told {
        Heard heard;
        double time = 0.0;  ///< s since the start
    };
    std::vector<Told> told;
    bool keeps_told = false;
    std::vector<std::size_t> active_fixtures;  ///< fixtures that anything can happen to, by any character
    std::vector<std::size_t> closed_spans;     ///< of the record, closed by one who runs alone

    /// Forgets what it holds of another scene: other dials, another course, kinds switched off. What was emitted
    /// stays: somebody is still to read it.
    void begin_for(std::uint64_t scene) {
        if (generation == scene) return;
        std::vector<Told> emitted = std::move(told);
        const bool keeps = keeps_told;
        *this = {};
        told = std::move(emitted);
        keeps_told = keeps;
        generation = scene;
    }

    /// To be said before anything within a substep changes what WorldMotion holds beside the time.
    void keep_motion_of(const World& world) {
        if (!before.wanted || before.kept) return;
        before.motion = world;
        before.motion.time = before.time;
        before.kept = true;
    }
};

}  // namespace leap
