// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stage_desk/stage_puffs.hpp"

#include <algorithm>
#include <cmath>
#include <numbers>

#include "core/world/course.hpp"

namespace leap::studio {
namespace {

using Puff = StageRenderer::Frame::Puff;

constexpr double dust_life_s = 0.55;
constexpr double spray_life_s = 0.9;
constexpr double spark_life_s = 0.28;
constexpr double softest_mps = 3.0;  ///< softer landings and dips raise nothing
constexpr double hardest_mps = 14.0;
constexpr double golden_rad = std::numbers::pi * (3.0 - 2.23606797749979);  ///< spreads any number evenly

/// 0 to 1, scattered over the bits of one puff, the same every time.
double scattered(int i, double seed) {
    const double wave = std::sin(12.9898 * i + 78.233 * seed) * 43758.5453;
    return wave - std::floor(wave);
}

/// How hard, 0 to 1.
double share_of(double speed_mps) {
    return std::clamp((speed_mps - softest_mps) / (hardest_mps - softest_mps), 0.0, 1.0);
}

Vec3 round_about(int i) {
    return {std::cos(golden_rad * i), std::sin(golden_rad * i), 0.0};
}

void add_dust(const Vec3& feet, double speed_mps, double age_s, std::vector<Puff>& out) {
    const double share = share_of(speed_mps);
    const double gone = age_s / dust_life_s;
    const double eased = 1.0 - (1.0 - gone) * (1.0 - gone);
    const int count = 8 + static_cast<int>(8.0 * share);
    for (int i = 0; i < count; ++i) {
        const double way = 0.25 + eased * (0.35 + 0.7 * share) * (0.6 + 0.4 * scattered(i, feet.x));
        const double up = 0.05 + eased * 0.22 * scattered(i, feet.y);
        out.push_back(
            {Puff::Of::dust, feet + round_about(i) * way + world_up * up, 0.05 + 0.13 * eased, 0.45 * (1.0 - gone)});
    }
}

void add_spray(const Vec3& place, double speed_mps, double age_s, std::vector<Puff>& out) {
    constexpr double pull_mps2 = 9.8;
    const double share = share_of(speed_mps);
    const int count = 14 + static_cast<int>(14.0 * share);
    for (int i = 0; i < count; ++i) {
        const double up_mps = (1.6 + 3.0 * share) * (0.5 + 0.5 * scattered(i, place.x));
        const double out_mps = (0.6 + 1.2 * share) * (0.3 + 0.7 * scattered(i, place.y));
        const double high = up_mps * age_s - 0.5 * pull_mps2 * age_s * age_s;
        if (high < 0.0) continue;
        out.push_back({Puff::Of::spray, place + round_about(i) * (0.2 + out_mps * age_s) + world_up * high, 0.055,
                       0.85 * (1.0 - 0.5 * age_s / spray_life_s)});
    }
}

void add_sparks(const Vec3& place, double age_s, std::vector<Puff>& out) {
    const double gone = age_s / spark_life_s;
    constexpr int count = 9;
    for (int i = 0; i < count; ++i) {
        const double rises = scattered(i, place.x + place.y) - 0.35;
        const Vec3 way = glm::normalize(round_about(i) + world_up * rises);
        out.push_back({Puff::Of::spark, place + way * (0.1 + 0.55 * std::sqrt(gone)), 0.05 * (1.0 - gone) + 0.012,
                       1.0 - gone * gone});
    }
}

/// The surface that a body comes down through on a way, m; none: it doesn't.
std::optional<double> water_passed(const Course& course, const Vec3& from, const Vec3& to) {
    const auto passes = [&](double level) { return from.z > level && to.z <= level; };
    if (passes(course.plan.water_level)) return course.plan.water_level;
    for (const Piece& piece : course.plan.pieces) {
        if (piece.solid || piece.material != "water") continue;
        const double level = piece.center.z + 0.5 * piece.size.z;
        const double turn = piece.turn_deg * std::numbers::pi / 180.0;
        const Vec3 off = to - piece.center;
        const double along = off.x * std::cos(turn) + off.y * std::sin(turn);
        const double across = off.y * std::cos(turn) - off.x * std::sin(turn);
        const bool over = std::abs(along) <= 0.5 * piece.size.x && std::abs(across) <= 0.5 * piece.size.y;
        if (over && passes(level)) return level;
    }
    return std::nullopt;
}

void add_dips(const TraceTrack& track, const Course& course, double now, std::vector<Puff>& out) {
    for (std::size_t i = row_at(track, now); i > 0 && track.rows[i].time > now - spray_life_s; --i) {
        const TraceRow& before = track.rows[i - 1];
        const TraceRow& row = track.rows[i];
        // Who is set down elsewhere hasn't come through anything.
        constexpr double farthest_m = 5.0;
        if (row.velocity.z > -softest_mps || glm::distance(before.position, row.position) > farthest_m) continue;
        if (const auto level = water_passed(course, before.position, row.position))
            add_spray({row.position.x, row.position.y, *level}, -row.velocity.z, now - row.time, out);
    }
}

/// Where a blow of somebody has met: a little before them, at the height of the chest.
Vec3 before_chest(const TraceTrack& track, double time) {
    const double facing = track.rows[row_at(track, time)].facing;
    return position_at(track, time) + Vec3{std::cos(facing), std::sin(facing), 0.0} * 0.7 + world_up * 1.15;
}

}  // namespace

std::vector<Puff> puffs_at(const Trace& trace, const Course& course, double now) {
    std::vector<Puff> out;
    const auto is_track = [&](std::int32_t actor) {
        return actor >= 0 && static_cast<std::size_t>(actor) < trace.tracks.size() &&
               !trace.tracks[static_cast<std::size_t>(actor)].rows.empty();
    };
    const auto earlier = [](const TraceEvent& event, double time) { return event.time < time; };
    const double from = now - std::max({dust_life_s, spray_life_s, spark_life_s});
    for (auto event = std::lower_bound(trace.events.begin(), trace.events.end(), from, earlier);
         event != trace.events.end() && event->time <= now; ++event) {
        const double age = now - event->time;
        if (event->kind == EventKind::struck && age < spark_life_s) {
            const auto target = static_cast<std::size_t>(event->index);
            if (target < course.plan.targets.size()) add_sparks(course.plan.targets[target].position, age, out);
        }
        if (!is_track(event->actor)) continue;
        const TraceTrack& track = trace.tracks[static_cast<std::size_t>(event->actor)];
        const bool hits = event->kind == EventKind::hit_actor || event->kind == EventKind::hit_fixture;
        if (hits && age < spark_life_s) add_sparks(before_chest(track, event->time), age, out);
        if (event->kind != EventKind::landed || age >= dust_life_s) continue;
        constexpr double just_before_s = 1e-6;
        const double into_mps = -velocity_at(track, event->time - just_before_s).z;
        if (into_mps > softest_mps) add_dust(position_at(track, event->time), into_mps, age, out);
    }
    for (const TraceTrack& track : trace.tracks)
        if (!track.rows.empty()) add_dips(track, course, now, out);
    return out;
}

}  // namespace leap::studio
