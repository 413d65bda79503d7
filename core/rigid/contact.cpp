// SPDX-License-Identifier: MIT
#include "core/rigid/contact.hpp"

#include <algorithm>
#include <cmath>

#include "core/rigid/face_contact.hpp"
#include "core/world/closest_point.hpp"

namespace leap {
namespace {

/// Something round against anything: each end of its line, and the point between them that comes nearest. The distance
/// of a point that goes along a line from a convex solid is a convex function; its slope is the normal's share along
/// the line, so halving finds where it turns.
void round_contacts(const Solid& round, const Solid& other, double margin, bool swapped,
                    std::vector<ContactPoint>& out) {
    const Vec3 a = round.corners[0];
    const Vec3 along = round.corners[1] - a;
    const auto offer = [&](double share) {
        const Closest near = closest_point(other, 0.0, a + along * share);
        const double gap = near.distance - round.radius;
        if (gap > margin) return;
        ContactPoint contact{near.point, near.normal, gap};
        if (swapped) {
            contact.point = a + along * share - near.normal * round.radius;
            contact.normal = -near.normal;
        }
        out.push_back(contact);
    };
    offer(0.0);
    const double length = glm::length(along);
    if (length < 1e-9) return;
    offer(1.0);
    constexpr int halvings = 20;
    constexpr double end_share = 0.05;  // nearer to an end than this the end itself speaks for it
    double low = 0.0;
    double high = 1.0;
    for (int i = 0; i < halvings; ++i) {
        const double middle = 0.5 * (low + high);
        const Vec3 normal = closest_point(other, 0.0, a + along * middle).normal;
        (glm::dot(normal, along) < 0.0 ? low : high) = middle;
    }
    const double share = 0.5 * (low + high);
    if (share > end_share && share < 1.0 - end_share) offer(share);
}

}  // namespace

void find_contacts(const Solid& a, const Solid& b, double margin, std::vector<ContactPoint>& out) {
    if (a.kind == SolidKind::round) {
        round_contacts(a, b, margin, false, out);
    } else if (b.kind == SolidKind::round) {
        round_contacts(b, a, margin, true, out);
    } else {
        face_contacts(a, b, margin, out);
    }
}

}  // namespace leap
