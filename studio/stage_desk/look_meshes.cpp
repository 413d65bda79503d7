// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stage_desk/look_meshes.hpp"

#include "studio/stage_desk/mesh_parts.hpp"

namespace leap::studio {
namespace {

class LookMesh {
  public:
    LookMesh(std::uint32_t rgb, std::vector<MeshVertex>& out) : rgb_(rgb), out_(out) {}

    void add(const LookPart& part) {
        const QColor color(part.color.value_or(rgb_));
        std::visit([&](const auto& shape) { add(shape, color); }, part.shape);
    }

  private:
    void add(const BoxPart& box, const QColor& color) { add_box(out_, box.from, box.to, color); }
    /// A little gap lies between two boards.
    void add(const BoardsPart& boards, const QColor& color) {
        constexpr double gap_share = 0.04;
        const QColor second(boards.second_color.value_or(color.rgb()));
        const double step = (boards.to[boards.axis] - boards.from[boards.axis]) / boards.count;
        for (int i = 0; i < boards.count; ++i) {
            Vec3 from = boards.from;
            Vec3 to = boards.to;
            from[boards.axis] += step * (i + gap_share);
            to[boards.axis] = boards.from[boards.axis] + step * (i + 1 - gap_share);
            add_box(out_, from, to, i % 2 == 0 ? color : second);
        }
    }
    void add(const LathePart& lathe, const QColor& color) { add_lathe(out_, lathe.outline, color, lathe.at); }
    void add(const BallPart& ball, const QColor& color) { add_ball(out_, ball.at, ball.radius, ball.height, color); }
    /// Both windings: whichever the view keeps.
    void add(const SheetPart& sheet, const QColor& color) {
        const auto& corners = sheet.corners;
        for (std::size_t i = 1; i + 1 < corners.size(); ++i) {
            Vec3 normal = direction_or_zero(glm::cross(corners[i] - corners[0], corners[i + 1] - corners[0]));
            if (normal.z < 0.0) normal = -normal;  // lit from above on both sides
            for (const std::size_t k : {std::size_t{0}, i, i + 1, std::size_t{0}, i + 1, i})
                out_.push_back(mesh_vertex(corners[k], normal, color));
        }
    }

    std::uint32_t rgb_;
    std::vector<MeshVertex>& out_;
};

}  // namespace

std::vector<MeshVertex> look_mesh(std::span<const LookPart> parts, std::uint32_t rgb) {
    std::vector<MeshVertex> out;
    LookMesh mesh(rgb, out);
    for (const LookPart& part : parts) mesh.add(part);
    return out;
}

}  // namespace leap::studio
