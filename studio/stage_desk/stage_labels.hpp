// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QElapsedTimer>
#include <QWidget>

#include "studio/session/session.hpp"
#include "studio/stage_desk/stage_camera.hpp"
#include "studio/stage_desk/stage_meshes.hpp"

namespace leap::studio {

/// What is written over the stage: heights and distances at the path, pinned values, words for a moment. A widget of
/// its own, laid over the OpenGL picture.
class StageLabels : public QWidget {
    Q_OBJECT

  public:
    StageLabels(Session& session, QWidget* parent);

    /// Labels belong to what the camera shows and to these stretches in the air.
    void show_over(const StageCamera& camera, const std::vector<AirArc>& arcs);
    void set_distances(bool shown);
    void set_pins(const std::vector<std::string>& names);
    const std::vector<std::string>& pins() const { return pins_; }
    /// Words shown for a moment, such as "slow motion".
    void say(const QString& words);

  protected:
    void paintEvent(QPaintEvent* event) override;

  private:
    const Trace* shown_trace() const;
    void paint_arcs(QPainter& painter);
    void paint_pins(QPainter& painter);
    void paint_words(QPainter& painter);

    Session& session_;
    StageCamera camera_;
    std::vector<AirArc> arcs_;
    bool distances_ = true;
    std::vector<std::string> pins_{"height", "speed", "rising"};
    QString words_;
    QElapsedTimer words_since_;
};

}  // namespace leap::studio
