// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/course_desk/course_editor.hpp"

#include <algorithm>

#include "studio/shared/convert.hpp"

namespace leap::studio {

namespace {
constexpr std::size_t max_neighbours = 6;
const CoursePlan no_plan;
}  // namespace

CourseEditor::CourseEditor(Session& session, QObject* parent) : QObject(parent), session_(session) {
    connect(&session_, &Session::project_opened, this, [this] {
        selected_.clear();
        refresh();
    });
    connect(&session_, &Session::course_changed, this, &CourseEditor::refresh);
    connect(&session_, &Session::program_changed, this, &CourseEditor::refresh);
    connect(&session_, &Session::tuning_changed, this, &CourseEditor::ask_reach);
    connect(&session_, &Session::tuning_changed, this, &CourseEditor::look_up_way);
    connect(&session_, &Session::trial_finished, this, &CourseEditor::look_up_way);
    connect(&session_, &Session::lists_changed, this, &CourseEditor::look_up_way);
    connect(&session_, &Session::now_run_changed, this, &CourseEditor::changed);
    connect(&session_, &Session::kept_run_changed, this, &CourseEditor::changed);
}

const CoursePlan& CourseEditor::plan() const {
    return session_.course() ? session_.course()->plan : no_plan;
}

void CourseEditor::refresh() {
    halves_ = session_.fixture_halves();
    std::erase_if(selected_, [&](const CourseItem& item) { return !has_item(plan(), item); });
    if (!dragging()) look_up_way();
    emit changed();
    if (!dragging()) ask_reach();
}

void CourseEditor::look_up_way() {
    const bool was = way_.has_value();
    way_ = session_.found_way();
    if (was || way_) emit reach_changed();
}

QString CourseEditor::find_way_to(const std::string& to) {
    const auto item = single();
    if (!item || (item->kind != ItemKind::piece && item->kind != ItemKind::place))
        return tr("Select the place or piece where the route starts");
    Trial trial;
    trial.kind = TrialKind::way;
    trial.from = item_name(plan(), *item);
    trial.to = to;
    trial.name = trial.from + " to " + to;
    for (const TrialEntry& entry : session_.trials())
        if (entry.trial.kind == TrialKind::way && entry.trial.from == trial.from && entry.trial.to == to &&
            entry.trial.without.empty())
            return session_.run_trial(std::string(entry.path));
    return session_.run_trial(session_.add_trial(trial));
}

bool CourseEditor::is_selected(const CourseItem& item) const {
    return std::find(selected_.begin(), selected_.end(), item) != selected_.end();
}

void CourseEditor::select(CourseItems items) {
    std::sort(items.begin(), items.end());
    items.erase(std::unique(items.begin(), items.end()), items.end());
    if (items == selected_) return;
    selected_ = std::move(items);
    chosen_reach_ = 0;
    emit changed();
    ask_reach();
}

std::optional<CourseItem> CourseEditor::single() const {
    return selected_.size() == 1 ? std::optional(selected_.front()) : std::nullopt;
}

std::optional<CourseItem> CourseEditor::single_piece() const {
    const auto one = single();
    return one && one->kind == ItemKind::piece && plan().pieces[one->index].solid ? one : std::nullopt;
}

void CourseEditor::set_snap(double step) {
    snap_m_ = step;
    emit changed();
}

void CourseEditor::set_shows_focus(bool on) {
    shows_focus_ = on;
    emit changed();
}

void CourseEditor::begin_drag() {
    drag_from_ = plan();
    dragged_ = drag_from_;
}

void CourseEditor::drag(const std::function<void(CoursePlan&)>& change) {
    if (!drag_from_) return;
    CoursePlan next = *drag_from_;
    change(next);
    if (next == *dragged_) return;
    dragged_ = next;
    session_.preview_course(next);
}

void CourseEditor::end_drag(const QString& what) {
    if (!drag_from_) return;
    const CoursePlan after = *dragged_;
    const bool moved = after != *drag_from_;
    drag_from_.reset();
    dragged_.reset();
    if (moved) session_.edit_course(after, what);
    if (!moved) ask_reach();
}

void CourseEditor::drop_drag() {
    if (!drag_from_) return;
    const CoursePlan before = *drag_from_;
    drag_from_.reset();
    dragged_.reset();
    session_.preview_course(before);
}

void CourseEditor::edit(const QString& what, const std::function<void(CoursePlan&)>& change) {
    if (!session_.course()) return;
    CoursePlan next = plan();
    change(next);
    if (next != plan()) session_.edit_course(next, what);
}

void CourseEditor::move_selected(const Vec3& by) {
    edit(tr("Move"), [&](CoursePlan& next) { move_items(next, selected_, by); });
}

Vec3 CourseEditor::middle_of_selected() const {
    Bounds bounds;
    for (const CourseItem& item : selected_) bounds.add(box(item).center);
    return selected_.empty() ? Vec3{0.0} : 0.5 * (bounds.low + bounds.high);
}

void CourseEditor::turn_selected(double degrees) {
    edit(tr("Turn"), [&](CoursePlan& next) { turn_items(next, selected_, degrees, middle_of_selected()); });
}

void CourseEditor::remove_selected() {
    if (selected_.empty()) return;
    CoursePlan next = plan();
    if (const auto removed = remove_items(next, selected_); !removed) {
        emit problem(to_qt(removed.error()));
        return;
    }
    const QString what = selected_.size() == 1 ? tr("Remove %1").arg(to_qt(item_name(plan(), selected_.front())))
                                               : tr("Remove %1 things").arg(selected_.size());
    selected_.clear();
    session_.edit_course(next, what);
}

void CourseEditor::group_selected() {
    edit(tr("Group"), [&](CoursePlan& next) { group_items(next, selected_); });
}

void CourseEditor::ungroup_selected() {
    edit(tr("Ungroup"), [&](CoursePlan& next) { ungroup_items(next, selected_); });
}

void CourseEditor::paste() {
    std::erase_if(copied_, [&](const CourseItem& item) { return !has_item(plan(), item); });
    if (copied_.empty()) return;
    CourseItems copies;
    const double beside = std::max(1.0, snap_m_);
    edit(tr("Copy"), [&](CoursePlan& next) { copies = copy_items(next, copied_, {beside, -beside, 0.0}); });
    select(copies);
    copied_ = copies;  // the next copy stands beside this one
}

void CourseEditor::rename(const CourseItem& item, const std::string& name) {
    CoursePlan next = plan();
    if (const auto renamed = rename_item(next, item, name); !renamed) {
        emit problem(to_qt(renamed.error()));
        emit changed();
        return;
    }
    if (next != plan()) session_.edit_course(next, tr("Rename"));
}

bool CourseEditor::same_family(const std::string& a, const std::string& b) const {
    if (a == b) return true;
    const auto root = [&](std::string kind) {
        for (int i = 0; i < 16 && session_.program(); ++i) {
            const auto machine = session_.program()->find_machine(kind);
            if (!machine) break;
            const std::string& base = session_.program()->machines[*machine].base;
            if (base.empty()) break;
            kind = base;
        }
        return kind;
    };
    return root(a) == root(b);
}

void CourseEditor::link(const CourseItem& from, const CourseItem& to) {
    if (from.kind != ItemKind::fixture || to.kind != ItemKind::fixture || from == to) return;
    edit(tr("Link"), [&](CoursePlan& next) {
        PlacedFixture& a = next.fixtures[from.index];
        PlacedFixture& b = next.fixtures[to.index];
        a.link = b.name;
        if (same_family(a.kind, b.kind)) b.link = a.name;
    });
}

void CourseEditor::place_new(const std::string& what, Vec3 at) {
    at = {snapped(at.x, snap_m_), snapped(at.y, snap_m_), snapped(at.z, 0.0)};
    CourseItem made;
    edit(tr("Place %1").arg(to_qt(what)), [&](CoursePlan& next) {
        const auto piece = [&](PieceKind kind, const Vec3& size) {
            Piece out;
            out.kind = kind;
            out.name = free_name(next, ItemKind::piece, what);
            out.size = size;
            out.center = at + world_up * (0.5 * size.z);
            next.pieces.push_back(out);
            made = {ItemKind::piece, next.pieces.size() - 1};
        };
        if (what == "box") return piece(PieceKind::box, {2, 2, 1});
        if (what == "ramp") return piece(PieceKind::ramp, {3, 2, 1});
        if (what == "steps") return piece(PieceKind::steps, {3, 2, 1});
        if (what == "cylinder") return piece(PieceKind::cylinder, {1, 1, 1});
        if (what == "sphere") return piece(PieceKind::sphere, {1, 1, 1});
        if (what == "capsule") return piece(PieceKind::capsule, {1, 1, 2});
        if (what == "volume") {
            piece(PieceKind::box, {4, 4, 2});
            next.pieces.back().solid = false;
            next.pieces.back().material = "water";
            next.pieces.back().kinds = {"water"};
            return;
        }
        if (what == "place") {
            next.places.push_back({free_name(next, ItemKind::place, what), at, 0.0});
            made = {ItemKind::place, next.places.size() - 1};
        } else if (what == "target") {
            const std::string kind = next.targets.empty() ? "moth" : next.targets.front().kind;
            next.targets.push_back({free_name(next, ItemKind::target, kind), kind, at + world_up * 2.0, 0.25, 6.0});
            made = {ItemKind::target, next.targets.size() - 1};
        } else {
            std::string name = what;
            std::replace(name.begin(), name.end(), '_', ' ');
            next.fixtures.push_back({free_name(next, ItemKind::fixture, name), what, at, 0.0, ""});
            made = {ItemKind::fixture, next.fixtures.size() - 1};
        }
    });
    select({made});
}

void CourseEditor::place_mesh(Piece mesh, Vec3 at) {
    at = {snapped(at.x, snap_m_), snapped(at.y, snap_m_), snapped(at.z, 0.0)};
    CourseItem made;
    edit(tr("Import %1").arg(to_qt(mesh.name)), [&](CoursePlan& next) {
        mesh.name = free_name(next, ItemKind::piece, mesh.name);
        next.pieces.push_back(std::move(mesh));
        made = {ItemKind::piece, next.pieces.size() - 1};
        Piece& placed = next.pieces.back();
        placed.center = at + world_up * (placed.center.z - item_box(next, made, {}).bottom());
    });
    select({made});
}

void CourseEditor::choose_reach(int row) {
    chosen_reach_ = row;
    emit reach_changed();
}

/// The old answer stays in view until the new one is there, unless it speaks of another piece.
void CourseEditor::ask_reach() {
    const auto piece = single_piece();
    if (!reach_.empty() && (!piece || reach_.front().from != piece->index)) {
        reach_.clear();
        emit reach_changed();
    }
    if (!piece || !session_.course() || !session_.program()) return;
    Ingredients made{session_.program(), session_.course(), session_.tuning(Side::now), session_.rate()};
    job_.request([this, made = std::move(made), from = piece->index] {
        std::vector<ReachRow> rows;
        const SceneView rehearsal = made.rehearsal();
        ParallelOptions options;
        options.stop = [this] { return job_.is_outdated(); };
        for (const std::size_t to : leap_neighbours(made.course->plan, from, max_neighbours)) {
            rows.push_back({from, to, leap_attempts(rehearsal, {from, to}, options)});
            rows.push_back({to, from, leap_attempts(rehearsal, {to, from}, options)});
        }
        if (job_.is_outdated()) return;
        std::erase_if(rows, [](const ReachRow& row) { return !row.leaps.way; });
        std::stable_partition(rows.begin(), rows.end(), [&](const ReachRow& row) { return row.from == from; });
        QMetaObject::invokeMethod(
            this,
            [this, rows = std::move(rows), from] {
                const auto now = single_piece();
                if (!now || now->index != from) return;
                reach_ = rows;
                chosen_reach_ = std::clamp(chosen_reach_, 0, std::max(0, static_cast<int>(rows.size()) - 1));
                emit reach_changed();
            },
            Qt::QueuedConnection);
    });
}

namespace {

/// How far the characters of two runs are from each other at a time, the farthest pair (m).
double apart_at(const Trace& a, const Trace& b, double time) {
    double out = 0.0;
    for (std::size_t i = 0; i < std::min(a.tracks.size(), b.tracks.size()); ++i)
        out = std::max(out, glm::length(position_at(a.tracks[i], time) - position_at(b.tracks[i], time)));
    return out;
}

double apart_at_end(const Trace& a, const Trace& b) {
    double out = 0.0;
    for (std::size_t i = 0; i < std::min(a.tracks.size(), b.tracks.size()); ++i)
        out = std::max(out, glm::length(a.tracks[i].rows.back().position - b.tracks[i].rows.back().position));
    return out;
}

}  // namespace

bool CourseEditor::tape_holds() const {
    const RunPointer now = session_.now_run();
    const RunPointer kept = session_.kept_run();
    constexpr double same_place_m = 0.25;
    if (!now || !kept || now->trace.empty() || kept->trace.empty()) return false;
    return apart_at_end(now->trace, kept->trace) <= same_place_m;
}

QString CourseEditor::tape_verdict() const {
    const RunPointer now = session_.now_run();
    const RunPointer kept = session_.kept_run();
    if (!now || !kept || now->tape.name != kept->tape.name) return {};
    const QString name = to_qt(now->tape.name);
    if (!now->problem.empty()) return to_qt(now->problem);
    if (now->trace.empty() || kept->trace.empty()) return {};
    if (tape_holds()) return tr("“%1” still ends at the same place ✓").arg(name);
    const double off = apart_at_end(now->trace, kept->trace);
    constexpr double apart_m = 0.25;
    double when = 0.0;
    const double length = std::min(now->trace.length_s(), kept->trace.length_s());
    constexpr double step_s = 0.05;
    while (when < length && apart_at(now->trace, kept->trace, when) < apart_m) when += step_s;
    return tr("“%1” ends %2 m away ✕ diverges at %3 s").arg(name).arg(off, 0, 'f', 2).arg(when, 0, 'f', 2);
}

}  // namespace leap::studio
