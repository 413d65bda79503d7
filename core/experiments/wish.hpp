// SPDX-License-Identifier: MIT
#pragma once

#include <optional>
#include <string>
#include <string_view>
#include <tl/expected.hpp>
#include <vector>

#include "core/experiments/batch.hpp"

/// What is wanted of a reading.
namespace leap {

struct Wish {
    std::string reading;
    std::optional<double> low, high;  ///< SI; the same: at that value; one of them: at least or at most
    double weight = 1.0;              ///< how much it counts beside the others, more than 0
    std::vector<std::string> tapes;   ///< empty: every tape of the experiment
    friend bool operator==(const Wish&, const Wish&) = default;
};

/// Reads "hop_height = 2.4 m", "air_time in 0.7 s..0.8 s on three hops, quay loop weight 2", "lowest_point >= 0 m".
/// Says what is wrong: no such reading, tape, or unit, or a band upside down. `tapes`: names that there are.
tl::expected<Wish, std::string> read_wish(std::string_view text, const Program& program,
                                          const std::vector<std::string>& tapes);
/// As it can be read.
std::string wish_text(const Wish& wish, const Program& program);

bool is_for(const Wish& wish, const std::string& tape);

/// How far a value is from what is wished: 0 within, negative never; SI.
double distance_from(const Wish& wish, double value);
/// What counts as one wish missed clearly (SI): a hundredth of the value, or a tenth of the band.
double scale_of(const Wish& wish);
/// Whether a value counts as what is wished: for a single value within a thousandth of it.
bool holds(const Wish& wish, const std::optional<double>& value);

}  // namespace leap
