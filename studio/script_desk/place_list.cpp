// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/script_desk/place_list.hpp"

#include <QHBoxLayout>
#include <QVBoxLayout>

#include "studio/shared/convert.hpp"
#include "studio/shared/palette.hpp"
#include "studio/shared/paper_change.hpp"

namespace leap::studio {

PlaceList::PlaceList(QWidget* parent) : QWidget(parent) {
    setObjectName("transport");
    heading_ = new QLabel;
    heading_->setFont(palette::text_font(9.5, true));
    list_ = new QListWidget;
    list_->setFrameShape(QFrame::NoFrame);
    list_->setFont(palette::number_font(9.0));
    list_->setAccessibleName(tr("Places in the script"));
    auto* close = new QPushButton(tr("Close"));
    auto* top = new QHBoxLayout;
    top->addWidget(heading_, 1);
    top->addWidget(close);
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(10, 6, 10, 6);
    layout->setSpacing(4);
    layout->addLayout(top);
    layout->addWidget(list_, 1);
    setFixedHeight(150);
    hide();
    connect(close, &QPushButton::clicked, this, [this] {
        hide();
        shows_problems_ = true;
    });
    when_paper_changes(*this, [this] { fill(heading_->text(), std::vector<Place>(shown_)); });
    const auto go = [this](QListWidgetItem* item) {
        const auto row = static_cast<std::size_t>(list_->row(item));
        if (row < shown_.size()) emit place_wanted(shown_[row].range);
    };
    connect(list_, &QListWidget::itemActivated, this, go);
    connect(list_, &QListWidget::itemClicked, this, go);
}

void PlaceList::fill(const QString& heading, const std::vector<Place>& places) {
    shown_ = places;
    heading_->setText(heading);
    list_->clear();
    for (const Place& place : places) {
        auto* item = new QListWidgetItem(place.words);
        if (place.wrong) item->setForeground(palette::refused());
        list_->addItem(item);
    }
}

void PlaceList::show_places(const QString& heading, std::vector<Place> places) {
    shows_problems_ = false;
    fill(heading, places);
    show();
}

void PlaceList::refresh_problems(std::vector<Place> places) {
    problems_ = std::move(places);
    if (shows_problems_ && isVisible()) show_problems();
}

void PlaceList::show_problems() {
    shows_problems_ = true;
    fill(problems_.empty() ? tr("No problems") : tr("Problems: %1").arg(problems_.size()), problems_);
    show();
}

QString place_words(const SourceFile& file, std::uint32_t begin) {
    const LineColumn place = line_column(file.text, begin);
    const std::uint32_t from = line_begin(file.text, place.line);
    const std::string line = file.text.substr(from, file.text.find('\n', from) - from);
    return QString("%1:%2  %3").arg(to_qt(file.path)).arg(place.line).arg(to_qt(line).trimmed());
}

}  // namespace leap::studio
