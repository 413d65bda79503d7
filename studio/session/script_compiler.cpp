// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/session/script_compiler.hpp"

namespace leap::studio {

void ScriptCompiler::clear() {
    program_.reset();
    diagnostics_.clear();
    files_.clear();
}

bool ScriptCompiler::compile(const Project& project, const TextOverrides& texts) {
    CompileOutput out = compile_scripts(project.file, project.looks, script_reader(project.folder, texts));
    files_ = std::move(out.files);
    diagnostics_ = std::move(out.diagnostics);
    if (!out.program) return false;
    program_ = std::make_shared<const Program>(std::move(*out.program));
    return true;
}

}  // namespace leap::studio
