// SPDX-License-Identifier: MIT
#include "core/project/tuning_file.hpp"

#include <fmt/format.h>

#include <algorithm>

#include "core/defaults.hpp"
#include "core/project/json_reader.hpp"
#include "core/script/diagnostic.hpp"
#include "core/script/dial_edit.hpp"

namespace leap {

tl::expected<TuningFile, std::string> read_tuning(std::string_view text, const std::string& path,
                                                  std::vector<std::string>* warnings) {
    const auto json = parse_json(text, path);
    if (!json) return tl::make_unexpected(json.error());
    const JsonReader reader(*json, path);
    reader.check_format(defaults::tuning_format);
    reader.only({"format", "name", "note", "dials"});
    TuningFile out;
    out.name = reader.text("name");
    if (reader.has("note")) out.note = reader.text("note");
    const Json* dials = reader.find("dials");
    if (dials == nullptr || !dials->is_object()) {
        reader.fail("dials", "must hold dials and their values, like {\"hop.rise\": \"2.4 m\"}");
    } else {
        for (const auto& [dial, value] : dials->items()) {
            if (!value.is_string()) {
                reader.fail("dials", fmt::format("the value of {} must be text with its unit, like \"2.4 m\"", dial));
                break;
            }
            out.values.push_back({dial, value.get<std::string>()});
        }
    }
    if (out.name.empty() && !reader.failed()) reader.fail("name", "must not be empty");
    if (reader.failed()) return tl::make_unexpected(reader.error());
    if (warnings != nullptr) warnings->insert(warnings->end(), reader.warnings().begin(), reader.warnings().end());
    std::stable_sort(out.values.begin(), out.values.end(),
                     [](const auto& a, const auto& b) { return a.dial < b.dial; });
    return out;
}

std::string write_tuning(const TuningFile& tuning) {
    Json out;
    out["format"] = defaults::tuning_format;
    out["name"] = tuning.name;
    if (!tuning.note.empty()) out["note"] = tuning.note;
    out["dials"] = Json::object();
    for (const TuningFile::Value& value : tuning.values) out["dials"][value.dial] = value.value;
    return out.dump(2, ' ', false, Json::error_handler_t::replace) + "\n";
}

ResolvedTuning resolve_tuning(const TuningFile& tuning, const Program& program, DialValues dials) {
    ResolvedTuning out;
    out.dials = std::move(dials);
    for (const TuningFile::Value& value : tuning.values) {
        const auto dial = program.find_dial(value.dial);
        if (!dial) {
            std::vector<std::string> paths;
            for (const DialInfo& each : program.dials) paths.push_back(each.path());
            const std::string near = nearest_name(value.dial, paths);
            out.problems.push_back(fmt::format("tuning {}: unknown dial '{}'{}", tuning.name, value.dial,
                                               near.empty() ? "" : fmt::format("; did you mean '{}'?", near)));
            continue;
        }
        const std::size_t i = dial->at();
        const auto si = parse_dial_value(program.dials[i], value.value);
        if (si) {
            out.dials[i] = *si;
        } else {
            out.problems.push_back(fmt::format("the tuning {}: {}", tuning.name, si.error()));
        }
    }
    return out;
}

TuningFile tuning_of(const std::string& name, const Program& program, const DialValues& dials) {
    TuningFile out;
    out.name = name;
    for (std::size_t i = 0; i < program.dials.size(); ++i) {
        // What a body has for itself alone shares its path with the dial that it replaces.
        if (program.dials[i].body) continue;
        out.values.push_back({program.dials[i].path(), dial_literal(program.dials[i], dials[i])});
    }
    std::stable_sort(out.values.begin(), out.values.end(),
                     [](const auto& a, const auto& b) { return a.dial < b.dial; });
    return out;
}

}  // namespace leap
