// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QComboBox>
#include <QDialog>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>

#include "import/mesh_import.hpp"

namespace leap::studio {

/// Asks how large a mesh from a file is and which way it stands, and says what came out.
class ImportDialog : public QDialog {
    Q_OBJECT

  public:
    explicit ImportDialog(std::filesystem::path file, QWidget* parent = nullptr);

    QLineEdit* scale() { return scale_; }
    QComboBox* up() { return up_; }
    QString words() const { return words_->text(); }
    const std::optional<MeshImportOutput>& mesh() const { return mesh_; }

  private:
    void read();

    std::filesystem::path file_;
    QLineEdit* scale_;
    QComboBox* up_;
    QLabel* words_;
    QPushButton* take_;
    std::optional<MeshImportOutput> mesh_;
};

}  // namespace leap::studio
