// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stage_desk/stage_meshes.hpp"
#include "studio/stage_desk/figure_pose.hpp"

#include <gtest/gtest.h>

#include "studio/shared/convert.hpp"
#include "studio/stage_desk/look_meshes.hpp"
#include "tests/studio/support.hpp"

namespace leap::studio::stage_meshes_test {
namespace {

TEST(StageMeshes, ThePathIsAsLongAsTheRun) {
    test::Studio studio;
    const Trace& trace = studio.session->now_run()->trace;
    const auto ribbon = path_ribbon(trace, 0, *studio.session->program(), -1.0, 1e300, true, Qt::red);
    ASSERT_FALSE(ribbon.empty());
    EXPECT_EQ(ribbon.size() % 6, 0U);
    double length = 0.0;
    for (std::size_t i = 1; i < trace.tracks[0].rows.size(); ++i)
        length += glm::length(trace.tracks[0].rows[i].position - trace.tracks[0].rows[i - 1].position);
    EXPECT_NEAR(static_cast<double>(ribbon.back().along), length, length * 0.01);
}

TEST(StageMeshes, ArcsSpanFromLeavingTheGroundToLanding) {
    test::Studio studio;
    const Trace& trace = studio.session->now_run()->trace;
    const auto arcs = air_arcs(trace, 0);
    ASSERT_GT(arcs.size(), 4U);
    EXPECT_NEAR(arcs[0].from, 0.9, 1e-6);
    EXPECT_NEAR(arcs[0].top.z - arcs[0].start.z, 2.1, 0.003);
    for (const AirArc& arc : arcs) EXPECT_LT(arc.from, arc.to);
}

/// Lowest and highest point of the figure in a pose.
std::pair<float, float> extent_of(const FigurePose& pose) {
    std::pair<float, float> out{1e9F, -1e9F};
    const Looks looks = usual_looks();
    for (const FigurePart& part : figure_parts(pose, 1.72, {}, looks)) {
        const auto* garment = std::get_if<std::string>(&part.shape);
        const auto mesh = garment != nullptr ? look_mesh(looks.garments.at(*garment).parts, part.rgb)
                                             : limb_mesh(std::get<Limb>(part.shape), Qt::gray);
        for (const MeshVertex& v : mesh) {
            const float z = part.model.map(QVector3D(v.position[0], v.position[1], v.position[2])).z();
            out = {std::min(out.first, z), std::max(out.second, z)};
        }
    }
    return out;
}

TEST(FigurePose, StandsOnTheGroundAsTallAsTheBody) {
    const auto [low, high] = extent_of(FigurePose{});
    EXPECT_NEAR(low, 0.0F, 0.06F);
    EXPECT_NEAR(high, 1.72F, 0.06F);
}

TEST(FigurePose, WearsWhatTheLooksHaveAndLeavesOutWhatTheyDont) {
    const auto names = [](const std::vector<Garment>& wears) {
        std::vector<std::pair<std::string, std::uint32_t>> out;
        for (const FigurePart& part : figure_parts(FigurePose{}, 1.7, wears, usual_looks()))
            if (const auto* garment = std::get_if<std::string>(&part.shape)) out.emplace_back(*garment, part.rgb);
        return out;
    };
    using Names = std::vector<std::pair<std::string, std::uint32_t>>;
    EXPECT_EQ(names({}), (Names{{"smock", 0x5C6672}, {"cap", 0x3C4148}}));
    EXPECT_EQ(names({{{"long_coat", {}}, 0x112233}, {{"crown", {}}, std::nullopt}}), (Names{{"long_coat", 0x112233}}));
    EXPECT_EQ(names({{{"hood", {}}, std::nullopt}}), (Names{{"smock", 0x5C6672}, {"hood", 0x8C8A86}}))
        << "nobody goes without";
}

/// Two halves that hold together at the elbow, from the shoulder to the very place; the other arm hangs.
TEST(FigurePose, AnArmReachesToWhereItsHandIs) {
    const Looks looks = usual_looks();
    for (const QVector3D& hand :
         {QVector3D(0.4F, 0.3F, 1.2F), QVector3D(0.5F, -0.1F, 1.4F), QVector3D(0.1F, 0.2F, 1.9F),
          QVector3D(-0.2F, 0.3F, 1.0F), QVector3D(0.6F, 0.1F, 1.3F)}) {
        for (const std::size_t side : {0U, 1U}) {
            FigureHands hands;
            hands[side] = hand;
            std::vector<FigurePart> arm;
            for (const FigurePart& part : figure_parts(FigurePose{}, 1.72, {}, looks, hands))
                if (part.reaches) arm.push_back(part);
            ASSERT_EQ(arm.size(), 2U);
            const QVector3D end(0.0F, 0.0F, -1.0F);
            EXPECT_LT((arm[1].model.map(end) - hand).length(), 1e-3F);
            EXPECT_LT((arm[0].model.map(end) - arm[1].model.map(QVector3D())).length(), 1e-3F) << "at the elbow";
            const QVector3D shoulder = arm[0].model.map(QVector3D());
            EXPECT_GT(shoulder.y() * (side == 0 ? 1.0F : -1.0F), 0.1F) << "from its own side";
        }
    }
    for (const FigurePart& part : figure_parts(FigurePose{}, 1.72, {}, looks)) EXPECT_FALSE(part.reaches);
}

TEST(FigurePose, WhatIsBeyondItsArmsIsPointedAt) {
    FigureHands hands;
    hands[0] = QVector3D(6.0F, 0.2F, 1.4F);
    const auto parts = figure_parts(FigurePose{}, 1.72, {}, usual_looks(), hands);
    const auto upper = std::find_if(parts.begin(), parts.end(), [](const FigurePart& part) { return part.reaches; });
    ASSERT_NE(upper, parts.end());
    const QVector3D reached = (upper + 1)->model.map(QVector3D(0.0F, 0.0F, -1.0F));
    const QVector3D shoulder = upper->model.map(QVector3D());
    EXPECT_LT((reached - shoulder).length(), 0.8F);
    EXPECT_LT(((reached - shoulder).normalized() - (*hands[0] - shoulder).normalized()).length(), 1e-3F);
}

TEST(FigurePose, PosesCanBeToldApartByTheirOutline) {
    const float upright = extent_of(FigurePose{}).second;
    EXPECT_LT(extent_of(*named_pose("land")).second, upright - 0.25F) << "a landing goes low";
    EXPECT_LT(extent_of(*named_pose("roll")).second, upright - 0.4F);
    EXPECT_GT(extent_of(*named_pose("hang")).second, upright + 0.15F) << "the arms reach up";
    EXPECT_GT(extent_of(*named_pose("swing")).second, upright);
    for (const std::string_view name : pose_names()) EXPECT_TRUE(named_pose(name).has_value()) << name;
    EXPECT_FALSE(named_pose("no such pose"));
}

TEST(FigurePose, BlendingGoesFromOneToTheOther) {
    const FigurePose hang = *named_pose("hang");
    EXPECT_DOUBLE_EQ(blended(FigurePose{}, hang, 0.0).left_arm, FigurePose{}.left_arm);
    EXPECT_DOUBLE_EQ(blended(FigurePose{}, hang, 1.0).left_arm, hang.left_arm);
    EXPECT_DOUBLE_EQ(gait_pose(0.25, 1.0).left_leg, gait_pose(0.75, 1.0).right_leg) << "left and right take turns";
}

TEST(ShownValues, ReadTheTraceAtAnyTime) {
    test::Studio studio;
    const Trace& trace = studio.session->now_run()->trace;
    const auto value = find_shown_value(*studio.session->program(), "feet");
    ASSERT_TRUE(value);
    EXPECT_NEAR(shown_value_at(*value, trace, 0, 1.26), 2.101, 0.005);
    EXPECT_EQ(shown_value_text(*value, 2.5).toStdString(), "2.5 m");
    EXPECT_FALSE(find_shown_value(*studio.session->program(), "nonsense"));
}

}  // namespace
}  // namespace leap::studio::stage_meshes_test
