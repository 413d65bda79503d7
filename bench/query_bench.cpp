// SPDX-License-Identifier: MIT
// Rays and capsule sweeps in fields of 100, 10 000 and 100 000 boxes. The field's density stays the same, so that the
// cost shows how the hierarchy grows and not how crowded the place is.
#include <benchmark/benchmark.h>

#include <cmath>
#include <random>

#include "core/world/query.hpp"

namespace {

using leap::Vec3;

struct Field {
    leap::Course course;
    double edge = 0.0;
};

Field field_of(std::int64_t boxes) {
    std::mt19937 random(42);
    const auto share = [&] { return static_cast<double>(random()) / 4294967296.0; };
    Field out;
    out.edge = 4.0 * std::cbrt(static_cast<double>(boxes));
    leap::CoursePlan plan;
    plan.places.push_back({"start", Vec3{0.0}, 0.0});
    for (std::int64_t i = 0; i < boxes; ++i) {
        leap::Piece piece;
        piece.center = Vec3{share(), share(), share()} * out.edge;
        piece.size = Vec3{0.3 + 2 * share(), 0.3 + 2 * share(), 0.3 + 2 * share()};
        piece.turn_deg = 360 * share();
        plan.pieces.push_back(piece);
    }
    out.course = leap::build_course(std::move(plan));
    return out;
}

struct Question {
    Vec3 from;
    Vec3 along;
};

std::vector<Question> questions(const Field& field, double length) {
    std::mt19937 random(7);
    const auto share = [&] { return static_cast<double>(random()) / 4294967296.0; };
    std::vector<Question> out(4096);
    for (Question& q : out) {
        q.from = Vec3{share(), share(), share()} * field.edge;
        q.along = leap::direction_or_zero({share() - 0.5, share() - 0.5, share() - 0.5}) * length;
    }
    return out;
}

void ray(benchmark::State& state) {
    const Field field = field_of(state.range(0));
    const auto asked = questions(field, 1.0);
    std::size_t i = 0;
    for (auto _ : state) {
        const Question& q = asked[i++ % asked.size()];
        benchmark::DoNotOptimize(leap::cast_ray(field.course, q.from, q.along, 30.0));
    }
}
BENCHMARK(ray)->Arg(100)->Arg(10000)->Arg(100000);

void capsule_sweep(benchmark::State& state) {
    const Field field = field_of(state.range(0));
    const auto asked = questions(field, 1.0);
    std::size_t i = 0;
    for (auto _ : state) {
        const Question& q = asked[i++ % asked.size()];
        benchmark::DoNotOptimize(leap::sweep(field.course, {0.32, 1.72}, q.from, q.along, 0.001));
    }
}
BENCHMARK(capsule_sweep)->Arg(100)->Arg(10000)->Arg(100000);

void build(benchmark::State& state) {
    const Field field = field_of(state.range(0));
    for (auto _ : state) benchmark::DoNotOptimize(leap::build_course(field.course.plan).solids.size());
}
BENCHMARK(build)->Arg(100)->Arg(10000)->Arg(100000)->Unit(benchmark::kMillisecond);

}  // namespace
