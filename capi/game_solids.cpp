// SPDX-License-Identifier: MIT
#include "capi/game_solids.hpp"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <limits>
#include <tuple>

#include "capi/guard.hpp"
#include "core/world/make_solid.hpp"

namespace leap {
namespace {

/// Edge of a cube (m): about what a character's surroundings need, so that few are asked for, and few in vain.
constexpr double cube_m = 4.0;
/// Solids of one cube. More are left out, and counted.
constexpr std::size_t max_solids = 1'000'000;
/// A query beyond this many cubes (64 m each way) meets nothing, and is told as a problem: nobody stands that wide.
constexpr std::int64_t max_cubes = 16 * 16 * 16;
constexpr std::size_t max_problems = 32;

std::int32_t cube_of(double metres) {
    const double cube = std::floor(metres / cube_m);
    return static_cast<std::int32_t>(std::clamp(cube, -1e8, 1e8));
}

Bounds bounds_of_cube(const std::array<std::int32_t, 3>& key) {
    const Vec3 low =
        Vec3{static_cast<double>(key[0]), static_cast<double>(key[1]), static_cast<double>(key[2])} * cube_m;
    return {low, low + Vec3{cube_m}};
}

}  // namespace

void GameSolids::note_problem(std::string what) const {
    ++problem_count_;
    const std::unique_lock lock(mutex_);
    problems_.push_back(std::move(what));
    if (problems_.size() > max_problems) problems_.pop_front();
}

std::string GameSolids::problem(std::size_t index) const {
    const std::shared_lock lock(mutex_);
    return index < problems_.size() ? problems_[index] : std::string();
}

/// Asks the game. Done without the lock: a game may take its time, and others know their cubes already.
std::shared_ptr<const SolidTree> GameSolids::asked(const CubeKey& key) const {
    const Bounds cube = bounds_of_cube(key);
    const std::array<double, 3> low{cube.low.x, cube.low.y, cube.low.z};
    const std::array<double, 3> high{cube.high.x, cube.high.y, cube.high.z};
    leap_sink sink;
    const bool told = geometry_.gather(geometry_.user, low.data(), high.data(), &sink) == 0;
    const std::string where = fmt::format("near ({:g}, {:g}, {:g})", low[0], low[1], low[2]);
    for (std::string& problem : sink.problems) note_problem(fmt::format("{} {}", problem, where));
    problem_count_ += sink.problem_count - sink.problems.size();
    if (!told) {
        note_problem(fmt::format("gather failed {}", where));
        return nullptr;
    }
    std::erase_if(sink.solids, [&](const Solid& solid) { return !overlap(solid.bounds, cube, 1e-6); });
    // In one order, whatever the game's was: answers must not hang on it. (Not stable_sort: its room isn't aligned as
    // solids want it.)
    std::sort(sink.solids.begin(), sink.solids.end(), [](const Solid& a, const Solid& b) {
        if (precedes(a, b) || precedes(b, a)) return precedes(a, b);
        return std::tie(a.bounds.low.x, a.bounds.low.y, a.bounds.low.z) <
               std::tie(b.bounds.low.x, b.bounds.low.y, b.bounds.low.z);
    });
    return std::make_shared<const SolidTree>(std::move(sink.solids));
}

std::shared_ptr<const SolidTree> GameSolids::cube_at(const CubeKey& key) const {
    {
        const std::shared_lock lock(mutex_);
        if (const auto known = cubes_.find(key); known != cubes_.end()) return known->second;
    }
    std::shared_ptr<const SolidTree> made = asked(key);
    if (!made) return empty_;
    const std::unique_lock lock(mutex_);
    return cubes_.emplace(key, std::move(made)).first->second;  // another thread's, where it was quicker
}

template <class Meet>
void GameSolids::for_cubes(const Bounds& bounds, Meet meet) const {
    const CubeKey low{cube_of(bounds.low.x), cube_of(bounds.low.y), cube_of(bounds.low.z)};
    const CubeKey high{cube_of(bounds.high.x), cube_of(bounds.high.y), cube_of(bounds.high.z)};
    std::int64_t count = 1;
    for (std::size_t i = 0; i < 3; ++i) {
        if (high[i] < low[i]) return;
        count *= static_cast<std::int64_t>(high[i]) - low[i] + 1;
        if (count > max_cubes) {
            note_problem("a query reached farther than 64 m each way, and met nothing");
            return;
        }
    }
    for (std::int32_t z = low[2]; z <= high[2]; ++z)
        for (std::int32_t y = low[1]; y <= high[1]; ++y)
            for (std::int32_t x = low[0]; x <= high[0]; ++x) meet(*cube_at({x, y, z}));
}

void GameSolids::gather(const Bounds& bounds, SolidSink& sink) const {
    for_cubes(bounds, [&](const SolidTree& cube) { cube.gather(bounds, sink); });
}

/// Length after length of the way, about a cube each, so that a long ray asks no more cubes than it passes.
void GameSolids::gather_along(const SweptBox& way, SolidSink& sink) const {
    const double length_m = glm::length(way.along) * sink.farthest;
    const int parts = std::max(1, static_cast<int>(std::ceil(length_m / cube_m)));
    const double whole = sink.farthest;
    for (int i = 0; i < parts; ++i) {
        const double first = whole * i / parts;
        const double last = whole * (i + 1) / parts;
        if (first > sink.farthest) return;
        for_cubes(way.bounds(first, last), [&](const SolidTree& cube) { cube.gather_along(way, sink); });
    }
}

SurfaceFeel GameSolids::feel_of(std::uint32_t piece) const {
    SurfaceFeel out;
    if (geometry_.feel == nullptr) return out;
    std::array<double, 3> carries{};
    double grip = 1.0;
    geometry_.feel(geometry_.user, piece, carries.data(), &grip);
    const Vec3 given{carries[0], carries[1], carries[2]};
    constexpr double fastest_mps = 200.0;
    if (is_finite(given) && glm::length(given) <= fastest_mps) out.carries = given;
    if (grip >= 0.0 && grip <= 100.0) out.grip = grip;
    return out;
}

bool GameSolids::is_of_kind(std::uint32_t piece, std::string_view kind) const {
    return geometry_.is_of_kind != nullptr &&
           geometry_.is_of_kind(geometry_.user, piece, std::string(kind).c_str()) == 1;
}

void GameSolids::forget(const Bounds& bounds) {
    const std::unique_lock lock(mutex_);
    ++changes_;
    std::erase_if(cubes_, [&](const auto& known) { return overlap(bounds_of_cube(known.first), bounds, 1e-3); });
}

}  // namespace leap

namespace {

leap::Vec3 point(const double numbers[3]) {
    return {numbers[0], numbers[1], numbers[2]};
}

void problem_of(leap_sink& sink, unsigned piece, unsigned part, const char* what) {
    ++sink.problem_count;
    constexpr std::size_t max_told = 4;
    if (sink.problems.size() < max_told)
        sink.problems.push_back(fmt::format("piece {}, part {}: {}", piece, part, what));
}

void take(leap_sink* sink, unsigned piece, unsigned part, std::optional<leap::Solid> solid, const char* otherwise) {
    if (!solid) return problem_of(*sink, piece, part, otherwise);
    if (sink->solids.size() >= leap::max_solids) return problem_of(*sink, piece, part, "more than a million solids");
    solid->surface = leap::piece_surface(piece);
    solid->part = part;
    sink->solids.push_back(std::move(*solid));
}

/// No exception may run through a game's own frames.
template <class Make>
void handed_over(leap_sink* sink, unsigned piece, unsigned part, Make make, const char* otherwise) noexcept {
    if (sink == nullptr) return;
    try {
        take(sink, piece, part, make(), otherwise);
    } catch (...) {
        ++sink->problem_count;
    }
}

}  // namespace

void leap_sink_box(leap_sink* sink, unsigned piece, unsigned part, const double center[3], const double half[3],
                   double turn) {
    const auto make = [&]() -> std::optional<leap::Solid> {
        if (center == nullptr || half == nullptr) return std::nullopt;
        return leap::make_box(point(center), point(half), leap::UprightTurn(turn));
    };
    handed_over(sink, piece, part, make, "a box whose numbers make no sense");
}

void leap_sink_triangle(leap_sink* sink, unsigned piece, unsigned part, const double a[3], const double b[3],
                        const double c[3]) {
    const auto make = [&]() -> std::optional<leap::Solid> {
        if (a == nullptr || b == nullptr || c == nullptr) return std::nullopt;
        return leap::make_triangle(point(a), point(b), point(c));
    };
    handed_over(sink, piece, part, make, "a triangle without area, or whose numbers make no sense");
}

void leap_sink_hull(leap_sink* sink, unsigned piece, unsigned part, const double* corners, size_t corner_count,
                    const unsigned* faces, size_t face_count) {
    const auto make = [&]() -> std::optional<leap::Solid> {
        constexpr std::size_t max_corners = 4096;
        if (corners == nullptr || faces == nullptr || corner_count > max_corners || face_count > max_corners)
            return std::nullopt;
        std::vector<leap::Vec3> points;
        for (std::size_t i = 0; i < corner_count; ++i) points.push_back(point(corners + 3 * i));
        std::vector<std::vector<std::size_t>> lists;
        const unsigned* at = faces;
        for (std::size_t i = 0; i < face_count; ++i) {
            const unsigned count = *at++;
            if (count < 3 || count > max_corners) return std::nullopt;
            lists.emplace_back(at, at + count);
            at += count;
        }
        return leap::make_hull(std::move(points), lists);
    };
    handed_over(sink, piece, part, make, "a hull that isn't convex, or whose numbers make no sense");
}

void leap_sink_round(leap_sink* sink, unsigned piece, unsigned part, const double from[3], const double to[3],
                     double radius) {
    const auto make = [&]() -> std::optional<leap::Solid> {
        if (from == nullptr || to == nullptr) return std::nullopt;
        return leap::make_round(point(from), point(to), radius);
    };
    handed_over(sink, piece, part, make, "a capsule without radius, or whose numbers make no sense");
}
