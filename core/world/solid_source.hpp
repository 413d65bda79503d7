// SPDX-License-Identifier: MIT
#pragma once

#include <span>
#include <string>
#include <string_view>
#include <vector>

#include "core/world/solid.hpp"

/// Where solids come from. Collision, probes, rigid bodies and wheels ask nothing else of the world around them, so a
/// course, what moves in it, and a world of somebody else's are met alike. World frame, metres.
namespace leap {

/// Takes the solids that a source has found.
class SolidSink {
  public:
    SolidSink() = default;
    virtual ~SolidSink() = default;
    SolidSink(const SolidSink&) = delete;
    SolidSink& operator=(const SolidSink&) = delete;

    /// Called for all solids found, some at a time, in any order; more than once for the same does no harm.
    virtual void meet(std::span<const Solid> solids) = 0;

    double farthest = 1.0;  ///< of a SweptBox: what lies beyond is of no interest any more; meet() may lessen it
};

/// A box that goes straight: around `from` it reaches down and back by `below` and up and on by `above`; it goes by
/// `along` times 0 to SolidSink::farthest.
struct SweptBox {
    Vec3 from{0.0};
    Vec3 along{0.0};
    Vec3 below{0.0};
    Vec3 above{0.0};

    /// Around its way from one share of `along` to another, and by a hair more: rounding must not take away what the
    /// way just touches.
    Bounds bounds(double first, double last) const {
        constexpr double hair_m = 1e-6;
        const Vec3 begin = from + along * first;
        const Vec3 end = from + along * last;
        return {glm::min(begin, end) - below - Vec3{hair_m}, glm::max(begin, end) + above + Vec3{hair_m}};
    }
};

/// What a surface does to who stands on it.
struct SurfaceFeel {
    Vec3 carries{0.0};  ///< m/s, how fast it goes
    double grip = 1.0;  ///< share of what steering gains and brakes at
    friend bool operator==(const SurfaceFeel&, const SurfaceFeel&) = default;
};

/// What is known of a piece beside its shape.
struct PieceTraits {
    std::vector<std::string> kinds;  ///< what scripts may ask for
    SurfaceFeel feel;
};
PieceTraits traits_of(const Piece& piece);

/// Convex solids and triangles of one world. Answers the same for as long as a query lasts; the solids it hands over
/// stay where they are until that query is done. When runs are made on several threads, all of them ask it at once.
class SolidSource {
  public:
    SolidSource() = default;
    virtual ~SolidSource() = default;
    SolidSource(const SolidSource&) = default;
    SolidSource& operator=(const SolidSource&) = default;

    /// Hands every solid whose bounds meet `bounds` to `sink`; others beside them do no harm. What is handed over does
    /// not depend on what was asked before. The order doesn't matter either: of two that are met alike, the one of the
    /// lower surface and part counts.
    virtual void gather(const Bounds& bounds, SolidSink& sink) const = 0;

    /// The same for whatever a box meets on its way; near ones first is best. This one calls gather() for one length
    /// of the way after the other, until nothing farther is wanted.
    virtual void gather_along(const SweptBox& way, SolidSink& sink) const;

    /// How fast something goes that gives way to a push (m/s).
    virtual Vec3 velocity_of(const Surface& surface) const;

    /// What a piece of it does to who stands on it.
    virtual SurfaceFeel feel_of(std::uint32_t piece) const;
    /// Whether all of them feel like any ground, so that nobody need ask.
    virtual bool feels_alike() const { return true; }

    /// Whether a piece of it is of a kind that scripts ask for ("anchor", "slick").
    virtual bool is_of_kind(std::uint32_t piece, std::string_view kind) const;
};

/// The solids whose bounds meet `bounds`, each once, the first one first (see precedes()). Writes into `out`, whose
/// room is used again; the source keeps them only until it is asked again.
void solids_in(const SolidSource& source, const Bounds& bounds, std::vector<const Solid*>& out);

}  // namespace leap
