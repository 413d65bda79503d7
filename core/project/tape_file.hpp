// SPDX-License-Identifier: MIT
#pragma once

#include <string>
#include <tl/expected.hpp>

#include "core/tape/tape.hpp"

namespace leap {

/// Reads a tape file (docs/files.md). Messages name the file and the place in it.
/// `warnings` gets what is in the file and not read.
tl::expected<Tape, std::string> read_tape(std::string_view text, const std::string& path,
                                          std::vector<std::string>* warnings = nullptr);
std::string write_tape(const Tape& tape);

}  // namespace leap
