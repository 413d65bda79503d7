// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QMenu>
#include <QWidget>
#include <cstdint>
#include <functional>
#include <vector>

#include "core/units/id.hpp"

namespace leap::studio {

class Session;
class KeyMap;
class PlayInput;
class StageView;
struct PictureOptions;

/// What desks are made of and share. There is one stage in the window; it stands on the desk in view.
struct Workplace {
    Session& session;
    KeyMap& keys;
    PlayInput& input;
    StageView& stage;
};

/// One way to work on the project: what the window needs of it.
class Desk : public QWidget {
    Q_OBJECT

  public:
    using QWidget::QWidget;

    /// Whether the stage stands on it while it is in view.
    virtual bool shows_stage() const { return false; }
    virtual void take_stage() {}
    /// Another desk is about to take it.
    virtual void leave_stage() {}

    /// It has just come into view. `machine`: the move or stance that was looked at on the desk before, or -1.
    virtual void come_into_view(MachineId machine) = 0;
    /// The move or stance that is looked at here, or -1 when this desk shows none.
    virtual MachineId machine() const { return {}; }
    /// What is being typed counts from now on: the desk is left, or the project.
    virtual void finish_edits() {}
    virtual void before_save() {}

    /// Adds what it can show or hide; shortcuts go to the window, so that they work from every desk.
    virtual void fill_show_menu(QMenu& menu, QWidget& window) {
        Q_UNUSED(menu);
        Q_UNUSED(window);
    }
    /// Something that belongs into a picture of it is still being worked out.
    virtual bool is_busy() const { return false; }
    /// Brings itself into the state that a picture wants. Returns why not, or nothing.
    virtual QString prepare_picture(const PictureOptions& options) {
        Q_UNUSED(options);
        return {};
    }

  signals:
    void problem(const QString& text);
    /// Another desk is asked for, by its name.
    void desk_wanted(const QString& name);
};

struct DeskInfo {
    QString name;     ///< for the command line: "stage"
    QString word;     ///< in the top line
    QString purpose;  ///< the tip of that word
    const char* key;
    std::function<Desk*(const Workplace&)> make;
};

/// Every desk, in the order of the top line. To add one: a folder, and a row in studio/desks.cpp.
std::vector<DeskInfo> all_desks();

}  // namespace leap::studio
