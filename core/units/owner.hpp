// SPDX-License-Identifier: MIT
#pragma once

#include <cstddef>
#include <cstdint>

#include "core/units/fields.hpp"

namespace leap {

/// A character, a fixture of the course, or nobody.
struct Owner {
    enum class Kind : std::uint8_t { nobody, actor, fixture };
    Kind kind = Kind::nobody;
    std::int32_t index = -1;  ///< in World::actors or World::fixtures

    bool is_nobody() const { return kind == Kind::nobody; }
    bool is_actor() const { return kind == Kind::actor; }
    bool is_actor(std::size_t actor) const { return is_actor() && index == static_cast<std::int32_t>(actor); }
    bool is_fixture() const { return kind == Kind::fixture; }
    bool is_fixture(std::size_t fixture) const { return is_fixture() && index == static_cast<std::int32_t>(fixture); }
    /// Which of its kind it is; nobody has none.
    std::size_t at() const { return static_cast<std::size_t>(index); }
    static constexpr auto fields() { return std::tuple(Field("kind", &Owner::kind), Field("index", &Owner::index)); }
    friend bool operator==(const Owner&, const Owner&) = default;
};
inline constexpr Owner nobody{};
inline Owner actor_owner(std::size_t actor) {
    return {Owner::Kind::actor, static_cast<std::int32_t>(actor)};
}
inline Owner fixture_owner(std::size_t fixture) {
    return {Owner::Kind::fixture, static_cast<std::int32_t>(fixture)};
}

}  // namespace leap
