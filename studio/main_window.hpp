// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QLabel>
#include <QMainWindow>
#include <QPushButton>
#include <QStackedWidget>

#include "studio/course_desk/course_desk.hpp"
#include "studio/script_desk/script_desk.hpp"
#include "studio/session/session.hpp"
#include "studio/shared/game_pad.hpp"
#include "studio/shared/key_map.hpp"
#include "studio/stage_desk/stage_desk.hpp"

namespace leap::studio {

/// The window: top line with name, desks and what the last replay took; a strip for messages; the desk.
class MainWindow : public QMainWindow {
    Q_OBJECT

  public:
    MainWindow(Session& session, GamePad* pad, QWidget* parent = nullptr);

    StageDesk* stage_desk() { return desk_; }
    ScriptDesk* script_desk() { return script_; }
    CourseDesk* course_desk() { return course_; }
    enum class Desk { stage, script, course };
    void show_desk(Desk desk);
    /// What the strip says now; empty when it is hidden.
    QString strip_text() const;
    void open_dialog();
    bool may_leave(const QString& before_what, const QString& without);
    bool save();
    /// Opens another project, after asking about unsaved work. False when it stayed.
    bool open_project(const QString& folder);
    void next_tape();

  protected:
    void closeEvent(QCloseEvent* event) override;

  private:
    QWidget* make_top_line();
    QWidget* make_strip();
    void make_actions();
    QAction* add_action(QMenu* menu, const QString& text, const QKeySequence& key, const std::function<void()>& done);
    void refresh_status();
    void refresh_title();
    void refresh_strip();
    void say(const QString& text);
    void add_checks(QMenu* menu);
    void fill_values(QMenu* menu, const std::vector<std::string>& shown,
                     const std::function<void(const std::vector<std::string>&)>& choose);

    Session& session_;
    KeyMap keys_;
    GamePad* pad_;
    StageDesk* desk_;
    ScriptDesk* script_;
    CourseDesk* course_;
    QStackedWidget* desks_;
    QPushButton* stage_word_;
    QPushButton* script_word_;
    QPushButton* course_word_;
    QLabel* project_;
    QLabel* status_;
    QWidget* strip_;
    QLabel* strip_words_;
    QPushButton* strip_first_;
    QPushButton* strip_second_;
    std::function<void()> on_first_;
    std::function<void()> on_second_;
    QString said_;
    FixtureShows fixture_shows_;
    bool labels_ = true, velocity_ = true, ground_ = true, ghost_ = true;
};

}  // namespace leap::studio
