// SPDX-License-Identifier: MIT
#include "draw.hpp"

#include <GL/gl.h>

#include <cmath>

namespace little_quay {
namespace {

constexpr double pi = 3.14159265358979323846;

void perspective(double height_rad, double aspect, double near, double far) {
    const double top = near * std::tan(height_rad / 2.0);
    glFrustum(-top * aspect, top * aspect, -top, top, near, far);
}

void quad(const Point& a, const Point& b, const Point& c, const Point& d, float shade) {
    glColor3f(0.78F * shade, 0.56F * shade, 0.20F * shade);
    for (const Point& each : {a, b, c, d}) glVertex3dv(each.data());
}

void box(const Point& middle, const Point& half) {
    const auto corner = [&](int x, int y, int z) {
        return Point{middle[0] + x * half[0], middle[1] + y * half[1], middle[2] + z * half[2]};
    };
    glBegin(GL_QUADS);
    quad(corner(-1, -1, 1), corner(1, -1, 1), corner(1, 1, 1), corner(-1, 1, 1), 1.0F);
    quad(corner(-1, -1, -1), corner(1, -1, -1), corner(1, -1, 1), corner(-1, -1, 1), 0.8F);
    quad(corner(-1, 1, -1), corner(1, 1, -1), corner(1, 1, 1), corner(-1, 1, 1), 0.8F);
    quad(corner(-1, -1, -1), corner(-1, 1, -1), corner(-1, 1, 1), corner(-1, -1, 1), 0.65F);
    quad(corner(1, -1, -1), corner(1, 1, -1), corner(1, 1, 1), corner(1, -1, 1), 0.65F);
    glEnd();
}

/// A coat, a head, and a beak of a cap that shows where it faces.
void figure(const Mover::Drawn& keeper) {
    glPushMatrix();
    glTranslated(keeper.feet[0], keeper.feet[1], keeper.feet[2]);
    glRotated(keeper.facing * 180.0 / pi, 0.0, 0.0, 1.0);
    box({0.0, 0.0, 0.6}, {0.18, 0.26, 0.6});
    box({0.0, 0.0, 1.45}, {0.15, 0.15, 0.22});
    box({0.2, 0.0, 1.55}, {0.08, 0.1, 0.03});
    glPopMatrix();
}

}  // namespace

void draw(const Level& level, const Mover::Drawn& keeper, const Eye& eye, int width, int height) {
    glViewport(0, 0, width, height);
    glClearColor(0.16F, 0.20F, 0.28F, 1.0F);
    glClear(static_cast<GLbitfield>(GL_COLOR_BUFFER_BIT) | static_cast<GLbitfield>(GL_DEPTH_BUFFER_BIT));
    glEnable(GL_DEPTH_TEST);
    glMatrixMode(GL_PROJECTION);
    glLoadIdentity();
    perspective(1.1, static_cast<double>(width) / std::max(1, height), 0.1, 200.0);
    glMatrixMode(GL_MODELVIEW);
    glLoadIdentity();
    glTranslated(0.0, 0.0, -eye.distance);
    glRotated(-90.0 - eye.pitch * 180.0 / pi, 1.0, 0.0, 0.0);
    glRotated(90.0 - eye.yaw * 180.0 / pi, 0.0, 0.0, 1.0);
    glTranslated(-keeper.feet[0], -keeper.feet[1], -keeper.feet[2] - 1.4);
    glBegin(GL_TRIANGLES);
    for (const Triangle& triangle : level.fixed) {
        const auto& [a, b, c] = triangle.corners;
        const double up = (b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0]);
        const float shade = std::abs(up) > 1e-9 ? 1.0F : 0.7F;
        glColor3f(triangle.colour[0] * shade, triangle.colour[1] * shade, triangle.colour[2] * shade);
        for (const Point& corner : triangle.corners) glVertex3dv(corner.data());
    }
    glEnd();
    box(level.lift_middle, level.lift_half);
    figure(keeper);
}

}  // namespace little_quay
