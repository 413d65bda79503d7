// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/session/documents.hpp"

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

void Documents::add_take(Tape take) {
    const std::string name = take.name;
    for (int number = 2; project_->find_tape(take.name) != nullptr; ++number)
        take.name = name + " " + std::to_string(number);
    tape_ = std::move(take);
    tape_unsaved_ = true;
}

/// A take in view that has no file yet joins the project's tapes, so that it isn't lost when another one is shown.
void Documents::keep_take() {
    if (!tape_unsaved_ || !tape_) return;
    tape_unsaved_ = false;
    project_->tapes.push_back({{}, *tape_});
}

}  // namespace leap::studio
