// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/session/text_edit_step.hpp"

namespace leap::studio {

TextEditStep::TextEditStep(Documents& documents, std::string path, const std::string& before, const std::string& after,
                           const QString& what, int gesture)
    : QUndoCommand(what),
      documents_(documents),
      path_(std::move(path)),
      gesture_(gesture),
      outside_changes_(documents.outside_changes(path_)) {
    take(before, after);
}

void TextEditStep::undo() {
    if (fits()) documents_.set_text(path_, replaced(inserted_.size(), removed_));
}

void TextEditStep::redo() {
    if (fits()) documents_.set_text(path_, replaced(removed_.size(), inserted_));
}

bool TextEditStep::fits() const {
    if (documents_.outside_changes(path_) == outside_changes_) return true;
    documents_.tell_not_undone(path_);
    return false;
}

bool TextEditStep::mergeWith(const QUndoCommand* next) {
    const auto* more = static_cast<const TextEditStep*>(next);
    if (more->path_ != path_ || more->outside_changes_ != outside_changes_) return false;
    // The later step has been taken: what stands now is its outcome.
    const std::string after = *documents_.text(path_);
    std::string between = after;
    between.replace(more->at_, more->inserted_.size(), more->removed_);
    std::string before = between;
    before.replace(at_, inserted_.size(), removed_);
    take(before, after);
    return true;
}

void TextEditStep::take(const std::string& before, const std::string& after) {
    const std::size_t shorter = std::min(before.size(), after.size());
    at_ = 0;
    while (at_ < shorter && before[at_] == after[at_]) ++at_;
    std::size_t behind = 0;
    while (behind < shorter - at_ && before[before.size() - 1 - behind] == after[after.size() - 1 - behind]) ++behind;
    removed_ = before.substr(at_, before.size() - at_ - behind);
    inserted_ = after.substr(at_, after.size() - at_ - behind);
}

std::string TextEditStep::replaced(std::size_t length, const std::string& by) const {
    const std::string* now = documents_.text(path_);
    std::string text = now == nullptr ? std::string() : *now;
    return text.replace(std::min(at_, text.size()), length, by);
}

}  // namespace leap::studio
