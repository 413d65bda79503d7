// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QAction>
#include <QPointer>
#include <vector>

#include "studio/shared/narrowing_list.hpp"

class QMenu;

namespace leap::studio {

/// Everything that the window's menus can do, with its keys, in a list which narrows while words are typed; Enter does
/// it.
class ActionFinder : public NarrowingList {
    Q_OBJECT

  public:
    explicit ActionFinder(QWidget* parent);

    /// Comes into view over its parent, with what the menus have now.
    void open(const QList<QMenu*>& menus);

  protected:
    void narrow() override;
    void take(int row) override;

  private:
    struct Entry {
        QString words;  ///< "Edit: Keep current"
        QString key;
        QPointer<QAction> action;  ///< menus are filled anew at times
    };
    void collect(const QMenu& menu, const QString& before);

    std::vector<Entry> entries_;
    std::vector<std::size_t> shown_;  ///< in `entries_`, beside the list's rows
};

}  // namespace leap::studio
