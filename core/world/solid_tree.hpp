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
    /// `kinds`: by piece, what scripts may ask for; pieces beyond its end are of no kind.
    explicit SolidTree(std::vector<Solid> solids, std::vector<std::vector<std::string>> kinds = {});

    void gather(const Bounds& bounds, SolidSink& sink) const override;
    void gather_along(const SweptBox& way, SolidSink& sink) const override;
    bool is_of_kind(std::uint32_t piece, std::string_view kind) const override;

    std::span<const Solid> solids() const { return solids_; }

  private:
    std::vector<Solid> solids_;  ///< in the order of the hierarchy's leaves: what is looked at together lies together
    std::vector<std::vector<std::string>> kinds_;
    Bvh bvh_;
};

}  // namespace leap
