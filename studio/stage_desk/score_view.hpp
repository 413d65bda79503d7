// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QMouseEvent>
#include <QPixmap>
#include <QWidget>
#include <optional>
#include <set>

#include "core/tape/tape_edit.hpp"
#include "studio/session/session.hpp"
#include "studio/shared/convert.hpp"

class QMenu;

namespace leap::studio {

/// The score: time lanes of the run in view. Stick and buttons, one lane for the stances and one per move with its
/// lamp and, in words, why it can't start at the cursor; then curves, the kept run dashed beside them.
class ScoreView : public QWidget {
    Q_OBJECT

  public:
    explicit ScoreView(Session& session, QWidget* parent = nullptr);

    void select_machine(std::int32_t machine);
    std::int32_t selected() const { return selected_; }
    void set_curves(const std::vector<std::string>& names);
    const std::vector<std::string>& curves() const { return curves_; }
    /// The stretch of time that is shown.
    double from() const { return from_; }
    double to() const { return to_; }
    void show_all();
    void zoom(double factor, double around);
    double x_of(double time) const;
    double time_at(double x) const;
    /// The lane of a fixture by its name in the course; invalid when it has none.
    QRectF fixture_lane(const std::string& name) const;
    /// The row of a button's presses; invalid when it has none.
    QRectF button_lane(const std::string& name) const;
    QSize sizeHint() const override;
    QSize minimumSizeHint() const override;

  signals:
    void machine_selected(std::int32_t machine);
    void curves_changed();

  protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void wheelEvent(QWheelEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    void contextMenuEvent(QContextMenuEvent* event) override;
    bool event(QEvent* event) override;

  private:
    struct Lane {
        enum class Kind { ruler, stick, button, stance, move, fixture, curve } kind;
        std::int32_t index;  ///< button, machine, fixture or curve
        QRectF box;
    };
    const Trace* trace() const;
    const Trace* kept_trace() const;
    std::shared_ptr<const Program> program() const;
    void layout_lanes();
    /// Whether an event or span of the trace is shown: of the selected character, or of no one.
    bool is_of_character(std::int32_t actor) const;
    std::set<std::int32_t> pressed_buttons() const;
    std::set<std::int32_t> changed_fixtures() const;
    void paint_fixture(QPainter& p, const Lane& lane);
    void refresh_answers();
    /// Paints everything anew; update() only what depends on the cursor.
    void redraw();
    void paint_still(QPainter& p);
    void paint_value(QPainter& p, const Lane& lane);
    void paint_ruler(QPainter& p, const Lane& lane);
    void paint_stick(QPainter& p, const Lane& lane);
    void paint_button(QPainter& p, const Lane& lane);
    void paint_spans(QPainter& p, const Lane& lane);
    void paint_span(QPainter& p, const PhaseSpan& span, const QRectF& box, const QColor& color, const QString& name,
                    bool outlined);
    void paint_move_head(QPainter& p, const Lane& lane);
    void paint_curve(QPainter& p, const Lane& lane);
    void paint_events(QPainter& p, const Lane& lane);
    void paint_cursor(QPainter& p);
    /// What is dragged in a row of presses.
    struct PressDrag {
        enum class Part { room, begin, end, whole } part = Part::room;
        ButtonRow row;
        std::size_t number = 0;  ///< of the press; not for room
        Press was;               ///< likewise
        QPointF begin;
        bool moved = false;
    };
    struct SelectedPress {
        ButtonRow row;
        std::size_t number = 0;
    };
    ButtonRow row_of(std::int32_t button) const;
    double snapped(double time, bool finer) const;
    std::optional<PressDrag> press_at(const QPointF& at) const;
    std::optional<Tape> dragged_tape(const QPointF& at, bool finer) const;
    bool begin_press_drag(const QMouseEvent& event);
    void drag_press(const QPointF& at, bool finer);
    void end_press_drag(const QPointF& at, bool finer);
    void select_press(const std::optional<PressDrag>& press);
    bool delete_selected_press();
    void paint_selected_press(QPainter& p);
    void add_press_menu(QMenu& menu, const QPointF& at);
    bool begin_loop_drag(const QMouseEvent& event);
    void drag_loop(double x);
    void paint_loop(QPainter& p);
    QPolygonF curve_points(const ShownValue& value, const Trace& run, const QRectF& box, double low, double high) const;
    void keep_in_view(double time);
    QString tip_at(const QPointF& at) const;

    Session& session_;
    std::vector<Lane> lanes_;
    std::vector<MoveAnswer> answers_;
    std::vector<std::string> curves_{"height", "speed", "rising"};
    std::int32_t selected_ = -1;
    double from_ = 0.0;
    double to_ = 10.0;
    QPixmap still_;  ///< what is the same wherever the cursor is
    bool still_is_current_ = false;
    bool scrubbing_ = false;
    std::optional<double> loop_fixed_end_;  ///< s; while the loop's other end is dragged
    std::string shown_tape_;                ///< whose stretch of time is in view
    std::optional<PressDrag> press_drag_;
    std::optional<SelectedPress> selected_press_;
    std::optional<double> pan_from_;
    double pan_x_ = 0.0;
};

}  // namespace leap::studio
