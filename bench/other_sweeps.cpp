// SPDX-License-Identifier: MIT
// The same capsule sweeps through the same boxes by FCL: continuous collision of each box that the dynamic tree of
// boxes offers for the swept bounds, conservative advancement, exact to the same millimetre.
#include <benchmark/benchmark.h>
#include <fcl/fcl.h>

#include "bench/box_fields.hpp"

namespace {

struct Sweep {
    fcl::ContinuousCollisionObjectd* moving;
    double first = 1.0;
};

bool meet(fcl::CollisionObjectd* box, fcl::CollisionObjectd* swept, void* data) {
    auto* sweep = static_cast<Sweep*>(data);
    static_cast<void>(swept);
    fcl::ContinuousCollisionRequestd request(20, 1e-3, fcl::CCDM_TRANS, fcl::GST_LIBCCD,
                                             fcl::CCDC_CONSERVATIVE_ADVANCEMENT);
    fcl::ContinuousCollisionResultd result;
    const fcl::TranslationMotiond still(box->getTransform(), box->getTransform());
    const double share = fcl::continuousCollide(sweep->moving->collisionGeometry().get(), sweep->moving->getMotion(),
                                                box->collisionGeometry().get(), &still, request, result);
    if (result.is_collide && share < sweep->first) sweep->first = share;
    return false;
}

void fcl_sweep(benchmark::State& state) {
    const leap::bench::Field field = leap::bench::field_of(state.range(0));
    const auto asked = leap::bench::questions(field, 1.0);
    std::vector<std::unique_ptr<fcl::CollisionObjectd>> boxes;
    fcl::DynamicAABBTreeCollisionManagerd tree;
    for (const leap::Piece& piece : field.course.plan.pieces) {
        fcl::Transform3d at = fcl::Transform3d::Identity();
        at.translate(fcl::Vector3d(piece.center.x, piece.center.y, piece.center.z));
        at.rotate(fcl::AngleAxisd(piece.turn_deg * 3.14159265358979 / 180.0, fcl::Vector3d::UnitZ()));
        boxes.push_back(std::make_unique<fcl::CollisionObjectd>(
            std::make_shared<fcl::Boxd>(piece.size.x, piece.size.y, piece.size.z), at));
        boxes.back()->computeAABB();
        tree.registerObject(boxes.back().get());
    }
    tree.setup();
    constexpr double radius = 0.32;
    constexpr double height = 1.72;
    const auto capsule = std::make_shared<fcl::Capsuled>(radius, height - 2 * radius);
    std::size_t i = 0;
    for (auto _ : state) {
        const leap::bench::Question& q = asked[i++ % asked.size()];
        fcl::Transform3d begin = fcl::Transform3d::Identity();
        begin.translate(fcl::Vector3d(q.from.x, q.from.y, q.from.z + height / 2));
        fcl::Transform3d end = fcl::Transform3d::Identity();
        end.translate(fcl::Vector3d(q.from.x + q.along.x, q.from.y + q.along.y, q.from.z + q.along.z + height / 2));
        fcl::ContinuousCollisionObjectd moving(capsule, std::make_shared<fcl::TranslationMotiond>(begin, end));
        // The tree is asked with a box round the whole way.
        const fcl::Vector3d low = begin.translation().cwiseMin(end.translation());
        const fcl::Vector3d high = begin.translation().cwiseMax(end.translation());
        const fcl::Vector3d size = high - low + fcl::Vector3d(2 * radius, 2 * radius, height);
        fcl::Transform3d middle = fcl::Transform3d::Identity();
        middle.translate((low + high) / 2);
        fcl::CollisionObjectd swept(std::make_shared<fcl::Boxd>(size), middle);
        swept.computeAABB();
        Sweep sweep{&moving};
        tree.collide(&swept, &sweep, meet);
        benchmark::DoNotOptimize(sweep.first);
    }
}
BENCHMARK(fcl_sweep)->Arg(100)->Arg(10000)->Arg(100000);

}  // namespace
