// SPDX-License-Identifier: MIT
#include "core/project/revision.hpp"

#include <fmt/format.h>
#include <unistd.h>

#include <algorithm>

#include "core/project/command.hpp"
#include "core/project/file_io.hpp"

namespace leap {
namespace fs = std::filesystem;
namespace {

/// A folder that goes with this.
struct TemporaryFolder {
    fs::path path;
    explicit TemporaryFolder() {
        std::error_code error;
        std::string wanted = (fs::temp_directory_path(error) / "easy-leap-XXXXXX").string();
        if (mkdtemp(wanted.data()) != nullptr) path = wanted;
    }
    TemporaryFolder(const TemporaryFolder&) = delete;
    TemporaryFolder& operator=(const TemporaryFolder&) = delete;
    ~TemporaryFolder() {
        std::error_code error;
        if (!path.empty()) fs::remove_all(path, error);
    }
};

std::vector<std::string> lines_of_text(const std::string& text) {
    std::vector<std::string> out;
    for (std::size_t from = 0; from < text.size();) {
        const auto end = std::min(text.find('\n', from), text.size());
        if (end > from) out.push_back(text.substr(from, end - from));
        from = end + 1;
    }
    return out;
}

}  // namespace

tl::expected<RevisionProject, std::string> load_revision(const fs::path& project, const std::string& revision) {
    std::error_code error;
    const bool is_folder = fs::is_directory(project, error);
    const fs::path folder = is_folder ? project : project.parent_path();
    const auto full =
        run_command({"git", "rev-parse", "--verify", "--quiet", "--end-of-options", revision + "^{commit}"}, folder);
    if (!full) {
        const auto inside = run_command({"git", "rev-parse", "--is-inside-work-tree"}, folder);
        if (!inside)
            return tl::make_unexpected(
                fmt::format("{} can't be compared with a revision: {}", folder.string(), inside.error()));
        return tl::make_unexpected(fmt::format(
            "there is no revision \"{}\" in the repository of {}; git log lists them", revision, folder.string()));
    }
    RevisionProject out;
    out.revision = full->substr(0, full->find('\n'));
    const TemporaryFolder room;
    if (room.path.empty()) return tl::make_unexpected(std::string("no folder can be made for what the revision holds"));
    const std::string archive = (room.path / "project.tar").string();
    const auto written = run_command({"git", "archive", "--format=tar", "-o", archive, out.revision}, folder);
    if (!written)
        return tl::make_unexpected(fmt::format("revision {} has no such project: {}", revision, written.error()));
    const fs::path inside = room.path / "project";
    fs::create_directory(inside, error);
    const auto taken = run_command({"tar", "-xf", archive, "-C", inside.string()}, room.path);
    if (!taken) return tl::make_unexpected(taken.error());
    auto loaded = load_project(is_folder ? inside : inside / project.filename());
    if (!loaded)
        return tl::make_unexpected(fmt::format("revision {} holds no project here: {}", revision, loaded.error()));
    out.project = std::move(*loaded);
    out.project.folder = folder;
    return out;
}

std::vector<std::string> changed_files(const fs::path& folder, const std::string& revision) {
    std::vector<std::string> out;
    for (const std::vector<std::string>& words :
         {std::vector<std::string>{"git", "diff", "--name-only", "--relative", revision, "--", "."},
          std::vector<std::string>{"git", "ls-files", "--others", "--exclude-standard", "--", "."}})
        if (const auto said = run_command(words, folder))
            for (std::string& line : lines_of_text(*said)) out.push_back(std::move(line));
    std::sort(out.begin(), out.end());
    return out;
}

}  // namespace leap
