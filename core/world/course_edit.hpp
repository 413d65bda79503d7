// SPDX-License-Identifier: MIT
#pragma once

#include <map>
#include <optional>
#include <string>
#include <tl/expected.hpp>
#include <vector>

#include "core/world/course.hpp"

/// Edits of a course's plan as values: each function changes the plan it is given and nothing else. World frame; metres
/// and degrees.
namespace leap {

enum class ItemKind : std::uint8_t { piece, fixture, target, place };

/// One thing of a plan, by its list and its number there.
struct CourseItem {
    ItemKind kind = ItemKind::piece;
    std::size_t index = 0;
    friend auto operator<=>(const CourseItem&, const CourseItem&) = default;  // NOLINT(modernize-use-nullptr)
};
using CourseItems = std::vector<CourseItem>;

/// Half of the sides of each kind of fixture, by its name; see fixture_halves().
using FixtureHalves = std::map<std::string, Vec3>;

/// The upright box that an item takes up. Places are as large as a person.
struct ItemBox {
    Vec3 center{0.0};
    Vec3 half{0.5};
    double turn_deg = 0.0;
    double top() const { return center.z + half.z; }
    double bottom() const { return center.z - half.z; }
};
/// Its four corners seen from above, counter-clockwise.
std::array<Vec2, 4> corners_of(const ItemBox& box);
bool is_inside(const ItemBox& box, const Vec2& point);

/// Whether the plan has the item; those of an older plan may be gone.
bool has_item(const CoursePlan& plan, const CourseItem& item);
CourseItems all_items(const CoursePlan& plan);
const std::string& item_name(const CoursePlan& plan, const CourseItem& item);
const std::string& item_group(const CoursePlan& plan, const CourseItem& item);
ItemBox item_box(const CoursePlan& plan, const CourseItem& item, const FixtureHalves& halves);

/// The nearest multiple of `step`; a step of 0 leaves the value as it is.
double snapped(double value, double step);

void move_items(CoursePlan& plan, const CourseItems& items, const Vec3& by);
/// Turns them about the upward axis through `middle`, counter-clockwise from above.
void turn_items(CoursePlan& plan, const CourseItems& items, double degrees, const Vec3& middle);
/// One side of a piece goes `by` metres outward along its own axis (0 length, 1 width, 2 height; `sign` says which of
/// the two sides), the other stays. Meshes and what isn't a piece keep their size. No side gets shorter than 5 cm.
void drag_side(CoursePlan& plan, const CourseItem& item, int axis, int sign, double by);
/// Copies stand `by` away. Links among what is copied are copied too; names get numbers. Returns the copies.
CourseItems copy_items(CoursePlan& plan, const CourseItems& items, const Vec3& by);
/// Links to what goes are cut. A course keeps its last place; then nothing is done and the reason is returned.
tl::expected<void, std::string> remove_items(CoursePlan& plan, CourseItems items);
/// Links follow. Refused when another of the same list has the name.
tl::expected<void, std::string> rename_item(CoursePlan& plan, const CourseItem& item, const std::string& name);
/// Puts them into a group of their own, or into none.
void group_items(CoursePlan& plan, const CourseItems& items);
void ungroup_items(CoursePlan& plan, const CourseItems& items);
/// An item and everything in its group.
CourseItems with_group(const CoursePlan& plan, const CourseItem& item);
/// A name that no other item of that list has: `wished`, or `wished 2` ...
std::string free_name(const CoursePlan& plan, ItemKind kind, const std::string& wished);

/// The gap from one item to its nearest neighbour along one of the world's axes: both ends, at one height.
struct GapLine {
    Vec3 from{0.0};  ///< m
    Vec3 to{0.0};    ///< m
    CourseItem neighbour;
    double length() const { return glm::length(to - from); }
};
/// Gaps of a piece to the nearest pieces ahead, behind, left and right of it, of at most `longest` metres, where
/// something stands at the same place along the other axis. At most one each way.
std::vector<GapLine> gaps_of(const CoursePlan& plan, const CourseItem& piece, double longest);

}  // namespace leap
