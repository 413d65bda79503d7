// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stage_desk/stage_renderer.hpp"

#include <cmath>
#include <cstddef>
#include <numbers>

#include "studio/shared/convert.hpp"
#include "studio/shared/palette.hpp"
#include "studio/stage_desk/look_meshes.hpp"

namespace leap::studio {
namespace {

// Dusk: a low warm light from the west, a cool sky above. Faces are flat, so their light is worked out per corner; haze
// is a rational curve, not an exponential. Without a graphics processor the pixels' work is what a frame costs.
constexpr const char* mesh_vertex_shader = R"(#version 330 core
layout(location = 0) in vec3 position;
layout(location = 1) in vec3 normal;
layout(location = 2) in vec3 color;
layout(location = 3) in float grid;
uniform mat4 view_projection;
uniform mat4 model;
uniform float lit;
out vec3 world;
flat out float with_grid;
out vec3 tint;
void main() {
    vec4 at = model * vec4(position, 1.0);
    vec3 n = normalize(mat3(model) * normal);
    float sun = max(dot(n, normalize(vec3(-0.55, -0.45, 0.62))), 0.0);
    vec3 light = vec3(0.46, 0.48, 0.60) + vec3(0.16, 0.17, 0.22) * n.z + vec3(0.62, 0.48, 0.34) * sun;
    world = at.xyz;
    tint = mix(color, color * light, lit);
    with_grid = n.z > 0.5 ? grid : 0.0;
    gl_Position = view_projection * at;
})";

// Both fragment shaders of meshes begin with this: things far away sink into the dusk.
constexpr const char* in_haze = R"(#version 330 core
in vec3 world;
flat in float with_grid;
in vec3 tint;
uniform vec3 eye;
uniform float alpha;
uniform float lit;
out vec4 shown;
vec4 hazed(vec3 c) {
    vec3 away = world - eye;
    float far = max(dot(away, away) - 300.0, 0.0) * 0.00009;
    float haze = lit * far / (1.0 + far);
    return vec4(mix(c, vec3(0.47, 0.42, 0.47), haze), alpha);
})";

constexpr const char* mesh_fragment = R"(
void main() {
    shown = hazed(tint);
})";

// The metre grid is drawn over surfaces that look up, and fades where its lines would run together.
constexpr const char* grid_fragment = R"(
void main() {
    vec3 c = tint;
    vec2 width = fwidth(world.xy);
    if (with_grid > 0.5) {
        vec2 near = abs(fract(world.xy - 0.5) - 0.5);
        vec2 line = clamp(1.3 - near / max(width, vec2(1e-5)), 0.0, 1.0);
        float fade = clamp(1.3 - 2.6 * max(width.x, width.y), 0.0, 1.0);
        vec2 five = abs(fract(world.xy * 0.2 - 0.5) - 0.5) * 5.0;
        vec2 strong = clamp(1.6 - five / max(width, vec2(1e-5)), 0.0, 1.0);
        c = mix(c, vec3(0.95, 0.93, 0.88), (0.15 * max(line.x, line.y) + 0.2 * max(strong.x, strong.y)) * fade);
    }
    shown = hazed(c);
})";

constexpr const char* ribbon_vertex = R"(#version 330 core
layout(location = 0) in vec3 position;
layout(location = 1) in vec3 next;
layout(location = 2) in float side;
layout(location = 3) in float along;
layout(location = 4) in vec3 color;
uniform mat4 view_projection;
uniform vec2 size;
uniform float width;
out vec3 tint;
out float metres;
void main() {
    vec4 a = view_projection * vec4(position, 1.0);
    vec4 b = view_projection * vec4(next, 1.0);
    vec2 direction = (b.xy / max(b.w, 0.01) - a.xy / max(a.w, 0.01)) * size;
    float length_px = length(direction);
    vec2 across = length_px > 1e-4 ? vec2(-direction.y, direction.x) / length_px : vec2(0.0, 1.0);
    a.xy += across * side * width / size * a.w;
    tint = color;
    metres = along;
    gl_Position = a;
})";

constexpr const char* ribbon_fragment = R"(#version 330 core
in vec3 tint;
in float metres;
uniform float alpha;
uniform float dashed;
out vec4 shown;
void main() {
    if (dashed > 0.5 && fract(metres / 0.36) > 0.56) discard;
    shown = vec4(tint, alpha);
})";

constexpr const char* sky_vertex = R"(#version 330 core
layout(location = 0) in vec3 position;
uniform mat4 inverse;
out vec3 ray;
void main() {
    vec4 far = inverse * vec4(position.xy, 1.0, 1.0);
    vec4 near = inverse * vec4(position.xy, -1.0, 1.0);
    ray = far.xyz / far.w - near.xyz / near.w;
    gl_Position = vec4(position.xy, 0.9999, 1.0);
})";

constexpr const char* sky_fragment = R"(#version 330 core
in vec3 ray;
out vec4 shown;
void main() {
    vec3 r = normalize(ray);
    float up = r.z;
    vec3 high = vec3(0.15, 0.20, 0.31);
    vec3 middle = vec3(0.36, 0.38, 0.49);
    vec3 low = vec3(0.62, 0.50, 0.47);
    vec3 c = mix(low, middle, smoothstep(0.0, 0.16, up));
    c = mix(c, high, smoothstep(0.12, 0.62, up));
    float west = max(dot(r.xy, vec2(-0.77, -0.63)), 0.0);
    c += vec3(0.22, 0.11, 0.02) * west * west * west / (1.0 + 40.0 * up * up);
    shown = vec4(mix(vec3(0.47, 0.42, 0.47), c, smoothstep(-0.06, 0.02, up)), 1.0);
})";

std::unique_ptr<QOpenGLShaderProgram> build(const char* vertex, const QByteArray& fragment) {
    auto out = std::make_unique<QOpenGLShaderProgram>();
    out->addShaderFromSourceCode(QOpenGLShader::Vertex, vertex);
    out->addShaderFromSourceCode(QOpenGLShader::Fragment, fragment);
    if (!out->link()) qWarning("The stage's shader can't be linked: %s", qPrintable(out->log()));
    return out;
}

}  // namespace

void StageRenderer::initialize() {
    gl_.initializeOpenGLFunctions();
    mesh_program_ = build(mesh_vertex_shader, QByteArray(in_haze) + mesh_fragment);
    grid_program_ = build(mesh_vertex_shader, QByteArray(in_haze) + grid_fragment);
    ribbon_program_ = build(ribbon_vertex, ribbon_fragment);
    sky_program_ = build(sky_vertex, sky_fragment);
    upload_mesh(target_, ball_mesh(QColor(0xF0, 0xE2, 0xB0)));
    upload_mesh(solid_fixture_, box_mesh(QColor(0x9C, 0x7A, 0x4E)));
    upload_mesh(open_fixture_, box_mesh(QColor(0xF2, 0xC9, 0x6A)));
    upload_mesh(crate_, crate_mesh());
    upload_mesh(wheel_, wheel_mesh());
    upload_mesh(glove_, ball_mesh(QColor(0xE9, 0xD9, 0xB8)));
    upload_mesh(dust_, ball_mesh(QColor(0xC9, 0xB8, 0x9C)));
    upload_mesh(spray_, ball_mesh(QColor(0xD8, 0xEC, 0xEE)));
    upload_mesh(spark_, ball_mesh(QColor(0xFF, 0xD9, 0x8A)));
    upload_mesh(flame_, ball_mesh(QColor(0xFF, 0xE7, 0xA8)));
    upload_mesh(halo_, ball_mesh(QColor(0xFF, 0xC8, 0x66)));
    upload_mesh(glow_, box_mesh(QColor(0xFF, 0xE2, 0x9A)));
    upload_mesh(warning_line_, line_mesh(QColor(0xFF, 0x6A, 0x48)));
    upload_mesh(float_, float_mesh());
    upload_mesh(barrel_, barrel_mesh());
    upload_mesh(line_, line_mesh(QColor(0xE9, 0xD3, 0xA2)));
    upload_mesh(shadow_, disc_mesh(QColor(0x10, 0x12, 0x18)));
    upload_mesh(ground_mark_, disc_mesh(palette::light().holds.lighter(150)));
    upload_mesh(velocity_, arrow_mesh(QColor(0xFF, 0xC9, 0x5C)));
    std::vector<MeshVertex> square(6);
    constexpr float corners[6][2] = {{-1, -1}, {1, -1}, {1, 1}, {-1, -1}, {1, 1}, {-1, 1}};
    for (std::size_t i = 0; i < 6; ++i) {
        square[i] = {};
        square[i].position[0] = corners[i][0];
        square[i].position[1] = corners[i][1];
        square[i].normal[2] = 1.0F;
        square[i].color[0] = 0.17F;
        square[i].color[1] = 0.29F;
        square[i].color[2] = 0.34F;
    }
    upload_mesh(sky_, square);
    upload_mesh(water_, square);
}

/// Fills a part's buffer. Each attribute is given by its number of floats and its place in the vertex.
template <class Vertex>
void StageRenderer::upload(Part& part, const std::vector<Vertex>& vertices,
                           std::initializer_list<std::pair<int, std::size_t>> attributes) {
    if (!part.array.isCreated()) part.array.create();
    if (!part.buffer.isCreated()) part.buffer.create();
    const QOpenGLVertexArrayObject::Binder binder(&part.array);
    part.buffer.bind();
    part.buffer.allocate(vertices.data(), static_cast<int>(vertices.size() * sizeof(Vertex)));
    GLuint index = 0;
    for (const auto& [floats, offset] : attributes) {
        gl_.glEnableVertexAttribArray(index);
        gl_.glVertexAttribPointer(
            index++, floats, GL_FLOAT, GL_FALSE, sizeof(Vertex),
            reinterpret_cast<const void*>(offset));  // NOLINT(performance-no-int-to-ptr): what the call wants
    }
    part.count = static_cast<int>(vertices.size());
}

void StageRenderer::upload_mesh(Part& part, const std::vector<MeshVertex>& mesh) {
    upload(part, mesh,
           {{3, offsetof(MeshVertex, position)},
            {3, offsetof(MeshVertex, normal)},
            {3, offsetof(MeshVertex, color)},
            {1, offsetof(MeshVertex, grid)}});
}

void StageRenderer::set_looks(Looks looks) {
    looks_ = std::move(looks);
    figure_.clear();
    objects_.clear();
    for (const auto& [name, look] : looks_.objects) upload_mesh(objects_[name], look_mesh(look.parts, 0x9C7A4E));
}

void StageRenderer::set_course(const Course& course) {
    upload_mesh(course_, course_mesh(course, looks_));
    upload_mesh(volumes_, course_mesh(course, looks_, true));
    water_level_ = course.plan.water_level;
    ++course_number_;
}

void StageRenderer::upload_path(Part& part, const std::vector<RibbonVertex>& ribbon) {
    upload(part, ribbon,
           {{3, offsetof(RibbonVertex, position)},
            {3, offsetof(RibbonVertex, next)},
            {1, offsetof(RibbonVertex, side)},
            {1, offsetof(RibbonVertex, along)},
            {3, offsetof(RibbonVertex, color)}});
}

void StageRenderer::set_path(bool kept, const std::vector<RibbonVertex>& ribbon) {
    upload_path(kept ? kept_path_ : now_path_, ribbon);
}

void StageRenderer::set_beside_paths(const std::vector<std::vector<RibbonVertex>>& ribbons) {
    while (beside_paths_.size() < ribbons.size()) beside_paths_.push_back(std::make_unique<Part>());
    for (std::size_t i = 0; i < beside_paths_.size(); ++i)
        upload_path(*beside_paths_[i], i < ribbons.size() ? ribbons[i] : std::vector<RibbonVertex>());
}

void StageRenderer::draw_sky(const Frame& frame) {
    QMatrix4x4 turned = frame.camera.view_matrix();
    turned.setColumn(3, {0.0F, 0.0F, 0.0F, 1.0F});
    sky_program_->bind();
    sky_program_->setUniformValue("inverse", (projection_ * turned).inverted());
    const QOpenGLVertexArrayObject::Binder binder(&sky_.array);
    gl_.glDepthMask(GL_FALSE);
    gl_.glDrawArrays(GL_TRIANGLES, 0, sky_.count);
    gl_.glDepthMask(GL_TRUE);
}

void StageRenderer::draw_mesh(Part& part, const QMatrix4x4& model, float alpha, bool lit) {
    if (part.count == 0) return;
    QOpenGLShaderProgram& program = &part == &course_ ? *grid_program_ : *mesh_program_;
    program.bind();
    program.setUniformValue("view_projection", view_projection_);
    program.setUniformValue("model", model);
    program.setUniformValue("eye", to_qt(eye_));
    program.setUniformValue("alpha", alpha);
    program.setUniformValue("lit", lit ? 1.0F : 0.0F);
    const QOpenGLVertexArrayObject::Binder binder(&part.array);
    gl_.glDrawArrays(GL_TRIANGLES, 0, part.count);
}

void StageRenderer::draw_path(Part& part, const Frame& frame, bool dashed) {
    if (part.count == 0) return;
    ribbon_program_->bind();
    ribbon_program_->setUniformValue("view_projection", view_projection_);
    ribbon_program_->setUniformValue(
        "size", QVector2D(static_cast<float>(frame.size.width()), static_cast<float>(frame.size.height())));
    ribbon_program_->setUniformValue("width", dashed ? 2.4F : 4.0F);
    ribbon_program_->setUniformValue("dashed", dashed ? 1.0F : 0.0F);
    const QOpenGLVertexArrayObject::Binder binder(&part.array);
    gl_.glDepthMask(GL_FALSE);
    // What lies behind something shows through faintly.
    gl_.glDisable(GL_DEPTH_TEST);
    ribbon_program_->setUniformValue("alpha", 0.22F);
    gl_.glDrawArrays(GL_TRIANGLES, 0, part.count);
    gl_.glEnable(GL_DEPTH_TEST);
    ribbon_program_->setUniformValue("alpha", 1.0F);
    gl_.glDrawArrays(GL_TRIANGLES, 0, part.count);
    gl_.glDepthMask(GL_TRUE);
}

void StageRenderer::draw_parts(const std::vector<FigurePart>& parts, const DrawnParts& how) {
    for (const FigurePart& part : parts) {
        if (how.arms_alone && !part.reaches) continue;
        const auto [mesh, fresh] = figure_.try_emplace({part.shape, part.rgb});
        if (fresh) {
            const auto* garment = std::get_if<std::string>(&part.shape);
            upload_mesh(mesh->second, garment != nullptr ? look_mesh(looks_.garments.at(*garment).parts, part.rgb)
                                                         : limb_mesh(std::get<Limb>(part.shape), QColor(part.rgb)));
        }
        draw_mesh(mesh->second, how.model * part.model, how.alpha, true);
    }
}

void StageRenderer::draw_figure(const Figure& figure, const Frame& frame, bool ghost) {
    if (!figure.shown) return;
    constexpr float degrees = 180.0F / std::numbers::pi_v<float>;
    if (!ghost && figure.has_shadow) {
        // The shadow shrinks and fades with height, so that height over ground can be judged.
        const double above = std::max(0.0, figure.feet.z - figure.shadow_z);
        QMatrix4x4 model;
        model.translate(to_qt(Vec3{figure.feet.x, figure.feet.y, figure.shadow_z + 0.012}));
        model.scale(static_cast<float>(figure.radius * 1.15 / (1.0 + 0.12 * above)));
        gl_.glDepthMask(GL_FALSE);
        draw_mesh(shadow_, model, static_cast<float>(0.55 / (1.0 + 0.25 * above)), false);
        gl_.glDepthMask(GL_TRUE);
    }
    if (!ghost && frame.show_ground && figure.grounded) {
        QMatrix4x4 model;
        model.translate(to_qt(figure.feet + figure.ground_normal * 0.016));
        const QVector3D axis = QVector3D::crossProduct({0, 0, 1}, to_qt(figure.ground_normal));
        if (axis.length() > 1e-5F) model.rotate(std::asin(std::min(1.0F, axis.length())) * degrees, axis.normalized());
        model.scale(static_cast<float>(figure.radius * 0.5));
        gl_.glDepthMask(GL_FALSE);
        draw_mesh(ground_mark_, model, 0.85F, false);
        gl_.glDepthMask(GL_TRUE);
    }
    const bool inside = frame.camera.view == StageView3D::eyes && &figure == &frame.now;
    if (!inside || figure.hands[0] || figure.hands[1]) {
        QMatrix4x4 model;
        model.translate(to_qt(figure.feet));
        model.rotate(static_cast<float>(figure.facing) * degrees, 0.0F, 0.0F, 1.0F);
        const auto squash = static_cast<float>(figure.squash);
        const float wider = 1.0F / std::sqrt(std::max(0.2F, squash));
        model.scale(wider, wider, squash);
        FigureHands hands;
        for (std::size_t i = 0; i < hands.size(); ++i)
            if (figure.hands[i]) hands[i] = model.inverted().map(to_qt(*figure.hands[i]));
        draw_parts(figure_parts(figure.pose, figure.height, figure.wears, looks_, hands),
                   {model, ghost ? 0.35F : 1.0F, inside});
    }
    const double speed = glm::length(figure.velocity);
    if (ghost || inside || !frame.show_velocity || speed < 0.05) return;
    QMatrix4x4 model;
    model.translate(to_qt(figure.feet + Vec3{0.0, 0.0, 0.9}));
    const Vec3 d = figure.velocity / speed;
    model.rotate(static_cast<float>(std::atan2(d.y, d.x)) * degrees, 0.0F, 0.0F, 1.0F);
    model.rotate(static_cast<float>(-std::asin(std::clamp(d.z, -1.0, 1.0))) * degrees, 0.0F, 1.0F, 0.0F);
    const auto length = static_cast<float>(0.35 + 0.16 * speed);
    model.scale(length, 1.0F, 1.0F);
    draw_mesh(velocity_, model, 1.0F, false);
}

/// Solid ones look like brass fittings; what one can walk through glows. Seen-through ones come last.
void StageRenderer::draw_fixtures(const Frame& frame, bool seen_through) {
    for (const Frame::Fixture& fixture : frame.fixtures)
        if (!fixture.pose.hidden && (fixture.pose.seen_through > 0.0) == seen_through) draw_fixture(fixture);
}

/// Loose things look like crates, floats and barrels, upright capsules like people.
void StageRenderer::draw_fixture(const Frame::Fixture& fixture) {
    const FixturePose& pose = fixture.pose;
    const auto alpha = static_cast<float>(1.0 - pose.seen_through);
    QMatrix4x4 model;
    model.translate(to_qt(pose.center));
    model.rotate(to_qt(pose.turn));
    if (const auto look = looks_.objects.find(fixture.drawn_as); look != looks_.objects.end()) {
        model.scale(to_qt(pose.half * 2.0));
        draw_mesh(objects_[look->first], model, alpha, true);
        const auto& flame = look->second.flame;
        if (!pose.glows || !flame) return;
        // The flame, and its light in the evening air.
        model.translate(0.0F, 0.0F, static_cast<float>(flame->height));
        QMatrix4x4 halo = model;
        model.scale(static_cast<float>(0.5 * flame->width), static_cast<float>(0.5 * flame->width),
                    static_cast<float>(0.5 * flame->length));
        draw_mesh(flame_, model, 1.0F, false);
        halo.scale(0.4F, 0.4F, 0.2F);
        draw_mesh(halo_, halo, 0.25F, false);
    } else if (pose.glows) {
        model.scale(to_qt(pose.half * 2.0));
        draw_mesh(glow_, model, std::max(alpha, 0.45F), false);
    } else if (pose.shape.kind == RigidShapeKind::box) {
        model.scale(to_qt(pose.half * 2.0));
        draw_mesh(pose.can_be_loose ? crate_ : (pose.solid ? solid_fixture_ : open_fixture_), model, alpha, true);
    } else if (pose.shape.kind == RigidShapeKind::ball || pose.can_be_loose) {
        model.scale(to_qt(pose.half));
        draw_mesh(pose.shape.kind == RigidShapeKind::ball ? float_ : barrel_, model, alpha, true);
    } else {
        model.translate(0.0F, 0.0F, static_cast<float>(-pose.half.z));
        draw_parts(figure_parts(FigurePose{}, 2.0 * pose.half.z, fixture.wears, looks_), {model, alpha});
    }
}

/// It hovers: a little up and down and round, for the eye only. Drawn as the look of its kind, or as a ball.
void StageRenderer::draw_target(const Frame::Target& target, double time) {
    const double phase = time * 2.2 + target.position.y;
    QMatrix4x4 model;
    model.translate(to_qt(target.position + Vec3{0.0, 0.0, 0.06 * std::sin(phase)}));
    model.rotate(static_cast<float>(20.0 * std::sin(phase * 0.7)), 0.0F, 0.0F, 1.0F);
    constexpr double showy = 1.5;  // wings reach beyond what is struck
    const auto look = objects_.find(target.kind);
    model.scale(static_cast<float>(target.radius * (look == objects_.end() ? 1.0 : 2.0 * showy)));
    draw_mesh(look == objects_.end() ? target_ : look->second, model, 1.0F, false);
}

void StageRenderer::draw_line(const Frame::Line& line) {
    constexpr float thick_m = 0.018F;
    const Vec3 along = line.to - line.from;
    const double length = glm::length(along);
    if (length < 1e-6) return;
    QMatrix4x4 model;
    model.translate(to_qt(line.from));
    const QVector3D towards = to_qt(along / length);
    const QVector3D axis = QVector3D::crossProduct({0, 0, 1}, towards);
    const float angle = std::acos(std::clamp(towards.z(), -1.0F, 1.0F)) * 180.0F / std::numbers::pi_v<float>;
    if (axis.length() > 1e-5F) model.rotate(angle, axis.normalized());
    model.scale(thick_m, thick_m, static_cast<float>(length));
    draw_mesh(line.warns ? warning_line_ : line_, model, 1.0F, false);
}

void StageRenderer::draw_puffs(const Frame& frame) {
    for (const Frame::Puff& puff : frame.puffs) {
        QMatrix4x4 model;
        model.translate(to_qt(puff.place));
        model.scale(static_cast<float>(puff.radius));
        const bool dust = puff.of == Frame::Puff::Of::dust;
        Part& part = dust ? dust_ : puff.of == Frame::Puff::Of::spray ? spray_ : spark_;
        draw_mesh(part, model, static_cast<float>(puff.alpha), dust);
    }
}

void StageRenderer::draw_things(const Frame& frame) {
    draw_fixtures(frame, false);
    for (const Frame::Target& target : frame.targets) draw_target(target, frame.time);
    for (const Frame::Line& line : frame.lines) draw_line(line);
    for (const Frame::Line& line : frame.ropes) draw_line(line);
    for (const Frame::Wheel& wheel : frame.wheels) {
        QMatrix4x4 model;
        model.translate(to_qt(wheel.place));
        model.rotate(to_qt(wheel.turn));
        model.scale(static_cast<float>(wheel.radius));
        draw_mesh(wheel_, model, 1.0F, true);
    }
    for (const Frame::Glove& glove : frame.gloves) {
        QMatrix4x4 model;
        model.translate(to_qt(glove.place));
        model.scale(static_cast<float>(glove.radius));
        draw_mesh(glove_, model, 1.0F, true);
    }
}

void StageRenderer::aim(const Frame& frame) {
    gl_.glViewport(0, 0, frame.size.width(), frame.size.height());
    gl_.glEnable(GL_DEPTH_TEST);
    gl_.glDepthFunc(GL_LEQUAL);
    gl_.glEnable(GL_BLEND);
    gl_.glBlendFunc(GL_SRC_ALPHA, GL_ONE_MINUS_SRC_ALPHA);
    // Upside down, so that rows are read from the top as an image wants them.
    projection_ = QMatrix4x4();
    projection_.scale(1.0F, -1.0F, 1.0F);
    projection_ *= frame.camera.projection(frame.size);
    view_projection_ = projection_ * frame.camera.view_matrix();
    eye_ = frame.camera.position();
}

void StageRenderer::draw_backdrop(const Frame& frame) {
    aim(frame);
    gl_.glClear(GL_COLOR_BUFFER_BIT | GL_DEPTH_BUFFER_BIT);
    // Near things first: what they cover needs no work.
    draw_mesh(course_, QMatrix4x4(), 1.0F, true);
    if (water_level_ > -1e8) {
        QMatrix4x4 model;
        model.translate(static_cast<float>(eye_.x), static_cast<float>(eye_.y), static_cast<float>(water_level_));
        model.scale(380.0F, 380.0F, 1.0F);
        draw_mesh(water_, model, 1.0F, true);
    }
    draw_sky(frame);
}

StageRenderer::BackdropKey StageRenderer::backdrop_key(const Frame& frame) const {
    return {frame.camera.projection(frame.size) * frame.camera.view_matrix(), course_number_};
}

void StageRenderer::draw_run(const Frame& frame) {
    aim(frame);
    for (const auto& path : beside_paths_) draw_path(*path, frame, true);
    draw_path(kept_path_, frame, true);
    draw_path(now_path_, frame, false);
    draw_things(frame);
    draw_figure(frame.now, frame, false);
    for (const Figure& other : frame.others) draw_figure(other, frame, false);
    gl_.glDepthMask(GL_FALSE);
    draw_figure(frame.kept, frame, true);
    for (const Figure& other : frame.beside) draw_figure(other, frame, true);
    draw_fixtures(frame, true);
    draw_puffs(frame);
    constexpr float volume_alpha = 0.26F;  // what is in them is seen through them
    // A pool's sides lie in the walls round it: there the walls are seen.
    gl_.glEnable(GL_POLYGON_OFFSET_FILL);
    gl_.glPolygonOffset(1.0F, 4.0F);
    draw_mesh(volumes_, QMatrix4x4(), volume_alpha, true);
    gl_.glDisable(GL_POLYGON_OFFSET_FILL);
    gl_.glDepthMask(GL_TRUE);
}

}  // namespace leap::studio
