// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/main_window.hpp"

#include <QAction>
#include <QCloseEvent>
#include <QFileDialog>
#include <QHBoxLayout>
#include <QMenu>
#include <QMessageBox>
#include <QToolButton>
#include <QVBoxLayout>

#include "studio/rate_check/rate_page.hpp"
#include "studio/shared/convert.hpp"
#include "studio/shared/keys_dialog.hpp"
#include "studio/shared/palette.hpp"

namespace leap::studio {

MainWindow::MainWindow(Session& session, GamePad* pad, QWidget* parent)
    : QMainWindow(parent), session_(session), pad_(pad) {
    resize(1280, 800);
    desk_ = new StageDesk(session_, keys_);
    script_ = new ScriptDesk(session_);
    course_ = new CourseDesk(session_);
    auto* page = new QWidget;
    auto* layout = new QVBoxLayout(page);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(0);
    layout->addWidget(make_top_line());
    layout->addWidget(make_strip());
    desks_ = new QStackedWidget;
    desks_->addWidget(desk_);
    desks_->addWidget(script_);
    desks_->addWidget(course_);
    layout->addWidget(desks_, 1);
    setCentralWidget(page);

    connect(&session_, &Session::project_opened, this, [this] {
        said_.clear();
        refresh_title();
        refresh_strip();
    });
    connect(&session_, &Session::program_changed, this, [this] { keys_.load(*session_.program()); });
    connect(&session_, &Session::texts_changed, this, &MainWindow::refresh_title);
    connect(&session_, &Session::tapes_changed, this, &MainWindow::refresh_title);
    connect(&session_, &Session::diagnostics_changed, this, [this] {
        said_.clear();
        refresh_strip();
    });
    connect(&session_, &Session::now_run_changed, this, &MainWindow::refresh_status);
    connect(&session_, &Session::message, this, &MainWindow::say);
    connect(&session_, &Session::conflict, this, [this](const QString& path) {
        Q_UNUSED(path);
        refresh_strip();
    });
    connect(&session_, &Session::recovery_found, this, &MainWindow::refresh_strip);
    connect(desk_, &StageDesk::problem, this, &MainWindow::say);
    connect(course_, &CourseDesk::problem, this, &MainWindow::say);
    if (pad_ != nullptr) {
        PlayInput* input = desk_->input();
        connect(pad_, &GamePad::button, input, &PlayInput::pad);
        connect(pad_, &GamePad::stick, input, &PlayInput::pad_stick);
        connect(pad_, &GamePad::look, input, [input](int number, Vec2 value) {
            constexpr double poll_s = 0.004;
            input->pad_look(number, value, poll_s);
        });
        connect(pad_, &GamePad::connection_changed, input, &PlayInput::set_pads);
        connect(pad_, &GamePad::connection_changed, this, &MainWindow::refresh_status);
        input->set_pads(pad_->count());
    }
    refresh_title();
    refresh_strip();
    refresh_status();
}

QWidget* MainWindow::make_top_line() {
    auto* line = new QWidget;
    line->setObjectName("topline");
    line->setFixedHeight(36);
    auto* layout = new QHBoxLayout(line);
    layout->setContentsMargins(14, 0, 14, 0);
    layout->setSpacing(4);
    auto* name = new QLabel("Easy Leap");
    name->setFont(palette::text_font(10.0, true));
    project_ = new QLabel;
    project_->setObjectName("quiet");
    layout->addWidget(name);
    layout->addSpacing(6);
    layout->addWidget(project_);
    layout->addSpacing(18);
    const auto desk_word = [&](const QString& text, const QString& tip, const char* key, Desk desk) {
        auto* out = new QPushButton(text);
        out->setObjectName("word");
        out->setCheckable(true);
        out->setShortcut(QKeySequence(key));
        out->setToolTip(tip);
        connect(out, &QPushButton::clicked, this, [this, desk] { show_desk(desk); });
        layout->addWidget(out);
        return out;
    };
    stage_word_ = desk_word(tr("Stage"), tr("Play and tune (Alt+1)"), "Alt+1", Desk::stage);
    script_word_ = desk_word(tr("Script"), tr("Write (Alt+2)"), "Alt+2", Desk::script);
    course_word_ = desk_word(tr("Course"), tr("Lay out (Alt+3)"), "Alt+3", Desk::course);
    stage_word_->setChecked(true);
    layout->addStretch();
    status_ = new QLabel;
    status_->setObjectName("quiet");
    layout->addWidget(status_);
    layout->addSpacing(14);

    const auto word = [&](const QString& text) {
        auto* button = new QToolButton;
        button->setObjectName("word");
        button->setText(text);
        button->setPopupMode(QToolButton::InstantPopup);
        auto* menu = new QMenu(button);
        button->setMenu(menu);
        layout->addWidget(button);
        return menu;
    };
    QMenu* project = word(tr("Project"));
    add_action(project, tr("Open a folder…"), QKeySequence::Open, [this] { open_dialog(); });
    add_action(project, tr("Save"), QKeySequence::Save, [this] { save(); });
    add_action(project, tr("Next tape"), QKeySequence("Ctrl+T"), [this] { next_tape(); });
    add_action(project, tr("Rate check of this tape…"), QKeySequence("Ctrl+R"),
               [this] { RatePage(session_, this).exec(); });
    project->addSeparator();
    add_action(project, tr("Close the window"), QKeySequence::Quit, [this] { close(); });
    QMenu* edit = word(tr("Edit"));
    QAction* undo = session_.undo_stack().createUndoAction(this, tr("Undo"));
    undo->setShortcut(QKeySequence::Undo);
    QAction* redo = session_.undo_stack().createRedoAction(this, tr("Redo"));
    redo->setShortcuts({QKeySequence("Ctrl+Shift+Z"), QKeySequence("Ctrl+Y")});
    for (QAction* action : {undo, redo}) {
        edit->addAction(action);
        addAction(action);
    }
    edit->addSeparator();
    add_action(edit, tr("Keep what is now"), QKeySequence("Ctrl+K"), [this] { session_.keep(); });
    add_action(edit, tr("Drop back to kept"), QKeySequence("Ctrl+D"), [this] { session_.drop(); });
    QMenu* show = word(tr("Show"));
    add_checks(show);
    QMenu* keys = word(tr("Keys"));
    add_action(keys, tr("Play"), QKeySequence("F5"), [this] { desk_->play(); });
    add_action(keys, tr("Choose keys…"), QKeySequence("F1"), [this] { KeysDialog(keys_, pad_, this).exec(); });
    return line;
}

QAction* MainWindow::add_action(QMenu* menu, const QString& text, const QKeySequence& key,
                                const std::function<void()>& done) {
    QAction* action = menu->addAction(text);
    action->setShortcut(key);
    addAction(action);
    connect(action, &QAction::triggered, this, [done] { done(); });
    return action;
}

void MainWindow::add_checks(QMenu* menu) {
    const auto check = [&](const QString& text, const QString& key, bool& flag) {
        QAction* action = add_action(menu, text, QKeySequence(key), [] {});
        action->setCheckable(true);
        action->setChecked(flag);
        connect(action, &QAction::toggled, this, [this, &flag](bool on) {
            flag = on;
            desk_->stage()->set_shows(labels_, velocity_, ground_, ghost_);
        });
    };
    check(tr("Heights and distances"), "Ctrl+1", labels_);
    check(tr("Velocity"), "Ctrl+2", velocity_);
    check(tr("Ground contact"), "Ctrl+3", ground_);
    check(tr("Ghost of what is kept"), "Ctrl+4", ghost_);
    QAction* probes = menu->addAction(tr("Probes of the selected move"));
    probes->setCheckable(true);
    probes->setChecked(true);
    probes->setShortcut(QKeySequence("Ctrl+6"));
    connect(probes, &QAction::toggled, this, [this](bool on) { desk_->stage()->labels()->set_probes(on); });
    const auto fixture_check = [&](const QString& text, const char* key, bool FixtureShows::*flag) {
        QAction* action = menu->addAction(text);
        action->setCheckable(true);
        action->setChecked(fixture_shows_.*flag);
        action->setShortcut(QKeySequence(key));
        addAction(action);
        connect(action, &QAction::toggled, this, [this, flag](bool on) {
            fixture_shows_.*flag = on;
            desk_->stage()->set_fixture_shows(fixture_shows_);
        });
    };
    fixture_check(tr("Forces of wheels"), "Ctrl+7", &FixtureShows::wheel_forces);
    fixture_check(tr("Focus areas"), "Ctrl+8", &FixtureShows::focus_areas);
    QAction* calm = menu->addAction(tr("Calm view: no shaking, no bobbing"));
    calm->setCheckable(true);
    calm->setShortcut(QKeySequence("Ctrl+5"));
    connect(calm, &QAction::toggled, this, [this](bool on) { desk_->stage()->set_calm(on); });
    menu->addSeparator();
    QMenu* pins = menu->addMenu(tr("Pinned to the stage"));
    connect(pins, &QMenu::aboutToShow, this, [this, pins] {
        StageLabels* labels = desk_->stage()->labels();
        fill_values(pins, labels->pins(), [labels](const auto& names) { labels->set_pins(names); });
    });
    QMenu* curves = menu->addMenu(tr("Curves in the score"));
    connect(curves, &QMenu::aboutToShow, this, [this, curves] {
        ScoreView* score = desk_->score();
        fill_values(curves, score->curves(), [score](const auto& names) { score->set_curves(names); });
    });
    menu->addSeparator();
    const QStringList views{tr("From behind"), tr("Through the eyes"), tr("From the side")};
    for (int i = 0; i < 3; ++i)
        add_action(menu, views[i], QKeySequence(QString("F%1").arg(i + 2)),
                   [this, i] { desk_->set_view(static_cast<StageView3D>(i)); });
    menu->addSeparator();
    add_action(menu, tr("The sheet"), QKeySequence("F6"), [this] { desk_->show_events(false); });
    add_action(menu, tr("The list of events"), QKeySequence("F7"), [this] { desk_->show_events(true); });
}

/// Every value that runs have, ticked where it is among `shown`.
void MainWindow::fill_values(QMenu* menu, const std::vector<std::string>& shown,
                             const std::function<void(const std::vector<std::string>&)>& choose) {
    menu->clear();
    if (!session_.program()) return;
    for (const ShownValue& value : shown_values(*session_.program())) {
        QAction* action = menu->addAction(to_qt(value.name));
        action->setCheckable(true);
        action->setChecked(std::find(shown.begin(), shown.end(), value.name) != shown.end());
        connect(action, &QAction::toggled, this, [shown, choose, name = value.name](bool on) {
            std::vector<std::string> changed = shown;
            std::erase(changed, name);
            if (on) changed.push_back(name);
            choose(changed);
        });
    }
}

QWidget* MainWindow::make_strip() {
    strip_ = new QWidget;
    strip_->setObjectName("strip");
    auto* layout = new QHBoxLayout(strip_);
    layout->setContentsMargins(14, 4, 14, 4);
    strip_words_ = new QLabel;
    strip_words_->setTextInteractionFlags(Qt::TextSelectableByMouse);
    strip_words_->setWordWrap(true);
    strip_first_ = new QPushButton;
    strip_second_ = new QPushButton;
    layout->addWidget(strip_words_, 1);
    layout->addWidget(strip_first_);
    layout->addWidget(strip_second_);
    connect(strip_first_, &QPushButton::clicked, this, [this] {
        if (on_first_) on_first_();
        refresh_strip();
    });
    connect(strip_second_, &QPushButton::clicked, this, [this] {
        if (on_second_) on_second_();
        refresh_strip();
    });
    return strip_;
}

/// One thing at a time, the most pressing first: unsaved work of an earlier run, a conflict, errors, the last message.
void MainWindow::refresh_strip() {
    const auto show = [&](const QString& text, const QString& first, const std::function<void()>& on_first,
                          const QString& second = {}, const std::function<void()>& on_second = {}) {
        strip_words_->setText(text);
        strip_first_->setText(first);
        strip_first_->setVisible(!first.isEmpty());
        strip_second_->setText(second);
        strip_second_->setVisible(!second.isEmpty());
        on_first_ = on_first;
        on_second_ = on_second;
        strip_->show();
    };
    if (session_.recovery_offered()) {
        show(
            tr("Easy Leap ended last time with unsaved work in this project"), tr("Take it back"),
            [this] { session_.take_recovery(); }, tr("Forget it"), [this] { session_.drop_recovery(); });
        return;
    }
    if (const std::vector<std::string> conflicts = session_.conflicts(); !conflicts.empty()) {
        const std::string path = conflicts.front();
        QString text = tr("%1 was changed by another program while it has unsaved changes here").arg(to_qt(path));
        if (conflicts.size() > 1) text += tr("  (and %1 more)").arg(conflicts.size() - 1);
        show(
            text, tr("Keep mine"), [this, path] { session_.choose_own(path); }, tr("Take the one on disk"),
            [this, path] { session_.choose_disk(path); });
        return;
    }
    QStringList errors;
    for (const Diagnostic& diagnostic : session_.diagnostics())
        if (diagnostic.severity == Severity::error)
            errors << to_qt(diagnostic_text(diagnostic, session_.source_files()));
    if (!errors.isEmpty()) {
        QString text = errors.first();
        if (errors.size() > 1) text += tr("  (and %1 more)").arg(errors.size() - 1);
        if (session_.program()) text += tr("\nThe last good version goes on playing.");
        strip_words_->setToolTip(errors.join('\n'));
        show(text, {}, {});
        return;
    }
    if (!said_.isEmpty()) {
        show(said_, tr("Put away"), [this] { said_.clear(); });
        return;
    }
    strip_words_->clear();
    strip_->hide();
}

QString MainWindow::strip_text() const {
    return strip_->isHidden() ? QString() : strip_words_->text();
}

void MainWindow::say(const QString& text) {
    said_ = text;
    refresh_strip();
}

void MainWindow::refresh_status() {
    QStringList words{tr("%1 ticks/s").arg(session_.rate())};
    if (const RunPointer run = session_.now_run(); run && run->problem.empty())
        words << tr("%1 s replayed in %2 ms").arg(run->trace.length_s(), 0, 'f', 1).arg(run->replay_ms, 0, 'f', 1);
    const int pads = pad_ != nullptr ? pad_->count() : 0;
    words << (pads > 1 ? tr("%1 pads ready").arg(pads) : (pads == 1 ? tr("pad ready") : tr("no pad")));
    status_->setText(words.join("  ·  "));
}

void MainWindow::refresh_title() {
    QString name = session_.project_name();
    const QString mark = session_.modified() ? tr(" · not saved") : QString();
    project_->setText(name + mark);
    // The tabs beside it stay where they are when something is edited.
    project_->setMinimumWidth(project_->fontMetrics().horizontalAdvance(session_.project_name() + tr(" · not saved")) +
                              2);
    setWindowTitle(name.isEmpty() ? "Easy Leap" : tr("%1 – Easy Leap").arg(name));
}

void MainWindow::show_desk(Desk desk) {
    stage_word_->setChecked(desk == Desk::stage);
    script_word_->setChecked(desk == Desk::script);
    course_word_->setChecked(desk == Desk::course);
    if (desk != Desk::script) script_->editor()->commit();
    // There is one stage; it stands on the desk that is in view.
    if (desk == Desk::course) {
        course_->take_stage(desk_->lend_stage());
    } else if (StageView* stage = course_->give_stage()) {
        desk_->put_stage_back(stage);
    }
    desks_->setCurrentIndex(static_cast<int>(desk));
    switch (desk) {
        case Desk::stage: desk_->stage()->setFocus(); break;
        case Desk::script:
            script_->show_machine(desk_->score()->selected());
            script_->editor()->setFocus();
            break;
        case Desk::course: course_->plan()->setFocus(); break;
    }
}

void MainWindow::open_dialog() {
    const QString folder = QFileDialog::getExistingDirectory(this, tr("Open a project's folder"));
    if (!folder.isEmpty()) open_project(folder);
}

bool MainWindow::open_project(const QString& folder) {
    if (!may_leave(tr("opening another project"), tr("Open without saving"))) return false;
    const QString problem = session_.open(folder.toStdString());
    if (!problem.isEmpty()) say(problem);
    return problem.isEmpty();
}

void MainWindow::next_tape() {
    const std::vector<QString> names = session_.tape_names();
    if (names.empty() || session_.tape() == nullptr) return;
    const auto at = std::find(names.begin(), names.end(), to_qt(session_.tape()->name));
    session_.choose_tape(at == names.end() || at + 1 == names.end() ? names.front() : *(at + 1));
}

bool MainWindow::save() {
    script_->before_save();
    const QString problems = session_.save();
    if (!problems.isEmpty()) say(problems);
    return problems.isEmpty();
}

void MainWindow::closeEvent(QCloseEvent* event) {
    if (may_leave(tr("closing"), tr("Close without saving"))) return event->accept();
    event->ignore();
}

/// Whether the open project may be left: asks about what isn't saved, the take that stopping makes included.
bool MainWindow::may_leave(const QString& before_what, const QString& without) {
    script_->editor()->commit();
    session_.stop();
    if (!session_.is_open() || !session_.modified()) return true;
    QMessageBox box(this);
    box.setWindowTitle(tr("Not saved"));
    QStringList what;
    for (const std::string& path : session_.modified_files()) what << to_qt(path);
    for (const std::string& tape : session_.unsaved_tapes()) what << tr("the tape \"%1\"").arg(to_qt(tape));
    box.setText(tr("%1 is not saved. Save before %2?").arg(what.join(", "), before_what));
    QPushButton* save_button = box.addButton(tr("Save"), QMessageBox::AcceptRole);
    QPushButton* leave = box.addButton(without, QMessageBox::DestructiveRole);
    box.addButton(tr("Stay"), QMessageBox::RejectRole);
    box.exec();
    if (box.clickedButton() == leave) {
        session_.forget_unsaved();
        return true;
    }
    return box.clickedButton() == save_button && save();
}

}  // namespace leap::studio
