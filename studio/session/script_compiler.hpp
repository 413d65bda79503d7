// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <memory>

#include "core/project/project.hpp"

namespace leap::studio {

/// What the script's texts say: the last good program, and the messages of the newest texts.
class ScriptCompiler {
  public:
    void clear();
    /// Compiles the texts as they stand in the window. True when there is a new program; while there is an error, the
    /// last good one stays.
    bool compile(const Project& project, const TextOverrides& texts);

    const std::shared_ptr<const Program>& program() const { return program_; }
    const Diagnostics& diagnostics() const { return diagnostics_; }
    const std::vector<SourceFile>& files() const { return files_; }
    /// Whether the program is that of the newest texts.
    bool is_current() const { return !has_errors(diagnostics_); }

  private:
    std::shared_ptr<const Program> program_;
    Diagnostics diagnostics_;
    std::vector<SourceFile> files_;
};

}  // namespace leap::studio
