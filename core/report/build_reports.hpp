// SPDX-License-Identifier: MIT
#pragma once

#include <string>

#include "core/experiments/board.hpp"
#include "core/script/compile.hpp"

/// What a build server reads, in open formats.
namespace leap {

/// JUnit XML: a suite for each tape, a case for each of its marks. A tape that doesn't play is an error of its own.
std::string junit_report(const std::string& project, const Board& board);

/// SARIF 2.1.0: the messages about the scripts with their places; `folder` in front of their paths, relative to where
/// the report is read from, or nothing. `others`: problems and warnings of other files, which have no place.
struct OtherMessage {
    bool is_error = false;
    std::string text;
};
std::string sarif_report(const CompileOutput& compiled, const std::vector<OtherMessage>& others,
                         const std::string& folder, const std::string& version);

}  // namespace leap
