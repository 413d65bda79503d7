// SPDX-License-Identifier: MIT
#include "core/world/solid_source.hpp"

#include <algorithm>

namespace leap {
namespace {

class Collected final : public SolidSink {
  public:
    Collected(const Bounds& bounds, std::vector<const Solid*>& out) : bounds_(bounds), out_(out) {}

    void meet(std::span<const Solid> solids) override {
        for (const Solid& solid : solids)
            if (overlap(solid.bounds, bounds_)) out_.push_back(&solid);
    }

  private:
    const Bounds& bounds_;
    std::vector<const Solid*>& out_;
};

}  // namespace

void solids_in(const SolidSource& source, const Bounds& bounds, std::vector<const Solid*>& out) {
    out.clear();
    Collected collected(bounds, out);
    source.gather(bounds, collected);
    std::sort(out.begin(), out.end(), [](const Solid* a, const Solid* b) { return precedes(*a, *b); });
    const auto same = [](const Solid* a, const Solid* b) { return !precedes(*a, *b) && !precedes(*b, *a); };
    out.erase(std::unique(out.begin(), out.end(), same), out.end());
}

void SolidSource::gather_along(const SweptBox& way, SolidSink& sink) const {
    constexpr double first_length_m = 4.0;
    constexpr double growth = 1.5;  // who has met nothing for long is likely to go on so
    const double length = glm::length(way.along);
    double from = 0.0;
    const double first = first_length_m / length;
    double step = first > 1e-12 ? first : sink.farthest;  // a way without end, or none at all, is asked for at once
    do {
        const double to = std::min(from + step, sink.farthest);
        gather(way.bounds(from, to), sink);
        from = to;
        step *= growth;
    } while (from < sink.farthest);
}

Vec3 SolidSource::velocity_of(const Surface& /*surface*/) const {
    return Vec3{0.0};
}

SurfaceFeel SolidSource::feel_of(std::uint32_t /*piece*/) const {
    return {};
}

PieceTraits traits_of(const Piece& piece) {
    const double turn = glm::radians(piece.turn_deg);
    return {piece.kinds, {turned_about_up(piece.carries, turn), piece.grip}};
}

bool SolidSource::is_of_kind(std::uint32_t /*piece*/, std::string_view /*kind*/) const {
    return false;
}

}  // namespace leap
