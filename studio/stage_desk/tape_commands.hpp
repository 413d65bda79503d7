// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QKeyEvent>
#include <QMenu>

#include "core/tape/tape_edit.hpp"
#include "studio/session/session.hpp"

namespace leap::studio {

/// What can be done with the tape in view as a whole, or with the stretch between its marks on the ruler; each is one
/// undo step. Pieces of tapes go through the clipboard as the text of a tape file.
class TapeCommands : public QObject {
    Q_OBJECT

  public:
    explicit TapeCommands(Session& session, QObject* parent = nullptr) : QObject(parent), session_(session) {}

    void fill_menu(QMenu& menu);
    /// True when it was one of their keys.
    bool take_key(const QKeyEvent& event);

    void cut();
    void copy();
    /// At the cursor.
    void paste();
    /// What isn't between the marks goes.
    void trim();
    void take_out();
    /// At the cursor; the rest becomes a tape of its own.
    void split();
    /// At the cursor.
    void insert_time(double seconds);
    void join(const QString& other);
    void mirror();
    void duplicate();
    /// An empty tape that starts where the one in view does, to draw presses into.
    void make_new();
    /// What lies behind the new end is left out.
    void set_length(double seconds);
    void ask_length();
    void remove();
    /// Where the selected character starts.
    void start_at(const std::string& place);
    void start_before(const std::string& checkpoint);

  signals:
    void problem(const QString& text);
    void rename_wanted();

  private:
    std::optional<TapeRange> stretch();
    bool may_edit();
    void fill_starts(QMenu& menu);
    void fill_earlier(QMenu& menu);

    Session& session_;
};

}  // namespace leap::studio
