// SPDX-License-Identifier: MIT
// What values come to, in the text beside them.
#include <fmt/format.h>

#include <algorithm>

#include "core/script/parse.hpp"
#include "lsp/features.hpp"

namespace leap::lsp {
namespace {

/// What a `let` comes to with the dials as they are written: each value once, that of the text's own owner first; what
/// is based on it may have others. Empty where it depends on more than dials.
std::string worth_of(const Program& program, const Tuning& tuning, const SourceRange& value) {
    std::vector<std::string> out;
    for (const Folded& each : program.folded) {
        if (each.expression.range != value || each.expression.type.kind == ValueKind::vector) continue;
        const std::string text = quantity_text(tuning.folded[static_cast<std::size_t>(each.slot)],
                                               display_unit(each.expression.type.dimension));
        if (std::find(out.begin(), out.end(), text) == out.end()) out.push_back(text);
    }
    constexpr std::size_t most = 3;
    if (out.size() > most) out.resize(most);
    return fmt::format("{}", fmt::join(out, " or "));
}

}  // namespace

Json hints_of(const Asked& asked, std::uint32_t begin, std::uint32_t end, LensRuns& runs) {
    Json out = Json::array();
    const Program* program = asked.program();
    if (program == nullptr) return out;
    const auto hint = [&](std::uint32_t at, const std::string& label, const char* tip) {
        if (at < begin || at > end || label.empty()) return;
        out.push_back({{"position", asked.range({*asked.file, at, at})["start"]},
                       {"label", "= " + label},
                       {"tooltip", tip},
                       {"paddingLeft", true}});
    };
    const Tuning tuning = written_tuning(*program);
    const syntax::File file = parse(asked.text, *asked.file).file;
    const auto add = [&](const std::vector<syntax::Let>& lets) {
        for (const syntax::Let& let : lets)
            hint(let.value.range.end, worth_of(*program, tuning, let.value.range),
                 "with the dials as they are written");
    };
    add(file.lets);
    for (const syntax::Owner& owner : file.owners) add(owner.lets);
    // The first tape that has something to read; tapes that no lens has asked for yet aren't run for it, but the first.
    const std::vector<std::string> tapes = runs.tapes(*asked.project);
    for (const syntax::Reading& reading : file.readings) {
        std::string label;
        for (std::size_t i = 0; i < tapes.size() && label.empty(); ++i) {
            if (i > 0 && !runs.has_run(tapes[i])) continue;
            for (const ReadingResult& each : runs.readings(*asked.project, tapes[i]))
                if (each.name == reading.name.text && each.value)
                    label = fmt::format("{} on {}", quantity_text(*each.value, display_unit(each.type.dimension)),
                                        tapes[i]);
        }
        hint(reading.value.range.end, label, "as this tape plays with the scripts as they are");
    }
    return out;
}

}  // namespace leap::lsp
