// SPDX-License-Identifier: GPL-3.0-or-later
// What becomes of a text that says something else: of a script a program, of the course a plan.
#include <fmt/format.h>

#include "core/project/course_file.hpp"
#include "core/senses/fixtures.hpp"
#include "studio/session/session.hpp"

namespace leap::studio {

void Session::edit_files(const std::vector<SourceFile>& files, const QString& what) {
    undo_stack().beginMacro(what);
    for (const SourceFile& file : files) edit_text(file.path, file.text, what);
    undo_stack().endMacro();
}

QString Session::rename_tape(const QString& name) {
    if (tape() == nullptr) return {};
    const std::string before = fmt::format("\"{}\"", tape()->name);
    const std::string after = fmt::format("\"{}\"", name.trimmed().toStdString());
    if (after.find_first_of("\"\n\\", 1) != after.size() - 1)
        return tr("A tape's name cannot contain quotes or backslashes");
    undo_stack().beginMacro(tr("Rename a tape to %1").arg(name.trimmed()));
    // Places in the text are known for the last good program.
    const auto marks = program_is_current() ? program()->marks : std::vector<MarkInfo>{};
    const QString why_not = documents_.rename_tape(name.trimmed().toStdString());
    if (why_not.isEmpty()) {
        std::map<std::string, std::string> texts;
        for (auto mark = marks.rbegin(); mark != marks.rend(); ++mark) {
            if (!mark->tape || fmt::format("\"{}\"", *mark->tape) != before) continue;
            const std::string& path = source_files()[mark->range.file].path;
            if (text(path) == nullptr) continue;
            std::string& changed = texts.try_emplace(path, *text(path)).first->second;
            const auto at = changed.find(before, mark->range.begin);
            if (at < mark->range.end) changed.replace(at, before.size(), after);
        }
        for (const auto& [path, changed] : texts)
            edit_text(path, changed, tr("Rename a tape to %1").arg(name.trimmed()));
    }
    undo_stack().endMacro();
    return why_not;
}

void Session::take_text(const std::string& path) {
    if (documents_.is_course(path)) {
        take_course_text();
    } else if (documents_.is_listed(path)) {
        documents_.take_listed_text(path);
    } else if (documents_.is_tape(path)) {
        documents_.take_tape_text(path);
    } else if (path == project().file.looks) {
        take_looks_text();
    } else {
        compile_texts();
    }
}

void Session::compile_texts() {
    const bool fresh = compiler_.compile(project(), documents_.overrides());
    documents_.note_scripts(compiler_.files());
    if (fresh) take_program();
    emit diagnostics_changed();
}

void Session::take_program() {
    tunings_.adopt(*program());
    runs_.set_program(Side::now, program());
    runs_.set_program(Side::kept, ingredients(Side::kept).program);
    tune_live();
    emit program_changed();
    emit tuning_changed();
    request_both();  // the rows of "kept" are read with the tables of the program they were made with
}

void Session::load_course() {
    documents_.load_data_texts();
    take_course(project().course);
    tunings_.keep_course();
}

void Session::take_course(std::optional<CoursePlan> plan) {
    if (plan) tunings_.set_course(std::make_shared<const Course>(build_course(std::move(*plan))));
    emit course_changed();
    request(Side::now);
}

/// While the text can't be read, the last good course stays.
void Session::take_course_text() {
    const std::string* text = documents_.text(project().file.course);
    if (text == nullptr) return;
    auto plan = read_course(*text, project().file.course);
    if (!plan) {
        emit message(QString::fromStdString(plan.error() + "; the course as it was stays"));
        return;
    }
    documents_.set_course_plan(std::move(*plan));
    tunings_.set_previewing(false);
    take_course(project().course);
}

/// While the text can't be read, the last good looks stay.
void Session::take_looks_text() {
    auto looks = read_looks(*documents_.text(project().file.looks), project().file.looks);
    if (!looks) {
        emit message(QString::fromStdString(looks.error() + "; the looks as they were stay"));
        return;
    }
    documents_.set_looks(std::move(*looks));
    compile_texts();  // its warnings say what the looks don't have
    emit looks_changed();
}

void Session::edit_course(const CoursePlan& plan, const QString& what, int gesture) {
    if (!is_open() || !project().course) return;
    const std::string text = write_course(plan);
    const std::string* before = documents_.text(project().file.course);
    if (before != nullptr && *before == text && previewing()) take_course_text();  // a drag that led back
    edit_text(project().file.course, text, what, gesture);
}

void Session::preview_course(const CoursePlan& plan) {
    tunings_.set_previewing(true);
    take_course(plan);
}

FixtureHalves Session::fixture_halves() const {
    FixtureHalves out;
    if (!program()) return out;
    World none;
    none.actors.emplace_back();
    const Tuning& now = tuning(Side::now);
    const EvaluationContext moment{all_senses, *program(), now, now, none, none.actors.front()};
    for (const MachineId kind : program()->fixtures) {
        const Machine& machine = program()->machines[kind];
        if (machine.fixture) out[machine.name] = fixture_shape(moment, *machine.fixture).half;
    }
    return out;
}

QString Session::save_as(const std::filesystem::path& folder) {
    if (!is_open()) return tr("No project is open");
    stop();
    return documents_.save_as(folder);
}

QString Session::import_script(const std::filesystem::path& file) {
    if (!program()) return tr("The script has an error. Fix it before you import");
    return documents_.import_script(file, *program(),
                                    tr("Import %1").arg(QString::fromStdString(file.filename().string())));
}

}  // namespace leap::studio
