// SPDX-License-Identifier: MIT
#pragma once

#include <memory>
#include <vector>

#include "core/world/bvh.hpp"
#include "core/world/solid_source.hpp"

namespace leap {

/// The solids of a world round a place, kept while somebody is there: most questions of a tick are about the same few.
/// They are laid in a row, four boxes at once, which for a dozen of them takes less than half of the way down a tree.
/// What reaches farther is asked of the world itself, and so is everything where too many stand.
class NearbySolids final : public SolidSource {
  public:
    static constexpr std::size_t most = 64;  ///< solids; more are better found by the world's own order

    /// Keeps what `world` has in `needed` and `margin` metres round it, unless that is kept already. `world` must live
    /// as long as this is asked and stay as it is.
    void come_to(const std::shared_ptr<const SolidSource>& world, const Bounds& needed, double margin);

    /// Whether it has come to a world yet; nothing may be asked before.
    bool has_world() const { return world_ != nullptr; }

    void gather(const Bounds& bounds, SolidSink& sink) const override;
    void gather_along(const SweptBox& way, SolidSink& sink) const override;
    Vec3 velocity_of(const Surface& surface) const override { return world_->velocity_of(surface); }
    SurfaceFeel feel_of(std::uint32_t piece) const override { return world_->feel_of(piece); }
    bool feels_alike() const override { return world_->feels_alike(); }
    bool is_of_kind(std::uint32_t piece, std::string_view kind) const override {
        return world_->is_of_kind(piece, kind);
    }

  private:
    std::shared_ptr<const SolidSource> world_;
    Bounds kept_;  ///< everything that meets it is known
    bool too_many_ = false;
    std::vector<Solid> solids_;
    std::vector<const Solid*> found_;  ///< room for come_to()
    std::vector<BvhNode> rows_;        ///< the boxes of four of `solids_` each
    double reach_ = 0.0;               ///< m, largest coordinate of their bounds
};

}  // namespace leap
