// SPDX-License-Identifier: MIT
#include "core/project/course_file.hpp"

#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <cmath>
#include <set>

#include "core/defaults.hpp"
#include "core/project/json_reader.hpp"

namespace leap {
namespace {

constexpr std::array piece_kinds{PieceKind::box,  PieceKind::ramp,   PieceKind::steps,  PieceKind::cylinder,
                                 PieceKind::mesh, PieceKind::sphere, PieceKind::capsule};
constexpr double min_size_m = 0.001;
constexpr int most_steps = 1000;

void read_mesh(const JsonReader& json, Piece& piece) {
    const auto list = [&](const char* member, auto entry) {
        const Json* found = json.find(member);
        if (found == nullptr || !found->is_array()) return json.fail(member, "a mesh needs this list");
        for (const Json& item : *found) {
            if (!item.is_array() || item.size() != 3) return json.fail(member, "every entry has three numbers");
            for (const Json& number : item)
                if (!number.is_number()) return json.fail(member, "every entry has three numbers");
            entry(item);
        }
    };
    list("vertices", [&](const Json& item) {
        const Vec3 corner{item[0].get<double>(), item[1].get<double>(), item[2].get<double>()};
        if (!is_finite(corner) || glm::length(corner) > 1e5) json.fail("vertices", "a corner lies too far out");
        piece.vertices.push_back(corner);
    });
    list("faces", [&](const Json& item) {
        std::array<std::uint32_t, 3> face{};
        for (std::size_t i = 0; i < 3; ++i) {
            const double number = item[i].get<double>();
            if (number < 0.0 || number != std::floor(number) || number >= static_cast<double>(piece.vertices.size()))
                return json.fail("faces", fmt::format("unknown vertex {:g}; the first is 0", number));
            face[i] = static_cast<std::uint32_t>(number);
        }
        piece.faces.push_back(face);
    });
}

Piece read_piece(const JsonReader& json) {
    Piece piece;
    json.only({"name", "kind", "center", "size", "turn", "count", "solid", "material", "kinds", "carries", "grip",
               "group", "vertices", "faces"});
    piece.name = json.text("name", "");
    const std::string kind = json.text("kind", "box");
    const auto found =
        std::find_if(piece_kinds.begin(), piece_kinds.end(), [&](PieceKind k) { return piece_word(k) == kind; });
    if (found == piece_kinds.end()) {
        json.fail(
            "kind",
            fmt::format("unknown piece \"{}\"; pieces are box, ramp, steps, cylinder, sphere, capsule, mesh", kind));
        return piece;
    }
    piece.kind = *found;
    piece.center = json.vector("center", std::nullopt);
    piece.turn_deg = json.number("turn", 0.0, -360.0, 360.0);
    piece.solid = json.truth("solid", true);
    piece.material = json.text("material", "stone");
    piece.group = json.text("group", "");
    piece.carries = json.vector("carries", Vec3{0.0});
    if (!json.failed() && glm::length(piece.carries) > defaults::fastest_body_mps)
        json.fail("carries", fmt::format("nothing goes faster than {} m/s", defaults::fastest_body_mps));
    piece.grip = json.number("grip", 1.0, 0.0, 10.0);
    if (const Json* list = json.find("kinds")) {
        const bool words = list->is_array() &&
                           std::all_of(list->begin(), list->end(), [](const Json& word) { return word.is_string(); });
        if (!words) json.fail("kinds", "this is a list of words, like [\"anchor\"]");
        if (words)
            for (const Json& word : *list) piece.kinds.push_back(word.get<std::string>());
    }
    if (piece.kind == PieceKind::mesh) {
        read_mesh(json, piece);
        return piece;
    }
    piece.size = json.vector("size", std::nullopt);
    if (!json.failed() && std::min({piece.size.x, piece.size.y, piece.size.z}) < min_size_m)
        json.fail("size", "every side must be a millimetre or longer");
    if (!json.failed() && !fits_shape(piece.kind, piece.size))
        json.fail("size", piece.kind == PieceKind::sphere ? "a sphere is as long as it is wide and high"
                                                          : "a capsule is as long as it is wide, and at least as high");
    if (piece.kind == PieceKind::steps) piece.count = json.whole("count", std::nullopt, 1, most_steps);
    return piece;
}

/// Whole numbers are written without a point.
Json number(double value) {
    const double whole = std::round(value);
    if (whole == value && std::abs(whole) < 1e15) return Json(static_cast<std::int64_t>(whole));
    return Json(value);
}

Json numbers(const Vec3& v) {
    return Json::array({number(v.x), number(v.y), number(v.z)});
}

/// One line, with a space behind each comma and colon, as one writes it by hand.
std::string line_of(const Json& json) {
    const std::string packed = json.dump(-1, ' ', false, Json::error_handler_t::replace);
    std::string out;
    bool in_text = false;
    for (std::size_t i = 0; i < packed.size(); ++i) {
        const char c = packed[i];
        out += c;
        if (in_text && c == '\\') {
            out += packed[++i];
        } else if (c == '"') {
            in_text = !in_text;
        } else if (!in_text && (c == ':' || c == ',')) {
            out += ' ';
        }
    }
    return out;
}

Json write_piece(const Piece& piece) {
    Json out;
    out["name"] = piece.name;
    out["kind"] = piece_word(piece.kind);
    out["center"] = numbers(piece.center);
    if (piece.kind != PieceKind::mesh) out["size"] = numbers(piece.size);
    if (piece.turn_deg != 0.0) out["turn"] = number(piece.turn_deg);
    if (piece.kind == PieceKind::steps) out["count"] = piece.count;
    if (!piece.solid) out["solid"] = false;
    if (piece.material != "stone") out["material"] = piece.material;
    if (!piece.kinds.empty()) out["kinds"] = piece.kinds;
    if (piece.carries != Vec3{0.0}) out["carries"] = numbers(piece.carries);
    if (piece.grip != 1.0) out["grip"] = number(piece.grip);
    if (!piece.group.empty()) out["group"] = piece.group;
    if (piece.kind == PieceKind::mesh) {
        out["vertices"] = Json::array();
        for (const Vec3& corner : piece.vertices) out["vertices"].push_back(numbers(corner));
        out["faces"] = Json::array();
        for (const auto& face : piece.faces) out["faces"].push_back({face[0], face[1], face[2]});
    }
    return out;
}

/// In the fixture's own frame; where it was placed is the first point.
void read_path(const JsonReader& fixture, FixturePath& out) {
    fixture.each("path", [&](const JsonReader& item) {
        item.only({"at", "stop"});
        out.points.push_back({item.vector("at", std::nullopt), item.truth("stop", false)});
    });
    out.round = fixture.truth("round", false);
    if (const auto problem = path_problem(out))
        fixture.fail(problem->point ? fmt::format("path[{}].at", *problem->point) : "path", problem->text);
}

Json write_path(const FixturePath& path) {
    Json out = Json::array();
    for (const FixturePath::Point& point : path.points) {
        Json json{{"at", numbers(point.at)}};
        if (point.stops) json["stop"] = true;
        out.push_back(std::move(json));
    }
    return out;
}

}  // namespace

tl::expected<CoursePlan, std::string> read_course(std::string_view text, const std::string& path,
                                                  std::vector<std::string>* warnings) {
    const auto parsed = parse_json(text, path);
    if (!parsed) return tl::make_unexpected(parsed.error());
    const JsonReader json(*parsed, path);
    json.check_format(defaults::course_format);
    json.only({"format", "name", "water_level", "places", "pieces", "targets", "fixtures"});
    CoursePlan plan;
    plan.name = json.text("name");
    plan.water_level = json.number("water_level", -1e9, -1e9, 1e6);
    std::set<std::string> place_names;
    std::set<std::string> fixture_names;
    json.each("places", [&](const JsonReader& item) {
        Place place;
        item.only({"name", "position", "facing", "group"});
        place.name = item.text("name");
        place.position = item.vector("position", std::nullopt);
        place.facing_deg = item.number("facing", 0.0, -360.0, 360.0);
        place.group = item.text("group", "");
        if (!place_names.insert(place.name).second)
            item.fail("name", fmt::format("there are two places \"{}\"", place.name));
        plan.places.push_back(std::move(place));
    });
    json.each("pieces", [&](const JsonReader& item) { plan.pieces.push_back(read_piece(item)); });
    json.each("targets", [&](const JsonReader& item) {
        Target target;
        item.only({"name", "kind", "position", "radius", "back_after", "group"});
        target.name = item.text("name", "");
        target.kind = item.text("kind");
        target.position = item.vector("position", std::nullopt);
        target.radius = item.number("radius", target.radius, 0.01, 50.0);
        // Below 0, as courses said it earlier: it stays away.
        const double back_after_s = item.number("back_after", -1.0, -1.0, 3600.0);
        if (back_after_s >= 0.0) target.back_after_s = back_after_s;
        target.group = item.text("group", "");
        plan.targets.push_back(std::move(target));
    });
    json.each("fixtures", [&](const JsonReader& item) {
        PlacedFixture fixture;
        item.only({"name", "kind", "position", "turn", "link", "group", "path", "round"});
        fixture.name = item.text("name");
        fixture.kind = item.text("kind");
        fixture.position = item.vector("position", std::nullopt);
        fixture.turn_deg = item.number("turn", 0.0, -360.0, 360.0);
        fixture.link = item.text("link", "");
        fixture.group = item.text("group", "");
        read_path(item, fixture.path);
        if (!fixture_names.insert(fixture.name).second)
            item.fail("name", fmt::format("there are two fixtures \"{}\"", fixture.name));
        plan.fixtures.push_back(std::move(fixture));
    });
    if (json.failed()) return tl::make_unexpected(json.error());
    if (warnings != nullptr) warnings->insert(warnings->end(), json.warnings().begin(), json.warnings().end());
    if (plan.places.empty())
        return tl::make_unexpected(fmt::format("{}: places: a course needs at least one start place", path));
    return plan;
}

std::string write_course(const CoursePlan& plan) {
    std::string out =
        fmt::format("{{\n  \"format\": {},\n  \"name\": {},\n", defaults::course_format, line_of(plan.name));
    if (plan.water_level > -1e8) out += fmt::format("  \"water_level\": {},\n", line_of(number(plan.water_level)));
    const auto list = [&](const char* member, const auto& items, auto write, bool last) {
        out += fmt::format("  \"{}\": [", member);
        for (std::size_t i = 0; i < items.size(); ++i)
            out += (i == 0 ? "\n    " : ",\n    ") + line_of(write(items[i]));
        out += items.empty() ? "]" : "\n  ]";
        out += last ? "\n}\n" : ",\n";
    };
    list(
        "places", plan.places,
        [](const Place& place) {
            Json json{
                {"name", place.name}, {"position", numbers(place.position)}, {"facing", number(place.facing_deg)}};
            if (!place.group.empty()) json["group"] = place.group;
            return json;
        },
        false);
    const bool ends_with_pieces = plan.targets.empty() && plan.fixtures.empty();
    list("pieces", plan.pieces, write_piece, ends_with_pieces);
    const auto write_target = [](const Target& target) {
        Json json{{"name", target.name}, {"kind", target.kind}, {"position", numbers(target.position)}};
        json["radius"] = number(target.radius);
        if (target.back_after_s) json["back_after"] = number(*target.back_after_s);
        if (!target.group.empty()) json["group"] = target.group;
        return json;
    };
    if (!plan.targets.empty()) list("targets", plan.targets, write_target, plan.fixtures.empty());
    const auto write_fixture = [](const PlacedFixture& fixture) {
        Json json{{"name", fixture.name}, {"kind", fixture.kind}, {"position", numbers(fixture.position)}};
        if (fixture.turn_deg != 0.0) json["turn"] = number(fixture.turn_deg);
        if (!fixture.link.empty()) json["link"] = fixture.link;
        if (!fixture.group.empty()) json["group"] = fixture.group;
        if (!fixture.path.points.empty()) json["path"] = write_path(fixture.path);
        if (fixture.path.round) json["round"] = true;
        return json;
    };
    if (!plan.fixtures.empty()) list("fixtures", plan.fixtures, write_fixture, true);
    return out;
}

}  // namespace leap
