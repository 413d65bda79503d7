// SPDX-License-Identifier: MIT
#include "core/script/program.hpp"

#include <fmt/format.h>

#include <algorithm>

#include "core/script/accent_words.hpp"
#include "core/script/diagnostic.hpp"
#include "core/script/interpreter.hpp"

namespace leap {
namespace {

/// Folded expressions ask for nothing that runs.
struct NoSenses {
    double number(Sense, int, int) const { return 0.0; }
    Vec3 vector(Sense sense, int) const { return sense == Sense::up ? world_up : Vec3{0.0}; }
    double boost(DialId) const { return 1.0; }
    double counter(int) const { return 0.0; }
    double meter(int) const { return 0.0; }
    double memory(int) const { return 0.0; }
    double own_counter(int, int) const { return 0.0; }
    double own_memory(int, int) const { return 0.0; }
    bool there(double) const { return false; }
    Vec3 target_place(double) const { return Vec3{0.0}; }
    Vec3 stick_of(double) const { return Vec3{0.0}; }
    bool within(const Instruction&, double) const { return false; }
};

}  // namespace

std::optional<MachineId> Program::find_machine(std::string_view name) const {
    return machine_names.id<MachineId>(name);
}
std::optional<BodyId> Program::find_body(std::string_view name) const {
    const auto found =
        std::find_if(bodies.begin(), bodies.end(), [&](const BodyInfo& body) { return body.name == name; });
    if (found == bodies.end()) return std::nullopt;
    return BodyId(static_cast<std::size_t>(found - bodies.begin()));
}
std::optional<ButtonId> Program::find_button(std::string_view name) const {
    return button_names.id<ButtonId>(name);
}
std::optional<MeterId> Program::find_meter(std::string_view name) const {
    return meter_names.id<MeterId>(name);
}
std::optional<DialId> Program::find_dial(std::string_view path) const {
    return dial_paths.id<DialId>(path);
}
std::optional<std::int32_t> Program::find_gauge(std::string_view path) const {
    return gauge_paths.find(path);
}
std::optional<PhaseId> Program::find_phase(MachineId machine, std::string_view name) const {
    return machines[machine].phase_names.id<PhaseId>(name);
}

Tuning written_tuning(const Program& program) {
    DialValues dials;
    dials.reserve(program.dials.size());
    for (const DialInfo& dial : program.dials) dials.push_back(dial.value);
    return make_tuning(program, std::move(dials));
}

DialId dial_for(const Program& program, DialId dial, BodyId body) {
    if (!body || body.at() >= program.bodies.size()) return dial;  // of an older run
    for (const BodyId level : program.bodies[body].chain)
        for (std::size_t i = 0; i < program.dials.size(); ++i)
            if (program.dials[i].body == level && program.dials[i].replaces == dial) return DialId(i);
    return dial;
}

std::optional<Tuning> own_tuning(const Program& program, const Tuning& tuning, BodyId body) {
    const std::vector<BodyId>& chain = program.bodies[body].chain;
    DialValues dials = tuning.dials;
    bool any = false;
    // What it is based on first, so that its own values win.
    for (auto level = chain.rbegin(); level != chain.rend(); ++level)
        for (std::size_t i = 0; i < program.dials.size(); ++i) {
            const DialInfo& dial = program.dials[i];
            if (dial.body != *level) continue;
            dials[dial.replaces] = tuning.dials[i];
            any = true;
        }
    if (!any) return std::nullopt;
    Tuning out = make_tuning(program, std::move(dials));
    out.off = tuning.off;
    out.accents_off = tuning.accents_off;
    return out;
}

Tuning make_tuning(const Program& program, DialValues dials) {
    Tuning out;
    out.dials = std::move(dials);
    out.folded.resize(static_cast<std::size_t>(program.folded_slots));
    NoSenses senses;
    Interpreter<NoSenses> interpreter(program, out, senses);
    for (const Folded& folded : program.folded) {
        interpreter.run(folded.expression);
        const auto slot = static_cast<std::size_t>(folded.slot);
        if (folded.expression.type.kind == ValueKind::vector) {
            const Vec3 v = interpreter.vector();
            out.folded[slot] = v.x;
            out.folded[slot + 1] = v.y;
            out.folded[slot + 2] = v.z;
        } else {
            out.folded[slot] = interpreter.number();
        }
    }
    return out;
}

std::vector<AccentKind> accent_kinds(const Machine& machine) {
    std::vector<AccentKind> out;
    for (const Phase& phase : machine.phases)
        for (const Accent& accent : phase.effects.accents)
            if (std::find(out.begin(), out.end(), accent.kind) == out.end()) out.push_back(accent.kind);
    return out;
}

tl::expected<void, std::string> leave_out(const Program& program, std::string_view name, Tuning& tuning) {
    const auto point = name.find('.');
    const auto machine = program.find_machine(name.substr(0, point));
    if (!machine) {
        std::vector<std::string> names;
        for (const Machine& known : program.machines) names.push_back(known.name);
        const std::string near = nearest_name(name, names);
        return tl::make_unexpected(fmt::format("unknown move or stance '{}'{}", name,
                                               near.empty() ? "" : fmt::format("; did you mean '{}'?", near)));
    }
    if (point != std::string_view::npos) {
        const auto kind = accent_named(name.substr(point + 1));
        const auto kinds = accent_kinds(program.machines[*machine]);
        if (!kind || std::find(kinds.begin(), kinds.end(), *kind) == kinds.end())
            return tl::make_unexpected(
                fmt::format("{} has no accent called {}", name.substr(0, point), name.substr(point + 1)));
        tuning.accents_off.push_back({*machine, *kind});
        return {};
    }
    if (!program.stances.empty() && *machine == program.stances.back())
        return tl::make_unexpected(fmt::format("{} holds when nothing else does and can't be left out", name));
    tuning.off.resize(program.machines.size(), 0);
    tuning.off[*machine] = 1;
    return {};
}

CurveInfo with_points(CurveInfo curve, std::vector<syntax::CurvePoint> points) {
    curve.points = std::move(points);
    curve.sums.assign(1, 0.0);
    for (std::size_t i = 1; i < curve.points.size(); ++i)
        curve.sums.push_back(curve.sums.back() + 0.5 * (curve.points[i].x - curve.points[i - 1].x) *
                                                     (curve.points[i].y + curve.points[i - 1].y));
    return curve;
}

double curve_value(const CurveInfo& curve, double x) {
    const auto& p = curve.points;
    if (x <= p.front().x) return p.front().y;
    if (x >= p.back().x) return p.back().y;
    std::size_t i = 1;
    while (p[i].x < x) ++i;
    const double share = (x - p[i - 1].x) / (p[i].x - p[i - 1].x);
    return p[i - 1].y + (p[i].y - p[i - 1].y) * share;
}

double curve_integral(const CurveInfo& curve, double x) {
    const auto& p = curve.points;
    if (x <= p.front().x) return p.front().y * (x - p.front().x);
    if (x >= p.back().x) return curve.sums.back() + p.back().y * (x - p.back().x);
    std::size_t i = 1;
    while (p[i].x < x) ++i;
    const double width = x - p[i - 1].x;
    return curve.sums[i - 1] + 0.5 * width * (p[i - 1].y + curve_value(curve, x));
}

}  // namespace leap
