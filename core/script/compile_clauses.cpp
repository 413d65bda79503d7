// SPDX-License-Identifier: MIT
#include <fmt/format.h>

#include <algorithm>

#include "core/script/compiler.hpp"
#include "core/script/pose_names.hpp"

/// What the rows of the tables of words say of their clauses, carried out.
namespace leap {

std::int32_t Compiler::tag_index(const std::string& name) {
    return number_of(program_.tags, tag_names_, name);
}

void Compiler::check_pose(const syntax::Name& name) {
    if (std::find(built_in_poses.begin(), built_in_poses.end(), name.text) != built_in_poses.end()) return;
    const std::string near =
        near_name(name.text, std::vector<std::string>(built_in_poses.begin(), built_in_poses.end()));
    warn(MessageCode::unknown_name, name.range, fmt::format("unknown pose \"{}\"", name.text),
         near.empty()
             ? "the built-in figure has stand, rise, fall, land, crouch and others; a figure of your game may have more"
             : fmt::format("did you mean '{}'?", near));
}

std::int32_t Compiler::pose_index(const std::string& name) {
    return number_of(program_.poses, pose_names_, name);
}

MeterId Compiler::meter_called(const syntax::Name& name) {
    note_file_name(name.range, name.text);
    if (const auto found = program_.find_meter(name.text)) return *found;
    std::vector<std::string> names;
    for (const MeterInfo& meter : program_.meters) names.push_back(meter.name);
    const std::string near = near_name(name.text, names);
    report(MessageCode::unknown_name, name.range, fmt::format("unknown meter '{}'", name.text),
           near.empty() ? fmt::format("declare it: meter {} {{ from 0 to 100 refill 20 /s }}", name.text)
                        : fmt::format("did you mean '{}'?", near));
    return MeterId(0);
}

std::int32_t Compiler::wall_probe_index(const syntax::Name& name, const Scope& scope) {
    const auto probe = find_probe(name.text, scope);
    const bool wall = probe && program_.probes[static_cast<std::size_t>(*probe)].kind == syntax::ProbeKind::wall;
    if (!wall)
        report(MessageCode::unknown_name, name.range, fmt::format("unknown wall probe '{}'", name.text),
               "declare it: probe NAME = wall within 0.6 m");
    if (!note_member(name.range, name.text, scope)) note_file_name(name.range, name.text);
    return probe.value_or(0);
}

std::int32_t Compiler::curve_index(const syntax::Name& name) {
    used_curves_.insert(name.text);
    note_file_name(name.range, name.text);
    std::vector<std::string> names;
    for (const CurveInfo& curve : program_.curves) {
        if (curve.name == name.text) return static_cast<std::int32_t>(names.size());
        names.push_back(curve.name);
    }
    const std::string near = near_name(name.text, names);
    report(MessageCode::unknown_name, name.range, fmt::format("unknown curve '{}'", name.text),
           near.empty() ? "declare it: curve NAME = points (0, 1) (1, 0.5)" : fmt::format("did you mean '{}'?", near));
    return -1;
}

CounterId Compiler::acted_counter(const syntax::Name& name, const Scope& scope) {
    auto found = counters_.find(scope.chain.front()->name.text + "." + name.text);
    if (found == counters_.end()) found = counters_.find(name.text);
    if (found != counters_.end()) {
        if (const std::size_t point = name.text.find('.'); point != std::string::npos) {
            note_counter_of(name, point);
        } else if (!note_member(name.range, name.text, scope)) {
            note_file_name(name.range, name.text);
        }
        return found->second;
    }
    std::vector<std::string> names;
    for (const syntax::Owner* level : scope.chain)
        for (const syntax::Counter& counter : level->counters) names.push_back(counter.name.text);
    const std::string near = near_name(name.text, names);
    report(MessageCode::unknown_name, name.range, fmt::format("unknown counter '{}'", name.text),
           near.empty() ? fmt::format("declare it: counter {} in 0..2", name.text)
                        : fmt::format("did you mean '{}'?", near));
    return CounterId{};
}

/// `hop.links`: both names are noted where they stand.
void Compiler::note_counter_of(const syntax::Name& path, std::size_t point) {
    const std::string owner = path.text.substr(0, point);
    const std::string counter = path.text.substr(point + 1);
    SourceRange first = path.range;
    first.end = first.begin + static_cast<std::uint32_t>(owner.size());
    SourceRange last = path.range;
    last.begin = last.end - static_cast<std::uint32_t>(counter.size());
    note_file_name(first, owner);
    const auto declared = owners_.find(owner);
    if (declared != owners_.end()) note_member(last, counter, Scope{{declared->second}, {}, 0});
}

DialId Compiler::boosted_dial(const syntax::Expr& path, const Scope& scope) {
    if (const auto dial = find_boosted(path, scope)) {
        note_dial(path, scope);
        return *dial;
    }
    std::vector<std::string> paths;
    for (const DialInfo& known : program_.dials) paths.push_back(known.path());
    const std::string near = near_name(text_of(path.range), paths);
    report(MessageCode::unknown_name, path.range, fmt::format("unknown dial '{}'", text_of(path.range)),
           near.empty() ? "boost takes speed or a dial" : fmt::format("did you mean '{}'?", near));
    return {};
}

CompiledClause Compiler::compile_clause(const ClauseInfo& info, const syntax::Clause& clause, const Scope& scope) {
    CompiledClause out;
    out.said = true;
    switch (info.kind) {
        case ClauseKind::value:
            for (std::size_t i = 0; i < clause.values.size() && i < max_values; ++i)
                out.values[i] = value(clause.values[i], scope, info.type, info.who);
            break;
        case ClauseKind::pose:
            out.index = pose_index(clause.name.text);
            check_pose(clause.name);
            break;
        case ClauseKind::text: out.text = clause.name.text; break;
        case ClauseKind::choice: out.index = clause.choice; break;
        case ClauseKind::meter: out.index = meter_called(clause.name).written(); break;
        case ClauseKind::tag: out.index = tag_index(clause.name.text); break;
        case ClauseKind::wall_probe: out.index = wall_probe_index(clause.name, scope); break;
        case ClauseKind::curve: out.index = curve_index(clause.name); break;
        case ClauseKind::dial: out.index = boosted_dial(clause.values.front(), scope).written(); break;
        case ClauseKind::event: out.index = event_index(clause.name.text).value_or(-1); break;
        case ClauseKind::counter: out.index = acted_counter(clause.name, scope).written(); break;
        case ClauseKind::memory: {
            const auto found = memories_.find(scope.chain.front()->name.text + "." + clause.name.text);
            if (found != memories_.end()) out.index = found->second;
            break;
        }
        case ClauseKind::memory_value:  // see compile_clauses()
        case ClauseKind::flag:
        case ClauseKind::none: break;
    }
    return out;
}

Clauses Compiler::compile_clauses(const StatementInfo& info, const syntax::Statement& statement, const Scope& scope) {
    Clauses out{info.clauses, {}};
    for (std::size_t i = 0; i < statement.clauses.size(); ++i) {
        const syntax::Clause& clause = statement.clauses[i];
        if (!clause.said) continue;
        out.all[i] = compile_clause(info.clauses[i], clause, scope);
        if (info.clauses[i].kind != ClauseKind::memory_value) continue;
        const std::int32_t memory = out.all[i - 1].index;
        if (memory < 0) continue;  // its value was reported already
        out.all[i].values[0] =
            value(clause.values.front(), scope, program_.memories[static_cast<std::size_t>(memory)].type,
                  statement.clauses[i - 1].name.text);
    }
    return out;
}

}  // namespace leap
