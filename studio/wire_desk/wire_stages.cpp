// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/wire_desk/wire_stages.hpp"

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <cmath>

#include "core/bodies/known_poses.hpp"
#include "core/senses/evaluate.hpp"
#include "core/senses/explain.hpp"
#include "studio/shared/convert.hpp"
#include "studio/shared/palette.hpp"
#include "studio/stage_desk/stage_fixtures.hpp"

namespace leap::studio {
namespace {

constexpr std::size_t max_stages = 4;
constexpr int gap_px = 4;

StageRenderer::Figure figure_of(const SceneView& rehearsal, const Actor& actor) {
    StageRenderer::Figure out;
    out.shown = true;
    out.feet = actor.body.position;
    out.facing = actor.facing;
    out.velocity = actor.body.velocity;
    out.grounded = actor.body.grounded;
    out.radius = actor.radius;
    out.height = rehearsal.shape(actor).capsule.height;
    out.wears = rehearsal.program.bodies[actor.kind].wears;
    const double speed = horizontal_length(out.velocity);
    constexpr double stride_m = 1.9;
    if (!out.grounded) {
        out.pose = *named_pose(out.velocity.z > 0.5 ? "rise" : "fall");
    } else if (speed > 0.2) {
        // Which foot is ahead follows from the place: the same on every peer that has it there.
        const double strides = (out.feet.x + out.feet.y) / stride_m;
        out.pose = blended(FigurePose{}, gait_pose(strides, std::clamp((speed - 2.0) / 5.0, 0.0, 1.0)),
                           std::min(1.0, speed / 1.5));
    }
    return out;
}

}  // namespace

WireStages::WireStages(QWidget* parent) : QWidget(parent) {
    setAttribute(Qt::WA_OpaquePaintEvent);
    setMinimumHeight(150);
    setFocusPolicy(Qt::StrongFocus);
    setAccessibleName(tr("Stages of the peers"));
}

void WireStages::set_result(const WirePointer& now, const WirePointer& kept, const Looks& looks) {
    now_ = now;
    kept_ = kept;
    looks_ = looks;
    course_dirty_ = true;
    update();
}

void WireStages::set_moment(const WirePointer& moment, double at_s) {
    now_ = moment;
    cursor_ = at_s;
    update();
}

void WireStages::choose(std::size_t peer) {
    if (peer >= count() || peer == chosen_) return;
    chosen_ = peer;
    update();
    tell_spoken_change(*this);
    emit peer_chosen(peer);
}

QString WireStages::spoken_words() const {
    QStringList out;
    for (std::size_t i = 0; i < count(); ++i) {
        const QString name = to_qt(now_->plan.peers[i].name);
        out << (i == chosen_ ? tr("selected: %1").arg(name) : name);
    }
    return out.join('\n');
}

void WireStages::keyPressEvent(QKeyEvent* event) {
    if (event->key() == Qt::Key_Left && chosen_ > 0) return choose(chosen_ - 1);
    if (event->key() == Qt::Key_Right) return choose(chosen_ + 1);
    QWidget::keyPressEvent(event);
}

void WireStages::mousePressEvent(QMouseEvent* event) {
    dragged_ = event->position();
    for (std::size_t i = 0; i < count(); ++i)
        if (room_of(i).contains(event->position().toPoint())) choose(i);
}

void WireStages::mouseMoveEvent(QMouseEvent* event) {
    if ((event->buttons() & Qt::LeftButton) == 0) return;
    const QPointF by = event->position() - dragged_;
    dragged_ = event->position();
    emit looked_round(by.x(), by.y());
}

void WireStages::set_cursor(double at_s) {
    cursor_ = at_s;
    update();
}

void WireStages::stand_still() {
    still_ = true;
    update();
}

std::size_t WireStages::count() const {
    return now_ ? std::min(max_stages, now_->run.peers.size()) : 0;
}

const WireFrame* WireStages::frame_in(const WirePointer& of, std::size_t peer, double at_s) {
    if (!of || peer >= of->run.peers.size()) return nullptr;
    const WireFrame* out = nullptr;
    for (const WireFrame& frame : of->run.peers[peer].frames)
        if (frame.at_s <= at_s + 1e-9) out = &frame;
    return out;
}

const WireFrame* WireStages::frame_of(std::size_t peer) const {
    return frame_in(now_, peer, cursor_);
}

void WireStages::set_move(MachineId move) {
    move_ = move;
    update();
}

QString WireStages::why_not_of(std::size_t peer) const {
    const WireFrame* seen = frame_of(peer);
    if (seen == nullptr || !move_ || !now_->ingredients.program->has(move_)) return {};
    const Machine& machine = now_->ingredients.program->machines[move_];
    const std::size_t own = now_->run.peers[peer].actor;
    if (machine.kind != MachineKind::move || own >= seen->world.actors.size()) return {};
    const SceneView rehearsal = now_->ingredients.rehearsal();
    const Actor& actor = seen->world.actors[own];
    if (!machine.is_for(actor.kind)) return tr("not for this body");
    StepCache around;
    return to_qt(explain_move(context_at(rehearsal, seen->world, actor, around), move_).why);
}

std::optional<Vec3> WireStages::feet_of(std::size_t peer) const {
    const WireFrame* seen = frame_of(peer);
    if (seen == nullptr || now_->run.peers[peer].actor >= seen->world.actors.size()) return std::nullopt;
    const Vec3 feet = seen->world.actors[now_->run.peers[peer].actor].body.position;
    return feet + led_over(now_->run, peer, seen->at_s);
}

QRect WireStages::room_of(std::size_t number) const {
    const auto shown = static_cast<int>(std::max<std::size_t>(1, count()));
    const int each = (width() - gap_px * (shown + 1)) / shown;
    return {gap_px + static_cast<int>(number) * (each + gap_px), gap_px, each, height() - 2 * gap_px};
}

QString WireStages::words_of(std::size_t peer) const {
    const WirePeer& plan = now_->plan.peers[peer];
    if (peer == 0) return tr("host");
    QString out = tr("%1 ms").arg(plan.link.delay_s * 1000.0, 0, 'f', 0);
    if (plan.link.jitter_s > 0.0) out += tr(" + up to %1").arg(plan.link.jitter_s * 1000.0, 0, 'f', 0);
    if (plan.link.loss > 0.0) out += tr(", %1 % lost").arg(plan.link.loss * 100.0, 0, 'f', 0);
    if (plan.joins_s > 0.0) out += tr(", joins at %1 s").arg(plan.joins_s, 0, 'f', 1);
    return out;
}

QImage WireStages::picture_of(std::size_t peer, QSize size) {
    const WireFrame* seen = frame_of(peer);
    const std::size_t own = now_->run.peers[peer].actor;
    if (seen == nullptr || own >= seen->world.actors.size() || size.isEmpty()) return {};
    if (course_dirty_ || drawn_course_ != now_->ingredients.course) {
        canvas_->renderer().set_looks(looks_);
        canvas_->renderer().set_course(*now_->ingredients.course);
        canvas_->renderer().set_path(false, {});
        canvas_->renderer().set_path(true, {});
        drawn_course_ = now_->ingredients.course;
        course_dirty_ = false;
    }
    const SceneView rehearsal = now_->ingredients.rehearsal();
    StageRenderer::Frame frame;
    frame.size = size;
    frame.time = seen->at_s;
    frame.show_velocity = frame.show_ground = false;
    const Actor& actor = seen->world.actors[own];
    frame.now = figure_of(rehearsal, actor);
    frame.now.feet = *feet_of(peer);
    if (const WireFrame* before = frame_in(kept_, peer, cursor_); before != nullptr && kept_ != now_) {
        const std::size_t then = kept_->run.peers[peer].actor;
        if (then < before->world.actors.size())
            frame.kept = figure_of(kept_->ingredients.rehearsal(), before->world.actors[then]);
    }
    for (const Actor& other : seen->world.actors)
        if (other.id != actor.id) frame.others.push_back(figure_of(rehearsal, other));
    frame.camera.target = frame.now.feet;
    frame.camera.yaw = actor.look_yaw;
    frame.camera.distance_m = 7.5;
    const EvaluationContext moment = rehearsal.context(seen->world, actor);
    const auto& targets = now_->ingredients.course->plan.targets;
    for (std::size_t i = 0; i < targets.size(); ++i)
        if (target_there(moment, static_cast<std::int32_t>(i)))
            frame.targets.push_back({targets[i].position, targets[i].radius, targets[i].kind});
    FixtureShows shows;
    shows.wheel_forces = false;
    show_fixtures(rehearsal, seen->world, shows, frame);
    return canvas_->draw(frame, still_).copy();
}

void WireStages::draw_tag(QPainter& painter, const QRect& room, const QString& head, const QString& words,
                          bool below) const {
    const QFont bold = palette::text_font(9.5, true);
    const QFont plain = palette::text_font(9.0);
    const int head_width = QFontMetrics(bold).horizontalAdvance(head);
    const int words_width = QFontMetrics(plain).horizontalAdvance(words);
    constexpr int high = 22;
    const int top = below ? room.bottom() - 6 - high : room.top() + 6;
    const QRect tag(room.left() + 6, top, std::min(room.width() - 12, head_width + words_width + 26), high);
    painter.setOpacity(0.86);
    painter.fillRect(tag, palette::ink());
    painter.setOpacity(1.0);
    painter.setPen(palette::sheet());
    painter.setFont(bold);
    painter.drawText(tag.adjusted(8, 0, 0, 0), Qt::AlignVCenter, head);
    painter.setFont(plain);
    const QRect beside = tag.adjusted(16 + head_width, 0, -6, 0);
    painter.drawText(beside, Qt::AlignVCenter, QFontMetrics(plain).elidedText(words, Qt::ElideRight, beside.width()));
}

void WireStages::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.fillRect(rect(), palette::paper());
    if (!now_) return;
    if (!canvas_) canvas_ = std::make_unique<StageCanvas>();
    for (std::size_t i = 0; i < count(); ++i) {
        const QRect room = room_of(i);
        painter.fillRect(room, palette::faint());
        const bool can_draw = canvas_->problem().isEmpty();
        const QSize pixels = room.size() * devicePixelRatioF();
        const QImage picture = can_draw ? picture_of(i, pixels) : QImage();
        if (!picture.isNull()) painter.drawImage(room, picture);
        if (i == chosen_ && count() > 1) {
            painter.setPen(QPen(palette::now(), 2));
            painter.drawRect(room.adjusted(1, 1, -1, -1));
        }
        painter.setPen(palette::quiet());
        painter.setFont(palette::text_font(9.5));
        if (picture.isNull())
            painter.drawText(room, Qt::AlignCenter | Qt::TextWordWrap,
                             !can_draw                           ? canvas_->problem()
                             : now_->run.peers[i].frames.empty() ? tr("never arrived")
                                                                 : tr("not joined yet"));
        draw_tag(painter, room, to_qt(now_->plan.peers[i].name), words_of(i), false);
        const QString why = why_not_of(i);
        if (!why.isEmpty() && !picture.isNull())
            draw_tag(painter, room, to_qt(now_->ingredients.program->machines[move_].name), why, true);
    }
    still_ = false;
}

}  // namespace leap::studio
