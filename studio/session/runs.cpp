// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/session/runs.hpp"

#include "core/bodies/known_poses.hpp"

namespace leap::studio {

Runs::Runs(QObject* parent) : QObject(parent) {
    connect(&now_.worker, &ReplayWorker::finished, this, [this](const RunPointer& run) { take(Side::now, now_, run); });
    connect(&kept_.worker, &ReplayWorker::finished, this,
            [this](const RunPointer& run) { take(Side::kept, kept_, run); });
}

void Runs::clear() {
    now_.program.reset();  // what is still on its way belongs to what was open before
    kept_.program.reset();
    now_.run.reset();
    kept_.run.reset();
}

void Runs::request(Side side, Ingredients ingredients, const Tape& tape) {
    (side == Side::now ? now_ : kept_).worker.request(std::move(ingredients), tape);
}

void Runs::take(Side side, OfSide& of, const RunPointer& run) {
    if (run->ingredients.program != of.program) return;  // a newer program's run is on its way
    of.run = run;
    emit changed(side);
}

World Runs::world_at(Side side, double time) const {
    const OfSide& of = side == Side::now ? now_ : kept_;
    if (!of.run || of.run->trace.empty()) return {};
    if (of.seen.run != of.run || of.seen.time != time) {
        // Watched from picture to picture, the next instant is a few ticks away.
        const World* before = of.seen.run == of.run ? &of.seen.state : nullptr;
        World state = leap::world_at(of.run->ingredients.rehearsal(), of.run->inputs, of.run->trace, time, before);
        of.seen = {of.run, time, std::move(state)};
    }
    return of.seen.state;
}

std::vector<MoveAnswer> explain_all(const Ingredients& made, const World& state, std::size_t character,
                                    const std::shared_ptr<const Program>& newest) {
    std::vector<MoveAnswer> out;
    if (state.actors.empty()) return out;
    StepCache memo;
    const SceneView rehearsal = made.rehearsal();
    const EvaluationContext moment = context_at(rehearsal, state, state.actors[character], memo);
    for (const MachineId move : made.program->moves) out.push_back(explain_move(moment, move));
    for (const MachineId kind : made.program->fixtures)
        if (const auto fixture = fixture_to_explain(moment, kind)) out.push_back(explain_fixture(moment, *fixture));
    if (made.program == newest) return out;
    std::erase_if(out, [&](MoveAnswer& answer) {
        const auto known = newest->find_machine(made.program->machines[answer.move].name);
        answer.move = known.value_or(MachineId{});
        return !known.has_value();
    });
    return out;
}

}  // namespace leap::studio
