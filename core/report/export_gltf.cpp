// SPDX-License-Identifier: MIT
#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <bit>
#include <cmath>
#include <nlohmann/json.hpp>
#include <numbers>

#include "core/report/exports.hpp"
#include "core/state/world.hpp"
#include "core/units/elementary.hpp"

namespace leap {
namespace {

using GltfJson = nlohmann::ordered_json;
using Floats = std::vector<float>;

constexpr int float_type = 5126;
constexpr int vertex_data = 34962;
constexpr int index_data = 34963;
constexpr int index_type = 5125;

std::string base64(const std::vector<std::uint8_t>& bytes) {
    constexpr std::string_view letters = "ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789+/";
    std::string out;
    for (std::size_t i = 0; i < bytes.size(); i += 3) {
        std::uint32_t three = 0;
        for (std::size_t k = 0; k < 3; ++k) three = (three << 8U) | (i + k < bytes.size() ? bytes[i + k] : 0U);
        for (std::size_t k = 0; k < 4; ++k)
            out += i + k > bytes.size() ? '=' : letters[(three >> (18U - 6U * static_cast<unsigned>(k))) & 63U];
    }
    return out;
}

/// One buffer, its views and what they hold.
class Buffer {
  public:
    /// `kind`: SCALAR, VEC3 or VEC4. Returns the accessor's number.
    std::size_t add(const Floats& values, const char* kind, std::size_t width, int target) {
        GltfJson accessor = begin(values.size() / width, kind, float_type, target);
        for (const float value : values) put(std::bit_cast<std::uint32_t>(value));
        accessor["min"] = GltfJson::array();
        accessor["max"] = GltfJson::array();
        for (std::size_t k = 0; k < width; ++k) {
            float low = values[k];
            float high = values[k];
            for (std::size_t i = k; i < values.size(); i += width) {
                low = std::min(low, values[i]);
                high = std::max(high, values[i]);
            }
            accessor["min"].push_back(low);
            accessor["max"].push_back(high);
        }
        return end(std::move(accessor));
    }
    std::size_t add_indices(const std::vector<std::uint32_t>& indices) {
        GltfJson accessor = begin(indices.size(), "SCALAR", index_type, index_data);
        for (const std::uint32_t index : indices) put(index);
        return end(std::move(accessor));
    }
    void write(GltfJson& out) const {
        out["buffers"] = {
            {{"byteLength", bytes_.size()}, {"uri", "data:application/octet-stream;base64," + base64(bytes_)}}};
        out["bufferViews"] = views_;
        out["accessors"] = accessors_;
    }

  private:
    GltfJson begin(std::size_t count, const char* kind, int type, int target) {
        view_ = {{"buffer", 0}, {"byteOffset", bytes_.size()}};
        if (target != 0) view_["target"] = target;
        return {{"bufferView", views_.size()}, {"componentType", type}, {"count", count}, {"type", kind}};
    }
    std::size_t end(GltfJson accessor) {
        view_["byteLength"] = bytes_.size() - view_["byteOffset"].get<std::size_t>();
        views_.push_back(view_);
        accessors_.push_back(std::move(accessor));
        return accessors_.size() - 1;
    }
    void put(std::uint32_t word) {
        for (unsigned i = 0; i < 4; ++i) bytes_.push_back(static_cast<std::uint8_t>(word >> (8U * i)));
    }

    std::vector<std::uint8_t> bytes_;
    GltfJson views_ = GltfJson::array();
    GltfJson accessors_ = GltfJson::array();
    GltfJson view_;
};

/// y is up in glTF: x stays, z becomes y, y becomes -z.
void put_point(Floats& out, const Vec3& p) {
    out.push_back(static_cast<float>(p.x));
    out.push_back(static_cast<float>(p.z));
    out.push_back(static_cast<float>(-p.y));
}

/// An upright capsule on its feet, of rings.
void capsule_mesh(const BodyShape& shape, Floats& points, std::vector<std::uint32_t>& triangles) {
    constexpr std::uint32_t sides = 16;
    constexpr int rings = 10;
    const double radius = shape.capsule.radius;
    const double middle = shape.capsule.segment();
    for (int ring = 0; ring <= rings; ++ring) {
        const double angle = std::numbers::pi * (static_cast<double>(ring) / rings - 0.5);
        const double up = radius + radius * elementary::sin(angle) + (ring > rings / 2 ? middle : 0.0);
        for (std::uint32_t i = 0; i < sides; ++i) {
            const double turn = 2.0 * std::numbers::pi * i / sides;
            put_point(points, {radius * elementary::cos(angle) * elementary::cos(turn),
                               radius * elementary::cos(angle) * elementary::sin(turn), up});
        }
    }
    for (std::uint32_t ring = 0; ring < rings; ++ring)
        for (std::uint32_t i = 0; i < sides; ++i) {
            const std::uint32_t a = ring * sides + i;
            const std::uint32_t b = ring * sides + (i + 1) % sides;
            for (const std::uint32_t corner : {a, b, b + sides, a, b + sides, a + sides}) triangles.push_back(corner);
        }
}

/// About the upward axis.
void put_turn(Floats& out, double facing_rad) {
    out.push_back(0.0F);
    out.push_back(static_cast<float>(elementary::sin(facing_rad / 2.0)));
    out.push_back(0.0F);
    out.push_back(static_cast<float>(elementary::cos(facing_rad / 2.0)));
}

double facing_at(const TraceTrack& track, double time) {
    return track.rows[row_at(track, time)].facing;
}

}  // namespace

std::string run_gltf(const Program& program, const Tuning& tuning, const Trace& trace, double pictures_per_s) {
    GltfJson out;
    out["asset"] = {{"version", "2.0"}, {"generator", "Easy Leap"}};
    Buffer buffer;
    GltfJson nodes = GltfJson::array();
    GltfJson meshes = GltfJson::array();
    GltfJson animation{{"name", "run"}, {"channels", GltfJson::array()}, {"samplers", GltfJson::array()}};
    GltfJson scene = GltfJson::array();
    const auto add_channel = [&](std::size_t node, const char* path, std::size_t times, std::size_t values) {
        animation["channels"].push_back(
            {{"sampler", animation["samplers"].size()}, {"target", {{"node", node}, {"path", path}}}});
        animation["samplers"].push_back({{"input", times}, {"output", values}, {"interpolation", "LINEAR"}});
    };
    const auto pictures = static_cast<std::size_t>(std::floor(trace.length_s() * pictures_per_s + 1e-9)) + 1;
    Floats times;
    for (std::size_t i = 0; i < pictures; ++i)
        times.push_back(static_cast<float>(static_cast<double>(i) / pictures_per_s));
    const std::size_t times_at = buffer.add(times, "SCALAR", 1, 0);
    for (const TraceTrack& track : trace.tracks) {
        const BodyShape shape = body_shape(program, tuning, track.kind);
        Floats path;
        Floats turns;
        for (std::size_t i = 0; i < pictures; ++i) {
            const double time = static_cast<double>(i) / pictures_per_s;
            put_point(path, position_at(track, time));
            put_turn(turns, facing_at(track, time));
        }
        const std::size_t path_at = buffer.add(path, "VEC3", 3, vertex_data);
        const std::size_t moved_at = buffer.add(path, "VEC3", 3, 0);
        const std::size_t turned_at = buffer.add(turns, "VEC4", 4, 0);
        Floats points;
        std::vector<std::uint32_t> triangles;
        capsule_mesh(shape, points, triangles);
        const std::size_t points_at = buffer.add(points, "VEC3", 3, vertex_data);
        const std::size_t triangles_at = buffer.add_indices(triangles);
        constexpr int line_strip = 3;
        meshes.push_back({{"name", track.name + " path"},
                          {"primitives", {{{"attributes", {{"POSITION", path_at}}}, {"mode", line_strip}}}}});
        meshes.push_back({{"name", track.name},
                          {"primitives", {{{"attributes", {{"POSITION", points_at}}}, {"indices", triangles_at}}}}});
        scene.push_back(nodes.size());
        nodes.push_back({{"name", track.name + " path"}, {"mesh", meshes.size() - 2}});
        scene.push_back(nodes.size());
        const std::size_t figure = nodes.size();
        nodes.push_back({{"name", track.name}, {"mesh", meshes.size() - 1}});
        add_channel(figure, "translation", times_at, moved_at);
        add_channel(figure, "rotation", times_at, turned_at);
        if (out.contains("cameras")) continue;
        out["cameras"] = {{{"type", "perspective"}, {"perspective", {{"yfov", 1.1}, {"znear", 0.05}}}}};
        // Behind and above, looking ahead: along x, as the figure does when it isn't turned.
        const double down = -0.2;
        const double quarter = -std::numbers::pi / 4.0;
        nodes.push_back({{"name", "camera"},
                         {"camera", 0},
                         {"translation", {-5.0, 2.6, 0.0}},
                         {"rotation",
                          {elementary::cos(quarter) * elementary::sin(down / 2.0),
                           elementary::sin(quarter) * elementary::cos(down / 2.0),
                           -elementary::sin(quarter) * elementary::sin(down / 2.0),
                           elementary::cos(quarter) * elementary::cos(down / 2.0)}}});
        nodes[figure]["children"] = {nodes.size() - 1};
    }
    out["scene"] = 0;
    out["scenes"] = {{{"nodes", scene}}};
    out["nodes"] = nodes;
    out["meshes"] = meshes;
    out["animations"] = {animation};
    buffer.write(out);
    return out.dump() + "\n";
}

}  // namespace leap
