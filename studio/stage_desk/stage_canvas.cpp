// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stage_desk/stage_canvas.hpp"

#include <QCoreApplication>
#include <QOpenGLFunctions>

namespace leap::studio {

namespace {
constexpr int samples = 4;
}

StageCanvas::StageCanvas() {
    QSurfaceFormat format;
    format.setVersion(3, 3);
    format.setProfile(QSurfaceFormat::CoreProfile);
    context_.setFormat(format);
    surface_.setFormat(format);
    surface_.create();
    const bool made = context_.create() && make_current();
    if (!made || context_.format().version() < std::pair(3, 3)) {
        problem_ = QCoreApplication::translate("Stage",
                                               "The stage can't be drawn: it needs OpenGL 3.3. Install Mesa's "
                                               "software renderer (libgl1-mesa-dri).");
        return;
    }
    renderer_.initialize();
    const auto* name = reinterpret_cast<const char*>(context_.functions()->glGetString(GL_RENDERER));
    const QByteArray words(name == nullptr ? "" : name);
    software_ = words.contains("llvmpipe") || words.contains("softpipe") || words.contains("swrast");
}

StageCanvas::~StageCanvas() {
    make_current();  // buffers and shaders are freed with their context current
}

bool StageCanvas::make_current() {
    return context_.isValid() && context_.makeCurrent(&surface_);
}

StageRenderer& StageCanvas::renderer() {
    make_current();
    return renderer_;
}

void StageCanvas::fit(QSize size, bool smooth) {
    if (image_.size() != size) image_ = QImage(size, QImage::Format_RGB32);
    Buffers& buffers = smooth ? with_samples_ : without_;
    if (buffers.plain && buffers.plain->size() == size) return;
    QOpenGLFramebufferObjectFormat format;
    format.setAttachment(QOpenGLFramebufferObject::Depth);
    buffers.plain = std::make_unique<QOpenGLFramebufferObject>(size, format);
    if (!smooth) {
        backdrop_ = std::make_unique<QOpenGLFramebufferObject>(size, format);
        backdrop_key_ = last_key_ = {};
        return;
    }
    format.setSamples(samples);
    buffers.samples = std::make_unique<QOpenGLFramebufferObject>(size, format);
}

void StageCanvas::draw_behind(const StageRenderer::Frame& frame, QOpenGLFramebufferObject& drawn) {
    constexpr GLbitfield all = GL_COLOR_BUFFER_BIT | GL_DEPTH_BUFFER_BIT;
    const StageRenderer::BackdropKey key = renderer_.backdrop_key(frame);
    if (key == backdrop_key_) {
        QOpenGLFramebufferObject::blitFramebuffer(&drawn, backdrop_.get(), all, GL_NEAREST);
        drawn.bind();
        return;
    }
    renderer_.draw_backdrop(frame);
    if (key == last_key_) {
        QOpenGLFramebufferObject::blitFramebuffer(backdrop_.get(), &drawn, all, GL_NEAREST);
        drawn.bind();
        backdrop_key_ = key;
    }
    last_key_ = key;
}

const QImage& StageCanvas::draw(const StageRenderer::Frame& frame, bool still) {
    if (!problem_.isEmpty() || frame.size.isEmpty() || !make_current()) return image_;
    const bool smooth = still || !software_;
    fit(frame.size, smooth);
    Buffers& buffers = smooth ? with_samples_ : without_;
    QOpenGLFramebufferObject& drawn = smooth ? *buffers.samples : *buffers.plain;
    drawn.bind();
    if (smooth) {
        renderer_.draw_backdrop(frame);
    } else {
        draw_behind(frame, drawn);
    }
    renderer_.draw_run(frame);
    if (smooth) QOpenGLFramebufferObject::blitFramebuffer(buffers.plain.get(), buffers.samples.get());
    buffers.plain->bind();
    context_.functions()->glReadPixels(0, 0, frame.size.width(), frame.size.height(), GL_BGRA, GL_UNSIGNED_BYTE,
                                       image_.bits());
    buffers.plain->release();
    return image_;
}

}  // namespace leap::studio
