// SPDX-License-Identifier: GPL-3.0-or-later
// New texts, and files that come, go and get other names.
#include <QInputDialog>
#include <QMenu>
#include <QPushButton>
#include <QVBoxLayout>
#include <cmath>
#include <glm/trigonometric.hpp>
#include <set>

#include "core/script/use_edit.hpp"
#include "studio/script_desk/script_desk.hpp"
#include "studio/shared/convert.hpp"
#include "studio/shared/key_map.hpp"
#include "studio/shared/palette.hpp"

namespace leap::studio {

namespace {

QString new_words(syntax::OwnerKind owner) {
    if (owner == syntax::OwnerKind::fixture) return ScriptDesk::tr("New fixture");
    return owner == syntax::OwnerKind::stance ? ScriptDesk::tr("New stance") : ScriptDesk::tr("New move");
}

const char* plain_name(syntax::OwnerKind owner) {
    if (owner == syntax::OwnerKind::fixture) return "new_fixture";
    return owner == syntax::OwnerKind::stance ? "new_stance" : "new_move";
}

}  // namespace

QWidget* ScriptDesk::make_files() {
    auto* out = new QWidget;
    auto* layout = new QVBoxLayout(out);
    layout->setContentsMargins(8, 8, 0, 8);
    files_ = new ScriptFiles;
    layout->addWidget(files_, 1);
    for (const auto owner : {syntax::OwnerKind::move, syntax::OwnerKind::stance, syntax::OwnerKind::fixture}) {
        auto* button = new QPushButton(new_words(owner));
        auto* menu = new QMenu(button);
        for (const StartingText& start : starting_texts())
            if (start.owner == owner) menu->addAction(tr(start.kind), this, [this, &start] { start_new(start); });
        if (owner == syntax::OwnerKind::fixture)
            for (const StartingText& start : starting_fixtures())
                menu->addAction(tr(start.kind), this, [this, &start] { start_new(start); });
        button->setMenu(menu);
        layout->addWidget(button);
    }
    const auto say = [this](const QString& problem) {
        if (!problem.isEmpty()) emit session_.message(problem);
    };
    connect(files_, &ScriptFiles::file_wanted, this, [this](const std::string& path) {
        if (path != editor_->path()) show_file(path);
    });
    connect(files_, &ScriptFiles::new_wanted, this, [=, this](const std::string& path) { say(make_file(path)); });
    connect(files_, &ScriptFiles::rename_wanted, this,
            [=, this](const std::string& from, const std::string& to) { say(move_file(from, to)); });
    connect(files_, &ScriptFiles::delete_wanted, this, [=, this](const std::string& path) { say(remove_file(path)); });
    connect(&session_, &Session::program_changed, this, &ScriptDesk::follow_new_kind);
    return out;
}

std::string ScriptDesk::free_name(const std::string& like) const {
    const auto taken = [&](const std::string& name) {
        if (!name_problem(name, session_.program().get()).isEmpty()) return true;
        for (const char* folder : {"moves/", "stances/", "fixtures/"})
            if (const std::string* text = session_.text(folder + name + ".leap"); text != nullptr && !text->empty())
                return true;
        return false;
    };
    std::string name = like;
    for (int number = 2; taken(name); ++number) name = like + "_" + std::to_string(number);
    return name;
}

/// A key that neither a button nor anything else of the play uses.
QString ScriptDesk::free_key() const {
    std::set<QString> taken;
    for (const KeyMap::Action& action : keys_.actions())
        for (const QString& key : keys_.keys(action.id)) taken.insert(key);
    for (const QChar key : QString("GHJLNMUIOYBVZFXCQER0987654321"))
        if (!taken.contains(QString(key))) return key;
    return "F9";
}

void ScriptDesk::start_new(const StartingText& start) {
    if (!session_.is_open()) return;
    const std::string name = free_name(plain_name(start.owner));
    const bool fixture = start.owner == syntax::OwnerKind::fixture;
    // A thing of the world is used with the button that the body has for it; a move has its own.
    std::string button = name + "_key";
    if (fixture && session_.program() && session_.program()->find_button("use")) button = "use";
    const std::string text = started(start, name, button, session_.program().get(), free_key().toStdString());
    QUndoStack& undo = session_.undo_stack();
    undo.beginMacro(tr("New %1").arg(to_qt(name)));
    const QString problem = start_text(start, name, text);
    if (problem.isEmpty() && fixture) place_new(name);
    undo.endMacro();
    if (!problem.isEmpty()) {
        emit session_.message(problem);
        return;
    }
    new_kind_ = fixture ? name : std::string();
    editor_->select_all_of(name);
}

QString ScriptDesk::start_new(const StartingText& start, const std::string& name, const std::string& button) {
    if (QString problem = name_problem(name, session_.program().get()); !problem.isEmpty()) return problem;
    QUndoStack& undo = session_.undo_stack();
    undo.beginMacro(tr("New %1").arg(to_qt(name)));
    QString problem =
        start_text(start, name, started(start, name, button, session_.program().get(), free_key().toStdString()));
    undo.endMacro();
    return problem;
}

QString ScriptDesk::start_text(const StartingText& start, const std::string& name, const std::string& text) {
    const bool stance = start.owner == syntax::OwnerKind::stance;
    const bool fixture = start.owner == syntax::OwnerKind::fixture;
    const std::string path = (stance ? "stances/" : (fixture ? "fixtures/" : "moves/")) + name + ".leap";
    const std::string root = session_.project().file.script;
    const std::string* whole = session_.text(root);
    if (whole == nullptr) return tr("Cannot read %1").arg(to_qt(root));
    if (const std::string* known = session_.text(path); known != nullptr && !known->empty())
        return tr("A file %1 already exists").arg(to_qt(path));
    // The first stance whose condition holds is in force, so a new one comes before the others; a move comes last.
    editor_->commit();
    const std::string changed = with_use(*session_.text(root), path, stance);
    session_.edit_text(path, text, tr("New %1").arg(to_qt(name)));
    session_.edit_text(root, changed, tr("Use %1").arg(to_qt(path)));
    show_file(path);
    return {};
}

/// In front of the course's first place, where it is seen at once.
void ScriptDesk::place_new(const std::string& kind) {
    if (!session_.course() || session_.course()->plan.places.empty()) return;
    constexpr double ahead_m = 3.0;
    CoursePlan plan = session_.course()->plan;
    const Place& place = plan.places.front();
    const double facing = glm::radians(place.facing_deg);
    PlacedFixture fixture;
    fixture.name = "my " + kind;
    fixture.kind = kind;
    fixture.position = place.position + Vec3(std::cos(facing), std::sin(facing), 0.0) * ahead_m;
    fixture.turn_deg = place.facing_deg;
    plan.fixtures.push_back(fixture);
    session_.edit_course(plan, tr("Place %1").arg(to_qt(fixture.name)));
}

/// The name of the fixture that was placed was typed over: what stands on the course is of the kind's new name.
void ScriptDesk::follow_new_kind() {
    if (new_kind_.empty() || !session_.course() || session_.program()->find_machine(new_kind_)) return;
    const std::string path = "fixtures/" + new_kind_ + ".leap";
    for (const Machine& machine : session_.program()->machines) {
        if (machine.kind != MachineKind::fixture || session_.program()->files[machine.range.file].path != path)
            continue;
        CoursePlan plan = session_.course()->plan;
        for (PlacedFixture& fixture : plan.fixtures) {
            if (fixture.kind != new_kind_) continue;
            if (fixture.name == "my " + new_kind_) fixture.name = "my " + machine.name;
            fixture.kind = machine.name;
        }
        new_kind_.clear();
        session_.edit_course(plan, tr("Place %1").arg(to_qt(machine.name)));
        return;
    }
}

QString ScriptDesk::make_file(const std::string& path) {
    const std::string root = session_.project().file.script;
    const std::string* whole = session_.text(root);
    if (whole == nullptr) return tr("Cannot read %1").arg(to_qt(root));
    if (!lies_inside(session_.project().folder, path)) return tr("%1 is outside the project folder").arg(to_qt(path));
    if (const std::string* known = session_.text(path); known != nullptr && !known->empty())
        return tr("A file %1 already exists").arg(to_qt(path));
    editor_->commit();
    const std::string changed = with_use(*session_.text(root), path, false);
    QUndoStack& undo = session_.undo_stack();
    undo.beginMacro(tr("New file %1").arg(to_qt(path)));
    session_.edit_text(path, "# What stands here is part of the project.\n", tr("New file %1").arg(to_qt(path)));
    session_.edit_text(root, changed, tr("Use %1").arg(to_qt(path)));
    undo.endMacro();
    show_file(path);
    return {};
}

QString ScriptDesk::move_file(const std::string& from, const std::string& to) {
    editor_->commit();
    if (from == session_.project().file.script)
        return tr("%1 is named in project.json and keeps its name").arg(to_qt(from));
    for (const std::string& path : {from, to})
        if (!lies_inside(session_.project().folder, path))
            return tr("%1 is outside the project folder").arg(to_qt(path));
    std::error_code error;
    const std::string* known = session_.text(to);
    if ((known != nullptr && !known->empty()) || std::filesystem::exists(session_.project().folder / to, error))
        return tr("A file %1 already exists").arg(to_qt(to));
    const std::vector<SourceFile> before = session_.source_files();
    const std::vector<SourceFile> after = with_file_moved(before, from, to);
    const QString what = tr("Rename %1 to %2").arg(to_qt(from), to_qt(to));
    QUndoStack& undo = session_.undo_stack();
    undo.beginMacro(what);
    // The new file first: no text in between names one that isn't there.
    for (const SourceFile& file : after)
        if (file.path == to) session_.edit_text(to, file.text, what);
    for (const SourceFile& file : after)
        if (file.path != to) session_.edit_text(file.path, file.text, what);
    session_.edit_text(from, {}, what);
    undo.endMacro();
    show_file(to);
    return {};
}

QString ScriptDesk::remove_file(const std::string& path) {
    editor_->commit();
    if (path == session_.project().file.script)
        return tr("%1 is the project's main file and cannot be removed").arg(to_qt(path));
    if (!lies_inside(session_.project().folder, path)) return tr("%1 is outside the project folder").arg(to_qt(path));
    const QString what = tr("Remove %1 from the project").arg(to_qt(path));
    QUndoStack& undo = session_.undo_stack();
    undo.beginMacro(what);
    for (const SourceFile& file : without_file(session_.source_files(), path))
        session_.edit_text(file.path, file.text, what);
    session_.edit_text(path, {}, what);
    undo.endMacro();
    show_file(session_.project().file.script);
    emit session_.message(tr("%1 will be deleted when you save. Undo restores it").arg(to_qt(path)));
    return {};
}

}  // namespace leap::studio
