// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stage_desk/stage_meshes.hpp"

#include <gtest/gtest.h>

#include "studio/shared/convert.hpp"
#include "tests/studio/support.hpp"

namespace leap::studio {
namespace {

TEST(StageMeshes, ThePathIsAsLongAsTheRun) {
    test::Studio studio;
    const Trace& trace = studio.session->now_run()->trace;
    const auto ribbon = path_ribbon(trace, *studio.session->program(), -1.0, 1e300, true, Qt::red);
    ASSERT_FALSE(ribbon.empty());
    EXPECT_EQ(ribbon.size() % 6, 0U);
    double length = 0.0;
    for (std::size_t i = 1; i < trace.rows.size(); ++i)
        length += glm::length(trace.rows[i].position - trace.rows[i - 1].position);
    EXPECT_NEAR(static_cast<double>(ribbon.back().along), length, length * 0.01);
}

TEST(StageMeshes, ArcsSpanFromLeavingTheGroundToLanding) {
    test::Studio studio;
    const Trace& trace = studio.session->now_run()->trace;
    const auto arcs = air_arcs(trace);
    ASSERT_GT(arcs.size(), 4U);
    EXPECT_NEAR(arcs[0].from, 0.9, 1e-6);
    EXPECT_NEAR(arcs[0].top.z - arcs[0].start.z, 2.1, 0.003);
    for (const AirArc& arc : arcs) EXPECT_LT(arc.from, arc.to);
}

TEST(StageMeshes, TheFigureIsAsTallAsTheBody) {
    float top = 0.0F;
    for (const MeshVertex& v : figure_mesh(0.32, 1.72)) top = std::max(top, v.position[2]);
    EXPECT_NEAR(top, 1.72F, 1e-4F);
}

TEST(ShownValues, ReadTheTraceAtAnyTime) {
    test::Studio studio;
    const Trace& trace = studio.session->now_run()->trace;
    const auto value = find_shown_value(*studio.session->program(), "height");
    ASSERT_TRUE(value);
    EXPECT_NEAR(shown_value_at(*value, trace, 1.26), 2.101, 0.005);
    EXPECT_EQ(shown_value_text(*value, 2.5).toStdString(), "2.5 m");
    EXPECT_FALSE(find_shown_value(*studio.session->program(), "nonsense"));
}

}  // namespace
}  // namespace leap::studio
