// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/shared/paper_change.hpp"

#include <QEvent>
#include <utility>

#include "studio/shared/palette.hpp"

namespace leap::studio {
namespace {

class PaperWatch final : public QObject {
  public:
    PaperWatch(QWidget& widget, std::function<void()> done) : QObject(&widget), done_(std::move(done)) {
        widget.installEventFilter(this);
    }

    bool eventFilter(QObject* watched, QEvent* event) override {
        // Palettes also change when a style sheet is read; only another paper counts.
        if (event->type() == QEvent::PaletteChange && std::exchange(dark_, palette::is_dark()) != palette::is_dark())
            // Not amid the change itself: the other widgets have yet to hear of it.
            QMetaObject::invokeMethod(this, done_, Qt::QueuedConnection);
        return QObject::eventFilter(watched, event);
    }

  private:
    std::function<void()> done_;
    bool dark_ = palette::is_dark();
};

}  // namespace

void when_paper_changes(QWidget& widget, std::function<void()> done) {
    new PaperWatch(widget, std::move(done));  // owned by the widget
}

}  // namespace leap::studio
