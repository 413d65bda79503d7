// SPDX-License-Identifier: MIT
#include "core/experiments/blind_pair.hpp"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "core/units/elementary.hpp"

namespace leap {

std::string_view pair_said_word(PairSaid said) {
    return said == PairSaid::one ? "one" : (said == PairSaid::other ? "other" : "none");
}

bool pair_is_swapped(std::uint64_t seed, std::size_t round) {
    // SplitMix64 (Steele, Lea, Flood 2014): neighbouring numbers give unrelated bits.
    std::uint64_t z = seed * 0x9e3779b97f4a7c15ULL + (static_cast<std::uint64_t>(round) + 1) * 0xd1342543de82ef95ULL;
    z = (z ^ (z >> 30U)) * 0xbf58476d1ce4e5b9ULL;
    z = (z ^ (z >> 27U)) * 0x94d049bb133111ebULL;
    return ((z ^ (z >> 31U)) & 1U) != 0;
}

PairSaid pair_said(bool swapped, bool first) {
    return first != swapped ? PairSaid::one : PairSaid::other;
}

PairCount count_rounds(std::span<const PairRound> rounds) {
    PairCount out;
    for (const PairRound& round : rounds)
        ++(round.said == PairSaid::one ? out.one : (round.said == PairSaid::other ? out.other : out.none));
    const int n = out.one + out.other;
    // The first term as a logarithm, so that thousands of rounds neither overflow nor vanish; then n! / (i! (n - i)!)
    // from one term to the next.
    const int most = std::max(out.one, out.other);
    double log_first = -n * elementary::log(2.0);
    for (int i = 1; i <= n - most; ++i) log_first += elementary::log(most + i) - elementary::log(i);
    double term = elementary::exp(log_first);
    double tail = 0.0;
    for (int i = most; i <= n; ++i) {
        tail += term;
        term *= static_cast<double>(n - i) / (i + 1);
    }
    out.by_chance = std::min(1.0, 2.0 * tail);
    return out;
}

std::string pair_text(const PairCount& count, const std::string& one, const std::string& other) {
    const bool first = count.one >= count.other;
    const auto rounds = [](int n) { return fmt::format("{} round{}", n, n == 1 ? "" : "s"); };
    std::string out;
    if (count.one == count.other) {
        out = fmt::format("{} and {} felt better in {} each", one, other, rounds(count.one));
    } else {
        out =
            fmt::format("{} felt better in {}, {} in {}", first ? one : other, rounds(std::max(count.one, count.other)),
                        first ? other : one, std::min(count.one, count.other));
    }
    if (count.none > 0) out += fmt::format(", no difference in {}", count.none);
    const double percent = count.by_chance * 100.0;
    return out + (percent < 1.0 ? "; by chance in fewer than 1 of 100 cases"
                                : fmt::format("; by chance in {:.0f} of 100 cases", percent));
}

}  // namespace leap
