// SPDX-License-Identifier: MIT
#include "core/reach/leap_attempt.hpp"

#include <algorithm>
#include <cmath>

#include "core/simulation/simulation.hpp"
#include "core/simulation/start.hpp"
#include "core/units/elementary.hpp"
#include "core/units/turn.hpp"

namespace leap {
namespace {

constexpr double press_early_m = 0.08;   ///< before the edge
constexpr double press_at_wall_m = 0.7;  ///< before something that stands in the way
constexpr double still_mps = 0.05;
constexpr double still_s = 0.3;
constexpr double fallen_m = 4.0;
constexpr double brake_mps = 1.0;
constexpr double put_back_m = 2.5;  ///< in one tick: the body was put elsewhere

class Attempt {
  public:
    Attempt(const SceneView& r, const LeapInput& input, const LeapWay& way, const LeapPresses& presses)
        : r_(r), input_(input), way_(way), presses_(presses), simulation_(r, World{}) {}

    /// Nothing when a move that was to start didn't.
    std::optional<LeapAttempt> run() {
        const double facing = elementary::atan2(way_.direction.y, way_.direction.x);
        simulation_.go_on_from(initial_world(r_, way_.start, facing));
        InputEvent look{InputEvent::Kind::look, 0.0, {}, false, {facing, -0.1}, 0};
        InputEvent stick{InputEvent::Kind::stick, 0.0, {}, false, {0.0, 1.0}, 0};
        waiting_ = {look, stick};
        if (presses_.all_along) press(presses_.all_along);
        if (presses_.from_run_up) press(presses_.at_edge);
        LeapAttempt out;
        out.start = me().body.position;
        out.facing_deg = facing * degrees_per_radian;
        while (me().time < input_.longest_s + run_up_s_ && !done_) {
            decide();
            for (const InputEvent& input : waiting_) out.inputs.push_back(as_tape_event(input));
            simulation_.step(waiting_);
            waiting_.clear();
            note(out);
        }
        if (!started(presses_.at_edge) || !started(presses_.all_along)) return std::nullopt;
        if (presses_.at_top && (!second_at_ || !started(presses_.at_top, *second_at_))) return std::nullopt;
        if (!out.reaches) judge(out);
        add_helpers(out);
        return out;
    }

  private:
    const Actor& me() const { return simulation_.world().actors.front(); }
    const Machine& machine(MachineId move) const { return r_.program.machines[move]; }
    bool started(MachineId move, double since = 0.0) const { return !move || me().machines[move].started_at >= since; }
    /// Moves of the body that took part by themselves are named too.
    void add_helpers(LeapAttempt& out) const {
        for (const MachineId move : r_.program.moves)
            if (machine(move).start_when && machine(move).layer == 0 && started(move) && out.reaches)
                out.name += " + " + machine(move).name;
    }
    void press(MachineId move, bool down = true) {
        waiting_.push_back({InputEvent::Kind::button, me().time, machine(move).button, down, {}, 0});
    }

    TapeEvent as_tape_event(const InputEvent& input) const {
        const double time = std::max(0.0, input.time);
        if (input.kind == InputEvent::Kind::stick) return {time, StickEvent{input.value}};
        if (input.kind == InputEvent::Kind::look)
            return {time, LookEvent{input.value.x * degrees_per_radian, input.value.y * degrees_per_radian}};
        return {time, ButtonEvent{r_.program.buttons[input.button].name, input.down}};
    }

    void decide() {
        const Vec3 feet = me().body.position;
        const double to_edge = glm::dot(way_.edge - feet, way_.direction);
        const bool against = way_.gap() < 0.1 + r_.shape(me()).capsule.radius;
        const double early = against ? press_at_wall_m : (presses_.very_edge ? 0.0 : press_early_m);
        const double ahead = horizontal_length(me().body.velocity) / r_.rate_hz;
        const bool at_edge = to_edge - ahead <= early;
        if (!me().body.grounded && !left_at_) left_at_ = me().time;
        const bool behind = left_at_ && me().time - *left_at_ >= presses_.behind_s - 0.5 / r_.rate_hz;
        if (!off_ && (presses_.behind_s > 0.0 ? behind : at_edge)) {
            off_ = true;
            run_up_s_ = me().time;
            if (presses_.at_edge) press(presses_.at_edge, !presses_.from_run_up);
            held_ = !presses_.from_run_up;
        }
        if (off_ && held_ && presses_.at_edge && me().time - run_up_s_ >= presses_.hold_s) {
            press(presses_.at_edge, false);
            held_ = false;
        }
        const bool topped = off_ && !me().body.grounded && me().body.velocity.z <= 0.0;
        if (presses_.at_top && !second_at_ && topped && me().time > run_up_s_ + 0.1) {
            second_at_ = me().time;
            if (machine(presses_.at_top).button == first_button() && held_) press(presses_.at_edge, false);
            press(presses_.at_top);
        }
        hang_on();
        brake_above();
    }

    /// Above what is to be reached the stick is pulled back, as one does so as not to fly over.
    void brake_above() {
        const Vec3& feet = me().body.position;
        const bool above = off_ && feet.z > way_.lip.z && way_.beyond_lip(feet) > 0.0;
        const double wanted = !above ? 1.0 : (glm::dot(me().body.velocity, way_.direction) > brake_mps ? -1.0 : 0.0);
        if (wanted == ahead_) return;
        ahead_ = wanted;
        waiting_.push_back({InputEvent::Kind::stick, me().time, {}, false, {0.0, wanted}, 0});
    }

    ButtonId first_button() const { return presses_.at_edge ? machine(presses_.at_edge).button : ButtonId{}; }

    /// Who hangs at a lip presses once more to get up.
    void hang_on() {
        const bool still = off_ && !me().body.grounded && glm::length(me().body.velocity) < still_mps;
        still_since_ = still ? still_since_ : me().time;
        const MachineId move = me().body_move();
        if (!still || climbed_ || !move || me().time - still_since_ < still_s) return;
        climbed_ = true;
        const MachineId again = first_button() ? presses_.at_edge : any_jump();
        if (!again) return;
        press(again, false);
        press(again);
    }
    MachineId any_jump() const {
        for (const MachineId move : r_.program.moves)
            if (machine(move).button) return move;
        return {};
    }

    void note(LeapAttempt& out) {
        const Vec3 feet = me().body.position;
        if (off_ && last_ && glm::length(feet - *last_) > put_back_m) done_ = true;
        last_ = feet;
        if (done_) return;
        if (off_) out.path.push_back(feet);
        if (!off_ && me().time > input_.longest_s) done_ = true;
        if (!off_) return;
        const bool on_it = me().body.grounded && me().body.ground == piece_surface(input_.to);
        if (on_it && feet.z > way_.lip.z - 0.3) {
            out.reaches = done_ = true;
            out.spare_m = way_.beyond_lip(feet);
        }
        const bool elsewhere =
            me().body.grounded && me().time > run_up_s_ + 0.3 && me().body.ground != piece_surface(input_.from);
        if (elsewhere || feet.z < std::min(way_.edge.z, way_.lip.z) - fallen_m) done_ = true;
    }

    /// How it failed: the last time the feet sank below the lip's height, or never came so high.
    void judge(LeapAttempt& out) const {
        double highest = -1e300;
        std::optional<double> sank_at;
        for (std::size_t i = 0; i < out.path.size(); ++i) {
            highest = std::max(highest, out.path[i].z);
            if (i > 0 && out.path[i - 1].z >= way_.lip.z && out.path[i].z < way_.lip.z)
                sank_at = way_.beyond_lip(out.path[i]);
        }
        out.gets_off = !out.path.empty();
        if (!out.gets_off) return;
        const double radius = r_.shape(me()).capsule.radius;
        double short_where_nearest = 0.0;
        out.away_m = 1e300;
        for (const Vec3& feet : out.path) {
            const double before = std::max(0.0, -way_.beyond_lip(feet) - radius);
            const double below = std::max(0.0, way_.lip.z - feet.z);
            const double away = std::sqrt(before * before + below * below);
            if (away >= out.away_m) continue;
            out.away_m = away;
            short_where_nearest = before;
        }
        if (highest < way_.lip.z - 1e-3) {
            out.low_m = way_.lip.z - highest;
            out.short_m = short_where_nearest;
        } else if (sank_at) {
            out.short_m = std::max(0.0, -*sank_at);
            out.flies_over = *sank_at > 0.0;
            // It came over the lip; what counts is how far behind it the feet came down.
            if (out.flies_over) out.away_m = *sank_at;
        } else if (!out.path.empty()) {
            out.short_m = std::max(0.0, -way_.beyond_lip(out.path.back()));
        }
    }

    const SceneView& r_;
    const LeapInput& input_;
    const LeapWay& way_;
    LeapPresses presses_;
    Simulation simulation_;
    std::vector<InputEvent> waiting_;
    double run_up_s_ = 0.0;
    double still_since_ = 0.0;
    double ahead_ = 1.0;  ///< of the stick
    std::optional<Vec3> last_;
    std::optional<double> second_at_;
    std::optional<double> left_at_;  ///< when the ground ended
    bool off_ = false, held_ = true, climbed_ = false, done_ = false;
};

}  // namespace

std::optional<LeapAttempt> try_leap(const SceneView& r, const LeapInput& input, const LeapWay& way,
                                    const LeapPresses& presses) {
    return Attempt(r, input, way, presses).run();
}

}  // namespace leap
