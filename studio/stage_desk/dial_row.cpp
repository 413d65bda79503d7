// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stage_desk/dial_row.hpp"

#include <QHelpEvent>
#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <QToolTip>

#include "core/script/dial_edit.hpp"
#include "studio/shared/convert.hpp"
#include "studio/shared/palette.hpp"

namespace leap::studio {

namespace {
constexpr double name_width = 118.0;
constexpr double value_width = 92.0;
constexpr double fine_factor = 0.1;  ///< with Shift held
}  // namespace

DialRow::DialRow(Session& session, DialId dial, QWidget* parent) : QWidget(parent), session_(session), dial_(dial) {
    setFocusPolicy(Qt::StrongFocus);
    setFixedHeight(27);
    setAccessibleName(to_qt(info().path()));
    QString tip = to_qt(info().meaning);
    if (info().low)
        tip +=
            QString("\n%1 to %2")
                .arg(to_qt(quantity_text(*info().low, info().unit)), to_qt(quantity_text(*info().high, info().unit)));
    setToolTip(tip.trimmed() + tr("\nDrag, wheel or arrow keys; Shift for fine; Enter or a double click to type"));
    connect(&session_, &Session::tuning_changed, this, [this] {
        const std::size_t i = dial_.at();
        const auto& kept = session_.tuning(Side::kept).dials;
        if (i >= session_.tuning(Side::now).dials.size()) return;
        const std::pair shown(value(), i < kept.size() ? kept[i] : value());
        if (shown == shown_) return;
        shown_ = shown;
        update();
        tell_spoken_change(*this);
    });
}

const DialInfo& DialRow::info() const {
    return session_.program()->dials[dial_];
}

double DialRow::value() const {
    return session_.tuning(Side::now).dials[dial_];
}

double DialRow::low() const {
    return info().low.value_or(std::min(0.0, info().value * 2));
}

double DialRow::high() const {
    return info().high.value_or(info().value == 0.0 ? 1.0 : std::max(0.0, info().value * 2));
}

QRectF DialRow::track() const {
    return {name_width + 8, height() / 2.0 - 1, std::max(20.0, width() - name_width - value_width - 22), 2};
}

double DialRow::x_of(double value_si) const {
    const double share = (value_si - low()) / std::max(1e-12, high() - low());
    return track().left() + std::clamp(share, 0.0, 1.0) * track().width();
}

QString DialRow::spoken_words() const {
    return to_qt(info().meaning);
}

/// In the dial's own unit, as it is typed.
std::optional<Spoken::Value> DialRow::spoken_value() const {
    if (!session_.program() || !session_.program()->has(dial_)) return std::nullopt;
    const double scale = info().unit.scale;
    return Value{value() / scale, low() / scale, high() / scale, (high() - low()) / 100.0 / scale,
                 to_qt(dial_literal(info(), value()))};
}

void DialRow::take_spoken_value(double value) {
    session_.set_dial(dial_, std::clamp(value * info().unit.scale, low(), high()));
}

void DialRow::paintEvent(QPaintEvent*) {
    if (!session_.program() || !session_.program()->has(dial_)) return;
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    if (hasFocus()) p.fillRect(rect(), palette::faint());
    p.setFont(palette::text_font(9.5));
    p.setPen(palette::ink());
    QString name = to_qt(info().name);
    name.replace('_', ' ');
    p.drawText(QRectF(4, 0, name_width, height()), Qt::AlignVCenter,
               QFontMetricsF(p.font()).elidedText(name, Qt::ElideRight, name_width - 4));
    p.fillRect(track(), palette::hairline());
    const double kept =
        session_.tuning(Side::kept).dials.size() > dial_.at() ? session_.tuning(Side::kept).dials[dial_] : value();
    p.fillRect(QRectF(x_of(kept) - 1, track().top() - 6, 2, 14), palette::kept());
    const QRectF handle(x_of(value()) - 3.5, track().top() - 6, 7, 14);
    p.setPen(Qt::NoPen);
    p.setBrush(palette::now());
    p.drawRoundedRect(handle, 1.5, 1.5);
    p.setFont(palette::number_font(9.0));
    p.setPen(value() == kept ? palette::ink() : palette::now());
    p.drawText(QRectF(width() - value_width, 0, value_width - 4, height()), Qt::AlignVCenter | Qt::AlignLeft,
               to_qt(dial_literal(info(), value())).replace("^2", "²"));
}

void DialRow::mousePressEvent(QMouseEvent* event) {
    if (event->button() != Qt::LeftButton) return;
    emit chosen(dial_);
    const bool on_track = event->position().x() > name_width && event->position().x() < width() - value_width;
    if (!on_track) return;
    dragging_ = true;
    drag_x_ = event->position().x();
    drag_value_ = value();
    // A press beside the handle brings it there.
    if (std::abs(drag_x_ - x_of(drag_value_)) > 8) {
        const double share = (drag_x_ - track().left()) / track().width();
        drag_value_ = low() + std::clamp(share, 0.0, 1.0) * (high() - low());
        session_.preview_dial(dial_, drag_value_);
    }
}

void DialRow::mouseMoveEvent(QMouseEvent* event) {
    if (!dragging_) return;
    const double factor = event->modifiers() & Qt::ShiftModifier ? fine_factor : 1.0;
    drag_value_ += (event->position().x() - drag_x_) / track().width() * (high() - low()) * factor;
    drag_x_ = event->position().x();
    session_.preview_dial(dial_, std::clamp(drag_value_, low(), high()));
}

void DialRow::mouseReleaseEvent(QMouseEvent*) {
    if (!dragging_) return;
    dragging_ = false;
    session_.set_dial(dial_, value());
}

void DialRow::mouseDoubleClickEvent(QMouseEvent* event) {
    if (event->position().x() > width() - value_width || event->position().x() < name_width) begin_typing();
}

void DialRow::wheelEvent(QWheelEvent* event) {
    // Only with the focus, so that scrolling the sheet turns nothing by accident.
    if (!hasFocus()) {
        event->ignore();
        return;
    }
    nudge(event->angleDelta().y() > 0 ? 1 : -1);
    event->accept();
}

void DialRow::nudge(int steps) {
    const double step = (high() - low()) / 100.0;
    session_.set_dial(dial_, std::clamp(value() + steps * step, low(), high()));
}

void DialRow::keyPressEvent(QKeyEvent* event) {
    const bool fine = (event->modifiers() & Qt::ShiftModifier) != 0;
    const double step = (high() - low()) / 100.0 * (fine ? fine_factor : 1.0);
    switch (event->key()) {
        case Qt::Key_Left: session_.set_dial(dial_, std::max(low(), value() - step)); break;
        case Qt::Key_Right: session_.set_dial(dial_, std::min(high(), value() + step)); break;
        case Qt::Key_Return:
        case Qt::Key_Enter: begin_typing(); break;
        case Qt::Key_Up: focusPreviousChild(); break;
        case Qt::Key_Down: focusNextChild(); break;
        default: QWidget::keyPressEvent(event);
    }
}

void DialRow::begin_typing() {
    if (typed_ == nullptr) {
        typed_ = new QLineEdit(this);
        typed_->setFont(palette::number_font(9.0));
        typed_->setObjectName("typed");
        connect(typed_, &QLineEdit::returnPressed, this, [this] { end_typing(true); });
        connect(typed_, &QLineEdit::editingFinished, this, [this] {
            if (typed_->isVisible() && !typed_->hasFocus()) end_typing(false);
        });
    }
    typed_->setText(to_qt(dial_literal(info(), value())));
    typed_->setGeometry(static_cast<int>(width() - value_width - 4), 2, static_cast<int>(value_width), height() - 4);
    typed_->show();
    typed_->selectAll();
    typed_->setFocus();
}

void DialRow::end_typing(bool take) {
    const std::string text = typed_->text().trimmed().toStdString();
    if (take) {
        const auto parsed = parse_dial_value(info(), text);
        if (!parsed) {
            emit session_.message(to_qt(parsed.error()));
            QToolTip::showText(typed_->mapToGlobal(QPoint(0, typed_->height())), to_qt(parsed.error()), typed_);
            return;
        }
        typed_->hide();
        setFocus();
        session_.set_dial(dial_, *parsed);
        return;
    }
    typed_->hide();
}

void DialRow::resizeEvent(QResizeEvent* event) {
    if (typed_ != nullptr)
        typed_->setGeometry(static_cast<int>(width() - value_width - 4), 2, static_cast<int>(value_width),
                            height() - 4);
    QWidget::resizeEvent(event);
}

/// Pointed at it says what it moves on the tape in view.
bool DialRow::event(QEvent* event) {
    if (event->type() == QEvent::ToolTip) {
        auto* help = static_cast<QHelpEvent*>(event);
        const QString moves = session_.influence_of_dial(dial_);
        QToolTip::showText(help->globalPos(), moves.isEmpty() ? toolTip() : toolTip() + "\n\n" + moves, this);
        return true;
    }
    return QWidget::event(event);
}

}  // namespace leap::studio
