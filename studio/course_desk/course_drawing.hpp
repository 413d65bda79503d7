// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>

#include "studio/course_desk/course_editor.hpp"
#include "studio/shared/spoken.hpp"

namespace leap::studio {

/// A drawing of the course to scale, seen from above or from a side. Things are selected, moved, sized, turned and
/// linked in it by hand.
class CourseDrawing : public QWidget, public Spoken {
    Q_OBJECT

  public:
    enum class Seen { above, along_y, along_x };
    CourseDrawing(CourseEditor& editor, Seen seen, QWidget* parent = nullptr);

    Seen seen() const { return seen_; }
    void set_seen(Seen seen);
    /// Everything above water into the picture, or what is selected.
    void fit();
    void fit_to(const Bounds& bounds);
    /// Fits when what is selected is out of view, or too small to see.
    void bring_into_view();
    /// The world's place under the middle of the drawing; what the drawing doesn't show is 0.
    Vec3 middle() const { return world(rect().center()); }
    /// The next click puts this there.
    void arm(const std::string& what);
    bool armed() const { return !armed_.empty(); }
    void set_measuring(bool on);
    bool measuring() const { return measuring_; }
    /// Where a place of the world is drawn.
    QPointF at(const Vec3& place) const;
    double pixels_per_m() const { return scale_; }
    /// What stands at a place of the drawing; the highest, fixtures before pieces.
    std::optional<CourseItem> item_at(const QPointF& point) const;
    QPolygonF outline(const CourseItem& item) const;
    /// A handle to drag: "side 0 +", "corner", "turn", "link", a point of a path; for tests and the mouse alike.
    struct Handle {
        enum class Kind { side, corner, turn, link, path_point, path_end } kind = Kind::side;
        QPointF at;
        int axis = 0;  ///< of the piece: 0 length, 1 width, 2 height
        int sign = 1;
        int other_axis = -1;  ///< corners
        int other_sign = 1;
        std::size_t point = 0;  ///< of a fixture's path
        bool stops = false;     ///< it is one of its stops
    };
    std::vector<Handle> handles() const;
    /// The name of a fixture, target or place, and where it is written.
    struct ItemName {
        CourseItem item;
        QString text;
        QRectF area;
    };
    /// Those that are written: beside their things, none over another; what finds no room is left out, the selected
    /// ones last.
    std::vector<ItemName> names() const;

    QAccessible::Role spoken_role() const override { return QAccessible::Graphic; }
    /// What is selected, and where it stands.
    QString spoken_words() const override;

  signals:
    void measuring_changed(bool on);
    void placed();

  protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void mouseDoubleClickEvent(QMouseEvent* event) override;
    void wheelEvent(QWheelEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;

  private:
    // course_drawing.cpp
    Vec3 world(const QPointF& point) const;
    int across_axis() const { return seen_ == Seen::along_x ? 1 : 0; }
    int upward_axis() const { return seen_ == Seen::above ? 1 : 2; }
    Vec3 snapped_shift(const QPointF& from, const QPointF& to) const;
    Vec3 ground_under(const QPointF& point) const;
    void begin_press(const QPointF& point, Qt::KeyboardModifiers modifiers);
    void drag_to(const QPointF& point);
    void drag_handle(const QPointF& point);
    void select_next(int direction);
    void zoom(double factor, const QPointF& around);
    bool take_view_key(const QKeyEvent& event);
    void end_press(const QPointF& point, Qt::KeyboardModifiers modifiers);

    // course_path.cpp
    void add_path_handles(const CourseItem& item, std::vector<Handle>& out) const;
    void drag_path(const CourseItem& item, const QPointF& point);
    bool take_path_point_out(const QPointF& point, Qt::KeyboardModifiers modifiers);
    void paint_fixture_paths(QPainter& painter) const;

    // course_paint.cpp
    void paint_grid(QPainter& painter) const;
    void paint_water(QPainter& painter) const;
    void paint_items(QPainter& painter) const;
    void paint_piece(QPainter& painter, const CourseItem& item) const;
    void paint_other(QPainter& painter, const CourseItem& item) const;
    void paint_focus(QPainter& painter, const CourseItem& item) const;
    void paint_links(QPainter& painter) const;
    void paint_paths(QPainter& painter) const;
    void paint_reach(QPainter& painter) const;
    void paint_way(QPainter& painter) const;
    void paint_dimensions(QPainter& painter) const;
    void paint_selection(QPainter& painter) const;
    /// `taken`: where words stand already; these go beside them and are added.
    void paint_dimension_line(QPainter& painter, const QPointF& a, const QPointF& b, const QString& text,
                              std::vector<QRectF>& taken) const;
    double square_m() const;
    bool in_band(const CourseItem& item) const;

    CourseEditor& editor_;
    Seen seen_;
    static constexpr double names_from_scale = 9.0;  ///< px/m; smaller drawings leave names out
    static constexpr double turn_step_deg = 15.0;    ///< of a key, and of a turn that snaps
    static constexpr double nearest_scale = 2.0;     ///< pixels in a metre
    static constexpr double farthest_scale = 400.0;
    double scale_ = 20.0;
    Vec3 center_{0.0};  ///< of the world, in the middle of the drawing
    bool fitted_ = false;
    std::string armed_;
    bool measuring_ = false;
    enum class Drag { none, pan, move, handle, box, measure };
    Drag drag_ = Drag::none;
    bool dragged_ = false;
    Handle handle_;
    QPointF pressed_at_;
    QPointF now_at_;
    Vec3 center_at_press_{0.0};
    std::optional<std::pair<Vec3, Vec3>> measured_;
};

}  // namespace leap::studio
