// SPDX-License-Identifier: MIT
#pragma once

#include <cmath>
#include <random>

#include "core/world/query.hpp"

/// Fields of random boxes and random questions to them, the same for every library that is measured.
namespace leap::bench {

struct Field {
    Course course;
    double edge = 0.0;
};

/// The field's density stays the same, so that the cost shows how a hierarchy grows and not how crowded the place is.
inline Field field_of(std::int64_t boxes) {
    std::mt19937 random(42);
    const auto share = [&] { return static_cast<double>(random()) / 4294967296.0; };
    Field out;
    out.edge = 4.0 * std::cbrt(static_cast<double>(boxes));
    CoursePlan plan;
    plan.places.push_back({"start", Vec3{0.0}, 0.0});
    for (std::int64_t i = 0; i < boxes; ++i) {
        Piece piece;
        piece.center = Vec3{share(), share(), share()} * out.edge;
        piece.size = Vec3{0.3 + 2 * share(), 0.3 + 2 * share(), 0.3 + 2 * share()};
        piece.turn_deg = 360 * share();
        plan.pieces.push_back(piece);
    }
    out.course = build_course(std::move(plan));
    return out;
}

/// A place and a direction, `length` long.
struct Question {
    Vec3 from;
    Vec3 along;
};

inline std::vector<Question> questions(const Field& field, double length) {
    std::mt19937 random(7);
    const auto share = [&] { return static_cast<double>(random()) / 4294967296.0; };
    std::vector<Question> out(4096);
    for (Question& q : out) {
        q.from = Vec3{share(), share(), share()} * field.edge;
        q.along = direction_or_zero({share() - 0.5, share() - 0.5, share() - 0.5}) * length;
    }
    return out;
}

}  // namespace leap::bench
