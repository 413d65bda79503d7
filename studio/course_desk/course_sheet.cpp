// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/course_desk/course_sheet.hpp"

#include <QCompleter>
#include <QPushButton>
#include <QRegularExpression>

#include "core/defaults.hpp"
#include "core/project/course_uses.hpp"
#include "core/simulation/fixture_check.hpp"
#include "core/world/path_edit.hpp"
#include "studio/shared/convert.hpp"
#include "studio/shared/flow_layout.hpp"
#include "studio/shared/labels.hpp"
#include "studio/shared/palette.hpp"

namespace leap::studio {

namespace {

QString own_number_text(double value) {
    QString out = QString::number(value, 'f', 3);
    while (out.endsWith('0')) out.chop(1);
    if (out.endsWith('.')) out.chop(1);
    return out == "-0" ? "0" : out;
}

/// The numbers in a text; units and signs between them are passed over.
std::vector<double> numbers_in(const QString& text) {
    static const QRegularExpression number(R"([-−]?\d+(?:[.,]\d+)?)");
    std::vector<double> out;
    auto found = number.globalMatch(text);
    while (found.hasNext())
        out.push_back(found.next().captured().replace(QChar(0x2212), '-').replace(',', '.').toDouble());
    return out;
}

QStringList words_in(const QString& text) {
    static const QRegularExpression between("[,\\s]+");
    return text.split(between, Qt::SkipEmptyParts);
}

QLabel* heading(const QString& text) {
    auto* out = new QLabel(text);
    out->setFont(palette::text_font(9.5, true));
    return out;
}

void empty(QLayout* layout) {
    while (QLayoutItem* item = layout->takeAt(0)) {
        if (item->layout() != nullptr) empty(item->layout());
        if (item->widget() != nullptr) {
            item->widget()->hide();  // it may be in the middle of its own event
            item->widget()->deleteLater();
        }
        delete item;
    }
}

}  // namespace

CourseSheet::CourseSheet(CourseEditor& editor, QWidget* parent) : QWidget(parent), editor_(editor) {
    setObjectName("sheet");
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(16, 10, 16, 12);
    layout->setSpacing(6);
    auto* head = new QHBoxLayout;
    name_ = new QLineEdit;
    name_->setFont(palette::text_font(13.0, true));
    name_->setAccessibleName(tr("Name"));
    name_->setStyleSheet("QLineEdit { border: none; background: transparent; padding: 0; }");
    kind_ = new QLabel;
    kind_->setObjectName("quiet");
    head->addWidget(name_, 1);
    head->addWidget(kind_);
    layout->addLayout(head);
    fields_ = new QGridLayout;
    fields_->setHorizontalSpacing(14);
    fields_->setVerticalSpacing(3);
    fields_->setColumnMinimumWidth(0, 74);
    fields_->setColumnStretch(1, 1);
    layout->addLayout(fields_);
    warning_ = new QLabel;
    warning_->setWordWrap(true);
    set_meaning(*warning_, Meaning::refused);
    layout->addWidget(warning_);
    uses_part_ = new QWidget;
    auto* uses = new QVBoxLayout(uses_part_);
    uses->setContentsMargins(0, 4, 0, 0);
    uses->setSpacing(6);
    uses->addWidget(hairline());
    uses->addWidget(heading(tr("Used by")));
    uses_ = wrapped_words();
    uses_->setAccessibleName(tr("Used by"));
    uses->addWidget(uses_);
    layout->addWidget(uses_part_);
    layout->addSpacing(4);
    layout->addWidget(hairline());
    reach_head_ = heading(tr("Reached from here"));
    layout->addWidget(reach_head_);
    reach_ = new QVBoxLayout;
    reach_->setSpacing(1);
    layout->addLayout(reach_);
    way_to_ = new QComboBox;
    way_to_->setAccessibleName(tr("Find a route to"));
    way_to_->setEditable(true);
    way_to_->setInsertPolicy(QComboBox::NoInsert);
    way_to_->lineEdit()->setPlaceholderText(tr("find a route to a place or piece"));
    way_to_->completer()->setCompletionMode(QCompleter::PopupCompletion);
    way_to_->completer()->setFilterMode(Qt::MatchContains);
    way_words_ = new QLabel;
    way_words_->setWordWrap(true);
    way_stop_ = new QPushButton(tr("stop"));
    way_stop_->setObjectName("word");
    auto* way_line = new QHBoxLayout;
    way_line->addWidget(way_words_, 1);
    way_line->addWidget(way_stop_);
    layout->addWidget(way_to_);
    layout->addLayout(way_line);
    connect(way_to_, &QComboBox::textActivated, this, [this](const QString& to) {
        const QString why_not = editor_.find_way_to(to.trimmed().toStdString());
        if (!why_not.isEmpty()) emit editor_.problem(why_not);
        refresh_way();
    });
    connect(way_stop_, &QPushButton::clicked, this, [this] { editor_.session().stop_trial(); });
    connect(&editor_.session(), &Session::trial_progressed, this, &CourseSheet::refresh_way);
    connect(&editor_.session(), &Session::trial_finished, this, &CourseSheet::refresh_way);
    layout->addSpacing(4);
    layout->addWidget(hairline());
    layout->addWidget(heading(tr("Place")));
    words_ = new QVBoxLayout;
    words_->setSpacing(0);
    layout->addLayout(words_);
    layout->addStretch();
    connect(name_, &QLineEdit::editingFinished, this, [this] {
        if (const auto item = editor_.single()) editor_.rename(*item, name_->text().trimmed().toStdString());
    });
    connect(&editor_, &CourseEditor::changed, this, &CourseSheet::refresh);
    connect(&editor_, &CourseEditor::reach_changed, this, &CourseSheet::refresh_reach);
    refresh();
}

QLineEdit* CourseSheet::field(const QString& word) const {
    const auto found = by_word_.find(word);
    return found == by_word_.end() ? nullptr : found->second;
}

void CourseSheet::add_field(const QString& word, const QString& text, const QString& tip,
                            const std::function<QString(const QString&)>& take) {
    const int row = fields_->rowCount();
    auto* label = new QLabel(word);
    label->setToolTip(tip);
    auto* edit = new QLineEdit(text);
    edit->setFont(palette::number_font(9.0));
    edit->setToolTip(tip);
    edit->setAccessibleName(word);
    fields_->addWidget(label, row, 0);
    fields_->addWidget(edit, row, 1);
    by_word_[word] = edit;
    connect(edit, &QLineEdit::editingFinished, this, [this, edit, text, take] {
        if (edit->text() == text) return;
        const QString wrong = take(edit->text());
        if (wrong.isEmpty()) return;
        emit editor_.problem(wrong);
        edit->setText(text);
    });
}

void CourseSheet::add_vector(const QString& word, const Vec3& value, const QString& tip,
                             const std::function<void(CoursePlan&, const Vec3&)>& take, bool of_size, PieceKind shape) {
    const QString between = of_size ? QString(" × ") : QString(", ");
    const QString text =
        own_number_text(value.x) + between + own_number_text(value.y) + between + own_number_text(value.z) + " m";
    add_field(word, text, tip, [this, word, take, of_size, shape](const QString& typed) -> QString {
        const std::vector<double> read = numbers_in(typed);
        if (read.size() != 3) return tr("%1: expected three numbers in metres").arg(word);
        const Vec3 wanted{read[0], read[1], read[2]};
        if (of_size && std::min({wanted.x, wanted.y, wanted.z}) < 0.001) return tr("Each side must be at least 1 mm");
        if (of_size && !fits_shape(shape, wanted))
            return tr("Round pieces need equal length and width, spheres equal height too");
        if (std::max({std::abs(wanted.x), std::abs(wanted.y), std::abs(wanted.z)}) > 1e5)
            return tr("This place is too far out");
        editor_.edit(word, [&](CoursePlan& plan) { take(plan, wanted); });
        return {};
    });
}

void CourseSheet::fill_fields() {
    empty(fields_);
    by_word_.clear();
    const auto item = editor_.single();
    const CoursePlan& plan = editor_.plan();
    if (!item) return;
    const std::size_t i = item->index;
    const auto words = [&](const QString& word, const std::string& text, const QString& tip, auto member) {
        add_field(word, to_qt(text), tip, [this, word, member](const QString& typed) {
            editor_.edit(word, [&](CoursePlan& next) { member(next) = typed.trimmed().toStdString(); });
            return QString();
        });
    };
    const auto turn = [&](double value, auto member) {
        add_field(tr("rotation"), own_number_text(value) + "°",
                  tr("Counter-clockwise seen from above; 0 faces along x"), [this, member](const QString& typed) {
                      const auto read = numbers_in(typed);
                      if (read.size() != 1 || std::abs(read[0]) > 360.0) return tr("One angle in degrees, up to 360");
                      editor_.edit(tr("Turn"), [&](CoursePlan& next) { member(next) = read[0]; });
                      return QString();
                  });
    };
    if (item->kind == ItemKind::piece) {
        const Piece& piece = plan.pieces[i];
        if (piece.kind != PieceKind::mesh)
            add_vector(
                tr("size"), piece.size, tr("Length, width, height"),
                [i](CoursePlan& next, const Vec3& v) { next.pieces[i].size = v; }, true, piece.kind);
        add_vector(tr("position"), piece.center, tr("Its centre"),
                   [i](CoursePlan& next, const Vec3& v) { next.pieces[i].center = v; });
        turn(piece.turn_deg, [i](CoursePlan& next) -> double& { return next.pieces[i].turn_deg; });
        if (piece.kind == PieceKind::steps)
            add_field(tr("steps"), QString::number(piece.count), tr("How many"), [this, i](const QString& typed) {
                const auto read = numbers_in(typed);
                if (read.size() != 1 || read[0] < 1 || read[0] > 1000) return tr("A number of steps, 1 to 1000");
                editor_.edit(tr("Steps"), [&](CoursePlan& next) { next.pieces[i].count = static_cast<int>(read[0]); });
                return QString();
            });
        add_field(tr("solid"), piece.solid ? tr("yes") : tr("no"),
                  tr("no: a volume, which bodies can be in and scripts ask for by its kinds, like inside(water)"),
                  [this, i](const QString& typed) {
                      const QString word = typed.trimmed().toLower();
                      if (word != tr("yes") && word != tr("no")) return tr("solid: expected yes or no");
                      editor_.edit(tr("Solid"), [&](CoursePlan& next) { next.pieces[i].solid = word == tr("yes"); });
                      return QString();
                  });
        if (piece.solid) {
            const Vec3& v = piece.carries;
            add_field(tr("carries"),
                      own_number_text(v.x) + ", " + own_number_text(v.y) + ", " + own_number_text(v.z) + " m/s",
                      tr("Speed of its surface along its length, width and height. It carries whoever stands on it"),
                      [this, i](const QString& typed) {
                          const auto read = numbers_in(typed);
                          if (read.size() != 3) return tr("carries: expected three numbers in m/s");
                          const Vec3 wanted{read[0], read[1], read[2]};
                          if (glm::length(wanted) > defaults::fastest_body_mps)
                              return tr("The fastest speed is %1 m/s").arg(defaults::fastest_body_mps);
                          editor_.edit(tr("Carries"), [&](CoursePlan& next) { next.pieces[i].carries = wanted; });
                          return QString();
                      });
            add_field(tr("grip"), own_number_text(piece.grip),
                      tr("Multiplies acceleration and braking on it: 1 is normal, 0 is ice"),
                      [this, i](const QString& typed) {
                          const auto read = numbers_in(typed);
                          if (read.size() != 1 || read[0] < 0 || read[0] > 10) return tr("A share, 0 to 10");
                          editor_.edit(tr("Grip"), [&](CoursePlan& next) { next.pieces[i].grip = read[0]; });
                          return QString();
                      });
        }
        QStringList materials;
        for (const auto& [name, look] : editor_.session().looks().materials) materials << to_qt(name);
        words(tr("material"), piece.material, tr("Surface look: %1").arg(materials.join(", ")),
              [i](CoursePlan& next) -> std::string& { return next.pieces[i].material; });
        QStringList kinds;
        for (const std::string& kind : piece.kinds) kinds << to_qt(kind);
        add_field(tr("kinds"), kinds.join(", "), tr("Names that scripts look for, for example anchor"),
                  [this, i](const QString& typed) {
                      editor_.edit(tr("Kinds"), [&](CoursePlan& next) {
                          next.pieces[i].kinds.clear();
                          for (const QString& word : words_in(typed))
                              next.pieces[i].kinds.push_back(word.toStdString());
                      });
                      return QString();
                  });
        return;
    }
    if (item->kind == ItemKind::place) {
        add_vector(tr("position"), plan.places[i].position, tr("The feet"),
                   [i](CoursePlan& next, const Vec3& v) { next.places[i].position = v; });
        turn(plan.places[i].facing_deg, [i](CoursePlan& next) -> double& { return next.places[i].facing_deg; });
        return;
    }
    if (item->kind == ItemKind::target) {
        add_vector(tr("position"), plan.targets[i].position, tr("Its centre"),
                   [i](CoursePlan& next, const Vec3& v) { next.targets[i].position = v; });
        words(tr("kind"), plan.targets[i].kind, tr("The kind that nearest probes look for"),
              [i](CoursePlan& next) -> std::string& { return next.targets[i].kind; });
        return;
    }
    const PlacedFixture& fixture = plan.fixtures[i];
    words(tr("kind"), fixture.kind, tr("A fixture of the script"),
          [i](CoursePlan& next) -> std::string& { return next.fixtures[i].kind; });
    add_vector(tr("position"), fixture.position, tr("The centre of its underside"),
               [i](CoursePlan& next, const Vec3& v) { next.fixtures[i].position = v; });
    turn(fixture.turn_deg, [i](CoursePlan& next) -> double& { return next.fixtures[i].turn_deg; });
    add_field(tr("link"), to_qt(fixture.link), tr("The fixture it is linked to; or drag its link handle to one"),
              [this, i](const QString& typed) {
                  const std::string name = typed.trimmed().toStdString();
                  const auto& all = editor_.plan().fixtures;
                  const bool known = name.empty() || std::any_of(all.begin(), all.end(),
                                                                 [&](const auto& other) { return other.name == name; });
                  if (!known) return tr("Unknown fixture “%1”").arg(typed.trimmed());
                  editor_.edit(tr("Link"), [&](CoursePlan& next) { next.fixtures[i].link = name; });
                  return QString();
              });
    add_field(
        tr("path"), to_qt(path_text(fixture.path)),
        tr("Points that its phases may follow, ahead, to its left and up from where it stands, in metres: 6, 0, 0 "
           "stop; 6, 4, 0. With round at the end it goes on to where it stands.\nOn the plan: drag them, a double "
           "click makes one a stop, Ctrl and a click takes it out."),
        [this, i](const QString& typed) {
            const auto path = read_path_text(typed.toStdString());
            if (!path) return to_qt(path.error());
            editor_.edit(tr("Path"), [&](CoursePlan& next) { next.fixtures[i].path = *path; });
            return QString();
        });
}

void CourseSheet::refresh() {
    const CoursePlan& plan = editor_.plan();
    const auto item = editor_.single();
    name_->setReadOnly(!item);
    QString kind;
    if (item) {
        name_->setText(to_qt(item_name(plan, *item)));
        if (item->kind == ItemKind::piece) {
            const Piece& piece = plan.pieces[item->index];
            kind = (piece.solid ? tr("%1 piece") : tr("%1 volume")).arg(to_qt(std::string(piece_word(piece.kind))));
        }
        if (item->kind == ItemKind::fixture) kind = tr("fixture");
        if (item->kind == ItemKind::target) kind = tr("target");
        if (item->kind == ItemKind::place) kind = tr("start place");
        if (!item_group(plan, *item).empty()) kind += tr(" · in %1").arg(to_qt(item_group(plan, *item)));
    } else if (editor_.selected().empty()) {
        name_->setText(tr("Nothing selected"));
        kind.clear();
    } else {
        name_->setText(tr("%1 things").arg(editor_.selected().size()));
        kind = tr("G groups them");
    }
    kind_->setText(kind);
    fill_fields();
    QStringList warnings;
    if (editor_.session().program())
        for (const FixtureWarning& warning :
             fixture_warnings(*editor_.session().program(), editor_.session().tuning(Side::now), plan))
            if (!item || (item->kind == ItemKind::fixture && item->index == warning.fixture))
                warnings << to_qt(warning.text);
    constexpr int max_warnings = 4;
    warning_->setText(warnings.mid(0, max_warnings).join('\n'));
    warning_->setVisible(!warnings.isEmpty());
    refresh_uses();
    refresh_reach();
    refresh_words();
}

void CourseSheet::refresh_uses() {
    QStringList lines;
    const auto& program = editor_.session().program();
    if (const auto item = editor_.single(); item && program)
        for (const std::string& line : uses_of(editor_.session().project(), *program, editor_.plan(), *item))
            lines << to_qt(line);
    uses_->setText(lines.join('\n'));
    uses_part_->setVisible(!lines.isEmpty());
}

QStringList CourseSheet::reach_lines() const {
    QStringList out;
    const CoursePlan& plan = editor_.plan();
    for (const ReachRow& row : editor_.reach()) {
        if (row.from >= plan.pieces.size() || row.to >= plan.pieces.size()) continue;
        QStringList words;
        constexpr int max_words = 3;
        for (const LeapAttempt* attempt : row.leaps.telling())
            if (words.size() < max_words)
                words << (attempt->reaches ? to_qt(attempt->name)
                                           : QString("%1: %2").arg(to_qt(attempt->name), to_qt(leap_text(*attempt))));
        out << QString("%1 → %2: %3 %4")
                   .arg(to_qt(plan.pieces[row.from].name), to_qt(plan.pieces[row.to].name),
                        row.leaps.reached() ? "✓" : "✕", words.join(", "));
    }
    return out;
}

/// What begins a way is a place or a piece; what ends it as well.
void CourseSheet::refresh_way() {
    const auto item = editor_.single();
    way_to_->setVisible(item && (item->kind == ItemKind::piece || item->kind == ItemKind::place));
    QStringList names;
    for (const Place& place : editor_.plan().places) names << to_qt(place.name);
    for (const Piece& piece : editor_.plan().pieces) names << to_qt(piece.name);
    QStringList shown;
    for (int i = 0; i < way_to_->count(); ++i) shown << way_to_->itemText(i);
    if (shown != names) {
        way_to_->clear();
        way_to_->addItems(names);
        way_to_->setCurrentIndex(-1);
    }
    const TrialRunner& runner = editor_.session().trial_runner();
    way_stop_->setVisible(runner.running());
    const auto& found = editor_.way();
    if (runner.running()) {
        way_words_->setText(tr("calculating, %1 %").arg(static_cast<int>(runner.share_done() * 100.0)));
    } else if (found) {
        const auto& made = std::get<WayOutcome>(found->outcome->what);
        way_words_->setText(
            QString("%1: %2%3")
                .arg(to_qt(found->trial), to_qt(way_text(made.way)), found->stale ? tr(" (stale)") : QString()));
    } else {
        way_words_->clear();
    }
    way_words_->setVisible(!way_words_->text().isEmpty());
}

void CourseSheet::refresh_reach() {
    refresh_way();
    empty(reach_);
    const QStringList lines = reach_lines();
    const bool piece = editor_.single_piece().has_value();
    reach_head_->setText(piece ? tr("Reached from here")
                               : tr("Select a piece to see which pieces jumps from it can reach"));
    for (int i = 0; i < lines.size(); ++i) {
        auto* button = new QPushButton;
        button->setObjectName("row");
        button->setCheckable(true);
        button->setChecked(i == editor_.chosen_reach());
        auto* row = new QVBoxLayout(button);
        row->setContentsMargins(6, 2, 6, 2);
        row->setSpacing(0);
        auto* where = new QLabel(lines[i].section(": ", 0, 0));
        auto* how = new QLabel(lines[i].section(": ", 1));
        const bool reached = editor_.reach()[static_cast<std::size_t>(i)].leaps.reached();
        set_meaning(*how, reached ? Meaning::holds : Meaning::refused);
        for (QLabel* label : {where, how}) {
            label->setAttribute(Qt::WA_TransparentForMouseEvents);
            row->addWidget(label);
        }
        button->setFixedHeight(where->sizeHint().height() + how->sizeHint().height() + 6);
        button->setAccessibleName(lines[i]);
        connect(button, &QPushButton::clicked, this, [this, i] { editor_.choose_reach(i); });
        reach_->addWidget(button);
    }
}

/// Pieces, and every kind of fixture of the script.
void CourseSheet::refresh_words() {
    std::vector<std::string> kinds;
    if (const auto& program = editor_.session().program())
        for (const MachineId kind : program->fixtures) kinds.push_back(program->machines[kind].name);
    if (kinds == shown_kinds_ && words_->count() > 0) return;
    shown_kinds_ = kinds;
    empty(words_);
    const auto row = [&](const std::vector<std::pair<QString, std::string>>& words) {
        auto* holder = new QWidget;
        QSizePolicy policy(QSizePolicy::Preferred, QSizePolicy::Fixed);
        policy.setHeightForWidth(true);
        holder->setSizePolicy(policy);
        auto* line = new FlowLayout(holder);
        for (const auto& [text, what] : words) {
            auto* button = new QPushButton(text);
            button->setObjectName("word");
            button->setToolTip(tr("Then click where to put it"));
            connect(button, &QPushButton::clicked, this, [this, what = what] {
                if (what == "import") {
                    emit import_wanted();
                } else {
                    emit place_wanted(to_qt(what));
                }
            });
            line->addWidget(button);
        }
        words_->addWidget(holder);
    };
    row({{tr("box"), "box"},
         {tr("ramp"), "ramp"},
         {tr("steps"), "steps"},
         {tr("cylinder"), "cylinder"},
         {tr("sphere"), "sphere"},
         {tr("capsule"), "capsule"},
         {tr("volume"), "volume"},
         {tr("mesh from a file…"), "import"},
         {tr("place"), "place"},
         {tr("target"), "target"}});
    std::vector<std::pair<QString, std::string>> fixtures;
    fixtures.reserve(kinds.size());
    for (const std::string& kind : kinds) fixtures.emplace_back(to_qt(kind).replace('_', ' '), kind);
    row(fixtures);
}

}  // namespace leap::studio
