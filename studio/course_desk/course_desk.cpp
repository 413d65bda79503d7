// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/course_desk/course_desk.hpp"

#include <QFileDialog>
#include <QScrollArea>
#include <QSplitter>

#include "studio/course_desk/import_dialog.hpp"
#include "studio/shared/convert.hpp"
#include "studio/shared/labels.hpp"
#include "studio/shared/palette.hpp"
#include "studio/shared/picture_options.hpp"
#include "studio/stage_desk/stage_view.hpp"

namespace leap::studio {

namespace {

constexpr std::array snaps{1.0, 0.5, 0.25, 0.1, 0.05, 0.0};

QWidget* head_line(QHBoxLayout*& layout, const QString& word) {
    auto* out = new QWidget;
    out->setObjectName("transport");
    out->setFixedHeight(32);
    layout = new QHBoxLayout(out);
    layout->setContentsMargins(14, 0, 10, 0);
    layout->setSpacing(8);
    auto* name = new QLabel(word);
    name->setFont(palette::text_font(9.5, true));
    layout->addWidget(name);
    return out;
}

QPushButton* word_button(const QString& text, const QString& tip, bool checkable) {
    auto* out = new QPushButton(text);
    out->setObjectName("word");
    out->setToolTip(tip);
    out->setCheckable(checkable);
    out->setFocusPolicy(Qt::TabFocus);
    return out;
}

QWidget* with_head(QWidget* head, QWidget* drawing) {
    auto* out = new QWidget;
    auto* layout = new QVBoxLayout(out);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(0);
    layout->addWidget(head);
    layout->addWidget(drawing, 1);
    return out;
}

}  // namespace

CourseDesk::CourseDesk(const Workplace& place, QWidget* parent)
    : Desk(parent), editor_(place.session), stage_(place.stage) {
    plan_ = new CourseDrawing(editor_, CourseDrawing::Seen::above);
    side_ = new CourseDrawing(editor_, CourseDrawing::Seen::along_y);
    sheet_ = new CourseSheet(editor_);
    auto* drawings = new QSplitter(Qt::Vertical);
    drawings->addWidget(with_head(make_plan_head(), plan_));
    drawings->addWidget(with_head(make_side_head(), side_));
    drawings->setStretchFactor(0, 5);
    drawings->setStretchFactor(1, 4);
    drawings->setChildrenCollapsible(false);
    drawings->setHandleWidth(3);

    auto* stage_holder = new QWidget;
    stage_holder->setMinimumHeight(200);
    stage_slot_ = new QVBoxLayout(stage_holder);
    stage_slot_->setContentsMargins(0, 0, 0, 0);
    auto* scroll = new QScrollArea;
    scroll->setWidget(sheet_);
    scroll->setWidgetResizable(true);
    scroll->setFrameShape(QFrame::NoFrame);
    scroll->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    auto* right = new QSplitter(Qt::Vertical);
    right->addWidget(stage_holder);
    right->addWidget(scroll);
    right->setStretchFactor(1, 1);
    right->setSizes({250, 480});
    right->setChildrenCollapsible(false);
    right->setHandleWidth(3);

    auto* across = new QSplitter(Qt::Horizontal);
    across->addWidget(drawings);
    across->addWidget(right);
    across->setStretchFactor(0, 1);
    across->setStretchFactor(1, 0);
    across->setSizes({870, 410});
    across->setChildrenCollapsible(false);
    across->setHandleWidth(3);
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->addWidget(across);

    connect(&editor_, &CourseEditor::changed, this, &CourseDesk::refresh);
    connect(&editor_, &CourseEditor::problem, this, &CourseDesk::problem);
    connect(sheet_, &CourseSheet::place_wanted, this, [this](const QString& what) { plan_->arm(what.toStdString()); });
    connect(sheet_, &CourseSheet::import_wanted, this, &CourseDesk::ask_for_mesh);
    connect(plan_, &CourseDrawing::measuring_changed, measure_, &QPushButton::setChecked);
    refresh();
}

QWidget* CourseDesk::make_plan_head() {
    QHBoxLayout* line = nullptr;
    QWidget* out = head_line(line, tr("Plan"));
    snap_ = new QComboBox;
    snap_->setAccessibleName(tr("Snap distance of edges and moves"));
    for (const double step : snaps) snap_->addItem(step > 0.0 ? tr("snap %1 m").arg(step) : tr("no snapping"));
    snap_->setCurrentIndex(2);
    snap_->setToolTip(tr("Snap distance of edges and moves"));
    connect(snap_, &QComboBox::currentIndexChanged, this,
            [this](int i) { editor_.set_snap(snaps[static_cast<std::size_t>(i)]); });
    line->addWidget(snap_);
    measure_ = word_button(tr("Measure"), tr("Drag from one point to another (M)"), true);
    connect(measure_, &QPushButton::toggled, this, [this](bool on) {
        plan_->set_measuring(on);
        side_->set_measuring(on);
    });
    line->addWidget(measure_);
    focus_ = word_button(tr("Focus areas"), tr("Show the focus area of every fixture"), true);
    connect(focus_, &QPushButton::toggled, this, [this](bool on) { editor_.set_shows_focus(on); });
    line->addWidget(focus_);
    auto* fit = word_button(tr("Fit"), tr("Fit the course, or the selection, into view (F)"), false);
    connect(fit, &QPushButton::clicked, this, [this] {
        plan_->fit();
        side_->fit();
    });
    line->addWidget(fit);
    line->addStretch();
    verdict_ = new QLabel;
    line->addWidget(verdict_);
    return out;
}

QWidget* CourseDesk::make_side_head() {
    QHBoxLayout* line = nullptr;
    QWidget* out = head_line(line, tr("Side"));
    turn_side_ = word_button(tr("along x"), tr("Look along the other axis"), false);
    connect(turn_side_, &QPushButton::clicked, this, [this] {
        const bool x = side_->seen() == CourseDrawing::Seen::along_y;
        side_->set_seen(x ? CourseDrawing::Seen::along_x : CourseDrawing::Seen::along_y);
        turn_side_->setText(x ? tr("along y") : tr("along x"));
    });
    line->addWidget(turn_side_);
    auto* words =
        new QLabel(tr("drag moves · Ctrl+drag takes a box · arrows nudge · T turns · G groups · Ctrl+C, Ctrl+V copy"));
    words->setObjectName("quiet");
    line->addWidget(words);
    line->addStretch();
    return out;
}

void CourseDesk::refresh() {
    verdict_->setText(editor_.tape_verdict());
    set_meaning(*verdict_, editor_.tape_holds() ? Meaning::holds : Meaning::refused);
    aim_stage();
    // What is chosen in one drawing comes into view in the other.
    if (editor_.selected() == seen_selected_) return;
    seen_selected_ = editor_.selected();
    side_->bring_into_view();
    if (!plan_->hasFocus()) plan_->bring_into_view();
}

void CourseDesk::take_stage() {
    has_stage_ = true;
    stage_slot_->addWidget(&stage_);
    stage_.show();
    aim_stage();
}

void CourseDesk::leave_stage() {
    has_stage_ = false;
    stage_.look_at({});
}

void CourseDesk::come_into_view(MachineId) {
    plan_->setFocus();
}

QString CourseDesk::prepare_picture(const PictureOptions& options) {
    CourseItems items;
    for (const CourseItem& item : all_items(editor_.plan()))
        if (to_qt(item_name(editor_.plan(), item)) == options.select) items = {item};
    if (!options.select.isEmpty() && items.empty())
        return QString("the course has nothing called \"%1\"").arg(options.select);
    editor_.select(items);
    plan_->fit();
    side_->fit();
    if (options.trial.isEmpty() || options.desk != "course") return {};  // the Bench's picture
    const TrialEntry* entry = editor_.session().project().find_trial(options.trial.toStdString());
    if (entry == nullptr) return tr("unknown trial \"%1\"").arg(options.trial);
    return editor_.session().run_trial(std::string(entry->path));
}

void CourseDesk::aim_stage() {
    if (!has_stage_) return;
    if (editor_.selected().empty()) {
        stage_.look_at({});
        return;
    }
    Bounds bounds;
    StageView::Marks marks;
    for (const CourseItem& item : editor_.selected()) {
        const ItemBox box = editor_.box(item);
        const auto corners = corners_of(box);
        for (std::size_t i = 0; i < 4; ++i) {
            const Vec2& a = corners[i];
            const Vec2& b = corners[(i + 1) % 4];
            bounds.add(Vec3{a.x, a.y, box.bottom()});
            bounds.add(Vec3{a.x, a.y, box.top()});
            marks.emplace_back(Vec3{a.x, a.y, box.top()}, Vec3{b.x, b.y, box.top()});
            marks.emplace_back(Vec3{a.x, a.y, box.bottom()}, Vec3{a.x, a.y, box.top()});
        }
    }
    constexpr double nearest_m = 5.0;
    const double size = glm::length(bounds.high - bounds.low);
    stage_.look_at(StageView::LookAt{0.5 * (bounds.low + bounds.high), std::max(nearest_m, 1.1 * size), marks});
}

void CourseDesk::ask_for_mesh() {
    const QString file =
        QFileDialog::getOpenFileName(this, tr("A mesh to place"), {}, tr("Meshes (*.gltf *.glb *.obj);;All files (*)"));
    if (!file.isEmpty()) import_file(file.toStdString());
}

void CourseDesk::import_file(const std::filesystem::path& file) {
    ImportDialog dialog(file, this);
    if (dialog.exec() != QDialog::Accepted || !dialog.mesh()) return;
    editor_.place_mesh(dialog.mesh()->piece, plan_->middle());
}

}  // namespace leap::studio
