// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/script_desk/word_help.hpp"

#include <QObject>
#include <set>

#include "core/script/words.hpp"
#include "studio/shared/convert.hpp"

namespace leap::studio {
QString word_help(std::string_view word, const Program* program) {
    const auto told = [](std::string_view text) {
        return QString::fromUtf8(text.data(), static_cast<int>(text.size()));
    };
    for (const auto senses :
         {plain_senses(), button_senses(), volume_senses(), event_senses(), probe_senses(), fixture_senses()})
        if (const auto sense = find_sense(senses, word))
            return told(word) + ": " + told(sense->meaning) + "  (" + to_qt(type_text(sense->type)) + ")";
    for (const FunctionInfo& function : functions())
        if (function.word == word) return told(function.usage) + ": " + told(function.meaning);
    if (program != nullptr) {
        for (const DialInfo& dial : program->dials)
            if (dial.name == word || dial.path() == word)
                return to_qt(dial.path()) + " = " + to_qt(quantity_text(dial.value, dial.unit)) +
                       (dial.meaning.empty() ? QString() : ": " + to_qt(dial.meaning));
        for (const MeterInfo& meter : program->meters)
            if (meter.name == word)
                return QObject::tr("%1: a meter from %2 to %3").arg(told(word)).arg(meter.low).arg(meter.high);
        if (const auto machine = program->find_machine(word)) {
            const Machine& found = program->machines[*machine];
            if (found.kind == MachineKind::fixture)
                return QObject::tr("fixture %1, %2 phases").arg(told(word)).arg(found.phases.size());
            return (found.kind == MachineKind::move ? QObject::tr("move %1, %2 phases") : QObject::tr("stance %1"))
                .arg(told(word))
                .arg(found.phases.size());
        }
    }
    return to_qt(leap::word_help(word));
}

QStringList completion_words(const Program* program) {
    std::set<std::string> out;
    for (const std::string_view word : language_words()) out.emplace(word);
    for (const auto senses :
         {plain_senses(), button_senses(), volume_senses(), event_senses(), probe_senses(), fixture_senses()})
        for (const SenseInfo& sense : senses) out.emplace(sense.word);
    for (const FunctionInfo& function : functions()) out.emplace(function.word);
    for (const char* unit : {"deg", "rad", "turns", "frames", "ms", "km", "cm", "mm"}) out.emplace(unit);
    if (program != nullptr) {
        for (const DialInfo& dial : program->dials) {
            out.insert(dial.name);
            out.insert(dial.path());
        }
        for (const Machine& machine : program->machines) out.insert(machine.name);
        for (const MeterInfo& meter : program->meters) out.insert(meter.name);
        for (const ButtonInfo& button : program->buttons) out.insert(button.name);
        for (const CurveInfo& curve : program->curves) out.insert(curve.name);
        for (const ProbeInfo& probe : program->probes) out.insert(probe.path.substr(probe.path.find('.') + 1));
    }
    QStringList list;
    for (const std::string& word : out) list << to_qt(word);
    return list;
}

}  // namespace leap::studio
