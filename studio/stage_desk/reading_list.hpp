// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>
#include <functional>

#include "core/readings/readings.hpp"
#include "studio/shared/spoken.hpp"

namespace leap::studio {

/// Readings of now and kept side by side, with the mark's band and both values on it.
class ReadingList : public QWidget, public Spoken {
    Q_OBJECT

  public:
    explicit ReadingList(QWidget* parent = nullptr);
    /// More words for the tip of a reading, by its name.
    void set_more_words(std::function<QString(const std::string&)> words) { more_words_ = std::move(words); }
    void show_readings(std::vector<ReadingResult> now, std::vector<ReadingResult> kept);
    const std::vector<ReadingResult>& shown() const { return now_; }
    QAccessible::Role spoken_role() const override { return QAccessible::StaticText; }
    QString spoken_words() const override;
    QSize sizeHint() const override;

  protected:
    void paintEvent(QPaintEvent* event) override;
    bool event(QEvent* event) override;

  private:
    std::function<QString(const std::string&)> more_words_;
    void paint_band(QPainter& p, const QRectF& box, const ReadingResult& now, const ReadingResult* kept) const;
    const ReadingResult* kept_of(const ReadingResult& now) const;

    std::vector<ReadingResult> now_;
    std::vector<ReadingResult> kept_;
};

}  // namespace leap::studio
