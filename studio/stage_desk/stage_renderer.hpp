// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QMatrix4x4>
#include <QOpenGLBuffer>
#include <QOpenGLFunctions_3_3_Core>
#include <QOpenGLShaderProgram>
#include <QOpenGLVertexArrayObject>
#include <map>
#include <memory>
#include <span>

#include "core/senses/fixtures.hpp"
#include "studio/stage_desk/stage_camera.hpp"
#include "studio/stage_desk/stage_hands.hpp"
#include "studio/stage_desk/stage_meshes.hpp"

namespace leap::studio {

/// Draws the stage with OpenGL 3.3 core. All calls need the current context of the widget that owns it.
class StageRenderer {
  public:
    void initialize();
    /// What things are drawn as from now on.
    void set_looks(Looks looks);
    void set_course(const Course& course);
    void set_path(bool kept, const std::vector<RibbonVertex>& ribbon);
    /// Of runs beside "now" and "kept", instead of those there are.
    void set_beside_paths(const std::vector<std::vector<RibbonVertex>>& ribbons);

    struct Figure {
        bool shown = false;
        Vec3 feet{0.0};
        double facing = 0.0;
        Vec3 velocity{0.0};
        bool grounded = false;
        Vec3 ground_normal{0.0, 0.0, 1.0};
        double shadow_z = 0.0;
        bool has_shadow = false;
        double radius = 0.3;
        double height = 1.7;
        double squash = 1.0;
        FigurePose pose;
        std::vector<Garment> wears;
        BusyHands hands;
    };
    struct Frame {
        StageCamera camera;
        QSize size;
        Figure now;
        Figure kept;
        std::vector<Figure> beside;
        std::vector<Figure> others;  ///< the other characters
        bool show_velocity = true;
        bool show_ground = true;
        struct Target {
            Vec3 position{0.0};
            double radius = 0.25;
            std::string kind;
        };
        std::vector<Target> targets;  ///< those of the course that are there
        struct Line {
            Vec3 from{0.0};
            Vec3 to{0.0};
            bool warns = false;  ///< a wheel that slides
        };
        std::vector<Line> lines;
        std::vector<Line> ropes;  ///< pieces of those by which things are tied
        struct Fixture {
            FixturePose pose;
            std::string drawn_as;        ///< empty: by its shape
            std::vector<Garment> wears;  ///< of those that look like people
        };
        std::vector<Fixture> fixtures;
        struct Wheel {
            Vec3 place{0.0};
            Quat turn{1.0, 0.0, 0.0, 0.0};  ///< y along the axle
            double radius = 0.3;
        };
        std::vector<Wheel> wheels;
        struct Glove {
            Vec3 place{0.0};
            double radius = 0.08;
        };
        std::vector<Glove> gloves;  ///< hands that are raised or hold something
        /// A bit of what is in the air for a moment, see puffs_at().
        struct Puff {
            enum class Of : std::uint8_t { dust, spray, spark };
            Of of = Of::dust;
            Vec3 place{0.0};
            double radius = 0.05;
            double alpha = 1.0;  ///< 0: nothing is seen of it
        };
        std::vector<Puff> puffs;
        double time = 0.0;
    };
    /// The course, the water and the sky: the same picture as long as backdrop_key() is.
    void draw_backdrop(const Frame& frame);
    /// Paths and figures, over the backdrop.
    void draw_run(const Frame& frame);
    struct BackdropKey {
        QMatrix4x4 view;
        int course = -1;
        friend bool operator==(const BackdropKey&, const BackdropKey&) = default;
    };
    BackdropKey backdrop_key(const Frame& frame) const;

  private:
    void aim(const Frame& frame);
    struct Part {
        QOpenGLVertexArrayObject array;
        QOpenGLBuffer buffer{QOpenGLBuffer::VertexBuffer};
        int count = 0;
    };
    template <class Vertex>
    void upload(Part& part, const std::vector<Vertex>& vertices,
                std::initializer_list<std::pair<int, std::size_t>> attributes);
    void upload_mesh(Part& part, const std::vector<MeshVertex>& mesh);
    void draw_sky(const Frame& frame);
    void draw_mesh(Part& part, const QMatrix4x4& model, float alpha, bool lit);
    void draw_figure(const Figure& figure, const Frame& frame, bool ghost);
    void upload_path(Part& part, const std::vector<RibbonVertex>& ribbon);
    void draw_path(Part& part, const Frame& frame, bool dashed);

    QOpenGLFunctions_3_3_Core gl_;
    std::unique_ptr<QOpenGLShaderProgram> mesh_program_;
    std::unique_ptr<QOpenGLShaderProgram> grid_program_;
    std::unique_ptr<QOpenGLShaderProgram> ribbon_program_;
    std::unique_ptr<QOpenGLShaderProgram> sky_program_;
    void draw_things(const Frame& frame);
    void draw_fixtures(const Frame& frame, bool seen_through);

    Looks looks_;
    std::map<std::pair<std::variant<Limb, std::string>, std::uint32_t>, Part>
        figure_;  ///< made when they are first seen
    struct DrawnParts {
        QMatrix4x4 model;
        float alpha = 1.0F;
        bool arms_alone = false;  ///< those that reach: what somebody sees of themselves
    };
    void draw_parts(const std::vector<FigurePart>& parts, const DrawnParts& how);
    void draw_fixture(const Frame::Fixture& fixture);
    void draw_target(const Frame::Target& target, double time);
    void draw_line(const Frame::Line& line);
    void draw_puffs(const Frame& frame);
    std::map<std::string, Part, std::less<>> objects_;  ///< a mesh for each look
    Part dust_, spray_, spark_;
    Part wheel_, glove_, warning_line_, glow_, flame_, halo_;
    Part line_, target_, solid_fixture_, open_fixture_, crate_, float_, barrel_;
    Part course_, volumes_, water_, shadow_, ground_mark_, velocity_, now_path_, kept_path_, sky_;
    std::vector<std::unique_ptr<Part>> beside_paths_;
    int course_number_ = 0;  ///< counts the courses that were set
    double water_level_ = -1e9;
    QMatrix4x4 projection_;
    QMatrix4x4 view_projection_;
    Vec3 eye_{0.0};
};

}  // namespace leap::studio
