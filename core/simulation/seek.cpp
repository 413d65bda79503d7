// SPDX-License-Identifier: MIT
#include "core/simulation/seek.hpp"

#include <algorithm>
#include <cassert>
#include <limits>

#include "core/bodies/known_poses.hpp"
#include "core/bodies/ride.hpp"
#include "core/bodies/rigid_bodies.hpp"
#include "core/bodies/volume_events.hpp"
#include "core/defaults.hpp"
#include "core/senses/blows.hpp"
#include "core/senses/fixtures.hpp"
#include "core/senses/focus.hpp"
#include "core/senses/gates.hpp"
#include "core/senses/subject.hpp"
#include "core/senses/volumes.hpp"
#include "core/simulation/settle.hpp"
#include "core/world/closest_point.hpp"

namespace leap {
namespace {

/// Notes what conditions in force say, in an order that stays while no rule is asked.
class ConditionSampler {
  public:
    ConditionSampler(const SceneView& scene, const World& world, const Actor& actor, StepCache& cache,
                     const ConditionSample& first, ConditionSample& out)
        : scene_(scene),
          world_(world),
          actor_(actor),
          context_(scene.context(world, actor, &cache)),
          first_(first),
          out_(out) {}

    void run() {
        const SoughtConditions& sought = scene_.program.sought;
        for (const MachineId move : first_.starts) out_.truths.push_back({may_ask(move), false});
        for (const MachineId move : sought.charges) note(context_, *machine(move).charges->refill_when, false);
        for (const MachineId move : actor_.moves)
            if (const Phase* phase = phase_in_force(context_, move)) ways(context_, *phase, actor_.machines[move]);
        for (const MachineId index : sought.stances) {
            const Machine& stance = machine(index);
            if (stance.when) note(context_, *stance.when, true);
            if (stance.until && index == actor_.stance) note(context_, *stance.until, true);
        }
        for (const CounterId counter : sought.counters)
            note(context_, *scene_.program.counters[counter].back_when, true);
        for (const MeterId meter : sought.meters) note(context_, *scene_.program.meters[meter].refill_when, true);
        for (const PieceKindId kind : scene_.program.volumes_heard)
            out_.truths.push_back({in_volume(context_, kind).inside(), true});
        if (!scene_.course.solids->feels_alike())
            out_.truths.push_back({ground_feel(scene_.course, actor_) == first_.feel, true});
        for (const WatchedBlow& watched : first_.blows) out_.truths.push_back({is_meeting(watched), false});
        out_.own = out_.truths.size();
        for (const ConditionSample::AskedFixture& asked : first_.fixtures) fixture(asked);
        if (!first_.focus_changes) return;
        out_.focus = focus_now(context_);
    }

  private:
    const Machine& machine(MachineId index) const { return scene_.program.machines[index]; }

    /// `both`: it matters when it ceases to hold, too.
    void note(const EvaluationContext& context, const Condition& condition, bool both) {
        const bool sought = condition.sought || (condition.sought_on_ground && first_.grounded) ||
                            (condition.sought_when_driven && first_.driven);
        if (sought) out_.truths.push_back({holds(context, condition), both});
    }
    /// A way that waits for a time isn't asked before.
    void ways(const EvaluationContext& context, const Phase& phase, const MachineState& machine) {
        for (const Transition& way : phase.transitions) {
            if (!way.when || !way.when->may_be_sought()) continue;
            const double asked_from = way.after ? machine.phase_since + number(context, *way.after) : first_.time;
            if (asked_from > first_.time + defaults::crossing_nudge_s) {
                out_.next_time = std::min(out_.next_time, asked_from);
            } else {
                note(context, *way.when, false);
            }
        }
    }
    /// Whether a move's own condition holds, where it has one, and all of its gates.
    bool may_ask(MachineId index) {
        const Machine& move = machine(index);
        if (move.start_when && !holds(context_, move.start_when->condition)) return false;
        return std::all_of(move.gates.begin(), move.gates.end(),
                           [&](const Gate& gate) { return gate_holds(context_, index, gate); });
    }
    void fixture(const ConditionSample::AskedFixture& asked) {
        const std::size_t i = asked.index;
        if (fixture_kind(context_, i)->asks_touch) out_.truths.push_back({actor_.contacts[i].touching, true});
        const Phase* phase = fixture_phase(context_, i);
        if (phase == nullptr || phase->waits_for_events) return;
        // Each fixture speaks of one character, who notices for it.
        if (!asked.of_this_one) return;
        const std::vector<CounterId>& counters = fixture_kind(context_, i)->counters;
        if (phase->transitions.empty() && counters.empty()) return;
        const EvaluationContext own = context_.of_fixture(i);
        ways(own, *phase, world_.machines[i]);
        for (const CounterId counter : counters)
            if (const auto& back = scene_.program.counters[counter].back_when) note(own, *back, true);
    }

    bool is_meeting(const WatchedBlow& watched) {
        const EvaluationContext context =
            watched.striker.is_fixture() ? context_.of_fixture(watched.striker.at()) : context_;
        const std::vector<DealtBlow> dealt = dealt_blows(context);
        return std::any_of(dealt.begin(), dealt.end(), [&](const DealtBlow& one) {
            return one.machine == watched.machine && one.index == watched.index &&
                   gap_to(context, one, watched.victim) <= 0.0;
        });
    }

    const SceneView& scene_;
    const World& world_;
    const Actor& actor_;
    EvaluationContext context_;
    const ConditionSample& first_;
    ConditionSample& out_;
};

/// The blows that are dealt now by a character, or by fixtures that speak of it, with each whom they could meet.
void find_blows(const EvaluationContext& context, std::vector<WatchedBlow>& out) {
    out.clear();
    if (!context.program.has_blows) return;
    const auto add = [&](const EvaluationContext& of, const Owner& striker) {
        for (const DealtBlow& dealt : dealt_blows(of)) {
            const auto offer = [&](const Owner& victim) {
                if (may_be_met(of, dealt, striker, victim))
                    out.push_back({striker, dealt.machine, dealt.index, victim});
            };
            for (std::size_t k = 0; k < context.world.actors.size(); ++k) offer(actor_owner(k));
            for (std::size_t i = 0; i < context.world.fixtures.size(); ++i) offer(fixture_owner(i));
        }
    };
    if (context.actor.blow_reach_m > 0.0) add(context, actor_owner(static_cast<std::size_t>(context.actor.id)));
    for (const std::size_t i : context.cache->active_fixtures) {
        const Phase* phase = fixture_phase(context, i);
        if (phase == nullptr || phase->effects.blows.empty()) continue;
        if (subject_now(context, i) == static_cast<std::size_t>(context.actor.id))
            add(context.of_fixture(i), fixture_owner(i));
    }
}

/// In debug builds: that fixtures which are passed over, since nobody is near enough, would have had nothing to do.
void check_passed_over([[maybe_unused]] const EvaluationContext& context) {
#ifndef NDEBUG
    for (std::size_t i = 0;
         i < context.world.fixtures.size() && context.cache->poses.size() == context.world.fixtures.size(); ++i) {
        const Phase* phase = fixture_phase(context, i);
        const bool is_passed_over = phase != nullptr && !context.cache->poses[i].active && !phase->waits_for_events &&
                                    subject_now(context, i) == static_cast<std::size_t>(context.actor.id);
        for (std::size_t k = 0; is_passed_over && k < phase->transitions.size(); ++k) {
            const auto& when = phase->transitions[k].when;
            assert(!(when && holds(context.of_fixture(i), *when)) && "somebody is nearer than was thought");
        }
    }
#endif
}

/// `inputs_unchanged`: nothing has happened since the last substep's end, so what was noticed there still holds.
void sample_first(const SceneView& scene, const World& world, const Actor& actor, bool inputs_unchanged,
                  ActorScratch& scratch) {
    StepCache& cache = scratch.cache;
    ConditionSample& first = scratch.first;
    std::swap(first.fixtures, scratch.last_fixtures);
    const bool was_grounded = first.grounded;
    const bool was_driven = first.driven;
    first.time = actor.time;
    std::swap(first.starts, scratch.last_starts);
    first.starts.clear();
    first.fixtures.clear();
    first.focus_changes = static_cast<bool>(actor.focus);
    first.grounded = actor.body.grounded;
    const EvaluationContext context = scene.context(world, actor, &cache);
    first.driven = std::any_of(actor.moves.begin(), actor.moves.end(), [&](MachineId move) {
        const Phase* phase = phase_in_force(context, move);
        return phase != nullptr && phase->effects.drive;
    });
    for (const MachineId move : scene.program.sought.starts) {
        const Machine& machine = scene.program.machines[move];
        const bool waits = machine.start_when ? !actor.machines[move].phase : press_waits(context, move);
        if (waits && !scene.tuning.is_off(move)) first.starts.push_back(move);
    }
    for (const std::size_t i : cache.active_fixtures) {
        const KnownPose& known = cache.poses[i];
        first.focus_changes = first.focus_changes || known.focus_reach;
        if (!known.waits || fixture_kind(context, i)->asks_touch)
            first.fixtures.push_back({i, subject_now(context, i) == static_cast<std::size_t>(actor.id)});
    }
    first.feel = ground_feel(scene.course, actor);
    find_blows(context, first.blows);
    check_passed_over(context);
    // Whom a blow has met isn't watched any more.
    inputs_unchanged = inputs_unchanged && first.blows.empty();
    if (first.focus_changes) first.focus = actor.focus;
    // A way whose time has come since is asked from now on.
    inputs_unchanged = inputs_unchanged && first.next_time > first.time + defaults::crossing_nudge_s &&
                       scratch.now_is_current && was_grounded == first.grounded && was_driven == first.driven &&
                       first.fixtures == scratch.last_fixtures && first.starts == scratch.last_starts;
    if (inputs_unchanged) {
        std::swap(first.truths, scratch.now.truths);
        return;
    }
    first.truths.clear();
    first.next_time = std::numeric_limits<double>::infinity();
    const FixtureId focus = first.focus;
    ConditionSampler(scene, world, actor, cache, first, first).run();
    first.focus = focus;
}

enum class Change : std::uint8_t { none, own, of_fixture };

Change find_change(const SceneView& scene, const World& world, const Actor& actor, StepCache& cache,
                   const ConditionSample& first, ConditionSample& now) {
    now.truths.clear();
    ConditionSampler(scene, world, actor, cache, first, now).run();
    if (first.focus_changes && now.focus != first.focus) return Change::of_fixture;
    // A way whose waiting time depends on the state has come to be asked meanwhile, or isn't any more.
    if (now.truths.size() != first.truths.size()) return Change::own;
    for (std::size_t i = 0; i < first.truths.size(); ++i) {
        const bool held = first.truths[i].holds;
        const bool holds = now.truths[i].holds;
        if (held != holds && (holds || first.truths[i].both)) return i < first.own ? Change::own : Change::of_fixture;
    }
    return Change::none;
}

/// Share of a straight way, 0 to 1, at which a convex function is least, when it is less than `enough` there.
template <class Of>
void offer_least(Of of, double enough, std::vector<double>& out) {
    double low = 0.0;
    double high = 1.0;
    for (int i = 0; i < defaults::pass_thirds; ++i) {
        const double third = (high - low) / 3.0;
        if (of(low + third) <= of(high - third)) {
            high -= third;
        } else {
            low += third;
        }
    }
    const double least = 0.5 * (low + high);
    if (of(least) <= enough) out.push_back(least);
}

/// Shares of the way at which the body's middle line is deepest in a volume that it has neither begun nor ended in.
void find_passed_volumes(const SceneView& scene, const Vec3& from, const Vec3& way, const Actor& actor,
                         std::vector<double>& out) {
    Bounds passed;
    passed.add(from);
    passed.add(from + way);
    if (!overlap(scene.course.volumes.bounds(), passed, actor.height)) return;
    constexpr double inside_m = 0.0;
    for (const VolumeAsked& asked : scene.program.volumes_asked) {
        const auto number = scene.layout.volume_kind(asked.kind);
        if (!number || !overlap(scene.course.volumes.bounds(*number), passed, actor.height)) continue;
        for (const Solid& part : scene.course.volumes.passed_parts(*number)) {
            if (!overlap(part.bounds, passed, actor.height)) continue;
            const auto gap = [&](double share) {
                return closest_point(part, actor.height, from + way * share).distance;
            };
            if (gap(0.0) > inside_m && gap(1.0) > inside_m) offer_least(gap, inside_m, out);
        }
    }
}

/// Shares of the way at which a blow is nearest to somebody whom it meets neither at the begin nor at the end. It goes
/// along with the body; that it turns, too, is left to how short its substeps are.
void find_passed_by_blows(const EvaluationContext& context, const Vec3& from, const ConditionSample& first,
                          std::vector<double>& out) {
    const Vec3 way = context.actor.body.position - from;
    for (const WatchedBlow& watched : first.blows) {
        if (!watched.striker.is_actor()) continue;
        for (DealtBlow dealt : dealt_blows(context)) {
            if (dealt.machine != watched.machine || dealt.index != watched.index) continue;
            const Vec3 end = dealt.feet;
            const auto gap = [&](double share) {
                dealt.feet = end - way * (1.0 - share);
                return gap_to(context, dealt, watched.victim);
            };
            if (gap(0.0) > 0.0 && gap(1.0) > 0.0) offer_least(gap, 0.0, out);
        }
    }
}

/// Shares of the way at which something is nearest that was passed: neither touched (or in reach of the focus) at the
/// begin nor at the end.
void find_passed(const SceneView& scene, const Vec3& from, const World& world, const Actor& actor,
                 const StepCache& cache, const ConditionSample& first, std::vector<double>& out) {
    out.clear();
    const Vec3 way = actor.body.position - from;
    const double length = glm::length(way);
    if (length < defaults::min_passing_way_m) return;
    const EvaluationContext context = scene.context(world, actor);
    const Capsule capsule{actor.radius, actor.height};
    Solid solid;
    for (const std::size_t i : cache.active_fixtures) {
        const KnownPose& known = cache.poses[i];
        const double reach = reach_of(known, actor);
        const Vec3 to = known.pose.center - from;
        const double along = std::clamp(glm::dot(to, way) / (length * length), 0.0, 1.0);
        if (known.pose.hidden || glm::length(to - way * along) > reach) continue;
        const bool listens = fixture_kind(context, i)->asks_touch && !actor.contacts[i].touching;
        if (listens) {
            place_solid(known.pose, !scene.layout.can_be_loose(i), {}, solid);
            const auto gap = [&](double share) {
                return closest_point(solid, capsule.segment(), from + way * share + world_up * capsule.radius)
                           .distance -
                       capsule.radius;
            };
            if (gap(0.0) > defaults::touch_gap_m && gap(1.0) > defaults::touch_gap_m)
                offer_least(gap, defaults::touch_gap_m, out);
        }
        if (!known.focus_reach || first.focus.is(i)) continue;
        const Vec3 middle = from + world_up * (actor.height * 0.5);
        const auto away = [&](double share) { return distance_to(known.pose, middle + way * share); };
        if (away(0.0) > *known.focus_reach && away(1.0) > *known.focus_reach)
            offer_least(away, *known.focus_reach, out);
    }
    find_passed_volumes(scene, from, way, actor, out);
    find_passed_by_blows(context, from, first, out);
    std::sort(out.begin(), out.end());
}

}  // namespace

namespace {

/// Takes one substep, as often as it needs to be taken.
class Seeking {
  public:
    Seeking(const SceneView& scene, World& world, Actor& actor, SubstepKind kind, StepScratch& scratch, Record* record)
        : scene_(scene),
          world_(world),
          actor_(actor),
          kind_(kind),
          all_(scratch),
          scratch_(scratch.actors[static_cast<std::size_t>(actor.id)]),
          substep_(scratch.substeps[static_cast<std::size_t>(actor.id)]),
          record_(record) {}

    Advanced run(double longest) {
        // Who sits goes on by the steps of what they sit on, the same at every tick rate.
        if (actor_.seat) return plainly(longest);
        sample_first(scene_, world_, actor_, kind_.inputs_unchanged, scratch_);
        scratch_.now_is_current = false;
        const ConditionSample& first = scratch_.first;
        if (first.truths.empty() && !first.focus_changes && first.fixtures.empty()) return plainly(longest);
        // What it sees of another who goes on may change and be as before once both are there, again and again in ever
        // less time: after many such changes they wait for the end of what it was given.
        if (kind_.coarse) return plainly(longest);
        remember();
        const bool rules_idle = advance(longest, record_);
        const double whole = actor_.time - before_->time;
        // A bump at the substep's very begin takes no time: there is no instant to seek.
        if (whole <= 0.0) return {false, substep_.fixture_due};
        find_passed(scene_, before_->body.position, world_, actor_, scratch_.cache, first, scratch_.passed);
        Change change = now_changed();
        if (change == Change::none && scratch_.passed.empty()) {
            scratch_.now_is_current = true;
            return {rules_idle, substep_.fixture_due};
        }
        const double with = earliest_change(whole, change);
        go_back();
        forget_rows();
        // The whole substep is asked for as it was the first time: its law may reach less far than it was given.
        advance(with < whole ? with : longest, record_);
        return {false, substep_.fixture_due || change == Change::of_fixture};
    }

  private:
    Advanced plainly(double longest) {
        const bool rules_idle = advance(longest, record_);
        return {rules_idle, substep_.fixture_due};
    }

    bool advance(double longest, Record* record) {
        substep_ = move_actor(scene_, world_, actor_, longest, kind_, scratch_.cache, record);
        if (world_.actors.size() == 1) {
            settle_world(scene_, all_.substeps, world_, all_, record);
        } else {
            settle_actor(scene_, substep_, world_, actor_, all_);
        }
        const bool changed = note_volumes(scene_, world_, actor_, record);
        return stay_idle(substep_, scratch_.cache) && all_loose_sleep(world_) && !changed &&
               scratch_.first.blows.empty();
    }

    Change now_changed() { return find_change(scene_, world_, actor_, scratch_.cache, scratch_.first, scratch_.now); }

    /// How far into the substep something changes first, at most `whole`. Says what.
    double earliest_change(double whole, Change& change) {
        const bool at_end = change != Change::none;
        double with = whole;
        const auto changes_within = [&](double seconds) {
            go_back();
            advance(seconds, nullptr);
            const Change found = now_changed();
            if (found != Change::none) change = found;
            return found != Change::none;
        };
        const auto passed = std::find_if(scratch_.passed.begin(), scratch_.passed.end(),
                                         [&](double share) { return share > 0.0 && changes_within(share * whole); });
        if (passed != scratch_.passed.end()) {
            with = *passed * whole;
        } else if (at_end) {
            // Most things change by an event at the very end (a landing): there is nothing to seek then.
            const double shortly_before = whole * (1.0 - 1.0 / (1U << defaults::seek_halvings));
            if (changes_within(shortly_before)) with = shortly_before;
        }
        if (with >= whole) return whole;
        double without = 0.0;
        for (int i = 0; i < defaults::seek_halvings; ++i) {
            const double middle = 0.5 * (without + with);
            (changes_within(middle) ? with : without) = middle;
        }
        return with;
    }

    void remember() {
        before_ = &scratch_.begin.motion;
        if (!kind_.begin_is_kept) {
            scratch_.before = actor_;
            before_ = &scratch_.before;
        }
        // Not all of it: what a torn message has brought may not equal itself.
        assert(before_->time == actor_.time && before_->events == actor_.events &&
               before_->contacts == actor_.contacts && before_->volumes == actor_.volumes);
        if (world_.actors.size() == 1) {
            all_.before.time = world_.time;
            all_.before.wanted = true;
            all_.before.kept = false;
        }
#ifndef NDEBUG
        all_before_ = world_;
#endif
        if (record_ == nullptr) return;
        rows_ = track().rows.size();
        values_ = track().values.size();
        events_ = record_->events.size();
        sounds_ = record_->sounds.size();
    }
    void go_back() {
        static_cast<ActorMotion&>(actor_) = *before_;
        if (all_.before.kept) static_cast<WorldMotion&>(world_) = all_.before.motion;
        if (all_.before.wanted) world_.time = all_.before.time;
#ifndef NDEBUG
        assert((!all_.before.wanted || static_cast<const WorldMotion&>(world_) == all_before_) &&
               "a change that nothing was kept before");
#endif
        all_.shared.changes.note();
        place_solids(scene_, world_, actor_, scratch_.cache);
    }
    void forget_rows() {
        if (record_ == nullptr) return;
        track().rows.resize(rows_);
        track().values.resize(values_);
        record_->events.resize(events_);
        record_->sounds.resize(sounds_);
    }
    TraceTrack& track() {
        return record_->tracks[static_cast<std::size_t>(actor_.id)];
    }

    const SceneView& scene_;
    World& world_;
    Actor& actor_;
    SubstepKind kind_;
    StepScratch& all_;
    ActorScratch& scratch_;
    ActorSubstep& substep_;
    Record* record_;
    const ActorMotion* before_ = nullptr;  ///< what it was at the begin of the substep
    std::size_t rows_ = 0;
    std::size_t values_ = 0;
    std::size_t events_ = 0;
    std::size_t sounds_ = 0;
#ifndef NDEBUG
    WorldMotion all_before_;
#endif
};

}  // namespace

Advanced advance_to_change(const SceneView& scene, World& world, Actor& actor, double longest, SubstepKind kind,
                           StepScratch& scratch, Record* record) {
    const Advanced out = Seeking(scene, world, actor, kind, scratch, record).run(longest);
    scratch.before.wanted = false;
    return out;
}

}  // namespace leap
