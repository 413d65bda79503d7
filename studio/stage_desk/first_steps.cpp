// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stage_desk/first_steps.hpp"

#include <QHBoxLayout>
#include <QPushButton>
#include <QSettings>
#include <QVBoxLayout>
#include <algorithm>

#include "studio/shared/labels.hpp"
#include "studio/shared/palette.hpp"

namespace leap::studio {

namespace {
constexpr const char* key = "first steps/done";
constexpr int keys_told = 3;  ///< of the script's buttons
}  // namespace

FirstSteps::FirstSteps(Session& session, const KeyMap& keys, QWidget* parent)
    : QWidget(parent), session_(session), keys_(keys) {
    setObjectName("sheet");
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(14, 8, 12, 8);
    layout->setSpacing(3);
    auto* top = new QHBoxLayout;
    auto* title = new QLabel(tr("First steps"));
    title->setFont(palette::text_font(9.5, true));
    auto* away = new QPushButton(tr("Dismiss"));
    top->addWidget(title, 1);
    top->addWidget(away);
    layout->addLayout(top);
    for (QLabel*& line : lines_) {
        line = new QLabel;
        line->setWordWrap(true);
        layout->addWidget(line);
    }
    hide();
    connect(away, &QPushButton::clicked, this, &FirstSteps::put_away);
    connect(&session_, &Session::program_changed, this, &FirstSteps::refresh);
    connect(&session_, &Session::play_started, this, [this] { tick(play); });
    connect(&session_, &Session::play_stopped, this, [this] { tick(stop); });
    connect(&session_, &Session::tuning_changed, this, &FirstSteps::take_tuning);
}

void FirstSteps::offer() {
    if (QSettings().value(key, false).toBool()) return;
    refresh();
    show();
}

/// A dial that differs from kept has been turned; once none does any more it was kept, or dropped.
void FirstSteps::take_tuning() {
    if (isHidden() || session_.previewing()) return;
    const bool differs = session_.tuning(Side::now).dials != session_.tuning(Side::kept).dials;
    if (differs) tick(turn);
    if (!differs && done_[turn]) tick(keep);
}

void FirstSteps::tick(Step step) {
    if (isHidden()) return;
    done_[step] = true;
    refresh();
    if (done_count() == count) put_away();
}

int FirstSteps::done_count() const {
    return static_cast<int>(std::count(done_.begin(), done_.end(), true));
}

void FirstSteps::refresh() {
    QStringList keys;
    if (session_.program()) {
        for (const char* way : {"stick ahead", "stick left", "stick back", "stick right"})
            keys << keys_.keys(way).value(0);
        keys = {keys.join(' ')};
        for (const ButtonInfo& button : session_.program()->buttons) {
            if (keys.size() > keys_told) break;
            const QString name = QString::fromStdString(button.name);
            keys << tr("%1 %2").arg(keys_.keys("button " + name).value(0), name);
        }
    }
    const std::array<QString, count> words{
        tr("Enter, or a click on the stage, plays: %1.").arg(keys.join(", ")),
        tr("Esc stops. What you played is kept as a tape."),
        tr("Drag a dial below: the same run plays again at once."),
        tr("Ctrl+K keeps what is better, Ctrl+D goes back. The dashed ghost is what was kept."),
    };
    for (std::size_t i = 0; i < count; ++i) {
        lines_[i]->setText((done_[i] ? QString("✓  ") : QString("%1  ").arg(i + 1)) + words[i]);
        set_meaning(*lines_[i], done_[i] ? Meaning::holds : Meaning::plain);
    }
}

QStringList FirstSteps::lines() const {
    QStringList out;
    for (const QLabel* line : lines_) out << line->text();
    return out;
}

void FirstSteps::put_away() {
    QSettings().setValue(key, true);
    hide();
}

}  // namespace leap::studio
