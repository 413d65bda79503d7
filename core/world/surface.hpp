// SPDX-License-Identifier: MIT
#pragma once

#include <compare>
#include <cstddef>
#include <cstdint>

#include "core/units/fields.hpp"

namespace leap {

/// What a solid belongs to: what a query has met, what is stood on.
struct Surface {
    enum class Kind : std::uint8_t { none, piece, fixture, actor };
    Kind kind = Kind::none;
    std::uint32_t index = 0;  ///< of its kind: among the course's pieces, its fixtures, the run's characters

    bool is_none() const { return kind == Kind::none; }
    bool is_piece() const { return kind == Kind::piece; }
    bool is_fixture() const { return kind == Kind::fixture; }
    bool is_actor() const { return kind == Kind::actor; }
    static constexpr auto fields() {
        return std::tuple(Field("kind", &Surface::kind), Field("index", &Surface::index));
    }
    friend auto operator<=>(const Surface&, const Surface&) = default;  // NOLINT(modernize-use-nullptr)
};

inline Surface piece_surface(std::size_t piece) {
    return {Surface::Kind::piece, static_cast<std::uint32_t>(piece)};
}
inline Surface fixture_surface(std::size_t fixture) {
    return {Surface::Kind::fixture, static_cast<std::uint32_t>(fixture)};
}
inline Surface actor_surface(std::size_t actor) {
    return {Surface::Kind::actor, static_cast<std::uint32_t>(actor)};
}

}  // namespace leap
