// SPDX-License-Identifier: MIT
#include "core/reach/leap_attempts.hpp"

#include <fmt/format.h>

#include <algorithm>
#include <array>

#include "core/world/query.hpp"

namespace leap {
namespace {

constexpr std::array<double, 3> behind_edge_s{0.03, 0.06, 0.09};  ///< presses within coyote time
constexpr double early_s = 0.05;                                  ///< a press that is let go early

bool is_free(const SceneView& r, const LeapWay& way) {
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

/// What is to be tried, and what it is called.
struct Wanted {
    std::string words;
    LeapPresses presses;
};

struct Trying {
    const SceneView& r;
    const LeapInput& input;
    const LeapWay& way;
    const ParallelOptions& options;

    /// By `wanted`: nothing where a move that was to start didn't. Nothing at all when it was stopped.
    std::optional<std::vector<std::optional<LeapAttempt>>> results(const std::vector<Wanted>& wanted) const {
        std::vector<std::optional<LeapAttempt>> out(wanted.size());
        const bool whole = in_parallel(wanted.size(), options, [&](std::size_t i) {
            out[i] = try_leap(r, input, way, wanted[i].presses);
            if (out[i]) out[i]->name = wanted[i].words + out[i]->name;
        });
        if (!whole) return std::nullopt;
        return out;
    }
    /// Adds all that came off. False: it was stopped.
    bool try_all(const std::vector<Wanted>& wanted, std::vector<LeapAttempt>& out) const {
        auto made = results(wanted);
        if (!made) return false;
        for (auto& attempt : *made)
            if (attempt) out.push_back(std::move(*attempt));
        return true;
    }
};

struct ButtonMoves {
    std::vector<MachineId> of_body;
    std::vector<MachineId> beside;  ///< of other layers
};

ButtonMoves moves_of_buttons(const SceneView& r) {
    ButtonMoves out;
    for (const MachineId move : r.program.moves) {
        const Machine& machine = r.program.machines[move];
        if (!machine.button || r.tuning.is_off(move)) continue;
        (machine.layer == 0 ? out.of_body : out.beside).push_back(move);
    }
    return out;
}

const std::string& name_of(const SceneView& r, MachineId move) {
    return r.program.machines[move].name;
}

/// Walking off, and each move alone: held, let go early, charged. What makes no difference is left out. `starting`:
/// the moves that do start there. False: it was stopped.
bool try_one_press(const Trying& trying, const std::vector<MachineId>& moves, std::vector<MachineId>& starting,
                   std::vector<LeapAttempt>& out) {
    constexpr std::size_t each = 3;
    std::vector<Wanted> wanted{{"walk off", {}}};
    for (const MachineId move : moves) {
        const std::string& name = name_of(trying.r, move);
        wanted.push_back({name, {move}});
        wanted.push_back({name + " (let go early)", {move, {}, {}, early_s}});
        wanted.push_back({name + " (charged)", {move, {}, {}, 1e9, true}});
    }
    auto made = trying.results(wanted);
    if (!made) return false;
    if (auto& walk = made->front()) out.push_back(std::move(*walk));
    for (std::size_t i = 0; i < moves.size(); ++i) {
        auto& held = (*made)[1 + each * i];
        auto& early = (*made)[2 + each * i];
        auto& charged = (*made)[3 + each * i];
        if (!held) continue;
        starting.push_back(moves[i]);
        const std::vector<Vec3> whole = held->path;
        out.push_back(std::move(*held));
        if (!early) continue;
        if (early->path != whole) out.push_back(std::move(*early));
        if (charged && charged->path != whole && !never_left(*charged, trying.way, trying.r.rate_hz))
            out.push_back(std::move(*charged));
    }
    return true;
}

/// At the very edge, and as long behind it as the move still starts: the last centimetres, and those that coyote time
/// gives.
std::vector<Wanted> late_presses(const SceneView& r, const std::vector<MachineId>& moves) {
    std::vector<Wanted> out;
    for (const MachineId move : moves) {
        LeapPresses late{move};
        late.very_edge = true;
        out.push_back({name_of(r, move) + " (at the very edge)", late});
        late.very_edge = false;
        for (const double behind : behind_edge_s) {
            late.behind_s = behind;
            out.push_back({fmt::format("{} ({:g} s after the edge)", name_of(r, move), behind), late});
        }
    }
    return out;
}

std::vector<Wanted> two_presses(const SceneView& r, const std::vector<MachineId>& first,
                                const std::vector<MachineId>& then) {
    std::vector<Wanted> out;
    for (const MachineId move : first)
        for (const MachineId next : then)
            out.push_back({name_of(r, move) + ", then " + name_of(r, next), {move, next}});
    return out;
}

std::vector<Wanted> with_one_held(const SceneView& r, const std::vector<MachineId>& held,
                                  const std::vector<MachineId>& moves) {
    std::vector<Wanted> out;
    for (const MachineId other : held)
        for (const MachineId move : moves)
            out.push_back({name_of(r, other) + ": " + name_of(r, move), {move, {}, other}});
    return out;
}

}  // namespace

std::vector<std::string> input_lines(std::span<const TapeEvent> events) {
    std::vector<std::string> out;
    for (const TapeEvent& event : events) {
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
    if (!attempt.gets_off) return "does not reach the edge";
    if (attempt.flies_over) return "flies over it";
    constexpr double told_m = 0.05;
    if (attempt.low_m > 0.0 && attempt.short_m > told_m)
        return fmt::format("{:.2f} m short and {:.2f} m too low", attempt.short_m, attempt.low_m);
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
    // Who doesn't get off has no distance at all.
    const auto missed_by = [](const LeapAttempt& a) { return a.gets_off ? a.away_m : 1e300; };
    out.push_back(&*std::min_element(attempts.begin(), attempts.end(),
                                     [&](const auto& a, const auto& b) { return missed_by(a) < missed_by(b); }));
    return out;
}

LeapOutput leap_attempts(const SceneView& r, const LeapInput& input, const ParallelOptions& options) {
    LeapOutput out;
    const CoursePlan& plan = r.course.plan;
    if (input.from >= plan.pieces.size() || input.to >= plan.pieces.size() || input.from == input.to) return out;
    if (!plan.pieces[input.from].solid || !plan.pieces[input.to].solid) return out;  // nothing stands on a volume
    const std::vector<LeapWay> ways =
        leap_ways(item_box(plan, {ItemKind::piece, input.from}, {}), item_box(plan, {ItemKind::piece, input.to}, {}),
                  input.run_up_m, r.bodies.front().shape.capsule.radius);
    if (ways.empty()) return out;
    // Where nothing stands in the way of the run-up; else in the middle all the same.
    const auto free = std::find_if(ways.begin(), ways.end(), [&](const LeapWay& way) { return is_free(r, way); });
    out.way = free == ways.end() ? ways.front() : *free;
    const Trying trying{r, input, *out.way, options};
    const auto search = [&] {
        const ButtonMoves moves = moves_of_buttons(r);
        std::vector<MachineId> starting;
        if (!try_one_press(trying, moves.of_body, starting, out.attempts)) return false;
        if (!out.reached() && !trying.try_all(late_presses(r, starting), out.attempts)) return false;
        if (!out.reached() && !trying.try_all(two_presses(r, starting, moves.of_body), out.attempts)) return false;
        return out.reached() || trying.try_all(with_one_held(r, moves.beside, starting), out.attempts);
    };
    if (!search()) out.attempts.clear();
    return out;
}

}  // namespace leap
