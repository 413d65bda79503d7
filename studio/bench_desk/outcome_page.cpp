// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/bench_desk/outcome_page.hpp"

#include <QHeaderView>
#include <QVBoxLayout>
#include <algorithm>
#include <cmath>

#include "core/reach/leap_attempts.hpp"
#include "studio/shared/convert.hpp"
#include "studio/shared/palette.hpp"
#include "studio/shared/paper_change.hpp"
#include "studio/shared/plain_table.hpp"

namespace leap::studio {

namespace {

constexpr int outcome_tape_role = Qt::UserRole;
constexpr int outcome_time_role = Qt::UserRole + 1;

QString quantity(double si, Dimension dimension) {
    return to_qt(quantity_text(si, dimension, 4));
}

QString side_words(const LeewaySide& side) {
    const QString by = QString("%1 ms").arg(side.by_s * 1000.0, 0, 'f', side.open ? 0 : 1);
    QString out = side.open ? QObject::tr("over %1").arg(by) : by;
    for (const LeewayIsland& island : side.islands)
        out += QObject::tr(", again %1 to %2 ms")
                   .arg(island.from_s * 1000.0, 0, 'f', 0)
                   .arg(island.to_s * 1000.0, 0, 'f', 0);
    return out;
}

}  // namespace

OutcomePage::OutcomePage(Session& session, QWidget* parent) : QWidget(parent), session_(session) {
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(16, 10, 16, 6);
    words_ = new QLabel;
    words_->setFont(palette::text_font(9.5));
    words_->setWordWrap(true);
    layout->addWidget(words_);
    table_ = plain_table(tr("Results"));
    layout->addWidget(table_, 1);
    connect(table_, &QTableWidget::cellClicked, this, &OutcomePage::go_to);
    when_paper_changes(*this, [this] { show_outcome(std::shared_ptr<const TrialOutcome>(outcome_)); });
    show_outcome(nullptr);
}

void OutcomePage::set_heads(const QStringList& heads, const std::vector<int>& wide) {
    table_->clear();
    table_->setRowCount(0);
    table_->setColumnCount(static_cast<int>(heads.size()));
    table_->setHorizontalHeaderLabels(heads);
    for (int i = 0; i < heads.size(); ++i)
        table_->horizontalHeader()->setSectionResizeMode(i, std::find(wide.begin(), wide.end(), i) != wide.end()
                                                                ? QHeaderView::Stretch
                                                                : QHeaderView::ResizeToContents);
}

void OutcomePage::add_row(const QStringList& cells, const std::vector<QColor>& colors, const QString& tape, double time,
                          const QString& tip) {
    const int row = table_->rowCount();
    table_->setRowCount(row + 1);
    for (int i = 0; i < cells.size(); ++i) {
        auto* item = new QTableWidgetItem(cells[i]);
        item->setForeground(static_cast<std::size_t>(i) < colors.size() ? colors[static_cast<std::size_t>(i)]
                                                                        : palette::ink());
        item->setFont(palette::text_font(9.0));
        item->setToolTip(tip.isEmpty() ? cells[i] : tip);
        if (i == 0) {
            item->setData(outcome_tape_role, tape);
            item->setData(outcome_time_role, time);
        }
        table_->setItem(row, i, item);
    }
}

void OutcomePage::show_outcome(const std::shared_ptr<const TrialOutcome>& outcome) {
    outcome_ = outcome;
    if (!outcome) {
        words_->setText(tr("Run the trial to list its results here"));
        table_->setRowCount(0);
        table_->setColumnCount(0);
        return;
    }
    words_->setText(to_qt(outcome->problem.empty() ? outcome->line : outcome->problem) +
                    (outcome->stopped ? tr(" · stopped, best result so far") : QString()));
    if (const auto* found = std::get_if<Sensitivity>(&outcome->what)) {
        show_sensitivity(*found);
    } else if (const auto* solved = std::get_if<SolveOutcome>(&outcome->what)) {
        show_solution(*solved);
    } else if (const auto* fitted = std::get_if<FitOutcome>(&outcome->what)) {
        show_fit(*fitted);
    } else if (const auto* leeway = std::get_if<LeewayOutcome>(&outcome->what)) {
        show_leeway(*leeway);
    } else if (const auto* way = std::get_if<WayOutcome>(&outcome->what)) {
        show_way(*way);
    } else if (const auto* compared = std::get_if<CompareOutcome>(&outcome->what)) {
        show_compared(*compared);
    } else {
        table_->setRowCount(0);
    }
}

/// Reading by reading, what moves it most first; then the edges that are near.
void OutcomePage::show_sensitivity(const Sensitivity& found) {
    set_heads({tr("tape"), tr("reading"), tr("dial"), tr("a tenth lower"), tr("a tenth higher"), tr("note")}, {5});
    std::vector<Influence> order = found.influences;
    std::stable_sort(order.begin(), order.end(), [](const Influence& a, const Influence& b) {
        return std::tuple(a.tape, a.reading, -a.size()) < std::tuple(b.tape, b.reading, -b.size());
    });
    const auto& readings = outcome_->program->readings;
    for (const Edge& edge : found.edges)
        add_row({to_qt(found.tapes[edge.tape]),
                 tr("edge"),
                 to_qt(found.values[edge.value].path),
                 {},
                 {},
                 to_qt(edge_text(found, edge))},
                {palette::ink(), palette::waiting_words()}, to_qt(found.tapes[edge.tape]), 0.0,
                to_qt(edge_text(found, edge)));
    for (const Influence& each : order) {
        if (each.reading >= readings.size()) continue;
        QString name = to_qt(readings[each.reading].name);
        const Dimension dimension = readings[each.reading].type.dimension;
        const auto change = [&](const std::optional<double>& by) {
            return by ? (*by > 0 ? "+" : "") + quantity(*by, dimension) : QString("–");
        };
        const auto tint = [](const std::optional<double>& by) {
            return by.value_or(0.0) > 0 ? palette::now() : palette::kept();
        };
        const QString note = to_qt(influence_note(found, each));
        add_row({to_qt(found.tapes[each.tape]), name.replace('_', ' '), to_qt(found.values[each.value].path),
                 change(each.less), change(each.more), note},
                {palette::quiet(), palette::ink(), palette::ink(), tint(each.less), tint(each.more), palette::quiet()},
                to_qt(found.tapes[each.tape]), 0.0, note);
    }
}

void OutcomePage::show_solution(const SolveOutcome& made) {
    set_heads({{}, tr("goal"), tr("tape"), tr("result"), tr("blocked by")}, {1, 4});
    const Program& program = *outcome_->program;
    for (const WishOutcome& each : made.solution.wishes) {
        const Wish& wish = made.request.wishes[each.wish];
        Dimension dimension;
        for (const ReadingInfo& reading : program.readings)
            if (reading.name == wish.reading) dimension = reading.type.dimension;
        QStringList way;
        for (const std::string& line : each.in_the_way) way << to_qt(line);
        add_row({each.held ? tr("✓ holds") : tr("✗ missed"), to_qt(wish_text(wish, program)), to_qt(each.tape),
                 each.value ? quantity(*each.value, dimension) : to_qt(each.missing), way.join("; ")},
                {each.held ? palette::holds() : palette::refused()}, to_qt(each.tape), 0.0, way.join('\n'));
    }
    for (std::size_t i = 0; i < made.solution.values.size(); ++i)
        add_row({tr("dial"),
                 to_qt(made.request.free[i].path),
                 {},
                 to_qt(free_value_text(made.request.free[i], made.solution.values[i])),
                 tr("current %1").arg(to_qt(free_value_text(made.request.free[i], made.request.free[i].now)))},
                {palette::quiet(), palette::ink(), palette::ink(), palette::now(), palette::quiet()});
    show_solution_surroundings(made);
}

/// Where else the goals hold, what can be had where they don't go together, and what was not tried.
void OutcomePage::show_solution_surroundings(const SolveOutcome& made) {
    const std::vector<FreeValue>& free = made.request.free;
    const auto moving = std::find_if(free.begin(), free.end(), [](const auto& each) { return each.low < each.high; });
    for (const HeldRange& range : made.solution.ranges) {
        if (moving == free.end()) break;
        add_row({tr("all goals hold"),
                 to_qt(moving->path),
                 {},
                 tr("%1 to %2")
                     .arg(to_qt(free_value_text(*moving, range.low)), to_qt(free_value_text(*moving, range.high))),
                 {}},
                {palette::holds(), palette::ink(), palette::ink(), palette::ink(), palette::quiet()});
    }
    const auto point_text = [&](const std::vector<double>& values) {
        QStringList parts;
        for (std::size_t i = 0; i < values.size(); ++i)
            parts << to_qt(free[i].path + " = " + free_value_text(free[i], values[i]));
        return parts.join(", ");
    };
    for (const auto& other : made.solution.others)
        add_row({tr("another solution"), point_text(other), {}, {}, {}}, {palette::holds(), palette::ink()});
    for (const Compromise& each : made.solution.front) {
        QStringList reached;
        for (std::size_t k = 0; k < each.reached.size(); ++k) {
            const Wish& wish = made.request.wishes[made.solution.wishes[k].wish];
            // In the order of the goals above.
            reached << (each.reached[k] ? reading_words(wish.reading, *each.reached[k]) : tr("no value"));
        }
        const QString point = point_text(each.values);
        add_row({tr("compromise"), point, {}, reached.join(" · "), {}},
                {palette::quiet(), palette::ink(), palette::ink(), palette::now()}, {}, 0.0,
                point + '\n' + reached.join(" · "));
    }
    if (!made.solution.not_tried.empty())
        add_row({tr("not tried"), to_qt(made.solution.not_tried), {}, {}, {}}, {palette::quiet(), palette::quiet()}, {},
                0.0, to_qt(made.solution.not_tried));
}

QString OutcomePage::reading_words(const std::string& name, double si) const {
    for (const ReadingInfo& reading : outcome_->program->readings)
        if (reading.name == name) return quantity(si, reading.type.dimension);
    return QString::number(si);
}

void OutcomePage::show_fit(const FitOutcome& made) {
    set_heads({{}, tr("what"), tr("before"), tr("after")}, {1});
    if (made.fit.runs.empty()) return;
    const FitRunResult& run = made.fit.runs.front();
    for (const auto& [what, after] : run.after.by_column) {
        const Dimension dimension = what == Measured::speed ? dimensions::speed : dimensions::length;
        const auto before = run.before.by_column.find(what);
        add_row({tr("off by"), tr("%1, root mean square").arg(to_qt(std::string(measured_name(what)))),
                 before == run.before.by_column.end() ? QString("–") : quantity(before->second, dimension),
                 quantity(after, dimension)},
                {palette::quiet()});
    }
    add_row({tr("offset"), tr("later on the tape"), {}, QString("%1 s").arg(run.alignment.later_s, 0, 'f', 3)},
            {palette::quiet()});
    if (const std::string offsets = offsets_text(run.alignment); !offsets.empty())
        add_row({tr("offset"), tr("position"), {}, to_qt(offsets)}, {palette::quiet()});
    add_row({tr("covers"), tr("of the measured run"), {}, QString("%1 %").arg(run.after.covered * 100.0, 0, 'f', 0)},
            {palette::quiet()});
    for (std::size_t i = 0; i < made.fit.values.size(); ++i)
        add_row({tr("dial"), to_qt(made.request.free[i].path),
                 to_qt(free_value_text(made.request.free[i], made.request.free[i].now)),
                 to_qt(made.fit.certainty.empty()
                           ? free_value_text(made.request.free[i], made.fit.values[i])
                           : certainty_text(made.request.free[i], made.fit.values[i], made.fit.certainty[i]))},
                {palette::quiet(), palette::ink(), palette::quiet(), palette::now()});
    for (const Correlated& pair : made.fit.correlated)
        add_row({tr("unsure"), to_qt(correlated_text(pair, made.request.free))},
                {palette::quiet(), palette::waiting_words()});
}

void OutcomePage::show_leeway(const LeewayOutcome& made) {
    set_heads({tr("at"), tr("event"), tr("earlier"), tr("later"), tr("what fails beyond")}, {4});
    for (std::size_t t = 0; t < made.tapes.size(); ++t) {
        const Tape& tape = outcome_->tapes[t];
        const HandResult& hand = made.hands[t];
        add_row({{},
                 to_qt(tape.name),
                 {},
                 {},
                 tr("%1 of %2 tries with hand jitter succeed (%3 % to %4 %)")
                     .arg(hand.successes)
                     .arg(hand.tries)
                     .arg(hand.low * 100.0, 0, 'f', 0)
                     .arg(hand.high * 100.0, 0, 'f', 0)},
                {palette::ink(), palette::ink(), palette::ink(), palette::ink(), palette::quiet()}, to_qt(tape.name));
        for (const EventLeeway* event : tightest_first(made.tapes[t])) {
            QStringList why;
            if (!event->earlier.why.empty()) why << tr("earlier: %1").arg(to_qt(event->earlier.why));
            if (!event->later.why.empty()) why << tr("later: %1").arg(to_qt(event->later.why));
            const QString who = tape.tracks.size() > 1
                                    ? to_qt(track_name(tape.tracks[event->track], tape.tracks[event->track].body)) + "."
                                    : QString();
            add_row({QString("%1 s").arg(event->time_s, 0, 'f', 3),
                     (event->of == LeewayOf::release ? tr("release of %1") : tr("press of %1"))
                         .arg(who + to_qt(event->button)),
                     side_words(event->earlier), side_words(event->later), why.join("; ")},
                    {palette::quiet(), palette::ink(), event->earlier.open ? palette::quiet() : palette::now(),
                     event->later.open ? palette::quiet() : palette::now(), palette::quiet()},
                    to_qt(tape.name), event->time_s, why.join('\n'));
        }
    }
}

/// How it is played, and what each dial may lose; nothing of either while none is found.
void OutcomePage::show_way(const WayOutcome& made) {
    set_heads({{}, tr("what"), {}}, {1});
    const Way& way = made.way;
    if (!way.found) {
        add_row({tr("tried"), tr("%1 runs, seed %2").arg(way.tries).arg(way.seed), {}}, {palette::quiet()});
        add_row({tr("nearest"), tr("%1 m from the goal").arg(way.nearest_m, 0, 'f', 2), {}}, {palette::quiet()});
        for (const QString& each : to_qt(way.not_tried).split("; "))
            add_row({tr("not tried"), each, {}}, {palette::quiet()});
        add_row({{}, tr("More tries or another seed may still find a route"), {}},
                {palette::quiet(), palette::quiet()});
        return;
    }
    if (const std::string hand = way_hand_text(way); !hand.empty())
        add_row({tr("hand"),
                 tr("%1 of %2 times with a spread of %3 ms (95 %: %4 to %5 %)")
                     .arg(way.hand.successes)
                     .arg(way.hand.tries)
                     .arg(HandOptions{}.spread_s * 1e3)
                     .arg(way.hand.low * 100.0, 0, 'f', 0)
                     .arg(way.hand.high * 100.0, 0, 'f', 0),
                 {}},
                {palette::quiet(), palette::ink()});
    if (way.routes > 1)
        add_row({tr("routes"), tr("%1 found; this one is the easiest to play").arg(way.routes), {}},
                {palette::quiet()});
    for (const WayMargin& margin : made.margins.margins)
        add_row({tr("margin"), to_qt(margin_text(margin)), {}},
                {palette::quiet(), margin.to_the_end ? palette::quiet() : palette::ink()});
    for (const std::string& line : way_lines(way)) add_row({tr("played"), to_qt(line), {}}, {palette::quiet()});
}

void OutcomePage::show_compared(const CompareOutcome& made) {
    set_heads({tr("tape"), tr("reading"), to_qt(made.before.name), tr("current"), {}}, {1});
    for (const DialChange& dial : made.diff.dials)
        add_row({{}, tr("dial %1").arg(to_qt(dial.path)), to_qt(dial.before), to_qt(dial.after), {}},
                {palette::quiet(), palette::quiet(), palette::kept(), palette::now()});
    for (const std::string& file : made.files)
        add_row({{}, tr("file %1").arg(to_qt(file)), {}, {}, {}}, {palette::quiet(), palette::quiet()});
    for (const ReadingChange& change : made.diff.changes) {
        const auto value = [&](const std::optional<double>& si) {
            return si ? quantity(*si, change.type.dimension) : QString("–");
        };
        const bool broken = change.met_after == false && change.met_before != false;
        const bool fixed = change.met_after == true && change.met_before == false;
        QString name = to_qt(change.reading);
        add_row({to_qt(change.tape), name.replace('_', ' '), value(change.before), value(change.after),
                 broken ? tr("✗ mark broken") : (fixed ? tr("✓ mark fixed") : QString())},
                {palette::quiet(), palette::ink(), palette::kept(), palette::now(),
                 broken ? palette::refused() : palette::holds()},
                to_qt(change.tape), 0.0, to_qt(change_text(change)));
    }
}

void OutcomePage::go_to(int row) {
    const QTableWidgetItem* item = table_->item(row, 0);
    if (item == nullptr || session_.playing()) return;
    const QString tape = item->data(outcome_tape_role).toString();
    if (tape.isEmpty()) return;
    if (session_.tape() == nullptr || to_qt(session_.tape()->name) != tape) session_.choose_tape(tape);
    session_.set_cursor_when_ready(item->data(outcome_time_role).toDouble());
}

}  // namespace leap::studio
