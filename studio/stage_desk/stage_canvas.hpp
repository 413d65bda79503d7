// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QImage>
#include <QOffscreenSurface>
#include <QOpenGLContext>
#include <QOpenGLFramebufferObject>
#include <memory>

#include "studio/stage_desk/stage_renderer.hpp"

namespace leap::studio {

/// Draws the stage off screen and gives it as an image.
///
/// A QOpenGLWidget was used first. It makes Qt compose the whole window through OpenGL, so that on a machine without a
/// graphics processor every change of any widget cost some 30 ms; the stage as an image leaves the window to the
/// ordinary painter and only costs its own pixels.
class StageCanvas {
  public:
    StageCanvas();
    ~StageCanvas();
    StageCanvas(const StageCanvas&) = delete;
    StageCanvas& operator=(const StageCanvas&) = delete;

    /// Empty when the stage can be drawn; else why not, in words.
    const QString& problem() const { return problem_; }
    /// The renderer with its context current, to change what it draws.
    StageRenderer& renderer();
    /// The frame at `frame.size` pixels. Without a graphics processor smooth edges cost as much as all the rest, so
    /// there only a picture that stands still gets them.
    const QImage& draw(const StageRenderer::Frame& frame, bool still);
    bool software() const { return software_; }

  private:
    bool make_current();
    void fit(QSize size, bool smooth);

    QString problem_;
    bool software_ = false;
    QOffscreenSurface surface_;
    QOpenGLContext context_;
    StageRenderer renderer_;
    struct Buffers {
        std::unique_ptr<QOpenGLFramebufferObject> samples;
        std::unique_ptr<QOpenGLFramebufferObject> plain;  ///< what is read
    };
    Buffers with_samples_;
    Buffers without_;
    /// While only the run changes, as when a dial is dragged, what lies behind it is copied, not drawn again. It is
    /// kept from the second picture with the same key on, so that a moving camera costs no copies.
    std::unique_ptr<QOpenGLFramebufferObject> backdrop_;
    StageRenderer::BackdropKey backdrop_key_;
    StageRenderer::BackdropKey last_key_;
    void draw_behind(const StageRenderer::Frame& frame, QOpenGLFramebufferObject& drawn);
    QImage image_;
};

}  // namespace leap::studio
