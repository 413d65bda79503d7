// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/course_desk/import_dialog.hpp"

#include <QFormLayout>
#include <QHBoxLayout>

#include "core/world/solid.hpp"
#include "studio/shared/convert.hpp"

namespace leap::studio {

ImportDialog::ImportDialog(std::filesystem::path file, QWidget* parent) : QDialog(parent), file_(std::move(file)) {
    setWindowTitle(tr("Mesh from %1").arg(QString::fromStdString(file_.filename().string())));
    setMinimumWidth(420);
    auto* layout = new QVBoxLayout(this);
    auto* form = new QFormLayout;
    scale_ = new QLineEdit("1");
    up_ = new QComboBox;
    up_->addItems({tr("y is up in the file"), tr("z is up in the file")});
    form->addRow(tr("Metres per unit of the file"), scale_);
    form->addRow(tr("Up axis"), up_);
    layout->addLayout(form);
    words_ = new QLabel;
    words_->setWordWrap(true);
    layout->addWidget(words_);
    auto* row = new QHBoxLayout;
    row->addStretch();
    auto* leave = new QPushButton(tr("Cancel"));
    take_ = new QPushButton(tr("Place"));
    take_->setDefault(true);
    row->addWidget(leave);
    row->addWidget(take_);
    layout->addLayout(row);
    connect(leave, &QPushButton::clicked, this, &QDialog::reject);
    connect(take_, &QPushButton::clicked, this, &QDialog::accept);
    connect(scale_, &QLineEdit::textChanged, this, &ImportDialog::read);
    connect(up_, &QComboBox::currentIndexChanged, this, &ImportDialog::read);
    read();
}

void ImportDialog::read() {
    const auto read = import_mesh(
        {file_, scale_->text().replace(',', '.').toDouble(), up_->currentIndex() == 0 ? UpAxis::y : UpAxis::z});
    take_->setEnabled(read.has_value());
    mesh_.reset();
    if (!read) {
        words_->setText(to_qt(read.error()));
        return;
    }
    mesh_ = *read;
    Bounds bounds;
    for (const Vec3& corner : read->piece.vertices) bounds.add(corner);
    const Vec3 size = bounds.high - bounds.low;
    QString text = tr("%1 × %2 × %3 m, %4 faces")
                       .arg(size.x, 0, 'f', 2)
                       .arg(size.y, 0, 'f', 2)
                       .arg(size.z, 0, 'f', 2)
                       .arg(read->piece.faces.size());
    if (read->degenerate > 0) text += tr("; %1 without area skipped").arg(read->degenerate);
    words_->setText(text);
}

}  // namespace leap::studio
