// SPDX-License-Identifier: MIT
#include "core/project/sweep_fingerprint.hpp"

#include "core/project/course_file.hpp"
#include "core/project/tape_file.hpp"
#include "core/units/text_hash.hpp"

namespace leap {

std::string sweep_fingerprint(const Setup& setup, const SweepRequest& request) {
    TextHash hash;
    for (const SourceFile& file : setup.program.files) hash.add(file.text);
    hash.add(write_course(setup.course.plan));
    for (const Tape* tape : request.tapes) hash.add(write_tape(*tape));
    for (const double dial : setup.tuning.dials) hash.add(fmt::format("{}", dial));
    for (std::size_t i = 0; i < setup.tuning.off.size(); ++i)
        if (setup.tuning.off[i] != 0) hash.add("without " + setup.program.machines[i].name);
    for (const SweepAxis& axis : request.axes)
        hash.add(fmt::format("{}={}..{}:{}", axis.value.path, axis.from, axis.to, axis.count));
    return hash.text();
}

}  // namespace leap
