// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/session/influences.hpp"

#include <QStringList>
#include <algorithm>
#include <cmath>

namespace leap::studio {

namespace {

constexpr std::size_t max_lines = 6;

QString name_of(const std::string& text) {
    return QString::fromStdString(text).replace('_', ' ');
}

QString change_words(const Influence& each, const Program& program) {
    const QString value = QString::fromStdString(
        quantity_text(std::abs(each.change()), program.readings[each.reading].type.dimension, 3));
    return (each.change() > 0 ? "+" : "−") + value;
}

std::vector<Influence> strongest(std::vector<Influence> some) {
    std::stable_sort(some.begin(), some.end(),
                     [](const Influence& a, const Influence& b) { return a.size() > b.size(); });
    if (some.size() > max_lines) some.resize(max_lines);
    return some;
}

}  // namespace

const Influences::Found* Influences::found(const Ingredients& made, const Tape& tape) {
    if (found_ && found_->made.same_as(made) && found_->tape == tape) return found_.get();
    if (asked_ && asked_->first.same_as(made) && asked_->second == tape && job_.busy()) return nullptr;
    asked_ = {made, tape};
    job_.request([this, made, tape] {
        auto out = std::make_shared<Found>();
        out->made = made;
        out->tape = tape;
        const Tape* list[] = {&out->tape};
        SensitivityOptions options;
        options.stop = [this] { return job_.is_outdated(); };
        out->sensitivity = find_sensitivity({*made.program, made.tuning, *made.course},
                                            free_dials(*made.program, made.tuning), list, options);
        if (!out->sensitivity.complete) return;
        QMetaObject::invokeMethod(
            this,
            [this, out] {
                found_ = out;
                emit changed();
            },
            Qt::QueuedConnection);
    });
    return nullptr;
}

QString Influences::of_dial(const Ingredients& made, const Tape& tape, const std::string& dial) {
    const Found* there = found(made, tape);
    if (there == nullptr) return tr("Calculating what this dial moves. Point at it again in a moment");
    QStringList lines;
    std::vector<Influence> own;
    for (const Influence& each : there->sensitivity.influences)
        if (there->sensitivity.values[each.value].path == dial) own.push_back(each);
    if (own.empty()) lines << tr("This dial moves no reading of this tape");
    if (!own.empty()) lines << tr("One tenth of its range moves:");
    for (const Influence& each : strongest(own))
        lines << QString("  %1  %2")
                     .arg(name_of(made.program->readings[each.reading].name), change_words(each, *made.program));
    for (const Edge& edge : there->sensitivity.edges)
        if (there->sensitivity.values[edge.value].path == dial)
            lines << QString::fromStdString(edge_text(there->sensitivity, edge));
    return lines.join('\n');
}

QString Influences::of_reading(const Ingredients& made, const Tape& tape, const std::string& reading) {
    const Found* there = found(made, tape);
    if (there == nullptr) return tr("Calculating which dials move it. Point at it again in a moment");
    std::vector<Influence> own;
    for (const Influence& each : there->sensitivity.influences)
        if (made.program->readings[each.reading].name == reading) own.push_back(each);
    if (own.empty()) return tr("No dial moves it on this tape");
    QStringList lines{tr("One tenth of the range of these dials moves it:")};
    for (const Influence& each : strongest(own))
        lines << QString("  %1  %2")
                     .arg(QString::fromStdString(there->sensitivity.values[each.value].path),
                          change_words(each, *made.program));
    return lines.join('\n');
}

}  // namespace leap::studio
