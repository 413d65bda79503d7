// SPDX-License-Identifier: MIT
#include "core/reach/leap_attempts.hpp"

#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <cmath>
#include <numbers>

#include "core/play/start.hpp"
#include "core/world/query.hpp"

namespace leap {
namespace {

/// What is pressed, and when.
struct Presses {
    std::int32_t at_edge = -1;  ///< moves
    std::int32_t at_top = -1;
    std::int32_t all_along = -1;
    double hold_s = 1e9;       ///< of the first press
    bool from_run_up = false;  ///< the first press begins with the run-up and is let go at the edge: moves that charge
    bool very_edge = false;    ///< the press comes at the last tick on the ground, not a little before
    double behind_s = 0.0;     ///< more than 0: it comes that long after the ground has ended (coyote time)
};

constexpr double degrees_per_radian = 180.0 / std::numbers::pi;
constexpr std::array<double, 3> behind_edge_s{0.03, 0.06, 0.09};  ///< presses within coyote time
constexpr double early_s = 0.05;                                  ///< a press that is let go early
constexpr double press_early_m = 0.08;                            ///< before the edge
constexpr double press_at_wall_m = 0.7;                           ///< before something that stands in the way
constexpr double still_mps = 0.05;
constexpr double still_s = 0.3;
constexpr double fallen_m = 4.0;
constexpr double brake_mps = 1.0;
constexpr double put_back_m = 2.5;  ///< in one tick: the body was put elsewhere

class Attempt {
  public:
    Attempt(const Rehearsal& r, const LeapInput& input, const LeapWay& way, const Presses& presses)
        : r_(r), input_(input), way_(way), presses_(presses) {}

    /// Nothing when a move that was to start didn't.
    std::optional<LeapAttempt> run() {
        const double facing = std::atan2(way_.direction.y, way_.direction.x);
        world_ = initial_world(r_, way_.start, facing);
        InputEvent look{InputEvent::Kind::look, 0.0, -1, false, {facing, -0.1}, 0};
        InputEvent stick{InputEvent::Kind::stick, 0.0, -1, false, {0.0, 1.0}, 0};
        waiting_ = {look, stick};
        if (presses_.all_along >= 0) press(presses_.all_along);
        if (presses_.from_run_up) press(presses_.at_edge);
        LeapAttempt out;
        out.start = me().body.position;
        out.facing_deg = facing * degrees_per_radian;
        while (me().time < input_.longest_s + run_up_s_ && !done_) {
            decide();
            for (const InputEvent& input : waiting_) out.inputs.push_back(as_tape_event(input));
            step(r_, waiting_, world_, scratch_, nullptr);
            waiting_.clear();
            note(out);
        }
        if (!started(presses_.at_edge) || !started(presses_.all_along)) return std::nullopt;
        if (presses_.at_top >= 0 && (!second_at_ || !started(presses_.at_top, *second_at_))) return std::nullopt;
        if (!out.reaches) judge(out);
        add_helpers(out);
        return out;
    }

  private:
    const Actor& me() const { return world_.actors.front(); }
    const Machine& machine(std::int32_t move) const { return r_.program.machines[static_cast<std::size_t>(move)]; }
    bool started(std::int32_t move, double since = 0.0) const {
        return move < 0 || me().machines[static_cast<std::size_t>(move)].started_at >= since;
    }
    /// Moves of the body that took part by themselves are named too.
    void add_helpers(LeapAttempt& out) const {
        for (const std::int32_t move : r_.program.moves)
            if (machine(move).start_when && machine(move).layer == 0 && started(move) && out.reaches)
                out.name += " + " + machine(move).name;
    }
    void press(std::int32_t move, bool down = true) {
        waiting_.push_back({InputEvent::Kind::button, me().time, machine(move).button, down, {}, 0});
    }

    TapeEvent as_tape_event(const InputEvent& input) const {
        const double time = std::max(0.0, input.time);
        if (input.kind == InputEvent::Kind::stick) return {time, StickEvent{input.value}};
        if (input.kind == InputEvent::Kind::look)
            return {time, LookEvent{input.value.x * degrees_per_radian, input.value.y * degrees_per_radian}};
        return {time, ButtonEvent{r_.program.buttons[static_cast<std::size_t>(input.button)].name, input.down}};
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
            if (presses_.at_edge >= 0) press(presses_.at_edge, !presses_.from_run_up);
            held_ = !presses_.from_run_up;
        }
        if (off_ && held_ && presses_.at_edge >= 0 && me().time - run_up_s_ >= presses_.hold_s) {
            press(presses_.at_edge, false);
            held_ = false;
        }
        const bool topped = off_ && !me().body.grounded && me().body.velocity.z <= 0.0;
        if (presses_.at_top >= 0 && !second_at_ && topped && me().time > run_up_s_ + 0.1) {
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
        waiting_.push_back({InputEvent::Kind::stick, me().time, -1, false, {0.0, wanted}, 0});
    }

    std::int32_t first_button() const { return presses_.at_edge < 0 ? -1 : machine(presses_.at_edge).button; }

    /// Who hangs at a lip presses once more to get up.
    void hang_on() {
        const bool still = off_ && !me().body.grounded && glm::length(me().body.velocity) < still_mps;
        still_since_ = still ? still_since_ : me().time;
        const std::int32_t move = me().body_move();
        if (!still || climbed_ || move < 0 || me().time - still_since_ < still_s) return;
        climbed_ = true;
        const std::int32_t button = first_button() >= 0 ? presses_.at_edge : any_jump();
        if (button < 0) return;
        press(button, false);
        press(button);
    }
    std::int32_t any_jump() const {
        for (const std::int32_t move : r_.program.moves)
            if (machine(move).button >= 0) return move;
        return -1;
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
        if (highest < way_.lip.z - 1e-3) {
            out.low_m = way_.lip.z - highest;
        } else if (sank_at) {
            out.short_m = std::max(0.0, -*sank_at);
            out.flies_over = *sank_at > 0.0;
        } else if (!out.path.empty()) {
            out.short_m = std::max(0.0, -way_.beyond_lip(out.path.back()));
        }
    }

    const Rehearsal& r_;
    const LeapInput& input_;
    const LeapWay& way_;
    Presses presses_;
    World world_;
    StepScratch scratch_;
    std::vector<InputEvent> waiting_;
    double run_up_s_ = 0.0;
    double still_since_ = 0.0;
    double ahead_ = 1.0;  ///< of the stick
    std::optional<Vec3> last_;
    std::optional<double> second_at_;
    std::optional<double> left_at_;  ///< when the ground ended
    bool off_ = false, held_ = true, climbed_ = false, done_ = false;
};

bool is_free(const Rehearsal& r, const LeapWay& way) {
    const Vec3 lifted = way.start + world_up * (r.bodies.front().shape.step_up + 0.05);
    return !deepest_overlap(r.course, r.bodies.front().shape.capsule, lifted) &&
           !sweep(r.course, r.bodies.front().shape.capsule, lifted, way.edge - way.start, 0.0);
}

/// At first it fell off the edge as anything would: what was pressed did nothing there.
bool never_left(const LeapAttempt& attempt, const LeapWay& way, int rate_hz) {
    constexpr double at_first_s = 0.25;
    const auto count = std::min(attempt.path.size(), static_cast<std::size_t>(at_first_s * rate_hz));
    return std::all_of(attempt.path.begin(), attempt.path.begin() + static_cast<std::ptrdiff_t>(count),
                       [&](const Vec3& feet) { return feet.z <= way.edge.z + 0.05; });
}

}  // namespace

std::vector<std::string> input_lines(const LeapAttempt& attempt) {
    std::vector<std::string> out;
    for (const TapeEvent& event : attempt.inputs) {
        std::string what;
        if (const auto* button = std::get_if<ButtonEvent>(&event.what)) {
            what = button->button + (button->down ? " down" : " up");
        } else if (const auto* stick = std::get_if<StickEvent>(&event.what)) {
            what = stick->stick.y > 0.5 ? "stick ahead" : (stick->stick.y < -0.5 ? "stick back" : "stick at rest");
        } else if (const auto* look = std::get_if<LookEvent>(&event.what)) {
            what = fmt::format("look {:.1f} deg", look->yaw_deg);
        }
        out.push_back(fmt::format("{:.3f} s {}", event.time_s, what));
    }
    return out;
}

std::string leap_text(const LeapAttempt& attempt) {
    if (attempt.reaches) return fmt::format("{:.2f} m to spare", std::max(0.0, attempt.spare_m));
    if (!attempt.gets_off) return "doesn't get to the edge";
    if (attempt.flies_over) return "flies over it";
    if (attempt.low_m > 0.0) return fmt::format("{:.2f} m too low", attempt.low_m);
    return fmt::format("{:.2f} m short", attempt.short_m);
}

bool LeapOutput::reached() const {
    return std::any_of(attempts.begin(), attempts.end(), [](const LeapAttempt& a) { return a.reaches; });
}

std::vector<const LeapAttempt*> LeapOutput::telling() const {
    std::vector<const LeapAttempt*> out;
    for (const LeapAttempt& attempt : attempts)
        if (attempt.reaches) out.push_back(&attempt);
    if (!out.empty() || attempts.empty()) return out;
    const auto missed_by = [](const LeapAttempt& a) { return a.short_m + 2.0 * a.low_m; };
    out.push_back(&*std::min_element(attempts.begin(), attempts.end(),
                                     [&](const auto& a, const auto& b) { return missed_by(a) < missed_by(b); }));
    return out;
}

LeapOutput leap_attempts(const Rehearsal& r, const LeapInput& input) {
    LeapOutput out;
    const CoursePlan& plan = r.course.plan;
    if (input.from >= plan.pieces.size() || input.to >= plan.pieces.size() || input.from == input.to) return out;
    const std::vector<LeapWay> ways =
        leap_ways(item_box(plan, {ItemKind::piece, input.from}, {}), item_box(plan, {ItemKind::piece, input.to}, {}),
                  input.run_up_m, r.bodies.front().shape.capsule.radius);
    if (ways.empty()) return out;
    // Where nothing stands in the way of the run-up; else in the middle all the same.
    const auto free = std::find_if(ways.begin(), ways.end(), [&](const LeapWay& way) { return is_free(r, way); });
    out.way = free == ways.end() ? ways.front() : *free;
    std::vector<std::int32_t> of_body;
    std::vector<std::int32_t> beside;
    for (const std::int32_t move : r.program.moves) {
        const Machine& machine = r.program.machines[static_cast<std::size_t>(move)];
        if (machine.button < 0 || r.tuning.is_off(move)) continue;
        (machine.layer == 0 ? of_body : beside).push_back(move);
    }
    const auto name = [&](std::int32_t move) { return r.program.machines[static_cast<std::size_t>(move)].name; };
    const auto attempt = [&](const std::string& words, const Presses& presses) {
        auto made = Attempt(r, input, *out.way, presses).run();
        if (!made) return false;
        made->name = words + made->name;
        out.attempts.push_back(std::move(*made));
        return true;
    };
    attempt("walk off", {});
    std::vector<std::int32_t> first;
    for (const std::int32_t move : of_body) {
        if (!attempt(name(move), {move})) continue;
        first.push_back(move);
        const std::vector<Vec3> whole = out.attempts.back().path;
        if (!attempt(name(move) + " (let go early)", {move, -1, -1, early_s})) continue;
        if (out.attempts.back().path == whole) out.attempts.pop_back();
        if (!attempt(name(move) + " (charged)", {move, -1, -1, 1e9, true})) continue;
        if (out.attempts.back().path == whole || never_left(out.attempts.back(), *out.way, r.rate_hz))
            out.attempts.pop_back();
    }
    // At the very edge, and as long behind it as the move still starts: the last centimetres, and those that coyote
    // time gives.
    if (!out.reached())
        for (const std::int32_t move : first) {
            Presses late{move};
            late.very_edge = true;
            attempt(name(move) + " (at the very edge)", late);
            late.very_edge = false;
            for (const double behind : behind_edge_s) {
                late.behind_s = behind;
                attempt(fmt::format("{} ({:g} s behind the edge)", name(move), behind), late);
            }
        }
    if (!out.reached())
        for (const std::int32_t move : first)
            for (const std::int32_t next : of_body) attempt(name(move) + ", then " + name(next), {move, next});
    if (!out.reached())
        for (const std::int32_t held : beside)
            for (const std::int32_t move : first) attempt(name(held) + ": " + name(move), {move, -1, held});
    return out;
}

}  // namespace leap
