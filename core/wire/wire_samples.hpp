// SPDX-License-Identifier: MIT
#pragma once

#include <algorithm>
#include <cassert>
#include <cstddef>
#include <cstdint>
#include <vector>

#include "core/simulation/simulation.hpp"

/// What a peer's world was like at the begin of each tick of a rehearsal, as far as worlds are compared: all of every
/// fixture that lasts from one tick to the next.
namespace leap {

/// Values of a number of things by tick. One that stays as it was takes no room: most things do.
template <class Value>
class ColumnByTick {
  public:
    const Value& at(std::size_t tick, std::size_t thing) const {
        const std::vector<Change>& changes = things_[thing];
        const auto after = std::upper_bound(changes.begin(), changes.end(), tick,
                                            [](std::size_t when, const Change& each) { return when < each.tick; });
        assert(after != changes.begin() && "it arrived later");
        return (after - 1)->value;
    }
    /// How many things there were: some come later, behind those that are there.
    std::size_t count(std::size_t tick) const {
        const auto came_later = [&](const std::vector<Change>& changes) { return changes.front().tick > tick; };
        return static_cast<std::size_t>(std::find_if(things_.begin(), things_.end(), came_later) - things_.begin());
    }
    /// Of a tick: what `value_of` says of each of `count` things.
    template <class ValueOf>
    void add(std::size_t tick, std::size_t count, const ValueOf& value_of) {
        if (things_.size() < count) things_.resize(count);
        for (std::size_t i = 0; i < count; ++i) {
            const Value now = value_of(i);
            if (things_[i].empty() || !(things_[i].back().value == now))
                things_[i].push_back({static_cast<std::uint32_t>(tick), now});
        }
    }
    std::size_t bytes() const {
        std::size_t out = things_.capacity() * sizeof(std::vector<Change>);
        for (const std::vector<Change>& changes : things_) out += changes.capacity() * sizeof(Change);
        return out;
    }
    friend bool operator==(const ColumnByTick&, const ColumnByTick&) = default;

  private:
    struct Change {
        std::uint32_t tick = 0;
        Value value{};
        friend bool operator==(const Change&, const Change&) = default;
    };
    std::vector<std::vector<Change>> things_;  ///< by thing: its changes, by tick
};

/// A column at one tick.
template <class Value>
class SampleColumn {
  public:
    SampleColumn(const ColumnByTick<Value>& of, std::size_t tick) : of_(of), tick_(tick) {}
    std::size_t size() const { return of_.count(tick_); }
    const Value& operator[](std::size_t thing) const { return of_.at(tick_, thing); }
    friend bool operator==(const SampleColumn& a, const SampleColumn& b) {
        if (a.size() != b.size()) return false;
        for (std::size_t i = 0; i < a.size(); ++i)
            if (!(a[i] == b[i])) return false;
        return true;
    }

  private:
    const ColumnByTick<Value>& of_;
    std::size_t tick_;
};

/// Where a fixture is and how it is turned, as three points of it (m, world frame).
struct SampledPlace {
    Vec3 middle{0.0};
    Vec3 corner{0.0};  ///< upper front left of a box; of a capsule its upper end; of a ball its middle
    Vec3 side{0.0};    ///< upper front right of a box, else as `corner`
    bool hidden = false;
    friend bool operator==(const SampledPlace&, const SampledPlace&) = default;
};
SampledPlace sampled_place(const FixturePose& pose);
/// How far the point of it is that is farthest apart, m.
double apart_m(const SampledPlace& a, const SampledPlace& b);

/// One tick of it. Refers to the WireSamples it comes from.
struct WireSample {
    SampleColumn<PhaseId> phases;       ///< by fixture
    SampleColumn<SampledPlace> places;  ///< likewise
    SampleColumn<double> counters;      ///< as World::counters
    SampleColumn<double> memory;        ///< as World::memory
    SampleColumn<Owner> holders;        ///< as World::loose
    SampleColumn<Vec3> feet;            ///< m, by character, as this peer had them
    friend bool operator==(const WireSample&, const WireSample&) = default;
};

/// By tick, as they are added.
class WireSamples {
  public:
    void add(Simulation& run);
    std::size_t size() const { return ticks_; }
    bool empty() const { return ticks_ == 0; }
    WireSample operator[](std::size_t tick) const {
        assert(tick < ticks_ && "there is no such tick");
        return {{phases_, tick}, {places_, tick}, {counters_, tick}, {memory_, tick}, {holders_, tick}, {feet_, tick}};
    }
    WireSample front() const { return (*this)[0]; }
    WireSample back() const { return (*this)[ticks_ - 1]; }
    /// That it takes in memory.
    std::size_t bytes() const {
        return phases_.bytes() + places_.bytes() + counters_.bytes() + memory_.bytes() + holders_.bytes() +
               feet_.bytes();
    }
    friend bool operator==(const WireSamples&, const WireSamples&) = default;

  private:
    std::size_t ticks_ = 0;
    ColumnByTick<PhaseId> phases_;
    ColumnByTick<SampledPlace> places_;
    ColumnByTick<double> counters_;
    ColumnByTick<double> memory_;
    ColumnByTick<Owner> holders_;
    ColumnByTick<Vec3> feet_;
};

}  // namespace leap
