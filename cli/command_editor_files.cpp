// SPDX-License-Identifier: MIT
#include <fmt/format.h>

#include <filesystem>

#include "cli/commands.hpp"
#include "core/project/file_io.hpp"
#include "lsp/editor_files.hpp"

namespace leap::cli {

int editor_files(const std::string& folder) {
    for (const lsp::EditorFile& file : lsp::editor_files()) {
        const std::filesystem::path path = std::filesystem::path(folder) / file.path;
        std::error_code failed;
        std::filesystem::create_directories(path.parent_path(), failed);
        if (failed) {
            complain(fmt::format("{}: {}", path.parent_path().string(), failed.message()));
            return problems;
        }
        if (const auto written = write_file(path, file.text); !written) {
            complain(written.error());
            return problems;
        }
        fmt::print("{}\n", path.string());
    }
    return good;
}

}  // namespace leap::cli
