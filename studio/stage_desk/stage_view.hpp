// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QElapsedTimer>
#include <QTimer>
#include <QWidget>

#include "core/tape/accents.hpp"
#include "studio/session/session.hpp"
#include "studio/shared/event_lateness.hpp"
#include "studio/shared/play_input.hpp"
#include "studio/shared/spoken.hpp"
#include "studio/stage_desk/stage_canvas.hpp"
#include "studio/stage_desk/stage_fixtures.hpp"
#include "studio/stage_desk/stage_grip.hpp"
#include "studio/stage_desk/stage_labels.hpp"

namespace leap::studio {

/// What is drawn beside the figure.
struct StageShows {
    bool labels = true;  ///< heights and distances
    bool velocity = true;
    bool ground = true;
    bool ghost = true;
    bool puffs = true;  ///< dust, spray and sparks
};

/// The 3D view: course, figure, paths and ghosts, with labels painted over it. Takes keys and mouse while playing.
class StageView : public QWidget, public Spoken {
    Q_OBJECT

  public:
    StageView(Session& session, PlayInput& input, QWidget* parent = nullptr);

    void set_view(StageView3D view);
    StageView3D view() const { return camera_.view; }
    StageLabels* labels() { return labels_; }
    QAccessible::Role spoken_role() const override { return QAccessible::Animation; }
    QString spoken_words() const override;
    /// Draws the next frame with smooth edges at once, for a picture.
    void stand_still();
    /// Brings the live run up to date and draws it; called by a timer while playing.
    void next_frame();
    /// A calm view neither shakes nor bobs.
    void set_calm(bool calm);
    /// The view takes in all characters, not the selected one alone.
    void set_view_on_all(bool all);
    void set_fixture_shows(const FixtureShows& shows);
    const FixtureShows& fixture_shows() const { return fixture_shows_; }
    void set_shows(const StageShows& shows);
    const StageShows& shows() const { return shows_; }
    /// Lines in the world that mark something.
    using Marks = std::vector<std::pair<Vec3, Vec3>>;
    struct LookAt {
        Vec3 middle{0.0};
        double distance_m = 8.0;
        Marks marks;
    };
    /// Looks there instead of at the figure, while nothing is played.
    void look_at(std::optional<LookAt> what);
    /// Handles of what the hands hold at the cursor.
    const std::vector<GripHandle>& grips() const { return grips_; }
    const StageCamera& camera() const { return camera_; }
    /// Milliseconds of the last frame, for measuring.
    double last_frame_ms() const { return last_frame_ms_; }

  signals:
    void play_wanted();
    void stop_wanted();
    void view_changed();
    void frame_drawn();

  protected:
    void paintEvent(QPaintEvent* event) override;
    bool event(QEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    void keyReleaseEvent(QKeyEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void wheelEvent(QWheelEvent* event) override;
    void leaveEvent(QEvent* event) override;
    void focusOutEvent(QFocusEvent* event) override;

  private:
    void mark_run_dirty();
    void redraw();
    void upload_runs();
    StageRenderer::Frame make_frame();
    void take_in_all(StageRenderer::Frame& frame) const;
    StageRenderer::Figure figure_at(const Trace& trace, std::size_t character, double time) const;
    void place_shadow(StageRenderer::Figure& figure) const;
    const Trace* shown_trace() const;
    void capture_mouse(bool captured);

    Session& session_;
    PlayInput& input_;
    std::unique_ptr<StageCanvas> canvas_;  ///< made at the first paint
    QImage image_;
    bool frame_dirty_ = true;
    bool still_ = false;  ///< the next frame is drawn for a picture that stands still
    QTimer still_timer_;
    StageCamera camera_;
    StageCamera drawn_camera_;  ///< of the picture that is shown
    QTimer frame_timer_;
    QElapsedTimer since_frame_;
    bool course_dirty_ = true;
    bool runs_dirty_ = true;
    StageShows shows_;
    double orbit_yaw_ = 0.0, orbit_pitch_ = 0.0;
    std::optional<QPointF> drag_from_;
    bool dragged_ = false;
    bool mouse_captured_ = false;
    bool view_on_all_ = false;
    EventLateness lateness_;
    /// What the view has followed of the live run.
    struct Followed {
        struct OfActor {
            double facing = 0.0;
            FixtureId seat{};
        };
        std::vector<OfActor> actors;
        std::size_t events = 0;
    };
    Followed followed_;
    void turn_with_the_body();
    void apply_accents(const Trace& trace, StageRenderer::Frame& frame);
    void dress(StageRenderer::Figure& figure, const SceneView& rehearsal, const Trace& trace, const Actor& actor,
               const AccentView& accents) const;
    StageRenderer::Figure ghost_at(const RunResult& kept, double time) const;
    void free_the_view();
    double free_distance(const StageCamera& camera) const;
    std::optional<LookAt> look_at_;
    FixtureShows fixture_shows_;
    std::vector<GripHandle> grips_;
    DialId chosen_grip_;  ///< the dial whose handle the keys move; none: none
    const GripHandle* chosen_grip() const;
    bool choose_next_grip(int direction);
    bool nudge_grip(int steps);
    struct GripDrag {
        GripHandle handle;
        QPointF from;
        double value = 0.0;
        StageCamera camera;  ///< as it was when the drag began
    };
    std::optional<GripDrag> grip_drag_;
    double dragged_grip(const QPointF& to) const;
    bool calm_ = false;
    bool camera_held_ = false;  ///< from the turn of a dial until the cursor or the view moves
    bool jump_to_target_ = true;
    StageLabels* labels_;
    std::vector<AirArc> arcs_;
    double last_frame_ms_ = 0.0;
};

}  // namespace leap::studio
