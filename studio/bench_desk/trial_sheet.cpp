// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/bench_desk/trial_sheet.hpp"

#include <QComboBox>
#include <QCompleter>
#include <QHBoxLayout>

#include "core/defaults.hpp"
#include "core/script/typed_value.hpp"
#include "studio/shared/convert.hpp"
#include "studio/shared/palette.hpp"

namespace leap::studio {

namespace {

QStringList dial_names(const Program& program) {
    QStringList out;
    for (const DialInfo& dial : program.dials)
        if (dial.body < 0) out << to_qt(dial.path());
    out.sort();
    for (const CurveInfo& curve : program.curves)
        for (std::size_t i = 0; i < curve.points.size(); ++i)
            out << QString("curve %1 point %2").arg(to_qt(curve.name)).arg(i + 1);
    return out;
}

QStringList reading_names(const Program& program) {
    QStringList out;
    for (const ReadingInfo& reading : program.readings) out << to_qt(reading.name);
    return out;
}

bool has_free(TrialKind kind) {
    return kind == TrialKind::sweep || kind == TrialKind::sensitivity || kind == TrialKind::solve ||
           kind == TrialKind::fit;
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
    take_ = new QPushButton(tr("Take these values"));
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
    for (const auto signal : {&Session::lists_changed, &Session::program_changed, &Session::tapes_changed})
        connect(&session_, signal, this, &TrialSheet::refresh, Qt::QueuedConnection);
    connect(&session_, &Session::trial_progressed, this, &TrialSheet::refresh_run);
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
    } else if (!shown_ || *shown_ != now->trial) {
        shown_ = now->trial;
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
    export_->setVisible(compared || (made != nullptr && std::holds_alternative<SweepOutcome>(made->outcome->what)));
    take_->setText(compared ? tr("Keep it as ghost") : tr("Take these values"));
    if (compared) take_->setVisible(true);
}

void TrialSheet::rebuild() {
    auto* page = new QWidget;
    page->setObjectName("side");
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

void TrialSheet::fill(const Trial& trial) {
    QString kind = to_qt(std::string(trial_kind_word(trial.kind)));
    kind[0] = kind[0].toUpper();
    auto* title = new QLabel(kind);
    title->setFont(palette::text_font(12.0, true));
    fields_->addWidget(title);
    add_field(tr("name"), "name", to_qt(trial.name), {}, [](Trial& to, const std::string& text) {
        if (!text.empty()) to.name = text;
    });
    if (has_free(trial.kind)) fill_free(trial);
    if (trial.kind == TrialKind::sweep && session_.program()) {
        section(tr("Looked at"));
        add_choice(trial.reading.empty() ? tr("a reading") : to_qt(trial.reading), "reading",
                   reading_names(*session_.program()), [](Trial& to, const std::string& text) { to.reading = text; });
    }
    if (trial.kind == TrialKind::solve) fill_wishes(trial);
    if (trial.kind == TrialKind::fit) {
        section(tr("Measured"));
        add_field(tr("file"), "measured", to_qt(trial.measured), "measured/hop.csv",
                  [](Trial& to, const std::string& text) { to.measured = text; });
    }
    if (trial.kind == TrialKind::leeway)
        add_field(tr("hand off by"), "spread", QString::number(trial.spread_ms) + " ms", "30 ms",
                  [](Trial& to, const std::string& text) {
                      bool fine = false;
                      const double typed = to_qt(text).remove("ms").trimmed().toDouble(&fine);
                      if (fine && typed >= 0.0 && typed <= 1000.0) to.spread_ms = typed;
                  });
    if (trial.kind == TrialKind::compare) {
        add_field(tr("against"), "against", to_qt(trial.against), "HEAD",
                  [](Trial& to, const std::string& text) { to.against = text; });
        return;
    }
    fill_tapes(trial);
}

void TrialSheet::fill_free(const Trial& trial) {
    section(trial.kind == TrialKind::sweep ? tr("Varied") : tr("Free"));
    for (std::size_t i = 0; i < trial.free.size(); ++i) {
        const TrialFree& free = trial.free[i];
        QString range;
        if (session_.program() && session_.course()) {
            const auto found =
                find_free_value(*session_.program(), session_.tuning(Side::now), session_.course()->plan, free.value);
            if (found) {
                range = tr("now %1").arg(to_qt(free_value_text(*found, found->now)));
            } else {
                range = to_qt(found.error());
            }
        }
        auto* head = new QHBoxLayout;
        auto* name = new QLabel(to_qt(free.value));
        auto* words = new QLabel(range);
        words->setObjectName("quiet");
        words->setWordWrap(true);
        auto* out = new QPushButton(tr("take out"));
        out->setObjectName("word");
        connect(out, &QPushButton::clicked, this, [this, i] {
            change([&](Trial& to) {
                if (i < to.free.size()) to.free.erase(to.free.begin() + static_cast<std::ptrdiff_t>(i));
            });
        });
        head->addWidget(name);
        head->addWidget(words, 1);
        head->addWidget(out);
        fields_->addLayout(head);
        auto* row = new QHBoxLayout;
        const auto bound = [&](const QString& what, const QString& text, const QString& hint, auto set) {
            auto* edit = new QLineEdit(text);
            edit->setObjectName(to_qt(free.value) + " " + what);
            edit->setAccessibleName(edit->objectName());
            edit->setPlaceholderText(hint);
            connect(edit, &QLineEdit::editingFinished, this, [this, edit, i, set] {
                const std::string typed = edit->text().trimmed().toStdString();
                change([&](Trial& to) {
                    if (i < to.free.size()) set(to.free[i], typed);
                });
            });
            row->addWidget(edit);
        };
        bound("low", to_qt(free.low), tr("lowest"), [](TrialFree& to, const std::string& text) { to.low = text; });
        bound("high", to_qt(free.high), tr("highest"), [](TrialFree& to, const std::string& text) { to.high = text; });
        if (trial.kind == TrialKind::sweep)
            bound("points", free.points > 0 ? QString::number(free.points) : QString(),
                  tr("%1 points").arg(defaults::usual_sweep_points),
                  [](TrialFree& to, const std::string& text) { to.points = std::clamp(to_qt(text).toInt(), 0, 1000); });
        fields_->addLayout(row);
    }
    if (trial.free.empty() && trial.kind == TrialKind::sensitivity) {
        auto* words = new QLabel(tr("every dial that has a range"));
        words->setObjectName("quiet");
        fields_->addWidget(words);
    }
    if (session_.program() && (trial.kind != TrialKind::sweep || trial.free.size() < 2))
        add_choice(tr("another dial, a curve's point, or \"piece NAME x\""), "add free",
                   dial_names(*session_.program()), [](Trial& to, const std::string& text) {
                       if (!text.empty()) to.free.push_back({text, {}, {}, 0});
                   });
}

void TrialSheet::fill_wishes(const Trial& trial) {
    section(tr("Wished"));
    for (std::size_t i = 0; i < trial.wishes.size(); ++i)
        add_field({}, QString("wish %1").arg(i + 1), to_qt(trial.wishes[i]), tr("empty takes it out"),
                  [i](Trial& to, const std::string& text) {
                      if (i >= to.wishes.size()) return;
                      if (text.empty()) {
                          to.wishes.erase(to.wishes.begin() + static_cast<std::ptrdiff_t>(i));
                      } else {
                          to.wishes[i] = text;
                      }
                  });
    add_field({}, "add wish", {}, "hop_height = 2.4 m", [](Trial& to, const std::string& text) {
        if (!text.empty()) to.wishes.push_back(text);
    });
}

void TrialSheet::fill_tapes(const Trial& trial) {
    section(tr("Tapes"));
    if (trial.tapes.empty()) {
        auto* words = new QLabel(tr("all of the project"));
        words->setObjectName("quiet");
        fields_->addWidget(words);
    }
    for (std::size_t i = 0; i < trial.tapes.size(); ++i) {
        auto* row = new QHBoxLayout;
        row->addWidget(new QLabel(to_qt(trial.tapes[i])), 1);
        auto* out = new QPushButton(tr("take out"));
        out->setObjectName("word");
        connect(out, &QPushButton::clicked, this, [this, i] {
            change([&](Trial& to) {
                if (i < to.tapes.size()) to.tapes.erase(to.tapes.begin() + static_cast<std::ptrdiff_t>(i));
            });
        });
        row->addWidget(out);
        fields_->addLayout(row);
    }
    QStringList names;
    for (const QString& name : session_.tape_names()) names << name;
    add_choice(tr("only on a tape"), "add tape", names, [](Trial& to, const std::string& text) {
        if (!text.empty() && std::find(to.tapes.begin(), to.tapes.end(), text) == to.tapes.end())
            to.tapes.push_back(text);
    });
}

void TrialSheet::fill_result(const TrialEntry& now) {
    if (!now.trial.result) return;
    section(tr("What came out"));
    auto* line = new QLabel(to_qt(now.trial.result->line));
    line->setWordWrap(true);
    fields_->addWidget(line);
    const bool stale = session_.trial_is_stale(now);
    auto* truth = new QLabel(stale ? tr("stale: scripts, course, tapes or the question have changed since")
                                   : tr("✓ still true of the script"));
    truth->setWordWrap(true);
    truth->setStyleSheet(QString("color: %1").arg((stale ? palette::waiting.darker(120) : palette::holds).name()));
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
    if (made != nullptr && !made->outcome->values.empty())
        return session_.take_values(made->outcome->free, made->outcome->values, tr("Take what was found"));
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
    session_.take_values(free, values, tr("Take what was found"));
}

}  // namespace leap::studio
