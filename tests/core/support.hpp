// SPDX-License-Identifier: MIT
#pragma once

#include <initializer_list>
#include <random>
#include <string>
#include <vector>

#include "core/script/compile.hpp"
#include "core/tape/replay.hpp"

/// What many tests need: a body on flat ground with a script, and tapes in few words.
namespace leap::test {

/// A body, ground and air stances and a jump button; tests add their moves behind it.
extern const char* const plain_body;
/// Two moves that throw that body along the view at 120 m/s.
extern const char* const thrown_about;

Program compile_or_fail(const std::string& text);
/// The diagnostics of a text, one per line, without the file's name: "3:5: error: ...".
std::string messages_of(const std::string& text);

/// Ground from -50 to 50 at height 0, a place "start" at the origin.
CoursePlan flat_plan();
Piece box(Vec3 center, Vec3 size);
Piece ramp(Vec3 center, Vec3 size);

/// The course of a plan. With LEAP_TEST_SOLIDS=plain in the environment its solids come from a source that knows no
/// course and no hierarchy (PlainSolids), and the course has no pieces: every test of motion must come out the same.
Course course_of(CoursePlan plan);

/// A closed room of 40 m with some sixty pieces of every kind, turned at random.
CoursePlan random_course(unsigned seed);

struct Scene {
    Program program;
    Tuning tuning;
    Course course;
    Scene(const std::string& script, CoursePlan plan = flat_plan());
    SceneView at(int rate_hz) const { return {program, tuning, course, rate_hz}; }
    Trace run(const Tape& tape, int rate_hz = 120) const;
    void set(const std::string& dial, double value_si);
    const Machine& machine(const std::string& name) const { return program.machines[*program.find_machine(name)]; }
};

/// A tape in words: hold("jump", 0.5, 0.2) presses at 0.5 s for 0.2 s.
class TapeMaker {
  public:
    explicit TapeMaker(double length_s) {
        tape_.length_s = length_s, tape_.name = "test", tape_.tracks[0].start_place = "start";
    }
    TapeMaker& hold(const std::string& button, double at, double seconds);
    TapeMaker& stick(double at, double x, double y);
    TapeMaker& look(double at, double yaw_deg);
    operator Tape() const;

  private:
    Tape tape_;
};

/// One character of a tape for several: what it does is the first track of `inputs`.
struct Part {
    std::string body;
    std::string place;
    Tape inputs;
    std::string name{};
};
/// A tape in which all of them play; as long as the longest.
Tape together(const std::vector<Part>& parts);

/// A run with the state it ended in.
struct Played {
    World state;
    Trace trace;
};
Played play(const Scene& scene, const Tape& tape, int rate_hz = 120);

/// What the events of some kinds say, in their order.
std::vector<std::string> words_of(const Scene& scene, const Trace& trace, std::initializer_list<EventKind> kinds);
/// Times of the events of one kind.
std::vector<double> times_of(const Trace& trace, EventKind kind);
/// Spans of one phase, "hop.rise".
std::vector<PhaseSpan> spans_of(const Scene& scene, const Trace& trace, const std::string& path);

/// A tape of random presses and stick motions, the same for the same seed.
Tape random_tape(const Program& program, unsigned seed, double length_s);

}  // namespace leap::test
