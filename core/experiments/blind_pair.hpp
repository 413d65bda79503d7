// SPDX-License-Identifier: MIT
#pragma once

#include <cstdint>
#include <span>
#include <string>
#include <vector>

/// Two tunings that are played without knowing which is which.
namespace leap {

enum class PairSaid { one, other, none };
/// "one", "other", "none", as files say it.
std::string_view pair_said_word(PairSaid said);

/// One round of a blind pair.
struct PairRound {
    bool swapped = false;            ///< the second tuning was played first
    PairSaid said = PairSaid::none;  ///< which felt better
    friend bool operator==(const PairRound&, const PairRound&) = default;
};

/// Whether the second tuning is played first in a round: even odds, the same for the same seed.
bool pair_is_swapped(std::uint64_t seed, std::size_t round);

/// What is meant by "the first felt better" or "the second did" in a round.
PairSaid pair_said(bool swapped, bool first);

struct PairCount {
    int one = 0, other = 0, none = 0;
    /// How likely a difference at least as large would be if nothing were felt and every answer were a coin's; rounds
    /// without a difference left out. 1 while there is nothing to count.
    double by_chance = 1.0;
    friend bool operator==(const PairCount&, const PairCount&) = default;
};

/// The sign test, two-sided (Dixon and Mood 1946): with n = one + other and k the larger of the two,
/// min(1, 2 * sum over i from k to n of (n over i) / 2^n).
PairCount count_rounds(std::span<const PairRound> rounds);

/// "snappy felt better in 7 rounds, floaty in 1, no difference in 2; by chance in 7 of 100 cases".
std::string pair_text(const PairCount& count, const std::string& one, const std::string& other);

}  // namespace leap
