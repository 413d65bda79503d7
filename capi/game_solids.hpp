// SPDX-License-Identifier: MIT
#pragma once

#include <array>
#include <atomic>
#include <cstdint>
#include <deque>
#include <map>
#include <memory>
#include <mutex>
#include <shared_mutex>
#include <string>
#include <string_view>

#include "capi/leap.h"
#include "core/world/solid_tree.hpp"

namespace leap {

/// A game's own geometry as a source of solids. It is asked cube by cube, and what it has said is kept: the solids that
/// a query has met must stay where they are until it is done, and a game's own search is seldom as fast as ours.
class GameSolids final : public SolidSource {
  public:
    explicit GameSolids(const leap_geometry& geometry) : geometry_(geometry) {}

    void gather(const Bounds& bounds, SolidSink& sink) const override;
    void gather_along(const SweptBox& way, SolidSink& sink) const override;
    SurfaceFeel feel_of(std::uint32_t piece) const override;
    bool feels_alike() const override { return geometry_.feel == nullptr; }
    bool is_of_kind(std::uint32_t piece, std::string_view kind) const override;

    /// Forgets what it knows of a box. Nobody may be asking.
    void forget(const Bounds& bounds);
    /// Grows with every forget().
    std::uint64_t changes() const { return changes_; }

    std::size_t problem_count() const { return problem_count_; }
    std::string problem(std::size_t index) const;

  private:
    using CubeKey = std::array<std::int32_t, 3>;

    template <class Meet>
    void for_cubes(const Bounds& bounds, Meet meet) const;
    std::shared_ptr<const SolidTree> cube_at(const CubeKey& key) const;
    std::shared_ptr<const SolidTree> asked(const CubeKey& key) const;
    void note_problem(std::string what) const;

    leap_geometry geometry_;
    mutable std::shared_mutex mutex_;
    mutable std::map<CubeKey, std::shared_ptr<const SolidTree>> cubes_;
    /// Cubes that couldn't be told: nothing, for as long as a query may look at it.
    const std::shared_ptr<const SolidTree> empty_ = std::make_shared<const SolidTree>(std::vector<Solid>{});
    std::uint64_t changes_ = 0;
    mutable std::atomic<std::size_t> problem_count_ = 0;
    mutable std::deque<std::string> problems_;  ///< the last of them
};

}  // namespace leap

/// What gather() is handed: takes solids for one cube.
struct leap_sink {
    std::vector<leap::Solid> solids;
    std::vector<std::string> problems;
    std::size_t problem_count = 0;
};
