// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/main_window.hpp"

#include <QAction>
#include <QApplication>
#include <QCloseEvent>
#include <QFileDialog>
#include <QFileInfo>
#include <QHBoxLayout>
#include <QMenu>
#include <QMessageBox>
#include <QSettings>
#include <QToolButton>
#include <QVBoxLayout>
#include <algorithm>

#include "studio/bench_desk/bench_desk.hpp"
#include "studio/rate_check/rate_page.hpp"
#include "studio/shared/action_finder.hpp"
#include "studio/shared/convert.hpp"
#include "studio/shared/keys_dialog.hpp"
#include "studio/shared/labels.hpp"
#include "studio/shared/palette.hpp"
#include "studio/shared/text_size.hpp"
#include "studio/shared/theme.hpp"
#include "studio/stage_desk/stage_desk.hpp"
#include "studio/stage_desk/stage_view.hpp"
#include "studio/start_page/recent_projects.hpp"

namespace leap::studio {
namespace {

constexpr const char* geometry_key = "window/geometry";
constexpr const char* desk_key = "window/desk";
constexpr const char* sounds_key = "run/sounds";

}  // namespace

MainWindow::MainWindow(Session& session, GamePad* pad, QWidget* parent)
    : QMainWindow(parent), session_(session), pad_(pad) {
    const StyledAtOnce styled;
    resize(1280, 800);
    input_ = new PlayInput(session_, keys_, this);
    stage_ = new StageView(session_, *input_);
    desk_infos_ = all_desks();
    for (const DeskInfo& info : desk_infos_) {
        desks_.push_back(info.make({session_, keys_, *input_, *stage_}));
        desks_.back()->setAccessibleName(info.word);
        connect(desks_.back(), &Desk::problem, this, &MainWindow::say);
        connect(desks_.back(), &Desk::desk_wanted, this, &MainWindow::show_desk);
    }
    auto* page = new QWidget;
    auto* layout = new QVBoxLayout(page);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(0);
    layout->addWidget(make_top_line());
    layout->addWidget(make_strip());
    pages_ = new QStackedWidget;
    for (Desk* desk : desks_) pages_->addWidget(desk);
    start_page_ = new StartPage;
    pages_->addWidget(start_page_);
    manual_ = new ManualPage;
    pages_->addWidget(manual_);
    stage_on_ = desks_.front();
    stage_on_->take_stage();
    layout->addWidget(pages_, 1);
    setCentralWidget(page);

    connect(start_page_, &StartPage::open_wanted, this, &MainWindow::open_recent);
    connect(start_page_, &StartPage::choose_wanted, this, &MainWindow::open_dialog);
    connect(start_page_, &StartPage::back_wanted, this, [this] { show_desk(desk_infos_[in_view_].name); });
    connect(manual_, &ManualPage::back_wanted, this, [this] {
        if (session_.is_open())
            show_desk(desk_infos_[in_view_].name);
        else
            show_start_page();
    });
    connect(start_page_, &StartPage::made, this, [this](const QString& folder) {
        if (open_project(folder)) welcome(folder);
    });
    connect(&session_, &Session::project_opened, this, [this] {
        said_.clear();
        if (pages_->currentWidget() == start_page_) show_desk("stage");
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
    connect(&session_, &Session::board_changed, this, &MainWindow::refresh_marks);
    connect(&session_, &Session::message, this, &MainWindow::say);
    connect(&session_, &Session::conflict, this, [this](const QString& path) {
        Q_UNUSED(path);
        refresh_strip();
    });
    connect(&session_, &Session::recovery_found, this, &MainWindow::refresh_strip);
    connect_pad();
    feedback_ = new RunFeedback(
        session_,
        [this](const SoundCue& cue) {
            if (hear_) hear_(cue);
        },
        [this](std::size_t character, double strength) { shake_pads(character, strength); }, this);
    feedback_->set_sounds(QSettings().value(sounds_key, true).toBool());
    refresh_title();
    refresh_strip();
    refresh_status();
    if (!session_.is_open()) show_start_page();
}

/// What is still being typed is handed over while there is a window to tell; the focus leaves its fields only later.
MainWindow::~MainWindow() {
    for (Desk* desk : desks_) desk->finish_edits();
}

void MainWindow::connect_pad() {
    if (pad_ == nullptr) return;
    connect(pad_, &GamePad::button, input_, &PlayInput::pad);
    connect(pad_, &GamePad::stick, input_, &PlayInput::pad_stick);
    connect(pad_, &GamePad::look, input_, [this](int number, Vec2 value) {
        constexpr double poll_s = 0.004;
        input_->pad_look(number, value, poll_s);
    });
    connect(pad_, &GamePad::connection_changed, input_, &PlayInput::set_pads);
    connect(pad_, &GamePad::connection_changed, this, &MainWindow::refresh_status);
    input_->set_pads(pad_->count());
}

/// The pad that plays this character.
void MainWindow::shake_pads(std::size_t character, double strength) {
    for (int i = 0; pad_ != nullptr && i < pad_->count(); ++i)
        if (input_->character_of_pad(i) == character) pad_->shake(i, strength);
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
    for (const DeskInfo& info : desk_infos_) {
        auto* out = new QPushButton(info.word);
        out->setObjectName("word");
        out->setCheckable(true);
        out->setShortcut(QKeySequence(info.key));
        out->setToolTip(QString("%1 (%2)").arg(info.purpose, info.key));
        connect(out, &QPushButton::clicked, this, [this, name = info.name] { show_desk(name); });
        layout->addWidget(out);
        desk_words_.push_back(out);
    }
    desk_words_.front()->setChecked(true);
    layout->addSpacing(14);
    marks_ = new QPushButton;
    marks_->setObjectName("marks");
    marks_->setToolTip(tr("Every mark on every tape. Click to show the board"));
    QSizePolicy as_room_is(QSizePolicy::Ignored, QSizePolicy::Preferred);
    as_room_is.setRetainSizeWhenHidden(true);  // the words beside it stay where they are
    marks_->setSizePolicy(as_room_is);
    connect(marks_, &QPushButton::clicked, this, [this] {
        show_desk("bench");
        desk<BenchDesk>()->notebook()->select_page(Notebook::Page::board);
        desk<BenchDesk>()->board_page()->show_mark(broken_mark_.first, broken_mark_.second);
    });
    layout->addWidget(marks_, 1);
    status_ = new QLabel;
    status_->setObjectName("quiet");
    layout->addWidget(status_);
    layout->addSpacing(14);

    const auto word = [&](const QString& text) {
        auto* button = new QToolButton;
        button->setObjectName("word");
        button->setText(text);
        button->setPopupMode(QToolButton::InstantPopup);
        auto* menu = new QMenu(text, button);
        button->setMenu(menu);
        menus_ << menu;
        layout->addWidget(button);
        return menu;
    };
    QMenu* project = word(tr("Project"));
    add_action(project, tr("New project…"), QKeySequence::New, [this] { show_start_page(); });
    add_action(project, tr("Open…"), QKeySequence::Open, [this] { open_dialog(); });
    recent_ = project->addMenu(tr("Recent projects"));
    connect(recent_, &QMenu::aboutToShow, this, &MainWindow::fill_recent);
    project->addSeparator();
    add_action(project, tr("Save"), QKeySequence::Save, [this] { save(); });
    add_action(project, tr("Save as…"), QKeySequence("Ctrl+Shift+S"), [this] { save_as_dialog(); });
    add_action(project, tr("Import a script…"), QKeySequence("Ctrl+I"), [this] { import_dialog(); });
    project->addSeparator();
    add_action(project, tr("Play"), QKeySequence("F5"), [this] { emit stage_->play_wanted(); });
    add_action(project, tr("New tape"), QKeySequence("Ctrl+Shift+T"),
               [this] { desk<StageDesk>()->score()->tape_commands()->make_new(); });
    add_action(project, tr("Next tape"), QKeySequence("Ctrl+T"), [this] { next_tape(); });
    add_action(project, tr("Check tick rates…"), QKeySequence("Ctrl+R"), [this] { RatePage(session_, this).exec(); });
    project->addSeparator();
    add_action(project, tr("Close window"), QKeySequence::Quit, [this] { close(); });
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
    add_action(edit, tr("Keep current"), QKeySequence("Ctrl+K"), [this] { session_.keep(); });
    add_action(edit, tr("Revert to kept"), QKeySequence("Ctrl+D"), [this] { session_.drop(); });
    edit->addSeparator();
    add_action(edit, tr("Keys…"), QKeySequence("Ctrl+F1"), [this] { KeysDialog(keys_, pad_, this).exec(); });
    QMenu* show = word(tr("View"));
    for (Desk* desk : desks_) desk->fill_show_menu(*show, *this);
    show->addSeparator();
    QAction* sounds = add_action(show, tr("Sounds"), QKeySequence("Ctrl+Shift+M"), [this] {
        feedback_->set_sounds(!feedback_->sounds());
        QSettings().setValue(sounds_key, feedback_->sounds());
    });
    sounds->setCheckable(true);
    sounds->setChecked(QSettings().value(sounds_key, true).toBool());
    fill_looks(*show);
    QMenu* help = word(tr("Help"));
    add_action(help, tr("Manual"), QKeySequence("F1"), [this] { show_manual(); });
    add_action(help, tr("Find action…"), QKeySequence("Ctrl+Shift+A"), [this] { finder_->open(menus_); });
    help->addSeparator();
    add_action(help, tr("About Easy Leap"), {}, [this] {
        QMessageBox::about(this, tr("About Easy Leap"),
                           tr("Easy Leap %1\nBuild how a character moves, play it, change one number, and see the same "
                              "run again.\nThe window: GPL-3.0-or-later. The core and libleap: MIT.")
                               .arg(LEAP_VERSION));
    });
    // Desks have words of their own in the top line; here they are found with everything else.
    auto* desks = new QMenu(tr("Desk"), this);
    for (const DeskInfo& info : desk_infos_)
        connect(desks->addAction(info.word, QKeySequence(info.key)), &QAction::triggered, this,
                [this, name = info.name] { show_desk(name); });
    menus_ << desks;
    finder_ = new ActionFinder(this);
    return line;
}

/// How the window looks, in every project.
void MainWindow::fill_looks(QMenu& show) {
    show.addSeparator();
    QAction* dark = add_action(&show, tr("Dark theme"), QKeySequence("Ctrl+Shift+B"), [] {
        const Paper other = palette::is_dark() ? Paper::light : Paper::dark;
        keep_paper(other);
        apply_theme(*qApp, other);
    });
    dark->setCheckable(true);
    dark->setChecked(palette::is_dark());
    const auto size = [&](const QString& text, const QKeySequence& key, int change_percent) {
        add_action(&show, text, key, [this, change_percent] {
            const int before = text_size::chosen().value_or(text_size::in_use());
            text_size::choose(change_percent == 0 ? std::optional<int>() : before + change_percent);
            say(tr("Text size %1 takes effect at the next start")
                    .arg(text_size::chosen() ? tr("%1 %").arg(*text_size::chosen()) : tr("the system size")));
        });
    };
    size(tr("Larger text"), QKeySequence::ZoomIn, text_size::step_percent);
    size(tr("Smaller text"), QKeySequence::ZoomOut, -text_size::step_percent);
    size(tr("System text size"), QKeySequence("Ctrl+0"), 0);
}

QAction* MainWindow::add_action(QMenu* menu, const QString& text, const QKeySequence& key,
                                const std::function<void()>& done) {
    QAction* action = menu->addAction(text);
    action->setShortcut(key);
    addAction(action);
    connect(action, &QAction::triggered, this, [done] { done(); });
    return action;
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
            tr("Easy Leap closed unexpectedly with unsaved work in this project"), tr("Restore"),
            [this] { session_.take_recovery(); }, tr("Discard"), [this] { session_.drop_recovery(); });
        return;
    }
    if (const std::vector<std::string> conflicts = session_.conflicts(); !conflicts.empty()) {
        const std::string path = conflicts.front();
        QString text = tr("%1 was changed by another program while it has unsaved changes here").arg(to_qt(path));
        if (conflicts.size() > 1) text += tr("  (and %1 more)").arg(conflicts.size() - 1);
        show(
            text, tr("Keep mine"), [this, path] { session_.choose_own(path); }, tr("Load the version on disk"),
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
        if (session_.program()) text += tr("\nThe last version without errors stays in use.");
        strip_words_->setToolTip(errors.join('\n'));
        show(text, {}, {});
        return;
    }
    if (!said_.isEmpty()) {
        show(said_, tr("Dismiss"), [this] { said_.clear(); });
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
        words << tr("%1 s in %2 ms").arg(run->trace.length_s(), 0, 'f', 1).arg(run->replay_ms, 0, 'f', 1);
    const int pads = pad_ != nullptr ? pad_->count() : 0;
    if (pads > 0) words << (pads > 1 ? tr("%1 pads ready").arg(pads) : tr("pad ready"));
    status_->setText(words.join("  ·  "));
}

/// "40 of 40 marks hold", and by name what is broken by what differs from kept.
void MainWindow::refresh_marks() {
    const BoardPointer now = session_.board(Side::now);
    marks_->setVisible(now != nullptr && count_marks(now->board).all > 0);
    if (!now) return;
    const MarkCount marks = count_marks(now->board);
    QStringList broken;
    broken_mark_ = {};
    if (const BoardPointer kept = session_.board(Side::kept))
        for (const MarkChange& change : mark_changes(kept->board, now->board))
            if (change.broken) {
                if (broken.isEmpty()) broken_mark_ = {to_qt(change.tape), to_qt(change.reading)};
                broken << (change.reading.empty() ? tr("%1 cannot be replayed").arg(to_qt(change.tape))
                                                  : tr("%1 on %2").arg(to_qt(change.reading), to_qt(change.tape)));
            }
    const bool fine = marks.held == marks.all;
    const QString sign = fine ? "✓ " : "✗ ";
    QString text = tr("%1 of %2 marks hold").arg(marks.held).arg(marks.all);
    marks_short_ = sign + text;
    marks_->setToolTip(broken.isEmpty() ? tr("Every mark on every tape. Click to show the board")
                                        : tr("Broken against kept:\n%1").arg(broken.join('\n')));
    if (!broken.isEmpty()) text += tr(" · breaks %1").arg(broken.first().replace('_', ' '));
    if (broken.size() > 1) text += tr(" and %1 more").arg(broken.size() - 1);
    marks_words_ = text;
    if (fine != marks_fine_) {
        marks_fine_ = fine;
        set_meaning(*marks_, fine ? Meaning::holds : Meaning::refused);
    }
    fit_top_line();
    // The line names what breaks only if all of that fits; the tool tip always does.
    const bool has_room = marks_->fontMetrics().horizontalAdvance(sign + text) + 16 <= marks_->width();
    marks_->setText(has_room ? sign + text : marks_short_);
}

/// How many marks hold is never cut: the rate goes first, then the project's name, which is in the title, too.
void MainWindow::fit_top_line() {
    QWidget* line = marks_->parentWidget();
    const int between_px = line->layout()->spacing();
    const auto width_of = [&](const QWidget* part) {
        return std::max(part->sizeHint().width(), part->minimumWidth()) + between_px;
    };
    int room = line->width() - line->layout()->sizeHint().width();
    for (const QWidget* part : {static_cast<QWidget*>(status_), static_cast<QWidget*>(project_)})
        if (!part->isHidden()) room += width_of(part);
    if (!marks_->isHidden()) room -= marks_->fontMetrics().horizontalAdvance(marks_short_) + 24;
    const bool name = room >= width_of(project_);
    project_->setVisible(name);
    status_->setVisible(room >= width_of(status_) + (name ? width_of(project_) : 0));
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

void MainWindow::show_desk(const QString& name) {
    const auto found =
        std::find_if(desk_infos_.begin(), desk_infos_.end(), [&](const DeskInfo& info) { return info.name == name; });
    if (found == desk_infos_.end()) return;
    Desk* before = desk_in_view();
    const MachineId machine = before->machine() ? before->machine() : looked_at_;
    looked_at_ = machine;
    in_view_ = static_cast<std::size_t>(found - desk_infos_.begin());
    Desk* now = desk_in_view();
    for (std::size_t i = 0; i < desk_words_.size(); ++i) desk_words_[i]->setChecked(i == in_view_);
    if (now != before) before->finish_edits();
    give_stage(now);
    pages_->setCurrentWidget(now);
    now->come_into_view(machine);
}

/// There is one stage; it stands on the desk in view, if that has room for it.
void MainWindow::give_stage(Desk* desk) {
    if (!desk->shows_stage() || desk == stage_on_) return;
    stage_on_->leave_stage();
    stage_on_ = desk;
    desk->take_stage();
}

void MainWindow::show_start_page() {
    desk_in_view()->finish_edits();
    session_.stop();
    for (QPushButton* word : desk_words_) word->setChecked(false);
    pages_->setCurrentWidget(start_page_);
    start_page_->come_into_view(session_.is_open());
}

void MainWindow::show_manual() {
    desk_in_view()->finish_edits();
    for (QPushButton* word : desk_words_) word->setChecked(false);
    pages_->setCurrentWidget(manual_);
    manual_->open();
}

void MainWindow::welcome(const QString& folder) {
    recent_projects::note(folder);
    desk<StageDesk>()->first_steps()->offer();
}

void MainWindow::open_dialog() {
    const QString folder = QFileDialog::getExistingDirectory(this, tr("Open a project"));
    if (!folder.isEmpty()) open_project(folder);
}

bool MainWindow::open_project(const QString& folder) {
    if (!may_leave(tr("opening another project"), tr("Open without saving"))) return false;
    const QString problem = session_.open(folder.toStdString());
    if (!problem.isEmpty()) say(problem);
    if (problem.isEmpty()) recent_projects::note(folder);
    return problem.isEmpty();
}

/// One that is gone is no longer offered.
void MainWindow::open_recent(const QString& folder) {
    if (!QFileInfo::exists(folder)) {
        recent_projects::forget(folder);
        if (pages_->currentWidget() == start_page_) start_page_->come_into_view(session_.is_open());
        return say(tr("%1 no longer exists").arg(folder));
    }
    open_project(folder);
}

void MainWindow::fill_recent() {
    recent_->clear();
    for (const QString& folder : recent_projects::folders())
        recent_->addAction(folder, this, [this, folder] { open_recent(folder); });
    if (recent_->isEmpty()) recent_->addAction(tr("None yet"))->setEnabled(false);
}

void MainWindow::save_as_dialog() {
    if (!session_.is_open()) return say(tr("No project is open"));
    const QString folder = QFileDialog::getSaveFileName(this, tr("A new folder for the project"), {}, {}, nullptr,
                                                        QFileDialog::DontConfirmOverwrite);
    if (!folder.isEmpty()) save_as(folder);
}

bool MainWindow::save_as(const QString& folder) {
    for (Desk* desk : desks_) desk->before_save();
    const QString problem = session_.save_as(folder.toStdString());
    if (!problem.isEmpty()) {
        say(problem);
        return false;
    }
    recent_projects::note(folder);
    refresh_title();
    return true;
}

void MainWindow::import_dialog() {
    if (!session_.is_open()) return say(tr("No project is open"));
    const QString file =
        QFileDialog::getOpenFileName(this, tr("A script of another project"), {}, tr("Scripts (*.leap)"));
    if (file.isEmpty()) return;
    for (Desk* desk : desks_) desk->finish_edits();
    const QString problem = session_.import_script(file.toStdString());
    if (!problem.isEmpty()) say(problem);
}

void MainWindow::next_tape() {
    const std::vector<QString> names = session_.tape_names();
    if (names.empty() || session_.tape() == nullptr) return;
    const auto at = std::find(names.begin(), names.end(), to_qt(session_.tape()->name));
    session_.choose_tape(at == names.end() || at + 1 == names.end() ? names.front() : *(at + 1));
}

bool MainWindow::save() {
    for (Desk* desk : desks_) desk->before_save();
    const QString problems = session_.save();
    if (!problems.isEmpty()) say(problems);
    return problems.isEmpty();
}

void MainWindow::resizeEvent(QResizeEvent* event) {
    QMainWindow::resizeEvent(event);
    if (pages_->currentWidget() == desk_in_view()) give_stage(desk_in_view());
    // Once the line has its new size.
    QMetaObject::invokeMethod(
        this, [this] { refresh_marks(); }, Qt::QueuedConnection);
}

void MainWindow::closeEvent(QCloseEvent* event) {
    if (!may_leave(tr("closing"), tr("Close without saving"))) return event->ignore();
    QSettings().setValue(geometry_key, saveGeometry());
    QSettings().setValue(desk_key, desk_infos_[in_view_].name);
    event->accept();
}

void MainWindow::come_back() {
    restoreGeometry(QSettings().value(geometry_key).toByteArray());
    if (session_.is_open()) show_desk(QSettings().value(desk_key).toString());
}

/// Whether the open project may be left: asks about what isn't saved, the take that stopping makes included.
bool MainWindow::may_leave(const QString& before_what, const QString& without) {
    for (Desk* desk : desks_) desk->finish_edits();
    session_.stop();
    if (!session_.is_open() || !session_.modified()) return true;
    QMessageBox box(this);
    box.setWindowTitle(tr("Not saved"));
    QStringList what;
    for (const std::string& path : session_.modified_files()) what << to_qt(path);
    for (const std::string& tape : session_.unsaved_tapes()) what << tr("tape \"%1\"").arg(to_qt(tape));
    for (const std::string& tape : session_.deleted_tapes()) what << tr("deleted tape \"%1\"").arg(to_qt(tape));
    box.setText(tr("Unsaved: %1. Save before %2?").arg(what.join(", "), before_what));
    QPushButton* save_button = box.addButton(tr("Save"), QMessageBox::AcceptRole);
    QPushButton* leave = box.addButton(without, QMessageBox::DestructiveRole);
    box.addButton(tr("Cancel"), QMessageBox::RejectRole);
    box.exec();
    if (box.clickedButton() == leave) {
        session_.forget_unsaved();
        return true;
    }
    return box.clickedButton() == save_button && save();
}

}  // namespace leap::studio
