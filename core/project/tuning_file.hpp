// SPDX-License-Identifier: MIT
#pragma once

#include <string>
#include <tl/expected.hpp>
#include <vector>

#include "core/script/program.hpp"

/// Named sets of dial values beside the script: files of a project, `tunings/*.tuning.json`.
namespace leap {

struct TuningFile {
    std::string name;
    std::string note;  ///< what it is for; or nothing
    struct Value {
        std::string dial;   ///< "hop.rise"
        std::string value;  ///< "2.4 m", as it is written
        friend bool operator==(const Value&, const Value&) = default;
    };
    std::vector<Value> values;  ///< by the dial's path
    friend bool operator==(const TuningFile&, const TuningFile&) = default;
};

tl::expected<TuningFile, std::string> read_tuning(std::string_view text, const std::string& path,
                                                  std::vector<std::string>* warnings = nullptr);
std::string write_tuning(const TuningFile& tuning);

/// What a tuning means for a program: dials it doesn't name keep `dials`.
struct ResolvedTuning {
    DialValues dials;                   ///< SI, in the order of Program::dials
    std::vector<std::string> problems;  ///< values that don't count: of dials that are gone, or outside their range
};
ResolvedTuning resolve_tuning(const TuningFile& tuning, const Program& program, DialValues dials);

/// Every dial with these values.
TuningFile tuning_of(const std::string& name, const Program& program, const DialValues& dials);

}  // namespace leap
