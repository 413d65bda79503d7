// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QDoubleSpinBox>
#include <QSlider>
#include <QWidget>

namespace leap::studio {

/// One value of a connection: a track to drag it on, and the number to type. While it is dragged the rehearsal bends.
class LinkRow : public QWidget {
    Q_OBJECT

  public:
    /// `scale`: what one of the value is on the screen, like 1000 for s shown as ms. `least` and `most`: the ends of
    /// the track; what is typed may be more, and less where `least` is below 0.
    LinkRow(const QString& name, const QString& unit, double scale, double most, double least = 0.0,
            QWidget* parent = nullptr);

    void set_value(double value);
    double value() const;
    QSlider* slider() { return slider_; }
    QDoubleSpinBox* box() { return box_; }

  signals:
    /// `first`: it begins to be turned; what follows until the next first is one step.
    void turned(double value, bool first);

  private:
    void put_on_track(double value);

    double scale_;
    double least_;
    double most_;
    bool setting_ = false;
    bool fresh_ = true;
    QSlider* slider_;
    QDoubleSpinBox* box_;
};

}  // namespace leap::studio
