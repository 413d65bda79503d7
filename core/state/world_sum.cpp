// SPDX-License-Identifier: MIT
#include "core/state/world_sum.hpp"

#include <bit>
#include <type_traits>

namespace leap {
namespace {

/// FNV-1a over words of 64 bits, folded at the end.
class Sum {
  public:
    void add(double value) { word(std::bit_cast<std::uint64_t>(value)); }
    template <class Numbers>
    requires requires(Numbers numbers) { Numbers::length(); }
    void add(const Numbers& value) {
        for (int i = 0; i < Numbers::length(); ++i) add(value[i]);
    }
    template <class Of>
    void add(const Id<Of>& value) {
        word(static_cast<std::uint64_t>(value.written()));
    }
    template <class Whole>
    requires std::is_integral_v<Whole> || std::is_enum_v<Whole>
    void add(const Whole& value) { word(static_cast<std::uint64_t>(value)); }

    template <Listed Struct>
    void add(const Struct& value) {
        each_field(value, [this](const auto& /*field*/, const auto& member) { add(member); });
    }
    template <class List>
    requires is_list<List>
    void add(const List& list) {
        word(list.size());
        for (const auto& each : list) add(each);
    }

    std::uint32_t folded() const { return static_cast<std::uint32_t>(sum_ ^ (sum_ >> 32)); }

  private:
    void word(std::uint64_t value) { sum_ = std::rotl(sum_ ^ value, 29) * 0x00000100000001b3ULL; }
    std::uint64_t sum_ = 0xcbf29ce484222325ULL;
};

}  // namespace

std::uint32_t world_sum(const World& world) {
    Sum sum;
    sum.add(world);
    return sum.folded();
}

}  // namespace leap
