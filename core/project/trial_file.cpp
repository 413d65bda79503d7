// SPDX-License-Identifier: MIT
#include "core/project/trial_file.hpp"

#include <fmt/format.h>

#include <array>
#include <limits>

#include "core/defaults.hpp"
#include "core/project/json_reader.hpp"

namespace leap {
namespace {

constexpr std::array<std::string_view, trial_kind_count> words{
    "sweep", "sensitivity", "solve", "fit", "leeway", "blind pair", "way", "feel diff", "wire"};

std::vector<std::string> read_texts(const JsonReader& json, const char* member) {
    std::vector<std::string> out;
    const Json* list = json.find(member);
    if (list == nullptr) return out;
    if (!list->is_array()) {
        json.fail(member, "must be a list of texts");
        return out;
    }
    for (const Json& each : *list) {
        if (!each.is_string()) {
            json.fail(member, "must be a list of texts");
            return out;
        }
        out.push_back(each.get<std::string>());
    }
    return out;
}

std::string text_or(const JsonReader& json, const char* member, const std::string& fallback = {}) {
    return json.has(member) ? json.text(member) : fallback;
}

void read_rounds(const JsonReader& json, Trial& out) {
    json.each("rounds", [&](const JsonReader& round) {
        round.only({"swapped", "said"});
        PairRound one;
        one.swapped = round.truth("swapped", false);
        const std::string said = round.text("said");
        if (said == "one" || said == "other") {
            one.said = said == "one" ? PairSaid::one : PairSaid::other;
        } else if (said != "none") {
            round.fail("said", "must be \"one\", \"other\" or \"none\"");
        }
        out.rounds.push_back(std::move(one));
    });
}

void read_result(const JsonReader& json, Trial& out) {
    const Json* result = json.find("result");
    if (result == nullptr) return;
    if (!result->is_object() || !result->contains("line") || !(*result)["line"].is_string() ||
        !result->contains("made_with") || !(*result)["made_with"].is_string())
        return json.fail("result", "must have a line and what it was made with");
    TrialResult read;
    read.line = (*result)["line"].get<std::string>();
    read.made_with = (*result)["made_with"].get<std::string>();
    if (result->contains("values") && (*result)["values"].is_object())
        for (const auto& [path, value] : (*result)["values"].items())
            if (value.is_string()) read.values.emplace_back(path, value.get<std::string>());
    out.result = std::move(read);
}

}  // namespace

std::string_view trial_kind_word(TrialKind kind) {
    return words.at(static_cast<std::size_t>(kind));
}

tl::expected<Trial, std::string> read_trial(std::string_view text, const std::string& path,
                                            std::vector<std::string>* warnings) {
    const auto json = parse_json(text, path);
    if (!json) return tl::make_unexpected(json.error());
    const JsonReader reader(*json, path);
    reader.check_format(defaults::trial_format);
    reader.only({"format", "name",      "kind",      "note",        "tapes",      "free",      "reading",
                 "wishes", "stay_near", "seed",      "tries",       "spread_ms",  "measured",  "character",
                 "one",    "other",     "time_unit", "length_unit", "speed_unit", "later_s",   "stretch",
                 "rounds", "from",      "to",        "without",     "against",    "rehearsal", "result"});
    Trial out;
    out.name = reader.text("name");
    if (out.name.empty() && !reader.failed()) reader.fail("name", "must not be empty");
    const std::string kind = reader.text("kind");
    bool known = false;
    for (std::size_t i = 0; i < words.size(); ++i)
        if (words[i] == kind) {
            out.kind = static_cast<TrialKind>(i);
            known = true;
        }
    if (!known && !reader.failed())
        reader.fail("kind", fmt::format("unknown kind \"{}\"; expected one of: {}", kind, fmt::join(words, ", ")));
    out.note = text_or(reader, "note");
    out.tapes = read_texts(reader, "tapes");
    reader.each("free", [&](const JsonReader& each) {
        each.only({"value", "low", "high", "points"});
        TrialFree one;
        one.value = each.text("value");
        one.low = text_or(each, "low");
        one.high = text_or(each, "high");
        one.points = each.whole("points", 0, 0, 100'000);
        out.free.push_back(std::move(one));
    });
    out.reading = text_or(reader, "reading");
    out.wishes = read_texts(reader, "wishes");
    out.stay_near = reader.number("stay_near", out.stay_near, 0.0, 1e6);
    out.seed = static_cast<std::uint64_t>(reader.whole("seed", 1, 0, std::numeric_limits<int>::max()));
    out.tries = reader.whole("tries", 0, 0, 100'000'000);
    out.spread_ms = reader.number("spread_ms", out.spread_ms, 0.0, 1000.0);
    out.measured = text_or(reader, "measured");
    const MeasuredUnits usual;
    out.units.time = text_or(reader, "time_unit", usual.time);
    out.units.length = text_or(reader, "length_unit", usual.length);
    out.units.speed = text_or(reader, "speed_unit", usual.speed);
    if (const auto fine = check_units(out.units); !fine && !reader.failed()) reader.fail("time_unit", fine.error());
    if (reader.has("later_s")) out.later_s = reader.number("later_s", 0.0, -defaults::max_tape_s, defaults::max_tape_s);
    out.stretch = reader.number("stretch", out.stretch, 0.01, 100.0);
    out.character = text_or(reader, "character");
    out.one = text_or(reader, "one");
    out.other = text_or(reader, "other");
    read_rounds(reader, out);
    out.from = text_or(reader, "from");
    out.to = text_or(reader, "to");
    out.without = read_texts(reader, "without");
    out.against = text_or(reader, "against");
    out.rehearsal = text_or(reader, "rehearsal");
    read_result(reader, out);
    if (reader.failed()) return tl::make_unexpected(reader.error());
    if (warnings != nullptr) warnings->insert(warnings->end(), reader.warnings().begin(), reader.warnings().end());
    return out;
}

std::string write_trial(const Trial& trial) {
    const Trial usual;
    Json out;
    out["format"] = defaults::trial_format;
    out["name"] = trial.name;
    out["kind"] = std::string(trial_kind_word(trial.kind));
    const auto put = [&](const char* member, const std::string& text) {
        if (!text.empty()) out[member] = text;
    };
    const auto put_list = [&](const char* member, const std::vector<std::string>& texts) {
        if (!texts.empty()) out[member] = texts;
    };
    put("note", trial.note);
    put_list("tapes", trial.tapes);
    for (const TrialFree& free : trial.free) {
        Json one;
        one["value"] = free.value;
        if (!free.low.empty()) one["low"] = free.low;
        if (!free.high.empty()) one["high"] = free.high;
        if (free.points > 0) one["points"] = free.points;
        out["free"].push_back(std::move(one));
    }
    put("reading", trial.reading);
    put_list("wishes", trial.wishes);
    if (trial.stay_near != usual.stay_near) out["stay_near"] = trial.stay_near;
    if (trial.seed != usual.seed) out["seed"] = trial.seed;
    if (trial.tries != usual.tries) out["tries"] = trial.tries;
    if (trial.spread_ms != usual.spread_ms) out["spread_ms"] = trial.spread_ms;
    put("measured", trial.measured);
    if (trial.units.time != usual.units.time) out["time_unit"] = trial.units.time;
    if (trial.units.length != usual.units.length) out["length_unit"] = trial.units.length;
    if (trial.units.speed != usual.units.speed) out["speed_unit"] = trial.units.speed;
    if (trial.later_s) out["later_s"] = *trial.later_s;
    if (trial.stretch != usual.stretch) out["stretch"] = trial.stretch;
    put("character", trial.character);
    put("one", trial.one);
    put("other", trial.other);
    for (const PairRound& round : trial.rounds)
        out["rounds"].push_back({{"swapped", round.swapped}, {"said", pair_said_word(round.said)}});
    put("from", trial.from);
    put("to", trial.to);
    put_list("without", trial.without);
    put("against", trial.against);
    put("rehearsal", trial.rehearsal);
    if (trial.result) {
        out["result"]["line"] = trial.result->line;
        out["result"]["made_with"] = trial.result->made_with;
        for (const auto& [path, value] : trial.result->values) out["result"]["values"][path] = value;
    }
    return out.dump(2, ' ', false, Json::error_handler_t::replace) + "\n";
}

}  // namespace leap
