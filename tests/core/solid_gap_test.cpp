// SPDX-License-Identifier: MIT
#include "core/world/solid_gap.hpp"

#include <gtest/gtest.h>

#include <cmath>
#include <random>

#include "core/world/closest_point.hpp"
#include "tests/core/support.hpp"

namespace leap::solid_gap_test {
namespace {

class Anything {
  public:
    double within(double low, double high) { return std::uniform_real_distribution<double>(low, high)(random_); }
    Vec3 place(double reach) { return {within(-reach, reach), within(-reach, reach), within(-reach, reach)}; }
    Solid box(double turn_deg) {
        Piece piece = test::box(place(3.0), {within(0.1, 3.0), within(0.1, 3.0), within(0.1, 3.0)});
        piece.turn_deg = turn_deg;
        return solids_of(piece, 0).front();
    }
    Solid ball() {
        Solid out;
        out.kind = SolidKind::round;
        out.radius = within(0.1, 1.0);
        out.corners.assign(2, place(3.0));
        return out;
    }

  private:
    std::mt19937 random_{11};
};

Vec3 inside(const Solid& box, const Vec3& share) {
    const Vec3 own = box.half * share;
    return box.center +
           Vec3{box.turn_cos * own.x - box.turn_sin * own.y, box.turn_sin * own.x + box.turn_cos * own.y, own.z};
}

TEST(SolidGap, OfBoxesTurnedAlikeIsWhatTheirSidesLeave) {
    Anything any;
    int apart = 0;
    for (int i = 0; i < 2000; ++i) {
        const double turn = any.within(0.0, 360.0);
        const Solid a = any.box(turn);
        const Solid b = any.box(turn);
        const Vec3 between = b.center - a.center;
        const Vec3 own{a.turn_cos * between.x + a.turn_sin * between.y,
                       -a.turn_sin * between.x + a.turn_cos * between.y, between.z};
        const Vec3 left = glm::max(glm::abs(own) - a.half - b.half, Vec3{0.0});
        EXPECT_NEAR(gap_between(a, b), glm::length(left), 1e-7) << i;
        if (glm::length(left) > 0.0) ++apart;
    }
    EXPECT_GT(apart, 500);
}

TEST(SolidGap, OfABallIsItsMiddlesDistanceLessItsRadius) {
    Anything any;
    for (int i = 0; i < 2000; ++i) {
        const Solid box = any.box(any.within(0.0, 360.0));
        const Solid ball = any.ball();
        const double wanted = closest_point(box, 0.0, ball.corners[0]).distance - ball.radius;
        if (wanted > -ball.radius) {
            EXPECT_NEAR(gap_between(box, ball), wanted, 1e-7) << i;
        }
    }
}

/// However two boxes are turned: no two of their points are nearer, what is apart stays so when it moves by less, and
/// the order makes no difference.
TEST(SolidGap, IsNoMoreThanTheDistanceOfAnyTwoPoints) {
    Anything any;
    int apart = 0;
    for (int i = 0; i < 400; ++i) {
        const Solid a = any.box(any.within(0.0, 360.0));
        const Solid b = any.box(any.within(0.0, 360.0));
        const double gap = gap_between(a, b);
        EXPECT_NEAR(gap, gap_between(b, a), 1e-7);
        double least = 1e300;
        for (int k = 0; k < 200; ++k)
            least = std::min(least, glm::length(inside(a, any.place(1.0)) - inside(b, any.place(1.0))));
        EXPECT_LE(gap, least + 1e-9) << i;
        if (gap <= 0.0) continue;
        ++apart;
        Solid nearer = b;
        nearer.center += direction_or_zero(any.place(1.0)) * (0.99 * gap);
        EXPECT_GT(gap_between(a, nearer), 0.0) << i;
    }
    EXPECT_GT(apart, 100);
}

}  // namespace
}  // namespace leap::solid_gap_test
