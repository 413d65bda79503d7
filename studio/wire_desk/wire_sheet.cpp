// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/wire_desk/wire_sheet.hpp"

#include <QHBoxLayout>
#include <QHeaderView>
#include <QInputDialog>
#include <cmath>

#include "core/defaults.hpp"
#include "studio/shared/convert.hpp"
#include "studio/shared/labels.hpp"
#include "studio/shared/palette.hpp"
#include "studio/shared/paper_change.hpp"
#include "studio/shared/plain_table.hpp"

namespace leap::studio {
namespace {

constexpr double ms = 1000.0;
constexpr double percent = 100.0;
constexpr double max_delay_s = 0.5;
constexpr double most_share = 0.5;
constexpr double max_clock_s = 0.2;

QString number_text(double value, std::string_view unit) {
    if (std::isnan(value)) return QObject::tr("none");
    QString out = QString::number(value, 'g', 4);
    return unit.empty() ? out : out + " " + to_qt(std::string(unit));
}

/// A tape and which of its characters, as the list of them says it.
struct Part {
    QString words;
    std::string tape;
    std::string track;
};

std::vector<Part> parts_of(const Session& session) {
    std::vector<Part> out{{QObject::tr("idle"), {}, {}}};
    for (const TapeEntry& entry : session.project().tapes)
        for (const TapeTrack& track : entry.tape.tracks) {
            const bool several = entry.tape.tracks.size() > 1;
            const std::string name = several ? track_name(track, track.body) : std::string();
            out.push_back({to_qt(entry.tape.name) + (several ? ", " + to_qt(name) : QString()), entry.tape.name, name});
        }
    return out;
}

}  // namespace

WireSheet::WireSheet(Session& session, QWidget* parent) : QScrollArea(parent), session_(session) {
    setObjectName("side");
    setWidgetResizable(true);
    setFrameShape(QFrame::NoFrame);
    setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    auto* page = new QWidget;
    page->setObjectName("side");
    auto* layout = new QVBoxLayout(page);
    layout->setContentsMargins(16, 0, 16, 16);
    layout->setSpacing(4);
    title_ = part_heading(tr("What differs"));
    layout->addWidget(title_);
    differs_ = new QLabel;
    differs_->setWordWrap(true);
    differs_->setTextFormat(Qt::RichText);
    differs_->setFont(palette::text_font(9.5));
    differs_->setTextInteractionFlags(Qt::TextSelectableByMouse);
    layout->addWidget(differs_);
    links_room_ = new QVBoxLayout;
    links_room_->setContentsMargins(0, 0, 0, 0);
    layout->addLayout(links_room_);
    layout->addWidget(part_heading(tr("Other characters")));
    auto* choice = new QHBoxLayout;
    behind_ = new QPushButton(tr("interpolated"));
    run_on_ = new QPushButton(tr("extrapolated"));
    from_inputs_ = new QPushButton(tr("from inputs"));
    from_inputs_->setToolTip(
        tr("Every peer plays all characters from inputs alone; no states are sent. Missing inputs are predicted as "
           "unchanged and replayed when they arrive"));
    for (QPushButton* button : {behind_, run_on_, from_inputs_}) {
        button->setCheckable(true);
        button->setAutoExclusive(true);
        choice->addWidget(button);
    }
    choice->addStretch();
    layout->addLayout(choice);
    behind_row_ = new LinkRow(tr("interpolation delay"), "ms", ms, max_delay_s);
    every_row_ = new LinkRow(tr("send interval"), "ms", ms, max_delay_s);
    layout->addWidget(behind_row_);
    layout->addWidget(every_row_);
    layout->addWidget(part_heading(tr("Inputs")));
    waits_row_ = new LinkRow(tr("input delay"), "ms", ms, max_delay_s);
    waits_row_->setToolTip(
        tr("How long a press waits before it takes effect, also on the player's own machine. Peers then predict less "
           "and correct less"));
    layout->addWidget(waits_row_);
    layout->addWidget(part_heading(tr("Readings of the wire")));
    readings_ = plain_table(tr("Readings of the wire"));
    readings_->setToolTip(tr("Double-click a row to set its mark"));
    readings_->setVerticalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    layout->addWidget(readings_);
    layout->addStretch();
    setWidget(page);
    connect(behind_, &QPushButton::clicked, this,
            [this] { change([](WirePlan& plan) { plan.others = OthersShown::behind; }, true); });
    connect(run_on_, &QPushButton::clicked, this,
            [this] { change([](WirePlan& plan) { plan.others = OthersShown::run_on; }, true); });
    connect(from_inputs_, &QPushButton::clicked, this,
            [this] { change([](WirePlan& plan) { plan.others = OthersShown::from_inputs; }, true); });
    connect(behind_row_, &LinkRow::turned, this,
            [this](double value, bool first) { change([value](WirePlan& plan) { plan.behind_s = value; }, first); });
    connect(every_row_, &LinkRow::turned, this, [this](double value, bool first) {
        change([value](WirePlan& plan) { plan.send_every_s = value; }, first);
    });
    connect(waits_row_, &LinkRow::turned, this, [this](double value, bool first) {
        change([value](WirePlan& plan) { plan.input_delay_s = value; }, first);
    });
    when_paper_changes(*this, [this] { refresh(); });
    connect(readings_, &QTableWidget::cellDoubleClicked, this, [this](int row, int) { change_mark(row); });
}

void WireSheet::show_wire(const std::string& path) {
    path_ = path;
    built_.clear();
    refresh();
}

/// Everything that is turned in one go is one step of undo.
void WireSheet::change(const std::function<void(WirePlan&)>& edit, bool new_step) {
    const WireEntry* entry = session_.wire_entry(path_);
    if (entry == nullptr || filling_) return;
    WirePlan plan = entry->plan;
    edit(plan);
    if (plan == entry->plan) return;
    if (new_step || gesture_ < 0) gesture_ = session_.new_gesture();
    session_.edit_wire(path_, plan, gesture_);
}

QWidget* WireSheet::peer_row(const WirePlan& plan, std::size_t peer) {
    auto* row = new QWidget;
    auto* layout = new QHBoxLayout(row);
    layout->setContentsMargins(0, 8, 0, 0);
    layout->setSpacing(8);
    auto* name = new QLabel(to_qt(plan.peers[peer].name));
    name->setFont(palette::text_font(9.5, true));
    name->setMinimumWidth(64);
    auto* plays = new QComboBox;
    plays->setAccessibleName(tr("%1 plays").arg(to_qt(plan.peers[peer].name)));
    plays->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
    const std::vector<Part> parts = parts_of(session_);
    for (std::size_t i = 0; i < parts.size(); ++i) {
        plays->addItem(parts[i].words);
        if (parts[i].tape == plan.peers[peer].tape &&
            (parts[i].track == plan.peers[peer].track || parts[i].track.empty()))
            plays->setCurrentIndex(static_cast<int>(i));
    }
    connect(plays, &QComboBox::activated, this, [this, peer, parts](int chosen) {
        const Part& part = parts[static_cast<std::size_t>(chosen)];
        change(
            [&](WirePlan& changed) {
                changed.peers[peer].tape = part.tape;
                changed.peers[peer].track = part.track;
                if (!part.tape.empty()) changed.peers[peer].place.clear();
            },
            true);
    });
    layout->addWidget(name);
    layout->addWidget(plays, 1);
    if (peer > 0) {
        auto* remove = new QPushButton(tr("Remove"));
        remove->setObjectName("watch");
        remove->setAccessibleName(tr("Remove %1").arg(to_qt(plan.peers[peer].name)));
        connect(remove, &QPushButton::clicked, this, [this, peer] {
            change(
                [peer](WirePlan& changed) {
                    changed.peers.erase(changed.peers.begin() + static_cast<std::ptrdiff_t>(peer));
                },
                true);
        });
        layout->addWidget(remove);
    }
    return row;
}

void WireSheet::build_peers(const WirePlan& plan) {
    std::string key = path_ + "|" + std::to_string(plan.length_s);
    for (const WirePeer& peer : plan.peers) key += "|" + peer.name + "|" + peer.tape + "|" + peer.track;
    for (const TapeEntry& entry : session_.project().tapes) key += "/" + entry.tape.name;
    if (key == built_) return;
    built_ = key;
    // A row may be asking for this itself, so it goes later.
    if (links_ != nullptr) {
        links_->hide();
        links_->deleteLater();
    }
    links_ = new QWidget;
    auto* layout = new QVBoxLayout(links_);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(1);
    layout->addWidget(part_heading(tr("Peers and their connections")));
    rows_.assign(plan.peers.size(), {});
    for (std::size_t i = 0; i < plan.peers.size(); ++i) {
        layout->addWidget(peer_row(plan, i));
        if (i == 0) continue;
        const auto name_row = [&](LinkRow& row, const QString& name) {
            const QString full = tr("%1 of %2").arg(name, to_qt(plan.peers[i].name));
            row.slider()->setAccessibleName(full);
            row.box()->setAccessibleName(full);
        };
        const auto add = [&](const QString& name, const QString& unit, double scale, double most,
                             double WireLink::*value) {
            auto* row = new LinkRow(name, unit, scale, most);
            name_row(*row, name);
            connect(row, &LinkRow::turned, this, [this, i, value](double to, bool first) {
                change([&](WirePlan& changed) { changed.peers[i].link.*value = to; }, first);
            });
            layout->addWidget(row);
            return row;
        };
        rows_[i].joins = new LinkRow(tr("joins at"), "s", 1.0, plan.length_s);
        rows_[i].joins->box()->setDecimals(2);
        name_row(*rows_[i].joins, tr("joins at"));
        connect(rows_[i].joins, &LinkRow::turned, this, [this, i](double at, bool first) {
            if (!filling_) emit join_turned(i, at, first);
        });
        layout->addWidget(rows_[i].joins);
        rows_[i].delay = add(tr("delay"), "ms", ms, max_delay_s, &WireLink::delay_s);
        rows_[i].jitter = add(tr("jitter"), "ms", ms, max_delay_s, &WireLink::jitter_s);
        rows_[i].loss = add(tr("lost"), "%", percent, most_share, &WireLink::loss);
        rows_[i].duplicates = add(tr("doubled"), "%", percent, most_share, &WireLink::duplicates);
        rows_[i].clock = new LinkRow(tr("clock offset"), "ms", ms, max_clock_s, -max_clock_s);
        rows_[i].clock->setToolTip(
            tr("How far its clock is ahead of its estimate of the host's clock. A clock that is behind sends presses "
               "too late"));
        name_row(*rows_[i].clock, tr("clock offset"));
        connect(rows_[i].clock, &LinkRow::turned, this, [this, i](double to, bool first) {
            change([&](WirePlan& changed) { changed.peers[i].clock_s = to; }, first);
        });
        layout->addWidget(rows_[i].clock);
    }
    auto* more = new QPushButton(tr("Add a peer"));
    more->setEnabled(plan.peers.size() < defaults::max_wire_peers);
    if (!more->isEnabled())
        more->setToolTip(tr("Maximum number of peers, host included: %1").arg(defaults::max_wire_peers));
    connect(more, &QPushButton::clicked, this, [this] {
        change(
            [](WirePlan& changed) {
                WirePeer peer;
                int number = static_cast<int>(changed.peers.size());
                const auto taken = [&](const std::string& name) {
                    return std::any_of(changed.peers.begin(), changed.peers.end(),
                                       [&](const WirePeer& each) { return each.name == name; });
                };
                do {
                    peer.name = "Peer " + std::to_string(number++);
                } while (taken(peer.name));
                peer.joins_s = changed.peers.back().joins_s;
                changed.peers.push_back(peer);
            },
            true);
    });
    auto* foot = new QHBoxLayout;
    foot->setContentsMargins(0, 8, 0, 0);
    foot->addWidget(more);
    foot->addStretch();
    layout->addLayout(foot);
    links_room_->addWidget(links_);
}

void WireSheet::fill_links(const WirePlan& plan) {
    filling_ = true;
    for (std::size_t i = 1; i < plan.peers.size() && i < rows_.size(); ++i) {
        const WireLink& link = plan.peers[i].link;
        rows_[i].joins->set_value(plan.peers[i].joins_s);
        rows_[i].delay->set_value(link.delay_s);
        rows_[i].jitter->set_value(link.jitter_s);
        rows_[i].loss->set_value(link.loss);
        rows_[i].duplicates->set_value(link.duplicates);
        rows_[i].clock->set_value(plan.peers[i].clock_s);
    }
    QPushButton* const chosen = plan.others == OthersShown::behind   ? behind_
                                : plan.others == OthersShown::run_on ? run_on_
                                                                     : from_inputs_;
    chosen->setChecked(true);
    behind_row_->setEnabled(plan.others == OthersShown::behind);
    behind_row_->set_value(plan.behind_s);
    every_row_->set_value(plan.send_every_s);
    waits_row_->set_value(plan.input_delay_s);
    filling_ = false;
}

void WireSheet::fill_readings() {
    const WirePointer now = session_.wire_runs().result(Side::now);
    const WirePointer kept = session_.wire_runs().result(Side::kept);
    const std::span<const WireReading> kinds = wire_reading_kinds();
    const QStringList heads{tr("reading"), tr("current"), tr("kept"), tr("mark")};
    readings_->setColumnCount(static_cast<int>(heads.size()));
    readings_->setHorizontalHeaderLabels(heads);
    readings_->setRowCount(static_cast<int>(kinds.size()));
    for (int i = 0; i < 4; ++i)
        readings_->horizontalHeader()->setSectionResizeMode(
            i, i == 3 ? QHeaderView::Stretch : QHeaderView::ResizeToContents);
    const auto value_of = [&](const WirePointer& result, std::size_t i) {
        return result && i < result->readings.size() ? number_text(result->readings[i].value, kinds[i].unit)
                                                     : QString();
    };
    for (std::size_t i = 0; i < kinds.size(); ++i) {
        const int row = static_cast<int>(i);
        QString mark;
        bool missed = false;
        if (now)
            for (const WireMarkAnswer& each : now->marks)
                if (each.mark.reading == kinds[i].name) {
                    missed = !each.met;
                    mark = (each.met ? tr("met") : tr("missed")) +
                           QString(", %1..%2").arg(each.mark.low).arg(each.mark.high);
                }
        const QString cells[] = {to_qt(std::string(kinds[i].name)).replace('_', ' '), value_of(now, i),
                                 value_of(kept, i), mark};
        for (int column = 0; column < 4; ++column) {
            auto* item = new QTableWidgetItem(cells[column]);
            item->setFlags(Qt::ItemIsEnabled | Qt::ItemIsSelectable);
            item->setToolTip(to_qt(std::string(kinds[i].meaning)));
            if (column == 1) item->setForeground(palette::now());
            if (column == 2) item->setForeground(palette::kept());
            if (column == 3) item->setForeground(missed ? palette::refused() : palette::holds());
            readings_->setItem(row, column, item);
        }
    }
    int height = readings_->horizontalHeader()->sizeHint().height() + 4;
    for (int row = 0; row < readings_->rowCount(); ++row) height += readings_->rowHeight(row);
    readings_->setFixedHeight(height);
}

/// Asks for the band; an empty answer takes the mark away.
void WireSheet::change_mark(int row) {
    const WireEntry* entry = session_.wire_entry(path_);
    const auto kinds = wire_reading_kinds();
    if (entry == nullptr || row < 0 || row >= static_cast<int>(kinds.size())) return;
    const std::string reading(kinds[static_cast<std::size_t>(row)].name);
    QString before;
    for (const WireMark& mark : entry->plan.marks)
        if (mark.reading == reading) before = QString("%1..%2").arg(mark.low).arg(mark.high);
    bool ok = false;
    const QString text =
        QInputDialog::getText(this, tr("Mark"), tr("%1 should lie in (low..high; empty: no mark)").arg(to_qt(reading)),
                              QLineEdit::Normal, before, &ok);
    if (!ok) return;
    const QStringList ends = text.split("..");
    bool low_ok = false;
    bool high_ok = false;
    const double low = ends.value(0).toDouble(&low_ok);
    const double high = ends.value(1).toDouble(&high_ok);
    const bool band = low_ok && high_ok && low <= high;
    if (!text.trimmed().isEmpty() && !band) {
        emit session_.message(tr("\"%1\" is not a band; expected low..high, for example 0..0.05").arg(text));
        return;
    }
    change(
        [&](WirePlan& plan) {
            std::erase_if(plan.marks, [&](const WireMark& mark) { return mark.reading == reading; });
            if (band) plan.marks.push_back({reading, low, high});
        },
        true);
}

void WireSheet::refresh() {
    const WireEntry* entry = session_.wire_entry(path_);
    setVisible(entry != nullptr);
    if (entry == nullptr) return;
    build_peers(entry->plan);
    fill_links(entry->plan);
    fill_readings();
    set_cursor(cursor_);
}

void WireSheet::set_cursor(double at_s) {
    cursor_ = at_s;
    const WirePointer now = session_.wire_runs().result(Side::now);
    title_->setText(tr("What differs at %1 s").arg(at_s, 0, 'f', 2));
    if (!now) return differs_->setText(tr("The rehearsal is being played"));
    if (!now->problem.empty()) return differs_->setText(to_qt(now->problem).toHtmlEscaped());
    say_differences(*now, at_s);
}

void WireSheet::show_moment(const WireResult& result, double at_s) {
    cursor_ = at_s;
    say_differences(result, at_s);
}

void WireSheet::say_differences(const WireResult& result, double at_s) {
    title_->setText(tr("What differs at %1 s").arg(at_s, 0, 'f', 2));
    const SceneView rehearsal = result.ingredients.rehearsal();
    QString text;
    for (const WireDifference& each : result.differences) {
        if (!is_there(each, at_s)) continue;
        text += "<p style='margin:2px 0 0 0'>" + to_qt(difference_text(rehearsal, result.run, each)).toHtmlEscaped() +
                "<br><span style='color:" + palette::quiet().name() + "'>" +
                to_qt(cause_text(result.run, each)).toHtmlEscaped() + "</span></p>";
    }
    constexpr double shown_for_s = 0.25;
    for (const WireCorrection& each : result.run.corrections)
        if (at_s >= each.at_s && at_s < each.at_s + shown_for_s)
            text += "<p style='margin:2px 0 0 0'>" + to_qt(correction_text(result.run, each)).toHtmlEscaped() + "</p>";
    differs_->setText(text.isEmpty() ? tr("Nothing: all agree") : text);
}

LinkRow* WireSheet::link_row(std::size_t peer, const QString& what) const {
    if (what == "input delay") return waits_row_;
    if (peer >= rows_.size()) return nullptr;
    if (what == "delay") return rows_[peer].delay;
    if (what == "jitter") return rows_[peer].jitter;
    if (what == "duplicates") return rows_[peer].duplicates;
    if (what == "clock") return rows_[peer].clock;
    return rows_[peer].loss;
}

}  // namespace leap::studio
