// SPDX-License-Identifier: MIT
#include "core/project/trial_run.hpp"

#include <fmt/format.h>
#include <fmt/ranges.h>

#include <algorithm>

#include "core/defaults.hpp"
#include "core/project/course_file.hpp"
#include "core/project/revision.hpp"
#include "core/project/sweep_fingerprint.hpp"
#include "core/project/tape_file.hpp"
#include "core/project/trial_kinds.hpp"
#include "core/project/wire_file.hpp"
#include "core/script/diagnostic.hpp"
#include "core/script/typed_value.hpp"
#include "core/units/text_hash.hpp"

namespace leap {
namespace {

using Problem = std::optional<std::string>;

/// Pairs are played, ways are found without any, and a rehearsal says itself which it plays.
bool is_about_tapes(TrialKind kind) {
    return kind != TrialKind::pair && kind != TrialKind::way && kind != TrialKind::wire;
}

/// The tapes that a trial names, or all.
Problem take_tapes(const Trial& trial, const TrialScene& scene, TrialOutcome& out) {
    // A route needs none: those that are named are hints.
    if (trial.tapes.empty() && trial.kind == TrialKind::way) return std::nullopt;
    if (trial.tapes.empty()) out.tapes = scene.tapes;
    for (const std::string& name : trial.tapes) {
        const auto found =
            std::find_if(scene.tapes.begin(), scene.tapes.end(), [&](const Tape& tape) { return tape.name == name; });
        if (found == scene.tapes.end()) return fmt::format("unknown tape \"{}\"; choose another", name);
        out.tapes.push_back(*found);
    }
    if (out.tapes.empty()) return "there is no tape; play one first";
    return std::nullopt;
}

Problem take_free(const Trial& trial, const TrialScene& scene, TrialOutcome& out) {
    for (const TrialFree& each : trial.free) {
        auto value = find_free_value(*scene.program, scene.tuning, scene.course->plan, each.value);
        if (!value) return value.error();
        const auto bound = [&](const std::string& text, double& to) -> Problem {
            if (text.empty()) return std::nullopt;
            const auto read = read_value(text, value->unit, value->path, free_value_text(*value, value->now));
            if (!read) return read.error();
            to = *read;
            return std::nullopt;
        };
        if (auto wrong = bound(each.low, value->low)) return wrong;
        if (auto wrong = bound(each.high, value->high)) return wrong;
        if (value->low > value->high)
            return fmt::format("the lower bound of {}, {}, is above its upper bound, {}; swap them", each.value,
                               each.low, each.high);
        out.free.push_back(std::move(*value));
    }
    return std::nullopt;
}

std::vector<const Tape*> list_of(const std::vector<Tape>& tapes) {
    std::vector<const Tape*> out;
    for (const Tape& tape : tapes) out.push_back(&tape);
    return out;
}

/// Which share of the map holds, and on which side of it the present values lie.
std::string sweep_line(const Sweep& sweep) {
    const auto holding = std::count_if(sweep.cells.begin(), sweep.cells.end(), [](const SweepCell& cell) {
        return cell.done && holds_all(cell, std::nullopt);
    });
    return fmt::format("all marks hold in {:.0f} %",
                       100.0 * static_cast<double>(holding) / std::max(1.0, static_cast<double>(sweep.cells.size())));
}

Problem run_sweep_trial(const Trial& trial, const TrialScene& scene, const TrialOptions& options, TrialOutcome& out) {
    SweepOutcome made;
    for (std::size_t i = 0; i < out.free.size(); ++i) {
        const int points = trial.free[i].points > 0 ? trial.free[i].points : defaults::usual_sweep_points;
        made.request.axes.push_back({out.free[i], out.free[i].low, out.free[i].high, points});
    }
    made.request.tapes = list_of(out.tapes);
    if (auto wrong = sweep_problem(made.request)) return wrong;
    made.request.fingerprint = sweep_fingerprint(scene.setup(), made.request);
    made.sweep = run_sweep(scene.setup(), made.request, options);
    ParallelOptions quietly = options;
    quietly.progress = {};
    if (made.sweep.complete) made.edges = find_edges(scene.setup(), made.request, made.sweep, std::nullopt, quietly);
    out.stopped = !made.sweep.complete;
    out.line = sweep_line(made.sweep);
    out.what = std::move(made);
    return std::nullopt;
}

Problem run_sensitivity_trial(const TrialScene& scene, const TrialOptions& options, TrialOutcome& out) {
    SensitivityOptions search;
    static_cast<ParallelOptions&>(search) = options;
    if (out.free.empty()) out.free = free_dials(*scene.program, scene.tuning);
    Sensitivity found = find_sensitivity(scene.setup(), out.free, list_of(out.tapes), search);
    out.stopped = !found.complete;
    out.line = fmt::format(
        "{} of {} dials move something; {} edges near",
        [&] {
            std::vector<std::size_t> moving;
            for (const Influence& each : found.influences) moving.push_back(each.value);
            moving.erase(std::unique(moving.begin(), moving.end()), moving.end());
            return moving.size();
        }(),
        out.free.size(), found.edges.size());
    out.what = std::move(found);
    return std::nullopt;
}

SolveOptions search_options(const TrialOptions& options) {
    SolveOptions out;
    out.threads = options.threads;
    out.stop = options.stop;
    out.better = options.better;
    if (options.progress)
        out.progress = [told = options.progress](int tries, int most) {
            told(static_cast<std::size_t>(tries), static_cast<std::size_t>(most));
        };
    return out;
}

Problem run_solve_trial(const Trial& trial, const TrialScene& scene, const TrialOptions& options, TrialOutcome& out) {
    SolveOutcome made;
    made.request.free = out.free;
    made.request.tapes = list_of(out.tapes);
    made.request.stay_near = trial.stay_near;
    made.request.seed = trial.seed;
    if (trial.tries > 0) made.request.most_tries = trial.tries;
    std::vector<std::string> names;
    for (const Tape& tape : scene.tapes) names.push_back(tape.name);
    for (const std::string& text : trial.wishes) {
        auto wish = read_wish(text, *scene.program, names);
        if (!wish) return wish.error();
        made.request.wishes.push_back(std::move(*wish));
    }
    made.solution = solve(scene.setup(), made.request, search_options(options));
    if (!made.solution.problem.empty()) return made.solution.problem;
    out.stopped = made.solution.stopped;
    out.values = made.solution.values;
    const auto held = std::count_if(made.solution.wishes.begin(), made.solution.wishes.end(),
                                    [](const WishOutcome& each) { return each.held; });
    out.is_good = made.solution.all_hold();
    out.line = fmt::format("{} of {} goals met", held, made.solution.wishes.size());
    out.what = std::move(made);
    return std::nullopt;
}

Problem run_fit_trial(const Trial& trial, const TrialScene& scene, const TrialOptions& options, TrialOutcome& out) {
    if (out.tapes.size() != 1) return "a fit is made on one tape; choose it";
    if (trial.measured.empty()) return "a fit needs what was measured; choose a CSV file";
    FitOutcome made;
    const auto text = scene.read_file(trial.measured);
    if (!text) return text.error();
    auto measured = read_measured(*text, trial.measured, trial.units);
    if (!measured) return measured.error();
    made.request.free = out.free;
    FitRun& run = made.request.runs.emplace_back();
    run.tape = &out.tapes.front();
    run.measured = std::move(*measured);
    run.align = !trial.later_s;
    run.alignment.later_s = trial.later_s.value_or(0.0);
    run.alignment.stretch = trial.stretch;
    made.request.seed = trial.seed;
    if (trial.tries > 0) made.request.most_tries = trial.tries;
    if (!trial.character.empty()) {
        std::vector<std::string> names;
        for (const TapeTrack& track : out.tapes.front().tracks)
            names.push_back(track_name(track, track.body.empty() ? scene.program->bodies.front().name : track.body));
        const auto found = std::find(names.begin(), names.end(), trial.character);
        if (found == names.end())
            return fmt::format("unknown character \"{}\"; {} has {}", trial.character, out.tapes.front().name,
                               fmt::join(names, ", "));
        run.character = static_cast<std::size_t>(found - names.begin());
    }
    made.fit = fit(scene.setup(), made.request, search_options(options));
    if (!made.fit.problem.empty()) return made.fit.problem;
    out.stopped = made.fit.stopped;
    out.values = made.fit.values;
    for (const auto& [what, error] : made.fit.runs.front().after.by_column)
        out.line +=
            fmt::format("{}{} off by {}", out.line.empty() ? "" : ", ", measured_name(what),
                        quantity_text(error, what == Measured::speed ? dimensions::speed : dimensions::length, 3));
    if (out.line.empty()) out.line = "what was measured lies outside of the run";
    out.what = std::move(made);
    return std::nullopt;
}

Problem run_leeway_trial(const Trial& trial, const TrialScene& scene, const TrialOptions& options, TrialOutcome& out) {
    LeewayOutcome made;
    const EventLeeway* tightest = nullptr;
    for (const Tape& tape : out.tapes) {
        LeewayOptions leeway;
        static_cast<ParallelOptions&>(leeway) = options;
        made.tapes.push_back(find_leeway(scene.setup(), tape, leeway));
        if (!made.tapes.back().problem.empty()) return fmt::format("{}: {}", tape.name, made.tapes.back().problem);
        HandOptions hand;
        static_cast<ParallelOptions&>(hand) = options;
        hand.spread_s = trial.spread_ms / 1000.0;
        hand.seed = static_cast<unsigned>(trial.seed);
        if (trial.tries > 0) hand.tries = trial.tries;
        made.hands.push_back(try_hand(scene.setup(), tape, hand));
        out.stopped = out.stopped || !made.tapes.back().complete || !made.hands.back().complete;
    }
    for (const Leeway& each : made.tapes)
        for (const EventLeeway& event : each.events)
            if (!(event.earlier.open && event.later.open) &&
                (tightest == nullptr || event.tightest_s() < tightest->tightest_s()))
                tightest = &event;
    out.line = tightest == nullptr ? "no press decides anything"
                                   : fmt::format("{:.0f} ms at {:.2f} s ({})", tightest->tightest_s() * 1000.0,
                                                 tightest->time_s, tightest->button);
    out.what = std::move(made);
    return std::nullopt;
}

/// Readings that change by less don't count.
constexpr double compare_threshold = 0.01;

Problem run_compare_trial(const Trial& trial, const TrialScene& scene, const TrialOptions& options, TrialOutcome& out) {
    if (trial.against.empty()) return "a feel diff needs a revision of git to compare with, like HEAD";
    const auto then = load_revision(scene.folder, trial.against);
    if (!then) return then.error();
    for (const std::string& problem : then->project.problems) return fmt::format("{}: {}", trial.against, problem);
    if (!then->project.compiled.program || has_errors(then->project.compiled.diagnostics)) {
        const auto& diagnostics = then->project.compiled.diagnostics;
        const auto first = std::find_if(diagnostics.begin(), diagnostics.end(),
                                        [](const Diagnostic& each) { return each.severity == Severity::error; });
        return fmt::format(
            "{} doesn't compile: {}", trial.against,
            first == diagnostics.end() ? "no program" : diagnostic_text(*first, then->project.compiled.files));
    }
    CompareOutcome made;
    made.before.name = trial.against;
    made.before.program = std::make_shared<const Program>(*then->project.compiled.program);
    made.before.course = std::make_shared<const Course>(build_course(*then->project.course));
    made.before.tuning = written_tuning(*made.before.program);
    for (const TapeEntry& entry : then->project.tapes) made.before.tapes.push_back(entry.tape);
    made.after = {"now", scene.program, scene.course, scene.tuning, scene.tapes};
    made.diff = compare_feel(made.before, made.after, compare_threshold, options);
    made.files = changed_files(scene.folder, then->revision);
    out.stopped = !made.diff.complete;
    out.is_good = made.diff.same();
    out.line = made.diff.same() ? "no reading changed"
                                : fmt::format("{} readings changed, {} of {} marks hold", made.diff.changes.size(),
                                              made.diff.marks_after.held, made.diff.marks_after.all);
    out.what = std::move(made);
    return std::nullopt;
}

}  // namespace

std::shared_ptr<const TrialOutcome> run_trial(const Trial& trial, const TrialScene& scene,
                                              const TrialOptions& options) {
    auto out = std::make_shared<TrialOutcome>();
    out->program = scene.program;
    const auto run = [&]() -> Problem {
        if (is_about_tapes(trial.kind) || trial.kind == TrialKind::way)
            if (auto wrong = take_tapes(trial, scene, *out)) return wrong;
        if (trial.kind == TrialKind::wire) return run_wire_trial(trial, scene, options, *out);
        if (auto wrong = take_free(trial, scene, *out)) return wrong;
        switch (trial.kind) {
            case TrialKind::sweep: return run_sweep_trial(trial, scene, options, *out);
            case TrialKind::sensitivity: return run_sensitivity_trial(scene, options, *out);
            case TrialKind::solve: return run_solve_trial(trial, scene, options, *out);
            case TrialKind::fit: return run_fit_trial(trial, scene, options, *out);
            case TrialKind::leeway: return run_leeway_trial(trial, scene, options, *out);
            case TrialKind::pair: return run_pair_trial(trial, scene, *out);
            case TrialKind::way: return run_way_trial(trial, scene, options, *out);
            case TrialKind::compare: return run_compare_trial(trial, scene, options, *out);
            case TrialKind::wire: break;
        }
        return std::nullopt;
    };
    try {
        if (auto problem = run()) out->problem = std::move(*problem);
    } catch (const std::exception& error) {
        out->problem = fmt::format("this trial could not be run: {}", error.what());
    }
    return out;
}

const WirePlan* find_rehearsal(const TrialScene& scene, const std::string& name) {
    const auto found = std::find_if(scene.rehearsals.begin(), scene.rehearsals.end(),
                                    [&](const WirePlan& plan) { return plan.name == name; });
    return found == scene.rehearsals.end() ? nullptr : &*found;
}

std::string trial_hash(const Trial& trial, std::span<const SourceFile> scripts, const TrialScene& scene) {
    TextHash hash;
    const auto add = [&](std::string_view text) { hash.add(text); };
    for (const SourceFile& file : scripts) add(file.text);
    add(write_course(scene.course->plan));
    const WirePlan* plan = trial.kind == TrialKind::wire ? find_rehearsal(scene, trial.rehearsal) : nullptr;
    if (plan != nullptr) add(write_wire_plan(*plan));
    const auto is_asked_for = [&](const Tape& tape) {
        if (plan != nullptr)
            return std::any_of(plan->peers.begin(), plan->peers.end(),
                               [&](const WirePeer& peer) { return peer.tape == tape.name; });
        const bool named = std::find(trial.tapes.begin(), trial.tapes.end(), tape.name) != trial.tapes.end();
        if (trial.kind == TrialKind::way) return named;
        return is_about_tapes(trial.kind) && (trial.tapes.empty() || named);
    };
    for (const Tape& tape : scene.tapes)
        if (is_asked_for(tape)) add(write_tape(tape));
    for (const TuningFile& tuning : scene.tunings)
        if (trial.kind == TrialKind::pair && (tuning.name == trial.one || tuning.name == trial.other))
            add(write_tuning(tuning));
    for (const double dial : scene.tuning.dials) add(fmt::format("{}", dial));
    for (std::size_t i = 0; i < scene.tuning.off.size(); ++i)
        if (scene.tuning.off[i] != 0) add("without " + scene.program->machines[i].name);
    // A feel diff against HEAD is another one after each commit.
    if (trial.kind == TrialKind::compare) add(resolved_revision(scene.folder, trial.against).value_or(std::string()));
    if (!trial.measured.empty() && scene.read_file) add(scene.read_file(trial.measured).value_or(std::string()));
    Trial asked = trial;
    asked.result.reset();
    asked.name.clear();
    asked.note.clear();
    add(write_trial(asked));
    return hash.text();
}

TrialResult result_of(const TrialOutcome& outcome, const std::string& made_with) {
    TrialResult out;
    out.line = outcome.line;
    out.made_with = made_with;
    for (std::size_t i = 0; i < outcome.values.size(); ++i)
        out.values.emplace_back(outcome.free[i].path, free_value_text(outcome.free[i], outcome.values[i]));
    return out;
}

}  // namespace leap
