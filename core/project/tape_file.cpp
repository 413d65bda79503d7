// SPDX-License-Identifier: MIT
#include "core/project/tape_file.hpp"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "core/defaults.hpp"
#include "core/project/json_reader.hpp"

namespace leap {
namespace {

constexpr std::size_t most_events = 4'000'000;

TapeEvent read_event(const JsonReader& json) {
    TapeEvent event;
    json.only({"t", "button", "down", "stick", "look"});
    event.time_s = json.number("t", std::nullopt, 0.0, defaults::longest_tape_s);
    const int kinds =
        static_cast<int>(json.has("button")) + static_cast<int>(json.has("stick")) + static_cast<int>(json.has("look"));
    if (kinds != 1) {
        json.fail("", "an event has one of \"button\", \"stick\" and \"look\"");
    } else if (json.has("button")) {
        event.what = ButtonEvent{json.text("button"), json.truth("down", std::nullopt)};
    } else if (json.has("stick")) {
        const Vec2 stick = json.pair("stick");
        if (glm::length(stick) > 1.5) json.fail("stick", "its length must be at most 1");
        event.what = StickEvent{stick};
    } else {
        const Vec2 look = json.pair("look");
        event.what = LookEvent{look.x, look.y};
    }
    return event;
}

}  // namespace

tl::expected<Tape, std::string> read_tape(std::string_view text, const std::string& path,
                                          std::vector<std::string>* warnings) {
    const auto parsed = parse_json(text, path);
    if (!parsed) return tl::make_unexpected(parsed.error());
    const JsonReader json(*parsed, path);
    json.check_format(defaults::tape_format);
    json.only({"format", "name", "rate", "start", "length", "events"});
    Tape tape;
    tape.name = json.text("name");
    tape.rate_hz = json.whole("rate", defaults::tick_rate_hz, defaults::slowest_rate_hz, defaults::fastest_rate_hz);
    tape.length_s = json.number("length", std::nullopt, 0.0, defaults::longest_tape_s);
    if (const Json* start = json.find("start")) {
        if (start->is_object() && start->contains("at") && (*start)["at"].is_string()) {
            tape.start_place = (*start)["at"].get<std::string>();
            if (start->contains("lit") && (*start)["lit"].is_string())
                tape.start_lit = (*start)["lit"].get<std::string>();
        } else {
            json.fail("start", "must name a place of the course, like {\"at\": \"quay\"}");
        }
    } else {
        json.fail("start", "is missing");
    }
    json.each("events", [&](const JsonReader& event) {
        if (tape.events.size() >= most_events) return event.fail("", "a tape holds at most four million events");
        tape.events.push_back(read_event(event));
    });
    if (json.failed()) return tl::make_unexpected(json.error());
    if (warnings != nullptr) warnings->insert(warnings->end(), json.warnings().begin(), json.warnings().end());
    std::stable_sort(tape.events.begin(), tape.events.end(),
                     [](const TapeEvent& a, const TapeEvent& b) { return a.time_s < b.time_s; });
    return tape;
}

std::string write_tape(const Tape& tape) {
    std::string out = "{\n";
    const auto quoted = [](const std::string& text) {
        return Json(text).dump(-1, ' ', false, Json::error_handler_t::replace);
    };
    out += fmt::format("  \"format\": {},\n  \"name\": {},\n  \"rate\": {},\n", defaults::tape_format,
                       quoted(tape.name), tape.rate_hz);
    out += fmt::format("  \"start\": {{\"at\": {}{}}},\n  \"length\": {},\n  \"events\": [", quoted(tape.start_place),
                       tape.start_lit.empty() ? std::string() : ", \"lit\": " + quoted(tape.start_lit),
                       Json(rounded_number(tape.length_s)).dump());
    for (std::size_t i = 0; i < tape.events.size(); ++i) {
        const TapeEvent event = rounded(tape.events[i]);
        Json line;
        line["t"] = event.time_s;
        if (const auto* button = std::get_if<ButtonEvent>(&event.what)) {
            line["button"] = button->button;
            line["down"] = button->down;
        } else if (const auto* stick = std::get_if<StickEvent>(&event.what)) {
            line["stick"] = {stick->stick.x, stick->stick.y};
        } else if (const auto* look = std::get_if<LookEvent>(&event.what)) {
            line["look"] = {look->yaw_deg, look->pitch_deg};
        }
        out += (i == 0 ? "\n    " : ",\n    ") + line.dump(-1, ' ', false, Json::error_handler_t::replace);
    }
    out += tape.events.empty() ? "]\n}\n" : "\n  ]\n}\n";
    return out;
}

}  // namespace leap
