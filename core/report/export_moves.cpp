// SPDX-License-Identifier: MIT
#include <fmt/format.h>

#include <array>
#include <nlohmann/json.hpp>

#include "core/report/escaped.hpp"
#include "core/report/exports.hpp"
#include "core/report/source_text.hpp"
#include "core/script/dial_edit.hpp"

namespace leap {
namespace {

using ExportJson = nlohmann::ordered_json;

constexpr std::array kind_words{"stance", "move", "fixture"};
const char* kind_word(const Machine& machine) {
    return kind_words[static_cast<std::size_t>(machine.kind)];
}

ExportJson phase_json(const Program& program, const Machine& machine, const Phase& phase) {
    ExportJson out;
    out["name"] = phase.name;
    out["text"] = text_in(program, phase.range);
    out["timed"] = phase.duration.has_value();
    out["ways"] = ExportJson::array();
    for (const Transition& way : phase.transitions)
        out["ways"].push_back({{"to", target_of(machine, way)},
                               {"ends", !way.to},
                               {"fails", way.fails},
                               {"text", text_in(program, way.range)}});
    if (phase.cut) {
        out["cut_by_all"] = phase.cut->all;
        out["cut_by"] = ExportJson::array();
        for (const MachineId move : phase.cut->moves) out["cut_by"].push_back(program.machines[move].name);
    }
    return out;
}

ExportJson machine_json(const Program& program, const Machine& machine) {
    ExportJson out;
    out["name"] = machine.name;
    out["kind"] = kind_word(machine);
    if (!machine.base.empty()) out["based_on"] = machine.base;
    if (machine.button) out["button"] = program.buttons[machine.button].name;
    out["layer"] = program.layers[static_cast<std::size_t>(machine.layer)];
    out["gates"] = ExportJson::array();
    for (const Gate& gate : machine.gates)
        out["gates"].push_back({{"text", gate.text}, {"reason", gate.reason}, {"cooldown", gate.cooldown}});
    out["phases"] = ExportJson::array();
    for (const Phase& phase : machine.phases) out["phases"].push_back(phase_json(program, machine, phase));
    return out;
}

}  // namespace

std::string moves_json(const Program& program, const Tuning& tuning) {
    ExportJson out;
    out["format"] = 1;
    out["bodies"] = ExportJson::array();
    for (const BodyInfo& body : program.bodies) out["bodies"].push_back({{"name", body.name}});
    out["buttons"] = ExportJson::array();
    for (const ButtonInfo& button : program.buttons) out["buttons"].push_back(button.name);
    out["dials"] = ExportJson::array();
    for (std::size_t i = 0; i < program.dials.size(); ++i) {
        const DialInfo& dial = program.dials[i];
        ExportJson one{{"name", dial.path()},
                       {"value", dial_literal(dial, tuning.dials[i])},
                       {"si", tuning.dials[i]},
                       {"meaning", dial.meaning}};
        one["low_si"] = dial.low ? ExportJson(*dial.low) : ExportJson();
        one["high_si"] = dial.high ? ExportJson(*dial.high) : ExportJson();
        out["dials"].push_back(std::move(one));
    }
    out["machines"] = ExportJson::array();
    for (const Machine& machine : program.machines) out["machines"].push_back(machine_json(program, machine));
    return out.dump(2, ' ', false, ExportJson::error_handler_t::replace) + "\n";
}

std::string machine_scxml(const Program& program, MachineId id) {
    const Machine& machine = program.machines[id];
    const bool is_move = machine.kind == MachineKind::move;
    std::string states;
    if (is_move) {
        std::string gates;
        for (const Gate& gate : machine.gates) gates += fmt::format("{}{}", gates.empty() ? "" : " and ", gate.text);
        states += fmt::format(
            "  <state id=\"waiting\">\n    <transition event=\"start\" target=\"{}\" leap:gates=\"{}\"/>\n  </state>\n",
            machine.phases.empty() ? "waiting" : escaped(machine.phases[0].name), escaped(gates));
    }
    for (const Phase& phase : machine.phases) {
        states += fmt::format("  <state id=\"{}\" leap:text=\"{}\">\n", escaped(phase.name),
                              escaped(text_in(program, phase.range)));
        std::size_t number = 0;
        for (const Transition& way : phase.transitions) {
            const std::string to = target_of(machine, way);
            const std::string target = way.to ? to : (is_move ? "waiting" : phase.name);
            states += fmt::format("    <transition event=\"{}.way{}.{}\" target=\"{}\" leap:text=\"{}\"/>\n",
                                  escaped(phase.name), ++number, escaped(to), escaped(target),
                                  escaped(text_in(program, way.range)));
        }
        if (is_move) states += "    <transition event=\"cut\" target=\"waiting\"/>\n";
        states += "  </state>\n";
    }
    const std::string first = is_move ? "waiting" : (machine.phases.empty() ? "" : machine.phases[0].name);
    return fmt::format(
        "<?xml version=\"1.0\" encoding=\"UTF-8\"?>\n"
        "<scxml xmlns=\"http://www.w3.org/2005/07/scxml\" xmlns:leap=\"urn:easy-leap:moves\" version=\"1.0\" "
        "datamodel=\"null\" name=\"{}\" initial=\"{}\">\n{}</scxml>\n",
        escaped(machine.name), escaped(first), states);
}

std::string dials_csv(const Program& program, const std::vector<NamedDials>& others) {
    const auto field = [](std::string_view text) {
        if (text.find_first_of(",\"\n") == std::string_view::npos) return std::string(text);
        std::string out = "\"";
        for (const char c : text) out.append(c == '"' ? 2 : 1, c);
        out += '"';
        return out;
    };
    std::string out = "dial,value,low,high,meaning";
    for (const NamedDials& other : others) out += fmt::format(",{}", field(other.name));
    out += '\n';
    for (std::size_t i = 0; i < program.dials.size(); ++i) {
        const DialInfo& dial = program.dials[i];
        const auto literal = [&](const std::optional<double>& value) {
            return value ? dial_literal(dial, *value) : std::string();
        };
        out += fmt::format("{},{},{},{},{}", field(dial.path()), dial_literal(dial, dial.value), literal(dial.low),
                           literal(dial.high), field(dial.meaning));
        for (const NamedDials& other : others) out += fmt::format(",{}", dial_literal(dial, other.dials[i]));
        out += '\n';
    }
    return out;
}

std::string dials_json(const Program& program, const std::vector<NamedDials>& others) {
    ExportJson out{{"format", 1}, {"dials", ExportJson::array()}};
    for (std::size_t i = 0; i < program.dials.size(); ++i) {
        const DialInfo& dial = program.dials[i];
        const auto bound = [](const std::optional<double>& value) { return value ? ExportJson(*value) : ExportJson(); };
        ExportJson one{{"name", dial.path()},
                       {"value", dial_literal(dial, dial.value)},
                       {"si", dial.value},
                       {"low_si", bound(dial.low)},
                       {"high_si", bound(dial.high)},
                       {"meaning", dial.meaning},
                       {"tunings", ExportJson::object()}};
        for (const NamedDials& other : others) one["tunings"][other.name] = other.dials[i];
        out["dials"].push_back(std::move(one));
    }
    return out.dump(2, ' ', false, ExportJson::error_handler_t::replace) + "\n";
}

}  // namespace leap
