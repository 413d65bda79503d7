// SPDX-License-Identifier: MIT
#pragma once

#include <optional>
#include <vector>

#include "core/senses/sense_values.hpp"

namespace leap {

/// What a run is made of. Refers to the program, the tuning and the course: they must live as long.
struct SceneView {
    /// What one body of the program has of its own.
    struct Body {
        std::optional<Tuning> tuning;  ///< when it has dials of its own
        BodyShape shape;
    };

    const Program& program;
    const Tuning& tuning;  ///< as the dials say it
    const Course& course;
    int rate_hz = 120;
    PerId<BodyId, Body> bodies;
    RunLayout layout;  ///< with what the tuning leaves out when the scene is made
    /// Another one for each scene that is made: what a run keeps from tick to tick counts for one of them only.
    std::uint64_t generation = 0;

    SceneView(const Program& program, const Tuning& tuning, const Course& course, int rate_hz = 120);

    const BodyShape& shape(const Actor& actor) const { return bodies[actor.kind].shape; }
    const Tuning& tuning_of(const Actor& actor) const {
        const Body& body = bodies[actor.kind];
        return body.tuning ? *body.tuning : tuning;
    }
    /// What expressions are worked out against, with the course in view of the probes.
    EvaluationContext context(const World& world, const Actor& actor, StepCache* cache = nullptr) const& {
        return {all_senses, program, tuning_of(actor), tuning, world, actor, layout, &course, cache};
    }
    /// A context refers to its scene, which must live as long.
    EvaluationContext context(const World& world, const Actor& actor, StepCache* cache = nullptr) const&& = delete;
};

}  // namespace leap
