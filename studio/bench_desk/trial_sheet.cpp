// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/bench_desk/trial_sheet.hpp"

#include <QComboBox>
#include <QCompleter>
#include <QHBoxLayout>

#include "core/script/typed_value.hpp"
#include "studio/shared/convert.hpp"
#include "studio/shared/labels.hpp"
#include "studio/shared/palette.hpp"

namespace leap::studio {

namespace {

const WayOutcome* way_of(const TrialRunner::Made* made) {
    return made == nullptr ? nullptr : std::get_if<WayOutcome>(&made->outcome->what);
}

}  // namespace

TrialSheet::TrialSheet(Session& session, QWidget* parent) : QWidget(parent), session_(session) {
    setObjectName("side");
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(0);
    scroll_ = new QScrollArea;
    scroll_->setWidgetResizable(true);
    scroll_->setFrameShape(QFrame::NoFrame);
    scroll_->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    layout->addWidget(scroll_, 1);
    auto* foot = new QWidget;
    foot->setObjectName("side");
    auto* foot_layout = new QVBoxLayout(foot);
    foot_layout->setContentsMargins(16, 6, 16, 10);
    progress_ = new QProgressBar;
    progress_->setTextVisible(false);
    progress_->setFixedHeight(6);
    progress_->setRange(0, 1000);
    progress_words_ = new QLabel;
    progress_words_->setObjectName("quiet");
    auto* buttons = new QHBoxLayout;
    run_ = new QPushButton(tr("Run"));
    run_->setObjectName("strong");
    take_ = new QPushButton(tr("Use these values"));
    export_ = new QPushButton(tr("Export…"));
    delete_ = new QPushButton(tr("Delete"));
    for (QPushButton* button : {run_, take_, export_}) buttons->addWidget(button);
    buttons->addStretch();
    buttons->addWidget(delete_);
    foot_layout->addWidget(progress_);
    foot_layout->addWidget(progress_words_);
    foot_layout->addLayout(buttons);
    layout->addWidget(foot);
    connect(run_, &QPushButton::clicked, this, &TrialSheet::run_or_stop);
    connect(take_, &QPushButton::clicked, this, &TrialSheet::take);
    connect(export_, &QPushButton::clicked, this, &TrialSheet::export_wanted);
    connect(delete_, &QPushButton::clicked, this, [this] {
        if (!path_.empty()) session_.delete_trial(path_);
    });
    // Queued: what is typed in a field changes the trial, and the field goes with it.
    for (const auto signal :
         {&Session::lists_changed, &Session::program_changed, &Session::tapes_changed, &Session::course_changed})
        connect(&session_, signal, this, &TrialSheet::refresh, Qt::QueuedConnection);
    connect(&session_, &Session::trial_progressed, this, &TrialSheet::refresh_run);
    connect(&session_, &Session::laid_over_changed, this, &TrialSheet::tell_laid_over);
    connect(&session_, &Session::trial_finished, this, &TrialSheet::refresh, Qt::QueuedConnection);
    show_trial({});
}

const TrialEntry* TrialSheet::entry() const {
    if (!session_.is_open()) return nullptr;
    for (const TrialEntry& each : session_.trials())
        if (each.path == path_) return &each;
    return nullptr;
}

void TrialSheet::show_trial(const std::string& path) {
    path_ = path;
    shown_.reset();
    refresh();
}

void TrialSheet::refresh() {
    const TrialEntry* now = entry();
    if (now == nullptr) {
        shown_.reset();
        rebuild();
    } else if (const bool stale = session_.trial_is_stale(*now);
               !shown_ || *shown_ != now->trial || stale != shown_stale_) {
        shown_ = now->trial;
        shown_stale_ = stale;
        rebuild();
    }
    refresh_run();
}

void TrialSheet::refresh_run() {
    const TrialRunner& runner = session_.trial_runner();
    const bool mine = !path_.empty() && runner.running_path() == path_;
    const TrialRunner::Made* made = path_.empty() ? nullptr : runner.made(path_);
    for (QWidget* each : std::initializer_list<QWidget*>{run_, delete_}) each->setVisible(!path_.empty());
    run_->setText(mine ? tr("Stop") : (made != nullptr || (shown_ && shown_->result) ? tr("Run again") : tr("Run")));
    progress_->setVisible(mine);
    progress_->setValue(static_cast<int>(runner.share_done() * 1000.0));
    progress_words_->setText(mine ? tr("%1 %").arg(runner.share_done() * 100.0, 0, 'f', 0)
                                  : (made != nullptr ? tr("took %1 s").arg(made->seconds, 0, 'f', 2) : QString()));
    const bool values = made != nullptr && !made->outcome->values.empty();
    take_->setVisible(values || (shown_ && shown_->result && !shown_->result->values.empty()));
    const bool compared = made != nullptr && std::holds_alternative<CompareOutcome>(made->outcome->what);
    export_->setVisible(compared || (made != nullptr && (std::holds_alternative<SweepOutcome>(made->outcome->what) ||
                                                         std::holds_alternative<WireOutcome>(made->outcome->what))));
    take_->setText(compared ? tr("Show it as ghost") : tr("Use these values"));
    if (compared) take_->setVisible(true);
    if (shown_ && shown_->kind == TrialKind::pair) {  // it is played
        run_->hide();
        progress_words_->clear();
    }
    if (way_of(made) != nullptr) {
        take_->setText(tr("Use this tape"));
        take_->setVisible(way_of(made)->way.found);
    }
}

void TrialSheet::rebuild() {
    auto* page = new QWidget;
    page->setObjectName("side");
    laid_over_ = nullptr;
    fields_ = new QVBoxLayout(page);
    fields_->setContentsMargins(16, 12, 16, 12);
    fields_->setSpacing(5);
    if (const TrialEntry* now = entry()) {
        fill(now->trial);
        fill_result(*now);
    }
    fields_->addStretch();
    if (QWidget* old = scroll_->takeWidget()) old->deleteLater();
    scroll_->setWidget(page);
    page->show();
}

void TrialSheet::section(const QString& title) {
    auto* out = new QLabel(title);
    out->setFont(palette::text_font(9.5, true));
    out->setContentsMargins(0, 8, 0, 0);
    fields_->addWidget(out);
}

void TrialSheet::change(const std::function<void(Trial&)>& by) {
    const TrialEntry* now = entry();
    if (now == nullptr) return;
    Trial changed = now->trial;
    by(changed);
    if (changed != now->trial) session_.edit_trial(path_, changed);
}

QLineEdit* TrialSheet::add_field(const QString& label, const QString& name, const QString& text, const QString& hint,
                                 const std::function<void(Trial&, const std::string&)>& set) {
    auto* row = new QHBoxLayout;
    if (!label.isEmpty()) {
        auto* words = new QLabel(label);
        words->setObjectName("quiet");
        words->setMinimumWidth(70);
        row->addWidget(words);
    }
    auto* edit = new QLineEdit(text);
    edit->setObjectName(name);
    edit->setAccessibleName(name);
    edit->setPlaceholderText(hint);
    row->addWidget(edit, 1);
    fields_->addLayout(row);
    connect(edit, &QLineEdit::editingFinished, this, [this, edit, set] {
        const std::string typed = edit->text().trimmed().toStdString();
        change([&](Trial& trial) { set(trial, typed); });
    });
    return edit;
}

/// A box of names to add one from; typing finds them.
void TrialSheet::add_choice(const QString& label, const QString& name, const QStringList& names,
                            const std::function<void(Trial&, const std::string&)>& set) {
    auto* box = new QComboBox;
    box->setObjectName(name);
    box->setEditable(true);
    box->setInsertPolicy(QComboBox::NoInsert);
    box->addItems(names);
    box->setCurrentIndex(-1);
    box->lineEdit()->setPlaceholderText(label);
    box->completer()->setCompletionMode(QCompleter::PopupCompletion);
    box->completer()->setFilterMode(Qt::MatchContains);
    fields_->addWidget(box);
    connect(box, &QComboBox::textActivated, this, [this, set](const QString& text) {
        change([&](Trial& trial) { set(trial, text.trimmed().toStdString()); });
    });
}

void TrialSheet::fill_result(const TrialEntry& now) {
    if (!now.trial.result) return;
    section(tr("Results"));
    auto* line = new QLabel(to_qt(now.trial.result->line));
    line->setWordWrap(true);
    fields_->addWidget(line);
    const bool stale = session_.trial_is_stale(now);
    auto* truth =
        new QLabel(stale ? tr("stale: the script, course, tapes or trial have changed since") : tr("✓ up to date"));
    truth->setWordWrap(true);
    set_meaning(*truth, stale ? Meaning::waiting : Meaning::holds);
    fields_->addWidget(truth);
    for (const auto& [path, value] : now.trial.result->values)
        fields_->addWidget(new QLabel(QString("%1 = %2").arg(to_qt(path), to_qt(value))));
}

void TrialSheet::run_or_stop() {
    if (session_.trial_runner().running_path() == path_ && !path_.empty()) return session_.stop_trial();
    const QString why_not = session_.run_trial(path_);
    if (!why_not.isEmpty()) emit problem(why_not);
    refresh_run();
}

/// What was found in this session, or else what the file says.
void TrialSheet::take() {
    const TrialRunner::Made* made = session_.trial_runner().made(path_);
    if (made != nullptr && std::holds_alternative<CompareOutcome>(made->outcome->what))
        return session_.keep_side(std::get<CompareOutcome>(made->outcome->what).before);
    if (const WayOutcome* found = way_of(made)) {
        const QString why_not = session_.take_way(*found);
        if (!why_not.isEmpty()) emit problem(why_not);
        return;
    }
    if (made != nullptr && !made->outcome->values.empty())
        return session_.take_values(made->outcome->free, made->outcome->values, tr("Use the result"));
    if (!shown_ || !shown_->result || !session_.program()) return;
    std::vector<FreeValue> free;
    std::vector<double> values;
    for (const auto& [path, text] : shown_->result->values) {
        const auto found =
            find_free_value(*session_.program(), session_.tuning(Side::now), session_.course()->plan, path);
        const auto value = found ? read_value(text, found->unit, path, text) : tl::make_unexpected(found.error());
        if (!value) {
            emit problem(to_qt(value.error()));
            continue;
        }
        free.push_back(*found);
        values.push_back(*value);
    }
    session_.take_values(free, values, tr("Use the result"));
}

}  // namespace leap::studio
