// SPDX-License-Identifier: MIT
#include "tests/core/support.hpp"

#include <gtest/gtest.h>

#include <algorithm>
#include <cstdlib>
#include <numbers>

#include "tests/core/plain_solids.hpp"

namespace leap::test {

const char* const plain_body = R"(
button jump key "Space"
button dash key "Shift"
body tester {
  capsule radius 0.3 m height 1.7 m
  eyes at 1.5 m
  step up 0.35 m
  walkable up to 46 deg
  gravity 28 m/s^2
}
stance air when airborne { steer to 6 m/s gain 20 m/s^2 brake 4 m/s^2 }
stance walk {
  dial top = 6 m/s in 1..20
  steer to top gain 45 m/s^2 brake 70 m/s^2
}
)";

const char* const thrown_about = R"(
move throw on jump { phase a { start: launch look at 120 m/s  end after 0.3 s } }
move slam on dash { phase a for 0.2 s { drive look at 120 m/s  gravity 0 m/s^2 } }
)";

Program compile_or_fail(const std::string& text) {
    CompileOutput out = compile_text(text);
    for (const Diagnostic& d : out.diagnostics)
        if (d.severity == Severity::error) ADD_FAILURE() << diagnostic_text(d, out.files);
    if (!out.program) throw std::runtime_error("the test's script does not compile");
    return std::move(*out.program);
}

std::string messages_of(const std::string& text) {
    const CompileOutput out = compile_text(text, "s.leap");
    std::string all;
    for (const Diagnostic& d : out.diagnostics) all += diagnostic_text(d, out.files).substr(7) + "\n";
    return all;
}

Piece box(Vec3 center, Vec3 size) {
    Piece out;
    out.center = center;
    out.size = size;
    return out;
}

Piece ramp(Vec3 center, Vec3 size) {
    Piece out = box(center, size);
    out.kind = PieceKind::ramp;
    return out;
}

CoursePlan flat_plan() {
    CoursePlan plan;
    plan.name = "flat";
    plan.places.push_back({"start", Vec3{0.0}, 0.0});
    plan.pieces.push_back(box({0, 0, -0.5}, {100, 100, 1}));
    return plan;
}

Course course_of(CoursePlan plan) {
    const char* wanted = std::getenv("LEAP_TEST_SOLIDS");
    if (wanted == nullptr || std::string_view(wanted) != "plain") return build_course(std::move(plan));
    std::vector<Solid> solids;
    std::vector<PieceTraits> traits;
    for (std::size_t i = 0; i < plan.pieces.size(); ++i) {
        if (plan.pieces[i].solid)
            for (Solid& solid : solids_of(plan.pieces[i], i)) solids.push_back(std::move(solid));
        traits.push_back(traits_of(plan.pieces[i]));
    }
    std::erase_if(plan.pieces, [](const Piece& piece) { return piece.solid; });
    return course_in(std::move(plan), std::make_shared<const PlainSolids>(std::move(solids), std::move(traits)));
}

CoursePlan random_course(unsigned seed) {
    std::mt19937 random(seed);
    const auto between = [&](double low, double high) {
        return low + (high - low) * static_cast<double>(random()) / 4294967296.0;
    };
    CoursePlan plan;
    plan.name = "random";
    plan.places.push_back({"start", {0, 0, 12}, 0.0});
    const double r = 20;
    for (const int axis : {0, 1, 2})
        for (const double side : {-1.0, 1.0}) {
            Vec3 center{0, 0, r};
            Vec3 size{2 * r + 2, 2 * r + 2, 2 * r + 2};
            center[axis] += side * (r + 0.5);
            size[axis] = 1.0;
            plan.pieces.push_back(box(center, size));
        }
    for (int i = 0; i < 60; ++i) {
        Piece piece = box({between(-18, 18), between(-18, 18), between(0, 36)},
                          {between(0.1, 6), between(0.1, 6), between(0.1, 5)});
        if (glm::length(piece.center - Vec3{0, 0, 12}) < 6) continue;
        piece.turn_deg = between(-180, 180);
        const int kind = static_cast<int>(between(0, 4.99));
        piece.kind = static_cast<PieceKind>(kind);
        if (piece.kind == PieceKind::cylinder) piece.size.y = piece.size.x;
        if (piece.kind == PieceKind::mesh) {
            for (int k = 0; k < 6; ++k) piece.vertices.emplace_back(between(-3, 3), between(-3, 3), between(-2, 2));
            piece.faces = {{0, 1, 2}, {3, 4, 5}, {0, 3, 4}, {1, 2, 5}};
        }
        plan.pieces.push_back(piece);
    }
    return plan;
}

Scene::Scene(const std::string& script, CoursePlan plan)
    : program(compile_or_fail(script)), tuning(written_tuning(program)), course(course_of(std::move(plan))) {}

Trace Scene::run(const Tape& tape, int rate_hz) const {
    auto trace = replay(at(rate_hz), tape);
    if (!trace) throw std::runtime_error(trace.error());
    return std::move(*trace);
}

void Scene::set(const std::string& dial, double value_si) {
    DialValues dials = tuning.dials;
    dials[program.find_dial(dial).value()] = value_si;
    tuning = make_tuning(program, std::move(dials));
}

TapeMaker& TapeMaker::hold(const std::string& button, double at, double seconds) {
    tape_.tracks[0].events.push_back({at, ButtonEvent{button, true}});
    tape_.tracks[0].events.push_back({at + seconds, ButtonEvent{button, false}});
    return *this;
}

TapeMaker& TapeMaker::stick(double at, double x, double y) {
    tape_.tracks[0].events.push_back({at, StickEvent{{x, y}}});
    return *this;
}

TapeMaker& TapeMaker::look(double at, double yaw_deg) {
    tape_.tracks[0].events.push_back({at, LookEvent{yaw_deg, 0.0}});
    return *this;
}

TapeMaker::operator Tape() const {
    Tape out = tape_;
    std::stable_sort(out.tracks[0].events.begin(), out.tracks[0].events.end(),
                     [](const TapeEvent& a, const TapeEvent& b) { return a.time_s < b.time_s; });
    return out;
}

Tape together(const std::vector<Part>& parts) {
    Tape out;
    out.name = "together";
    out.tracks.clear();
    for (const Part& part : parts) {
        TapeTrack track;
        track.name = part.name;
        track.body = part.body;
        track.start_place = part.place;
        track.events = part.inputs.tracks.front().events;
        out.length_s = std::max(out.length_s, part.inputs.length_s);
        out.tracks.push_back(std::move(track));
    }
    return out;
}

Played play(const Scene& scene, const Tape& tape, int rate_hz) {
    const SceneView rehearsal = scene.at(rate_hz);
    const auto inputs = resolve_inputs(scene.program, tape).value();
    Played out{start_world(rehearsal, tape.tracks).value(), {}};
    out.trace.rate_hz = rate_hz;
    run_ticks(rehearsal, inputs, ticks_for(tape.length_s, rate_hz), out.state, &out.trace);
    end_record(rehearsal, out.state, out.trace);
    return out;
}

std::vector<std::string> words_of(const Scene& scene, const Trace& trace, std::initializer_list<EventKind> kinds) {
    std::vector<std::string> out;
    for (const TraceEvent& event : trace.events)
        if (std::find(kinds.begin(), kinds.end(), event.kind) != kinds.end())
            out.push_back(event_text(event, scene.program, trace));
    return out;
}

std::vector<double> times_of(const Trace& trace, EventKind kind) {
    std::vector<double> out;
    for (const TraceEvent& event : trace.events)
        if (event.kind == kind) out.push_back(event.time);
    return out;
}

std::vector<PhaseSpan> spans_of(const Scene& scene, const Trace& trace, const std::string& path) {
    const auto point = path.find('.');
    const auto machine = scene.program.find_machine(path.substr(0, point)).value();
    const auto phase = scene.program.find_phase(machine, path.substr(point + 1)).value();
    std::vector<PhaseSpan> out;
    for (const PhaseSpan& span : trace.spans)
        if (span.machine == machine && span.phase == phase) out.push_back(span);
    return out;
}

Tape random_tape(const Program& program, unsigned seed, double length_s) {
    std::mt19937 random(seed);
    const auto share = [&] { return static_cast<double>(random()) / 4294967296.0; };
    TapeMaker maker(length_s);
    for (double t = 0.05; t < length_s; t += 0.03 + 0.25 * share()) {
        const double angle = 2 * std::numbers::pi * share();
        const double tilt = share();
        maker.stick(t, tilt * std::cos(angle), tilt * std::sin(angle));
        if (share() < 0.3) maker.look(t + 0.001, 360.0 * share() - 180.0);
        if (!program.buttons.empty() && share() < 0.7) {
            const ButtonInfo& button = program.buttons[random() % program.buttons.size()];
            maker.hold(button.name, t + 0.002, 0.01 + 0.3 * share());
        }
    }
    return maker;
}

}  // namespace leap::test
