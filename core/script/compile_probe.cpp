// SPDX-License-Identifier: MIT
#include <fmt/format.h>

#include <algorithm>

#include "core/script/compiler.hpp"

namespace leap {

/// Probes get their numbers first, so that any text may ask any of them.
PieceKindId Compiler::kind_called(const std::string& name) {
    return PieceKindId::read(number_of(program_.kinds, kind_names_, name));
}

void Compiler::declare_probes() {
    const auto declare = [&](const std::string& path, const syntax::Probe& probe, const Scope& scope) {
        note_name(probe.name.range, probe.name.range);
        if (probes_.contains(path)) return;  // the derived owner's probe replaces the base's
        probes_[path] = static_cast<std::int32_t>(program_.probes.size());
        ProbeInfo info;
        info.path = path;
        info.kind = probe.kind;
        info.range = probe.range;
        if (probe.wanted) info.wanted = kind_called(probe.wanted->text);
        program_.probes.push_back(std::move(info));
        probe_syntax_.push_back({&probe, scope});
    };
    for (const syntax::File& file : syntax_)
        for (const syntax::Probe& probe : file.probes) declare(probe.name.text, probe, Scope{});
    for (const syntax::Owner* owner : machine_syntax_) {
        const Scope scope = scope_of(*owner);
        for (std::size_t level = 0; level < scope.chain.size(); ++level) {
            Scope at = scope;
            at.level = level;
            for (const syntax::Probe& probe : scope.chain[level]->probes)
                declare(owner->name.text + "." + probe.name.text, probe, at);
        }
    }
}

std::optional<std::int32_t> Compiler::find_probe(const std::string& name, const Scope& scope) const {
    if (!scope.chain.empty())
        if (const auto own = probes_.find(scope.chain.front()->name.text + "." + name); own != probes_.end())
            return own->second;
    if (const auto shared = probes_.find(name); shared != probes_.end()) return shared->second;
    return std::nullopt;
}

void Compiler::compile_probes() {
    for (std::size_t i = 0; i < probe_syntax_.size(); ++i) {
        ProbeInfo info = program_.probes[i];
        compile_probe(info, *probe_syntax_[i].probe, probe_syntax_[i].scope);
        program_.probes[i] = std::move(info);
    }
}

void Compiler::compile_probe(ProbeInfo& info, const syntax::Probe& probe, const Scope& scope) {
    using syntax::ProbeKind;
    info.from = probe.from;
    if (is_fixture(scope)) info.fixture = scope.machine;
    if (info.fixture && probe.kind != ProbeKind::ray && probe.kind != ProbeKind::nearest)
        report(MessageCode::misplaced, probe.range, "only ray and nearest are allowed as probes of a fixture",
               "the others look from the body");
    info.direction = value(probe.direction, scope, direction_type, "the probe's direction");
    info.reach = value(probe.reach, scope, length_type, "the probe's reach");
    info.low = value(probe.low, scope, length_type, "heights");
    info.high = value(probe.high, scope, length_type, "height");
    info.cone = value(probe.cone, scope, angle_type, "in");
    info.at = value(probe.at, scope, point_type, "at");
    const bool wants_reach = probe.kind != ProbeKind::room;
    if (wants_reach && !probe.reach)
        report(MessageCode::missing_part, probe.range, "this probe has no reach", "add within 0.6 m");
    if (probe.kind == ProbeKind::lip && !probe.low)
        report(MessageCode::missing_part, probe.range, "this probe has no heights", "add heights 0.8 m..2.4 m");
}

std::optional<Type> Compiler::emit_probe_member(const syntax::Expr& expr, std::int32_t probe, Emitted& out) {
    const auto sense = find_sense(probe_senses(), expr.member);
    if (!sense) {
        std::vector<std::string> names;
        for (const SenseInfo& known : probe_senses()) names.emplace_back(known.word);
        const std::string near = near_name(expr.member, names);
        report(MessageCode::unknown_name, expr.range, fmt::format("a probe has no part '{}'", expr.member),
               near.empty() ? fmt::format("it has {}", fmt::join(names, ", "))
                            : fmt::format("did you mean '{}.{}'?", expr.name, near));
        return std::nullopt;
    }
    out.constant = false;
    Instruction in;
    in.op = sense->type.kind == ValueKind::vector ? Op::sense_vector : Op::sense;
    in.sense = sense->sense;
    in.index = probe;
    out.code.push_back(in);
    return sense->type;
}

void Compiler::compile_meters() {
    for (std::size_t i = 0; i < meter_syntax_.size(); ++i) {
        const syntax::Owner& owner = *meter_syntax_[i];
        const Scope scope{{&owner}, {}, 0};
        MeterInfo info = program_.meters[i];
        if (!owner.bounds) {
            report(MessageCode::missing_part, owner.name.range, "this meter has no range", "add from 0 to 100");
        } else {
            info.low = owner.bounds->low.si();
            info.high = owner.bounds->high.si();
            if (owner.bounds->low.unit.dimension != dimensions::none ||
                owner.bounds->high.unit.dimension != dimensions::none)
                report(MessageCode::wrong_type, owner.bounds->range, "the range of a meter: expected plain numbers",
                       "for example from 0 to 100");
            if (info.low >= info.high)
                report(MessageCode::empty_range, owner.bounds->range,
                       "the lower end of this range is not below its upper end", "write the lower end first");
        }
        syntax::Expr full;
        full.literal.written = info.high;
        full.range = owner.name.range;
        info.first = value(owner.first ? *owner.first : full, scope, plain_number, "start");
        info.refill = value(owner.refill, scope, rate_type, "refill");
        info.refill_after = value(owner.refill_after, scope, time_type, "after");
        if (owner.refill_when) info.refill_when = condition(*owner.refill_when, scope, "when");
        program_.meters[i] = std::move(info);
    }
    if (program_.meters.size() > max_meters)
        report(MessageCode::too_many, program_.meters[max_meters].range,
               fmt::format("there are more than {} meters", max_meters), "use a counter instead");
}

}  // namespace leap
