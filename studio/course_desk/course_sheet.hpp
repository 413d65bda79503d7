// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QComboBox>
#include <QGridLayout>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QVBoxLayout>

#include "studio/course_desk/course_editor.hpp"

namespace leap::studio {

/// The page of what is selected on the Course desk: its name and numbers, what leaps from it, and what can be placed.
class CourseSheet : public QWidget {
    Q_OBJECT

  public:
    explicit CourseSheet(CourseEditor& editor, QWidget* parent = nullptr);

    /// A field by its word: "size", "stands at", "turned", "material", "link" ...; nothing when it isn't shown.
    QLineEdit* field(const QString& word) const;
    QLineEdit* name() const { return name_; }
    /// "long quay 1 → long quay 2: ✓ hop, dash", a line each.
    QStringList reach_lines() const;
    QComboBox* way_to() { return way_to_; }
    /// What the selected one is used by, a line each; empty when nothing is selected or nothing speaks of it.
    QString uses_words() const { return uses_->text(); }
    /// How the search goes, or what came of it.
    QString way_words() const { return way_words_->text(); }

  signals:
    void place_wanted(const QString& what);
    void import_wanted();

  private:
    void refresh();
    void refresh_reach();
    void refresh_words();
    void refresh_uses();
    void refresh_way();
    void fill_fields();
    void add_field(const QString& word, const QString& text, const QString& tip,
                   const std::function<QString(const QString&)>& take);
    void add_vector(const QString& word, const Vec3& value, const QString& tip,
                    const std::function<void(CoursePlan&, const Vec3&)>& take, bool of_size = false,
                    PieceKind shape = PieceKind::box);

    CourseEditor& editor_;
    QLineEdit* name_;
    QLabel* kind_;
    QGridLayout* fields_;
    QVBoxLayout* reach_;
    QLabel* reach_head_;
    QWidget* uses_part_;  ///< with its heading; hidden while nothing is used
    QLabel* uses_;
    QComboBox* way_to_;
    QLabel* way_words_;
    QPushButton* way_stop_;
    QVBoxLayout* words_;
    QLabel* warning_;
    std::map<QString, QLineEdit*> by_word_;
    std::vector<std::string> shown_kinds_;
    QString filled_for_;
};

}  // namespace leap::studio
