// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/start_page/start_page.hpp"

#include <QDir>
#include <QFileDialog>
#include <QGridLayout>
#include <QHBoxLayout>
#include <QStandardPaths>
#include <QVBoxLayout>

#include "studio/shared/convert.hpp"
#include "studio/shared/labels.hpp"
#include "studio/shared/palette.hpp"
#include "studio/shared/paper_change.hpp"
#include "studio/start_page/recent_projects.hpp"

namespace leap::studio {

namespace {

QLabel* heading(const QString& text) {
    auto* out = new QLabel(text);
    out->setFont(palette::text_font(11.5, true));
    return out;
}

QLabel* quiet(const QString& text) {
    auto* out = new QLabel(text);
    out->setObjectName("quiet");
    out->setWordWrap(true);
    return out;
}

QString usual_parent() {
    return QStandardPaths::writableLocation(QStandardPaths::DocumentsLocation) + "/easy-leap";
}

QString view_of(std::string_view text) {
    return QString::fromUtf8(text.data(), static_cast<qsizetype>(text.size()));
}

}  // namespace

StartPage::StartPage(QWidget* parent) : QWidget(parent) {
    auto* title = new QLabel("Easy Leap");
    title->setFont(palette::text_font(20, true));
    auto* columns = new QHBoxLayout;
    columns->setSpacing(56);
    columns->addWidget(make_new(), 3);
    columns->addWidget(make_recent(), 2);
    auto* page = new QVBoxLayout;
    page->addWidget(title);
    page->addWidget(quiet(tr("Build how a character moves, play it, change one number, and see the same run again.")));
    page->addSpacing(22);
    page->addLayout(columns);
    page->addStretch(1);
    auto* middle = new QWidget;
    middle->setMaximumWidth(1060);
    middle->setLayout(page);
    auto* layout = new QHBoxLayout(this);
    layout->setContentsMargins(40, 44, 40, 30);
    layout->addStretch(1);
    layout->addWidget(middle, 20);
    layout->addStretch(1);
    refresh();
}

QWidget* StartPage::make_new() {
    auto* out = new QWidget;
    auto* layout = new QVBoxLayout(out);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(4);
    layout->addWidget(heading(tr("Create a project")));
    layout->addSpacing(4);
    kinds_ = new QButtonGroup(this);
    int number = 0;
    for (const StartingProject& kind : starting_projects()) {
        auto* row = new QPushButton;
        row->setObjectName("row");
        row->setCheckable(true);
        row->setAccessibleName(view_of(kind.title));
        row->setAccessibleDescription(view_of(kind.purpose));
        auto* words = new QVBoxLayout(row);
        words->setContentsMargins(12, 8, 12, 8);
        words->setSpacing(1);
        auto* title = new QLabel(view_of(kind.title));
        title->setFont(palette::text_font(9.5, true));
        words->addWidget(title);
        words->addWidget(quiet(view_of(kind.purpose)));
        for (QLabel* label : row->findChildren<QLabel*>()) label->setAttribute(Qt::WA_TransparentForMouseEvents);
        row->setMinimumHeight(58);
        kinds_->addButton(row, number++);
        layout->addWidget(row);
    }
    kinds_->button(0)->setChecked(true);
    connect(kinds_, &QButtonGroup::idToggled, this, [this](int, bool on) {
        if (on) refresh();
    });
    layout->addSpacing(10);

    auto* fields = new QGridLayout;
    fields->setHorizontalSpacing(10);
    name_ = new QLineEdit(tr("my first moves"));
    name_->setAccessibleName(tr("Name of the project"));
    folder_ = new QLineEdit;
    folder_->setAccessibleName(tr("Folder of the project"));
    auto* choose = new QPushButton(tr("Choose…"));
    auto* name_word = new QLabel(tr("&Name"));
    name_word->setBuddy(name_);
    auto* folder_word = new QLabel(tr("&Folder"));
    folder_word->setBuddy(folder_);
    fields->addWidget(name_word, 0, 0);
    fields->addWidget(name_, 0, 1, 1, 2);
    fields->addWidget(folder_word, 1, 0);
    fields->addWidget(folder_, 1, 1);
    fields->addWidget(choose, 1, 2);
    layout->addLayout(fields);
    problem_ = new QLabel;
    problem_->setWordWrap(true);
    set_meaning(*problem_, Meaning::refused);
    layout->addWidget(problem_);
    layout->addSpacing(6);
    make_ = new QPushButton(tr("Create project"));
    make_->setObjectName("strong");
    back_ = new QPushButton(tr("Back to the project"));
    auto* buttons = new QHBoxLayout;
    buttons->addWidget(make_);
    buttons->addWidget(back_);
    buttons->addStretch(1);
    layout->addLayout(buttons);
    layout->addStretch(1);

    connect(name_, &QLineEdit::textChanged, this, &StartPage::refresh);
    connect(folder_, &QLineEdit::textEdited, this, [this] { folder_typed_ = true; });
    connect(folder_, &QLineEdit::textChanged, this, &StartPage::refresh);
    connect(choose, &QPushButton::clicked, this, [this] {
        const QString chosen =
            QFileDialog::getExistingDirectory(this, tr("The folder that will hold the project's folder"));
        if (chosen.isEmpty()) return;
        folder_typed_ = true;
        folder_->setText(chosen + "/" + name_->text().trimmed());
    });
    connect(make_, &QPushButton::clicked, this, &StartPage::make);
    for (QLineEdit* line : {name_, folder_}) connect(line, &QLineEdit::returnPressed, this, &StartPage::make);
    connect(back_, &QPushButton::clicked, this, &StartPage::back_wanted);
    return out;
}

QWidget* StartPage::make_recent() {
    auto* out = new QWidget;
    auto* layout = new QVBoxLayout(out);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(4);
    layout->addWidget(heading(tr("Recent projects")));
    layout->addSpacing(4);
    recent_ = new QListWidget;
    recent_->setFrameShape(QFrame::NoFrame);
    recent_->setAccessibleName(tr("Recently opened projects"));
    recent_->setWordWrap(true);
    recent_->setMinimumHeight(300);
    recent_->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    layout->addWidget(recent_, 1);
    auto* open = new QPushButton(tr("Open…"));
    auto* row = new QHBoxLayout;
    row->addWidget(open);
    row->addStretch(1);
    layout->addLayout(row);
    when_paper_changes(*recent_, [this] {
        for (int i = 0; i < recent_->count(); ++i)
            if (recent_->item(i)->flags() == Qt::NoItemFlags) recent_->item(i)->setForeground(palette::quiet());
    });
    connect(recent_, &QListWidget::itemActivated, this, [this](QListWidgetItem* item) {
        if (const QString folder = item->data(Qt::UserRole).toString(); !folder.isEmpty()) emit open_wanted(folder);
    });
    connect(recent_, &QListWidget::itemClicked, recent_, &QListWidget::itemActivated);
    connect(open, &QPushButton::clicked, this, &StartPage::choose_wanted);
    return out;
}

void StartPage::come_into_view(bool may_go_back) {
    back_->setVisible(may_go_back);
    recent_->clear();
    for (const QString& folder : recent_projects::folders()) {
        auto* item = new QListWidgetItem(QString("%1\n%2").arg(QDir(folder).dirName(), folder));
        item->setData(Qt::UserRole, folder);
        item->setToolTip(folder);
        recent_->addItem(item);
    }
    if (recent_->count() == 0) {
        auto* none = new QListWidgetItem(tr("Projects that you open are listed here."));
        none->setFlags(Qt::NoItemFlags);
        none->setForeground(palette::quiet());
        recent_->addItem(none);
    }
    refresh();
    name_->setFocus();
    name_->selectAll();
}

void StartPage::choose_kind(const QString& name) {
    int number = 0;
    for (const StartingProject& kind : starting_projects()) {
        if (view_of(kind.name) == name) kinds_->button(number)->setChecked(true);
        ++number;
    }
}

const StartingProject& StartPage::kind() const {
    return starting_projects()[static_cast<std::size_t>(std::max(0, kinds_->checkedId()))];
}

/// The folder follows the name until it is typed; what can't be made says why.
void StartPage::refresh() {
    const QString name = name_->text().trimmed();
    if (!folder_typed_) {
        const QSignalBlocker quiet_change(folder_);
        folder_->setText(usual_parent() + "/" + QString(name).replace('/', '-'));
    }
    QString problem;
    if (name.isEmpty()) {
        problem = tr("Enter a project name");
    } else if (const QString folder = folder_->text().trimmed(); !QDir::isAbsolutePath(folder)) {
        problem = tr("Enter the folder as a full path, for example %1").arg(usual_parent() + "/" + name);
    } else {
        problem = to_qt(why_not_a_new_folder(folder.toStdString()));
    }
    problem_->setText(problem);
    make_->setEnabled(problem.isEmpty());
}

void StartPage::make() {
    refresh();
    if (!make_->isEnabled()) return;
    const QString folder = folder_->text().trimmed();
    const auto written = create_project(folder.toStdString(), kind(), name_->text().trimmed().toStdString());
    if (!written) return problem_->setText(to_qt(written.error()));
    folder_typed_ = false;
    emit made(folder);
}

}  // namespace leap::studio
