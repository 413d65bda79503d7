// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QObject>

#include "core/reach/leap_attempts.hpp"
#include "studio/session/session.hpp"

namespace leap::studio {

/// From a piece to a neighbour, and what leaps there.
struct ReachRow {
    std::size_t from = 0;
    std::size_t to = 0;
    LeapOutput leaps;
};

/// What is selected on the Course desk, and the edits that its drawings and its sheet share. Every edit goes into the
/// course's text; the plan itself stays the session's.
class CourseEditor : public QObject {
    Q_OBJECT

  public:
    explicit CourseEditor(Session& session, QObject* parent = nullptr);

    Session& session() { return session_; }
    /// The plan as it is shown now, with what is being dragged; an empty one without a course.
    const CoursePlan& plan() const;
    const FixtureHalves& halves() const { return halves_; }
    /// An item's box in that plan.
    ItemBox box(const CourseItem& item) const { return item_box(plan(), item, halves_); }

    const CourseItems& selected() const { return selected_; }
    bool is_selected(const CourseItem& item) const;
    void select(CourseItems items);
    /// The one selected piece or fixture, when it is one.
    std::optional<CourseItem> single() const;
    /// When it is a piece that one can stand on.
    std::optional<CourseItem> single_piece() const;

    double snap_m() const { return snap_m_; }
    void set_snap(double step);
    bool shows_focus() const { return shows_focus_; }
    void set_shows_focus(bool on);

    // While something is dragged: `change` is applied to the plan as it was when the drag began.
    void begin_drag();
    void drag(const std::function<void(CoursePlan&)>& change);
    void end_drag(const QString& what);
    void drop_drag();
    bool dragging() const { return drag_from_.has_value(); }
    /// The plan as it was when the drag began.
    const CoursePlan& drag_base() const { return drag_from_ ? *drag_from_ : plan(); }

    // Single edits. What can't be done is told by problem().
    void move_selected(const Vec3& by);
    void turn_selected(double degrees);
    void remove_selected();
    void group_selected();
    void ungroup_selected();
    void copy_selected() { copied_ = selected_; }
    void paste();
    void edit(const QString& what, const std::function<void(CoursePlan&)>& change);
    void rename(const CourseItem& item, const std::string& name);
    /// Links one fixture to another; two of one family (two bells) are linked both ways.
    void link(const CourseItem& from, const CourseItem& to);
    /// Puts something new there and selects it: "box", "ramp", "steps", "cylinder", "sphere", "capsule", "volume",
    /// "place", "moth" or a fixture's kind.
    void place_new(const std::string& what, Vec3 at);
    void place_mesh(Piece mesh, Vec3 at);

    /// What leaps from the selected piece to its neighbours and back, worked out beside the window.
    const std::vector<ReachRow>& reach() const { return reach_; }
    int chosen_reach() const { return chosen_reach_; }
    void choose_reach(int row);
    bool busy() const { return job_.busy() || session_.trial_runner().running(); }
    /// The way that was found last, for the drawings; looked up anew when anything it depends on has changed.
    const std::optional<Session::FoundWay>& way() const { return way_; }
    /// Looks for one from the selected place or piece, as a new trial of the project. Returns why it can't.
    QString find_way_to(const std::string& to);
    /// How the tape's run compares with the kept one: "quay loop" ends where it did.
    QString tape_verdict() const;
    bool tape_holds() const;

  signals:
    void changed();  ///< the plan, or what is selected
    void reach_changed();
    void problem(const QString& words);

  private:
    void refresh();
    void ask_reach();
    void look_up_way();
    Vec3 middle_of_selected() const;
    bool same_family(const std::string& a, const std::string& b) const;

    Session& session_;
    FixtureHalves halves_;
    CourseItems selected_;
    CourseItems copied_;
    double snap_m_ = 0.25;
    bool shows_focus_ = false;
    std::optional<CoursePlan> drag_from_;
    std::optional<CoursePlan> dragged_;
    std::vector<ReachRow> reach_;
    int chosen_reach_ = 0;
    std::optional<Session::FoundWay> way_;
    NewestJob job_;
};

}  // namespace leap::studio
