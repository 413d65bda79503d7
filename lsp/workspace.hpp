// SPDX-License-Identifier: MIT
#pragma once

#include <filesystem>
#include <map>
#include <memory>
#include <optional>
#include <set>
#include <string>
#include <vector>

#include "core/script/compile.hpp"

/// The texts that an editor has open, and the projects they belong to. What is open counts instead of what is on disk.
namespace leap::lsp {

/// What a project's scripts say now.
struct Compiled {
    std::filesystem::path folder;
    std::string root;                          ///< relative to the folder
    CompileOutput output;                      ///< `program` stands in `program` below
    std::shared_ptr<const Program> program;    ///< null while there are errors
    std::shared_ptr<const Program> last_good;  ///< of an earlier text, where this one has errors; may be null
    std::uint64_t revision = 0;                ///< another one with every compilation

    std::string path_of(std::uint32_t file) const {
        return (folder / output.files[file].path).lexically_normal().generic_string();
    }
    std::optional<std::uint32_t> file_at(const std::string& path) const {
        for (std::uint32_t i = 0; i < output.files.size(); ++i)
            if (path_of(i) == path) return i;
        return std::nullopt;
    }
};

class Workspace {
  public:
    void open(const std::string& path, std::string text);
    void change(const std::string& path, std::string text) { open(path, std::move(text)); }
    void close(const std::string& path);
    /// Files on disk have changed.
    void forget() { projects_.clear(); }

    bool is_open(const std::string& path) const { return texts_.contains(path); }
    /// As it is open, or on disk; empty when it is neither.
    std::string text(const std::string& path) const;
    const std::map<std::string, std::string>& texts() const { return texts_; }

    /// The project that uses a script: the nearest one above it whose scripts do. Null when none does.
    std::shared_ptr<const Compiled> project_of(const std::string& path);
    /// Those that have been asked for, compiled anew where a text has changed.
    std::vector<std::shared_ptr<const Compiled>> projects();

  private:
    std::shared_ptr<const Compiled> compiled(const std::filesystem::path& folder);

    std::map<std::string, std::string> texts_;  ///< by path
    struct Project {
        std::shared_ptr<const Compiled> now;
        std::shared_ptr<const Program> last_good;
        bool stale = true;
    };
    std::map<std::filesystem::path, Project> projects_;
    std::uint64_t revisions_ = 0;
};

}  // namespace leap::lsp
