// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QButtonGroup>
#include <QLabel>
#include <QLineEdit>
#include <QListWidget>
#include <QPushButton>
#include <QWidget>

#include "core/project/starting_projects.hpp"

namespace leap::studio {

/// What stands in the window while no project is open, or a new one is wanted: the starting projects, and those that
/// were opened lately.
class StartPage : public QWidget {
    Q_OBJECT

  public:
    explicit StartPage(QWidget* parent = nullptr);

    /// It comes into view: the list of recent projects is read anew. `may_go_back`: there is a project to go back to.
    void come_into_view(bool may_go_back);
    void choose_kind(const QString& name);
    QLineEdit* name() { return name_; }
    QLineEdit* folder() { return folder_; }
    QPushButton* make_button() { return make_; }
    QListWidget* recent() { return recent_; }
    /// What is wrong with what is filled in; empty when the project can be made.
    QString problem() const { return problem_->text(); }

  signals:
    void open_wanted(const QString& folder);
    void choose_wanted();
    void back_wanted();
    void made(const QString& folder);

  private:
    QWidget* make_new();
    QWidget* make_recent();
    void refresh();
    void make();
    const StartingProject& kind() const;

    QButtonGroup* kinds_;
    QLineEdit* name_;
    QLineEdit* folder_;
    QLabel* problem_;
    QPushButton* make_;
    QPushButton* back_;
    QListWidget* recent_;
    bool folder_typed_ = false;  ///< and no longer follows the name
};

}  // namespace leap::studio
