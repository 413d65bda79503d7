// SPDX-License-Identifier: MIT
#pragma once

#include <algorithm>
#include <cassert>
#include <cstddef>
#include <iterator>
#include <span>
#include <vector>

#include "core/play/world.hpp"
#include "core/units/id.hpp"
#include "core/units/vector.hpp"

/// What a peer's world was like at the begin of each tick of a rehearsal, as far as worlds are compared.
namespace leap {

/// One tick of it. Points into the WireSamples it comes from, until another tick is added there.
struct WireSample {
    std::span<const PhaseId> phases;  ///< by fixture
    std::span<const Vec3> loose;      ///< m, the middle of each fixture that can be loose
    std::span<const Owner> holders;   ///< of each of those
    std::span<const Vec3> feet;       ///< m, by character, as this peer had them
    friend bool operator==(const WireSample& a, const WireSample& b);
};

/// A list of values for each tick. One that equals the list of the tick before takes no room of its own: most things
/// stay as they are.
template <class Value>
class ListByTick {
  public:
    std::span<const Value> operator[](std::size_t tick) const {
        return {values_.data() + lists_[tick].begin, lists_[tick].count};
    }
    /// Of the next tick: what `value_of` says of each of `things`.
    template <class Things, class ValueOf>
    void add(const Things& things, const ValueOf& value_of) {
        const auto is_last = [&](const auto& thing, const Value& last) { return value_of(thing) == last; };
        const std::span<const Value> last = lists_.empty() ? std::span<const Value>{} : (*this)[lists_.size() - 1];
        if (!lists_.empty() && std::equal(things.begin(), things.end(), last.begin(), last.end(), is_last)) {
            lists_.push_back(lists_.back());
            return;
        }
        lists_.push_back({values_.size(), things.size()});
        std::transform(things.begin(), things.end(), std::back_inserter(values_), value_of);
    }
    std::size_t bytes() const { return values_.capacity() * sizeof(Value) + lists_.capacity() * sizeof(List); }
    friend bool operator==(const ListByTick&, const ListByTick&) = default;

  private:
    struct List {
        std::size_t begin = 0;  ///< in values_
        std::size_t count = 0;
        friend bool operator==(const List&, const List&) = default;
    };
    std::vector<Value> values_;
    std::vector<List> lists_;  ///< by tick
};

/// By tick, as they are added.
class WireSamples {
  public:
    void add(const World& world);
    std::size_t size() const { return ticks_; }
    bool empty() const { return ticks_ == 0; }
    WireSample operator[](std::size_t tick) const {
        assert(tick < ticks_ && "there is no such tick");
        return {phases_[tick], loose_[tick], holders_[tick], feet_[tick]};
    }
    WireSample front() const { return (*this)[0]; }
    WireSample back() const { return (*this)[ticks_ - 1]; }
    /// That it takes in memory.
    std::size_t bytes() const { return phases_.bytes() + loose_.bytes() + holders_.bytes() + feet_.bytes(); }
    friend bool operator==(const WireSamples&, const WireSamples&) = default;

  private:
    std::size_t ticks_ = 0;
    ListByTick<PhaseId> phases_;
    ListByTick<Vec3> loose_;
    ListByTick<Owner> holders_;
    ListByTick<Vec3> feet_;
};

}  // namespace leap
