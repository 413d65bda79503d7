// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QComboBox>
#include <QPushButton>

#include "studio/course_desk/course_drawing.hpp"
#include "studio/course_desk/course_sheet.hpp"

namespace leap::studio {

class StageView;

/// The Course desk: plan and side view to scale, the stage beside them, and the sheet of what is selected.
class CourseDesk : public QWidget {
    Q_OBJECT

  public:
    explicit CourseDesk(Session& session, QWidget* parent = nullptr);

    CourseEditor* editor() { return &editor_; }
    CourseDrawing* plan() { return plan_; }
    CourseDrawing* side() { return side_; }
    CourseSheet* sheet() { return sheet_; }
    QString verdict() const { return verdict_->text(); }
    /// The stage is shown here while this desk is; it looks at what is selected.
    void take_stage(StageView* stage);
    /// Gives the stage back, as it was.
    StageView* give_stage();
    /// Reads a mesh file and asks how to take it.
    void import_file(const std::filesystem::path& file);

  signals:
    void problem(const QString& words);

  private:
    QWidget* make_plan_head();
    QWidget* make_side_head();
    void refresh();
    void aim_stage();
    void ask_for_mesh();

    CourseEditor editor_;
    CourseDrawing* plan_;
    CourseDrawing* side_;
    CourseSheet* sheet_;
    QLabel* verdict_;
    QComboBox* snap_;
    QPushButton* measure_;
    QPushButton* focus_;
    QPushButton* turn_side_;
    QVBoxLayout* stage_slot_;
    StageView* stage_ = nullptr;
    CourseItems seen_selected_;
};

}  // namespace leap::studio
