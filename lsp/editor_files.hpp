// SPDX-License-Identifier: MIT
#pragma once

#include <string>
#include <vector>

/// What editors want to know of the language before anybody speaks with them: colours and file types. Made from the
/// tables of words, so that it can't go stale; the folder editors/ holds what comes out.
namespace leap::lsp {

struct EditorFile {
    std::string path;  ///< in the folder
    std::string text;
};

/// A TextMate grammar; for vim and neovim a syntax, a file type and how it writes.
std::vector<EditorFile> editor_files();

}  // namespace leap::lsp
