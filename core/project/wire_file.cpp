// SPDX-License-Identifier: MIT
#include "core/project/wire_file.hpp"

#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <cmath>
#include <cstdlib>
#include <set>
#include <string_view>
#include <utility>

#include "core/defaults.hpp"
#include "core/project/json_reader.hpp"
#include "core/script/diagnostic.hpp"
#include "core/wire/wire_readings.hpp"

namespace leap {
namespace {

constexpr double most_s = 10.0;
constexpr double max_clock_s = 1.0;
constexpr double max_input_delay_s = 1.0;
constexpr double most_bytes = 1e9;

constexpr std::array others_shown = {
    std::pair<OthersShown, std::string_view>{OthersShown::behind, "behind"},
    std::pair<OthersShown, std::string_view>{OthersShown::run_on, "run on"},
    std::pair<OthersShown, std::string_view>{OthersShown::from_inputs, "from inputs"},
};

WireLink read_link(const JsonReader& reader) {
    WireLink out;
    reader.only({"delay", "jitter", "loss", "duplicates", "bytes_per_second", "pauses"});
    out.delay_s = reader.number("delay", out.delay_s, 0.0, most_s);
    out.jitter_s = reader.number("jitter", 0.0, 0.0, most_s);
    out.loss = reader.number("loss", 0.0, 0.0, 1.0);
    out.duplicates = reader.number("duplicates", 0.0, 0.0, 1.0);
    out.bytes_per_s = reader.number("bytes_per_second", 0.0, 0.0, most_bytes);
    reader.each("pauses", [&](const JsonReader& each) {
        each.only({"from", "to"});
        WirePause pause;
        pause.from_s = each.number("from", std::nullopt, 0.0, defaults::max_tape_s);
        pause.to_s = each.number("to", std::nullopt, 0.0, defaults::max_tape_s);
        if (!each.failed() && pause.to_s <= pause.from_s) each.fail("to", "must come after from");
        out.pauses.push_back(pause);
    });
    return out;
}

WirePeer read_peer(const JsonReader& reader, bool host) {
    reader.only({"name", "tape", "character", "place", "body", "joins", "leaves", "clock", "link"});
    WirePeer out;
    out.name = reader.text("name");
    out.tape = reader.text("tape", std::string());
    out.track = reader.text("character", std::string());
    out.place = reader.text("place", std::string());
    out.body = reader.text("body", std::string());
    out.joins_s = reader.number("joins", 0.0, 0.0, defaults::max_tape_s);
    if (reader.has("leaves")) out.leaves_s = reader.number("leaves", 0.0, 0.0, defaults::max_tape_s);
    out.clock_s = reader.number("clock", 0.0, -max_clock_s, max_clock_s);
    if (out.name.empty() && !reader.failed()) reader.fail("name", "must not be empty");
    if (host && reader.has("clock")) reader.fail("clock", "the host's is the one that counts: leave it out");
    if (host && reader.has("link")) reader.fail("link", "the host, which comes first, has none: leave it out");
    reader.in("link", [&](const JsonReader& inner) { out.link = read_link(inner); });
    return out;
}

Json link_json(const WireLink& link) {
    Json out;
    out["delay"] = link.delay_s;
    if (link.jitter_s > 0.0) out["jitter"] = link.jitter_s;
    if (link.loss > 0.0) out["loss"] = link.loss;
    if (link.duplicates > 0.0) out["duplicates"] = link.duplicates;
    if (link.bytes_per_s > 0.0) out["bytes_per_second"] = link.bytes_per_s;
    for (const WirePause& pause : link.pauses) out["pauses"].push_back({{"from", pause.from_s}, {"to", pause.to_s}});
    return out;
}

bool is_reading(const std::string& name) {
    for (const WireReading& each : wire_reading_kinds())
        if (each.name == name) return true;
    return false;
}

}  // namespace

tl::expected<WirePlan, std::string> read_wire_plan(std::string_view text, const std::string& path,
                                                   std::vector<std::string>* warnings) {
    const auto json = parse_json(text, path);
    if (!json) return tl::make_unexpected(json.error());
    const JsonReader reader(*json, path);
    reader.check_format(defaults::wire_format);
    reader.only(
        {"format", "name", "seed", "length", "send_every", "others", "behind", "input_delay", "peers", "marks"});
    WirePlan out;
    out.name = reader.text("name");
    out.seed = static_cast<std::uint64_t>(reader.whole("seed", 1, 0, 1'000'000'000));
    out.length_s = reader.number("length", out.length_s, 1e-3, defaults::max_wire_s);
    out.send_every_s = reader.number("send_every", out.send_every_s, 0.0, most_s);
    out.behind_s = reader.number("behind", out.behind_s, 0.0, most_s);
    out.input_delay_s = reader.number("input_delay", 0.0, 0.0, max_input_delay_s);
    const std::string others = reader.text("others", std::string("behind"));
    const auto shown =
        std::find_if(others_shown.begin(), others_shown.end(), [&](const auto& each) { return each.second == others; });
    if (shown == others_shown.end()) {
        reader.fail("others", "must be \"behind\", \"run on\" or \"from inputs\"");
    } else {
        out.others = shown->first;
    }
    std::set<std::string> names;
    reader.each("peers", [&](const JsonReader& each) {
        out.peers.push_back(read_peer(each, out.peers.empty()));
        if (!each.failed() && !names.insert(out.peers.back().name).second)
            each.fail("name",
                      fmt::format("there are two called \"{}\"; give one of them another", out.peers.back().name));
    });
    reader.each("marks", [&](const JsonReader& each) {
        each.only({"reading", "low", "high"});
        WireMark mark;
        mark.reading = each.text("reading");
        mark.low = each.number("low", 0.0, -1e12, 1e12);
        mark.high = each.number("high", std::nullopt, -1e12, 1e12);
        if (!each.failed() && !is_reading(mark.reading)) {
            std::vector<std::string> known;
            for (const WireReading& kind : wire_reading_kinds()) known.emplace_back(kind.name);
            const std::string near = nearest_name(mark.reading, known);
            each.fail("reading", fmt::format("unknown reading of shared play '{}'{}", mark.reading,
                                             near.empty() ? "" : fmt::format("; did you mean '{}'?", near)));
        }
        if (!each.failed() && mark.high < mark.low) each.fail("high", "must not be below low");
        out.marks.push_back(mark);
    });
    if (out.name.empty() && !reader.failed()) reader.fail("name", "must not be empty");
    if (out.peers.empty() && !reader.failed()) reader.fail("peers", "must hold at least the host");
    if (out.peers.size() > defaults::max_wire_peers && !reader.failed())
        reader.fail("peers", fmt::format("must be at most {}, with the host", defaults::max_wire_peers));
    if (reader.failed()) return tl::make_unexpected(reader.error());
    if (warnings != nullptr) warnings->insert(warnings->end(), reader.warnings().begin(), reader.warnings().end());
    return out;
}

std::string write_wire_plan(const WirePlan& plan) {
    Json out;
    out["format"] = defaults::wire_format;
    out["name"] = plan.name;
    out["seed"] = plan.seed;
    out["length"] = plan.length_s;
    out["send_every"] = plan.send_every_s;
    out["others"] = std::string(std::find_if(others_shown.begin(), others_shown.end(), [&](const auto& each) {
                                    return each.first == plan.others;
                                })->second);
    out["behind"] = plan.behind_s;
    if (plan.input_delay_s > 0.0) out["input_delay"] = plan.input_delay_s;
    out["peers"] = Json::array();
    for (std::size_t i = 0; i < plan.peers.size(); ++i) {
        const WirePeer& peer = plan.peers[i];
        Json json;
        json["name"] = peer.name;
        if (!peer.tape.empty()) json["tape"] = peer.tape;
        if (!peer.track.empty()) json["character"] = peer.track;
        if (!peer.place.empty()) json["place"] = peer.place;
        if (!peer.body.empty()) json["body"] = peer.body;
        if (peer.joins_s > 0.0) json["joins"] = peer.joins_s;
        if (peer.leaves_s) json["leaves"] = *peer.leaves_s;
        if (peer.clock_s != 0.0) json["clock"] = peer.clock_s;
        if (i > 0) json["link"] = link_json(peer.link);
        out["peers"].push_back(std::move(json));
    }
    for (const WireMark& mark : plan.marks)
        out["marks"].push_back({{"reading", mark.reading}, {"low", mark.low}, {"high", mark.high}});
    return out.dump(2, ' ', false, Json::error_handler_t::replace) + "\n";
}

std::string set_wire_value(WirePlan& plan, const std::string& setting) {
    const std::size_t equals = setting.find('=');
    if (equals == std::string::npos)
        return fmt::format("\"{}\" sets nothing; write it like \"Peer 1.delay=0.2\"", setting);
    const std::string path = setting.substr(0, equals);
    const std::string text = setting.substr(equals + 1);
    char* end = nullptr;
    const double value = std::strtod(text.c_str(), &end);
    if (text.empty() || *end != '\0' || !std::isfinite(value))
        return fmt::format("\"{}\": expected a number, got {}; times are in seconds, shares from 0 to 1", setting,
                           text);
    double* const of_all = path == "behind"        ? &plan.behind_s
                           : path == "send_every"  ? &plan.send_every_s
                           : path == "length"      ? &plan.length_s
                           : path == "input_delay" ? &plan.input_delay_s
                                                   : nullptr;
    if (of_all != nullptr) {
        *of_all = value;
        return {};
    }
    if (path == "seed") {
        plan.seed = static_cast<std::uint64_t>(std::max(0.0, value));
        return {};
    }
    const std::size_t dot = path.rfind('.');
    const std::string name = dot == std::string::npos ? std::string() : path.substr(0, dot);
    const std::string what = dot == std::string::npos ? path : path.substr(dot + 1);
    bool found = false;
    for (std::size_t i = 1; i < plan.peers.size(); ++i) {
        WirePeer& peer = plan.peers[i];
        if (!name.empty() && peer.name != name) continue;
        found = true;
        double* const to = what == "delay"              ? &peer.link.delay_s
                           : what == "jitter"           ? &peer.link.jitter_s
                           : what == "loss"             ? &peer.link.loss
                           : what == "duplicates"       ? &peer.link.duplicates
                           : what == "bytes_per_second" ? &peer.link.bytes_per_s
                           : what == "joins"            ? &peer.joins_s
                           : what == "clock"            ? &peer.clock_s
                                                        : nullptr;
        if (to == nullptr)
            return fmt::format(
                "\"{}\": a link has delay, jitter, loss, duplicates and bytes_per_second; a peer joins and has a "
                "clock; "
                "all have behind, input_delay, send_every, length and seed",
                setting);
        *to = value;
    }
    if (found) return {};
    std::vector<std::string> names;
    for (std::size_t i = 1; i < plan.peers.size(); ++i) names.push_back(plan.peers[i].name);
    const std::string near = nearest_name(name, names);
    return fmt::format("the rehearsal has no peer with a link called \"{}\"{}", name,
                       near.empty() ? "" : fmt::format("; did you mean '{}'?", near));
}

}  // namespace leap
