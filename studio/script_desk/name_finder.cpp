// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/script_desk/name_finder.hpp"

#include <algorithm>

#include "studio/script_desk/place_list.hpp"
#include "studio/shared/convert.hpp"
#include "studio/shared/palette.hpp"

namespace leap::studio {

NameFinder::NameFinder(QWidget* parent)
    : NarrowingList(parent, {tr("Go to a name"), tr("Name to go to"), tr("Names of the script")}) {
    list()->setFont(palette::number_font(9.0));
}

void NameFinder::open(const Program& program) {
    names_.clear();
    for (const NameUse& use : program.names) {
        if (use.range != use.declared) continue;
        const SourceFile& file = program.files[use.range.file];
        names_.push_back({to_qt(file.text.substr(use.range.begin, use.range.end - use.range.begin)),
                          place_words(file, use.range.begin), use.range});
    }
    std::stable_sort(names_.begin(), names_.end(), [](const Name& a, const Name& b) { return a.name < b.name; });
    constexpr int margin_px = 30;
    come_into_view(margin_px);
}

/// Names that begin with what is typed come before those that only hold it.
void NameFinder::narrow() {
    const QString typed = field()->text().trimmed();
    shown_.clear();
    for (const bool begins : {true, false})
        for (std::size_t i = 0; i < names_.size(); ++i) {
            const bool starts = names_[i].name.startsWith(typed, Qt::CaseInsensitive);
            const bool fits = begins ? starts : !starts && names_[i].name.contains(typed, Qt::CaseInsensitive);
            if (!fits) continue;
            shown_.push_back(i);
            list()->addItem(QString("%1  %2").arg(names_[i].name, -22).arg(names_[i].place));
        }
}

void NameFinder::take(int row) {
    emit place_wanted(names_[shown_[static_cast<std::size_t>(row)]].range);
}

}  // namespace leap::studio
