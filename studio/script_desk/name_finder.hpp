// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <vector>

#include "core/script/program.hpp"
#include "studio/shared/narrowing_list.hpp"

namespace leap::studio {

/// A list of everything that the script declares, which narrows while a name is typed; Enter goes there.
class NameFinder : public NarrowingList {
    Q_OBJECT

  public:
    explicit NameFinder(QWidget* parent);

    /// Comes into view over its parent.
    void open(const Program& program);

  signals:
    void place_wanted(SourceRange range);

  protected:
    void narrow() override;
    void take(int row) override;

  private:
    struct Name {
        QString name;
        QString place;
        SourceRange range;
    };
    std::vector<Name> names_;
    std::vector<std::size_t> shown_;  ///< in `names_`, beside the list's rows
};

}  // namespace leap::studio
