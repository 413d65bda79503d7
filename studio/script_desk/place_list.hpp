// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QLabel>
#include <QListWidget>
#include <QPushButton>
#include <QWidget>
#include <vector>

#include "core/script/source.hpp"

namespace leap::studio {

/// Places in the script files with what is to be said of each: problems, uses of a name, what was found. A click, or
/// Enter, goes there.
class PlaceList : public QWidget {
    Q_OBJECT

  public:
    struct Place {
        SourceRange range;  ///< its file is one of Session::source_files()
        QString words;      ///< as it stands in the list
        bool wrong = false;
    };
    explicit PlaceList(QWidget* parent = nullptr);

    /// Shows these under a heading; the list comes into view when there are any.
    void show_places(const QString& heading, std::vector<Place> places);
    /// While other places are shown this does nothing.
    void refresh_problems(std::vector<Place> places);
    /// Shows the problems that refresh_problems() was given last.
    void show_problems();
    QListWidget* list() { return list_; }
    QString heading() const { return heading_->text(); }

  signals:
    void place_wanted(SourceRange range);

  private:
    void fill(const QString& heading, const std::vector<Place>& places);

    QLabel* heading_;
    QListWidget* list_;
    std::vector<Place> problems_;
    std::vector<Place> shown_;
    bool shows_problems_ = true;
};

/// A line of a file as it stands in such a list: "moves/hop.leap:12  gate grounded".
QString place_words(const SourceFile& file, std::uint32_t begin);

}  // namespace leap::studio
