// SPDX-License-Identifier: MIT
#pragma once

#include <string>
#include <tl/expected.hpp>
#include <vector>

#include "core/script/program.hpp"

namespace leap {

/// What one script file of another project needs to stand in this one.
struct ImportedScript {
    std::vector<SourceFile> files;   ///< the file itself first, then those it uses; paths as in their own project
    std::vector<std::string> along;  ///< names of what was taken out of other files of that project
};

/// A file of `from` with what it uses: files behind its `use` come along whole, and of the project's other files the
/// statements that declare what it speaks of (buttons, meters, dials, moves ...), which are put before its own text.
/// What `into` already has under that name is left out. Bodies never come along. Says why when the file is none of
/// that program's.
tl::expected<ImportedScript, std::string> import_script(const Program& from, const std::string& path,
                                                        const Program& into);

}  // namespace leap
