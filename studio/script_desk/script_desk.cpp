// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/script_desk/script_desk.hpp"

#include <QHBoxLayout>
#include <QInputDialog>
#include <QLabel>
#include <QMenu>
#include <QPushButton>
#include <QScrollArea>
#include <QSettings>
#include <QSplitter>
#include <QVBoxLayout>

#include "core/script/rename.hpp"
#include "studio/shared/convert.hpp"
#include "studio/shared/labels.hpp"
#include "studio/shared/palette.hpp"
#include "studio/stage_desk/stage_view.hpp"

namespace leap::studio {

namespace {
constexpr const char* layout_key = "script/lay out when saved";
}

ScriptDesk::ScriptDesk(const Workplace& place, QWidget* parent)
    : Desk(parent), session_(place.session), keys_(place.keys), stage_(place.stage) {
    editor_ = new ScriptEditor(session_);
    map_ = new PhaseMap(session_);
    auto* scroll = new QScrollArea;
    scroll->setWidgetResizable(true);
    scroll->setFrameShape(QFrame::NoFrame);
    scroll->setWidget(map_);
    auto* across = new QSplitter(Qt::Horizontal);
    across->addWidget(make_files());
    across->addWidget(make_writing());
    proof_ = new ProofStrip(session_);
    auto* beside = new QSplitter(Qt::Vertical);
    stage_holder_ = new QWidget;
    auto* stage_slot = new QVBoxLayout(stage_holder_);
    stage_slot->setContentsMargins(0, 0, 0, 0);
    stage_holder_->setMinimumHeight(240);
    stage_holder_->hide();
    beside->addWidget(stage_holder_);
    reference_ = new ReferenceView;
    beside->addWidget(reference_);
    beside->addWidget(scroll);
    curve_ = new CurveView(session_);
    curve_->hide();
    beside->addWidget(curve_);
    beside->addWidget(proof_);
    beside->setStretchFactor(0, 2);
    beside->setStretchFactor(1, 2);
    beside->setStretchFactor(2, 1);
    beside->setHandleWidth(3);
    beside->setSizes({320, 500, 400, 200, 200});
    across->addWidget(beside);
    across->setSizes({170, 720, 390});
    across->setStretchFactor(1, 1);
    across->setHandleWidth(3);
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->addWidget(across);

    connect(editor_, &ScriptEditor::caret_moved, this, &ScriptDesk::follow_caret);
    connect(editor_, &ScriptEditor::definition_wanted, this, [this](const QString& word) {
        if (!show_definition(word.toStdString())) emit session_.message(tr("This project has no name %1").arg(word));
    });
    connect(editor_, &ScriptEditor::rename_wanted, this, &ScriptDesk::ask_for_name);
    connect(map_, &PhaseMap::place_wanted, this, [this](std::uint32_t file, std::uint32_t begin) {
        open_range({file, begin, begin});
    });
    connect(&session_, &Session::project_opened, this, &ScriptDesk::list_files);
    connect(&session_, &Session::diagnostics_changed, this, &ScriptDesk::list_files);
    connect(&session_, &Session::program_changed, this, &ScriptDesk::follow_caret);
    connect_places();
    list_files();
}

/// The editor with what comes into view under it: the row for finding, and lists of places.
QWidget* ScriptDesk::make_writing() {
    auto* writing = new QWidget;
    auto* page = new QVBoxLayout(writing);
    page->setContentsMargins(0, 0, 0, 0);
    page->setSpacing(0);
    page->addWidget(editor_, 1);
    find_ = new FindBar;
    places_ = new PlaceList;
    page->addWidget(find_);
    page->addWidget(places_);
    auto* line = new QHBoxLayout;
    line->setContentsMargins(0, 0, 8, 0);
    auto* hint =
        new QLabel(tr("Ctrl+drag changes a number · F1 explains a word · F2 renames · F12 goes to a declaration · the "
                      "map: drag from phase to phase, double-click, right-click"));
    hint->setFont(palette::text_font(8.5));
    hint->setContentsMargins(10, 4, 10, 4);
    set_meaning(*hint, Meaning::quiet);
    hint->setWordWrap(true);
    problems_word_ = new QPushButton(tr("No problems"));
    problems_word_->setToolTip(tr("Errors and warnings of all files (F8)"));
    problems_word_->setFocusPolicy(Qt::TabFocus);
    line->addWidget(hint, 1);
    line->addWidget(problems_word_);
    page->addLayout(line);
    names_ = new NameFinder(writing);
    return writing;
}

void ScriptDesk::list_files() {
    std::vector<std::string> wanted;
    for (const SourceFile& file : session_.source_files()) wanted.push_back(file.path);
    if (wanted == files_->paths()) return;
    files_->show_files(wanted);
    if (wanted.empty()) return;
    const bool known = std::find(wanted.begin(), wanted.end(), editor_->path()) != wanted.end();
    show_file(known ? editor_->path() : wanted.front());
}

void ScriptDesk::show_file(const std::string& path) {
    if (path != editor_->path()) editor_->show_file(path);
    files_->choose(path);
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
        emit session_.message(tr("There is no name to rename at the caret"));
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
    if (!session_.program_is_current()) return tr("The script has an error. Fix it before you rename");
    const auto declared = declared_at_caret();
    if (!declared) return tr("There is no name to rename at the caret");
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
    if (const auto meter = program->find_meter(word)) return open(program->meters[*meter].range);
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

bool ScriptDesk::shows_stage() const {
    constexpr int wide_enough_px = 1500;
    return window()->width() >= wide_enough_px;
}

void ScriptDesk::take_stage() {
    has_stage_ = true;
    stage_holder_->layout()->addWidget(&stage_);
    stage_.show();
    stage_holder_->show();
}

void ScriptDesk::leave_stage() {
    has_stage_ = false;
    stage_holder_->hide();
}

void ScriptDesk::resizeEvent(QResizeEvent* event) {
    Desk::resizeEvent(event);
    stage_holder_->setVisible(has_stage_ && shows_stage());
}

void ScriptDesk::come_into_view(MachineId machine) {
    if (machine) show_machine(machine);
    editor_->setFocus();
}

void ScriptDesk::before_save() {
    editor_->commit();
    const auto modified = session_.modified_files();
    const bool typed = std::find(modified.begin(), modified.end(), editor_->path()) != modified.end();
    const bool wanted = QSettings().value(layout_key, true).toBool();
    if (wanted && isVisible() && typed && session_.program_is_current()) editor_->lay_out();
}

void ScriptDesk::fill_show_menu(QMenu& menu, QWidget& window) {
    QAction* reference = menu.addAction(tr("Language reference"));
    reference->setShortcut(QKeySequence("Shift+F1"));
    window.addAction(reference);
    connect(reference, &QAction::triggered, this, [this] {
        emit desk_wanted("script");
        show_help({});
    });
    QAction* layout = menu.addAction(tr("Format on save"));
    layout->setCheckable(true);
    layout->setChecked(QSettings().value(layout_key, true).toBool());
    connect(layout, &QAction::toggled, this, [](bool on) { QSettings().setValue(layout_key, on); });
}

}  // namespace leap::studio
