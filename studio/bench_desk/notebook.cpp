// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/bench_desk/notebook.hpp"

#include <QPainter>
#include <QStyledItemDelegate>

#include "studio/shared/convert.hpp"
#include "studio/shared/palette.hpp"

namespace leap::studio {

namespace {

constexpr int page_role = Qt::UserRole;
constexpr int path_role = Qt::UserRole + 1;
constexpr int kind_role = Qt::UserRole + 2;
constexpr int line_role = Qt::UserRole + 3;
constexpr int mood_role = Qt::UserRole + 4;  ///< of the line: holds, waiting or quiet
enum Mood { quiet, holds, waiting };

class RowPainter : public QStyledItemDelegate {
  public:
    using QStyledItemDelegate::QStyledItemDelegate;
    QSize sizeHint(const QStyleOptionViewItem&, const QModelIndex&) const override { return {200, 60}; }
    void paint(QPainter* p, const QStyleOptionViewItem& option, const QModelIndex& index) const override {
        p->save();
        const bool chosen = (option.state & QStyle::State_Selected) != 0;
        if (chosen) p->fillRect(option.rect, palette::faint());
        const QRect box = option.rect.adjusted(16, 5, -12, -3);
        const auto line = [&](int number, const QFont& font, const QColor& color, const QString& text) {
            p->setFont(font);
            p->setPen(color);
            p->drawText(QRect(box.left(), box.top() + number * 17, box.width(), 17), Qt::AlignVCenter,
                        QFontMetrics(font).elidedText(text, Qt::ElideRight, box.width()));
        };
        line(0, palette::text_font(10.0, chosen), palette::ink(), index.data(Qt::DisplayRole).toString());
        line(1, palette::text_font(8.5), palette::quiet(), index.data(kind_role).toString());
        const int mood = index.data(mood_role).toInt();
        const QColor color =
            mood == holds ? palette::holds() : (mood == waiting ? palette::waiting_words() : palette::quiet());
        line(2, palette::text_font(8.5), color, index.data(line_role).toString());
        p->setPen(palette::hairline());
        p->drawLine(box.left(), option.rect.bottom(), box.right(), option.rect.bottom());
        p->restore();
    }
};

QString free_words(const Trial& trial) {
    QStringList out;
    for (const TrialFree& each : trial.free) out << to_qt(each.value);
    for (const std::string& tape : trial.tapes) out << to_qt(tape);
    if (trial.kind == TrialKind::pair) out = {to_qt(trial.one), to_qt(trial.other)};
    if (trial.kind == TrialKind::wire) out = {to_qt(trial.rehearsal)};
    if (trial.kind == TrialKind::way) out = {QObject::tr("%1 to %2").arg(to_qt(trial.from), to_qt(trial.to))};
    return out.join(", ");
}

}  // namespace

Notebook::Notebook(Session& session, QWidget* parent) : QListWidget(parent), session_(session) {
    setAccessibleName(tr("Notebook"));
    setFrameShape(QFrame::NoFrame);
    setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    setItemDelegate(new RowPainter(this));
    connect(this, &QListWidget::currentRowChanged, this, &Notebook::selected);
    for (const auto signal : {&Session::lists_changed, &Session::project_opened, &Session::program_changed,
                              &Session::course_changed, &Session::tapes_changed, &Session::tuning_changed})
        connect(&session_, signal, this, [this] { staleness_known_ = false; });
    for (const auto signal :
         {&Session::board_changed, &Session::lists_changed, &Session::project_opened, &Session::program_changed,
          &Session::trial_progressed, &Session::tapes_changed, &Session::tuning_changed})
        connect(&session_, signal, this, &Notebook::refresh);
    connect(&session_, &Session::trial_finished, this, &Notebook::refresh);
    refresh();
}

Notebook::Page Notebook::page() const {
    return currentItem() == nullptr ? Page::board : static_cast<Page>(currentItem()->data(page_role).toInt());
}

std::string Notebook::trial_path() const {
    return currentItem() == nullptr ? std::string() : currentItem()->data(path_role).toString().toStdString();
}

void Notebook::select_page(Page page) {
    setCurrentRow(page == Page::tunings ? 1 : 0);
}

void Notebook::select_trial(const std::string& path) {
    for (int row = 0; row < count(); ++row)
        if (item(row)->data(path_role).toString().toStdString() == path) setCurrentRow(row);
}

void Notebook::showEvent(QShowEvent* event) {
    QListWidget::showEvent(event);
    refresh();
}

void Notebook::refresh_staleness() {
    if (staleness_known_) return;
    stale_.clear();
    for (const TrialEntry& entry : session_.trials())
        if (session_.trial_is_stale(entry)) stale_.insert(entry.path);
    staleness_known_ = true;
}

void Notebook::refresh() {
    if (!session_.is_open()) return;
    if (isVisible()) refresh_staleness();
    const Page before = page();
    const std::string path = trial_path();
    const QSignalBlocker blocker(this);
    clear();
    const auto add = [&](Page kind, const QString& name, const QString& words, const QString& line, Mood mood,
                         const QString& file = {}) {
        auto* row = new QListWidgetItem(name, this);
        row->setData(page_role, static_cast<int>(kind));
        row->setData(path_role, file);
        row->setData(kind_role, words);
        row->setData(line_role, line);
        row->setData(mood_role, mood);
    };
    if (const BoardPointer& board = session_.board(Side::now)) {
        const MarkCount marks = count_marks(board->board);
        add(Page::board, tr("Board"), tr("%1 tapes, %2 marks").arg(board->board.rows.size()).arg(marks.all),
            marks.held == marks.all ? tr("all hold") : tr("%1 missed").arg(marks.all - marks.held),
            marks.held == marks.all ? holds : waiting);
    } else {
        add(Page::board, tr("Board"), tr("every tape against every mark"), {}, quiet);
    }
    add(Page::tunings, tr("Tunings"), tr("named dial values"),
        session_.tunings().empty() ? tr("none yet") : tr("%1 kept").arg(session_.tunings().size()), quiet);
    for (const TrialEntry& entry : session_.trials()) {
        const Trial& trial = entry.trial;
        QString line = trial.kind == TrialKind::pair ? tr("not played yet") : tr("not run yet");
        Mood mood = quiet;
        if (session_.trial_runner().running_path() == entry.path) {
            line = tr("running, %1 %").arg(static_cast<int>(session_.trial_runner().share_done() * 100.0));
            mood = waiting;
        } else if (trial.result) {
            const bool stale = stale_.contains(entry.path);
            line = to_qt(trial.result->line) + (stale ? tr(" · stale") : QString());
            mood = stale ? waiting : holds;
        } else if (!trial.rounds.empty()) {
            line = tr("%1 rounds played, names still hidden").arg(trial.rounds.size());
            mood = waiting;
        }
        const QString words = free_words(trial);
        add(Page::trial, to_qt(trial.name),
            to_qt(std::string(trial_kind_word(trial.kind))) + (words.isEmpty() ? QString() : " · " + words), line, mood,
            to_qt(entry.path));
    }
    int row = before == Page::tunings ? 1 : 0;
    for (int i = 0; i < count(); ++i)
        if (before == Page::trial && item(i)->data(path_role).toString().toStdString() == path) row = i;
    setCurrentRow(row);
    if (page() != before || trial_path() != path)
        QMetaObject::invokeMethod(
            this, [this] { emit selected(); }, Qt::QueuedConnection);
}

}  // namespace leap::studio
