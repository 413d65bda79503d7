// SPDX-License-Identifier: MIT
#pragma once

#include <map>
#include <optional>
#include <string>
#include <string_view>
#include <vector>

#include "core/world/solid.hpp"

/// Pieces that aren't solid: places that things can be in (water, wind, mud), asked for by their kinds.
namespace leap {

/// A stretch of an upright line, m.
struct HeightSpan {
    double low = 0.0;
    double high = 0.0;
    friend bool operator==(const HeightSpan&, const HeightSpan&) = default;
};

/// The stretch of the upright line through `at` that lies in a convex solid; empty (low above high) when none does.
/// Not for triangles.
HeightSpan upright_span(const Solid& solid, const Vec3& at);

/// How a thing is in the volumes of a kind, taken along its upright middle line.
struct InVolume {
    double share = 0.0;    ///< of its height that is in, 0 to 1
    double depth_m = 0.0;  ///< of its lower end below the surface over it; 0 when nothing is in
    bool inside() const { return share > 0.0; }
};

/// The volumes of a course. Immutable.
class Volumes {
  public:
    Volumes() = default;
    explicit Volumes(const std::vector<Piece>& pieces);

    bool empty() const { return kinds_.empty(); }

    /// The number of a kind that some volume has; it holds for these volumes only.
    std::optional<std::size_t> find(std::string_view kind) const;

    /// A thing whose upright middle line begins at `low_end` and is `height_m` high. Volumes of one kind that overlap
    /// count as one; a mesh is taken as closed, and inside it is what lies between its first and second face, its third
    /// and fourth ...
    InVolume ask(std::size_t kind, const Vec3& low_end, double height_m) const {
        return may_be_in(kinds_[kind].bounds, low_end, height_m) ? look(kinds_[kind], low_end, height_m) : InVolume{};
    }
    /// Whether such a thing may be in a volume of the kind at all: asked before anything dearer.
    bool may_be_in(std::size_t kind, const Vec3& low_end, double height_m) const {
        return may_be_in(kinds_[kind].bounds, low_end, height_m);
    }

    /// Round all volumes of a kind, and round those of all kinds.
    const Bounds& bounds(std::size_t kind) const { return kinds_[kind].bounds; }
    const Bounds& bounds() const { return bounds_; }

    /// The convex parts of a kind's volumes, and each mesh as the box round it: what a fast way may pass through.
    const std::vector<Solid>& passed_parts(std::size_t kind) const { return kinds_[kind].passed; }

  private:
    struct Volume {
        std::vector<Solid> parts;
        bool closed_mesh = false;
        Bounds bounds;
    };
    struct OfKind {
        std::vector<Volume> volumes;
        std::vector<Solid> passed;
        Bounds bounds;
    };
    static bool may_be_in(const Bounds& bounds, const Vec3& low_end, double height_m) {
        return low_end.x >= bounds.low.x && low_end.x <= bounds.high.x && low_end.y >= bounds.low.y &&
               low_end.y <= bounds.high.y && low_end.z + height_m >= bounds.low.z && low_end.z <= bounds.high.z;
    }
    static InVolume look(const OfKind& kind, const Vec3& low_end, double height_m);

    std::map<std::string, std::size_t, std::less<>> numbers_;
    std::vector<OfKind> kinds_;
    Bounds bounds_;
};

}  // namespace leap
