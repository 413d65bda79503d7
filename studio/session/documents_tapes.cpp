// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/project/file_io.hpp"
#include "core/project/tape_file.hpp"
#include "studio/session/documents.hpp"
#include "studio/session/tape_edit_step.hpp"
#include "studio/session/tape_list_step.hpp"

#include <fmt/format.h>

#include <algorithm>

namespace leap::studio {

std::vector<QString> Documents::tape_names() const {
    std::vector<QString> out;
    if (!project_) return out;
    for (const TapeEntry& entry : project_->tapes) out.push_back(QString::fromStdString(entry.tape.name));
    return out;
}

std::vector<std::string> Documents::unsaved_tapes() const {
    std::vector<std::string> out;
    if (!project_) return out;
    for (const TapeEntry& entry : project_->tapes)
        if (entry.path.empty()) out.push_back(entry.tape.name);
    if (tape_unsaved_ && tape_) out.push_back(tape_->name);
    return out;
}

bool Documents::choose_tape(const std::string& name) {
    keep_take();
    const TapeEntry* entry = project_->find_tape(name);
    if (entry == nullptr) return false;
    tape_ = entry->tape;
    tape_unsaved_ = false;
    emit tape_chosen();
    return true;
}

void Documents::edit_tape(Tape tape, const QString& what, int gesture) {
    if (!tape_ || *tape_ == tape) return;
    tape.name = tape_->name;
    keep_take();
    undo_.push(new TapeEditStep(*this, *tape_, std::move(tape), what, gesture));
}

bool Documents::is_tape(const std::string& path) const {
    return std::any_of(project_->tapes.begin(), project_->tapes.end(),
                       [&](const TapeEntry& entry) { return entry.path == path; });
}

/// A tape's text is wanted only where it is edited.
void Documents::load_tape_text(const std::string& path) {
    if (texts_.find(path) == nullptr) texts_.loaded(path, read_file(project_->folder / path).value_or(std::string()));
}

QString Documents::rename_tape(const std::string& name) {
    if (!tape_ || name == tape_->name) return {};
    if (name.find_first_not_of(" \t") == std::string::npos) return tr("Enter a name for the tape");
    if (project_->find_tape(name) != nullptr)
        return tr("A tape \"%1\" already exists. Choose another name").arg(QString::fromStdString(name));
    keep_take();
    Tape renamed = *tape_;
    renamed.name = name;
    undo_.push(new TapeEditStep(*this, *tape_, std::move(renamed),
                                tr("Rename a tape to %1").arg(QString::fromStdString(name)), -1));
    return {};
}

std::string Documents::free_tape_name(const std::string& name) const {
    // Of "hops 2" the next is "hops 3".
    std::string base = name;
    const auto space = base.find_last_of(' ');
    const bool numbered = space != std::string::npos && space + 1 < base.size() &&
                          base.find_first_not_of("0123456789", space + 1) == std::string::npos;
    if (numbered) base.resize(space);
    std::string out = name;
    for (int number = 2; project_->find_tape(out) != nullptr; ++number) out = fmt::format("{} {}", base, number);
    return out;
}

void Documents::add_tape(Tape tape, const QString& what) {
    keep_take();
    tape.name = free_tape_name(tape.name);
    undo_.push(new TapeListStep(*this, TapeListStep::Change::added, TapeEntry{{}, std::move(tape)},
                                tape_ ? tape_->name : std::string(), what));
}

void Documents::delete_tape() {
    if (!tape_) return;
    keep_take();
    const TapeEntry entry = *project_->find_tape(tape_->name);
    undo_.push(new TapeListStep(*this, TapeListStep::Change::taken_out, entry, entry.tape.name,
                                tr("Delete the tape %1").arg(QString::fromStdString(entry.tape.name))));
}

/// A tape whose file is gone meanwhile gets one anew when the project is saved.
void Documents::put_in_tape(TapeEntry entry, std::size_t at) {
    const auto removed = std::find_if(removed_tapes_.begin(), removed_tapes_.end(),
                                      [&](const TapeEntry& each) { return each.path == entry.path; });
    if (removed != removed_tapes_.end()) {
        removed_tapes_.erase(removed);
    } else {
        entry.path.clear();
    }
    const std::size_t place = std::min(at, project_->tapes.size());
    project_->tapes.insert(project_->tapes.begin() + static_cast<std::ptrdiff_t>(place), std::move(entry));
    emit tapes_changed();
    emit texts_changed();
}

/// What it was, and where in the list.
std::pair<TapeEntry, std::size_t> Documents::take_out_tape(const std::string& name) {
    const auto found = std::find_if(project_->tapes.begin(), project_->tapes.end(),
                                    [&](const TapeEntry& each) { return each.tape.name == name; });
    if (found == project_->tapes.end()) return {};
    TapeEntry entry = std::move(*found);
    const auto at = static_cast<std::size_t>(found - project_->tapes.begin());
    project_->tapes.erase(found);
    if (!entry.path.empty()) removed_tapes_.push_back(entry);
    if (tape_ && tape_->name == name) {
        tape_.reset();
        tape_unsaved_ = false;
        if (!project_->tapes.empty()) choose_tape(project_->tapes[std::min(at, project_->tapes.size() - 1)].tape.name);
    }
    emit tapes_changed();
    emit texts_changed();
    return {std::move(entry), at};
}

std::vector<std::string> Documents::deleted_tapes() const {
    std::vector<std::string> out;
    for (const TapeEntry& entry : removed_tapes_) out.push_back(entry.tape.name);
    return out;
}

/// The tape of that name is this from now on. One that has a file is an edited text of the project, so that it is
/// saved, kept for the case of a crash, and in conflict with changes on disk like any other.
void Documents::set_tape(const std::string& name, const Tape& tape) {
    const auto entry = std::find_if(project_->tapes.begin(), project_->tapes.end(),
                                    [&](const TapeEntry& each) { return each.tape.name == name; });
    if (entry != project_->tapes.end()) {
        entry->tape = tape;
        if (!entry->path.empty()) {
            const std::string& path = entry->path;
            load_tape_text(path);
            // Where it says what the file says, the file's own text counts, in whatever older form it is written.
            const auto saved = read_tape(texts_.on_disk(path), path);
            texts_.edit(path, saved && *saved == tape ? texts_.on_disk(path) : write_tape(tape));
        }
    }
    if (tape_ && tape_->name == name) {
        tape_ = tape;
        emit tape_edited();
    }
    emit tapes_changed();
    emit texts_changed();
}

void Documents::take_tape_text(const std::string& path) {
    const std::string* text = texts_.find(path);
    if (text == nullptr) return;
    auto tape = read_tape(*text, path);
    if (!tape) {
        emit message(QString::fromStdString(tape.error() + "; the tape as it was stays"));
        return;
    }
    for (TapeEntry& entry : project_->tapes) {
        if (entry.path != path) continue;
        const bool in_view = tape_ && !tape_unsaved_ && tape_->name == entry.tape.name;
        entry.tape = std::move(*tape);
        if (in_view) tape_ = entry.tape;
        emit tapes_changed();
        if (in_view) emit tape_edited();
        return;
    }
}

void Documents::add_take(Tape take) {
    if (tape_unsaved_ && tape_) earlier_takes_.push_front(std::move(*tape_));
    if (earlier_takes_.size() > max_earlier_takes) earlier_takes_.pop_back();
    take.name = free_tape_name(take.name);
    tape_ = std::move(take);
    tape_unsaved_ = true;
}

void Documents::show_earlier_take(std::size_t index) {
    if (index >= earlier_takes_.size()) return;
    Tape take = std::move(earlier_takes_[index]);
    earlier_takes_.erase(earlier_takes_.begin() + static_cast<std::ptrdiff_t>(index));
    add_take(std::move(take));
    emit tapes_changed();
    emit tape_chosen();
}

/// A take in view that has no file yet joins the project's tapes, so that it isn't lost when another one is shown.
void Documents::keep_take() {
    if (!tape_unsaved_ || !tape_) return;
    tape_unsaved_ = false;
    project_->tapes.push_back({{}, *tape_});
}

}  // namespace leap::studio
