// SPDX-License-Identifier: MIT
#pragma once

#include "core/reach/way_ends.hpp"
#include "core/reach/way_field.hpp"
#include "core/senses/scene_view.hpp"

/// Where a search for a route looks and steers to. World frame; yaw and pitch in degrees.
namespace leap {

/// The view while nothing is looked at: a little down, as one walks.
inline constexpr double usual_pitch_deg = -6.0;

/// A view at something that a move looks for, and the button of that move.
struct WayLook {
    ButtonId button;
    double yaw_deg = 0.0;
    double pitch_deg = 0.0;
};

/// Refers to what it is made of, which must live as long. Safe to ask from several threads.
class WayScout {
  public:
    WayScout(const SceneView& scene, const WayGoal& goal, const WayField& field);

    const SceneView& scene() const { return scene_; }
    const WayGoal& goal() const { return goal_; }
    const WayField& field() const { return field_; }

    /// Along the field, farther ahead in the air; `otherwise`: where it has come to. In steps of 5 degrees.
    double ahead_deg(const Actor& actor) const;
    /// To the middle of the goal, in steps of 1 degree.
    double goal_deg(const Actor& actor) const;
    /// Whether there is ground where the feet soon come to.
    bool ground_is_ahead(const Actor& actor) const;
    /// Views at the nearest pieces of the kinds that moves look for along the view.
    std::vector<WayLook> looks(const World& world) const;
    /// The kinds that moves look for.
    std::vector<std::string> kinds_looked_for() const;
    /// Buttons of the script; those of moves that are on come first.
    const std::vector<ButtonId>& buttons() const { return buttons_; }
    std::size_t move_buttons() const { return move_buttons_; }

  private:
    struct Aim {
        PieceKindId kind;
        ButtonId button;
    };
    const SceneView& scene_;
    const WayGoal& goal_;
    const WayField& field_;
    std::vector<Aim> aims_;
    std::vector<ButtonId> buttons_;
    std::size_t move_buttons_ = 0;
};

}  // namespace leap
