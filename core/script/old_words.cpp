// SPDX-License-Identifier: MIT
#include "core/script/old_words.hpp"

#include <algorithm>
#include <array>

#include "core/script/parse.hpp"

namespace leap {
namespace {

constexpr std::array old_sense_table{
    OldWord{"rising", "vertical_speed"}, OldWord{"share", "progress"},           OldWord{"way_of", "direction_of"},
    OldWord{"share_in", "submerged"},    OldWord{"slider_way", "slider_offset"}, OldWord{"lacks", "not has"},
};

constexpr std::array old_statement_table{
    OldWord{"gauge NAME = VALUE", "watch NAME = VALUE"},
    OldWord{"move NAME in LAYER", "move NAME layer LAYER"},
    OldWord{"cuts anything", "cuts any"},
    OldWord{"cut by all", "cut by any"},
    OldWord{"share ... as present", "share ... as once"},
    OldWord{"share ... by host", "share ... authority host"},
    OldWord{"COUNTER + N, COUNTER - N", "COUNTER += N, COUNTER -= N"},
};

constexpr std::array<std::string_view, 3> later_senses{"vertical_speed", "horizontal_speed", "progress"};

}  // namespace

std::span<const OldWord> old_senses() {
    return old_sense_table;
}

std::span<const OldWord> old_statements() {
    return old_statement_table;
}

std::string_view current_sense(std::string_view word) {
    const auto found = std::find_if(old_sense_table.begin(), old_sense_table.end(),
                                    [&](const OldWord& old) { return old.was == word; });
    return found == old_sense_table.end() ? word : found->now;
}

bool came_later(std::string_view sense) {
    return std::find(later_senses.begin(), later_senses.end(), sense) != later_senses.end();
}

std::set<std::string> own_names(std::span<const SourceFile> files) {
    std::set<std::string> out;
    const auto add = [&](const auto& items) {
        for (const auto& item : items) out.insert(item.name.text);
    };
    const auto add_memories = [&](const std::vector<syntax::Action>& actions) {
        for (const syntax::Action& action : actions)
            for (const syntax::Clause& clause : action.clauses)
                if (clause.said && !clause.name.text.empty()) out.insert(clause.name.text);
    };
    const auto add_blocks = [&](const std::vector<syntax::Block>& blocks) {
        for (const syntax::Block& block : blocks) add_memories(block.actions);
    };
    for (std::size_t i = 0; i < files.size(); ++i) {
        const syntax::File file = parse(files[i].text, static_cast<std::uint32_t>(i)).file;
        add(file.lets);
        add(file.counters);
        add(file.probes);
        add(file.dials);
        for (const syntax::Owner& owner : file.owners) {
            out.insert(owner.name.text);
            add(owner.lets);
            add(owner.counters);
            add(owner.probes);
            add(owner.dials);
            add_blocks(owner.blocks);
            for (const syntax::Phase& phase : owner.phases) {
                add_blocks(phase.blocks);
                for (const syntax::Transition& transition : phase.transitions) add_memories(transition.actions);
            }
        }
    }
    return out;
}

}  // namespace leap
