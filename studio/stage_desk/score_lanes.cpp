// SPDX-License-Identifier: GPL-3.0-or-later
// Which lanes there are, and where: what stays in view above and below, and what scrolls between.
#include <algorithm>
#include <cmath>

#include "studio/stage_desk/score_metrics.hpp"
#include "studio/stage_desk/score_view.hpp"

namespace leap::studio {

using namespace score;

void ScoreView::layout_lanes() {
    lanes_.clear();
    const auto made = program();
    double y = 0.0;
    const auto add = [&](Lane::Kind kind, std::int32_t index, double height) -> Lane& {
        lanes_.push_back({kind, index, QRectF(0, y, width(), height), {}, {}});
        y += height;
        return lanes_.back();
    };
    add(Lane::Kind::ruler, -1, ruler_height);
    if (!made) {
        scroll_bar_->hide();
        return updateGeometry();
    }
    add(Lane::Kind::stick, -1, lane_height);
    if (input_curves_ && !session_.playing() && session_.tape() != nullptr)
        for (std::size_t i = 0; i < input_curve_count; ++i)
            add(Lane::Kind::input, static_cast<std::int32_t>(i), input_curve_height);
    const std::set<ButtonId> buttons = pressed_buttons();
    constexpr double max_of_height = 0.45;
    buttons_scroll_ = y + static_cast<double>(buttons.size()) * button_height > max_of_height * height();
    if (!buttons_scroll_)
        for (const ButtonId button : buttons) add(Lane::Kind::button, -1, button_height).button = button;
    lanes_top_ = y + 4;

    // What scrolls, first as if nothing were scrolled.
    const std::size_t first = lanes_.size();
    y = lanes_top_;
    if (buttons_scroll_)
        for (const ButtonId button : buttons) add(Lane::Kind::button, -1, button_height).button = button;
    add(Lane::Kind::stance, -1, lane_height);
    const std::set<MachineId> used = used_moves();
    std::int32_t folded = 0;
    for (const MachineId move : made->moves) {
        if (!made->machines[move].is_for(session_.body_of_character())) continue;
        const bool shown = used.contains(move) || move == selected_;
        if (!shown) ++folded;
        if (shown || unfolded_) add(Lane::Kind::move, -1, lane_height).machine = move;
    }
    for (const std::int32_t fixture : changed_fixtures()) add(Lane::Kind::fixture, fixture, lane_height);
    if (folded > 0) add(Lane::Kind::folded, folded, lane_height);
    lanes_height_ = y - lanes_top_;

    const auto count = static_cast<double>(std::max<std::size_t>(1, curves_.size()));
    const double room = std::max(0.0, height() - lanes_top_ - divider_height);
    // Lanes get what they need as long as curves keep their least; curves get what is left.
    double curves = curves_height_ > 0.0 ? curves_height_ : std::max(room - lanes_height_, count * min_curve_height);
    if (curves_.empty()) curves = 0.0;
    curves = std::clamp(curves, 0.0, std::max(0.0, room - std::min(lanes_height_, fewest_lanes * lane_height)));
    if (curves_height_ <= 0.0) curves = std::min(curves, count * max_curve_height);
    lanes_bottom_ = std::max(lanes_top_, height() - curves - divider_height);

    const double hidden = std::max(0.0, lanes_height_ - (lanes_bottom_ - lanes_top_));
    const QSignalBlocker blocker(scroll_bar_);
    scroll_bar_->setRange(0, static_cast<int>(std::ceil(hidden)));
    scroll_bar_->setPageStep(std::max(1, static_cast<int>(lanes_bottom_ - lanes_top_)));
    scroll_bar_->setSingleStep(static_cast<int>(lane_height));
    scroll_bar_->setVisible(hidden > 0.5);
    scroll_bar_->setGeometry(width() - static_cast<int>(scroll_bar_width), static_cast<int>(lanes_top_),
                             static_cast<int>(scroll_bar_width), static_cast<int>(lanes_bottom_ - lanes_top_));
    for (std::size_t i = first; i < lanes_.size(); ++i) lanes_[i].box.translate(0.0, -scroll_bar_->value());

    y = lanes_bottom_ + divider_height;
    for (std::size_t i = 0; i < curves_.size(); ++i)
        add(Lane::Kind::curve, static_cast<std::int32_t>(i), (height() - lanes_bottom_ - divider_height) / count);
    updateGeometry();
}

QSize ScoreView::minimumSizeHint() const {
    double height = lanes_top_ + std::min(lanes_height_, fewest_lanes * lane_height) + divider_height;
    height += static_cast<double>(curves_.size()) * min_curve_height;
    return {360, static_cast<int>(height)};
}

/// The buttons that the run in view presses: the others would be empty lanes.
std::set<ButtonId> ScoreView::pressed_buttons() const {
    std::set<ButtonId> out;
    if (trace() == nullptr) return out;
    for (const TraceEvent& event : trace()->events)
        if (event.kind == EventKind::pressed && is_of_character(event.actor)) out.insert(ButtonId::read(event.index));
    return out;
}

/// The moves that the character in view makes in the run in view.
std::set<MachineId> ScoreView::used_moves() const {
    std::set<MachineId> out;
    if (trace() == nullptr) return out;
    for (const PhaseSpan& span : trace()->spans)
        if (span.owner.is_actor() && is_of_character(span)) out.insert(span.machine);
    return out;
}

/// The fixtures that did something in the run in view.
std::set<std::int32_t> ScoreView::changed_fixtures() const {
    std::set<std::int32_t> out;
    if (trace() == nullptr) return out;
    for (const PhaseSpan& span : trace()->spans)
        if (span.owner.is_fixture() && span.from > 0.0) out.insert(span.owner.index);
    return out;
}

QRectF ScoreView::lanes_region() const {
    return {0.0, lanes_top_, static_cast<double>(width()), lanes_bottom_ - lanes_top_};
}

const ScoreView::Lane* ScoreView::lane_at(const QPointF& at) const {
    for (const Lane& lane : lanes_)
        if (lane.box.contains(at) && (!scrolls(lane.kind) || lanes_region().contains(at))) return &lane;
    return nullptr;
}

void ScoreView::bring_into_view(MachineId machine) {
    layout_lanes();  // a folded lane opens when it is selected
    for (const Lane& lane : lanes_) {
        if (lane.kind != Lane::Kind::move || lane.machine != machine) continue;
        const double above = lanes_top_ - lane.box.top();
        const double below = lane.box.bottom() - lanes_bottom_;
        if (above > 0.0) scroll_bar_->setValue(scroll_bar_->value() - static_cast<int>(std::ceil(above)));
        if (below > 0.0) scroll_bar_->setValue(scroll_bar_->value() + static_cast<int>(std::ceil(below)));
        return;
    }
}

void ScoreView::set_unfolded(bool unfolded) {
    unfolded_ = unfolded;
    layout_lanes();
    redraw();
}

void ScoreView::show_input_curves(bool shown) {
    input_curves_ = shown;
    selected_point_.reset();
    layout_lanes();
    redraw();
}

bool ScoreView::begin_divider_drag(const QPointF& at) {
    if (curves_.empty() || std::abs(at.y() - (lanes_bottom_ + divider_height / 2)) > divider_height / 2 + 1)
        return false;
    divider_grip_ = at.y() - lanes_bottom_;
    return true;
}

void ScoreView::drag_divider(double y) {
    const double room = height() - lanes_top_ - divider_height;
    const double least = static_cast<double>(curves_.size()) * min_curve_height * 0.5;
    curves_height_ = std::clamp(height() - (y - *divider_grip_) - divider_height, std::min(least, room), room);
    layout_lanes();
    redraw();
}

QRectF ScoreView::fixture_lane(const std::string& name) const {
    for (const Lane& lane : lanes_)
        if (lane.kind == Lane::Kind::fixture && trace()->fixtures[static_cast<std::size_t>(lane.index)].name == name)
            return lane.box;
    return {};
}

QRectF ScoreView::button_lane(const std::string& name) const {
    for (const Lane& lane : lanes_)
        if (lane.kind == Lane::Kind::button && program()->buttons[lane.button].name == name) return lane.box;
    return {};
}

QRectF ScoreView::move_lane(const std::string& name) const {
    for (const Lane& lane : lanes_)
        if (lane.kind == Lane::Kind::move && program()->machines[lane.machine].name == name) return lane.box;
    return {};
}

QRectF ScoreView::folded_line() const {
    for (const Lane& lane : lanes_)
        if (lane.kind == Lane::Kind::folded) return lane.box;
    return {};
}

QRectF ScoreView::curve_lane(const std::string& name) const {
    for (const Lane& lane : lanes_)
        if (lane.kind == Lane::Kind::curve && curves_[static_cast<std::size_t>(lane.index)] == name) return lane.box;
    return {};
}

QRectF ScoreView::stick_lane() const {
    for (const Lane& lane : lanes_)
        if (lane.kind == Lane::Kind::stick) return lane.box;
    return {};
}

QRectF ScoreView::input_lane(InputCurve curve) const {
    for (const Lane& lane : lanes_)
        if (lane.kind == Lane::Kind::input && lane.index == static_cast<std::int32_t>(curve)) return lane.box;
    return {};
}

}  // namespace leap::studio
