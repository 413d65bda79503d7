// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/game_desk/game_path.hpp"

#include <QPainter>
#include <QPainterPath>
#include <algorithm>
#include <cmath>

#include "core/world/solid.hpp"
#include "studio/shared/palette.hpp"

namespace leap::studio {
namespace {

constexpr double margin_px = 14.0;
/// What is shown round the path (m), and how little of the world at least.
constexpr double round_m = 3.0;
constexpr double least_m = 8.0;

}  // namespace

/// One of the two: which of the world's axes go across and up.
struct GamePath::View {
    QString name;
    QRectF box;
    bool from_above = true;
    double scale = 1.0;  ///< px per m
    Vec3 middle{0.0};
    QPointF at(const Vec3& p) const {
        const Vec3 from = p - middle;
        return box.center() + QPointF(from.x, -(from_above ? from.y : from.z)) * scale;
    }
};

GamePath::GamePath(QWidget* parent) : QWidget(parent) {
    setMinimumHeight(180);
    setAccessibleName(tr("Path of the game, from above and from the side"));
}

void GamePath::set_course(const std::shared_ptr<const Course>& course) {
    pieces_.clear();
    if (course)
        for (const Piece& piece : course->plan.pieces) {
            if (!piece.solid) continue;
            Bounds& bounds = pieces_.emplace_back();
            for (const DrawnTriangle& triangle : drawn_triangles(piece))
                for (const Vec3& corner : triangle.corners) bounds.add(corner);
        }
    update();
}

void GamePath::set_states(const std::deque<link::StateNow>* states) {
    paths_.clear();
    if (states != nullptr && !states->empty()) {
        paths_.resize(states->back().characters.size());
        for (const link::StateNow& state : *states)
            for (std::size_t k = 0; k < std::min(paths_.size(), state.characters.size()); ++k)
                paths_[k].push_back(state.characters[k].position);
    }
    update();
}

void GamePath::paint_view(QPainter& p, const View& view) const {
    p.save();
    p.setClipRect(view.box);
    p.fillRect(view.box, palette::sheet());
    p.setPen(QPen(palette::hairline(), 1.0));
    p.setBrush(palette::faint());
    for (const Bounds& bounds : pieces_) {
        const QRectF box = QRectF(view.at(bounds.low), view.at(bounds.high)).normalized();
        if (box.intersects(view.box)) p.drawRect(box);
    }
    for (std::size_t k = 0; k < paths_.size(); ++k) {
        QPolygonF line;
        for (const Vec3& place : paths_[k]) line << view.at(place);
        p.setPen(QPen(palette::move_hue(static_cast<int>(k)), 2.0));
        p.drawPolyline(line);
        p.setBrush(palette::now());
        p.setPen(QPen(palette::sheet(), 1.5));
        p.drawEllipse(view.at(paths_[k].back()), 5.0, 5.0);
    }
    p.restore();
    p.setPen(QPen(palette::hairline(), 1.0));
    p.setBrush(Qt::NoBrush);
    p.drawRect(view.box);
    p.setFont(palette::text_font(8.5));
    p.setPen(palette::quiet());
    p.drawText(view.box.adjusted(8, 5, -8, -5), Qt::AlignLeft | Qt::AlignTop, view.name);
    const double bar_m = view.scale * 10.0 > view.box.width() / 3.0 ? 1.0 : 10.0;
    const QPointF right = view.box.bottomRight() - QPointF(12, 12);
    p.drawLine(right - QPointF(bar_m * view.scale, 0), right);
    p.drawText(QRectF(right.x() - 120, right.y() - 18, 120, 14), Qt::AlignRight, tr("%1 m").arg(bar_m));
}

void GamePath::paintEvent(QPaintEvent*) {
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    p.fillRect(rect(), palette::paper());
    if (paths_.empty()) return;
    Bounds bounds;
    for (const std::vector<Vec3>& path : paths_)
        for (const Vec3& place : path) bounds.add(place);
    bounds = grown(bounds, round_m);
    const Vec3 size = glm::max(bounds.high - bounds.low, Vec3{least_m});
    const QRectF all = QRectF(rect()).adjusted(margin_px, 8, -margin_px, -8);
    const double gap = 10.0;
    View above{tr("From above"), QRectF(all.left(), all.top(), (all.width() - gap) / 2.0, all.height())};
    View beside{tr("From the side"),
                QRectF(above.box.right() + gap, all.top(), (all.width() - gap) / 2.0, all.height()), false};
    above.middle = beside.middle = 0.5 * (bounds.low + bounds.high);
    above.scale = std::min(above.box.width() / size.x, above.box.height() / size.y);
    beside.scale = std::min(beside.box.width() / size.x, beside.box.height() / size.z);
    for (const View& view : {above, beside}) paint_view(p, view);
}

}  // namespace leap::studio
