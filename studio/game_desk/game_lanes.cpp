// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/game_desk/game_lanes.hpp"

#include <QPainter>
#include <algorithm>
#include <cmath>

#include "studio/shared/convert.hpp"
#include "studio/shared/palette.hpp"

namespace leap::studio {
namespace {

constexpr double names_width = 120.0;
constexpr double ruler_height = 22.0;
constexpr double lane_height = 20.0;
constexpr double curve_height = 62.0;
constexpr double shown_s = 10.0;
constexpr double right_px = 14.0;

}  // namespace

GameLanes::GameLanes(QWidget* parent) : QWidget(parent) {
    setMinimumHeight(220);
    setAccessibleName(tr("Lanes of the game"));
}

void GameLanes::set_program(std::shared_ptr<const Program> program) {
    program_ = std::move(program);
    find_lanes();
    update();
}

void GameLanes::set_states(const std::deque<link::StateNow>* states, std::size_t character) {
    states_.clear();
    character_ = character;
    if (states != nullptr && !states->empty()) {
        const double from = states->back().time_s - shown_s;
        const auto first =
            std::lower_bound(states->begin(), states->end(), from,
                             [](const link::StateNow& state, double time) { return state.time_s < time; });
        states_.assign(first, states->end());
    }
    find_lanes();
    update();
}

std::vector<QString> GameLanes::lanes() const {
    std::vector<QString> out;
    for (const Lane& lane : lanes_) out.push_back(lane.name);
    return out;
}

/// What is the same from one state to the next is one stretch; a lane comes where its name is first heard of.
void GameLanes::find_lanes() {
    lanes_.clear();
    const auto lane_of = [&](const QString& name, const QColor& hue) -> Lane& {
        for (Lane& lane : lanes_)
            if (lane.name == name) return lane;
        lanes_.push_back({name, hue, {}});
        return lanes_.back();
    };
    const auto note = [](Lane& lane, double from, double to, const QString& word, std::size_t tint) {
        if (!lane.stretches.empty() && lane.stretches.back().to >= from - 1e-9 && lane.stretches.back().word == word) {
            lane.stretches.back().to = to;
        } else {
            lane.stretches.push_back({from, to, word, tint});
        }
    };
    const auto hue_of = [&](const std::string& name) {
        const auto machine = program_ ? program_->find_machine(name) : std::nullopt;
        return machine ? machine_hue(*program_, *machine) : palette::quiet();
    };
    const auto tint_of = [&](const std::string& move, const std::string& phase) -> std::size_t {
        const auto machine = program_ ? program_->find_machine(move) : std::nullopt;
        const auto found = machine ? program_->find_phase(*machine, phase) : std::nullopt;
        return found ? found->at() : 0;
    };
    lane_of(tr("stance"), palette::quiet());
    for (std::size_t i = 0; i + 1 < states_.size(); ++i) {
        if (character_ >= states_[i].characters.size()) continue;
        const link::CharacterNow& now = states_[i].characters[character_];
        const double from = states_[i].time_s;
        const double to = states_[i + 1].time_s;
        note(lane_of(tr("stance"), palette::quiet()), from, to, to_qt(now.stance), 0);
        for (const std::string& button : now.buttons)
            note(lane_of(tr("%1, held").arg(to_qt(button)), palette::ink()), from, to, {}, 0);
        if (!now.move.empty())
            note(lane_of(to_qt(now.move), hue_of(now.move)), from, to, to_qt(now.phase), tint_of(now.move, now.phase));
    }
}

double GameLanes::x_of(double time) const {
    const double to = states_.empty() ? 0.0 : states_.back().time_s;
    return names_width + (width() - names_width - right_px) * (1.0 - (to - time) / shown_s);
}

void GameLanes::paint_curve(QPainter& p, const QRectF& box, const QString& name, const QString& unit, bool of_speed) {
    const auto value = [&](const link::CharacterNow& c) {
        return of_speed ? std::hypot(c.velocity.x, c.velocity.y) : c.position.z;
    };
    double low = of_speed ? 0.0 : 1e300;
    double high = of_speed ? 1.0 : -1e300;
    QPolygonF line;
    std::vector<std::pair<double, double>> points;
    for (const link::StateNow& state : states_) {
        if (character_ >= state.characters.size()) continue;
        points.emplace_back(state.time_s, value(state.characters[character_]));
        low = std::min(low, points.back().second);
        high = std::max(high, points.back().second);
    }
    if (points.empty()) return;
    if (high - low < 1.0) high = low + 1.0;
    for (const auto& [time, each] : points)
        line << QPointF(x_of(time), box.bottom() - 4.0 - (box.height() - 8.0) * (each - low) / (high - low));
    p.setPen(QPen(palette::hairline(), 1.0));
    p.drawLine(QPointF(0, box.bottom()), QPointF(width(), box.bottom()));
    p.setPen(QPen(palette::now(), 1.6));
    p.setBrush(Qt::NoBrush);
    p.drawPolyline(line);
    p.setFont(palette::text_font(9.0));
    p.setPen(palette::ink());
    p.drawText(QRectF(12, box.top() + 2, names_width - 16, 16), Qt::AlignLeft, name);
    p.setFont(palette::number_font(8.5));
    p.setPen(palette::quiet());
    p.drawText(QRectF(12, box.top() + 18, names_width - 16, 16), Qt::AlignLeft,
               QString("%1 %2").arg(points.back().second, 0, 'f', 2).arg(unit));
    p.drawText(QRectF(12, box.top() + 34, names_width - 16, 16), Qt::AlignLeft,
               tr("%1 to %2 %3").arg(low, 0, 'f', 1).arg(high, 0, 'f', 1).arg(unit));
}

QString GameLanes::spoken_words() const {
    QStringList out;
    for (const Lane& lane : lanes_)
        if (!lane.stretches.empty()) out << tr("%1: %2").arg(lane.name, lane.stretches.back().word);
    return out.join('\n');
}

void GameLanes::paintEvent(QPaintEvent*) {
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    p.fillRect(rect(), palette::paper());
    if (states_.empty()) return;
    const double to = states_.back().time_s;
    p.setFont(palette::number_font(8.5));
    for (double at = std::ceil(to - shown_s); at <= to; at += 1.0) {
        if (at < 0.0) continue;
        p.setPen(palette::hairline());
        p.drawLine(QPointF(x_of(at), ruler_height), QPointF(x_of(at), height()));
        p.setPen(palette::quiet());
        p.drawText(QRectF(x_of(at) - 30, 2, 60, ruler_height - 6), Qt::AlignCenter, tr("%1 s").arg(at));
    }
    double y = ruler_height;
    const double curves_top = std::max(y + lane_height, height() - 2.0 * curve_height - 4.0);
    for (const Lane& lane : lanes_) {
        if (y + lane_height > curves_top) break;
        p.setFont(palette::text_font(9.0));
        p.setPen(palette::ink());
        p.drawText(QRectF(12, y, names_width - 16, lane_height), Qt::AlignLeft | Qt::AlignVCenter, lane.name);
        for (const Stretch& each : lane.stretches) {
            const double left = std::max(names_width, x_of(each.from));
            const QRectF box(left, y + 3, std::max(1.0, x_of(each.to) - left), lane_height - 6);
            const QColor tint = palette::phase_tint(lane.hue, each.tint);
            p.fillRect(box, tint);
            p.setFont(palette::text_font(8.5));
            p.setPen(tint.lightnessF() < 0.6 ? palette::sheet() : palette::ink());
            if (!each.word.isEmpty() && p.fontMetrics().horizontalAdvance(each.word) + 8 < box.width())
                p.drawText(box.adjusted(5, 0, -2, 0), Qt::AlignLeft | Qt::AlignVCenter, each.word);
        }
        y += lane_height;
    }
    paint_curve(p, {0, curves_top, static_cast<double>(width()), curve_height}, tr("speed"), tr("m/s"), true);
    paint_curve(p, {0, curves_top + curve_height, static_cast<double>(width()), curve_height}, tr("feet"), tr("m"),
                false);
}

}  // namespace leap::studio
