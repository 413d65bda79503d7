// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QString>
#include <map>
#include <optional>
#include <string>
#include <vector>

#include "core/project/project.hpp"

namespace leap::studio {

/// The project's script texts as they are edited here, beside what was last seen on disk.
class ProjectTexts {
  public:
    void clear() { files_.clear(); }
    /// A file as read from disk. Keeps an edited text.
    void loaded(const std::string& path, const std::string& text);
    /// The text as it stands in the window.
    const std::string* find(const std::string& path) const;
    void edit(const std::string& path, const std::string& text);
    /// The file is no longer part of the project.
    void forget(const std::string& path);
    bool modified(const std::string& path) const;
    /// The text as it was last seen on disk; empty for a file that isn't there.
    std::string on_disk(const std::string& path) const;
    std::vector<std::string> modified_files() const;
    TextOverrides overrides() const;

    /// What a change on disk means for a file that is open here.
    enum class DiskChange { none, taken, conflict };
    /// Compares with what is on disk now: takes it over when nothing is edited here, reports a conflict otherwise.
    DiskChange disk_changed(const std::string& path, const std::string& disk_text);
    /// Files that were edited here and changed on disk, until one of the two has been chosen. They aren't saved before.
    std::vector<std::string> conflicts() const;
    bool in_conflict(const std::string& path) const;
    void settle(const std::string& path);
    /// After saving, or after the user chose the text here over the one on disk.
    void saved(const std::string& path, const std::string& disk_text);

  private:
    struct File {
        std::string disk;
        std::string text;
        bool conflict = false;
    };
    std::map<std::string, File> files_;
};

}  // namespace leap::studio
