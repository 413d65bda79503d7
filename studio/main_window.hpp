// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QLabel>
#include <QMainWindow>
#include <QPushButton>
#include <QStackedWidget>
#include <span>

#include "studio/manual/manual_page.hpp"
#include "studio/session/session.hpp"
#include "studio/shared/desk.hpp"
#include "studio/shared/game_pad.hpp"
#include "studio/shared/key_map.hpp"
#include "studio/shared/play_input.hpp"
#include "studio/shared/run_feedback.hpp"
#include "studio/start_page/start_page.hpp"

namespace leap::studio {

class ActionFinder;

/// The window: top line with name, desks and what the last replay took; a strip for messages; the desk.
class MainWindow : public QMainWindow {
    Q_OBJECT

  public:
    MainWindow(Session& session, GamePad* pad, QWidget* parent = nullptr);
    ~MainWindow() override;
    MainWindow(const MainWindow&) = delete;
    MainWindow& operator=(const MainWindow&) = delete;

    std::span<Desk* const> desks() const { return desks_; }
    /// The desk of a kind, or nothing when there is none.
    template <class Kind>
    Kind* desk() const {
        for (Desk* each : desks_)
            if (auto* found = qobject_cast<Kind*>(each)) return found;
        return nullptr;
    }
    Desk* desk_in_view() const { return desks_[in_view_]; }
    /// `name`: as all_desks() says it. An unknown one changes nothing.
    void show_desk(const QString& name);
    StageView* stage() { return stage_; }
    PlayInput* input() { return input_; }
    /// What the strip says now; empty when it is hidden.
    QString strip_text() const;
    /// What the top line says of the marks.
    QString marks_text() const { return marks_words_; }
    void open_dialog();
    /// The page to begin on instead of a desk: a new project, or one that was opened lately.
    void show_start_page();
    /// The manual instead of a desk; Esc leads back.
    void show_manual();
    ManualPage* manual() { return manual_; }
    StartPage* start_page() { return start_page_; }
    ActionFinder* finder() { return finder_; }
    /// As large, and at the desk, as when the window was closed last.
    void come_back();
    /// A user has begun with this project: it is remembered, and what to do first is told once.
    void welcome(const QString& folder);
    /// The project into a new folder, where work goes on. False, with a message, when it can't.
    bool save_as(const QString& folder);
    bool may_leave(const QString& before_what, const QString& without);
    /// Where the sounds of runs go from now on; until then they aren't heard.
    void set_hearing(RunFeedback::Hear hear) { hear_ = std::move(hear); }
    RunFeedback* feedback() { return feedback_; }
    bool save();
    /// Opens another project, after asking about unsaved work. False when it stayed.
    bool open_project(const QString& folder);
    void next_tape();

  protected:
    void closeEvent(QCloseEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;
    void fit_top_line();

  private:
    QWidget* make_top_line();
    QWidget* make_strip();
    void fill_looks(QMenu& show);
    QAction* add_action(QMenu* menu, const QString& text, const QKeySequence& key, const std::function<void()>& done);
    void refresh_status();
    void refresh_marks();
    void refresh_title();
    void refresh_strip();
    void say(const QString& text);
    void connect_pad();
    void shake_pads(std::size_t character, double strength);
    void open_recent(const QString& folder);
    void give_stage(Desk* desk);
    void fill_recent();
    void save_as_dialog();
    void import_dialog();

    Session& session_;
    KeyMap keys_;
    GamePad* pad_;
    PlayInput* input_;
    RunFeedback* feedback_;
    RunFeedback::Hear hear_;  ///< empty: nothing is heard
    StageView* stage_;
    std::vector<DeskInfo> desk_infos_;
    std::vector<Desk*> desks_;              ///< beside `desk_infos_`
    std::vector<QPushButton*> desk_words_;  ///< likewise
    std::size_t in_view_ = 0;
    Desk* stage_on_ = nullptr;  ///< where the stage stands
    MachineId looked_at_;       ///< the move or stance that was looked at last on any desk
    QStackedWidget* pages_;
    StartPage* start_page_;
    ManualPage* manual_;
    QMenu* recent_;
    QList<QMenu*> menus_;  ///< of the top line, and one of all desks
    ActionFinder* finder_ = nullptr;
    QLabel* project_;
    QPushButton* marks_;
    QString marks_words_;
    QString marks_short_;                      ///< without what breaks
    std::pair<QString, QString> broken_mark_;  ///< tape and reading of the first that breaks
    std::optional<bool> marks_fine_;
    QLabel* status_;
    QWidget* strip_;
    QLabel* strip_words_;
    QPushButton* strip_first_;
    QPushButton* strip_second_;
    std::function<void()> on_first_;
    std::function<void()> on_second_;
    QString said_;
};

}  // namespace leap::studio
