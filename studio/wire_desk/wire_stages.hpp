// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QImage>
#include <QWidget>
#include <memory>

#include "studio/session/wire_runs.hpp"
#include "studio/stage_desk/stage_canvas.hpp"

namespace leap::studio {

/// Small stages beside one another: what each peer sees at the same instant of the host's clock.
class WireStages : public QWidget {
    Q_OBJECT

  public:
    explicit WireStages(QWidget* parent = nullptr);

    void set_result(const WirePointer& now, const Looks& looks);
    void set_cursor(double at_s);
    /// The pictures have smooth edges from now on, until the next one is drawn.
    void stand_still();
    /// How many are shown; the first peers.
    std::size_t count() const;
    /// What one shows at the cursor; null before it has joined.
    const WireFrame* frame_of(std::size_t peer) const;
    QSize sizeHint() const override { return {860, 250}; }

  protected:
    void paintEvent(QPaintEvent* event) override;

  private:
    QRect room_of(std::size_t number) const;
    QString words_of(std::size_t peer) const;
    QImage picture_of(std::size_t peer, QSize size);

    WirePointer now_;
    Looks looks_;
    double cursor_ = 0.0;
    bool course_dirty_ = true;
    bool still_ = false;
    std::unique_ptr<StageCanvas> canvas_;  ///< made at the first paint
    std::shared_ptr<const Course> drawn_course_;
};

}  // namespace leap::studio
