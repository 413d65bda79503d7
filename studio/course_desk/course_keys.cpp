// SPDX-License-Identifier: GPL-3.0-or-later
// A drawing of the course by wheel and keys, and in words.
#include <QKeyEvent>
#include <algorithm>
#include <cmath>

#include "studio/course_desk/course_drawing.hpp"
#include "studio/shared/convert.hpp"

namespace leap::studio {

void CourseDrawing::wheelEvent(QWheelEvent* event) {
    zoom(std::pow(1.15, event->angleDelta().y() / 120.0), event->position());
}

void CourseDrawing::zoom(double factor, const QPointF& around) {
    const Vec3 before = world(around);
    scale_ = std::clamp(scale_ * factor, nearest_scale, farthest_scale);
    center_ += before - world(around);
    update();
}

/// The next of all pieces, places and fixtures, in the order of the file; what stands in one group goes together.
void CourseDrawing::select_next(int direction) {
    const CourseItems all = all_items(editor_.plan());
    if (all.empty()) return;
    std::ptrdiff_t at = direction > 0 ? 0 : std::ssize(all) - 1;
    if (!editor_.selected().empty()) {
        // From the end of a group on, not into it again.
        const CourseItem& from = direction > 0 ? editor_.selected().back() : editor_.selected().front();
        at = std::find(all.begin(), all.end(), from) - all.begin() + direction;
    }
    if (at < 0 || at >= std::ssize(all)) return;
    editor_.select(with_group(editor_.plan(), all[static_cast<std::size_t>(at)]));
    bring_into_view();
    tell_spoken_change(*this);
}

/// Where one looks: Alt with an arrow shifts the drawing, plus and minus zoom.
bool CourseDrawing::take_view_key(const QKeyEvent& event) {
    constexpr double shift_px = 60.0;
    constexpr double step = 1.25;
    const QPointF middle = QRectF(rect()).center();
    const bool alt = (event.modifiers() & Qt::AltModifier) != 0;
    const auto look = [&](double across, double up) {
        center_[across_axis()] += across * shift_px / scale_;
        center_[upward_axis()] += up * shift_px / scale_;
        update();
        return true;
    };
    switch (event.key()) {
        case Qt::Key_Left: return alt && look(-1, 0);
        case Qt::Key_Right: return alt && look(1, 0);
        case Qt::Key_Up: return alt && look(0, 1);
        case Qt::Key_Down: return alt && look(0, -1);
        case Qt::Key_Plus:
        case Qt::Key_Equal: zoom(step, middle); return true;
        case Qt::Key_Minus: zoom(1.0 / step, middle); return true;
        default: return false;
    }
}

void CourseDrawing::keyPressEvent(QKeyEvent* event) {
    if (take_view_key(*event)) return;
    const double step = editor_.snap_m() > 0.0 ? editor_.snap_m() : 0.01;
    const auto nudge = [&](int axis, double by) {
        Vec3 shift{0.0};
        shift[axis] = by;
        editor_.move_selected(shift);
        tell_spoken_change(*this);
    };
    const bool control = (event->modifiers() & Qt::ControlModifier) != 0;
    switch (event->key()) {
        case Qt::Key_Left: nudge(across_axis(), -step); return;
        case Qt::Key_Right: nudge(across_axis(), step); return;
        case Qt::Key_Up: nudge(upward_axis(), step); return;
        case Qt::Key_Down: nudge(upward_axis(), -step); return;
        case Qt::Key_PageUp: nudge(2, step); return;
        case Qt::Key_PageDown: nudge(2, -step); return;
        case Qt::Key_Delete:
        case Qt::Key_Backspace: editor_.remove_selected(); return;
        case Qt::Key_Return:
        case Qt::Key_Enter:
            if (!armed()) break;
            return end_press(QRectF(rect()).center(), {});
        case Qt::Key_Escape:
            if (armed() || measuring_ || editor_.dragging()) {
                arm("");
                set_measuring(false);
                editor_.drop_drag();
                drag_ = Drag::none;
            } else {
                editor_.select({});
            }
            return;
        default: break;
    }
    if (control && event->key() == Qt::Key_C) return editor_.copy_selected();
    if (control && event->key() == Qt::Key_V) return editor_.paste();
    if (control && event->key() == Qt::Key_A) return editor_.select(all_items(editor_.plan()));
    if (control) return QWidget::keyPressEvent(event);
    const bool back = (event->modifiers() & Qt::ShiftModifier) != 0;
    switch (event->key()) {
        case Qt::Key_T: editor_.turn_selected(back ? -turn_step_deg : turn_step_deg); return;
        case Qt::Key_N: select_next(back ? -1 : 1); return;
        case Qt::Key_F: fit(); return;
        case Qt::Key_G: back ? editor_.ungroup_selected() : editor_.group_selected(); return;
        case Qt::Key_M: set_measuring(!measuring_); return;
        default: QWidget::keyPressEvent(event);
    }
}

QString CourseDrawing::spoken_words() const {
    if (armed()) return tr("Enter puts %1 in the middle of the view").arg(to_qt(armed_));
    if (editor_.selected().empty()) return tr("Nothing selected. N selects the next item");
    QStringList out;
    for (const CourseItem& item : editor_.selected()) {
        const ItemBox box = editor_.box(item);
        out << tr("%1 at %2, %3, from %4 m to %5 m up")
                   .arg(to_qt(item_name(editor_.plan(), item)))
                   .arg(box.center.x, 0, 'f', 2)
                   .arg(box.center.y, 0, 'f', 2)
                   .arg(box.bottom(), 0, 'f', 2)
                   .arg(box.top(), 0, 'f', 2);
    }
    return out.join('\n');
}

}  // namespace leap::studio
