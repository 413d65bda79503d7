// SPDX-License-Identifier: MIT
#pragma once

#include <functional>
#include <optional>
#include <tl/expected.hpp>

#include "core/script/diagnostic.hpp"
#include "core/script/program.hpp"

namespace leap {

/// Gives the text of a script file, or a sentence that says why it can't be read.
using ScriptReader = std::function<tl::expected<std::string, std::string>(const std::string& path)>;

struct CompileOutput {
    std::optional<Program> program;  ///< nothing when there are errors
    std::vector<SourceFile> files;   ///< every file that was read, the root first
    Diagnostics diagnostics;         ///< errors and warnings, in the order of the text
};

/// Reads `root` and every file it uses (paths are relative to the using file), checks them and compiles them.
CompileOutput compile(const std::string& root, const ScriptReader& reader);

/// The same for files at hand, the root first.
CompileOutput compile_files(const std::vector<SourceFile>& files);

/// The first error as one sentence with its place, or "".
std::string first_error(const CompileOutput& output);

/// The same for one text that uses no other file.
CompileOutput compile_text(std::string text, const std::string& path = "script.leap");

}  // namespace leap
