// SPDX-License-Identifier: MIT
#pragma once

#include <string>
#include <vector>

#include "core/world/solid_source.hpp"

namespace leap::test {

/// Solids in no order and without any hierarchy, as a game that knows nothing of courses could hold them: what is met
/// must not depend on where solids come from.
class PlainSolids final : public SolidSource {
  public:
    /// `traits`: by surface index.
    PlainSolids(std::vector<Solid> solids, std::vector<PieceTraits> traits);

    void gather(const Bounds& bounds, SolidSink& sink) const override;
    SurfaceFeel feel_of(std::uint32_t piece) const override;
    bool feels_alike() const override { return false; }
    bool is_of_kind(std::uint32_t piece, std::string_view kind) const override;

  private:
    std::vector<Solid> solids_;
    std::vector<PieceTraits> traits_;
};

}  // namespace leap::test
