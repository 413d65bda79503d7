// SPDX-License-Identifier: MIT
#include <fmt/format.h>

#include <algorithm>

#include "core/project/trial_kinds.hpp"
#include "core/script/diagnostic.hpp"

namespace leap {

const TuningFile* find_tuning(const TrialScene& scene, const std::string& name) {
    const auto found = std::find_if(scene.tunings.begin(), scene.tunings.end(),
                                    [&](const TuningFile& tuning) { return tuning.name == name; });
    return found == scene.tunings.end() ? nullptr : &*found;
}

std::optional<std::string> pair_problem(const Trial& trial, const TrialScene& scene) {
    if (trial.one.empty() || trial.other.empty()) return "a blind pair needs two tunings of the project; choose them";
    if (trial.one == trial.other) return "both tunings of this pair are the same; choose another one";
    for (const std::string& name : {trial.one, trial.other}) {
        if (find_tuning(scene, name) != nullptr) continue;
        std::vector<std::string> names;
        for (const TuningFile& tuning : scene.tunings) names.push_back(tuning.name);
        const std::string near = nearest_name(name, names);
        return fmt::format("unknown tuning \"{}\"{}", name,
                           near.empty() ? "; choose another" : fmt::format("; did you mean '{}'?", near));
    }
    if (!trial.from.empty() && find_place(scene.course->plan, trial.from) == nullptr)
        return fmt::format("unknown start place \"{}\"; choose another", trial.from);
    return std::nullopt;
}

/// What has been said so far is counted. The rounds themselves are played by a person.
std::optional<std::string> run_pair_trial(const Trial& trial, const TrialScene& scene, TrialOutcome& out) {
    if (auto wrong = pair_problem(trial, scene)) return wrong;
    if (trial.rounds.empty()) return "a blind pair is played by hand, on the Bench; no round has been yet";
    const PairOutcome made{count_rounds(trial.rounds)};
    out.line = pair_text(made.count, trial.one, trial.other);
    out.what = made;
    return std::nullopt;
}

}  // namespace leap
