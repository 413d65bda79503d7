// SPDX-License-Identifier: MIT
#pragma once

#include "core/reach/way_field.hpp"
#include "core/reach/way_play.hpp"

/// What a search for a way tries from one world on.
namespace leap {

/// One of them, and what came of it.
struct WayTry {
    WaySegment stretch;
    World world;
    double left_m = 0.0;          ///< see WayField::distance_m
    std::uint64_t situation = 0;  ///< the same for worlds from which about the same can be done
    bool arrived = false;
};

/// A move that looks for something of a kind along the view.
struct WayAim {
    PieceKindId kind;
    ButtonId button;  ///< of the move
};

/// Refers to what it is made of, which must live as long. Safe to ask from several threads.
class WayTries {
  public:
    WayTries(const SceneView& rehearsal, const WayGoal& goal, const WayField& field);

    /// Straight on and aside, standing still, each button let go or pressed, and views at what moves look for. Presses
    /// that make no difference are left out. Always in the same order.
    std::vector<WayTry> from(const World& world) const;

  private:
    double yaw_to(const Vec3& from, const Vec3& to, double otherwise_deg) const;
    bool ground_is_ahead(const Actor& actor) const;
    WayTry tried(const World& from, WaySegment stretch, Simulation& run) const;
    std::vector<std::pair<ButtonId, Vec2>> looks_at_what_is_asked_for(const World& world) const;

    const SceneView& r_;
    const WayGoal& goal_;
    const WayField& field_;
    std::vector<WayAim> aims_;
};

}  // namespace leap
