// SPDX-License-Identifier: MIT
#pragma once

#include <cassert>
#include <cstdint>
#include <optional>
#include <vector>

#include "core/state/world.hpp"
#include "core/world/moving_solids.hpp"
#include "core/world/nearby_solids.hpp"
#include "core/world/query.hpp"

/// What is remembered of the world while a run goes on, each thing with what it was found under.
namespace leap {

/// How the body will have gone on a little later, for values that change on the way. World frame.
struct MotionAhead {
    Vec3 moved{0.0};   ///< m
    Vec3 gained{0.0};  ///< m/s
    double turned_rad = 0.0;
    friend bool operator==(const MotionAhead&, const MotionAhead&) = default;
};

struct ProbeResult {
    bool hit = false;
    Vec3 from{0.0};         ///< where it looks from
    Vec3 point{0.0};        ///< where it ends
    Vec3 place{0.0};        ///< m, of what was hit
    Vec3 normal{0.0};       ///< of length 1, out of the surface
    double distance = 0.0;  ///< m along the probe; its whole length when nothing was hit
    double side = 0.0;      ///< -1: to the left, 1: to the right
    std::int32_t target = -1;
    Owner asker;
    friend bool operator==(const ProbeResult&, const ProbeResult&) = default;
};

/// A fixture at an instant. World frame.
struct FixturePose {
    Vec3 center{0.0};       ///< m
    Vec3 half{0.5};         ///< along its front, its width, up; of the box round what is round
    double turn_rad = 0.0;  ///< where its front points, about the upward axis
    Quat turn{1.0, 0.0, 0.0, 0.0};
    RigidShape shape;
    bool solid = false;
    bool hidden = false;
    bool can_be_loose = false;
    bool glows = false;
    double seen_through = 0.0;  ///< 0: not at all, 1: invisible
    friend bool operator==(const FixturePose&, const FixturePose&) = default;
};

/// Where a fixture stands; holds on while it keeps still in the same phase, from the same place.
struct KnownPose {
    FixturePose pose;
    std::optional<PhaseId> phase;  ///< nothing: it has not been looked at
    double phase_since = 0.0;      ///< s
    FixtureOffset from;            ///< where it stood when the phase began
    bool still = false;
    double still_from = 0.0;              ///< s, of the world; before that it was on its way
    bool waits = false;                   ///< nothing in its phase happens without an event
    double asked_within_m = 0.0;          ///< nor while its subject is farther from its middle; infinite: always
    std::optional<double> focus_reach{};  ///< m; nothing: it has no focus
    bool blocks = false;                  ///< it is solid for this character
    std::int32_t slot = -1;               ///< in StepCache::moving
    bool active = false;                  ///< in StepCache::active_fixtures
};

/// Counts what has changed in a run beside time and the characters' own motion, so that what was found before a change
/// can be told from what was found after it. They only grow.
class Changes {
  public:
    /// An input, a rule, a contact or something loose has changed the world.
    void note() { ++all_; }
    /// A fixture has gone to another phase, or has been told something.
    void note_of_fixture() {
        ++of_fixtures_;
        ++all_;
    }
    std::uint64_t all() const { return all_; }
    std::uint64_t of_fixtures() const { return of_fixtures_; }

  private:
    std::uint64_t all_ = 1;
    std::uint64_t of_fixtures_ = 1;
};

/// What the characters of one run know together.
struct SharedCache {
    Changes changes;
    /// Of which character each fixture speaks, as far as it has been looked for; see subject_now().
    std::vector<std::optional<std::size_t>> subjects;
    double subjects_time = -1.0;         ///< s, of the world, at which they were looked for
    std::uint64_t subjects_changes = 0;  ///< and what had changed by then
    /// By character, where there are several: what it shows to the others.
    std::vector<FarCapsule> shown;
    double shown_since = 0.0;  ///< s: none of it is older
    /// m: how much nearer all of them together have come to anything since the run began, at most.
    double shown_way_m = 0.0;
};

/// What an answer about the world depends on: it holds while all of this is the same. The rest of the world changes
/// with time, or by something that Changes counts; debug builds ask again and compare.
struct FoundUnder {
    double time = -1.0;         ///< s, of the character
    std::uint64_t changes = 0;  ///< Changes::all()
    std::uint64_t solids = 0;   ///< MovingSolids::revision
    std::int32_t actor = -1;    ///< in World::actors
    double ahead = 0.0;         ///< s; see EvaluationContext
    Vec3 feet{0.0};             ///< m, where it will be by then
    Vec3 velocity{0.0};         ///< m/s
    double facing = 0.0;        ///< rad
    double height = 0.0;        ///< m
    friend bool operator==(const FoundUnder&, const FoundUnder&) = default;
};

/// What was asked for one character, so that it is worked out once.
class Answers {
  public:
    const FoundUnder& under() const { return under_; }
    /// Empties it. `probes`: how many the program has.
    void ask_anew(const FoundUnder& under, std::size_t probes);
    /// Nothing when it hasn't been asked.
    const ProbeResult* probe(std::size_t index) const {
        return probes_[index].asked == asked_ ? &probes_[index].found : nullptr;
    }
    void set_probe(std::size_t index, const ProbeResult& found) { probes_[index] = {asked_, true, found}; }
    /// Until it is set, a probe that asks itself through its own clauses finds this.
    void begin_probe(std::size_t index, const ProbeResult& meanwhile) { probes_[index] = {asked_, false, meanwhile}; }
    bool is_being_asked(std::size_t index) const { return !probes_[index].is_set; }
    /// The fixture that has the focus, or none; nothing when it hasn't been looked for.
    std::optional<FixtureId> focus;

  private:
    struct Probe {
        std::uint64_t asked = 0;  ///< which time of asking it belongs to
        bool is_set = false;
        ProbeResult found;
    };
    FoundUnder under_;
    std::uint64_t asked_ = 1;
    std::vector<Probe> probes_;  ///< by Program::probes
};

/// What is known of the world round one character at one instant. Nothing here has to be forgotten by hand: answers
/// know what they were found under, stands and solids what had changed when they were placed.
struct StepCache {
    SharedCache* shared = nullptr;  ///< of the run; none for a world that is asked from outside
    Answers now;
    Answers ahead;                 ///< for where the body will be; see EvaluationContext::motion
    NearbySolids nearby;           ///< what stays where it is, round the body; see place_solids()
    MovingSolids moving;           ///< what is solid and moves, where it stands now; see place_solids()
    bool moves_near = false;       ///< a fixture of them that moves, by the body
    bool others_near = false;      ///< one of them could be met within a tick
    bool others_close = false;     ///< the same, those counted in who stand on it: they are no obstacle
    double others_gap_m = 0.0;     ///< along some axis all keep this far from where the body was when looked for
    Vec3 others_around{0.0};       ///< m: there
    double others_way_m = 0.0;     ///< SharedCache::shown_way_m when they were looked for
    std::vector<KnownPose> poses;  ///< by fixture; outlives the instant
    std::vector<std::size_t> active_fixtures;  ///< fixtures that anything can happen to now, in the course's order
    Vec3 active_around{1e300};                 ///< where the body was when they were found
    Vec3 moving_around{1e300};                 ///< where the body was when `moving` was gathered
    double placed_time = -1.0;                 ///< s, of the character, at which the stands were placed
    Vec3 placed_for{1e300};                    ///< where the body was when they were placed
    std::uint64_t placed_changes = 0;          ///< Changes::all() when they were placed
    std::uint64_t placed_under = 0;            ///< Changes::of_fixtures() when the stands were placed

    /// What is solid round the body, fixed and moving. The solids must have been placed.
    Surroundings surroundings() const {
        assert(nearby.has_world());
        return {nearby, moving};
    }
    std::uint64_t changes() const { return shared == nullptr ? 1 : shared->changes.all(); }
    std::uint64_t fixture_changes() const { return shared == nullptr ? 1 : shared->changes.of_fixtures(); }
    void note_change() {
        if (shared != nullptr) shared->changes.note();
    }
    void note_fixture_change() {
        if (shared != nullptr) shared->changes.note_of_fixture();
    }
    /// Whether no fixture has changed since the stands were placed.
    bool poses_hold() const { return placed_under == fixture_changes(); }
};

}  // namespace leap
