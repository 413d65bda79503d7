// SPDX-License-Identifier: MIT
#pragma once

#include "core/project/project.hpp"
#include "core/tape/replay.hpp"

namespace leap::test {

/// What rehearsals of the demo are played with. It isn't moved: the rehearsal refers to the rest.
struct WireDemo {
    Project project = *load_project(std::filesystem::path(LEAP_SOURCE_DIR) / "examples/lantern-quay");
    Program program = *project.compiled.program;
    Tuning tuning = written_tuning(program);
    Course course = build_course(*project.course);
    SceneView rehearsal{program, tuning, course, 120};
    std::vector<Tape> tapes;
    WireDemo() {
        for (const TapeEntry& entry : project.tapes) tapes.push_back(entry.tape);
    }
    WireDemo(const WireDemo&) = delete;
    WireDemo& operator=(const WireDemo&) = delete;
    ~WireDemo() = default;
};

}  // namespace leap::test
