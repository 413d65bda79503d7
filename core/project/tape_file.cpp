// SPDX-License-Identifier: MIT
#include "core/project/tape_file.hpp"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "core/defaults.hpp"
#include "core/project/json_reader.hpp"

namespace leap {
namespace {

constexpr std::size_t max_events = 4'000'000;

TapeEvent read_event(const JsonReader& json) {
    TapeEvent event;
    json.only({"t", "button", "down", "stick", "look"});
    event.time_s = json.number("t", std::nullopt, 0.0, defaults::max_tape_s);
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

/// Where it starts and what it does; in the first format these stand in the tape itself.
void read_track(const JsonReader& json, std::size_t& count, TapeTrack& out) {
    if (const Json* start = json.find("start")) {
        if (start->is_object() && start->contains("at") && (*start)["at"].is_string()) {
            out.start_place = (*start)["at"].get<std::string>();
            if (start->contains("lit") && (*start)["lit"].is_string())
                out.start_lit = (*start)["lit"].get<std::string>();
        } else {
            json.fail("start", "must name a place of the course, like {\"at\": \"quay\"}");
        }
    } else {
        json.fail("start", "is missing");
    }
    json.each("events", [&](const JsonReader& event) {
        if (++count > max_events) return event.fail("", "a tape holds at most four million events");
        out.events.push_back(read_event(event));
    });
    std::stable_sort(out.events.begin(), out.events.end(),
                     [](const TapeEvent& a, const TapeEvent& b) { return a.time_s < b.time_s; });
}

void read_tracks(const JsonReader& json, Tape& tape) {
    std::size_t count = 0;
    tape.tracks.clear();
    json.each("characters", [&](const JsonReader& character) {
        if (tape.tracks.size() >= defaults::max_characters)
            return character.fail("", fmt::format("a tape has at most {} characters", defaults::max_characters));
        character.only({"name", "body", "start", "events"});
        TapeTrack track;
        if (character.has("name")) track.name = character.text("name");
        if (character.has("body")) track.body = character.text("body");
        read_track(character, count, track);
        for (const TapeTrack& known : tape.tracks)
            if (track_name(known, known.body) == track_name(track, track.body))
                character.fail("name", fmt::format("two characters are called \"{}\"; give one another name",
                                                   track_name(track, track.body)));
        tape.tracks.push_back(std::move(track));
    });
    if (tape.tracks.empty() && !json.failed()) json.fail("characters", "must hold at least one character");
}

std::string quoted(const std::string& text) {
    return Json(text).dump(-1, ' ', false, Json::error_handler_t::replace);
}

std::string event_line(const TapeEvent& exact) {
    const TapeEvent event = rounded(exact);
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
    return line.dump(-1, ' ', false, Json::error_handler_t::replace);
}

/// Lines of a track, each indented by `margin`.
std::string track_text(const TapeTrack& track, const std::string& margin) {
    std::string out =
        fmt::format("{}\"start\": {{\"at\": {}{}}},\n{}\"events\": [", margin, quoted(track.start_place),
                    track.start_lit.empty() ? std::string() : ", \"lit\": " + quoted(track.start_lit), margin);
    for (std::size_t i = 0; i < track.events.size(); ++i)
        out += (i == 0 ? "\n" : ",\n") + margin + "  " + event_line(track.events[i]);
    return out + (track.events.empty() ? "]\n" : "\n" + margin + "]\n");
}

}  // namespace

tl::expected<Tape, std::string> read_tape(std::string_view text, const std::string& path,
                                          std::vector<std::string>* warnings) {
    const auto parsed = parse_json(text, path);
    if (!parsed) return tl::make_unexpected(parsed.error());
    const JsonReader json(*parsed, path);
    const int format = json.check_format(defaults::tape_format);
    Tape tape;
    tape.name = json.text("name");
    tape.rate_hz = json.whole("rate", defaults::tick_rate_hz, defaults::slowest_rate_hz, defaults::fastest_rate_hz);
    tape.length_s = json.number("length", std::nullopt, 0.0, defaults::max_tape_s);
    if (format == 1) {
        json.only({"format", "name", "rate", "start", "length", "events"});
        std::size_t count = 0;
        read_track(json, count, tape.tracks.front());
    } else {
        json.only({"format", "name", "rate", "length", "characters"});
        read_tracks(json, tape);
    }
    if (json.failed()) return tl::make_unexpected(json.error());
    if (warnings != nullptr) warnings->insert(warnings->end(), json.warnings().begin(), json.warnings().end());
    return tape;
}

std::string write_tape(const Tape& tape) {
    std::string out =
        fmt::format("{{\n  \"format\": {},\n  \"name\": {},\n  \"rate\": {},\n  \"length\": {},\n",
                    defaults::tape_format, quoted(tape.name), tape.rate_hz, Json(rounded_number(tape.length_s)).dump());
    out += "  \"characters\": [";
    for (std::size_t i = 0; i < tape.tracks.size(); ++i) {
        const TapeTrack& track = tape.tracks[i];
        out += i == 0 ? "\n    {\n" : ",\n    {\n";
        if (!track.name.empty()) out += fmt::format("      \"name\": {},\n", quoted(track.name));
        if (!track.body.empty()) out += fmt::format("      \"body\": {},\n", quoted(track.body));
        out += track_text(track, "      ") + "    }";
    }
    return out + "\n  ]\n}\n";
}

}  // namespace leap
