// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/wire_desk/link_row.hpp"

#include <QHBoxLayout>
#include <QLabel>
#include <algorithm>
#include <cmath>

#include "studio/shared/palette.hpp"

namespace leap::studio {
namespace {

constexpr int steps = 1000;

}  // namespace

LinkRow::LinkRow(const QString& name, const QString& unit, double scale, double most, double least, QWidget* parent)
    : QWidget(parent), scale_(scale), least_(least), most_(most) {
    auto* layout = new QHBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(8);
    auto* label = new QLabel(name);
    label->setFont(palette::text_font(9.0));
    label->setMinimumWidth(64);
    slider_ = new QSlider(Qt::Horizontal);
    slider_->setRange(0, steps);
    slider_->setAccessibleName(name);
    box_ = new QDoubleSpinBox;
    box_->setButtonSymbols(QAbstractSpinBox::NoButtons);
    constexpr double farthest = 1e6;
    box_->setRange(least < 0.0 ? -farthest : 0.0, farthest);
    box_->setDecimals(0);
    box_->setSuffix(" " + unit);
    box_->setFixedWidth(78);
    box_->setKeyboardTracking(false);
    box_->setAccessibleName(name);
    box_->setFont(palette::number_font());
    layout->addWidget(label);
    layout->addWidget(slider_, 1);
    layout->addWidget(box_);
    connect(slider_, &QSlider::sliderPressed, this, [this] { fresh_ = true; });
    connect(slider_, &QSlider::valueChanged, this, [this](int step) {
        if (setting_) return;
        const double value = least_ + (most_ - least_) * static_cast<double>(step) / steps;
        setting_ = true;
        box_->setValue(value * scale_);
        setting_ = false;
        const bool first = fresh_ || !slider_->isSliderDown();
        fresh_ = false;
        emit turned(value, first);
    });
    connect(box_, &QDoubleSpinBox::valueChanged, this, [this](double shown) {
        if (setting_) return;
        const double value = shown / scale_;
        setting_ = true;
        put_on_track(value);
        setting_ = false;
        emit turned(value, true);
    });
}

void LinkRow::put_on_track(double value) {
    const double share = (value - least_) / (most_ - least_);
    slider_->setValue(static_cast<int>(std::lround(steps * std::clamp(share, 0.0, 1.0))));
}

void LinkRow::set_value(double value) {
    if (slider_->isSliderDown()) return;
    setting_ = true;
    put_on_track(value);
    box_->setValue(value * scale_);
    setting_ = false;
}

double LinkRow::value() const {
    return box_->value() / scale_;
}

}  // namespace leap::studio
