// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/script_desk/script_desk.hpp"

#include <QInputDialog>
#include <QLabel>
#include <QMenu>
#include <QPushButton>
#include <QScrollArea>
#include <QSplitter>
#include <QVBoxLayout>

#include "core/script/rename.hpp"
#include "core/script/use_edit.hpp"
#include "studio/shared/convert.hpp"
#include "studio/shared/palette.hpp"

namespace leap::studio {

namespace {
QString new_words(syntax::OwnerKind owner) {
    if (owner == syntax::OwnerKind::fixture) return ScriptDesk::tr("New fixture");
    return owner == syntax::OwnerKind::stance ? ScriptDesk::tr("New stance") : ScriptDesk::tr("New move");
}
}  // namespace

ScriptDesk::ScriptDesk(Session& session, QWidget* parent) : Desk(parent), session_(session) {
    editor_ = new ScriptEditor(session_);
    map_ = new PhaseMap(session_);
    auto* scroll = new QScrollArea;
    scroll->setWidgetResizable(true);
    scroll->setFrameShape(QFrame::NoFrame);
    scroll->setWidget(map_);
    auto* across = new QSplitter(Qt::Horizontal);
    across->addWidget(make_files());
    auto* writing = new QWidget;
    auto* page = new QVBoxLayout(writing);
    page->setContentsMargins(0, 0, 0, 0);
    page->setSpacing(0);
    page->addWidget(editor_, 1);
    auto* hint =
        new QLabel(tr("Ctrl+drag turns a number · F2 renames · F12 goes to where a name is declared · the map: "
                      "drag from phase to phase, double-click, right-click"));
    hint->setFont(palette::text_font(8.5));
    hint->setStyleSheet(QString("color: %1; padding: 4px 10px").arg(palette::quiet.name()));
    hint->setWordWrap(true);
    page->addWidget(hint);
    across->addWidget(writing);
    proof_ = new ProofStrip(session_);
    auto* beside = new QSplitter(Qt::Vertical);
    beside->addWidget(scroll);
    curve_ = new CurveView(session_);
    curve_->hide();
    beside->addWidget(curve_);
    beside->addWidget(proof_);
    beside->setStretchFactor(0, 1);
    beside->setHandleWidth(3);
    beside->setSizes({400, 200, 200});
    across->addWidget(beside);
    across->setSizes({170, 720, 390});
    across->setStretchFactor(1, 1);
    across->setHandleWidth(3);
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->addWidget(across);

    connect(files_, &QListWidget::currentTextChanged, this, [this](const QString& path) {
        if (!path.isEmpty() && path.toStdString() != editor_->path()) show_file(path.toStdString());
    });
    connect(editor_, &ScriptEditor::caret_moved, this, &ScriptDesk::follow_caret);
    connect(editor_, &ScriptEditor::definition_wanted, this, [this](const QString& word) {
        if (!show_definition(word.toStdString()))
            emit session_.message(tr("Nothing of this project is called %1").arg(word));
    });
    connect(editor_, &ScriptEditor::rename_wanted, this, &ScriptDesk::ask_for_name);
    connect(map_, &PhaseMap::place_wanted, this, [this](std::uint32_t file, std::uint32_t begin) {
        open_range({file, begin, begin});
    });
    connect(&session_, &Session::project_opened, this, &ScriptDesk::list_files);
    connect(&session_, &Session::diagnostics_changed, this, &ScriptDesk::list_files);
    connect(&session_, &Session::program_changed, this, &ScriptDesk::follow_caret);
    list_files();
}

QWidget* ScriptDesk::make_files() {
    auto* out = new QWidget;
    auto* layout = new QVBoxLayout(out);
    layout->setContentsMargins(8, 8, 0, 8);
    files_ = new QListWidget;
    files_->setFrameShape(QFrame::NoFrame);
    files_->setFont(palette::text_font(9.5));
    files_->setAccessibleName(tr("Script files"));
    layout->addWidget(files_, 1);
    for (const auto owner : {syntax::OwnerKind::move, syntax::OwnerKind::stance, syntax::OwnerKind::fixture}) {
        auto* button = new QPushButton(tr("%1…").arg(new_words(owner)));
        auto* menu = new QMenu(button);
        for (const StartingText& start : starting_texts())
            if (start.owner == owner) menu->addAction(tr(start.kind), this, [this, &start] { ask_for_new(start); });
        if (owner == syntax::OwnerKind::fixture)
            for (const StartingText& start : starting_fixtures())
                menu->addAction(tr(start.kind), this, [this, &start] { ask_for_new(start); });
        button->setMenu(menu);
        layout->addWidget(button);
    }
    return out;
}

void ScriptDesk::ask_for_new(const StartingText& start) {
    if (!session_.is_open()) return;
    bool given = false;
    const QString name =
        QInputDialog::getText(this, new_words(start.owner), tr("Its name:"), QLineEdit::Normal, {}, &given);
    if (!given) return;
    QStringList buttons;
    if (session_.program())
        for (const ButtonInfo& button : session_.program()->buttons) buttons << to_qt(button.name);
    buttons << tr("a new one");
    QString button = QInputDialog::getItem(this, tr("Its button"), tr("What starts it, or is asked for in it:"),
                                           buttons, 0, false, &given);
    if (!given) return;
    if (button == buttons.last()) button = name + "_key";
    const QString problem = start_new(start, name.trimmed().toStdString(), button.toStdString());
    if (!problem.isEmpty()) emit session_.message(problem);
}

QString ScriptDesk::start_new(const StartingText& start, const std::string& name, const std::string& button) {
    if (const QString problem = name_problem(name, session_.program().get()); !problem.isEmpty()) return problem;
    const bool stance = start.owner == syntax::OwnerKind::stance;
    const bool fixture = start.owner == syntax::OwnerKind::fixture;
    const std::string path = (stance ? "stances/" : (fixture ? "fixtures/" : "moves/")) + name + ".leap";
    const std::string root = session_.project().file.script;
    const std::string* whole = session_.text(root);
    if (whole == nullptr) return tr("%1 can't be read").arg(to_qt(root));
    if (const std::string* known = session_.text(path); known != nullptr && !known->empty())
        return tr("There is a file %1 already").arg(to_qt(path));
    // The first stance whose condition holds is in force, so a new one comes before the others; a move comes last.
    const std::string changed = with_use(*whole, path, stance);
    editor_->commit();
    QUndoStack& undo = session_.undo_stack();
    undo.beginMacro(tr("New %1").arg(to_qt(name)));
    session_.edit_text(path, started(start, name, button, session_.program().get()), tr("New %1").arg(to_qt(name)));
    session_.edit_text(root, changed, tr("Use %1").arg(to_qt(path)));
    undo.endMacro();
    show_file(path);
    if (fixture)
        emit session_.message(tr("Place it in %1, in the list \"fixtures\": {\"name\": \"my %2\", \"kind\": \"%2\", "
                                 "\"position\": [0, 0, 0]}")
                                  .arg(to_qt(session_.project().file.course), to_qt(name)));
    return {};
}

void ScriptDesk::list_files() {
    QStringList wanted;
    for (const SourceFile& file : session_.source_files()) wanted << to_qt(file.path);
    QStringList shown;
    for (int i = 0; i < files_->count(); ++i) shown << files_->item(i)->text();
    if (wanted == shown) return;
    const QSignalBlocker quiet(files_);
    files_->clear();
    files_->addItems(wanted);
    if (wanted.isEmpty()) return;
    const bool known = wanted.contains(to_qt(editor_->path()));
    show_file(known ? editor_->path() : wanted.first().toStdString());
}

void ScriptDesk::show_file(const std::string& path) {
    if (path != editor_->path()) editor_->show_file(path);
    const QSignalBlocker quiet(files_);
    for (int i = 0; i < files_->count(); ++i)
        if (files_->item(i)->text().toStdString() == path) files_->setCurrentRow(i);
    follow_caret();
}

/// The move whose text the caret stands in is drawn, and the curve that it stands in or on.
void ScriptDesk::follow_caret() {
    const auto& program = session_.program();
    if (!program) return;
    follow_curve();
    const std::uint32_t at = editor_->caret();
    for (std::size_t i = 0; i < program->machines.size(); ++i) {
        const Machine& machine = program->machines[i];
        const bool here = program->files[machine.range.file].path == editor_->path() && machine.range.begin <= at &&
                          at <= machine.range.end;
        if (here && machine.kind != MachineKind::stance) return follow(MachineId(i));
    }
}

std::optional<SourceRange> ScriptDesk::declared_at_caret() const {
    const auto& program = session_.program();
    if (!program) return std::nullopt;
    for (std::size_t i = 0; i < program->files.size(); ++i)
        if (program->files[i].path == editor_->path())
            return declaration_at(*program, static_cast<std::uint32_t>(i), editor_->caret());
    return std::nullopt;
}

void ScriptDesk::follow_curve() {
    const Program& program = *session_.program();
    const auto declared = declared_at_caret();
    const std::uint32_t at = editor_->caret();
    std::string name;
    for (const CurveInfo& curve : program.curves) {
        const SourceFile& file = program.files[curve.range.file];
        const std::uint32_t line = line_begin(file.text, line_column(file.text, curve.range.begin).line);
        const bool inside = file.path == editor_->path() && line <= at && at <= curve.range.end;
        const bool meant = declared && declared->file == curve.range.file && declared->begin == curve.range.begin;
        if (inside || meant) name = curve.name;
    }
    curve_->show_curve(name);
    curve_->setVisible(!name.empty());
}

void ScriptDesk::ask_for_name() {
    editor_->commit();
    const auto declared = declared_at_caret();
    if (!declared) {
        emit session_.message(tr("Nothing that can be renamed stands at the caret"));
        return;
    }
    const std::string& text = session_.program()->files[declared->file].text;
    const QString before = to_qt(text.substr(declared->begin, declared->end - declared->begin));
    bool given = false;
    const QString name = QInputDialog::getText(this, tr("Rename"), tr("The new name of %1, everywhere:").arg(before),
                                               QLineEdit::Normal, before, &given);
    if (!given || name == before) return;
    const QString problem = rename_at_caret(name.trimmed().toStdString());
    if (!problem.isEmpty()) emit session_.message(problem);
}

QString ScriptDesk::rename_at_caret(const std::string& name) {
    editor_->commit();
    if (!session_.program_is_current()) return tr("The script has an error; mend it first, then rename");
    const auto declared = declared_at_caret();
    if (!declared) return tr("Nothing that can be renamed stands at the caret");
    const auto files = renamed(*session_.program(), *declared, name);
    if (!files) return to_qt(files.error());
    session_.edit_files(*files, tr("Rename to %1").arg(to_qt(name)));
    return {};
}

void ScriptDesk::open_range(SourceRange range) {
    const auto& program = session_.program();
    if (!program || range.file >= program->files.size()) return;
    show_file(program->files[range.file].path);
    editor_->go_to(range.begin, range.end);
    follow_caret();  // the editor tells of its caret only once it is painted
}

void ScriptDesk::show_machine(MachineId machine) {
    const auto& program = session_.program();
    if (!program || !program->has(machine)) return;
    const SourceRange range = program->machines[machine].range;
    open_range({range.file, range.begin, range.begin});
    follow(machine);
}

void ScriptDesk::follow(MachineId machine) {
    map_->show_machine(machine);
    proof_->show_machine(machine);
}

bool ScriptDesk::show_definition(const std::string& word) {
    const auto& program = session_.program();
    if (!program) return false;
    const auto open = [&](SourceRange range) {
        open_range(range);
        return true;
    };
    if (const auto machine = program->find_machine(word)) return open(program->machines[*machine].range);
    if (const auto meter = program->find_meter(word))
        return open(program->meters[static_cast<std::size_t>(*meter)].range);
    // Of dials and probes of the same name the one of the move under the caret comes first.
    const std::string here = !map_->machine() ? "" : program->machines[map_->machine()].name;
    const DialInfo* dial = nullptr;
    for (const DialInfo& known : program->dials)
        if (known.name == word && (dial == nullptr || known.owner == here)) dial = &known;
    if (dial != nullptr) return open(dial->whole);
    for (const ProbeInfo& probe : program->probes)
        if (probe.path == word || probe.path == here + "." + word) return open(probe.range);
    for (const CurveInfo& curve : program->curves)
        if (curve.name == word) return open(curve.range);
    return false;
}

void ScriptDesk::come_into_view(MachineId machine) {
    if (machine) show_machine(machine);
    editor_->setFocus();
}

void ScriptDesk::before_save() {
    editor_->commit();
    const auto modified = session_.modified_files();
    const bool typed = std::find(modified.begin(), modified.end(), editor_->path()) != modified.end();
    if (isVisible() && typed && session_.program_is_current()) editor_->lay_out();
}

}  // namespace leap::studio
