// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QMouseEvent>
#include <QPixmap>
#include <QScrollBar>
#include <QWidget>
#include <optional>
#include <set>

#include "core/tape/tape_curves.hpp"
#include "core/tape/tape_edit.hpp"
#include "studio/session/session.hpp"
#include "studio/shared/convert.hpp"
#include "studio/shared/spoken.hpp"
#include "studio/stage_desk/tape_commands.hpp"

class QMenu;

namespace leap::studio {

/// The score: time lanes of the run in view. At the top, always in view: ruler, stick and buttons. Under them,
/// scrolled: one lane for the stances and one per move with its lamp and, in words, why it can't start at the cursor;
/// moves that the tape doesn't use fold into one line. At the bottom, always in view: curves, the kept run dashed
/// beside them.
class ScoreView : public QWidget, public Spoken {
    Q_OBJECT

  public:
    explicit ScoreView(Session& session, QWidget* parent = nullptr);

    void select_machine(MachineId machine);
    MachineId selected() const { return selected_; }
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
    /// The lane of a move; invalid while it is folded away.
    QRectF move_lane(const std::string& name) const;
    /// The line that stands for the moves which the tape doesn't use; invalid when it uses all.
    QRectF folded_line() const;
    void set_unfolded(bool unfolded);
    /// The lane of a curve; invalid when it isn't chosen.
    QRectF curve_lane(const std::string& name) const;
    QRectF stick_lane() const;
    /// The lane of one of the stick's or the look's curves; invalid while they are not shown.
    QRectF input_lane(InputCurve curve) const;
    double y_of(InputCurve curve, double value) const;
    void show_input_curves(bool shown);
    /// Where lanes scroll, between what stays in view.
    QRectF lanes_region() const;
    TapeCommands* tape_commands() { return &commands_; }
    QSize sizeHint() const override;
    QSize minimumSizeHint() const override;
    QAccessible::Role spoken_role() const override { return QAccessible::Chart; }
    QString spoken_words() const override;

  signals:
    void machine_selected(MachineId machine);
    void curves_changed();

  protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void mouseDoubleClickEvent(QMouseEvent* event) override;
    void wheelEvent(QWheelEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    void contextMenuEvent(QContextMenuEvent* event) override;
    bool event(QEvent* event) override;

  private:
    struct Lane {
        enum class Kind { ruler, stick, input, button, stance, move, fixture, folded, curve } kind;
        std::int32_t index;  ///< of the fixture, of the curve, or how many are folded
        QRectF box{};
        ButtonId button{};
        MachineId machine{};
    };
    /// Lanes between presses and curves scroll; the others stay.
    bool scrolls(Lane::Kind kind) const {
        return (kind == Lane::Kind::button && buttons_scroll_) || kind == Lane::Kind::stance ||
               kind == Lane::Kind::move || kind == Lane::Kind::fixture || kind == Lane::Kind::folded;
    }
    const Lane* lane_at(const QPointF& at) const;
    void bring_into_view(MachineId machine);
    std::set<MachineId> used_moves() const;
    bool begin_divider_drag(const QPointF& at);
    void drag_divider(double y);
    void paint_grid(QPainter& p);
    void paint_folded(QPainter& p, const Lane& lane);
    void paint_input(QPainter& p, const Lane& lane);
    void paint_lanes(QPainter& p, bool scrolling);
    const Leeway* leeway() const;
    void paint_leeway(QPainter& p, const Lane& lane);
    QString leeway_tip(ButtonId button, double time) const;
    const Trace* trace() const;
    std::shared_ptr<const Program> program() const;
    void layout_lanes();
    /// Whether an event or span of the trace is shown: of the selected character, or of no one.
    bool is_of_character(std::int32_t actor) const;
    bool is_of_character(const PhaseSpan& span) const;
    std::set<ButtonId> pressed_buttons() const;
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
        bool operator==(const SelectedPress& other) const {
            return row.track == other.row.track && row.button == other.row.button && number == other.number;
        }
    };
    ButtonRow row_of(ButtonId button) const;
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
    /// What is dragged in a lane of the stick's or the look's curves.
    struct PointDrag {
        InputCurve curve = InputCurve::stick_ahead;
        std::optional<std::size_t> number;  ///< of the point; nothing: a stroke
        std::vector<InputPoint> stroke;
        QPointF begin;
        bool moved = false;
    };
    struct SelectedPoint {
        InputCurve curve = InputCurve::stick_ahead;
        std::size_t number = 0;
        bool operator==(const SelectedPoint&) const = default;
    };
    // score_keys.cpp
    bool may_edit_tape() const;
    bool choose_next_press(int direction);
    bool choose_next_point(int direction);
    bool nudge_press(int ticks, bool only_end);
    bool nudge_point(int ticks, int steps);
    bool insert_point();
    void select_next_move(int direction);
    bool take_edit_key(const QKeyEvent& event);

    std::pair<double, double> input_range(InputCurve curve) const;
    double value_at(InputCurve curve, double y) const;
    Vec2 input_at_start(InputCurve curve) const;
    bool begin_point_drag(const QMouseEvent& event);
    void drag_point(const QPointF& at, bool finer);
    void end_point_drag(const QPointF& at, bool finer);
    std::optional<Tape> pointed_tape(const QPointF& at, bool finer) const;
    bool delete_selected_point();
    void paint_held_point(QPainter& p);
    /// What is dragged of a measured run.
    struct MeasuredDrag {
        bool end = false;                    ///< else its begin
        double first_s = 0.0, last_s = 1.0;  ///< as it was measured
        Alignment was;
    };
    std::optional<MeasuredDrag> measured_at(const QPointF& at) const;
    bool begin_measured_drag(const QMouseEvent& event);
    void drag_measured(double x);
    bool begin_loop_drag(const QMouseEvent& event);
    void drag_loop(double x);
    void paint_loop(QPainter& p);
    struct RunValue {
        const Trace* run;
        ShownValue value;
    };
    std::optional<RunValue> run_value(const std::string& name, const Trace* run, const Program& program) const;
    std::optional<RunValue> kept_value(const std::string& name) const;
    std::vector<QPointF> measured_points(const std::string& curve, const RunValue& shown) const;
    void paint_measured(QPainter& p, const std::vector<QPointF>& points, const QRectF& box, double low,
                        double high) const;
    QPolygonF curve_points(const ShownValue& value, const Trace& run, const QRectF& box, double low, double high) const;
    void keep_in_view(double time);
    QString tip_at(const QPointF& at) const;

    Session& session_;
    TapeCommands commands_;
    QScrollBar* scroll_bar_;
    std::vector<Lane> lanes_;
    double lanes_top_ = 0.0;       ///< of what scrolls
    double lanes_bottom_ = 0.0;    ///< likewise
    double lanes_height_ = 0.0;    ///< of all that scrolls, in view or not
    double curves_height_ = 0.0;   ///< as it was dragged; 0: by the room there is
    bool buttons_scroll_ = false;  ///< so many that they would leave no room for the rest
    bool unfolded_ = false;
    bool input_curves_ = false;
    std::optional<double> divider_grip_;  ///< from the divider's top, while it is dragged
    std::optional<PointDrag> point_drag_;
    std::optional<SelectedPoint> selected_point_;
    std::vector<MoveAnswer> answers_;
    std::vector<std::string> curves_{"feet", "speed", "vertical_speed"};
    MachineId selected_;
    double from_ = 0.0;
    double to_ = 10.0;
    QPixmap still_;  ///< what is the same wherever the cursor is
    bool still_is_current_ = false;
    bool scrubbing_ = false;
    std::optional<double> loop_fixed_end_;  ///< s; while the loop's other end is dragged
    std::string shown_tape_;                ///< whose stretch of time is in view
    std::optional<PressDrag> press_drag_;
    std::optional<MeasuredDrag> measured_drag_;
    std::optional<SelectedPress> selected_press_;
    std::optional<double> pan_from_;
    double pan_x_ = 0.0;
};

}  // namespace leap::studio
