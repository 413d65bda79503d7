// SPDX-License-Identifier: MIT
#include "tests/core/plain_solids.hpp"

#include <algorithm>
#include <random>

namespace leap::test {

PlainSolids::PlainSolids(std::vector<Solid> solids, std::vector<PieceTraits> traits)
    : solids_(std::move(solids)), traits_(std::move(traits)) {
    std::mt19937 random(3);
    for (std::size_t i = solids_.size(); i > 1; --i) std::swap(solids_[i - 1], solids_[random() % i]);
}

void PlainSolids::gather(const Bounds& bounds, SolidSink& sink) const {
    for (const Solid& solid : solids_)
        if (overlap(solid.bounds, bounds)) sink.meet({&solid, 1});
}

SurfaceFeel PlainSolids::feel_of(std::uint32_t piece) const {
    return traits_.at(piece).feel;
}

bool PlainSolids::is_of_kind(std::uint32_t piece, std::string_view kind) const {
    const auto& own = traits_.at(piece).kinds;
    return std::find(own.begin(), own.end(), kind) != own.end();
}

}  // namespace leap::test
