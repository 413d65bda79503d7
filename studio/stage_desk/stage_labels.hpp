// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QObject>
#include <QPainter>
#include <optional>

#include "studio/session/session.hpp"
#include "studio/stage_desk/stage_camera.hpp"
#include "studio/stage_desk/stage_meshes.hpp"

namespace leap::studio {

/// What is written over the stage: heights and distances at the path, pinned values, words for a moment.
class StageLabels : public QObject {
    Q_OBJECT

  public:
    StageLabels(Session& session, QObject* parent);

    /// Paints over a picture of this size that the camera took; the stretches in the air are labelled.
    void paint(QPainter& painter, QSize size, const StageCamera& camera, const std::vector<AirArc>& arcs);
    void set_distances(bool shown);
    /// The move or stance whose probes are drawn.
    void set_machine(MachineId machine);
    void set_probes(bool shown);
    void set_blows(bool shown);
    void set_pins(const std::vector<std::string>& names);
    const std::vector<std::string>& pins() const { return pins_; }
    /// Of more stretches in the air than a few only the nearest in time are labelled; the one whose path is pointed at
    /// is, wherever it lies. Nothing: none is. The place is one of the last picture.
    void point_at(const std::optional<QPointF>& place);
    /// What was written at the path in the last picture.
    const QStringList& written() const { return written_; }
    /// Words shown for a moment, such as "slow motion".
    void say(const QString& words);
    /// What the panel says: the phase, then a line for each value.
    QString panel_words() const;

  signals:
    void changed();

  private:
    const Trace* shown_trace() const;
    std::optional<double> pointed_arc(const QPointF& place) const;
    void paint_arcs(QPainter& painter);
    void paint_pins(QPainter& painter);
    double panel_line() const;
    QRectF panel_box() const;
    double panel_names_px() const;
    void paint_meters(QPainter& painter, const QRectF& box, double line);
    void paint_prompts(QPainter& painter);
    void paint_words(QPainter& painter);

    Session& session_;
    StageCamera camera_;
    std::vector<AirArc> arcs_;
    std::optional<double> pointed_;  ///< s; when the stretch begins that is pointed at
    QStringList written_;
    QSize size_;
    bool distances_ = true;
    bool probes_ = true;
    bool blows_ = true;
    MachineId machine_;
    std::vector<std::string> pins_{"feet", "speed", "vertical_speed"};
    QString words_;
    std::optional<double> said_at_s_;  ///< by the session's clock
};

}  // namespace leap::studio
