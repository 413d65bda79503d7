// SPDX-License-Identifier: MIT
#include "core/script/use_edit.hpp"

#include <algorithm>
#include <filesystem>

#include "core/script/parse.hpp"

namespace leap {

namespace {

namespace fs = std::filesystem;

/// What a `use` in a file of this path means, from the project's folder.
std::string target_of(const std::string& file, const std::string& used) {
    return (fs::path(file).parent_path() / used).lexically_normal().string();
}

std::string named_from(const std::string& file, const std::string& target) {
    const fs::path folder = fs::path(file).parent_path();
    return (folder.empty() ? fs::path(target) : fs::path(target).lexically_relative(folder)).generic_string();
}

}  // namespace

std::string with_use(const std::string& text, const std::string& path, bool first) {
    const std::string line = "use \"" + path + "\"\n";
    const auto uses = parse(text, 0).file.uses;
    std::string out = text;
    if (uses.empty()) return out + (out.empty() || out.ends_with('\n') ? "\n" : "\n\n") + line;
    if (first) return out.insert(uses.front().range.begin, line);
    const auto end = out.find('\n', uses.back().range.end);
    if (end == std::string::npos) return out + "\n" + line;
    return out.insert(end + 1, line);
}

std::vector<SourceFile> with_file_moved(const std::vector<SourceFile>& files, const std::string& from,
                                        const std::string& to) {
    std::vector<SourceFile> out = files;
    for (SourceFile& file : out) {
        const bool moved = file.path == from;
        const std::string new_path = moved ? to : file.path;
        const auto uses = parse(file.text, 0).file.uses;
        for (auto use = uses.rbegin(); use != uses.rend(); ++use) {
            const std::string target = target_of(file.path, use->path);
            const bool meant = target == from;
            if (!meant && !moved) continue;
            const std::string named = named_from(new_path, meant ? to : target);
            file.text.replace(use->range.begin, use->range.end - use->range.begin, "use \"" + named + "\"");
        }
        file.path = new_path;
    }
    return out;
}

std::vector<SourceFile> without_file(const std::vector<SourceFile>& files, const std::string& path) {
    std::vector<SourceFile> out;
    for (const SourceFile& file : files) {
        if (file.path == path) continue;
        SourceFile left = file;
        const auto uses = parse(file.text, 0).file.uses;
        for (auto use = uses.rbegin(); use != uses.rend(); ++use) {
            if (target_of(file.path, use->path) != path) continue;
            std::size_t end = use->range.end;
            // With its line, when nothing else stands on it.
            const std::size_t begin = left.text.rfind('\n', use->range.begin) + 1;
            const bool alone = left.text.find_first_not_of(" \t", begin) == use->range.begin &&
                               (end == left.text.size() || left.text[end] == '\n');
            if (alone) end = std::min(end + 1, left.text.size());
            const std::size_t from = alone ? begin : use->range.begin;
            left.text.erase(from, end - from);
        }
        out.push_back(std::move(left));
    }
    return out;
}

}  // namespace leap
