// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/play/fixtures.hpp"
#include "core/project/course_file.hpp"
#include "core/project/file_io.hpp"
#include "studio/session/session.hpp"

namespace leap::studio {

void Session::load_course() {
    if (const auto text = read_file(project_->folder / project_->file.course))
        texts_.loaded(project_->file.course, *text);
    course_.reset();
    take_course(project_->course);
    kept_course_ = course_;
}

void Session::take_course(std::optional<CoursePlan> plan) {
    if (plan) course_ = std::make_shared<const Course>(build_course(std::move(*plan)));
    emit course_changed();
    request_now();
}

/// While the text can't be read, the last good course stays.
void Session::take_course_text(const std::string& text) {
    auto plan = read_course(text, project_->file.course);
    if (!plan) {
        emit message(QString::fromStdString(plan.error() + "; the course as it was stays"));
        return;
    }
    project_->course = std::move(*plan);
    previewing_ = false;
    take_course(project_->course);
}

void Session::edit_course(const CoursePlan& plan, const QString& what, int gesture) {
    if (!project_ || !project_->course) return;
    const std::string text = write_course(plan);
    const std::string* before = texts_.find(project_->file.course);
    if (before != nullptr && *before == text && previewing_) take_course_text(text);  // a drag that led back
    edit_text(project_->file.course, text, what, gesture);
}

void Session::preview_course(const CoursePlan& plan) {
    previewing_ = true;
    take_course(plan);
}

FixtureHalves Session::fixture_halves() const {
    FixtureHalves out;
    if (!program_) return out;
    World none;
    none.actors.emplace_back();
    const Moment moment{*program_, now_tuning_, now_tuning_, none, none.actors.front()};
    for (const std::int32_t kind : program_->fixtures) {
        const Machine& machine = program_->machines[static_cast<std::size_t>(kind)];
        if (machine.fixture) out[machine.name] = fixture_shape(moment, *machine.fixture).half;
    }
    return out;
}

}  // namespace leap::studio
