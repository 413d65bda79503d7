// SPDX-License-Identifier: MIT
#include "core/world/course_edit.hpp"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <numbers>
#include <set>

#include "core/units/turn.hpp"

namespace leap {
namespace {

constexpr double min_side_m = 0.05;
constexpr double place_half_m = 0.3;
constexpr double place_height_m = 1.8;

double whole_turn(double degrees) {
    const double out = std::remainder(degrees, 360.0);
    return out <= -180.0 ? out + 360.0 : out;
}

/// The place of an item in its plan, whichever list it is in.
Vec3& place_of(CoursePlan& plan, const CourseItem& item) {
    switch (item.kind) {
        case ItemKind::piece: return plan.pieces[item.index].center;
        case ItemKind::fixture: return plan.fixtures[item.index].position;
        case ItemKind::target: return plan.targets[item.index].position;
        case ItemKind::place: break;
    }
    return plan.places[item.index].position;
}

double* turn_of(CoursePlan& plan, const CourseItem& item) {
    switch (item.kind) {
        case ItemKind::piece: return &plan.pieces[item.index].turn_deg;
        case ItemKind::fixture: return &plan.fixtures[item.index].turn_deg;
        case ItemKind::place: return &plan.places[item.index].facing_deg;
        case ItemKind::target: break;
    }
    return nullptr;
}

/// `plan` may be constant; then so is the text.
template <class Plan>
auto& name_of(Plan& plan, const CourseItem& item) {
    switch (item.kind) {
        case ItemKind::piece: return plan.pieces[item.index].name;
        case ItemKind::fixture: return plan.fixtures[item.index].name;
        case ItemKind::target: return plan.targets[item.index].name;
        case ItemKind::place: break;
    }
    return plan.places[item.index].name;
}

template <class Plan>
auto& group_of(Plan& plan, const CourseItem& item) {
    switch (item.kind) {
        case ItemKind::piece: return plan.pieces[item.index].group;
        case ItemKind::fixture: return plan.fixtures[item.index].group;
        case ItemKind::target: return plan.targets[item.index].group;
        case ItemKind::place: break;
    }
    return plan.places[item.index].group;
}

std::size_t count_of(const CoursePlan& plan, ItemKind kind) {
    switch (kind) {
        case ItemKind::piece: return plan.pieces.size();
        case ItemKind::fixture: return plan.fixtures.size();
        case ItemKind::target: return plan.targets.size();
        case ItemKind::place: break;
    }
    return plan.places.size();
}

bool is_taken(const CoursePlan& plan, ItemKind kind, const std::string& name) {
    for (std::size_t i = 0; i < count_of(plan, kind); ++i)
        if (item_name(plan, {kind, i}) == name) return true;
    return false;
}

/// "crate 3" without its number.
std::string without_number(const std::string& name) {
    std::size_t end = name.size();
    while (end > 0 && name[end - 1] >= '0' && name[end - 1] <= '9') --end;
    if (end == 0 || end == name.size() || name[end - 1] != ' ') return name;
    return name.substr(0, end - 1);
}

std::string free_group(const CoursePlan& plan) {
    std::set<std::string> known;
    for (const CourseItem& item : all_items(plan)) known.insert(item_group(plan, item));
    for (int number = 1;; ++number)
        if (std::string name = fmt::format("group {}", number); !known.contains(name)) return name;
}

CourseItem add_copy(CoursePlan& plan, const CourseItem& item) {
    const auto copy = [&](auto& list) {
        auto made = list[item.index];
        if (!made.name.empty()) made.name = free_name(plan, item.kind, without_number(made.name));
        list.push_back(std::move(made));
        return CourseItem{item.kind, list.size() - 1};
    };
    switch (item.kind) {
        case ItemKind::piece: return copy(plan.pieces);
        case ItemKind::fixture: return copy(plan.fixtures);
        case ItemKind::target: return copy(plan.targets);
        case ItemKind::place: break;
    }
    return copy(plan.places);
}

struct Span {
    double low = 0.0;
    double high = 0.0;
    bool meets(const Span& other) const { return low < other.high - 1e-6 && other.low < high - 1e-6; }
};

Span span_along(const ItemBox& box, int axis) {
    if (axis == 2) return {box.bottom(), box.top()};
    Span out{1e300, -1e300};
    for (const Vec2& corner : corners_of(box)) {
        out.low = std::min(out.low, corner[axis]);
        out.high = std::max(out.high, corner[axis]);
    }
    return out;
}

}  // namespace

std::array<Vec2, 4> corners_of(const ItemBox& box) {
    std::array<Vec2, 4> out;
    constexpr std::array<Vec2, 4> signs{Vec2{-1, -1}, Vec2{1, -1}, Vec2{1, 1}, Vec2{-1, 1}};
    for (std::size_t i = 0; i < 4; ++i)
        out[i] = Vec2{box.center.x, box.center.y} +
                 turned_in_plan({signs[i].x * box.half.x, signs[i].y * box.half.y}, box.turn_deg);
    return out;
}

bool is_inside(const ItemBox& box, const Vec2& point) {
    const Vec2 own = turned_in_plan(point - Vec2{box.center.x, box.center.y}, -box.turn_deg);
    return std::abs(own.x) <= box.half.x && std::abs(own.y) <= box.half.y;
}

bool has_item(const CoursePlan& plan, const CourseItem& item) {
    return item.index < count_of(plan, item.kind);
}

CourseItems all_items(const CoursePlan& plan) {
    CourseItems out;
    for (const ItemKind kind : {ItemKind::piece, ItemKind::fixture, ItemKind::target, ItemKind::place})
        for (std::size_t i = 0; i < count_of(plan, kind); ++i) out.push_back({kind, i});
    return out;
}

const std::string& item_name(const CoursePlan& plan, const CourseItem& item) {
    return name_of(plan, item);
}

const std::string& item_group(const CoursePlan& plan, const CourseItem& item) {
    return group_of(plan, item);
}

ItemBox item_box(const CoursePlan& plan, const CourseItem& item, const FixtureHalves& halves) {
    switch (item.kind) {
        case ItemKind::piece: {
            const Piece& piece = plan.pieces[item.index];
            if (piece.kind != PieceKind::mesh) return {piece.center, piece.size * 0.5, piece.turn_deg};
            Bounds own;
            for (const Vec3& corner : piece.vertices) own.add(corner);
            if (piece.vertices.empty()) return {piece.center, Vec3{0.5}, piece.turn_deg};
            const Vec3 middle = 0.5 * (own.low + own.high);
            const Vec2 off = turned_in_plan({middle.x, middle.y}, piece.turn_deg);
            return {piece.center + Vec3{off.x, off.y, middle.z}, 0.5 * (own.high - own.low), piece.turn_deg};
        }
        case ItemKind::fixture: {
            const PlacedFixture& fixture = plan.fixtures[item.index];
            const auto found = halves.find(fixture.kind);
            const Vec3 half = found == halves.end() ? Vec3{0.3} : found->second;
            return {fixture.position + world_up * half.z, half, fixture.turn_deg};
        }
        case ItemKind::target: {
            const Target& target = plan.targets[item.index];
            return {target.position, Vec3{target.radius}, 0.0};
        }
        case ItemKind::place: break;
    }
    const Place& place = plan.places[item.index];
    const Vec3 half{place_half_m, place_half_m, 0.5 * place_height_m};
    return {place.position + world_up * half.z, half, place.facing_deg};
}

double snapped(double value, double step) {
    // Rounded once more, so that files don't fill up with 0.30000000000000004.
    const double on_grid = step > 0.0 ? std::round(value / step) * step : value;
    return std::round(on_grid * 1e4) / 1e4;
}

void move_items(CoursePlan& plan, const CourseItems& items, const Vec3& by) {
    for (const CourseItem& item : items) {
        Vec3& place = place_of(plan, item);
        for (int i = 0; i < 3; ++i)
            if (by[i] != 0.0) place[i] = snapped(place[i] + by[i], 0.0);
    }
}

void turn_items(CoursePlan& plan, const CourseItems& items, double degrees, const Vec3& middle) {
    for (const CourseItem& item : items) {
        Vec3& place = place_of(plan, item);
        const Vec2 way = turned_in_plan({place.x - middle.x, place.y - middle.y}, degrees);
        place.x = snapped(middle.x + way.x, 0.0);
        place.y = snapped(middle.y + way.y, 0.0);
        if (double* turn = turn_of(plan, item)) *turn = whole_turn(snapped(*turn + degrees, 0.0));
    }
}

void drag_side(CoursePlan& plan, const CourseItem& item, int axis, int sign, double by) {
    if (item.kind != ItemKind::piece) return;
    Piece& piece = plan.pieces[item.index];
    if (piece.kind == PieceKind::mesh) return;
    // What is round is as long as it is wide; a sphere as high, too, and a capsule at least as high.
    const bool sphere = piece.kind == PieceKind::sphere;
    const bool capsule = piece.kind == PieceKind::capsule;
    const bool round = (piece.kind == PieceKind::cylinder || capsule) && axis < 2;
    double grown = snapped(std::max(min_side_m, piece.size[axis] + by), 0.0);
    if (capsule && axis == 2) grown = std::max(grown, piece.size.x);
    const double change = grown - piece.size[axis];
    piece.size[axis] = grown;
    if (round) piece.size[1 - axis] = grown;
    if (sphere) piece.size = Vec3{grown};
    if (capsule) piece.size.z = std::max(piece.size.z, piece.size.x);
    Vec3 way{0.0};
    way[axis] = 0.5 * change * sign;
    const Vec2 flat_way = turned_in_plan({way.x, way.y}, piece.turn_deg);
    piece.center = {snapped(piece.center.x + flat_way.x, 0.0), snapped(piece.center.y + flat_way.y, 0.0),
                    snapped(piece.center.z + way.z, 0.0)};
}

CourseItems copy_items(CoursePlan& plan, const CourseItems& items, const Vec3& by) {
    CourseItems out;
    std::map<std::string, std::string> renamed;
    std::map<std::string, std::string> groups;
    for (const CourseItem& item : items) {
        const std::string before = item_name(plan, item);
        out.push_back(add_copy(plan, item));
        if (item.kind == ItemKind::fixture) renamed[before] = item_name(plan, out.back());
        std::string& group = group_of(plan, out.back());
        if (group.empty()) continue;
        const std::string old = std::exchange(group, "");
        if (!groups.contains(old)) groups[old] = free_group(plan);
        group = groups[old];
    }
    for (const CourseItem& item : out) {
        if (item.kind != ItemKind::fixture) continue;
        std::string& link = plan.fixtures[item.index].link;
        if (const auto found = renamed.find(link); found != renamed.end()) link = found->second;
    }
    move_items(plan, out, by);
    return out;
}

tl::expected<void, std::string> remove_items(CoursePlan& plan, CourseItems items) {
    std::sort(items.begin(), items.end());
    items.erase(std::unique(items.begin(), items.end()), items.end());
    const auto places =
        std::count_if(items.begin(), items.end(), [](const CourseItem& item) { return item.kind == ItemKind::place; });
    if (static_cast<std::size_t>(places) == plan.places.size() && places > 0)
        return tl::make_unexpected(std::string("a course needs a start place; the last one cannot be deleted"));
    for (auto item = items.rbegin(); item != items.rend(); ++item) {
        const auto erase = [&](auto& list) { list.erase(list.begin() + static_cast<std::ptrdiff_t>(item->index)); };
        switch (item->kind) {
            case ItemKind::piece: erase(plan.pieces); break;
            case ItemKind::target: erase(plan.targets); break;
            case ItemKind::place: erase(plan.places); break;
            case ItemKind::fixture: {
                const std::string name = plan.fixtures[item->index].name;
                erase(plan.fixtures);
                for (PlacedFixture& other : plan.fixtures)
                    if (other.link == name) other.link.clear();
                break;
            }
        }
    }
    return {};
}

tl::expected<void, std::string> rename_item(CoursePlan& plan, const CourseItem& item, const std::string& name) {
    std::string& own = name_of(plan, item);
    if (own == name) return {};
    const bool named = item.kind == ItemKind::fixture || item.kind == ItemKind::place;
    if (name.empty() && named) return tl::make_unexpected(std::string("fixtures and places need a name"));
    if (named && is_taken(plan, item.kind, name))
        return tl::make_unexpected(fmt::format("the name \"{}\" is already used", name));
    if (item.kind == ItemKind::fixture)
        for (PlacedFixture& other : plan.fixtures)
            if (other.link == own) other.link = name;
    own = name;
    return {};
}

void group_items(CoursePlan& plan, const CourseItems& items) {
    const std::string name = free_group(plan);
    for (const CourseItem& item : items) group_of(plan, item) = name;
}

void ungroup_items(CoursePlan& plan, const CourseItems& items) {
    for (const CourseItem& item : items) group_of(plan, item).clear();
}

CourseItems with_group(const CoursePlan& plan, const CourseItem& item) {
    const std::string& group = item_group(plan, item);
    if (group.empty()) return {item};
    CourseItems out;
    for (const CourseItem& other : all_items(plan))
        if (item_group(plan, other) == group) out.push_back(other);
    return out;
}

std::string free_name(const CoursePlan& plan, ItemKind kind, const std::string& wished) {
    if (!is_taken(plan, kind, wished)) return wished;
    for (int number = 2;; ++number)
        if (std::string name = fmt::format("{} {}", wished, number); !is_taken(plan, kind, name)) return name;
}

std::vector<GapLine> gaps_of(const CoursePlan& plan, const CourseItem& piece, double longest) {
    std::vector<GapLine> out;
    const ItemBox own = item_box(plan, piece, {});
    for (int axis = 0; axis < 2; ++axis) {
        const Span along = span_along(own, axis);
        const Span across = span_along(own, 1 - axis);
        std::array<std::optional<GapLine>, 2> nearest;  // behind, ahead
        for (std::size_t i = 0; i < plan.pieces.size(); ++i) {
            const CourseItem other{ItemKind::piece, i};
            if (other == piece) continue;
            const ItemBox box = item_box(plan, other, {});
            const Span its_across = span_along(box, 1 - axis);
            if (!span_along(box, 2).meets(span_along(own, 2)) || !its_across.meets(across)) continue;
            const Span its_along = span_along(box, axis);
            // Not in the middle of what they share: there runs the way over.
            constexpr double aside = 0.2;
            const double shared_low = std::max(across.low, its_across.low);
            const double shared_high = std::min(across.high, its_across.high);
            const double middle = shared_low + aside * (shared_high - shared_low);
            for (const bool ahead : {false, true}) {
                const double from = ahead ? along.high : along.low;
                const double to = ahead ? its_along.low : its_along.high;
                const double gap = ahead ? to - from : from - to;
                if (gap < 1e-3 || gap > longest) continue;
                auto& best = nearest[ahead ? 1 : 0];
                if (best && best->length() <= gap) continue;
                GapLine line;
                line.from[axis] = from;
                line.to[axis] = to;
                line.from[1 - axis] = line.to[1 - axis] = middle;
                line.from.z = line.to.z = std::min(own.top(), box.top());
                line.neighbour = other;
                best = line;
            }
        }
        for (const auto& line : nearest)
            if (line) out.push_back(*line);
    }
    return out;
}

}  // namespace leap
