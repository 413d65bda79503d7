// SPDX-License-Identifier: MIT
#include "core/project/looks.hpp"

#include <fmt/format.h>

#include <cassert>
#include <cmath>
#include <set>

#include "core/defaults.hpp"
#include "core/project/json_reader.hpp"
#include "core/units/color.hpp"

namespace leap {

extern const std::string_view usual_looks_text;  // usual_looks.json, put into the program when it is built

namespace {

constexpr double farthest_corner = 100.0;  ///< of a part, in sizes of what it belongs to

PartColor read_color(const JsonReader& json, const char* member, bool needed) {
    if (!needed && !json.has(member)) return std::nullopt;
    const std::string digits = json.text(member);
    const PartColor out = rgb_of_digits(digits);
    if (!out && !json.failed())
        json.fail(member,
                  fmt::format("expected a colour, got \"{}\"; write red, green and blue as six hexadecimal digits: "
                              "\"b4863a\"",
                              digits));
    return out;
}

/// A list of points with as many numbers each as Point has.
template <class Point>
std::vector<Point> read_points(const JsonReader& json, const char* member, std::size_t least) {
    std::vector<Point> out;
    constexpr auto count = static_cast<std::size_t>(Point::length());
    const Json* list = json.find(member);
    const auto is_point = [&](const Json& item) {
        return item.is_array() && item.size() == count && std::all_of(item.begin(), item.end(), [](const Json& number) {
                   return number.is_number() && std::abs(number.get<double>()) <= farthest_corner;
               });
    };
    if (list == nullptr || !list->is_array() || list->size() < least ||
        !std::all_of(list->begin(), list->end(), is_point)) {
        json.fail(member, fmt::format("must be a list of at least {} points of {} numbers up to {:g}", least, count,
                                      farthest_corner));
        return out;
    }
    for (const Json& item : *list) {
        Point point{0.0};
        for (std::size_t i = 0; i < count; ++i)
            point[static_cast<typename Point::length_type>(i)] = item[i].get<double>();
        out.push_back(point);
    }
    return out;
}

LookPart read_part(const JsonReader& json, bool has_own_color) {
    LookPart out;
    const std::string shape = json.text("shape");
    constexpr int max_boards = 100;
    if (shape == "box") {
        json.only({"shape", "color", "from", "to"});
        out.shape = BoxPart{json.vector("from", std::nullopt), json.vector("to", std::nullopt)};
    } else if (shape == "boards") {
        json.only({"shape", "color", "second_color", "from", "to", "along", "count"});
        BoardsPart boards;
        boards.from = json.vector("from", std::nullopt);
        boards.to = json.vector("to", std::nullopt);
        const std::string along = json.text("along");
        boards.axis = along == "x" ? 0 : (along == "y" ? 1 : 2);
        if (along != "x" && along != "y" && along != "z" && !json.failed()) json.fail("along", "must be x, y or z");
        boards.count = json.whole("count", std::nullopt, 1, max_boards);
        boards.second_color = read_color(json, "second_color", false);
        out.shape = boards;
    } else if (shape == "lathe") {
        json.only({"shape", "color", "outline", "at"});
        out.shape = LathePart{read_points<Vec2>(json, "outline", 2), json.vector("at", Vec3{0.0})};
    } else if (shape == "ball") {
        json.only({"shape", "color", "at", "radius", "height"});
        out.shape = BallPart{json.vector("at", Vec3{0.0}), json.number("radius", std::nullopt, 0.0, farthest_corner),
                             json.number("height", std::nullopt, 0.0, farthest_corner)};
    } else if (shape == "sheet") {
        json.only({"shape", "color", "corners"});
        out.shape = SheetPart{read_points<Vec3>(json, "corners", 3)};
    } else if (!json.failed()) {
        json.fail("shape", fmt::format("unknown shape \"{}\"; parts are box, boards, lathe, ball, sheet", shape));
    }
    out.color = read_color(json, "color", has_own_color);
    return out;
}

std::vector<LookPart> read_parts(const JsonReader& json, bool has_own_color) {
    std::vector<LookPart> out;
    json.each("parts", [&](const JsonReader& part) { out.push_back(read_part(part, has_own_color)); });
    if (out.empty() && !json.failed()) json.fail("parts", "must have at least one");
    return out;
}

FlameLook read_flame(const Json& flame, const JsonReader& json, const std::string& path) {
    const JsonReader own(flame, path);
    FlameLook out{own.number("height", std::nullopt, -1.0, 1.0), own.number("width", std::nullopt, 0.0, 1.0),
                  own.number("length", std::nullopt, 0.0, 1.0)};
    if (own.failed()) json.fail("flame", "must have a height, a width and a length, as shares of the box");
    return out;
}

WornAt read_worn_at(const JsonReader& json) {
    const std::string word = json.text("worn_at");
    if (word == "trunk") return WornAt::trunk;
    if (word == "head") return WornAt::head;
    if (word == "hand") return WornAt::hand;
    if (word != "shoulder" && !json.failed()) json.fail("worn_at", "must be trunk, head, hand or shoulder");
    return WornAt::shoulder;
}

tl::expected<Looks, std::string> add_looks(Looks out, std::string_view text, const std::string& path,
                                           std::vector<std::string>* warnings) {
    const auto parsed = parse_json(text, path);
    if (!parsed) return tl::make_unexpected(parsed.error());
    const JsonReader json(*parsed, path);
    json.check_format(defaults::looks_format);
    json.only({"format", "materials", "objects", "garments"});
    json.each("materials", [&](const JsonReader& item) {
        item.only({"name", "color", "grid"});
        const std::string name = item.text("name");
        out.materials[name] = {read_color(item, "color", true).value_or(0), item.truth("grid", true)};
    });
    json.each("objects", [&](const JsonReader& item) {
        item.only({"name", "flame", "parts"});
        const std::string name = item.text("name");
        ObjectLook look{read_parts(item, true), std::nullopt};
        if (const Json* flame = item.find("flame")) look.flame = read_flame(*flame, item, path);
        out.objects[name] = std::move(look);
    });
    json.each("garments", [&](const JsonReader& item) {
        item.only({"name", "worn_at", "color", "parts"});
        const std::string name = item.text("name");
        out.garments[name] = {read_worn_at(item), read_color(item, "color", true).value_or(0), read_parts(item, false)};
    });
    if (json.failed()) return tl::make_unexpected(json.error());
    if (warnings != nullptr) warnings->insert(warnings->end(), json.warnings().begin(), json.warnings().end());
    return out;
}

template <class Look>
std::vector<std::string> names_of(const LookTable<Look>& table) {
    std::vector<std::string> out;
    for (const auto& [name, look] : table) out.push_back(name);
    return out;
}

/// "there are stone, timber" or, where one is near, "did you mean stone?".
std::string known_names(std::string_view wrong, const std::vector<std::string>& known) {
    const std::string near = nearest_name(wrong, known);
    return near.empty() ? fmt::format("the looks have {}", fmt::join(known, ", "))
                        : fmt::format("did you mean '{}'?", near);
}

}  // namespace

Looks usual_looks() {
    auto read = add_looks({}, usual_looks_text, "usual_looks.json", nullptr);
    assert(read && "the usual looks are part of the program");
    return read ? std::move(*read) : Looks{};
}

tl::expected<Looks, std::string> read_looks(std::string_view text, const std::string& path,
                                            std::vector<std::string>* warnings) {
    return add_looks(usual_looks(), text, path, warnings);
}

Diagnostics look_warnings(const Program& program, const Looks& looks) {
    Diagnostics out;
    std::set<std::pair<std::int32_t, std::size_t>> told;  // what bodies and fixtures take from their base is told once
    const auto warn = [&](const LookName& look, std::string_view what, const std::vector<std::string>& known) {
        if (!told.emplace(look.range.file, look.range.begin).second) return;
        out.push_back(
            {Severity::warning, look.range, fmt::format("{} {}", what, look.name), known_names(look.name, known)});
    };
    const auto check_garments = [&](const std::vector<Garment>& wears) {
        for (const Garment& garment : wears)
            if (looks.garments.find(garment.look.name) == looks.garments.end())
                warn(garment.look, "nothing that is worn is called", names_of(looks.garments));
    };
    for (const BodyInfo& body : program.bodies) check_garments(body.wears);
    for (const Machine& machine : program.machines) {
        if (!machine.fixture) continue;
        check_garments(machine.fixture->wears);
        const auto& drawn = machine.fixture->drawn;
        if (drawn && looks.objects.find(drawn->name) == looks.objects.end())
            warn(*drawn, "nothing can be drawn as", names_of(looks.objects));
    }
    return out;
}

std::vector<std::string> material_warnings(const CoursePlan& plan, const std::string& path, const Looks& looks) {
    std::vector<std::string> out;
    std::set<std::string> told;
    for (const Piece& piece : plan.pieces) {
        if (looks.materials.find(piece.material) != looks.materials.end()) continue;
        if (!told.insert(piece.material).second) continue;
        out.push_back(fmt::format("{}: the piece \"{}\" is of \"{}\", which the looks don't have; {}", path, piece.name,
                                  piece.material, known_names(piece.material, names_of(looks.materials))));
    }
    return out;
}

}  // namespace leap
