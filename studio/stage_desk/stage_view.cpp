// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stage_desk/stage_view.hpp"

#include <QPainter>
#include <cmath>
#include <numbers>

#include "core/senses/fixtures.hpp"
#include "core/tape/accents.hpp"
#include "core/world/query.hpp"
#include "studio/shared/palette.hpp"
#include "studio/stage_desk/stage_puffs.hpp"

namespace leap::studio {

namespace {
constexpr int frame_ms = 15;
constexpr int still_after_ms = 140;
constexpr double over_shoulder_yaw = 0.75;
}  // namespace

StageView::StageView(Session& session, PlayInput& input, QWidget* parent)
    : QWidget(parent), session_(session), input_(input) {
    setAttribute(Qt::WA_OpaquePaintEvent);
    setFocusPolicy(Qt::StrongFocus);
    setMinimumSize(320, 200);
    setAccessibleName(tr("Stage"));
    labels_ = new StageLabels(session_, this);
    setMouseTracking(true);  // labels answer to pointing
    connect(labels_, &StageLabels::changed, this, [this] { update(); });
    connect(&session_, &Session::project_opened, this, [this] {
        course_dirty_ = jump_to_target_ = true;
        mark_run_dirty();
    });
    connect(&session_, &Session::now_run_changed, this, [this] {
        // While a dial is turned the place stands still and the path bends, not the other way round.
        camera_held_ = camera_held_ || session_.previewing();
        mark_run_dirty();
    });
    connect(&session_, &Session::kept_run_changed, this, &StageView::mark_run_dirty);
    for (const auto signal : {&Session::beside_runs_changed, &Session::laid_over_changed})
        connect(&session_, signal, this, &StageView::mark_run_dirty);
    connect(&session_, &Session::course_changed, this, [this] {
        course_dirty_ = true;
        redraw();
    });
    connect(&session_, &Session::program_changed, this, [this] { course_dirty_ = true; });
    connect(&session_, &Session::looks_changed, this, [this] {
        course_dirty_ = true;
        redraw();
    });
    connect(&session_, &Session::cursor_moved, this, [this] {
        camera_held_ = false;
        redraw();
    });
    connect(&session_, &Session::tapes_changed, this, [this] { camera_held_ = false; });
    connect(&session_, &Session::character_changed, this, [this] {
        jump_to_target_ = true;
        mark_run_dirty();
    });
    connect(&session_, &Session::play_started, this, [this] {
        orbit_yaw_ = orbit_pitch_ = 0.0;
        const World& state = session_.live_view().state;
        input_.release_all();
        for (const Actor& actor : state.actors)
            input_.set_look(actor.look_yaw * 57.29577951308232, -12.0, static_cast<std::size_t>(actor.id));
        jump_to_target_ = true;
        setFocus();
        followed_ = {};
        followed_.events = session_.live_view().trace.events.size();  // those of a tape that is taken over are over
        since_frame_.restart();
        frame_timer_.start(frame_ms);
        mark_run_dirty();
    });
    connect(&session_, &Session::play_stopped, this, [this] {
        frame_timer_.stop();
        capture_mouse(false);
        mark_run_dirty();
    });
    connect(&session_, &Session::playback_changed, this, [this] {
        if (session_.playing()) return;
        if (session_.playback().running()) {
            frame_timer_.start(frame_ms);
        } else {
            frame_timer_.stop();
            redraw();
        }
    });
    connect(&frame_timer_, &QTimer::timeout, this, &StageView::next_frame);
    still_timer_.setSingleShot(true);
    still_timer_.setInterval(still_after_ms);
    connect(&still_timer_, &QTimer::timeout, this, [this] {
        if (!session_.playing()) stand_still();
    });
    connect(&input_, &PlayInput::control, labels_, &StageLabels::say);
}

void StageView::next_frame() {
    if (session_.playback().running()) return session_.update_playback();
    session_.update_live();
    turn_with_the_body();
    runs_dirty_ = true;
    redraw();
}

/// Who drives looks where the cart turns to, who comes out of a bell or is put back looks that way. The turned view is
/// an input like a mouse's: the tape keeps it.
void StageView::turn_with_the_body() {
    if (!session_.playing()) return;
    const LivePlayer::View& live = session_.live_view();
    const World& state = live.state;
    constexpr double degrees = 57.29577951308232;
    followed_.actors.resize(state.actors.size());
    for (std::size_t i = 0; i < state.actors.size(); ++i) {
        const Actor& actor = state.actors[i];
        Followed::OfActor& before = followed_.actors[i];
        if (actor.seat && actor.seat == before.seat)
            input_.turn_look(std::remainder(actor.facing - before.facing, 2.0 * std::numbers::pi) * degrees, i);
        before = {actor.facing, actor.seat};
    }
    const auto& events = live.trace.events;
    if (followed_.events > events.size()) followed_.events = 0;  // begun anew
    for (; followed_.events < events.size(); ++followed_.events) {
        const TraceEvent& event = events[followed_.events];
        if (event.actor < 0) continue;
        const auto who = static_cast<std::size_t>(event.actor);
        const Actor& actor = state.actors[who];
        if (event.kind == EventKind::respawned)
            input_.turn_look(std::remainder(actor.respawn.facing_rad * degrees - input_.look_yaw_deg(who), 360.0), who);
        if (event.kind != EventKind::teleported) continue;
        const SceneView rehearsal = session_.run_ingredients().rehearsal();
        const auto turn = turn_through(rehearsal.context(state, actor), static_cast<std::size_t>(event.index));
        if (turn) input_.turn_look(std::remainder(*turn, 2.0 * std::numbers::pi) * degrees, who);
    }
}

void StageView::stand_still() {
    still_ = true;
    redraw();
}

void StageView::redraw() {
    frame_dirty_ = true;
    update();
}

void StageView::set_view(StageView3D view) {
    camera_.view = view;
    camera_held_ = false;
    orbit_yaw_ = orbit_pitch_ = 0.0;
    redraw();
    emit view_changed();
}

void StageView::set_shows(const StageShows& shows) {
    shows_ = shows;
    labels_->set_distances(shows.labels);
    mark_run_dirty();
}

void StageView::set_calm(bool calm) {
    calm_ = calm;
    redraw();
}

void StageView::set_view_on_all(bool all) {
    view_on_all_ = all;
    redraw();
}

/// From so far away, and looking at such a place, that every character is seen.
void StageView::take_in_all(StageRenderer::Frame& frame) const {
    Vec3 low = frame.now.feet;
    Vec3 high = frame.now.feet;
    for (const StageRenderer::Figure& other : frame.others) {
        low = glm::min(low, other.feet);
        high = glm::max(high, other.feet);
    }
    const double spread = glm::length(high - low);
    StageCamera& camera = frame.camera;
    camera.target = 0.5 * (low + high);
    camera.distance_m = std::max(camera.distance_m, 1.1 * spread + 2.5);
    camera.side_distance_m = std::max(camera.side_distance_m, 1.1 * spread + 2.5);
    camera.free_distance_m = 1e9;
    if (camera.view != StageView3D::behind) return;
    constexpr double highest_pitch = -0.3;  // from a little above, or the nearest hides the others
    camera.pitch = std::min(camera.pitch, highest_pitch);
    // From the side from which the least stands in between, the usual one first.
    const double usual = camera.yaw;
    double best_yaw = usual;
    double best = -1.0;
    for (const double turned : {0.0, 0.5, -0.5, 1.0}) {
        camera.yaw = usual + turned * std::numbers::pi;
        const double free = free_distance(camera);
        if (free < best + 0.3) continue;
        best = free;
        best_yaw = camera.yaw;
    }
    camera.yaw = best_yaw;
    camera.free_distance_m = std::max(0.7, best);
}

void StageView::look_at(std::optional<LookAt> what) {
    look_at_ = std::move(what);
    redraw();
}

void StageView::set_fixture_shows(const FixtureShows& shows) {
    fixture_shows_ = shows;
    redraw();
}

void StageView::mark_run_dirty() {
    runs_dirty_ = true;
    redraw();
}

const Trace* StageView::shown_trace() const {
    if (session_.playing()) return &session_.live_view().trace;
    return session_.now_run() ? &session_.now_run()->trace : nullptr;
}

void StageView::upload_runs() {
    const auto program = session_.run_program();
    if (course_dirty_ && session_.course() && program) {
        canvas_->renderer().set_looks(session_.looks());
        canvas_->renderer().set_course(*session_.course());
        course_dirty_ = false;
    }
    if (!runs_dirty_) return;
    runs_dirty_ = false;
    const Trace* trace = shown_trace();
    constexpr double live_path_s = 4.0;  // while playing only the path of the last seconds is in the way
    if (trace != nullptr && program) {
        const double from = session_.playing() ? trace->length_s() - live_path_s : -1.0;
        canvas_->renderer().set_path(
            false, path_ribbon(*trace, session_.character(), *program, from, 1e300, false, QColor(0xFF, 0x78, 0x58)));
        arcs_ = session_.playing() ? std::vector<AirArc>() : air_arcs(*trace, session_.character());
    } else {
        canvas_->renderer().set_path(false, {});
        arcs_.clear();
    }
    const RunPointer kept = session_.kept_run();
    const bool ghost = shows_.ghost && kept && kept->problem.empty() && !session_.playing();
    const std::vector<RibbonVertex> none;
    canvas_->renderer().set_path(true, ghost
                                           ? path_ribbon(kept->trace, session_.character(), *kept->ingredients.program,
                                                         -1.0, 1e300, false, QColor(0x8F, 0xC2, 0xF2))
                                           : none);
    std::vector<std::vector<RibbonVertex>> beside;
    int number = 0;
    for (const BesideRuns::Beside& each : session_.beside_runs()) {
        const QColor color = each.pointed ? QColor(0xE6, 0xE2, 0xDA) : palette::beside(number++).lighter(150);
        if (!session_.playing() && session_.character() < each.run->trace.tracks.size())
            beside.push_back(path_ribbon(each.run->trace, session_.character(), *each.run->ingredients.program, -1.0,
                                         1e300, false, color));
    }
    if (const auto& laid = session_.laid_over(); laid && !session_.playing() && laid->character == session_.character())
        beside.push_back(measured_ribbon(laid->points, palette::light().measured.lighter(150)));
    canvas_->renderer().set_beside_paths(beside);
}

StageRenderer::Figure StageView::figure_at(const Trace& trace, std::size_t character, double time) const {
    StageRenderer::Figure out;
    if (character >= trace.tracks.size() || trace.tracks[character].rows.empty()) return out;
    const TraceTrack& track = trace.tracks[character];
    const TraceRow& row = track.rows[row_at(track, time)];
    out.shown = true;
    out.feet = position_at(track, time);
    out.velocity = velocity_at(track, time);
    out.facing = row.facing;
    out.grounded = row.grounded;
    place_shadow(out);
    // Without a phase's word the legs follow the ground and the arc.
    const double speed = horizontal_length(out.velocity);
    constexpr double stride_m = 1.9;
    if (!row.grounded) {
        out.pose = *named_pose(out.velocity.z > 0.5 ? "rise" : "fall");
    } else if (speed > 0.2) {
        out.pose = blended(FigurePose{},
                           gait_pose(walked_until(track, time) / stride_m, std::clamp((speed - 2.0) / 5.0, 0.0, 1.0)),
                           std::min(1.0, speed / 1.5));
    }
    return out;
}

/// What phases say about the figure itself.
void StageView::dress(StageRenderer::Figure& figure, const SceneView& rehearsal, const Trace& trace, const Actor& actor,
                      const AccentView& accents) const {
    figure.radius = actor.radius;
    figure.height = rehearsal.shape(actor).capsule.height;
    figure.wears = rehearsal.program.bodies[actor.kind].wears;
    figure.squash = accents.squash;
    if (accents.frozen_since)
        figure.pose = figure_at(trace, static_cast<std::size_t>(actor.id), *accents.frozen_since).pose;
    for (const AccentView::Pose& pose : accents.poses)
        if (const auto named = named_pose(pose.name)) figure.pose = blended(figure.pose, *named, pose.weight);
    figure.pose.lean += accents.lean * 57.29577951308232;
}

/// What phases say beside the motion: poses, squash, the view's width, shake, bob and lean, lines.
void StageView::apply_accents(const Trace& trace, StageRenderer::Frame& frame) {
    camera_.shake = Vec3{0.0};
    camera_.roll = 0.0;
    camera_.wider = 1.0;
    camera_.lag_s = StageCamera{}.lag_s;
    const World state = session_.world_at(session_.cursor());
    if (session_.character() >= state.actors.size()) return;
    const Ingredients& made = session_.run_ingredients();
    const SceneView rehearsal = made.rehearsal();
    const Actor& actor = state.actors[session_.character()];
    const AccentView accents = accents_at({rehearsal, trace, state, actor, session_.cursor()});
    dress(frame.now, rehearsal, trace, actor, accents);
    frame.now.hands = busy_hands(rehearsal, state, actor);
    for (const Actor& other : state.actors) {
        if (other.id == actor.id) continue;
        const auto character = static_cast<std::size_t>(other.id);
        StageRenderer::Figure figure = figure_at(trace, character, session_.cursor());
        dress(figure, rehearsal, trace, other, accents_at({rehearsal, trace, state, other, session_.cursor()}));
        figure.hands = busy_hands(rehearsal, state, other);
        frame.others.push_back(std::move(figure));
    }
    constexpr double hand_share = 0.72;
    const Vec3 hand = frame.now.feet + world_up * (actor.height * hand_share);
    for (const Vec3& to : accents.lines) frame.lines.push_back({hand, to});
    const EvaluationContext moment = rehearsal.context(state, actor);
    const auto& targets = made.course->plan.targets;
    for (std::size_t i = 0; i < targets.size(); ++i)
        if (target_there(moment, static_cast<std::int32_t>(i)))
            frame.targets.push_back({targets[i].position, targets[i].radius, targets[i].kind});
    show_fixtures(rehearsal, state, fixture_shows_, frame);
    if (shows_.puffs) frame.puffs = puffs_at(trace, *made.course, session_.cursor());
    grips_ = grip_handles(rehearsal, state, actor);
    frame.time = session_.cursor();
    if (accents.lag) camera_.lag_s = *accents.lag;
    constexpr double own_width_deg = 74.0;  // of the eyes' view, which widths are told for
    if (accents.view_width)
        camera_.wider =
            1.0 + (*accents.view_width * 57.29577951308232 / own_width_deg - 1.0) * accents.view_width_share;
    if (calm_) return;
    camera_.shake = accents.shake + Vec3{0.0, camera_.view == StageView3D::eyes ? accents.bob : accents.bob * 0.4, 0.0};
    if (camera_.view == StageView3D::eyes) camera_.roll = accents.lean * 0.3;
}

/// How far from what it looks at the view can be before something stands in between.
double StageView::free_distance(const StageCamera& camera) const {
    constexpr double look_height_m = 1.1;
    constexpr double gap_m = 0.2;
    const Vec3 middle = camera.target + Vec3{0.0, 0.0, look_height_m};
    const Vec3 away = camera.position() - middle;
    const double length = glm::length(away);
    if (!session_.course() || length < 1e-6) return camera.distance_m;
    const auto hit = cast_ray(*session_.course(), middle, away / length, length + gap_m);
    return hit ? hit->distance - gap_m : camera.distance_m;
}

/// From behind the view goes over the freer shoulder, and comes nearer rather than look through a wall.
void StageView::free_the_view() {
    camera_.free_distance_m = 1e9;
    if (camera_.view != StageView3D::behind) return;
    constexpr double nearest_m = 0.7;
    double free = free_distance(camera_);
    if (!session_.playing() && free < camera_.distance_m * 0.6) {
        const double yaw = camera_.yaw;
        camera_.yaw = yaw - 2.0 * over_shoulder_yaw;
        const double other = free_distance(camera_);
        if (other > free) {
            free = other;
        } else {
            camera_.yaw = yaw;
        }
    }
    camera_.free_distance_m = std::max(nearest_m, free);
}

void StageView::place_shadow(StageRenderer::Figure& figure) const {
    if (!session_.course() || !session_.program()) return;
    const auto below = cast_ray(*session_.course(), figure.feet + Vec3{0, 0, 0.3}, Vec3{0, 0, -1}, 60.0);
    figure.has_shadow = below.has_value();
    if (!below) return;
    figure.shadow_z = below->point.z;
    figure.ground_normal = below->normal;
}

StageRenderer::Figure StageView::ghost_at(const RunResult& kept, double time) const {
    StageRenderer::Figure out = figure_at(kept.trace, session_.character(), time);
    const World state = session_.kept_world_at(time);
    const SceneView rehearsal = kept.ingredients.rehearsal();
    if (session_.character() < state.actors.size()) {
        const Actor& actor = state.actors[session_.character()];
        dress(out, rehearsal, kept.trace, actor, accents_at({rehearsal, kept.trace, state, actor, time}));
    }
    return out;
}

StageRenderer::Frame StageView::make_frame() {
    StageRenderer::Frame frame;
    frame.size = size() * devicePixelRatioF();
    frame.show_velocity = shows_.velocity;
    frame.show_ground = shows_.ground;
    const Trace* trace = shown_trace();
    const double seconds = since_frame_.isValid() ? static_cast<double>(since_frame_.restart()) / 1000.0 : 0.0;
    if (trace != nullptr && !trace->empty()) {
        frame.now = figure_at(*trace, session_.character(), session_.cursor());
        const TraceTrack& track = trace->tracks[session_.character()];
        const TraceRow& row = track.rows[row_at(track, session_.cursor())];
        if (session_.playing()) {
            camera_.yaw = input_.look_yaw_deg() / 57.29577951308232;
            camera_.pitch = input_.look_pitch_deg() / 57.29577951308232;
        } else {
            const bool looked = row.look_pitch != 0.0;
            // Seen from straight behind a path hides itself, so a run is looked at from over the shoulder.
            const bool behind = camera_.view == StageView3D::behind;
            camera_.yaw = row.look_yaw + (behind ? over_shoulder_yaw : 0.0) + orbit_yaw_;
            camera_.pitch = std::clamp((looked ? row.look_pitch : -0.3) + orbit_pitch_, -1.5, 1.2);
        }
        const bool held = camera_held_ && !session_.playing() && !jump_to_target_;
        if (!held) camera_.follow(frame.now.feet, jump_to_target_ || !session_.playing() ? -1.0 : seconds);
        jump_to_target_ = false;
        apply_accents(*trace, frame);
        if (!look_at_ || session_.playing()) free_the_view();
    } else if (session_.course() && !session_.course()->plan.places.empty()) {
        camera_.follow(session_.course()->plan.places.front().position, -1.0);
    }
    const RunPointer kept = session_.kept_run();
    const bool ghost = shows_.ghost && kept && kept->problem.empty() && !session_.playing() && session_.now_run() &&
                       !kept->ingredients.same_as(session_.now_run()->ingredients);
    if (!session_.playing())
        for (const BesideRuns::Beside& each : session_.beside_runs())
            frame.beside.push_back(figure_at(each.run->trace, session_.character(),
                                             std::min(session_.cursor(), each.run->trace.length_s())));
    // Through the eyes the ghost is only in the way while it stands where the figure does.
    constexpr double too_near_m = 1.5;
    if (ghost) frame.kept = ghost_at(*kept, std::min(session_.cursor(), kept->trace.length_s()));
    if (camera_.view == StageView3D::eyes && glm::length(frame.kept.feet - frame.now.feet) < too_near_m)
        frame.kept.shown = false;
    frame.camera = camera_;
    if (view_on_all_ && !frame.others.empty() && camera_.view != StageView3D::eyes) take_in_all(frame);
    if (look_at_ && !session_.playing()) {
        constexpr double look_height_m = 1.1;  // the camera looks that far above its target
        frame.camera.view = StageView3D::behind;
        frame.camera.target = look_at_->middle - world_up * look_height_m;
        frame.camera.distance_m = look_at_->distance_m * camera_.distance_m / StageCamera{}.distance_m;
        frame.camera.free_distance_m = 1e9;
        frame.camera.pitch = std::min(frame.camera.pitch, -0.35);
        for (const auto& [from, to] : look_at_->marks) frame.lines.push_back({from, to});
    }
    return frame;
}

void StageView::paintEvent(QPaintEvent*) {
    QElapsedTimer timer;
    timer.start();
    if (!canvas_) canvas_ = std::make_unique<StageCanvas>();
    QPainter painter(this);
    if (!canvas_->problem().isEmpty()) {
        painter.fillRect(rect(), palette::paper());
        painter.drawText(rect().adjusted(20, 20, -20, -20), Qt::AlignCenter | Qt::TextWordWrap, canvas_->problem());
        return;
    }
    if (frame_dirty_) {
        frame_dirty_ = false;
        upload_runs();
        const StageRenderer::Frame frame = make_frame();
        drawn_camera_ = frame.camera;
        image_ = canvas_->draw(frame, still_);
        if (!still_ && canvas_->software()) still_timer_.start();
        still_ = false;
    }
    painter.drawImage(rect(), image_);
    painter.setRenderHint(QPainter::Antialiasing);
    if (!look_at_ || session_.playing()) labels_->paint(painter, size(), drawn_camera_, arcs_);
    if (!look_at_ && !mouse_captured_) paint_grip(painter, grips_, drawn_camera_, size(), chosen_grip_);
    last_frame_ms_ = static_cast<double>(timer.nsecsElapsed()) / 1e6;
    emit frame_drawn();
}

}  // namespace leap::studio
