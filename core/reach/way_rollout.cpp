// SPDX-License-Identifier: MIT
#include "core/reach/way_rollout.hpp"

#include <algorithm>
#include <array>
#include <cmath>
#include <map>

namespace leap {
namespace {

constexpr std::array<double, 3> lengths_s{1.3, 2.3, 3.6};
constexpr double turn_again_s = 0.25;  ///< along the field
constexpr double looked_s = 0.15;      ///< a view at something lasts, before the heading is taken again
constexpr double to_end_s = 1e3;       ///< a press that is held as long as the rollout lasts
constexpr double min_held_s = 0.02;
constexpr std::size_t max_presses = 6;
constexpr std::size_t max_turns = 3;
constexpr double lost_below_m = 2.0;  ///< under everything that one can stand on

double held_s(Random& random) {
    const double kind = random.unit();
    if (kind < 0.35) return random.between(0.03, 0.15);
    if (kind < 0.7) return random.between(0.15, 0.5);
    if (kind < 0.9) return random.between(0.5, 1.2);
    return to_end_s;
}

PlannedPress random_press(const WayScout& scout, double length_s, Random& random) {
    PlannedPress out;
    // Buttons that start moves are tried five times as often as the others.
    const bool any = scout.move_buttons() == 0 || random.chance(1.0 / 6.0);
    out.button = scout.buttons()[random.below(any ? scout.buttons().size() : scout.move_buttons())];
    out.down_s = random.between(0.0, 0.9 * length_s);
    out.up_s = out.down_s + held_s(random);
    if (random.chance(0.4)) out.look = random.below(2);
    return out;
}

double random_aside(Random& random) {
    const double kind = random.unit();
    if (kind < 0.45) return 0.0;
    if (kind < 0.9) return std::round(20.0 * random.normal());
    return std::round(random.between(-180.0, 180.0));
}

PlannedTurn random_turn(double at_s, Random& random) {
    return {at_s, random.chance(0.55), random_aside(random), random.chance(0.97)};
}

/// What happens at one tick.
struct Change {
    std::int64_t tick = 0;
    enum class Kind : std::uint8_t { turn, look_back, up, down, again } kind = Kind::again;
    std::size_t which = 0;  ///< turn or press
};

std::vector<Change> changes_of(const RolloutPlan& plan, int rate_hz) {
    std::vector<Change> out;
    const auto at = [&](double time_s) { return static_cast<std::int64_t>(std::llround(time_s * rate_hz)); };
    for (std::size_t i = 0; i < plan.turns.size(); ++i)
        out.push_back({i == 0 ? std::int64_t{0} : at(plan.turns[i].at_s), Change::Kind::turn, i});
    for (std::size_t i = 0; i < plan.presses.size(); ++i) {
        const std::int64_t down = at(plan.presses[i].down_s);
        out.push_back({down, Change::Kind::down, i});
        out.push_back({std::max(down + 1, at(plan.presses[i].up_s)), Change::Kind::up, i});
        if (plan.presses[i].look) out.push_back({down + at(looked_s), Change::Kind::look_back, i});
    }
    const auto along_field = [](const PlannedTurn& turn) { return !turn.to_goal; };
    if (std::any_of(plan.turns.begin(), plan.turns.end(), along_field))
        for (double time = turn_again_s; time < plan.length_s; time += turn_again_s)
            out.push_back({at(time), Change::Kind::again, 0});
    std::stable_sort(out.begin(), out.end(), [](const Change& a, const Change& b) { return a.tick < b.tick; });
    return out;
}

/// A rollout while it lasts.
class Player {
  public:
    Player(const WayScout& scout, const World& from, Simulation& run, Rollout& out)
        : scout_(scout), run_(run), out_(out), started_(from.actors.front().machines.size(), never) {
        run.go_on_from(from);
        const Actor& me = from.actors.front();
        airborne_ = !me.body.grounded;
        last_ = me.body.position;
        for (const MachineId move : scout.scene().program.moves) started_[move] = me.machines[move].started_at;
    }

    void play() {
        const int rate_hz = scout_.scene().rate_hz;
        const std::vector<Change> changes = changes_of(out_.plan, rate_hz);
        const std::int64_t end = std::llround(out_.plan.length_s * rate_hz);
        std::size_t next = 0;
        std::int64_t now = 0;
        while (now < end && !over_) {
            WaySegment segment;
            for (; next < changes.size() && changes[next].tick <= now; ++next) apply(changes[next], segment);
            head(segment);
            const std::int64_t until = next < changes.size() ? std::min(end, changes[next].tick) : end;
            segment.seconds = static_cast<double>(until - now) / rate_hz;
            now = until;
            play_segment(segment, run_, [&](const World& world) { return over_ = after_tick(world); });
            out_.segments.push_back(std::move(segment));
        }
    }

  private:
    void apply(const Change& change, WaySegment& segment) {
        switch (change.kind) {
            case Change::Kind::turn: turn_ = out_.plan.turns[change.which]; break;
            case Change::Kind::look_back: look_.reset(); break;
            case Change::Kind::up:
                // Pressed again since: that press has its own release.
                if (held_by_[out_.plan.presses[change.which].button] == change.which + 1)
                    segment.buttons.push_back({out_.plan.presses[change.which].button, false});
                break;
            case Change::Kind::down: press(change.which, segment); break;
            case Change::Kind::again: break;
        }
    }

    void press(std::size_t which, WaySegment& segment) {
        const PlannedPress& planned = out_.plan.presses[which];
        held_by_[planned.button] = which + 1;
        segment.buttons.push_back({planned.button, false});
        segment.buttons.push_back({planned.button, true});
        if (!planned.look) return;
        std::size_t of_button = 0;
        for (const WayLook& look : scout_.looks(run_.world()))
            if (look.button == planned.button && of_button++ == *planned.look) look_ = look;
    }

    void head(WaySegment& segment) const {
        const Actor& me = run_.world().actors.front();
        segment.stick = turn_.stick_ahead ? Vec2{0.0, 1.0} : Vec2{0.0};
        segment.yaw_deg =
            look_ ? look_->yaw_deg : (turn_.to_goal ? scout_.goal_deg(me) : scout_.ahead_deg(me)) + turn_.aside_deg;
        segment.pitch_deg = look_ ? look_->pitch_deg : usual_pitch_deg;
    }

    bool after_tick(const World& world) {
        const Actor& me = world.actors.front();
        const Vec3& feet = me.body.position;
        if (is_lost(me)) return out_.lost = true;
        last_ = feet;
        if (is_at(scout_.goal(), me)) return out_.arrived = true;
        for (const MachineId move : scout_.scene().program.moves) {
            if (me.machines[move].started_at > started_[move]) {
                out_.started =
                    (out_.started ^ static_cast<std::uint64_t>(move.written() + 1)) * 0x100000001b3ULL;  // FNV-1a
                started_[move] = me.machines[move].started_at;
            }
        }
        if (world.tick % 2 == 0) {
            out_.least_left_m = std::min(out_.least_left_m, scout_.field().distance_m(feet));
            out_.nearest_m = std::min(out_.nearest_m, distance_to(scout_.goal(), scout_.scene().course.plan, feet));
        }
        const bool landed = airborne_ && me.body.grounded;
        airborne_ = !me.body.grounded;
        return landed && !out_.plan.past_landing;
    }

    bool is_lost(const Actor& me) const {
        return me.body.position.z < scout_.field().lowest_m() - lost_below_m || is_put_back(last_, me);
    }

    const WayScout& scout_;
    Simulation& run_;
    Rollout& out_;
    PerId<MachineId, double> started_;
    std::map<ButtonId, std::size_t> held_by_;  ///< 1 + the press that holds it
    PlannedTurn turn_;
    std::optional<WayLook> look_;
    Vec3 last_;  ///< of the feet, a tick ago
    bool airborne_ = false;
    bool over_ = false;
};

void shift(PlannedPress& press, double by_s, double length_s) {
    const double held = press.up_s - press.down_s;
    press.down_s = std::clamp(press.down_s + by_s, 0.0, length_s);
    press.up_s = press.down_s + held;
}

void change_once(RolloutPlan& plan, const WayScout& scout, Random& random) {
    constexpr std::array<double, 3> steps_s{0.015, 0.06, 0.25};
    const double step_s = steps_s[random.below(steps_s.size())];
    const double kind = random.unit();
    if (kind < 0.6 && !plan.presses.empty()) {
        PlannedPress& press = plan.presses[random.below(plan.presses.size())];
        const double which = random.unit();
        if (which < 0.5) {
            shift(press, step_s * random.normal(), plan.length_s);
        } else if (which < 0.85) {
            const double up_s = press.up_s >= to_end_s ? plan.length_s : press.up_s;
            press.up_s = std::max(press.down_s + min_held_s, up_s + step_s * random.normal());
        } else if (which < 0.93) {
            press.up_s = press.down_s + held_s(random);
        } else {
            press.button = random_press(scout, plan.length_s, random).button;
        }
    } else if (kind < 0.72 && plan.presses.size() < max_presses) {
        plan.presses.push_back(random_press(scout, plan.length_s, random));
    } else if (kind < 0.8 && plan.presses.size() > 1) {
        plan.presses.erase(plan.presses.begin() + static_cast<std::ptrdiff_t>(random.below(plan.presses.size())));
    } else if (kind < 0.86) {
        // All that comes later than some instant comes later or earlier still.
        const double from_s = random.between(0.0, plan.length_s);
        const double by_s = step_s * random.normal();
        for (PlannedPress& press : plan.presses)
            if (press.down_s >= from_s) shift(press, by_s, plan.length_s);
    } else if (kind < 0.93) {
        PlannedTurn& turn = plan.turns[random.below(plan.turns.size())];
        if (random.chance(0.3)) {
            turn.to_goal = !turn.to_goal;
        } else {
            turn.aside_deg =
                random.chance(0.5) ? random_aside(random) : turn.aside_deg + std::round(8.0 * random.normal());
        }
    } else if (kind < 0.96 && plan.turns.size() < max_turns) {
        plan.turns.push_back(random_turn(random.between(0.0, plan.length_s), random));
    } else if (kind < 0.98 && plan.turns.size() > 1) {
        plan.turns.pop_back();
    } else {
        plan.past_landing = !plan.past_landing;
        plan.length_s = lengths_s.back();
    }
}

void put_in_order(RolloutPlan& plan) {
    std::stable_sort(plan.turns.begin(), plan.turns.end(),
                     [](const auto& a, const auto& b) { return a.at_s < b.at_s; });
    std::stable_sort(plan.presses.begin(), plan.presses.end(),
                     [](const auto& a, const auto& b) { return a.down_s < b.down_s; });
}

}  // namespace

RolloutPlan random_plan(const WayScout& scout, Random& random) {
    RolloutPlan out;
    out.length_s = lengths_s[random.below(lengths_s.size())];
    out.past_landing = random.chance(0.25);
    out.turns.push_back(random_turn(0.0, random));
    if (random.chance(0.3)) out.turns.push_back(random_turn(random.between(0.0, out.length_s), random));
    if (!scout.buttons().empty()) {
        const std::size_t count = 1 + random.below(4);
        for (std::size_t i = 0; i < count; ++i) out.presses.push_back(random_press(scout, out.length_s, random));
        // Sprints and braces: held from the begin on.
        if (random.chance(0.35)) {
            out.presses.front().down_s = 0.0;
            if (random.chance(0.6)) out.presses.front().up_s = to_end_s;
        }
    }
    put_in_order(out);
    return out;
}

RolloutPlan changed_plan(const RolloutPlan& plan, const WayScout& scout, Random& random) {
    RolloutPlan out = plan;
    if (scout.buttons().empty()) return random_plan(scout, random);
    const std::size_t changes = 1 + random.below(3);
    for (std::size_t i = 0; i < changes; ++i) change_once(out, scout, random);
    put_in_order(out);
    return out;
}

Rollout play_rollout(const WayScout& scout, const World& from, RolloutPlan plan, Simulation& run) {
    Rollout out;
    out.plan = std::move(plan);
    Player(scout, from, run, out).play();
    out.world = run.world();
    out.situation = situation_of(out.world);
    return out;
}

}  // namespace leap
