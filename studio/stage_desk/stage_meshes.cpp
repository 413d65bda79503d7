// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stage_desk/stage_meshes.hpp"

#include <algorithm>
#include <cmath>
#include <numbers>

#include "core/readings/readings.hpp"
#include "studio/shared/convert.hpp"
#include "studio/shared/palette.hpp"
#include "studio/stage_desk/mesh_parts.hpp"

namespace leap::studio {
namespace {

/// Angles on the top of a box that carries, pointing the way it goes; longer ones where it goes faster.
void add_belt_marks(const Piece& piece, const QColor& color, std::vector<MeshVertex>& out) {
    const double speed = horizontal_length(piece.carries);
    if (piece.kind != PieceKind::box || !(speed > 0.0)) return;
    constexpr double apart_m = 1.2;
    constexpr double thick_m = 0.14;
    constexpr double above_m = 0.006;
    const Vec3 ahead = horizontal(piece.carries) / speed;
    const Vec3 left{-ahead.y, ahead.x, 0.0};
    const auto half_along = [&](const Vec3& d) {
        return 0.5 * (std::abs(d.x) * piece.size.x + std::abs(d.y) * piece.size.y);
    };
    const double wide = std::min(0.5, 0.6 * half_along(left));
    const double deep = std::clamp(0.12 * speed, 0.15, 0.6);
    const double end = half_along(ahead) - deep;
    const Vec3 top = Vec3{0.0, 0.0, 0.5 * piece.size.z + above_m};
    const double turn = glm::radians(piece.turn_deg);
    const auto place = [&](double along, double across) {
        return mesh_vertex(piece.center + turned_about_up(top + ahead * along + left * across, turn), world_up, color);
    };
    for (double at = -end; at <= end; at += apart_m)
        for (const double side : {-1.0, 1.0}) {
            const MeshVertex tip = place(at + deep, 0.0);
            const MeshVertex back = place(at + deep - thick_m, 0.0);
            const MeshVertex arm = place(at, side * wide);
            const MeshVertex arm_back = place(at - thick_m, side * wide);
            const auto add = [&](const MeshVertex& a, const MeshVertex& b, const MeshVertex& c) {
                // Counter-clockwise seen from above.
                if (side > 0.0) {
                    out.insert(out.end(), {a, b, c});
                } else {
                    out.insert(out.end(), {a, c, b});
                }
            };
            add(tip, arm, back);
            add(arm, arm_back, back);
        }
}

}  // namespace

std::vector<MeshVertex> course_mesh(const Course& course, const Looks& looks, bool volumes) {
    std::vector<MeshVertex> out;
    for (const Piece& piece : course.plan.pieces) {
        if (piece.solid == volumes) continue;
        const auto found = looks.materials.find(piece.material);
        const MaterialLook look = found == looks.materials.end() ? MaterialLook{} : found->second;
        for (const DrawnTriangle& triangle : drawn_triangles(piece))
            for (const Vec3& corner : triangle.corners)
                out.push_back(mesh_vertex(corner, triangle.normal, QColor(look.rgb), look.grid));
        if (piece.solid) add_belt_marks(piece, QColor(look.rgb).lighter(160), out);
    }
    return out;
}

std::vector<MeshVertex> limb_mesh(Limb limb, const QColor& color) {
    std::vector<MeshVertex> out;
    switch (limb) {
        case Limb::leg: add_lathe(out, {{0.0, -1.0}, {0.8, -0.98}, {1.0, -0.1}, {0.0, 0.04}}, color, Vec3{0.0}); break;
        case Limb::arm:
            add_lathe(out, {{0.0, -1.02}, {0.85, -0.98}, {1.0, -0.05}, {0.0, 0.1}}, color, Vec3{0.0});
            break;
        case Limb::head: add_ball(out, {0.06, 0.0, 0.5}, 1.0, 1.0, color); break;
    }
    return out;
}

std::vector<MeshVertex> box_mesh(const QColor& color) {
    std::vector<MeshVertex> out;
    for (const DrawnTriangle& triangle : drawn_triangles(Piece{}))
        for (const Vec3& corner : triangle.corners) out.push_back(mesh_vertex(corner, triangle.normal, color));
    return out;
}

std::vector<MeshVertex> crate_mesh() {
    const QColor boards(0xA9, 0x83, 0x57);
    const QColor slats(0x6E, 0x50, 0x33);
    constexpr double thick = 0.09;
    std::vector<MeshVertex> out;
    const auto add = [&](const Vec3& center, const Vec3& size, const QColor& color) {
        Piece part;
        part.center = center;
        part.size = size;
        for (const DrawnTriangle& triangle : drawn_triangles(part))
            for (const Vec3& corner : triangle.corners) out.push_back(mesh_vertex(corner, triangle.normal, color));
    };
    add(Vec3{0.0}, Vec3{1.0 - 0.4 * thick}, boards);
    for (int axis = 0; axis < 3; ++axis) {
        for (const double one : {-1.0, 1.0}) {
            for (const double other : {-1.0, 1.0}) {
                Vec3 center{0.0};
                Vec3 size{thick};
                size[axis] = 1.0;
                center[(axis + 1) % 3] = one * 0.5 * (1.0 - thick);
                center[(axis + 2) % 3] = other * 0.5 * (1.0 - thick);
                add(center, size, slats);
            }
        }
    }
    return out;
}

std::vector<MeshVertex> wheel_mesh() {
    constexpr double half_width = 0.3;
    std::vector<MeshVertex> upright;
    const QColor tyre(0x2E, 0x30, 0x36);
    add_lathe(upright,
              {{0.62, -half_width},
               {0.92, -half_width},
               {1.0, -0.6 * half_width},
               {1.0, 0.6 * half_width},
               {0.92, half_width},
               {0.62, half_width}},
              tyre, Vec3{0.0});
    const QColor spoke(0xB8, 0x9A, 0x64);
    for (int i = 0; i < 3; ++i) {
        Piece bar;
        bar.size = {1.5, 0.16, 1.6 * half_width};
        bar.turn_deg = 60.0 * i;
        for (const DrawnTriangle& triangle : drawn_triangles(bar))
            for (const Vec3& corner : triangle.corners) upright.push_back(mesh_vertex(corner, triangle.normal, spoke));
    }
    // From standing on its side to an axle along y.
    for (MeshVertex& v : upright) {
        std::swap(v.position[1], v.position[2]);
        std::swap(v.normal[1], v.normal[2]);
        v.position[1] = -v.position[1];
        v.normal[1] = -v.normal[1];
    }
    return upright;
}

std::vector<MeshVertex> ball_mesh(const QColor& color) {
    constexpr int bands = 8;
    std::vector<MeshVertex> out;
    for (int i = 0; i < bands; ++i) {
        const auto at = [&](int k) {
            const double angle = std::numbers::pi * (k / static_cast<double>(bands) - 0.5);
            return Vec2{std::cos(angle), std::sin(angle)};
        };
        add_lathe(out, {at(i), at(i + 1)}, color, Vec3{0.0});
    }
    return out;
}

std::vector<MeshVertex> float_mesh() {
    constexpr int bands = 12;
    std::vector<MeshVertex> out;
    for (int i = 0; i < bands; ++i) {
        const auto at = [&](int k) {
            const double angle = std::numbers::pi * (k / static_cast<double>(bands) - 0.5);
            return Vec2{std::cos(angle), std::sin(angle)};
        };
        const bool belt = i >= 4 && i < 8;
        add_lathe(out, {at(i), at(i + 1)}, belt ? QColor(0xD9, 0xA2, 0x4A) : QColor(0x5E, 0x44, 0x30), Vec3{0.0});
    }
    return out;
}

std::vector<MeshVertex> barrel_mesh() {
    std::vector<MeshVertex> out;
    const QColor wood(0x8A, 0x66, 0x42);
    const QColor hoop(0x4A, 0x4C, 0x52);
    add_lathe(out, {{0.0, -1.0}, {0.8, -0.98}, {1.0, -0.9}}, wood, Vec3{0.0});
    for (const double at : {-0.9, -0.05, 0.8}) add_lathe(out, {{1.0, at}, {1.0, at + 0.1}}, hoop, Vec3{0.0});
    for (const double at : {-0.8, 0.05}) add_lathe(out, {{1.0, at}, {1.0, at + 0.75}}, wood, Vec3{0.0});
    add_lathe(out, {{1.0, 0.9}, {0.8, 0.98}, {0.0, 1.0}}, wood, Vec3{0.0});
    return out;
}

std::vector<MeshVertex> line_mesh(const QColor& color) {
    std::vector<MeshVertex> along_z;
    add_lathe(along_z, {{0.0, 0.0}, {1.0, 0.0}, {1.0, 1.0}, {0.0, 1.0}}, color, Vec3{0.0});
    return along_z;
}

std::vector<MeshVertex> disc_mesh(const QColor& color) {
    std::vector<MeshVertex> out;
    for (int i = 0; i < 32; ++i) {
        const auto at = [&](int side) {
            const double angle = 2.0 * std::numbers::pi * side / 32;
            return mesh_vertex({std::cos(angle), std::sin(angle), 0.0}, world_up, color);
        };
        for (const auto& v : {mesh_vertex(Vec3{0.0}, world_up, color), at(i), at(i + 1)}) out.push_back(v);
    }
    return out;
}

std::vector<MeshVertex> arrow_mesh(const QColor& color) {
    std::vector<MeshVertex> along_z;
    add_lathe(along_z, {{0.0, 0.0}, {0.022, 0.0}, {0.022, 0.82}, {0.075, 0.82}, {0.0, 1.0}}, color, Vec3{0.0});
    for (MeshVertex& v : along_z) {
        std::swap(v.position[0], v.position[2]);
        std::swap(v.normal[0], v.normal[2]);
    }
    return along_z;
}

namespace {

/// A straight piece, a little above the feet, so that it isn't lost in the ground.
void add_ribbon_piece(std::vector<RibbonVertex>& out, const Vec3& start, const Vec3& end, double along,
                      const QColor& color) {
    const Vec3 lift{0.0, 0.0, 0.06};
    const auto corner = [&](const Vec3& at, const Vec3& ahead, float side, double distance) {
        RibbonVertex v{};
        set_floats(v.position, at + lift);
        set_floats(v.next, ahead + lift);
        v.side = side;
        v.along = static_cast<float>(distance);
        set_floats(v.color, color);
        return v;
    };
    const double length = glm::length(end - start);
    const Vec3 past = end + (end - start);
    const auto a = corner(start, end, -1.0F, along);
    const auto b = corner(start, end, 1.0F, along);
    const auto c = corner(end, past, -1.0F, along + length);
    const auto d = corner(end, past, 1.0F, along + length);
    for (const auto& v : {a, b, d, a, d, c}) out.push_back(v);
}

}  // namespace

std::vector<RibbonVertex> measured_ribbon(const std::vector<LaidPoint>& points, const QColor& color) {
    std::vector<RibbonVertex> out;
    double along = 0.0;
    for (std::size_t i = 1; i < points.size(); ++i) {
        const Vec3& start = points[i - 1].feet;
        const Vec3& end = points[i].feet;
        if (start == end) continue;
        add_ribbon_piece(out, start, end, along, color);
        along += glm::length(end - start);
    }
    return out;
}

std::vector<RibbonVertex> path_ribbon(const Trace& trace, std::size_t character, const Program& program, double from,
                                      double to, bool by_move, const QColor& color) {
    std::vector<RibbonVertex> out;
    if (character >= trace.tracks.size() || trace.tracks[character].rows.size() < 2) return out;
    const TraceTrack& track = trace.tracks[character];
    // Straight stretches need few corners: a ribbon of every row was most of a frame's cost without a graphics
    // processor.
    constexpr double longest_m = 1.0;
    constexpr double sharpest_cos = 0.9986;  // three degrees
    std::map<MachineId, QColor> hues;
    for (const MachineId move : program.moves) hues[move] = machine_hue(program, move).lighter(135);
    // Where a phase says `accent trail` the path takes its move's hue.
    const auto trails = [&](const TraceRow& row) {
        if (!row.move || !row.move_phase) return false;
        const Machine& machine = program.machines[row.move];
        const auto& accents = machine.phases[row.move_phase].effects.accents;
        return std::any_of(accents.begin(), accents.end(),
                           [](const Accent& accent) { return accent.kind == AccentKind::trail; });
    };
    const auto color_of = [&](const TraceRow& row) {
        return row.move && (by_move || trails(row)) ? hues[row.move] : color;
    };
    double along = 0.0;
    std::size_t from_row = 0;
    for (std::size_t i = 1; i < track.rows.size(); ++i) {
        if (track.rows[i].jumped) {
            from_row = i;
            continue;
        }
        const Vec3 start = track.rows[from_row].position;
        const Vec3 here = track.rows[i].position;
        const double length = glm::length(here - start);
        const bool last = i + 1 == track.rows.size() || track.rows[i + 1].jumped;
        if (!last) {
            const Vec3 next = track.rows[i + 1].position - here;
            const bool straight = glm::dot(direction_or_zero(here - start), direction_or_zero(next)) > sharpest_cos;
            const bool same = color_of(track.rows[i]) == color_of(track.rows[from_row]);
            if (length < 1e-4 || (straight && same && length < longest_m && track.rows[i].time <= to)) continue;
        }
        const bool wanted = track.rows[from_row].time >= from && track.rows[from_row].time < to;
        if (wanted && length > 0.0) {
            add_ribbon_piece(out, start, here, along, color_of(track.rows[from_row]));
        }
        along += length;
        from_row = i;
    }
    return out;
}

std::vector<AirArc> air_arcs(const Trace& trace, std::size_t character) {
    std::vector<AirArc> out;
    if (character >= trace.tracks.size()) return out;
    const TraceTrack& track = trace.tracks[character];
    const TraceEvent* left = nullptr;
    for (const TraceEvent& event : trace.events) {
        if (event.actor != static_cast<std::int32_t>(character)) continue;
        if (event.kind == EventKind::left_ground && left == nullptr) left = &event;
        if (event.kind != EventKind::landed || left == nullptr) continue;
        AirArc arc;
        arc.from = left->time;
        arc.to = event.time;
        left = nullptr;
        arc.start = position_at(track, arc.from);
        arc.end = position_at(track, arc.to);
        arc.top = arc.start;
        for (std::size_t i = row_at(track, arc.from); i < track.rows.size() && track.rows[i].time <= arc.to; ++i) {
            const TraceRow& row = track.rows[i];
            if (row.position.z > arc.top.z) arc.top = row.position;
        }
        const double exact = extreme(track, Quantity::feet, {arc.from, arc.to}, true);
        arc.top.z = exact;
        out.push_back(arc);
    }
    return out;
}

}  // namespace leap::studio
