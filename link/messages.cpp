// SPDX-License-Identifier: MIT
#include "link/messages.hpp"

#include <cmath>
#include <limits>

#include "core/project/course_file.hpp"
#include "core/project/tape_file.hpp"
#include "link/limits.hpp"

namespace leap::link {
namespace {

constexpr double huge = 1e9;
constexpr int not_json = -32700;
constexpr int not_a_message = -32600;
constexpr int no_such_method = -32601;
constexpr int wrong_members = -32602;

Json list_of(const Vec3& v) {
    return Json::array({v.x, v.y, v.z});
}

// ---- what each message says -----------------------------------------------------------------------------------------

Json members(const Hello& m) {
    return {{"token", m.token}, {"game", m.game}, {"protocol", m.protocol}};
}

Json members(const Playing& m) {
    Json characters = Json::array();
    for (const Playing::Character& each : m.characters)
        characters.push_back({{"name", each.name}, {"body", each.body}});
    return {{"rate", m.rate_hz}, {"characters", characters}};
}

Json character(const CharacterNow& c) {
    Json out{{"position", list_of(c.position)},
             {"velocity", list_of(c.velocity)},
             {"facing", c.facing_rad},
             {"look", Json::array({c.yaw_rad, c.pitch_rad})},
             {"stick", Json::array({c.stick.x, c.stick.y})},
             {"buttons", c.buttons},
             {"stance", c.stance},
             {"move", c.move},
             {"phase", c.phase},
             {"phase_time", c.phase_time_s},
             {"grounded", c.grounded}};
    if (!c.why_not.empty()) out["why_not"] = c.why_not;
    return out;
}

Json members(const StateNow& m) {
    Json characters = Json::array();
    for (const CharacterNow& each : m.characters) characters.push_back(character(each));
    return {{"time", m.time_s}, {"characters", characters}};
}

Json members(const ScriptsTaken& m) {
    Json out{{"revision", m.revision}};
    if (!m.problem.empty()) out["problem"] = m.problem;
    return out;
}

Json members(const Take& m) {
    return {{"tape", Json::parse(write_tape(m.tape))},
            {"course", Json::parse(write_course(m.course))},
            {"name", m.tape.name}};
}

Json members(const Welcome& m) {
    return {{"window", "Easy Leap"}, {"version", m.version}, {"protocol", limits::protocol}, {"project", m.project}};
}

Json members(const Scripts& m) {
    Json files = Json::array();
    for (const SourceFile& file : m.files) files.push_back({{"path", file.path}, {"text", file.text}});
    return {{"revision", m.revision}, {"files", files}, {"dials", m.dials}};
}

Json members(const Dials& m) {
    return {{"values", m.values}};
}

Json members(const PlayTape& m) {
    Json starts = Json::array();
    for (const PlayTape::Start& each : m.starts)
        starts.push_back({{"position", list_of(each.position)}, {"facing", each.facing_rad}});
    return {{"tape", Json::parse(write_tape(m.tape))}, {"name", m.tape.name}, {"starts", starts}};
}

Json members(const WantTake&) {
    return Json::object();
}

constexpr const char* method(const Hello&) {
    return "hello";
}
constexpr const char* method(const Playing&) {
    return "play";
}
constexpr const char* method(const StateNow&) {
    return "state";
}
constexpr const char* method(const ScriptsTaken&) {
    return "scripts_taken";
}
constexpr const char* method(const Take&) {
    return "take";
}
constexpr const char* method(const Welcome&) {
    return "welcome";
}
constexpr const char* method(const Scripts&) {
    return "scripts";
}
constexpr const char* method(const Dials&) {
    return "dials";
}
constexpr const char* method(const PlayTape&) {
    return "tape";
}
constexpr const char* method(const WantTake&) {
    return "want_take";
}

// ---- reading them ---------------------------------------------------------------------------------------------------

/// A list of so many numbers.
template <std::size_t Count>
std::array<double, Count> numbers(const JsonReader& in, const char* member, bool required) {
    std::array<double, Count> out{};
    const Json* list = in.find(member);
    if (list == nullptr) {
        if (required) in.fail(member, "is missing");
        return out;
    }
    const auto is_number = [](const Json& each) {
        return each.is_number() && std::isfinite(each.get<double>()) && std::abs(each.get<double>()) <= huge;
    };
    if (!list->is_array() || list->size() != Count || !std::all_of(list->begin(), list->end(), is_number)) {
        in.fail(member, "must be a list of " + std::to_string(Count) + " numbers");
        return out;
    }
    for (std::size_t i = 0; i < Count; ++i) out[i] = (*list)[i].get<double>();
    return out;
}

template <class Map, class Take>
Map map_of(const JsonReader& in, const char* member, const char* what, Take take) {
    Map out;
    const Json* object = in.find(member);
    if (object == nullptr) return out;
    if (!object->is_object() || object->size() > 64 * limits::names) {
        in.fail(member, "must be an object, not too large");
        return out;
    }
    for (const auto& [name, value] : object->items())
        if (!take(value, out[name])) in.fail(member, "must have " + std::string(what) + " throughout");
    return out;
}

std::map<std::string, double> dial_values(const JsonReader& in, const char* member) {
    return map_of<std::map<std::string, double>>(in, member, "numbers", [](const Json& value, double& out) {
        if (!value.is_number() || !std::isfinite(value.get<double>())) return false;
        out = value.get<double>();
        return true;
    });
}

bool take_text(const Json& value, std::string& out) {
    if (!value.is_string()) return false;
    out = value.get<std::string>();
    return true;
}

Vec3 vector_in(const JsonReader& in, const char* member, bool required) {
    const auto list = numbers<3>(in, member, required);
    return {list[0], list[1], list[2]};
}

CharacterNow character_in(const JsonReader& in) {
    CharacterNow out;
    out.position = vector_in(in, "position", true);
    out.velocity = vector_in(in, "velocity", false);
    out.facing_rad = in.number("facing", 0.0, -huge, huge);
    const auto look = numbers<2>(in, "look", false);
    out.yaw_rad = look[0];
    out.pitch_rad = look[1];
    const auto stick = numbers<2>(in, "stick", false);
    out.stick = {stick[0], stick[1]};
    if (const Json* buttons = in.find("buttons")) {
        if (!buttons->is_array() || buttons->size() > limits::names)
            in.fail("buttons", "must be a list of names");
        else
            for (const Json& each : *buttons)
                if (!take_text(each, out.buttons.emplace_back())) in.fail("buttons", "must be a list of names");
    }
    out.stance = in.text("stance", "");
    out.move = in.text("move", "");
    out.phase = in.text("phase", "");
    out.phase_time_s = in.number("phase_time", 0.0, -huge, huge);
    out.grounded = in.truth("grounded", false);
    out.why_not = map_of<std::map<std::string, std::string>>(in, "why_not", "texts", take_text);
    return out;
}

/// Stops at so many.
template <class Out, class Read>
void list_of_objects(const JsonReader& in, const char* member, std::vector<Out>& out, Read read) {
    in.each(member, [&](const JsonReader& each) {
        if (out.size() == limits::names) return each.fail("", "is one too many");
        out.push_back(read(each));
    });
}

/// A file of ours within a message.
template <class Value, class Read>
Value file_in(const JsonReader& in, const char* member, Read read) {
    const Json* object = in.find(member);
    if (object == nullptr || !object->is_object()) {
        in.fail(member, "must be there, as an object");
        return {};
    }
    auto value = read(object->dump(), member);
    if (!value) {
        in.fail(member, "can't be read: " + value.error());
        return {};
    }
    return *value;
}

Tape tape_in(const JsonReader& in) {
    auto out =
        file_in<Tape>(in, "tape", [](const std::string& text, const char* name) { return read_tape(text, name); });
    out.name = in.text("name", "take");
    return out;
}

void read_members(const JsonReader& in, Hello& out) {
    out.token = in.text("token");
    out.game = in.text("game");
    out.protocol = in.whole("protocol", std::nullopt, 0, 1'000'000);
}

void read_members(const JsonReader& in, Playing& out) {
    out.rate_hz = in.whole("rate", std::nullopt, 1, 100'000);
    list_of_objects(in, "characters", out.characters, [](const JsonReader& each) {
        return Playing::Character{each.text("name", ""), each.text("body", "")};
    });
}

void read_members(const JsonReader& in, StateNow& out) {
    out.time_s = in.number("time", std::nullopt, -huge, huge);
    list_of_objects(in, "characters", out.characters, character_in);
}

void read_members(const JsonReader& in, ScriptsTaken& out) {
    out.revision = in.whole("revision", std::nullopt, 0, std::numeric_limits<int>::max());
    out.problem = in.text("problem", "");
}

void read_members(const JsonReader& in, Take& out) {
    out.tape = tape_in(in);
    if (in.has("course"))
        out.course = file_in<CoursePlan>(
            in, "course", [](const std::string& text, const char* name) { return read_course(text, name); });
}

void read_members(const JsonReader& in, Welcome& out) {
    out.version = in.text("version", "");
    out.project = in.text("project", "");
}

void read_members(const JsonReader& in, Scripts& out) {
    out.revision = in.whole("revision", std::nullopt, 0, std::numeric_limits<int>::max());
    list_of_objects(in, "files", out.files, [](const JsonReader& each) {
        return SourceFile{each.text("path"), each.text("text")};
    });
    out.dials = dial_values(in, "dials");
}

void read_members(const JsonReader& in, Dials& out) {
    out.values = dial_values(in, "values");
}

void read_members(const JsonReader& in, PlayTape& out) {
    out.tape = tape_in(in);
    list_of_objects(in, "starts", out.starts, [](const JsonReader& each) {
        return PlayTape::Start{vector_in(each, "position", true), each.number("facing", 0.0, -huge, huge)};
    });
}

void read_members(const JsonReader&, WantTake&) {}

// ---- lines ----------------------------------------------------------------------------------------------------------

std::string line(const Json& json) {
    return json.dump(-1, ' ', false, Json::error_handler_t::replace) + "\n";
}

template <class Message>
Json call(const Message& message) {
    return {{"jsonrpc", "2.0"}, {"method", method(message)}, {"params", members(message)}};
}

/// Reads the alternative of `Message` whose method it is.
template <class Message, std::size_t At = 0>
tl::expected<Message, Failure> read_call(const std::string& name, const Json& params) {
    if constexpr (At == std::variant_size_v<Message>) {
        return tl::make_unexpected(Failure{no_such_method, "there is no method " + name});
    } else {
        std::variant_alternative_t<At, Message> out;
        if (name != method(out)) return read_call<Message, At + 1>(name, params);
        const JsonReader in(params, name);
        read_members(in, out);
        if (in.failed()) return tl::make_unexpected(Failure{wrong_members, in.error()});
        return out;
    }
}

template <class Message>
tl::expected<Received<Message>, Failure> read_line(std::string_view text) {
    const auto parsed = parse_message(text);
    if (!parsed) return tl::make_unexpected(Failure{not_json, "the message can't be read: " + parsed.error()});
    const Json& json = *parsed;
    const auto member = [&](const char* name) { return json.contains(name) ? json[name] : Json(); };
    if (!json.is_object() || member("jsonrpc") != "2.0")
        return tl::make_unexpected(Failure{not_a_message, "that is no message of JSON-RPC 2.0"});
    const Json id = member("id");
    if constexpr (std::is_same_v<Message, FromWindow>) {
        // The one answer that says something is that to hello; an error is told by it, too.
        if (json.contains("error")) {
            const Json error = member("error");
            const bool told = error.is_object() && error.contains("message") && error["message"].is_string();
            return tl::make_unexpected(Failure{0, told ? error["message"].get<std::string>() : "refused"});
        }
        if (json.contains("result")) {
            Welcome welcome;
            const Json result = member("result");
            const JsonReader in(result, "result");
            if (result.is_object()) read_members(in, welcome);
            return Received<Message>{welcome, nullptr};
        }
    }
    if (!member("method").is_string()) return tl::make_unexpected(Failure{not_a_message, "a message needs a method"});
    Json params = member("params");
    if (params.is_null()) params = Json::object();
    if (!params.is_object()) return tl::make_unexpected(Failure{wrong_members, "params must be an object"});
    auto message = read_call<Message>(member("method").template get<std::string>(), params);
    if (!message) return tl::make_unexpected(message.error());
    return Received<Message>{std::move(*message), id};
}

}  // namespace

tl::expected<Received<FromGame>, Failure> read_from_game(std::string_view text) {
    return read_line<FromGame>(text);
}

tl::expected<Received<FromWindow>, Failure> read_from_window(std::string_view text) {
    return read_line<FromWindow>(text);
}

std::string written(const FromGame& message, int id) {
    Json out = std::visit([](const auto& of) { return call(of); }, message);
    if (std::holds_alternative<Hello>(message)) out["id"] = id;
    return line(out);
}

std::string written(const FromWindow& message) {
    return line(std::visit([](const auto& of) { return call(of); }, message));
}

std::string answered(const Json& id, const Welcome& welcome) {
    return line({{"jsonrpc", "2.0"}, {"id", id}, {"result", members(welcome)}});
}

std::string answered(const Json& id) {
    return line({{"jsonrpc", "2.0"}, {"id", id}, {"result", Json::object()}});
}

std::string refused(const Json& id, const Failure& failure) {
    return line({{"jsonrpc", "2.0"}, {"id", id}, {"error", {{"code", failure.code}, {"message", failure.message}}}});
}

}  // namespace leap::link
