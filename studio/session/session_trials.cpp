// SPDX-License-Identifier: GPL-3.0-or-later
// Trials.
#include "core/project/file_io.hpp"
#include "studio/session/session.hpp"

namespace leap::studio {

TrialScene Session::trial_scene() const {
    TrialScene out;
    out.program = program();
    out.course = course();
    out.tuning = tuning(Side::now);
    for (const TapeEntry& entry : project().tapes) out.tapes.push_back(entry.tape);
    out.read_file = [folder = project().folder](const std::string& path) { return read_file(folder / path); };
    out.folder = project().folder;
    for (const TuningEntry& entry : project().tunings) out.tunings.push_back(entry.tuning);
    for (const WireEntry& entry : project().wires) out.rehearsals.push_back(entry.plan);
    return out;
}

bool Session::trial_is_stale(const TrialEntry& entry) const {
    return entry.trial.result && program() && course() &&
           entry.trial.result->made_with != trial_hash(entry.trial, source_files(), trial_scene());
}

std::string Session::add_trial(Trial trial) {
    const std::string name = trial.name;
    for (int number = 2; project().find_trial(trial.name) != nullptr; ++number)
        trial.name = name + " " + std::to_string(number);
    const std::string path = documents_.free_listed_path("trials", trial.name, ".trial.json");
    documents_.write_listed(path, write_trial(trial), tr("Trial %1").arg(QString::fromStdString(trial.name)));
    return path;
}

void Session::edit_trial(const std::string& path, const Trial& trial, int gesture) {
    documents_.write_listed(path, write_trial(trial), tr("Trial %1").arg(QString::fromStdString(trial.name)), gesture);
}

void Session::delete_trial(const std::string& path) {
    documents_.write_listed(path, {}, tr("Delete a trial"));
}

QString Session::run_trial(const std::string& path) {
    if (!program() || !course()) return tr("The script has errors. Fix them before you run a trial");
    for (const TrialEntry& entry : project().trials) {
        if (entry.path != path) continue;
        TrialScene scene = trial_scene();
        std::string hash = trial_hash(entry.trial, source_files(), scene);
        trials_.run(path, entry.trial, std::move(scene), std::move(hash));
        return {};
    }
    return tr("This trial no longer exists");
}

/// The result stands in the trial's file from now on, so that it is seen when the project is opened again.
void Session::take_trial_result(const std::string& path) {
    point_at_nothing();
    const TrialRunner::Made* made = trials_.made(path);
    if (made == nullptr) return;
    if (!made->outcome->problem.empty()) {
        emit message(QString::fromStdString(made->outcome->problem));
    } else if (!made->outcome->stopped) {
        for (const TrialEntry& entry : project().trials) {
            if (entry.path != path) continue;
            Trial trial = entry.trial;
            trial.result = result_of(*made->outcome, made->made_with);
            documents_.write_result(path, write_trial(trial));
            break;
        }
    }
    if (std::holds_alternative<WayOutcome>(made->outcome->what)) way_path_ = path;
    emit trial_finished(path);
}

std::optional<Session::FoundWay> Session::found_way() const {
    const TrialRunner::Made* made = way_path_.empty() ? nullptr : trials_.made(way_path_);
    if (made == nullptr || !program() || !course()) return std::nullopt;
    for (const TrialEntry& entry : project().trials)
        if (entry.path == way_path_)
            return FoundWay{entry.trial.name, made->outcome,
                            made->made_with != trial_hash(entry.trial, source_files(), trial_scene())};
    return std::nullopt;
}

QString Session::take_way(const WayOutcome& found) {
    if (!found.way.found) return tr("No route was found, so there is no tape to use");
    Tape tape = found.way.tape;
    const std::string name = tape.name;
    for (int number = 2; project().find_tape(tape.name) != nullptr; ++number)
        tape.name = name + " " + std::to_string(number);
    add_tape(std::move(tape), tr("Use the route to %1").arg(QString::fromStdString(found.request.to)));
    return {};
}

/// With one of the pair's tunings, which one isn't told. What is played isn't kept: it would show the tuning.
QString Session::play_pair(const Trial& trial, bool second) {
    if (!program() || !course()) return tr("The script has errors. Fix them before you play a pair");
    const TrialScene scene = trial_scene();
    if (const auto wrong = pair_problem(trial, scene)) return QString::fromStdString(*wrong);
    const bool other = second != pair_is_swapped(trial.seed, trial.rounds.size());
    const TuningFile* tuning = find_tuning(scene, other ? trial.other : trial.one);
    Ingredients made = ingredients(Side::now);
    made.tuning = make_tuning(*program(), resolve_tuning(*tuning, *program(), written_tuning(*program()).dials).dials);
    if (playing()) stop();
    return start_live(std::move(made), live_tracks(trial.from), LiveKind::blind);
}

void Session::add_pair_round(const std::string& path, PairSaid said) {
    for (const TrialEntry& entry : project().trials) {
        if (entry.path != path) continue;
        Trial changed = entry.trial;
        changed.rounds.push_back({pair_is_swapped(changed.seed, changed.rounds.size()), said});
        edit_trial(path, changed);
        return;
    }
}

}  // namespace leap::studio
