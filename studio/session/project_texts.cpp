// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/session/project_texts.hpp"

namespace leap::studio {

void ProjectTexts::loaded(const std::string& path, const std::string& text) {
    files_.try_emplace(path, File{text, text, false});
}

const std::string* ProjectTexts::find(const std::string& path) const {
    const auto found = files_.find(path);
    return found == files_.end() ? nullptr : &found->second.text;
}

void ProjectTexts::edit(const std::string& path, const std::string& text) {
    files_[path].text = text;
}

bool ProjectTexts::modified(const std::string& path) const {
    const auto found = files_.find(path);
    return found != files_.end() && found->second.text != found->second.disk;
}

void ProjectTexts::forget(const std::string& path) {
    files_.erase(path);
}

std::string ProjectTexts::on_disk(const std::string& path) const {
    const auto found = files_.find(path);
    return found == files_.end() ? std::string() : found->second.disk;
}

std::vector<std::string> ProjectTexts::modified_files() const {
    std::vector<std::string> out;
    for (const auto& [path, file] : files_)
        if (file.text != file.disk) out.push_back(path);
    return out;
}

TextOverrides ProjectTexts::overrides() const {
    TextOverrides out;
    for (const auto& [path, file] : files_) out[path] = file.text;
    return out;
}

ProjectTexts::DiskChange ProjectTexts::disk_changed(const std::string& path, const std::string& disk_text) {
    const auto found = files_.find(path);
    if (found == files_.end() || found->second.disk == disk_text) return DiskChange::none;
    const bool edited = found->second.text != found->second.disk;
    found->second.disk = disk_text;
    found->second.conflict = edited && found->second.text != disk_text;
    if (found->second.conflict) return DiskChange::conflict;
    found->second.text = disk_text;
    return DiskChange::taken;
}

std::vector<std::string> ProjectTexts::conflicts() const {
    std::vector<std::string> out;
    for (const auto& [path, file] : files_)
        if (file.conflict) out.push_back(path);
    return out;
}

bool ProjectTexts::in_conflict(const std::string& path) const {
    const auto found = files_.find(path);
    return found != files_.end() && found->second.conflict;
}

void ProjectTexts::settle(const std::string& path) {
    if (const auto found = files_.find(path); found != files_.end()) found->second.conflict = false;
}

void ProjectTexts::saved(const std::string& path, const std::string& disk_text) {
    files_[path].disk = disk_text;
}

}  // namespace leap::studio
