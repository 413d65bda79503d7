// SPDX-License-Identifier: MIT
#include "core/bodies/supports.hpp"

#include <algorithm>

#include "core/rigid/contact.hpp"
#include "core/world/query.hpp"

namespace leap {
namespace {

/// Pressing on one support after the other; the largest are kept, as shares of all.
class Pressed {
  public:
    void add(const Surface& on, double force) {
        all_ += force;
        const auto known =
            std::find_if(found_.begin(), found_.end(), [&](const RigidSupport& each) { return each.on == on; });
        if (known != found_.end()) {
            known->share += force;
        } else {
            found_.push_back({on, force});
        }
    }
    std::array<RigidSupport, max_supports> shares() {
        std::array<RigidSupport, max_supports> out{};
        if (!(all_ > 0.0)) return out;
        // What is fixed bears its part, and nobody asks it.
        std::erase_if(found_, [](const RigidSupport& each) { return !each.on.is_fixture(); });
        std::stable_sort(found_.begin(), found_.end(),
                         [](const RigidSupport& a, const RigidSupport& b) { return a.share > b.share; });
        for (std::size_t i = 0; i < std::min(found_.size(), out.size()); ++i)
            out[i] = {found_[i].on, found_[i].share / all_};
        return out;
    }

  private:
    std::vector<RigidSupport> found_;
    double all_ = 0.0;
};

}  // namespace

void note_supports(const RunLayout& layout, const RigidWork& work, World& world) {
    std::vector<Pressed> pressed(work.things.size());
    for (const RigidTouch& touch : work.scratch.touches) {
        const double up = touch.contact.normal.z * touch.impulse;  // on the thing; the other is pressed as much
        const auto thing = static_cast<std::size_t>(touch.thing);
        if (touch.other < 0) {
            if (up > 0.0) pressed[thing].add({}, up);
            continue;
        }
        const auto other = static_cast<std::size_t>(touch.other);
        if (other >= work.things.size()) {
            if (up > 0.0) pressed[thing].add(work.obstacles[other - work.things.size()].solid.surface, up);
        } else if (up > 0.0) {
            pressed[thing].add(fixture_surface(layout.rigid[other].fixture), up);
        } else if (up < 0.0) {
            pressed[other].add(fixture_surface(layout.rigid[thing].fixture), -up);
        }
    }
    for (std::size_t i = 0; i < work.things.size(); ++i) {
        RigidState& loose = world.loose[i];
        if (work.things[i].there && !loose.body.asleep) loose.rests_on = pressed[i].shares();
    }
}

void note_first_supports(const RunLayout& layout, const SolidSource& fixed, std::span<const RigidObject> things,
                         World& world) {
    constexpr double near_m = 0.01;
    constexpr double level = 0.9;
    const auto solid_of = [&](std::size_t i) {
        Solid out;
        place_shape(things[i].kind.shape, things[i].body.place, things[i].body.turn, {}, out);
        return out;
    };
    std::vector<const Solid*> found;
    std::vector<ContactPoint> points;
    for (std::size_t i = 0; i < things.size(); ++i) {
        if (!things[i].there || !world.loose[i].body.asleep) continue;
        Pressed pressed;
        const Solid own = solid_of(i);
        const auto add = [&](const Solid& other, const Surface& on) {
            points.clear();
            find_contacts(own, other, near_m, points);
            const auto under = std::count_if(points.begin(), points.end(),
                                             [](const ContactPoint& point) { return point.normal.z > level; });
            if (under > 0) pressed.add(on, static_cast<double>(under));
        };
        solids_in(fixed, grown(own.bounds, near_m), found);
        for (const Solid* solid : found) add(*solid, {});
        for (std::size_t j = 0; j < things.size(); ++j) {
            if (j == i || !things[j].there) continue;
            const Solid other = solid_of(j);
            if (overlap(own.bounds, other.bounds, near_m)) add(other, fixture_surface(layout.rigid[j].fixture));
        }
        world.loose[i].rests_on = pressed.shares();
    }
}

}  // namespace leap
