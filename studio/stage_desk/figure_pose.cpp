// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stage_desk/figure_pose.hpp"

#include <QColor>
#include <QQuaternion>

#include <algorithm>
#include <cmath>
#include <map>
#include <numbers>

namespace leap::studio {
namespace {

const std::map<std::string_view, FigurePose>& poses() {
    // In the order of FigurePose: sink tilt lean bend head, arms (left right out), elbows, legs, knees.
    static const std::map<std::string_view, FigurePose> table{
        {"stand", {}},
        {"rise", {0.0, 4, 0, -4, -8, 150, 40, 14, 20, 30, 46, -18, 60, 30}},
        {"fall", {0.0, 8, 0, 6, 12, 96, 96, 58, 26, 26, 22, -14, 36, 52}},
        {"land", {0.42, 0, 0, 34, 10, 38, 38, 34, 30, 30, 62, 50, 100, 96}},
        {"crouch", {0.34, 0, 0, 40, -16, 34, 34, 12, 60, 60, 58, 40, 92, 82}},
        {"charge", {0.46, 0, 0, 52, -24, -42, -42, 16, 10, 10, 70, 60, 112, 106}},
        {"dash", {0.1, 46, 0, 6, -30, -52, -52, 10, 6, 6, 40, -34, 26, 48}},
        {"roll", {0.3, 66, 0, 78, 50, 84, 84, 10, 96, 96, 108, 104, 128, 126}},
        {"slide", {0.5, -52, 0, 24, 10, -34, 30, 30, 20, 40, 54, 66, 4, 70}},
        {"skid", {0.3, -26, 0, 14, 6, 60, 60, 70, 16, 16, 46, 30, 60, 34}},
        {"hang", {0.0, -4, 0, 0, -18, 176, 176, 8, 6, 6, 10, -6, 20, 26}},
        {"climb", {0.1, 12, 0, 26, -12, 96, 120, 20, 90, 70, 78, -10, 104, 24}},
        {"swing", {0.0, -22, 0, -8, -14, 172, 166, 6, 8, 22, 52, 40, 34, 46}},
        {"wall run", {0.0, 10, 18, 8, -4, 70, -40, 40, 60, 60, 58, -40, 70, 60}},
        {"strike", {0.0, 62, 0, -6, -44, 168, -30, 8, 4, 20, 34, -20, 70, 10}},
        {"hit", {0.0, -20, 0, -14, -16, 110, 130, 50, 30, 20, 24, -20, 30, 60}},
        {"stunned", {0.14, 8, 0, 32, 34, 14, 20, 12, 8, 8, 20, -8, 34, 22}},
    };
    return table;
}

}  // namespace

std::optional<FigurePose> named_pose(std::string_view name) {
    const auto found = poses().find(name);
    if (found == poses().end()) return std::nullopt;
    return found->second;
}

std::vector<std::string_view> pose_names() {
    std::vector<std::string_view> out;
    for (const auto& [name, pose] : poses()) out.push_back(name);
    return out;
}

FigurePose gait_pose(double strides, double run_share) {
    const double turn = 2.0 * std::numbers::pi * strides;
    const double swing = std::sin(turn);
    const double reach = 26.0 + 26.0 * run_share;
    FigurePose out;
    out.tilt = 3.0 + 9.0 * run_share;
    out.sink = 0.02 + 0.05 * run_share * std::abs(std::cos(turn));
    out.left_leg = reach * swing + 4.0;
    out.right_leg = -reach * swing + 4.0;
    // The knee folds while the leg comes forward.
    out.left_knee = 8.0 + (28.0 + 52.0 * run_share) * std::max(0.0, std::cos(turn));
    out.right_knee = 8.0 + (28.0 + 52.0 * run_share) * std::max(0.0, -std::cos(turn));
    out.left_arm = -reach * 0.9 * swing + 4.0;
    out.right_arm = reach * 0.9 * swing + 4.0;
    out.left_elbow = out.right_elbow = 16.0 + 62.0 * run_share;
    return out;
}

FigurePose blended(const FigurePose& a, const FigurePose& b, double share) {
    const auto mix = [share](double from, double to) { return from + (to - from) * share; };
    return {mix(a.sink, b.sink),
            mix(a.tilt, b.tilt),
            mix(a.lean, b.lean),
            mix(a.bend, b.bend),
            mix(a.head, b.head),
            mix(a.left_arm, b.left_arm),
            mix(a.right_arm, b.right_arm),
            mix(a.arms_out, b.arms_out),
            mix(a.left_elbow, b.left_elbow),
            mix(a.right_elbow, b.right_elbow),
            mix(a.left_leg, b.left_leg),
            mix(a.right_leg, b.right_leg),
            mix(a.left_knee, b.left_knee),
            mix(a.right_knee, b.right_knee)};
}

namespace {

constexpr std::uint32_t trousers_rgb = 0x3A332C;
constexpr std::uint32_t skin_rgb = 0xE8D9C4;

struct Worn {
    std::string name;
    std::uint32_t rgb = 0;
};

struct Dress {
    Worn trunk;
    std::vector<Worn> head, hand, shoulder;

    void put_on(const std::string& name, std::optional<std::uint32_t> rgb, const Looks& looks) {
        const auto look = looks.garments.find(name);
        if (look == looks.garments.end()) return;
        const Worn worn{name, rgb.value_or(look->second.rgb)};
        switch (look->second.worn_at) {
            case WornAt::trunk: trunk = worn; break;
            case WornAt::head: head.push_back(worn); break;
            case WornAt::hand: hand.push_back(worn); break;
            case WornAt::shoulder: shoulder.push_back(worn); break;
        }
    }
};

Dress dress_of(std::span<const Garment> wears, const Looks& looks) {
    Dress out;
    out.put_on("smock", std::nullopt, looks);
    if (wears.empty()) out.put_on("cap", std::nullopt, looks);
    for (const Garment& garment : wears) out.put_on(garment.look.name, garment.rgb, looks);
    return out;
}

std::uint32_t lighter(std::uint32_t rgb) {
    return QColor(rgb).lighter(118).rgb() & 0xFFFFFFU;
}

/// Upper and lower arm, each hanging down from its upper end.
struct Arm {
    QMatrix4x4 upper, fore;
    float half_length = 0.0F;
};

QMatrix4x4 pointing(const QVector3D& from, const QVector3D& to) {
    QMatrix4x4 out;
    out.translate(from);
    out.rotate(QQuaternion::rotationTo({0.0F, 0.0F, -1.0F}, (to - from).normalized()));
    return out;
}

/// An arm from its shoulder to where its hand is: two equal halves and their corner, the elbow, which keeps low, out
/// and back. What is a little too far is reached by an arm that is a little longer; what is farther, by its direction.
Arm reaching_arm(const QVector3D& shoulder, const QVector3D& hand, float half_length, bool left) {
    constexpr float longest_share = 1.3F;
    constexpr float nearest_share = 0.3F;
    const QVector3D way = hand - shoulder;
    const QVector3D along = way.isNull() ? QVector3D(1.0F, 0.0F, 0.0F) : way.normalized();
    const float distance = std::clamp(way.length(), nearest_share * half_length, 2.0F * longest_share * half_length);
    Arm out;
    out.half_length = std::max(half_length, 0.5F * distance);
    const QVector3D pole = QVector3D(-0.4F, left ? 0.5F : -0.5F, -1.0F);
    const QVector3D across = (pole - along * QVector3D::dotProduct(pole, along)).normalized();
    const float half = 0.5F * distance;
    const float aside = std::sqrt(std::max(0.0F, out.half_length * out.half_length - half * half));
    const QVector3D elbow = shoulder + along * half + across * aside;
    out.upper = pointing(shoulder, elbow);
    out.fore = pointing(elbow, shoulder + along * distance);
    return out;
}

Arm posed_arm(const FigurePose& pose, const QMatrix4x4& shoulder, float half_length, bool left) {
    const auto degrees = [](double angle) { return static_cast<float>(angle); };
    Arm out;
    out.half_length = half_length;
    out.upper = shoulder;
    out.upper.rotate(degrees(left ? pose.arms_out : -pose.arms_out), 1.0F, 0.0F, 0.0F);
    out.upper.rotate(degrees(-(left ? pose.left_arm : pose.right_arm)), 0.0F, 1.0F, 0.0F);
    out.fore = out.upper;
    out.fore.translate(0.0F, 0.0F, -half_length);
    out.fore.rotate(degrees(-(left ? pose.left_elbow : pose.right_elbow)), 0.0F, 1.0F, 0.0F);
    return out;
}

}  // namespace

std::vector<FigurePart> figure_parts(const FigurePose& pose, double height, std::span<const Garment> wears,
                                     const Looks& looks, const FigureHands& hands) {
    const Dress dress = dress_of(wears, looks);
    const auto h = static_cast<float>(height);
    const float half_leg = 0.245F * h;
    const auto degrees = [](double angle) { return static_cast<float>(angle); };
    std::vector<FigurePart> out;
    const auto add = [&](std::variant<Limb, std::string> shape, std::uint32_t rgb, QMatrix4x4 at, float wide,
                         float deep, float length) {
        at.scale(deep, wide, length);
        out.push_back({std::move(shape), rgb, at, false});
    };
    QMatrix4x4 hips;
    hips.translate(0.0F, 0.0F, 2.0F * half_leg * static_cast<float>(1.0 - pose.sink) + 0.015F * h);
    hips.rotate(degrees(pose.tilt), 0.0F, 1.0F, 0.0F);
    hips.rotate(degrees(pose.lean), 1.0F, 0.0F, 0.0F);
    for (const bool left : {true, false}) {
        QMatrix4x4 thigh = hips;
        thigh.translate(0.0F, left ? 0.055F * h : -0.055F * h, 0.0F);
        thigh.rotate(degrees(-(left ? pose.left_leg : pose.right_leg) - pose.tilt), 0.0F, 1.0F, 0.0F);
        add(Limb::leg, trousers_rgb, thigh, 0.052F * h, 0.056F * h, half_leg);
        QMatrix4x4 shin = thigh;
        shin.translate(0.0F, 0.0F, -half_leg);
        shin.rotate(degrees(left ? pose.left_knee : pose.right_knee), 0.0F, 1.0F, 0.0F);
        add(Limb::leg, trousers_rgb, shin, 0.042F * h, 0.046F * h, half_leg);
    }
    QMatrix4x4 back = hips;
    back.rotate(degrees(pose.bend), 0.0F, 1.0F, 0.0F);
    add(dress.trunk.name, dress.trunk.rgb, back, 0.115F * h, 0.085F * h, 0.32F * h);
    QMatrix4x4 neck = back;
    neck.translate(0.0F, 0.0F, 0.325F * h);
    neck.rotate(degrees(pose.head - 0.6 * pose.bend), 0.0F, 1.0F, 0.0F);
    add(Limb::head, skin_rgb, neck, 0.062F * h, 0.066F * h, 0.15F * h);
    for (const auto& [name, rgb] : dress.head) add(name, rgb, neck, 0.1F * h, 0.1F * h, 0.19F * h);
    for (const auto& [name, rgb] : dress.shoulder) {
        // Slung over the left shoulder, down to the right hip.
        QMatrix4x4 coil = back;
        coil.translate(0.0F, 0.0F, 0.16F * h);
        coil.rotate(32.0F, 1.0F, 0.0F, 0.0F);
        add(name, rgb, coil, 0.155F * h, 0.125F * h, 0.155F * h);
    }
    const float half_arm = 0.165F * h;
    for (const bool left : {true, false}) {
        QMatrix4x4 shoulder = back;
        shoulder.translate(0.0F, left ? 0.125F * h : -0.125F * h, 0.285F * h);
        const auto& hand = hands[left ? 0 : 1];
        const Arm arm = hand ? reaching_arm(shoulder.map(QVector3D()), *hand, half_arm, left)
                             : posed_arm(pose, shoulder, half_arm, left);
        add(Limb::arm, lighter(dress.trunk.rgb), arm.upper, 0.034F * h, 0.036F * h, arm.half_length);
        add(Limb::arm, lighter(dress.trunk.rgb), arm.fore, 0.028F * h, 0.03F * h, arm.half_length);
        for (std::size_t part = out.size() - 2; part < out.size(); ++part) out[part].reaches = hand.has_value();
        if (left) continue;
        // What it carries hangs straight down from the right hand, whatever the arm does.
        const QVector3D belt(0.02F * h, -0.14F * h, 0.02F * h);
        QMatrix4x4 lamp;
        lamp.translate(hand ? back.map(belt) : arm.fore.map(QVector3D(0.0F, 0.0F, -arm.half_length)));
        for (const auto& [name, rgb] : dress.hand) add(name, rgb, lamp, 0.045F * h, 0.045F * h, 0.1F * h);
    }
    return out;
}

}  // namespace leap::studio
