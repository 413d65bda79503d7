// SPDX-License-Identifier: GPL-3.0-or-later
// Tunings, trials and rehearsals of shared play: files of a project that are found by their folder, not by name.
#include <fmt/format.h>

#include <algorithm>
#include <cctype>

#include "core/project/file_io.hpp"
#include "core/project/wire_file.hpp"
#include "studio/session/documents.hpp"

namespace leap::studio {

namespace {

constexpr std::string_view tuning_ending = ".tuning.json";
constexpr std::string_view trial_ending = ".trial.json";
constexpr std::string_view wire_ending = ".wire.json";

bool is_tuning_path(const std::string& path) {
    return path.starts_with("tunings/") && path.ends_with(tuning_ending);
}
bool is_trial_path(const std::string& path) {
    return path.starts_with("trials/") && path.ends_with(trial_ending);
}
bool is_wire_path(const std::string& path) {
    return path.starts_with("wire/") && path.ends_with(wire_ending);
}

/// Puts what a file says in its place in a list that is sorted by path, or takes it out.
template <class Entry, class Value>
void place(std::vector<Entry>& list, const std::string& path, std::optional<Value> value, Value Entry::*member) {
    const auto at = std::lower_bound(list.begin(), list.end(), path,
                                     [](const Entry& entry, const std::string& wanted) { return entry.path < wanted; });
    const bool there = at != list.end() && at->path == path;
    if (!value) {
        if (there) list.erase(at);
        return;
    }
    if (there) {
        (*at).*member = std::move(*value);
    } else {
        Entry entry;
        entry.path = path;
        entry.*member = std::move(*value);
        list.insert(at, std::move(entry));
    }
}

}  // namespace

bool Documents::is_listed(const std::string& path) const {
    return is_tuning_path(path) || is_trial_path(path) || is_wire_path(path);
}

std::string Documents::free_listed_path(const std::string& folder, const std::string& name,
                                        const std::string& ending) const {
    std::string base = folder + "/";
    for (const char c : name) base += std::isalnum(static_cast<unsigned char>(c)) != 0 ? c : '-';
    std::string path = base + ending;
    const auto taken = [&](const std::string& wanted) {
        std::error_code error;
        const std::string* text = texts_.find(wanted);
        return std::filesystem::exists(project_->folder / wanted, error) || (text != nullptr && !text->empty());
    };
    for (int number = 2; taken(path); ++number) path = fmt::format("{}-{}{}", base, number, ending);
    return path;
}

void Documents::write_listed(const std::string& path, const std::string& text, const QString& what, int gesture) {
    if (texts_.find(path) == nullptr) texts_.loaded(path, read_file(project_->folder / path).value_or(std::string()));
    edit_text(path, text, what, gesture);
}

void Documents::write_result(const std::string& path, const std::string& text) {
    if (texts_.find(path) == nullptr) texts_.loaded(path, read_file(project_->folder / path).value_or(std::string()));
    if (*texts_.find(path) != text) set_text(path, text);
}

/// An empty text is that of a file which isn't there, or goes when the project is saved.
void Documents::take_listed_text(const std::string& path) {
    const std::string* text = texts_.find(path);
    if (text == nullptr) return;
    const auto take = [&](auto read, auto& list, auto member) {
        using Value = std::remove_reference_t<decltype(*read)>;
        if (text->empty()) {
            place(list, path, std::optional<Value>(), member);
        } else if (read) {
            place(list, path, std::optional<Value>(std::move(*read)), member);
        } else {
            emit message(QString::fromStdString(read.error() + "; what it said before stays"));
        }
    };
    if (is_tuning_path(path)) take(read_tuning(*text, path), project_->tunings, &TuningEntry::tuning);
    if (is_trial_path(path)) take(read_trial(*text, path), project_->trials, &TrialEntry::trial);
    if (is_wire_path(path)) take(read_wire_plan(*text, path), project_->wires, &WireEntry::plan);
    emit lists_changed();
}

/// Files that came, went or changed by another program's hand.
void Documents::look_at_lists() {
    std::vector<std::string> paths = files_in(project_->folder, "tunings", std::string(tuning_ending));
    for (std::string& path : files_in(project_->folder, "trials", std::string(trial_ending)))
        paths.push_back(std::move(path));
    for (std::string& path : files_in(project_->folder, "wire", std::string(wire_ending)))
        paths.push_back(std::move(path));
    const auto look = [&](const std::string& path) {
        std::error_code error;
        const bool there = std::filesystem::exists(project_->folder / path, error);
        const auto disk =
            there ? read_file(project_->folder / path) : tl::expected<std::string, std::string>(std::string());
        if (!disk) return;
        if (texts_.find(path) == nullptr) {
            texts_.loaded(path, *disk);
            return take_listed_text(path);
        }
        const auto change = texts_.disk_changed(path, *disk);
        if (change == ProjectTexts::DiskChange::conflict) emit conflict(QString::fromStdString(path));
        if (change != ProjectTexts::DiskChange::taken) return;
        note_outside_change(path);
        take_listed_text(path);
        emit texts_changed();
    };
    for (const TuningEntry& entry : project_->tunings) paths.push_back(entry.path);
    for (const TrialEntry& entry : project_->trials) paths.push_back(entry.path);
    for (const WireEntry& entry : project_->wires) paths.push_back(entry.path);
    std::sort(paths.begin(), paths.end());
    paths.erase(std::unique(paths.begin(), paths.end()), paths.end());
    for (const std::string& path : paths) look(path);
}

/// What the lists were read from stands in the window as texts.
void Documents::load_listed_texts() {
    const auto load = [&](const std::string& path) {
        if (const auto text = read_file(project_->folder / path)) texts_.loaded(path, *text);
    };
    for (const TuningEntry& entry : project_->tunings) load(entry.path);
    for (const TrialEntry& entry : project_->trials) load(entry.path);
    for (const WireEntry& entry : project_->wires) load(entry.path);
}

}  // namespace leap::studio
