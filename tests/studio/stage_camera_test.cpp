// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stage_desk/stage_camera.hpp"

#include <gtest/gtest.h>
#include <cmath>

namespace leap::studio::stage_camera_test {
namespace {

TEST(StageCamera, TheTargetStandsInTheMiddleFromBehindAndFromTheSide) {
    for (const StageView3D view : {StageView3D::behind, StageView3D::side}) {
        StageCamera camera;
        camera.view = view;
        camera.follow({3, 4, 5}, -1.0);
        const auto at = camera.project({3, 4, 6.1}, {800, 600});
        ASSERT_TRUE(at);
        EXPECT_NEAR(at->x(), 400, 1);
        EXPECT_NEAR(at->y(), 300, view == StageView3D::side ? 40 : 1);
    }
}

TEST(StageCamera, WhatIsBehindIsNotInThePicture) {
    StageCamera camera;
    camera.view = StageView3D::eyes;
    camera.pitch = 0.0;
    camera.follow(Vec3{0.0}, -1.0);
    EXPECT_TRUE(camera.project({5, 0, 1.58}, {800, 600}));
    EXPECT_FALSE(camera.project({-5, 0, 1.58}, {800, 600}));
    // What stands to the left is drawn at the left.
    EXPECT_LT(camera.project({5, 1, 1.58}, {800, 600})->x(), 400);
}

TEST(StageCamera, FollowingLagsButArrives) {
    StageCamera camera;
    camera.follow(Vec3{0.0}, -1.0);
    camera.follow({1, 0, 0}, 1.0 / 60);
    EXPECT_GT(camera.target.x, 0.05);
    EXPECT_LT(camera.target.x, 0.5);
    for (int i = 0; i < 60; ++i) camera.follow({1, 0, 0}, 1.0 / 60);
    EXPECT_NEAR(camera.target.x, 1.0, 1e-4);
}

}  // namespace
}  // namespace leap::studio::stage_camera_test
