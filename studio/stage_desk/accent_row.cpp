// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stage_desk/accent_row.hpp"

#include <QHBoxLayout>

#include "core/script/accent_words.hpp"
#include "studio/shared/convert.hpp"
#include "studio/shared/palette.hpp"

namespace leap::studio {

AccentRow::AccentRow(Session& session, QWidget* parent) : QWidget(parent), session_(session) {
    auto* layout = new QHBoxLayout(this);
    layout->setContentsMargins(0, 2, 0, 2);
    layout->setSpacing(4);
    layout->addStretch();
}

void AccentRow::show_machine(MachineId machine) {
    const Machine& shown = session_.program()->machines[machine];
    std::vector<std::string> names;
    for (const AccentKind kind : accent_kinds(shown))
        names.push_back(shown.name + "." + std::string(accent_word(kind)));
    if (names != names_) {
        for (QPushButton* button : buttons_) {
            button->hide();
            button->deleteLater();
        }
        buttons_.clear();
        for (const std::string& name : names) {
            auto* button = new QPushButton(to_qt(name).section('.', 1));
            button->setCheckable(true);
            button->setFont(palette::text_font(8.5));
            button->setAccessibleName(tr("Accent %1").arg(to_qt(name)));
            button->setToolTip(tr("Switch this accent off or on for this run"));
            connect(button, &QPushButton::toggled, this, [this, name, button](bool off) {
                const QString refused = session_.set_off(name, off);
                if (!refused.isEmpty()) emit session_.message(refused);
                QFont font = button->font();
                font.setStrikeOut(session_.is_off(name));
                button->setFont(font);
            });
            static_cast<QHBoxLayout*>(layout())->insertWidget(static_cast<int>(buttons_.size()), button);
            buttons_.push_back(button);
        }
        names_ = names;
    }
    for (std::size_t i = 0; i < buttons_.size(); ++i) buttons_[i]->setChecked(session_.is_off(names_[i]));
}

}  // namespace leap::studio
