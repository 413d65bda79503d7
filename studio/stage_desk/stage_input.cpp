// SPDX-License-Identifier: GPL-3.0-or-later
// Keys and mouse of the stage: they play while something is played, and else turn the view and point at things.
#include <QKeyEvent>
#include <QMouseEvent>
#include <algorithm>
#include <chrono>
#include <cmath>

#include "core/units/dimension.hpp"
#include "studio/shared/convert.hpp"
#include "studio/stage_desk/stage_view.hpp"

namespace leap::studio {

namespace {

constexpr double orbit_per_pixel = 0.007;

double steady_seconds() {
    return std::chrono::duration<double>(std::chrono::steady_clock::now().time_since_epoch()).count();
}

}  // namespace

bool StageView::event(QEvent* event) {
    if (event->type() == QEvent::Resize) frame_dirty_ = true;
    // While playing, keys belong to the run, not to the window's shortcuts.
    if (event->type() == QEvent::ShortcutOverride && session_.playing()) {
        event->accept();
        return true;
    }
    return QWidget::event(event);
}

void StageView::keyPressEvent(QKeyEvent* event) {
    if (session_.playing()) {
        if (event->key() == Qt::Key_Escape) {
            emit stop_wanted();
        } else if (!event->isAutoRepeat()) {
            input_.key(event->key(), true, lateness_.of(event->timestamp(), steady_seconds()));
        }
        return;
    }
    const bool back = event->key() == Qt::Key_Left || event->key() == Qt::Key_Down;
    const bool aside = event->key() == Qt::Key_Left || event->key() == Qt::Key_Right;
    const bool arrow = back || aside || event->key() == Qt::Key_Up;
    const int direction = back ? -1 : 1;
    if (aside && event->modifiers() == Qt::ControlModifier && choose_next_grip(direction)) return;
    if (arrow && event->modifiers() == Qt::AltModifier && nudge_grip(direction)) return;
    const bool enter = event->key() == Qt::Key_Return || event->key() == Qt::Key_Enter;
    if (enter && (event->modifiers() & Qt::ShiftModifier) == 0) {
        emit play_wanted();
        return;
    }
    QWidget::keyPressEvent(event);
}

const GripHandle* StageView::chosen_grip() const {
    const auto found =
        std::find_if(grips_.begin(), grips_.end(), [&](const GripHandle& each) { return each.dial == chosen_grip_; });
    return found == grips_.end() ? nullptr : &*found;
}

/// One handle of what is held after the other.
bool StageView::choose_next_grip(int direction) {
    if (grips_.empty() || look_at_) return false;
    const GripHandle* chosen = chosen_grip();
    const auto count = std::ssize(grips_);
    const std::ptrdiff_t before = chosen != nullptr ? chosen - grips_.data() : (direction > 0 ? -1 : count);
    chosen_grip_ = grips_[static_cast<std::size_t>((before + direction + count) % count)].dial;
    tell_spoken_change(*this);
    update();
    return true;
}

/// The chosen handle's dial by hundredths of its range.
bool StageView::nudge_grip(int steps) {
    const GripHandle* chosen = chosen_grip();
    if (chosen == nullptr || look_at_ || !session_.program()) return false;
    const DialInfo& dial = session_.program()->dials[chosen->dial];
    const double value = session_.tuning(Side::now).dials[chosen->dial];
    constexpr double without_bounds = 0.01;  // m or rad: what a dial without bounds goes by
    const bool bound = dial.low && dial.high;
    const double step = bound ? (*dial.high - *dial.low) / 100.0 : without_bounds;
    const double wanted = value + steps * step;
    session_.set_dial(chosen->dial, bound ? std::clamp(wanted, *dial.low, *dial.high) : wanted);
    tell_spoken_change(*this);
    return true;
}

QString StageView::spoken_words() const {
    const GripHandle* chosen = chosen_grip();
    if (chosen == nullptr || !session_.program()) return labels_->panel_words();
    const DialInfo& dial = session_.program()->dials[chosen->dial];
    const double value = session_.tuning(Side::now).dials[chosen->dial];
    return labels_->panel_words() + u'\n' +
           tr("selected: %1, %2").arg(chosen->word, to_qt(quantity_text(value, dial.unit)));
}

void StageView::keyReleaseEvent(QKeyEvent* event) {
    if (session_.playing() && !event->isAutoRepeat())
        input_.key(event->key(), false, lateness_.of(event->timestamp(), steady_seconds()));
}

void StageView::capture_mouse(bool captured) {
    if (mouse_captured_ == captured) return;
    mouse_captured_ = captured;
    if (captured) {
        setCursor(Qt::BlankCursor);
        grabMouse();
        QCursor::setPos(mapToGlobal(rect().center()));
    } else {
        releaseMouse();
        unsetCursor();
    }
}

void StageView::mousePressEvent(QMouseEvent* event) {
    setFocus();
    const auto grip =
        mouse_captured_ || look_at_ ? std::nullopt : grip_handle_at(grips_, drawn_camera_, size(), event->position());
    if (session_.playing() && !grip) {
        // The right button gives the pointer back, to reach the handles of what is held.
        capture_mouse(event->button() != Qt::RightButton);
        return;
    }
    if (grip) {
        const double value = session_.tuning(Side::now).dials[grip->dial];
        grip_drag_ = GripDrag{*grip, event->position(), value, drawn_camera_};
        return;
    }
    drag_from_ = event->position();
    dragged_ = false;
}

double StageView::dragged_grip(const QPointF& to) const {
    return grip_drag_->value + grip_change(grip_drag_->handle, grip_drag_->camera, size(), to - grip_drag_->from);
}

void StageView::mouseMoveEvent(QMouseEvent* event) {
    if (session_.playing() && !grip_drag_) {
        if (!mouse_captured_) return;
        const QPointF off = event->position() - QRectF(rect()).center();
        if (std::abs(off.x()) < 1.0 && std::abs(off.y()) < 1.0) return;
        input_.mouse_look(off.x(), off.y());
        QCursor::setPos(mapToGlobal(rect().center()));
        return;
    }
    if (grip_drag_) {
        session_.preview_dial(grip_drag_->handle.dial, dragged_grip(event->position()));
        return;
    }
    if (!drag_from_) return labels_->point_at(event->position());
    const QPointF moved = event->position() - *drag_from_;
    if (!dragged_ && moved.manhattanLength() < 4) return;
    dragged_ = true;
    drag_from_ = event->position();
    orbit_yaw_ -= moved.x() * orbit_per_pixel;
    orbit_pitch_ = std::clamp(orbit_pitch_ - moved.y() * orbit_per_pixel, -1.4, 1.4);
    redraw();
}

void StageView::leaveEvent(QEvent* event) {
    labels_->point_at({});
    QWidget::leaveEvent(event);
}

void StageView::mouseReleaseEvent(QMouseEvent* event) {
    if (grip_drag_) {
        const double value = dragged_grip(event->position());
        const DialId dial = grip_drag_->handle.dial;
        grip_drag_.reset();
        session_.set_dial(dial, value);
        return;
    }
    const bool clicked = drag_from_.has_value() && !dragged_;
    drag_from_.reset();
    if (!session_.playing() && clicked) emit play_wanted();
}

void StageView::wheelEvent(QWheelEvent* event) {
    const double factor = std::pow(0.9, event->angleDelta().y() / 120.0);
    camera_.distance_m = std::clamp(camera_.distance_m * factor, 1.5, 60.0);
    camera_.side_distance_m = std::clamp(camera_.side_distance_m * factor, 3.0, 120.0);
    redraw();
}

void StageView::focusOutEvent(QFocusEvent* event) {
    if (session_.playing()) input_.release_all();
    capture_mouse(false);
    QWidget::focusOutEvent(event);
}

}  // namespace leap::studio
