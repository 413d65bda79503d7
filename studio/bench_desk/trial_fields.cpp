// SPDX-License-Identifier: GPL-3.0-or-later
// What each kind of trial asks, as fields of its sheet.
#include <QHBoxLayout>
#include <cmath>

#include "core/defaults.hpp"
#include "studio/bench_desk/trial_sheet.hpp"
#include "studio/shared/convert.hpp"
#include "studio/shared/palette.hpp"

namespace leap::studio {

namespace {

QStringList dial_names(const Program& program) {
    QStringList out;
    for (const DialInfo& dial : program.dials)
        if (!dial.body) out << to_qt(dial.path());
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
           kind == TrialKind::fit || kind == TrialKind::way || kind == TrialKind::wire;
}

/// Kinds whose values go over a range in steps, at most two of them at once.
bool has_points(TrialKind kind) {
    return kind == TrialKind::sweep || kind == TrialKind::wire;
}

/// What of a rehearsal can be varied, as set_wire_value() calls it.
QStringList wire_names(const WirePlan& plan) {
    QStringList out{"behind", "input_delay", "send_every"};
    for (std::size_t i = 1; i < plan.peers.size(); ++i)
        for (const char* what : {"delay", "jitter", "loss", "duplicates", "clock", "joins"})
            out << to_qt(plan.peers[i].name) + "." + what;
    return out;
}

QStringList place_names(const CoursePlan& plan, bool pieces) {
    QStringList out;
    for (const Place& place : plan.places) out << to_qt(place.name);
    if (pieces)
        for (const Piece& piece : plan.pieces) out << to_qt(piece.name);
    return out;
}

}  // namespace

void TrialSheet::fill(const Trial& trial) {
    QString kind = to_qt(std::string(trial_kind_word(trial.kind)));
    kind[0] = kind[0].toUpper();
    auto* title = new QLabel(kind);
    title->setFont(palette::text_font(12.0, true));
    fields_->addWidget(title);
    add_field(tr("name"), "name", to_qt(trial.name), {}, [](Trial& to, const std::string& text) {
        if (!text.empty()) to.name = text;
    });
    if (trial.kind == TrialKind::way) fill_way(trial);
    if (trial.kind == TrialKind::wire) fill_wire(trial);
    if (trial.kind == TrialKind::pair) return fill_pair(trial);
    if (has_free(trial.kind)) fill_free(trial);
    if (trial.kind == TrialKind::wire) return fill_wishes(trial);
    if (trial.kind == TrialKind::way) return;
    if (trial.kind == TrialKind::sweep && session_.program()) {
        section(tr("Reading"));
        add_choice(trial.reading.empty() ? tr("a reading") : to_qt(trial.reading), "reading",
                   reading_names(*session_.program()), [](Trial& to, const std::string& text) { to.reading = text; });
    }
    if (trial.kind == TrialKind::solve) fill_wishes(trial);
    if (trial.kind == TrialKind::fit) {
        section(tr("Measured"));
        add_field(tr("file"), "measured", to_qt(trial.measured), "measured/hop.csv",
                  [](Trial& to, const std::string& text) { to.measured = text; });
        fill_alignment(trial);
    }
    if (trial.kind == TrialKind::leeway)
        add_field(tr("hand jitter"), "spread", QString::number(trial.spread_ms) + " ms", "30 ms",
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

/// How a measured run is read, and how it lies over the tape: by itself, or where it was put.
void TrialSheet::fill_alignment(const Trial& trial) {
    const MeasuredUnits usual;
    const auto unit = [&](const QString& label, const QString& name, std::string MeasuredUnits::*member) {
        const std::string fallback = usual.*member;
        add_field(label, name, trial.units.*member == fallback ? QString() : to_qt(trial.units.*member),
                  to_qt(fallback), [this, member, fallback](Trial& to, const std::string& text) {
                      MeasuredUnits units = to.units;
                      units.*member = text.empty() ? fallback : text;
                      if (const auto fine = check_units(units)) {
                          to.units = units;
                      } else {
                          emit problem(to_qt(fine.error()));
                      }
                  });
    };
    unit(tr("time unit"), "time unit", &MeasuredUnits::time);
    unit(tr("length unit"), "length unit", &MeasuredUnits::length);
    unit(tr("speed unit"), "speed unit", &MeasuredUnits::speed);
    const auto number = [](const std::string& text, const char* unit_word) {
        bool fine = false;
        const double typed = to_qt(text).remove(unit_word).trimmed().toDouble(&fine);
        return fine && std::isfinite(typed) ? std::optional(typed) : std::nullopt;
    };
    add_field(tr("starts at"), "later", trial.later_s ? QString("%1 s").arg(*trial.later_s, 0, 'g', 6) : QString(),
              tr("best fit"), [number](Trial& to, const std::string& text) {
                  const auto typed = number(text, "s");
                  if (text.empty()) to.later_s.reset();
                  if (typed && std::abs(*typed) <= defaults::max_tape_s) to.later_s = *typed;
              });
    add_field(tr("time scale"), "stretch",
              trial.stretch == 1.0 ? QString() : QString("%1 %").arg(trial.stretch * 100.0, 0, 'g', 6), "100 %",
              [number](Trial& to, const std::string& text) {
                  const auto typed = number(text, "%");
                  if (text.empty()) to.stretch = 1.0;
                  if (typed && *typed >= 1.0 && *typed <= 10'000.0) to.stretch = *typed / 100.0;
              });
    laid_over_ = new QLabel;
    laid_over_->setObjectName("quiet");
    laid_over_->setWordWrap(true);
    fields_->addWidget(laid_over_);
    tell_laid_over();
}

void TrialSheet::tell_laid_over() {
    if (laid_over_ == nullptr) return;
    const auto& laid = session_.laid_over();
    laid_over_->setText(laid && laid->trial == path_
                            ? tr("placed over the run: covers %1 %, starts at %2 s. Drag its ends in the timeline")
                                  .arg(laid->error.covered * 100.0, 0, 'f', 0)
                                  .arg(laid->alignment.later_s, 0, 'f', 3)
                            : tr("it is drawn over the stage and the curves of its tape"));
}

void TrialSheet::fill_free(const Trial& trial) {
    section(has_points(trial.kind) ? tr("Varied")
                                   : (trial.kind == TrialKind::way ? tr("Lowest values that still work") : tr("Free")));
    for (std::size_t i = 0; i < trial.free.size(); ++i) {
        const TrialFree& free = trial.free[i];
        QString range;
        if (session_.program() && session_.course()) {
            const auto found =
                find_free_value(*session_.program(), session_.tuning(Side::now), session_.course()->plan, free.value);
            const bool of_wire = trial.kind == TrialKind::wire && !session_.program()->find_dial(free.value);
            if (of_wire) {
                range = free.value.ends_with("loss") || free.value.ends_with("duplicates") ? tr("a share, 0 to 1")
                                                                                           : tr("as \"50 ms\"");
            } else if (found) {
                range = tr("current %1").arg(to_qt(free_value_text(*found, found->now)));
            } else {
                range = to_qt(found.error());
            }
        }
        auto* head = new QHBoxLayout;
        auto* name = new QLabel(to_qt(free.value));
        auto* words = new QLabel(range);
        words->setObjectName("quiet");
        words->setWordWrap(true);
        auto* out = new QPushButton(tr("remove"));
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
        if (trial.kind != TrialKind::way)
            bound("high", to_qt(free.high), tr("highest"),
                  [](TrialFree& to, const std::string& text) { to.high = text; });
        if (has_points(trial.kind))
            bound("points", free.points > 0 ? QString::number(free.points) : QString(),
                  tr("%1 points").arg(defaults::usual_sweep_points),
                  [](TrialFree& to, const std::string& text) { to.points = std::clamp(to_qt(text).toInt(), 0, 1000); });
        fields_->addLayout(row);
    }
    if (trial.free.empty() && (trial.kind == TrialKind::sensitivity || trial.kind == TrialKind::way)) {
        auto* words = new QLabel(trial.kind == TrialKind::way ? tr("every dial of the moves that ran")
                                                              : tr("every dial that has a range"));
        words->setObjectName("quiet");
        fields_->addWidget(words);
    }
    if (!session_.program() || (has_points(trial.kind) && trial.free.size() >= 2)) return;
    QStringList names = dial_names(*session_.program());
    if (trial.kind == TrialKind::wire) {
        const WireEntry* rehearsal = session_.project().find_wire(trial.rehearsal);
        if (rehearsal != nullptr) names = wire_names(rehearsal->plan) + names;
    }
    add_choice(trial.kind == TrialKind::wire ? tr("a value of a connection, or a dial")
                                             : tr("another dial, a curve's point, or \"piece NAME x\""),
               "add free", names, [](Trial& to, const std::string& text) {
                   if (!text.empty()) to.free.push_back({text, {}, {}, 0});
               });
}

void TrialSheet::fill_wire(const Trial& trial) {
    QStringList names;
    for (const WireEntry& entry : session_.project().wires) names << to_qt(entry.plan.name);
    add_name(tr("rehearsal"), "rehearsal", trial.rehearsal, names,
             [](Trial& to, const std::string& text) { to.rehearsal = text; });
}

/// A name that is chosen from a list, shown in the box itself.
void TrialSheet::add_name(const QString& label, const QString& name, const std::string& now, const QStringList& names,
                          const std::function<void(Trial&, const std::string&)>& set) {
    auto* words = new QLabel(label);
    words->setObjectName("quiet");
    fields_->addWidget(words);
    add_choice(now.empty() ? tr("choose") : to_qt(now), name, names, set);
}

void TrialSheet::fill_way(const Trial& trial) {
    if (!session_.course() || !session_.program()) return;
    const QStringList ends = place_names(session_.course()->plan, true);
    add_name(tr("from a start place, or a piece that holds one"), "from", trial.from, ends,
             [](Trial& to, const std::string& text) { to.from = text; });
    add_name(tr("to a place or a piece"), "to", trial.to, ends,
             [](Trial& to, const std::string& text) { to.to = text; });
    section(tr("Switched off"));
    add_taken(trial.without, [](Trial& to) -> std::vector<std::string>& { return to.without; });
    QStringList moves;
    for (const MachineId move : session_.program()->moves) moves << to_qt(session_.program()->machines[move].name);
    add_choice(tr("switch off a move"), "add without", moves, [](Trial& to, const std::string& text) {
        if (!text.empty() && std::find(to.without.begin(), to.without.end(), text) == to.without.end())
            to.without.push_back(text);
    });
    add_field(tr("tries"), "tries", trial.tries > 0 ? QString::number(trial.tries) : QString(),
              QString::number(defaults::usual_way_tries), [](Trial& to, const std::string& text) {
                  bool fine = false;
                  const int typed = to_qt(text).toInt(&fine);
                  if (text.empty() || (fine && typed >= 0)) to.tries = typed;
              });
    add_field(tr("seed"), "seed", trial.seed != 1 ? QString::number(trial.seed) : QString(), "1",
              [](Trial& to, const std::string& text) {
                  bool fine = false;
                  const int typed = text.empty() ? 1 : to_qt(text).toInt(&fine);
                  if (text.empty() || (fine && typed >= 0)) to.seed = static_cast<std::uint64_t>(typed);
              });
    section(tr("Hints"));
    add_taken(trial.tapes, [](Trial& to) -> std::vector<std::string>& { return to.tapes; });
    QStringList tapes;
    for (const QString& name : session_.tape_names()) tapes << name;
    add_choice(tr("try a tape from the same start"), "add tape", tapes, [](Trial& to, const std::string& text) {
        if (!text.empty() && std::find(to.tapes.begin(), to.tapes.end(), text) == to.tapes.end())
            to.tapes.push_back(text);
    });
}

/// Other tunings or another spot are another pair: what was said of the first ones goes with them.
void TrialSheet::fill_pair(const Trial& trial) {
    if (!session_.course()) return;
    QStringList tunings;
    for (const TuningEntry& entry : session_.tunings()) tunings << to_qt(entry.tuning.name);
    const auto restarting = [](std::string Trial::*member) {
        return [member](Trial& to, const std::string& text) {
            if (to.*member == text) return;
            to.*member = text;
            to.rounds.clear();
            to.result.reset();
        };
    };
    add_name(tr("first tuning"), "one", trial.one, tunings, restarting(&Trial::one));
    add_name(tr("second tuning"), "other", trial.other, tunings, restarting(&Trial::other));
    add_name(tr("start"), "from", trial.from.empty() ? tr("where the current tape starts").toStdString() : trial.from,
             place_names(session_.course()->plan, false), restarting(&Trial::from));
    add_field(tr("rounds"), "rounds", trial.tries > 0 ? QString::number(trial.tries) : QString(),
              QString::number(defaults::usual_pair_rounds), [](Trial& to, const std::string& text) {
                  bool fine = false;
                  const int typed = to_qt(text).toInt(&fine);
                  if (text.empty() || (fine && typed >= 0 && typed <= 1000)) to.tries = typed;
              });
    if (trial.rounds.empty()) return;
    auto* words = new QLabel(tr("Other tunings, or another start, reset the rounds"));
    words->setObjectName("quiet");
    words->setWordWrap(true);
    fields_->addWidget(words);
}

void TrialSheet::fill_wishes(const Trial& trial) {
    section(tr("Goals"));
    for (std::size_t i = 0; i < trial.wishes.size(); ++i)
        add_field({}, QString("wish %1").arg(i + 1), to_qt(trial.wishes[i]), tr("clear to remove"),
                  [i](Trial& to, const std::string& text) {
                      if (i >= to.wishes.size()) return;
                      if (text.empty()) {
                          to.wishes.erase(to.wishes.begin() + static_cast<std::ptrdiff_t>(i));
                      } else {
                          to.wishes[i] = text;
                      }
                  });
    const QString example = trial.kind == TrialKind::wire ? "largest_correction <= 5 cm" : "hop_height = 2.4 m";
    add_field({}, "add wish", {}, example, [](Trial& to, const std::string& text) {
        if (!text.empty()) to.wishes.push_back(text);
    });
}

/// What was chosen, each to be taken out again.
void TrialSheet::add_taken(const std::vector<std::string>& names,
                           const std::function<std::vector<std::string>&(Trial&)>& list) {
    for (std::size_t i = 0; i < names.size(); ++i) {
        auto* row = new QHBoxLayout;
        row->addWidget(new QLabel(to_qt(names[i])), 1);
        auto* out = new QPushButton(tr("remove"));
        out->setObjectName("word");
        connect(out, &QPushButton::clicked, this, [this, i, list] {
            change([&](Trial& to) {
                std::vector<std::string>& from = list(to);
                if (i < from.size()) from.erase(from.begin() + static_cast<std::ptrdiff_t>(i));
            });
        });
        row->addWidget(out);
        fields_->addLayout(row);
    }
}

void TrialSheet::fill_tapes(const Trial& trial) {
    section(tr("Tapes"));
    if (trial.tapes.empty()) {
        auto* words = new QLabel(tr("all tapes of the project"));
        words->setObjectName("quiet");
        fields_->addWidget(words);
    }
    add_taken(trial.tapes, [](Trial& to) -> std::vector<std::string>& { return to.tapes; });
    QStringList names;
    for (const QString& name : session_.tape_names()) names << name;
    add_choice(tr("only on one tape"), "add tape", names, [](Trial& to, const std::string& text) {
        if (!text.empty() && std::find(to.tapes.begin(), to.tapes.end(), text) == to.tapes.end())
            to.tapes.push_back(text);
    });
}

}  // namespace leap::studio
