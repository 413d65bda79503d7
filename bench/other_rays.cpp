// SPDX-License-Identifier: MIT
// The same rays through the same boxes, as triangles, by Embree: one ray at a time, one thread, robust and plain.
#include <benchmark/benchmark.h>
#include <embree3/rtcore.h>

#include <limits>

#include "bench/box_fields.hpp"
#include "core/world/solid.hpp"

namespace {

RTCScene scene_of(RTCDevice device, const leap::bench::Field& field, bool robust) {
    RTCScene scene = rtcNewScene(device);
    if (robust) rtcSetSceneFlags(scene, RTC_SCENE_FLAG_ROBUST);
    RTCGeometry mesh = rtcNewGeometry(device, RTC_GEOMETRY_TYPE_TRIANGLE);
    std::vector<leap::DrawnTriangle> triangles;
    for (const leap::Piece& piece : field.course.plan.pieces)
        for (const leap::DrawnTriangle& triangle : leap::drawn_triangles(piece)) triangles.push_back(triangle);
    auto* corners = static_cast<float*>(rtcSetNewGeometryBuffer(mesh, RTC_BUFFER_TYPE_VERTEX, 0, RTC_FORMAT_FLOAT3,
                                                                3 * sizeof(float), triangles.size() * 3));
    auto* indices = static_cast<unsigned*>(rtcSetNewGeometryBuffer(mesh, RTC_BUFFER_TYPE_INDEX, 0, RTC_FORMAT_UINT3,
                                                                   3 * sizeof(unsigned), triangles.size()));
    unsigned next = 0;
    for (const leap::DrawnTriangle& triangle : triangles)
        for (const leap::Vec3& corner : triangle.corners) {
            for (int i = 0; i < 3; ++i) *corners++ = static_cast<float>(corner[i]);
            *indices++ = next++;
        }
    rtcCommitGeometry(mesh);
    rtcAttachGeometry(scene, mesh);
    rtcReleaseGeometry(mesh);
    rtcCommitScene(scene);
    return scene;
}

void embree_ray(benchmark::State& state) {
    const leap::bench::Field field = leap::bench::field_of(state.range(0));
    const auto asked = leap::bench::questions(field, 1.0);
    RTCDevice device = rtcNewDevice(nullptr);
    RTCScene scene = scene_of(device, field, state.range(1) != 0);
    std::size_t i = 0;
    for (auto _ : state) {
        const leap::bench::Question& q = asked[i++ % asked.size()];
        RTCIntersectContext context;
        rtcInitIntersectContext(&context);
        RTCRayHit ray{};
        ray.ray.org_x = static_cast<float>(q.from.x);
        ray.ray.org_y = static_cast<float>(q.from.y);
        ray.ray.org_z = static_cast<float>(q.from.z);
        ray.ray.dir_x = static_cast<float>(q.along.x);
        ray.ray.dir_y = static_cast<float>(q.along.y);
        ray.ray.dir_z = static_cast<float>(q.along.z);
        ray.ray.tfar = 30.0F;
        ray.ray.mask = std::numeric_limits<unsigned>::max();
        ray.hit.geomID = RTC_INVALID_GEOMETRY_ID;
        rtcIntersect1(scene, &context, &ray);
        benchmark::DoNotOptimize(ray.ray.tfar);
    }
    rtcReleaseScene(scene);
    rtcReleaseDevice(device);
}
BENCHMARK(embree_ray)->ArgNames({"", "robust"})->ArgsProduct({{100, 10000, 100000}, {0, 1}});

}  // namespace
