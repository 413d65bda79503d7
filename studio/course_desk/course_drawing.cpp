// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/course_desk/course_drawing.hpp"

#include <QKeyEvent>
#include <QMouseEvent>
#include <algorithm>
#include <cmath>
#include <numbers>

#include "core/world/path_edit.hpp"
#include "core/world/query.hpp"

namespace leap::studio {

namespace {
constexpr double handle_px = 7.0;
constexpr double turn_handle_px = 26.0;
constexpr double click_px = 3.0;

bool is_near(const QPointF& a, const QPointF& b) {
    return std::abs(a.x() - b.x()) <= handle_px && std::abs(a.y() - b.y()) <= handle_px;
}
}  // namespace

CourseDrawing::CourseDrawing(CourseEditor& editor, Seen seen, QWidget* parent)
    : QWidget(parent), editor_(editor), seen_(seen) {
    setFocusPolicy(Qt::StrongFocus);
    setMouseTracking(false);
    setMinimumSize(200, 120);
    setAccessibleName(seen == Seen::above ? tr("Plan of the course") : tr("Side view of the course"));
    connect(&editor_, &CourseEditor::changed, this, qOverload<>(&QWidget::update));
    connect(&editor_, &CourseEditor::reach_changed, this, qOverload<>(&QWidget::update));
    connect(&editor_.session(), &Session::project_opened, this, [this] {
        fitted_ = false;
        update();
    });
}

void CourseDrawing::set_seen(Seen seen) {
    seen_ = seen;
    fit();
}

QPointF CourseDrawing::at(const Vec3& place) const {
    const Vec3 off = place - center_;
    return QPointF(width() * 0.5 + off[across_axis()] * scale_, height() * 0.5 - off[upward_axis()] * scale_);
}

Vec3 CourseDrawing::world(const QPointF& point) const {
    Vec3 out{0.0};
    out[across_axis()] = center_[across_axis()] + (point.x() - width() * 0.5) / scale_;
    out[upward_axis()] = center_[upward_axis()] - (point.y() - height() * 0.5) / scale_;
    return out;
}

void CourseDrawing::fit_to(const Bounds& bounds) {
    if (bounds.low.x > bounds.high.x) return;
    center_ = 0.5 * (bounds.low + bounds.high);
    const Vec3 size = bounds.high - bounds.low;
    constexpr double margin_px = 30.0;
    const double across = (width() - 2.0 * margin_px) / std::max(0.5, size[across_axis()]);
    const double upward = (height() - 2.0 * margin_px) / std::max(0.5, size[upward_axis()]);
    scale_ = std::clamp(std::min(across, upward), nearest_scale, farthest_scale);
    fitted_ = true;
    update();
}

void CourseDrawing::fit() {
    const CoursePlan& plan = editor_.plan();
    Bounds bounds;
    for (const CourseItem& item : editor_.selected().empty() ? all_items(plan) : editor_.selected()) {
        const ItemBox box = editor_.box(item);
        const bool drowned = item.kind == ItemKind::piece && box.top() < plan.water_level;
        if (drowned && editor_.selected().empty()) continue;
        for (const Vec2& corner : corners_of(box)) {
            bounds.add(Vec3{corner.x, corner.y, box.bottom()});
            bounds.add(Vec3{corner.x, corner.y, box.top()});
        }
        if (item.kind == ItemKind::fixture)
            for (const Vec3& place : path_places(plan.fixtures[item.index])) bounds.add(place);
    }
    if (!editor_.selected().empty()) {  // with its surroundings
        bounds.add(bounds.low - Vec3{6, 6, 2});
        bounds.add(bounds.high + Vec3{6, 6, 3});
    }
    fit_to(bounds);
}

void CourseDrawing::bring_into_view() {
    if (editor_.selected().empty() || editor_.dragging()) return;
    QRectF shown;
    for (const CourseItem& item : editor_.selected()) shown = shown.united(outline(item).boundingRect());
    constexpr double smallest_px = 24.0;
    const bool small = std::max(shown.width(), shown.height()) < smallest_px;
    if (small || !QRectF(rect()).contains(shown.center())) fit();
}

void CourseDrawing::resizeEvent(QResizeEvent*) {
    if (!fitted_) fit();
}

void CourseDrawing::arm(const std::string& what) {
    armed_ = what;
    setCursor(what.empty() ? Qt::ArrowCursor : Qt::CrossCursor);
    setFocus();
}

void CourseDrawing::set_measuring(bool on) {
    if (measuring_ == on) return;
    measuring_ = on;
    measured_.reset();
    setCursor(on ? Qt::CrossCursor : Qt::ArrowCursor);
    update();
    emit measuring_changed(on);
}

QPolygonF CourseDrawing::outline(const CourseItem& item) const {
    const ItemBox box = editor_.box(item);
    QPolygonF out;
    if (seen_ == Seen::above) {
        for (const Vec2& corner : corners_of(box)) out << at({corner.x, corner.y, box.top()});
        return out;
    }
    Bounds bounds;
    for (const Vec2& corner : corners_of(box)) bounds.add(Vec3{corner.x, corner.y, 0.0});
    const auto add = [&](double across, double height) {
        Vec3 corner{0.0};
        corner[across_axis()] = across;
        corner.z = height;
        out << at(corner);
    };
    const double low = bounds.low[across_axis()];
    const double high = bounds.high[across_axis()];
    add(low, box.bottom());
    add(high, box.bottom());
    // A ramp that rises along the drawing is drawn as one.
    if (item.kind == ItemKind::piece && editor_.plan().pieces[item.index].kind == PieceKind::ramp) {
        const double along = std::remainder(box.turn_deg - (across_axis() == 0 ? 0.0 : 90.0), 360.0);
        if (std::abs(along) < 1.0) {
            add(high, box.top());
            return out;
        }
        if (std::abs(std::abs(along) - 180.0) < 1.0) {
            add(low, box.top());
            return out;
        }
    }
    add(high, box.top());
    add(low, box.top());
    return out;
}

std::optional<CourseItem> CourseDrawing::item_at(const QPointF& point) const {
    std::optional<CourseItem> best;
    double best_rank = -1e300;
    for (const CourseItem& item : all_items(editor_.plan())) {
        QPolygonF shape = outline(item);
        const QRectF bounds = shape.boundingRect();
        const bool small = std::min(bounds.width(), bounds.height()) < 2.0 * handle_px;
        const bool hit =
            shape.containsPoint(point, Qt::OddEvenFill) || (small && bounds.adjusted(-5, -5, 5, 5).contains(point));
        if (!hit) continue;
        const ItemBox box = editor_.box(item);
        const double nearness = seen_ == Seen::above ? box.top() : -bounds.width() * bounds.height() * 1e-4;
        const double rank = nearness + (item.kind == ItemKind::piece ? 0.0 : 1e6);
        if (rank <= best_rank) continue;
        best_rank = rank;
        best = item;
    }
    return best;
}

std::vector<CourseDrawing::Handle> CourseDrawing::handles() const {
    std::vector<Handle> out;
    const auto item = editor_.single();
    if (!item) return out;
    const ItemBox box = editor_.box(*item);
    const Vec2 ahead{std::cos(box.turn_deg * std::numbers::pi / 180.0),
                     std::sin(box.turn_deg * std::numbers::pi / 180.0)};
    const Vec2 left{-ahead.y, ahead.x};
    const bool sized = item->kind == ItemKind::piece && editor_.plan().pieces[item->index].kind != PieceKind::mesh;
    const auto side = [&](int axis, int sign) {
        Vec3 place = box.center;
        if (seen_ == Seen::above) place.z = box.top();
        const Vec2 way = (axis == 0 ? ahead * box.half.x : left * box.half.y) * static_cast<double>(sign);
        if (axis == 2) {
            place.z += box.half.z * sign;
        } else {
            place += Vec3{way.x, way.y, 0.0};
        }
        return place;
    };
    if (sized && seen_ == Seen::above) {
        for (const int sign : {-1, 1}) {
            for (const int axis : {0, 1}) out.push_back({Handle::Kind::side, at(side(axis, sign)), axis, sign});
            for (const int other : {-1, 1}) {
                const Vec3 corner = side(0, sign) + side(1, other) - side(0, 0);
                out.push_back({Handle::Kind::corner, at(corner), 0, sign, 1, other});
            }
        }
    } else if (sized) {
        for (const int sign : {-1, 1}) out.push_back({Handle::Kind::side, at(side(2, sign)), 2, sign});
        // The side that faces along the drawing, when one does.
        const int along = across_axis() == 0 ? (std::abs(ahead.x) > 0.999 ? 0 : (std::abs(left.x) > 0.999 ? 1 : -1))
                                             : (std::abs(ahead.y) > 0.999 ? 0 : (std::abs(left.y) > 0.999 ? 1 : -1));
        if (along >= 0)
            for (const int sign : {-1, 1}) out.push_back({Handle::Kind::side, at(side(along, sign)), along, sign});
    }
    add_path_handles(*item, out);
    if (seen_ != Seen::above) return out;
    const Vec2 front = ahead * (box.half.x + turn_handle_px / scale_);
    out.push_back({Handle::Kind::turn, at(box.center + Vec3{front.x, front.y, 0.0})});
    if (item->kind == ItemKind::fixture) {
        const Vec2 beside = left * (box.half.y + turn_handle_px / scale_);
        out.push_back({Handle::Kind::link, at(box.center + Vec3{beside.x, beside.y, 0.0})});
    }
    return out;
}

/// So that the low edges of what is dragged come onto the grid.
Vec3 CourseDrawing::snapped_shift(const QPointF& from, const QPointF& to) const {
    Vec3 shift = world(to) - world(from);
    const CourseItem& first = editor_.selected().front();
    const ItemBox box = item_box(editor_.drag_base(), first, editor_.halves());
    Bounds bounds;
    for (const Vec2& corner : corners_of(box)) bounds.add(Vec3{corner.x, corner.y, box.bottom()});
    for (const int axis : {across_axis(), upward_axis()}) {
        // What goes along one axis keeps its place along the other, on the grid or not.
        const bool stays = std::abs(shift[axis]) < 0.5 * editor_.snap_m();
        shift[axis] = stays ? 0.0 : snapped(bounds.low[axis] + shift[axis], editor_.snap_m()) - bounds.low[axis];
    }
    return shift;
}

Vec3 CourseDrawing::ground_under(const QPointF& point) const {
    Vec3 out = world(point);
    if (seen_ != Seen::above) {
        out[1 - across_axis()] = center_[1 - across_axis()];
        return out;
    }
    constexpr double high_m = 200.0;
    if (const auto& course = editor_.session().course()) {
        const auto hit = cast_ray(*course, {out.x, out.y, high_m}, {0, 0, -1}, 2.0 * high_m);
        out.z = hit && hit->point.z > course->plan.water_level ? hit->point.z : 0.0;
    }
    return out;
}

void CourseDrawing::mousePressEvent(QMouseEvent* event) {
    setFocus();
    pressed_at_ = now_at_ = event->position();
    center_at_press_ = center_;
    dragged_ = false;
    if (event->button() != Qt::LeftButton) {
        drag_ = Drag::pan;
        return;
    }
    begin_press(event->position(), event->modifiers());
}

void CourseDrawing::begin_press(const QPointF& point, Qt::KeyboardModifiers modifiers) {
    if (measuring_) {
        drag_ = Drag::measure;
        return;
    }
    if (armed() || take_path_point_out(point, modifiers)) return;
    for (const Handle& handle : handles()) {
        if (!is_near(handle.at, point)) continue;
        handle_ = handle;
        drag_ = Drag::handle;
        editor_.begin_drag();
        return;
    }
    const auto item = item_at(point);
    if (!item || (modifiers & Qt::ControlModifier) != 0) {
        drag_ = Drag::box;
        return;
    }
    const CourseItems group =
        (modifiers & Qt::AltModifier) != 0 ? CourseItems{*item} : with_group(editor_.plan(), *item);
    if ((modifiers & Qt::ShiftModifier) != 0) {
        CourseItems more = editor_.selected();
        for (const CourseItem& one : group) {
            if (editor_.is_selected(one)) {
                std::erase(more, one);
            } else {
                more.push_back(one);
            }
        }
        editor_.select(more);
    } else if (!editor_.is_selected(*item)) {
        editor_.select(group);
    }
    drag_ = Drag::move;
    editor_.begin_drag();
}

void CourseDrawing::mouseMoveEvent(QMouseEvent* event) {
    now_at_ = event->position();
    if (!dragged_ && (now_at_ - pressed_at_).manhattanLength() < click_px) return;
    dragged_ = true;
    drag_to(event->position());
}

void CourseDrawing::drag_to(const QPointF& point) {
    switch (drag_) {
        case Drag::pan:
            center_ = center_at_press_;
            center_ += world(pressed_at_) - world(point);
            update();
            break;
        case Drag::move: {
            const Vec3 shift = snapped_shift(pressed_at_, point);
            editor_.drag([&](CoursePlan& plan) { move_items(plan, editor_.selected(), shift); });
            break;
        }
        case Drag::handle: drag_handle(point); break;
        case Drag::measure: {
            const auto on_grid = [&](const QPointF& p) {
                Vec3 out = world(p);
                for (int i = 0; i < 3; ++i) out[i] = snapped(out[i], editor_.snap_m());
                return out;
            };
            measured_ = {on_grid(pressed_at_), on_grid(point)};
            update();
            break;
        }
        case Drag::box:
        case Drag::none: update(); break;
    }
}

void CourseDrawing::drag_handle(const QPointF& point) {
    const CourseItem item = editor_.selected().front();
    if (handle_.kind == Handle::Kind::link) {
        update();
        return;
    }
    if (handle_.kind == Handle::Kind::path_point || handle_.kind == Handle::Kind::path_end)
        return drag_path(item, point);
    if (handle_.kind == Handle::Kind::turn) {
        editor_.drag([&](CoursePlan& plan) {
            const ItemBox before = item_box(plan, item, editor_.halves());
            const Vec3 way = world(point) - before.center;
            const double wanted = std::atan2(way.y, way.x) * 180.0 / std::numbers::pi;
            turn_items(plan, {item}, snapped(wanted, editor_.snap_m() > 0.0 ? turn_step_deg : 1.0) - before.turn_deg,
                       before.center);
        });
        return;
    }
    editor_.drag([&](CoursePlan& plan) {
        const double turn = item_box(plan, item, editor_.halves()).turn_deg * std::numbers::pi / 180.0;
        const Vec3 shift = world(point) - world(pressed_at_);
        const auto along = [&](int axis) {
            if (axis == 2) return shift.z;
            const Vec2 own = axis == 0 ? Vec2{std::cos(turn), std::sin(turn)} : Vec2{-std::sin(turn), std::cos(turn)};
            return shift.x * own.x + shift.y * own.y;
        };
        const double step = editor_.snap_m();
        drag_side(plan, item, handle_.axis, handle_.sign, snapped(along(handle_.axis) * handle_.sign, step));
        if (handle_.other_axis >= 0)
            drag_side(plan, item, handle_.other_axis, handle_.other_sign,
                      snapped(along(handle_.other_axis) * handle_.other_sign, step));
    });
}

void CourseDrawing::mouseReleaseEvent(QMouseEvent* event) {
    end_press(event->position(), event->modifiers());
    drag_ = Drag::none;
    dragged_ = false;
    update();
}

void CourseDrawing::end_press(const QPointF& point, Qt::KeyboardModifiers modifiers) {
    if (armed()) {
        const std::string what = armed_;
        arm("");
        editor_.place_new(what, ground_under(point));
        emit placed();
        return;
    }
    if (drag_ == Drag::move) editor_.end_drag(tr("Move"));
    if (drag_ == Drag::handle) {
        const CourseItem from = editor_.selected().front();
        const bool links = handle_.kind == Handle::Kind::link;
        const bool path = handle_.kind == Handle::Kind::path_point || handle_.kind == Handle::Kind::path_end;
        editor_.end_drag(handle_.kind == Handle::Kind::turn ? tr("Turn") : (path ? tr("Path") : tr("Size")));
        const auto to = item_at(point);
        if (links && to && to->kind == ItemKind::fixture) editor_.link(from, *to);
    }
    if (drag_ != Drag::box) return;
    CourseItems found = (modifiers & Qt::ShiftModifier) != 0 ? editor_.selected() : CourseItems{};
    const QRectF area = QRectF(pressed_at_, point).normalized();
    if (dragged_)
        for (const CourseItem& item : all_items(editor_.plan()))
            if (area.contains(outline(item).boundingRect()))
                for (const CourseItem& one : with_group(editor_.plan(), item)) found.push_back(one);
    editor_.select(found);
}

}  // namespace leap::studio
