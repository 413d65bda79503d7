// SPDX-License-Identifier: MIT
#pragma once

#include "core/project/project.hpp"

/// A project as it was at a revision of its git repository.
namespace leap {

struct RevisionProject {
    std::string revision;  ///< in full
    Project project;       ///< its folder is that of the project, not where it was read from
};

/// The commit that a revision means now, in a project's folder. The error says why it has none.
tl::expected<std::string, std::string> resolved_revision(const std::filesystem::path& folder,
                                                         const std::string& revision);

/// Says why not: no git, no repository, no such revision, no project in it. What doesn't compile is told by the
/// project's own diagnostics. `revision`: as git understands it ("HEAD~3", a tag, "main").
tl::expected<RevisionProject, std::string> load_revision(const std::filesystem::path& project,
                                                         const std::string& revision);

/// Paths of files in the project's folder that differ between a revision (as load_revision gives it) and what is there
/// now, those that git doesn't know yet among them.
std::vector<std::string> changed_files(const std::filesystem::path& folder, const std::string& revision);

}  // namespace leap
