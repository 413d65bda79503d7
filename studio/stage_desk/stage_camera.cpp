// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stage_desk/stage_camera.hpp"

#include <algorithm>
#include <cmath>

#include "studio/shared/convert.hpp"

namespace leap::studio {

namespace {
constexpr double look_height_m = 1.1;  ///< the picture's middle lies this far above the feet
}  // namespace

void StageCamera::follow(const Vec3& feet, double seconds) {
    const double share = seconds < 0.0 ? 1.0 : 1.0 - std::exp(-seconds / lag_s);
    target += (feet - target) * share;
}

Vec3 StageCamera::position() const {
    const Vec3 ahead{std::cos(yaw) * std::cos(pitch), std::sin(yaw) * std::cos(pitch), std::sin(pitch)};
    const Vec3 right{std::sin(yaw), -std::cos(yaw), 0.0};
    const Vec3 shaken = right * shake.x + world_up * shake.y + ahead * shake.z;
    const Vec3 middle = target + Vec3{0.0, 0.0, look_height_m};
    switch (view) {
        case StageView3D::eyes: return target + Vec3{0.0, 0.0, eye_height_m} + shaken;
        case StageView3D::side: return middle + Vec3{shake.x, -side_distance_m, 0.6 + shake.y};
        case StageView3D::behind: break;
    }
    return middle - ahead * std::min(distance_m, free_distance_m) + shaken;
}

QMatrix4x4 StageCamera::view_matrix() const {
    const Vec3 eye = position();
    Vec3 at = target + Vec3{0.0, 0.0, look_height_m};
    if (view == StageView3D::eyes)
        at = eye + Vec3{std::cos(yaw) * std::cos(pitch), std::sin(yaw) * std::cos(pitch), std::sin(pitch)};
    if (view == StageView3D::side) at = eye + Vec3{0.0, 1.0, 0.0};
    QMatrix4x4 out;
    out.rotate(static_cast<float>(-roll) * 57.29578F, 0.0F, 0.0F, 1.0F);
    out.lookAt(to_qt(eye), to_qt(at), {0.0F, 0.0F, 1.0F});
    return out;
}

QMatrix4x4 StageCamera::projection(QSize size) const {
    const float aspect = static_cast<float>(size.width()) / static_cast<float>(std::max(1, size.height()));
    const float angle = view == StageView3D::eyes ? 74.0F : (view == StageView3D::side ? 34.0F : 58.0F);
    const float width = std::clamp(angle * static_cast<float>(wider), 20.0F, 120.0F);
    QMatrix4x4 out;
    out.perspective(width, aspect, 0.08F, 400.0F);
    return out;
}

std::optional<QPointF> StageCamera::project(const Vec3& point, QSize size) const {
    const QVector4D clip = projection(size) * view_matrix() * QVector4D(to_qt(point), 1.0F);
    if (clip.w() < 0.05F) return std::nullopt;
    const QPointF unit(static_cast<double>(clip.x() / clip.w()), static_cast<double>(clip.y() / clip.w()));
    return QPointF((unit.x() * 0.5 + 0.5) * size.width(), (0.5 - unit.y() * 0.5) * size.height());
}

}  // namespace leap::studio
