// SPDX-License-Identifier: MIT
#pragma once

#include "core/play/world.hpp"

/// What stands where a query has met something. Pieces of the course count first, then fixtures, then characters.
namespace leap {

struct Surface {
    enum class Kind : std::uint8_t { none, piece, fixture, actor };
    Kind kind = Kind::none;
    std::size_t index = 0;  ///< of its kind

    bool is_fixture() const { return kind == Kind::fixture; }
    bool is_actor() const { return kind == Kind::actor; }
};

inline Surface surface_of(const Course& course, const World& world, std::int32_t number) {
    if (number < 0) return {};
    auto i = static_cast<std::size_t>(number);
    if (i < course.plan.pieces.size()) return {Surface::Kind::piece, i};
    i -= course.plan.pieces.size();
    if (i < world.fixtures.size()) return {Surface::Kind::fixture, i};
    return {Surface::Kind::actor, i - world.fixtures.size()};
}

inline std::int32_t number_of_fixture(const Course& course, std::size_t fixture) {
    return static_cast<std::int32_t>(course.plan.pieces.size() + fixture);
}
inline std::int32_t number_of_actor(const Course& course, const World& world, std::size_t actor) {
    return static_cast<std::int32_t>(course.plan.pieces.size() + world.fixtures.size() + actor);
}

}  // namespace leap
