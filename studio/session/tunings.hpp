// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QString>
#include <map>
#include <memory>
#include <set>
#include <string>

#include "core/script/program.hpp"
#include "core/world/course.hpp"

namespace leap::studio {

/// Which of the two is meant: what is tuned now, or what was kept to compare with.
enum class Side { now, kept };

/// The dials and the course of "now" and "kept", and what is left out of "now". The values of "now" are those that the
/// script's text says, but while a dial is dragged.
class Tunings {
  public:
    void clear();
    /// A new program: "now" is as its text says, "kept" keeps its values by the dials' paths.
    void adopt(const Program& program);
    const Tuning& tuning(Side side) const { return side == Side::now ? now_ : kept_; }
    /// While a dial is dragged; rounded as it would be written. False when there is no such dial.
    bool preview(const Program& program, DialId dial, double value_si);
    bool previewing() const { return previewing_; }
    void set_previewing(bool previewing) { previewing_ = previewing; }
    /// What is "now" becomes "kept", the course as well.
    void keep(const Program& program);
    /// "Kept" has these values from now on; the course stays.
    void keep_dials(const Program& program, const DialValues& dials);
    const std::map<std::string, double>& kept_values() const { return kept_values_; }

    /// Leaves a move or stance out of "now", or takes it in again. Returns why not.
    QString set_off(const Program& program, const std::string& machine, bool off);
    const std::set<std::string>& off() const { return off_; }

    const std::shared_ptr<const Course>& course(Side side) const { return side == Side::now ? course_ : kept_course_; }
    void set_course(std::shared_ptr<const Course> course) { course_ = std::move(course); }
    void keep_course() { kept_course_ = course_; }

  private:
    Tuning tuned(const Program& program, DialValues dials) const;

    Tuning now_;
    Tuning kept_;
    std::map<std::string, double> kept_values_;  ///< by dial path: outlives programs
    bool previewing_ = false;
    std::set<std::string> off_;  ///< names of moves and stances
    std::shared_ptr<const Course> course_;
    std::shared_ptr<const Course> kept_course_;
};

}  // namespace leap::studio
