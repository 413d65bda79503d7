// SPDX-License-Identifier: MIT
#include "core/script/word_knowledge.hpp"

#include <fmt/format.h>

#include <array>
#include <map>

#include "core/script/senses.hpp"
#include "core/script/words.hpp"
#include "core/units/dimension.hpp"

namespace leap {
namespace {

std::array<std::span<const SenseInfo>, 6> all_senses() {
    return {plain_senses(), button_senses(), volume_senses(), event_senses(), probe_senses(), fixture_senses()};
}

std::string knowledge_of_own(std::string_view word, const Program& program) {
    for (const DialInfo& dial : program.dials)
        if (dial.name == word || dial.path() == word)
            return fmt::format("{} = {}{}{}", dial.path(), quantity_text(dial.value, dial.unit),
                               dial.meaning.empty() ? "" : ": ", dial.meaning);
    for (const MeterInfo& meter : program.meters)
        if (meter.name == word) return fmt::format("{}: a meter from {:g} to {:g}", word, meter.low, meter.high);
    const auto machine = program.find_machine(word);
    if (!machine) return {};
    const Machine& found = program.machines[*machine];
    if (found.kind == MachineKind::stance) return fmt::format("stance {}", word);
    return fmt::format("{} {}, {} phases", found.kind == MachineKind::move ? "move" : "fixture", word,
                       found.phases.size());
}

}  // namespace

std::string knowledge_of(std::string_view word, const Program* program) {
    for (const auto senses : all_senses())
        if (const auto sense = find_sense(senses, word))
            return fmt::format("{}: {}  ({})", word, sense->meaning, type_text(sense->type));
    for (const FunctionInfo& function : functions())
        if (function.word == word) return fmt::format("{}: {}", function.usage, function.meaning);
    if (program != nullptr)
        if (std::string own = knowledge_of_own(word, *program); !own.empty()) return own;
    return word_help(word);
}

std::vector<KnownWord> known_words(const Program* program) {
    std::map<std::string, WordKind, std::less<>> out;
    const auto add = [&](std::string_view word, WordKind kind) { out.emplace(word, kind); };
    if (program != nullptr) {
        for (const Machine& machine : program->machines) add(machine.name, WordKind::machine);
        for (const DialInfo& dial : program->dials) {
            add(dial.name, WordKind::dial);
            add(dial.path(), WordKind::dial);
        }
        for (const MeterInfo& meter : program->meters) add(meter.name, WordKind::meter);
        for (const ButtonInfo& button : program->buttons) add(button.name, WordKind::button);
        for (const CurveInfo& curve : program->curves) add(curve.name, WordKind::curve);
        for (const ProbeInfo& probe : program->probes)
            add(std::string_view(probe.path).substr(probe.path.find('.') + 1), WordKind::probe);
    }
    for (const std::string_view word : language_words()) add(word, WordKind::language);
    for (const auto senses : all_senses())
        for (const SenseInfo& sense : senses) add(sense.word, WordKind::sense);
    for (const FunctionInfo& function : functions()) add(function.word, WordKind::function);
    for (const char* unit : {"deg", "rad", "turns", "frames", "ms", "km", "cm", "mm"}) add(unit, WordKind::unit);
    std::vector<KnownWord> words;
    words.reserve(out.size());
    for (const auto& [text, kind] : out) words.push_back({text, kind});
    return words;
}

}  // namespace leap
