// SPDX-License-Identifier: MIT
#pragma once

#include <cassert>
#include <compare>
#include <cstddef>
#include <cstdint>
#include <vector>

namespace leap {

/// Which one of a kind of things, or none: an index that can't be taken for another kind's, nor none for an index.
template <class Of>
class Id {
  public:
    constexpr Id() = default;
    constexpr explicit Id(std::size_t index) : number_(static_cast<std::int32_t>(index)) {}
    constexpr explicit operator bool() const { return number_ >= 0; }
    /// Its index; there must be one.
    constexpr std::size_t at() const {
        assert(number_ >= 0 && "none has no index");
        return static_cast<std::size_t>(number_);
    }
    constexpr bool is(std::size_t index) const { return number_ == static_cast<std::int32_t>(index); }
    /// As rows, events and files write it: -1 for none.
    constexpr std::int32_t written() const { return number_; }
    /// The one that was written so.
    static constexpr Id read(std::int32_t written) {
        return written < 0 ? Id{} : Id(static_cast<std::size_t>(written));
    }
    friend constexpr bool operator==(const Id&, const Id&) = default;
    friend constexpr auto operator<=>(const Id&, const Id&) = default;  // NOLINT(modernize-use-nullptr)

  private:
    std::int32_t number_ = -1;
};

/// A fixture of the course, in World::fixtures.
using FixtureId = Id<struct FixtureIdOf>;
/// A stance, move or kind of fixture, in Program::machines.
using MachineId = Id<struct MachineIdOf>;
/// A phase, in Machine::phases.
using PhaseId = Id<struct PhaseIdOf>;
/// A button, in Program::buttons.
using ButtonId = Id<struct ButtonIdOf>;
/// A body, in Program::bodies.
using BodyId = Id<struct BodyIdOf>;
/// A dial, in Program::dials.
using DialId = Id<struct DialIdOf>;
/// A counter, in Program::counters.
using CounterId = Id<struct CounterIdOf>;
/// A meter, in Program::meters.
using MeterId = Id<struct MeterIdOf>;
/// A kind of pieces and targets of the course, in Program::kinds.
using PieceKindId = Id<struct PieceKindIdOf>;

/// One value for each of a kind of things, found by its id; where all are gone through, by number.
template <class IdType, class Value>
struct PerId : std::vector<Value> {
    using std::vector<Value>::vector;
    using std::vector<Value>::operator[];
    Value& operator[](IdType id) { return (*this)[id.at()]; }
    const Value& operator[](IdType id) const { return (*this)[id.at()]; }
};

}  // namespace leap
