// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/script_desk/number_drag.hpp"

#include <QMouseEvent>

#include "core/script/dial_edit.hpp"
#include "studio/script_desk/script_editor.hpp"
#include "studio/shared/convert.hpp"

namespace leap::studio {

namespace {
constexpr double pixels_per_share = 400.0;
constexpr double fine_share = 0.1;
}  // namespace

NumberDrag::NumberDrag(Session& session, ScriptEditor& editor) : QObject(&editor), session_(session), editor_(editor) {
    editor_.viewport()->installEventFilter(this);
    editor_.viewport()->setMouseTracking(true);
}

std::optional<NumberPlace> NumberDrag::number_under(const QMouseEvent& event) const {
    const long at = editor_.position_at(event.position().toPoint());
    if (at < 0) return std::nullopt;
    return number_at(editor_.text().toStdString(), static_cast<std::uint32_t>(at));
}

void NumberDrag::turn(double x, bool fine) {
    share_ += (x - x_) / pixels_per_share * (fine ? fine_share : 1.0);
    x_ = x;
    double value = turned(*number_, share_);
    NumberPlace place = *number_;
    // A dial stays within its range, and is written as its row on the sheet writes it.
    const auto& program = session_.program();
    for (const DialInfo& dial : program->dials) {
        const bool same = program->files[dial.literal.file].path == editor_.path() &&
                          dial.literal.begin <= place.range.begin && place.range.end <= dial.literal.end;
        if (!same || !dial.low || !dial.high) continue;
        const double span = (*dial.high - *dial.low) / dial.unit.scale;
        value = rounded_dial_value(dial, (number_->written + share_ * span) * dial.unit.scale) / dial.unit.scale;
        place.decimals = 6;
    }
    session_.edit_text(editor_.path(), with_number(text_, place, value), tr("Change a number"), gesture_);
}

bool NumberDrag::eventFilter(QObject* watched, QEvent* event) {
    if (event->type() != QEvent::MouseButtonPress && event->type() != QEvent::MouseMove &&
        event->type() != QEvent::MouseButtonRelease)
        return QObject::eventFilter(watched, event);
    const auto& mouse = static_cast<QMouseEvent&>(*event);
    if (number_) {
        if (event->type() == QEvent::MouseMove) turn(mouse.position().x(), mouse.modifiers() & Qt::ShiftModifier);
        if (event->type() == QEvent::MouseButtonRelease) number_.reset();
        return true;
    }
    const bool wanted = (mouse.modifiers() & Qt::ControlModifier) && session_.program();
    const auto number = wanted ? number_under(mouse) : std::nullopt;
    if (!number) return QObject::eventFilter(watched, event);
    editor_.viewport()->setCursor(Qt::SizeHorCursor);
    if (event->type() == QEvent::MouseButtonPress && mouse.button() == Qt::LeftButton) {
        editor_.commit();
        number_ = number;
        text_ = editor_.text().toStdString();
        x_ = mouse.position().x();
        share_ = 0.0;
        gesture_ = session_.new_gesture();
    }
    return true;
}

}  // namespace leap::studio
