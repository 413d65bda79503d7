// SPDX-License-Identifier: MIT
#pragma once

#include <optional>
#include <variant>
#include <vector>

#include "core/senses/evaluate.hpp"

/// Blows: volumes that go with who deals them, and that whoever they meet is struck by, each once while the phase
/// lasts.
namespace leap {

/// A box that stands upright.
struct UprightBox {
    Vec3 half{0.0};         ///< m: half its length, width and height
    double turn_rad = 0.0;  ///< of its length, from x to the left
};

/// A blow that is being dealt, where it is now. World frame.
struct DealtBlow {
    const Blow* blow = nullptr;
    MachineId machine;      ///< whose phase deals it
    std::size_t index = 0;  ///< in Effects::blows of the phase
    std::variant<Capsule, UprightBox> shape;
    Vec3 feet{0.0};  ///< m, the middle of its lowest face, or its lowest point
};

/// What a character's moves deal now, or the fixture of the context.
std::vector<DealtBlow> dealt_blows(const EvaluationContext& context);

/// Whether a blow of somebody could meet a character or fixture: it hears the event, isn't spared, hidden, carried by
/// who deals it, and hasn't been met by this blow.
bool may_be_met(const EvaluationContext& context, const DealtBlow& dealt, const Owner& striker, const Owner& victim);

/// How far a blow is from somebody, m; 0 or less: it meets them. Other characters are where they are seen.
double gap_to(const EvaluationContext& context, const DealtBlow& dealt, const Owner& victim);

/// How far from its feet what a character deals reaches at most in the phases in force, m; 0: it deals none.
double reach_of_blows(const EvaluationContext& context);

/// The middle of a character or fixture, m.
Vec3 middle_of(const EvaluationContext& context, const Owner& who);

}  // namespace leap
