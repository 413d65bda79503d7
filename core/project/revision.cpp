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

/// Names as git gives them with -z: unquoted, whatever signs they have.
std::vector<std::string> file_names_in(const std::string& text) {
    std::vector<std::string> out;
    for (std::size_t from = 0; from < text.size();) {
        const auto end = std::min(text.find('\0', from), text.size());
        if (end > from) out.push_back(text.substr(from, end - from));
        from = end + 1;
    }
    return out;
}

/// All files of a revision below a folder of its repository, with those that archives leave out. By way of an index of
/// its own, so that the user's stays as it is.
tl::expected<void, std::string> take_out(const fs::path& folder, const std::string& revision, const fs::path& room) {
    const std::string index = "GIT_INDEX_FILE=" + (room / "index").string();
    const auto read = run_command({"env", index, "git", "read-tree", revision}, folder);
    if (!read) return tl::make_unexpected(read.error());
    const std::string prefix = "--prefix=" + (room / "tree").string() + "/";
    const auto written = run_command({"env", index, "git", "checkout-index", "--all", "--force", prefix}, folder);
    if (!written) return tl::make_unexpected(written.error());
    return {};
}

}  // namespace

tl::expected<std::string, std::string> resolved_revision(const fs::path& folder, const std::string& revision) {
    const auto full =
        run_command({"git", "rev-parse", "--verify", "--quiet", "--end-of-options", revision + "^{commit}"}, folder);
    if (!full) return tl::make_unexpected(full.error());
    return full->substr(0, full->find('\n'));
}

tl::expected<RevisionProject, std::string> load_revision(const fs::path& project, const std::string& revision) {
    std::error_code error;
    const bool is_folder = fs::is_directory(project, error);
    const fs::path folder = is_folder ? project : project.parent_path();
    const auto full = resolved_revision(folder, revision);
    if (!full) {
        const auto inside = run_command({"git", "rev-parse", "--is-inside-work-tree"}, folder);
        if (!inside)
            return tl::make_unexpected(
                fmt::format("{} can't be compared with a revision: {}", folder.string(), inside.error()));
        return tl::make_unexpected(fmt::format("unknown revision \"{}\" in the repository of {}; git log lists them",
                                               revision, folder.string()));
    }
    RevisionProject out;
    out.revision = *full;
    const TemporaryFolder room;
    if (room.path.empty()) return tl::make_unexpected(std::string("no folder can be made for what the revision holds"));
    if (const auto taken = take_out(folder, out.revision, room.path); !taken)
        return tl::make_unexpected(fmt::format("revision {} can't be read: {}", revision, taken.error()));
    const auto below = run_command({"git", "rev-parse", "--show-prefix"}, folder);
    if (!below) return tl::make_unexpected(below.error());
    const fs::path inside = room.path / "tree" / below->substr(0, below->find('\n'));
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
         {std::vector<std::string>{"git", "diff", "-z", "--name-only", "--relative", revision, "--", "."},
          std::vector<std::string>{"git", "ls-files", "-z", "--others", "--exclude-standard", "--", "."}})
        if (const auto said = run_command(words, folder))
            for (std::string& line : file_names_in(*said)) out.push_back(std::move(line));
    std::sort(out.begin(), out.end());
    return out;
}

}  // namespace leap
