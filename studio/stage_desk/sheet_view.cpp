// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stage_desk/sheet_view.hpp"

#include <algorithm>

#include "studio/shared/convert.hpp"
#include "studio/shared/labels.hpp"
#include "studio/shared/palette.hpp"
#include "studio/shared/paper_change.hpp"

namespace leap::studio {

namespace {

QLabel* label(const QString& text, double points, bool bold, Meaning meaning = Meaning::plain) {
    auto* out = new QLabel(text);
    out->setFont(palette::text_font(points, bold));
    set_meaning(*out, meaning);
    return out;
}

/// "Dials" with a hairline under it, and quiet words at the right.
QWidget* section(const QString& name, QWidget* right) {
    auto* out = new QWidget;
    auto* layout = new QVBoxLayout(out);
    layout->setContentsMargins(0, 12, 0, 2);
    layout->setSpacing(3);
    auto* line = new QHBoxLayout;
    line->addWidget(label(name, 9.5, true));
    line->addStretch();
    line->addWidget(right);
    layout->addLayout(line);
    layout->addWidget(hairline());
    return out;
}

/// Names an expression of a reading speaks of.
void collect_stretches(const syntax::Expr& expr, std::vector<std::string>& out) {
    if (!expr.stretch.owner.empty()) out.push_back(expr.stretch.owner);
    for (const syntax::Expr& part : expr.parts) collect_stretches(part, out);
}

}  // namespace

SheetView::SheetView(Session& session, QWidget* parent) : QScrollArea(parent), session_(session) {
    setWidgetResizable(true);
    setFrameShape(QFrame::NoFrame);
    setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    auto* page = new QWidget;
    page->setObjectName("sheet");
    auto* layout = new QVBoxLayout(page);
    layout->setContentsMargins(16, 10, 14, 10);
    layout->setSpacing(2);
    auto* head = new QHBoxLayout;
    title_ = label({}, 15, true);
    subtitle_ = label({}, 9.5, false, Meaning::quiet);
    head->addWidget(title_);
    head->addSpacing(6);
    head->addWidget(subtitle_, 0, Qt::AlignBottom);
    head->addStretch();
    off_ = new QPushButton(tr("On"));
    off_->setCheckable(true);
    off_->setToolTip(tr("Switch this off or on for this run. The script does not change"));
    connect(off_, &QPushButton::toggled, this, [this](bool off) {
        if (!session_.program() || !machine_) return;
        const auto& name = session_.program()->machines[machine_].name;
        const QString refused = session_.set_off(name, off);
        if (!refused.isEmpty()) emit session_.message(refused);
        show_off();
    });
    head->addWidget(off_);
    layout->addLayout(head);
    gates_ = new GateList;
    layout->addWidget(gates_);
    dials_hint_ = label(tr("drag · wheel · type"), 8.5, false, Meaning::quiet);
    layout->addWidget(section(tr("Dials"), dials_hint_));
    dial_layout_ = new QVBoxLayout;
    dial_layout_->setSpacing(0);
    layout->addLayout(dial_layout_);
    auto* sides = new QLabel;
    const auto name_sides = [sides] {
        sides->setText(
            QString("<span style='color:%1'>%3</span>&nbsp;&nbsp;<span style='color:%2'>%4</span>&nbsp;&nbsp;%5")
                .arg(palette::now().name(), palette::kept().name(), tr("current"), tr("kept"), tr("mark")));
    };
    name_sides();
    when_paper_changes(*sides, name_sides);
    sides->setFont(palette::text_font(8.5));
    layout->addWidget(section(tr("Readings"), sides));
    readings_ = new ReadingList;
    readings_->set_more_words([this](const std::string& reading) { return session_.influence_of_reading(reading); });
    layout->addWidget(readings_);
    accents_head_ = section(tr("Accents"), label(tr("click to switch off"), 8.5, false, Meaning::quiet));
    layout->addWidget(accents_head_);
    accents_ = new AccentRow(session_);
    layout->addWidget(accents_);
    place_ = label({}, 8.5, false, Meaning::quiet);
    layout->addWidget(section(tr("Script"), place_));
    excerpt_ = new ScriptExcerpt(session_);
    layout->addWidget(excerpt_);
    layout->addStretch();
    setWidget(page);

    connect(excerpt_, &ScriptExcerpt::dial_chosen, this, [this](DialId dial) { selected_dial_ = dial; });
    connect(&session_, &Session::program_changed, this, &SheetView::rebuild);
    connect(&session_, &Session::project_opened, this, [this] {
        machine_ = {};
        rebuild();
    });
    connect(&session_, &Session::cursor_moved, this, &SheetView::refresh_answers);
    connect(&session_, &Session::live_updated, this, &SheetView::refresh_answers);
    connect(&session_, &Session::now_run_changed, this, [this] {
        if (session_.body_of_character() != shown_body_ || told_character() != shown_character_) rebuild();
        refresh_answers();
        refresh_readings();
    });
    connect(&session_, &Session::kept_run_changed, this, &SheetView::refresh_readings);
    connect(&session_, &Session::character_changed, this, &SheetView::rebuild);
    rebuild();
}

/// Whose page it is, where that needs to be told: of several.
QString SheetView::told_character() const {
    return session_.character_count() > 1 ? session_.character_name(session_.character()) : QString();
}

void SheetView::show_off() {
    const bool known = session_.program() && machine_;
    const bool off = known && session_.is_off(session_.program()->machines[machine_].name);
    const QSignalBlocker quiet(off_);
    off_->setVisible(known);
    off_->setChecked(off);
    off_->setText(off ? tr("Off for this run") : tr("On"));
}

void SheetView::show_machine(MachineId machine) {
    if (machine == machine_) return;
    machine_ = machine;
    selected_dial_ = {};
    rebuild();
}

std::vector<DialId> SheetView::dials_of_machine() const {
    std::vector<DialId> out;
    const auto& program = session_.program();
    if (!program || !machine_) return out;
    // The move's own dials first, then those it takes from what it is based on.
    std::string owner = program->machines[machine_].name;
    std::vector<std::string> seen;
    while (!owner.empty()) {
        for (std::size_t i = 0; i < program->dials.size(); ++i) {
            const DialInfo& dial = program->dials[i];
            if (dial.owner != owner || std::find(seen.begin(), seen.end(), dial.name) != seen.end()) continue;
            seen.push_back(dial.name);
            out.emplace_back(i);
        }
        const auto base = program->find_machine(owner);
        owner = base ? program->machines[*base].base : std::string();
    }
    for (std::size_t i = 0; i < program->dials.size(); ++i) {
        const std::string& of = program->dials[i].owner;
        const bool of_body = std::any_of(program->bodies.begin(), program->bodies.end(),
                                         [&](const BodyInfo& body) { return body.name == of; });
        if (of.empty() || of_body) out.emplace_back(i);
    }
    // A dial that the character's body has another value for is shown with that one.
    for (DialId& dial : out) dial = dial_for(*program, dial, session_.body_of_character());
    return out;
}

DialRow* SheetView::row_of(DialId dial) const {
    for (DialRow* row : rows_)
        if (row->dial() == dial) return row;
    return nullptr;
}

void SheetView::nudge_selected(int steps) {
    DialRow* row = row_of(selected_dial_);
    if (row == nullptr && !rows_.empty()) row = rows_.front();
    if (row != nullptr) row->nudge(steps);
}

void SheetView::rebuild() {
    const auto& program = session_.program();
    if (!program) {
        title_->setText(tr("No good script yet"));
        return;
    }
    if (!program->has(machine_)) machine_ = program->moves.empty() ? program->stances.front() : program->moves.front();
    const Machine& machine = program->machines[machine_];
    title_->setText(to_qt(machine.name));
    show_off();
    QStringList words;
    shown_body_ = session_.body_of_character();
    shown_character_ = told_character();
    if (!shown_character_.isEmpty()) words << shown_character_;
    if (machine.kind == MachineKind::stance) words << tr("stance");
    if (machine.kind == MachineKind::fixture) words << tr("fixture");
    if (machine.button) words << tr("on %1").arg(to_qt(program->buttons[machine.button].name));
    if (machine.start_on || machine.start_when) words << tr("starts by itself");
    if (machine.layer > 0) words << tr("in %1").arg(to_qt(program->layers[static_cast<std::size_t>(machine.layer)]));
    if (!machine.base.empty()) words << tr("is %1").arg(to_qt(machine.base));
    subtitle_->setText(words.join(" · "));
    gates_->setVisible(machine.kind != MachineKind::stance);
    gates_->say_without(machine.kind == MachineKind::fixture ? tr("no conditions: it moves by forces and weight alone")
                                                             : tr("no gates: a press always starts it"));
    accents_->show_machine(machine_);
    accents_head_->setVisible(!accents_->buttons().empty());
    excerpt_->show_machine(machine_);
    place_->setText(excerpt_->place());

    // Rows stay where the dials are the same: one of them may be in the middle of a drag.
    const std::vector<DialId> wanted = dials_of_machine();
    if (wanted != shown_dials_ || rows_.size() != wanted.size()) {
        for (DialRow* row : rows_) {
            dial_layout_->removeWidget(row);
            row->hide();
            row->deleteLater();
        }
        rows_.clear();
        for (const DialId dial : wanted) {
            auto* row = new DialRow(session_, dial);
            connect(row, &DialRow::chosen, this, [this](DialId chosen) { selected_dial_ = chosen; });
            dial_layout_->addWidget(row);
            rows_.push_back(row);
        }
        shown_dials_ = wanted;
    }
    refresh_answers();
    refresh_readings();
}

void SheetView::refresh_answers() {
    for (const MoveAnswer& answer : session_.explain_at(session_.cursor()))
        if (answer.move == machine_) gates_->show_answer(answer);
}

bool SheetView::speaks_of(const ReadingInfo& reading, const Machine& machine) const {
    std::vector<std::string> owners;
    collect_stretches(reading.value, owners);
    if (reading.over) owners.push_back(reading.over->owner);
    if (owners.empty()) return true;  // of the whole run
    const bool named = std::find(owners.begin(), owners.end(), machine.name) != owners.end();
    const auto& program = *session_.program();
    const std::string button = !machine.button ? "" : program.buttons[machine.button].name;
    return named || std::find(owners.begin(), owners.end(), button) != owners.end();
}

void SheetView::refresh_readings() {
    const RunPointer now = session_.now_run();
    const RunPointer kept = session_.kept_run();
    const auto& program = session_.program();
    if (!now || !program || !program->has(machine_)) return;
    const Machine& machine = program->machines[machine_];
    std::vector<ReadingResult> shown;
    for (const ReadingResult& result : now->readings) {
        const auto& all = program->readings;
        const auto info =
            std::find_if(all.begin(), all.end(), [&](const ReadingInfo& r) { return r.name == result.name; });
        if (info != all.end() && speaks_of(*info, machine)) shown.push_back(result);
    }
    readings_->show_readings(std::move(shown), kept ? kept->readings : std::vector<ReadingResult>());
}

}  // namespace leap::studio
