// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QLayout>
#include <vector>

namespace leap::studio {

/// Widgets side by side, like words of a text: as many to a line as fit.
class FlowLayout : public QLayout {
  public:
    explicit FlowLayout(QWidget* parent);
    ~FlowLayout() override;

    void addItem(QLayoutItem* item) override { items_.push_back(item); }
    int count() const override { return static_cast<int>(items_.size()); }
    QLayoutItem* itemAt(int index) const override;
    QLayoutItem* takeAt(int index) override;
    QSize sizeHint() const override { return minimumSize(); }
    QSize minimumSize() const override;
    bool hasHeightForWidth() const override { return true; }
    int heightForWidth(int width) const override { return arrange({0, 0, width, 0}, false); }
    void setGeometry(const QRect& area) override;

  private:
    int arrange(const QRect& area, bool apply) const;

    std::vector<QLayoutItem*> items_;
};

}  // namespace leap::studio
