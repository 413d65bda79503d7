// SPDX-License-Identifier: MIT
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "core/senses/evaluate.hpp"

namespace leap {

/// One gate's answer at an instant, in words.
struct GateAnswer {
    std::string text;    ///< the gate as written
    std::string reason;  ///< the author's words for its refusal, or empty
    bool holds = false;
    std::string seen;   ///< the value it saw: "0.31 s ago", "breath is 8, needs >= 15"
    std::string meter;  ///< "breath 8 of 15", when it compares a meter and refuses
    SourceRange range;
};

enum class Readiness { ready, waiting, refused, active };

/// Whether a move could start at an instant, and if not, why not.
struct MoveAnswer {
    MachineId move;
    Readiness readiness = Readiness::ready;
    std::string why;                ///< "ready", "in rise", "0.41 s", "needs ground": short, for a lane's head
    std::vector<GateAnswer> gates;  ///< every gate, and the charges, in the order of the text
};

MoveAnswer explain_move(const EvaluationContext& context, MachineId move);

/// The same for a fixture of the course: `why` is its phase; of `gates` the first says whether it has the focus, or why
/// not, the others whether each way out of its phase is open now, and what that waits for.
MoveAnswer explain_fixture(const EvaluationContext& context, std::size_t fixture);
/// The fixture of a kind that an answer should speak of: the one with the focus, the one that is ridden, or the
/// nearest.
std::optional<std::size_t> fixture_to_explain(const EvaluationContext& context, MachineId machine);

}  // namespace leap
