// SPDX-License-Identifier: MIT
#pragma once

#include <memory>

#include "core/senses/scene_view.hpp"

namespace leap {

/// What a run is played from: a program with a tuning, in a course, at a tick rate.
struct Ingredients {
    std::shared_ptr<const Program> program;
    std::shared_ptr<const Course> course;
    Tuning tuning;
    int rate_hz = 120;

    /// Whether a tape would give the same run.
    bool same_as(const Ingredients& other) const {
        return program == other.program && course == other.course && tuning == other.tuning && rate_hz == other.rate_hz;
    }
    SceneView rehearsal() const { return {*program, tuning, *course, rate_hz}; }
};

/// Ingredients made ready to be played. Doesn't change once it is made, and owns all it needs: runs share it.
class Scene {
  public:
    explicit Scene(Ingredients of, std::shared_ptr<const void> solids = nullptr)
        : ingredients(std::move(of)), rehearsal(ingredients.rehearsal()), solids_of(std::move(solids)) {}
    Scene(const Scene&) = delete;
    Scene& operator=(const Scene&) = delete;

    const Ingredients ingredients;
    const SceneView rehearsal;  ///< refers to `ingredients`
    /// Who hands over the solids of a course that isn't its own; null: the course itself. Keeps them alive.
    const std::shared_ptr<const void> solids_of;
};

}  // namespace leap
