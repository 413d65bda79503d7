// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QDir>
#include <QImage>
#include <QTextBrowser>
#include <algorithm>

namespace leap::studio {

/// A page of documentation with its pictures, which are never wider than the text.
class PicturedText final : public QTextBrowser {
  public:
    /// `folder`: of the page, among the resources. `widest_px`: of the text.
    PicturedText(QString folder, int widest_px) : folder_(std::move(folder)), widest_px_(widest_px) {}

    QVariant loadResource(int type, const QUrl& name) override {
        if (type != QTextDocument::ImageResource) return QTextBrowser::loadResource(type, name);
        const QImage image(QDir::cleanPath(folder_ + "/" + name.path()));
        return image.scaledToWidth(std::min(image.width(), widest_px_), Qt::SmoothTransformation);
    }

  private:
    QString folder_;
    int widest_px_;
};

}  // namespace leap::studio
