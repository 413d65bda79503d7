// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QComboBox>
#include <QPushButton>

#include "studio/course_desk/course_drawing.hpp"
#include "studio/course_desk/course_sheet.hpp"
#include "studio/shared/desk.hpp"

namespace leap::studio {

/// The Course desk: plan and side view to scale, the stage beside them, and the sheet of what is selected.
class CourseDesk : public Desk {
    Q_OBJECT

  public:
    explicit CourseDesk(const Workplace& place, QWidget* parent = nullptr);

    CourseEditor* editor() { return &editor_; }
    CourseDrawing* plan() { return plan_; }
    CourseDrawing* side() { return side_; }
    CourseSheet* sheet() { return sheet_; }
    QString verdict() const { return verdict_->text(); }
    /// While the stage is here it looks at what is selected.
    bool shows_stage() const override { return true; }
    void take_stage() override;
    void leave_stage() override;
    void come_into_view(MachineId machine) override;
    bool is_busy() const override { return editor_.busy(); }
    QString prepare_picture(const PictureOptions& options) override;
    /// Reads a mesh file and asks how to take it.
    void import_file(const std::filesystem::path& file);

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
    StageView& stage_;
    bool has_stage_ = false;
    CourseItems seen_selected_;
};

}  // namespace leap::studio
