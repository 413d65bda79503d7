// SPDX-License-Identifier: MIT
#include "core/wire/world_sum.hpp"

#include <bit>

#include "core/wire/fields.hpp"

namespace leap {
namespace {

/// Mixes what is put into it: FNV-1a over words of 64 bits, folded at the end.
class Summing {
  public:
    static constexpr bool reads = false;
    void word(std::uint64_t value) { sum_ = std::rotl(sum_ ^ value, 29) * 0x00000100000001b3ULL; }

    void operator()(const double& value) { word(std::bit_cast<std::uint64_t>(value)); }
    void operator()(const Vec2& value) { numbers(value, 2); }
    void operator()(const Vec3& value) { numbers(value, 3); }
    void operator()(const Quat& value) { numbers(value, 4); }
    template <class Of>
    void operator()(const Id<Of>& value) {
        word(static_cast<std::uint64_t>(value.written()));
    }
    template <class Whole>
    requires std::is_integral_v<Whole> || std::is_enum_v<Whole>
    void operator()(const Whole& value) { word(static_cast<std::uint64_t>(value)); }

    std::uint32_t folded() const { return static_cast<std::uint32_t>(sum_ ^ (sum_ >> 32)); }

  private:
    template <class Numbers>
    void numbers(const Numbers& value, int count) {
        for (int i = 0; i < count; ++i) (*this)(value[i]);
    }
    std::uint64_t sum_ = 0xcbf29ce484222325ULL;
};

}  // namespace

std::uint32_t world_sum(const World& world) {
    Summing sum;
    sum(world.tick);
    sum(world.time);
    for (const Actor& actor : world.actors) actor_fields(sum, actor);
    for (const MachineState& machine : world.machines) machine_fields(sum, machine);
    for (const CounterState& counter : world.counters) {
        sum(counter.value);
        sum(counter.back_since);
    }
    for (const double remembered : world.memory) sum(remembered);
    for (const double struck : world.target_struck_at) sum(struck);
    for (const RigidState& loose : world.loose) rigid_fields(sum, loose);
    return sum.folded();
}

}  // namespace leap
