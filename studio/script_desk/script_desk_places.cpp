// SPDX-License-Identifier: GPL-3.0-or-later
// Finding and replacing, uses of a name, problems, the reference.
#include <QShortcut>
#include <algorithm>

#include "core/script/rename.hpp"
#include "studio/script_desk/script_desk.hpp"
#include "studio/shared/convert.hpp"

namespace leap::studio {

void ScriptDesk::connect_places() {
    connect(editor_, &ScriptEditor::find_wanted, this, &ScriptDesk::find);
    connect(editor_, &ScriptEditor::find_next_wanted, this, &ScriptDesk::find_next);
    connect(editor_, &ScriptEditor::uses_wanted, this, &ScriptDesk::show_uses);
    connect(editor_, &ScriptEditor::help_wanted, this, &ScriptDesk::show_help);
    connect(editor_, &ScriptEditor::name_wanted, this, [this] {
        if (session_.program()) names_->open(*session_.program());
    });
    connect(names_, &NameFinder::place_wanted, this, &ScriptDesk::open_range);
    connect(find_, &FindBar::changed, this, &ScriptDesk::tell_found);
    connect(find_, &FindBar::next_wanted, this, &ScriptDesk::find_next);
    connect(find_, &FindBar::replace_wanted, this, &ScriptDesk::replace_one);
    connect(find_, &FindBar::replace_all_wanted, this, &ScriptDesk::replace_every);
    connect(find_, &FindBar::closed, editor_, qOverload<>(&QWidget::setFocus));
    connect(places_, &PlaceList::place_wanted, this, [this](SourceRange range) {
        // Also while the newest text has an error: the list speaks of the texts, not of the program.
        if (range.file >= session_.source_files().size()) return;
        show_file(session_.source_files()[range.file].path);
        editor_->go_to(range.begin, range.end);
    });
    connect(problems_word_, &QPushButton::clicked, this, &ScriptDesk::show_problems);
    auto* problems_key = new QShortcut(QKeySequence("F8"), this);
    problems_key->setContext(Qt::WidgetWithChildrenShortcut);
    connect(problems_key, &QShortcut::activated, this, &ScriptDesk::show_problems);
    connect(&session_, &Session::diagnostics_changed, this, [this] {
        const std::vector<PlaceList::Place> now = problems();
        problems_word_->setText(now.empty() ? tr("No problems") : tr("Problems: %1").arg(now.size()));
        places_->refresh_problems(now);
    });
}

/// The file in the editor comes first, so that what is found begins with it.
std::vector<SourceFile> ScriptDesk::searched() const {
    std::vector<SourceFile> out{{editor_->path(), editor_->text().toStdString()}};
    if (!find_->in_all_files()) return out;
    for (const SourceFile& file : session_.source_files()) {
        if (file.path == editor_->path()) continue;
        const std::string* text = session_.text(file.path);
        out.push_back({file.path, text == nullptr ? file.text : *text});
    }
    return out;
}

void ScriptDesk::find(bool replace) {
    find_->open(editor_->chosen_text(), replace);
}

void ScriptDesk::tell_found() {
    if (find_->words()->text().isEmpty()) return find_->say({});
    if (const QString problem = why_not_wanted(find_->wanted()); !problem.isEmpty()) return find_->say(problem);
    const std::vector<SourceFile> files = searched();
    const std::vector<Found> found = find_all(files, find_->wanted());
    std::size_t in = 0;
    for (std::size_t i = 0; i < found.size(); ++i) in += i == 0 || found[i].file != found[i - 1].file ? 1 : 0;
    if (found.empty()) return find_->say(tr("nowhere"));
    find_->say(find_->in_all_files() ? tr("%1 places in %2 files").arg(found.size()).arg(in)
                                     : tr("%1 places").arg(found.size()));
}

void ScriptDesk::find_next(bool backwards) {
    editor_->commit();
    const std::vector<SourceFile> files = searched();
    const std::vector<Found> found = find_all(files, find_->wanted());
    tell_found();
    if (found.empty()) return;
    // From what is chosen on, round the end to the beginning.
    const auto begin = static_cast<std::uint32_t>(editor_->SendScintilla(QsciScintilla::SCI_GETSELECTIONSTART));
    const auto end = static_cast<std::uint32_t>(editor_->SendScintilla(QsciScintilla::SCI_GETSELECTIONEND));
    const Found* next = backwards ? &found.back() : nullptr;
    if (backwards) {
        for (const Found& each : found)
            if (each.file == 0 && each.end <= begin) next = &each;
        // Before the first of this file stands the last of the last file.
        if (next->file == 0 && next->end > begin) next = &found.back();
    } else {
        for (const Found& each : found)
            if (next == nullptr && (each.file > 0 || each.begin >= end)) next = &each;
        if (next == nullptr) next = &found.front();
    }
    if (next->file > 0) show_file(files[next->file].path);
    const bool typing = find_->isAncestorOf(focusWidget());
    editor_->go_to(next->begin, next->end);
    if (typing) find_->words()->setFocus();
}

/// What is chosen is replaced when it is such a place; then the next one is chosen.
void ScriptDesk::replace_one() {
    const std::vector<SourceFile> files = searched();
    const auto begin = static_cast<std::uint32_t>(editor_->SendScintilla(QsciScintilla::SCI_GETSELECTIONSTART));
    const auto end = static_cast<std::uint32_t>(editor_->SendScintilla(QsciScintilla::SCI_GETSELECTIONEND));
    for (const Found& each : find_all(files, find_->wanted())) {
        if (each.file != 0 || each.begin != begin || each.end != end) continue;
        const QString by = replacement_of(files[0].text, each, find_->wanted(), find_->by());
        std::string text = files[0].text;
        text.replace(begin, end - begin, by.toStdString());
        editor_->commit();
        session_.edit_text(editor_->path(), text, tr("Replace in %1").arg(to_qt(editor_->path())));
        const auto behind = begin + static_cast<std::uint32_t>(by.toStdString().size());
        editor_->SendScintilla(QsciScintilla::SCI_SETSEL, static_cast<unsigned long>(behind),
                               static_cast<long>(behind));
        break;
    }
    find_next(false);
}

void ScriptDesk::replace_every() {
    editor_->commit();
    const std::vector<SourceFile> files = searched();
    const std::size_t places = find_all(files, find_->wanted()).size();
    if (places == 0) return tell_found();
    const std::vector<SourceFile> after = replace_all(files, find_->wanted(), find_->by());
    std::vector<SourceFile> changed;
    for (std::size_t i = 0; i < files.size(); ++i)
        if (files[i].text != after[i].text) changed.push_back(after[i]);
    session_.edit_files(changed, tr("Replace %1 with %2").arg(find_->words()->text(), find_->by()));
    find_->say(tr("%1 places replaced").arg(places));
}

void ScriptDesk::show_uses() {
    editor_->commit();
    const auto declared = declared_at_caret();
    if (!declared || !session_.program_is_current()) {
        emit session_.message(tr("There is no project name at the caret"));
        return;
    }
    const Program& program = *session_.program();
    const std::string& text = program.files[declared->file].text;
    const QString name = to_qt(text.substr(declared->begin, declared->end - declared->begin));
    std::vector<PlaceList::Place> places;
    for (const SourceRange& range : places_of(program, *declared))
        places.push_back({range, place_words(program.files[range.file], range.begin)});
    places_->show_places(tr("%1 is used in %2 places").arg(name).arg(places.size()), places);
}

std::vector<PlaceList::Place> ScriptDesk::problems() const {
    std::vector<PlaceList::Place> out;
    for (const Diagnostic& each : session_.diagnostics())
        out.push_back(
            {each.range, to_qt(diagnostic_text(each, session_.source_files())), each.severity == Severity::error});
    return out;
}

void ScriptDesk::show_problems() {
    places_->refresh_problems(problems());
    places_->show_problems();
    places_->list()->setFocus();
    if (places_->list()->count() > 0) places_->list()->setCurrentRow(0);
}

void ScriptDesk::show_help(const QString& word) {
    reference_->field()->setText(word);
    if (!reference_->show_word(word))
        emit session_.message(tr("No reference entry for %1. F12 goes to the declaration of a project name").arg(word));
}

}  // namespace leap::studio
