// SPDX-License-Identifier: MIT
#include <fmt/format.h>

#include "core/project/project.hpp"
#include "core/readings/readings.hpp"
#include "core/script/parse.hpp"
#include "core/tape/replay.hpp"
#include "lsp/features.hpp"

namespace leap::lsp {

/// One for each mark, to be filled in when it comes into view.
Json lenses_of(const Asked& asked) {
    Json out = Json::array();
    if (asked.program() == nullptr) return out;
    for (const syntax::Mark& mark : parse(asked.text, 0).file.marks)
        out.push_back({{"range", asked.range(mark.reading.range)},
                       {"data",
                        {{"path", asked.path},
                         {"reading", mark.reading.text},
                         {"tape", mark.tape ? Json(*mark.tape) : Json()}}}});
    return out;
}

LensRuns::LensRuns() = default;
LensRuns::~LensRuns() = default;

/// The readings of a tape with the scripts as they are now; run once for each state of the scripts.
const std::vector<ReadingResult>& LensRuns::readings(const Compiled& project, const std::string& tape) {
    if (revision_ != project.revision) {
        known_.clear();
        if (!course_ || folder_ != project.folder) {
            const auto loaded = load_project(project.folder);
            folder_ = project.folder;
            tapes_.clear();
            course_ = nullptr;
            if (loaded && loaded->course) {
                course_ = std::make_shared<const Course>(build_course(*loaded->course));
                for (const TapeEntry& entry : loaded->tapes) tapes_.push_back(entry.tape);
            }
        }
        revision_ = project.revision;
    }
    const auto known = known_.find(tape);
    if (known != known_.end()) return known->second;
    std::vector<ReadingResult> out;
    for (const Tape& each : tapes_) {
        if (each.name != tape || !course_) continue;
        const Tuning tuning = written_tuning(*project.program);
        const auto trace = replay({*project.program, tuning, *course_, each.rate_hz}, each);
        if (trace) out = take_readings(*project.program, tuning, *trace, each.name);
    }
    return known_.emplace(tape, std::move(out)).first->second;
}

std::vector<std::string> LensRuns::tapes(const Compiled& project) {
    (void)readings(project, {});
    std::vector<std::string> out;
    for (const Tape& tape : tapes_) out.push_back(tape.name);
    return out;
}

Json resolved_lens(const Compiled& project, Json lens, LensRuns& runs) {
    const Json data = lens.value("data", Json::object());
    const auto title = [&](const std::string& text) {
        lens["command"] = {{"title", text}, {"command", ""}};
        return lens;
    };
    if (!project.program || !data.contains("reading") || !data["reading"].is_string()) return title("");
    const std::string reading = data["reading"];
    const bool of_one = data.contains("tape") && data["tape"].is_string();
    std::vector<std::string> tapes = runs.tapes(project);
    if (of_one) tapes = {data["tape"].get<std::string>()};
    int met = 0;
    int missed = 0;
    std::string shown;
    for (const std::string& tape : tapes)
        for (const ReadingResult& each : runs.readings(project, tape)) {
            if (each.name != reading || !each.value || !each.met()) continue;
            (*each.met() ? met : missed) += 1;
            const std::string said =
                fmt::format("{} on {}", quantity_text(*each.value, display_unit(each.type.dimension)), tape);
            if (shown.empty() || !*each.met()) shown = said;
        }
    if (met + missed == 0) return title("nothing to read it from");
    if (missed > 0)
        return title(fmt::format("{}: missed{}", shown, missed > 1 ? fmt::format(", and on {} more", missed - 1) : ""));
    return title(met == 1 ? fmt::format("{}: met", shown) : fmt::format("met on {} tapes, {}", met, shown));
}

}  // namespace leap::lsp
