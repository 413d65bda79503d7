// SPDX-License-Identifier: MIT
#pragma once

#include <span>
#include <string>
#include <vector>

#include "core/world/bvh.hpp"
#include "core/world/solid_source.hpp"

namespace leap {

/// Solids that stay where they are, in a hierarchy. Immutable.
class SolidTree final : public SolidSource {
  public:
    /// `traits`: by piece; those beyond its end are of no kind and feel like any.
    explicit SolidTree(std::vector<Solid> solids, std::vector<PieceTraits> traits = {});

    void gather(const Bounds& bounds, SolidSink& sink) const override;
    void gather_along(const SweptBox& way, SolidSink& sink) const override;
    SurfaceFeel feel_of(std::uint32_t piece) const override;
    bool feels_alike() const override { return feels_alike_; }
    bool is_of_kind(std::uint32_t piece, std::string_view kind) const override;

    std::span<const Solid> solids() const { return solids_; }

  private:
    std::vector<Solid> solids_;  ///< in the order of the hierarchy's leaves: what is looked at together lies together
    std::vector<PieceTraits> traits_;
    bool feels_alike_ = true;
    Bvh bvh_;
};

}  // namespace leap
