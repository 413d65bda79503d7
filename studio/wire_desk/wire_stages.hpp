// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QImage>
#include <QWidget>
#include <memory>
#include <optional>

#include "studio/session/wire_runs.hpp"
#include "studio/shared/spoken.hpp"
#include "studio/stage_desk/stage_canvas.hpp"

namespace leap::studio {

/// Small stages beside one another: what each peer sees at the same instant of the host's clock.
class WireStages : public QWidget, public Spoken {
    Q_OBJECT

  public:
    explicit WireStages(QWidget* parent = nullptr);

    /// `kept`: whose figures are shown as ghosts; may be null.
    void set_result(const WirePointer& now, const WirePointer& kept, const Looks& looks);
    /// What is there at one instant, while somebody plays; its course is that of the result before.
    void set_moment(const WirePointer& moment, double at_s);
    /// The peer that would be played; its stage has a line round it. A click on a stage chooses.
    void choose(std::size_t peer);
    std::size_t chosen() const { return chosen_; }
    /// Of this move each stage says whether its own character could start it, and why not; none: nothing is said.
    void set_move(MachineId move);
    /// What a stage says of it: "dash: 0.41 s". Empty when there is nothing to say.
    QString why_not_of(std::size_t peer) const;
    /// Where a stage shows its own character: corrections are led over, for the eye alone. Nothing before it is there.
    std::optional<Vec3> feet_of(std::size_t peer) const;
    void set_cursor(double at_s);
    /// The pictures have smooth edges from now on, until the next one is drawn.
    void stand_still();
    /// How many are shown; the first peers.
    std::size_t count() const;
    /// What one shows at the cursor; null before it has joined.
    const WireFrame* frame_of(std::size_t peer) const;
    QSize sizeHint() const override { return {860, 250}; }

    QAccessible::Role spoken_role() const override { return QAccessible::Animation; }
    /// The peers, and which of them is chosen.
    QString spoken_words() const override;

  signals:
    void peer_chosen(std::size_t peer);
    /// The mouse was dragged over a stage (pixels).
    void looked_round(double dx, double dy);

  protected:
    void paintEvent(QPaintEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;

  private:
    QRect room_of(std::size_t number) const;
    QString words_of(std::size_t peer) const;
    QImage picture_of(std::size_t peer, QSize size);

    static const WireFrame* frame_in(const WirePointer& of, std::size_t peer, double at_s);
    void draw_tag(QPainter& painter, const QRect& room, const QString& head, const QString& words, bool below) const;

    WirePointer now_;
    WirePointer kept_;
    MachineId move_;
    std::size_t chosen_ = 0;
    QPointF dragged_;  ///< where the mouse was last
    Looks looks_;
    double cursor_ = 0.0;
    bool course_dirty_ = true;
    bool still_ = false;
    std::unique_ptr<StageCanvas> canvas_;  ///< made at the first paint
    std::shared_ptr<const Course> drawn_course_;
};

}  // namespace leap::studio
