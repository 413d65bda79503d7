// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QFrame>
#include <QLineEdit>
#include <QListWidget>
#include <vector>

#include "core/script/program.hpp"

namespace leap::studio {

/// A list of everything that the script declares, which narrows while a name is typed; Enter goes there.
class NameFinder : public QFrame {
    Q_OBJECT

  public:
    explicit NameFinder(QWidget* parent);

    /// Comes into view over its parent.
    void open(const Program& program);
    QLineEdit* field() { return field_; }
    QListWidget* list() { return list_; }

  signals:
    void place_wanted(SourceRange range);

  protected:
    bool eventFilter(QObject* watched, QEvent* event) override;

  private:
    struct Name {
        QString name;
        QString place;
        SourceRange range;
    };
    void narrow();
    void go();

    QLineEdit* field_;
    QListWidget* list_;
    std::vector<Name> names_;
    std::vector<std::size_t> shown_;  ///< in `names_`, beside the list's rows
};

}  // namespace leap::studio
