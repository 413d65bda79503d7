// SPDX-License-Identifier: MIT
#pragma once

#include <string>
#include <vector>

#include "core/script/source.hpp"

namespace leap {

/// A script's text with one more `use "path"`: before the others of the text or behind them, at its end when it has
/// none.
std::string with_use(const std::string& text, const std::string& path, bool first);

/// The files of a script after one of them got another path: whoever uses it names the new one, and what it uses
/// itself is named from its new folder. The files' order stays.
std::vector<SourceFile> with_file_moved(const std::vector<SourceFile>& files, const std::string& from,
                                        const std::string& to);

/// The files of a script without one of them: no file uses it any more.
std::vector<SourceFile> without_file(const std::vector<SourceFile>& files, const std::string& path);

}  // namespace leap
