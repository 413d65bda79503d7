// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stage_desk/show_menu.hpp"

#include <QAction>
#include <algorithm>

#include "studio/shared/convert.hpp"
#include "studio/stage_desk/stage_desk.hpp"

namespace leap::studio {
namespace {

class ShowMenu {
  public:
    ShowMenu(QMenu& menu, QWidget& window, StageDesk& desk, Session& session)
        : menu_(menu), window_(window), desk_(desk), session_(session) {}

    void fill() {
        StageView* stage = desk_.stage();
        shown(tr("Heights and distances"), "Ctrl+1", &StageShows::labels);
        shown(tr("Velocity"), "Ctrl+2", &StageShows::velocity);
        shown(tr("Ground contact"), "Ctrl+3", &StageShows::ground);
        shown(tr("Ghost of the kept run"), "Ctrl+4", &StageShows::ghost);
        shown(tr("Dust, spray and sparks"), "Ctrl+Shift+6", &StageShows::puffs);
        check(tr("Probes of the selected move"), "Ctrl+6", true, [stage](bool on) { stage->labels()->set_probes(on); });
        check(tr("Active hitboxes"), "Ctrl+9", true, [stage](bool on) { stage->labels()->set_blows(on); });
        of_fixtures(tr("Forces of wheels"), "Ctrl+7", &FixtureShows::wheel_forces);
        of_fixtures(tr("Focus areas"), "Ctrl+8", &FixtureShows::focus_areas);
        check(tr("Steady view: no shake, no bob"), "Ctrl+5", false, [stage](bool on) { stage->set_calm(on); });
        menu_.addSeparator();
        StageLabels* labels = stage->labels();
        values(
            tr("Pinned to the stage"), [labels] { return labels->pins(); },
            [labels](const auto& names) { labels->set_pins(names); });
        ScoreView* score = desk_.score();
        values(
            tr("Curves in the timeline"), [score] { return score->curves(); },
            [score](const auto& names) { score->set_curves(names); });
        menu_.addSeparator();
        StageDesk* desk = &desk_;
        const QStringList views{tr("From behind"), tr("First person"), tr("From the side")};
        for (int i = 0; i < 3; ++i)
            entry(views[i], QString("F%1").arg(i + 2), [desk, i] { desk->set_view(static_cast<StageView3D>(i)); });
        menu_.addSeparator();
        entry(tr("The sheet"), "F6", [desk] { desk->show_events(false); });
        entry(tr("The list of events"), "F7", [desk] { desk->show_events(true); });
    }

  private:
    using Names = std::vector<std::string>;

    static QString tr(const char* text) { return QObject::tr(text); }

    QAction* entry(const QString& text, const QString& shortcut, const std::function<void()>& done) {
        QAction* action = menu_.addAction(text);
        action->setShortcut(QKeySequence(shortcut));
        window_.addAction(action);
        QObject::connect(action, &QAction::triggered, &desk_, [done] { done(); });
        return action;
    }
    void check(const QString& text, const QString& shortcut, bool on, const std::function<void(bool)>& changed) {
        QAction* action = entry(text, shortcut, [] {});
        action->setCheckable(true);
        action->setChecked(on);
        QObject::connect(action, &QAction::toggled, &desk_, changed);
    }
    void shown(const QString& text, const QString& shortcut, bool StageShows::*flag) {
        StageView* stage = desk_.stage();
        check(text, shortcut, stage->shows().*flag, [stage, flag](bool on) {
            StageShows shows = stage->shows();
            shows.*flag = on;
            stage->set_shows(shows);
        });
    }
    void of_fixtures(const QString& text, const QString& shortcut, bool FixtureShows::*flag) {
        StageView* stage = desk_.stage();
        check(text, shortcut, stage->fixture_shows().*flag, [stage, flag](bool on) {
            FixtureShows shows = stage->fixture_shows();
            shows.*flag = on;
            stage->set_fixture_shows(shows);
        });
    }

    /// Every value that runs have, ticked where it is among those that are shown.
    void values(const QString& text, const std::function<Names()>& now,
                const std::function<void(const Names&)>& choose) {
        QMenu* list = menu_.addMenu(text);
        Session* session = &session_;
        QObject::connect(list, &QMenu::aboutToShow, &desk_, [list, session, now, choose] {
            list->clear();
            if (!session->program()) return;
            const Names shown = now();
            for (const ShownValue& value : shown_values(*session->program())) {
                QAction* action = list->addAction(to_qt(value.name));
                action->setCheckable(true);
                action->setChecked(std::find(shown.begin(), shown.end(), value.name) != shown.end());
                QObject::connect(action, &QAction::toggled, list, [shown, choose, name = value.name](bool on) {
                    Names changed = shown;
                    std::erase(changed, name);
                    if (on) changed.push_back(name);
                    choose(changed);
                });
            }
        });
    }

    QMenu& menu_;
    QWidget& window_;
    StageDesk& desk_;
    Session& session_;
};

}  // namespace

void fill_stage_menu(QMenu& menu, QWidget& window, StageDesk& desk, Session& session) {
    ShowMenu(menu, window, desk, session).fill();
}

}  // namespace leap::studio
