// SPDX-License-Identifier: MIT
#include "core/project/course_file.hpp"

#include <gtest/gtest.h>

namespace leap::course_file_test {
namespace {

std::string course_with(const std::string& more) {
    return R"({"format": 1, "name": "c", "places": [{"name": "start", "position": [0, 0, 0]}], )" + more + "}";
}

TEST(CourseFile, KindsAndTargetsComeBackAsTheyWere) {
    const auto read = read_course(course_with(R"("pieces": [{"kind": "box", "center": [0, 0, 0], "size": [1, 1, 1],
        "kinds": ["anchor", "boom"]}], "targets": [{"name": "m", "kind": "moth", "position": [1, 2, 3], "radius": 0.4,
        "back_after": 6}, {"kind": "moth", "position": [4, 5, 6]}])"),
                                  "c");
    ASSERT_TRUE(read) << read.error();
    ASSERT_EQ(read->pieces.size(), 1U);
    EXPECT_EQ(read->pieces[0].kinds, (std::vector<std::string>{"anchor", "boom"}));
    ASSERT_EQ(read->targets.size(), 2U);
    EXPECT_EQ(read->targets[0].back_after_s, 6.0);
    EXPECT_FALSE(read->targets[1].back_after_s) << "without it a struck one stays away";
    const auto again = read_course(write_course(*read), "c");
    ASSERT_TRUE(again) << again.error();
    EXPECT_EQ(*again, *read);
}

TEST(CourseFile, ACourseWithoutTargetsIsWrittenWithout) {
    const auto read = read_course(course_with(R"("pieces": [])"), "c");
    ASSERT_TRUE(read);
    EXPECT_EQ(write_course(*read).find("targets"), std::string::npos);
}

struct Wrong {
    const char* text;
    const char* words;
};

class WrongCourse : public testing::TestWithParam<Wrong> {};
INSTANTIATE_TEST_SUITE_P(
    Table, WrongCourse,
    testing::Values(
        Wrong{R"("pieces": [{"kind": "box", "center": [0,0,0], "size": [1,1,1], "kinds": "anchor"}])", "list of words"},
        Wrong{R"("pieces": [{"kind": "box", "center": [0,0,0], "size": [1,1,1], "kinds": [3]}])", "list of words"},
        Wrong{R"("pieces": [], "targets": [{"position": [0,0,0]}])", "kind"},
        Wrong{R"("pieces": [], "targets": [{"kind": "moth"}])", "position"},
        Wrong{R"("pieces": [], "targets": [{"kind": "moth", "position": [0,0,0], "radius": -1}])", "radius"},
        Wrong{R"("pieces": [], "targets": [{"kind": "moth", "position": [0,0,0], "back_after": 1e9}])", "back_after"}));

TEST_P(WrongCourse, SaysWhatIsWrongAndWhere) {
    const auto read = read_course(course_with(GetParam().text), "quay.course.json");
    ASSERT_FALSE(read);
    EXPECT_NE(read.error().find("quay.course.json"), std::string::npos) << read.error();
    EXPECT_NE(read.error().find(GetParam().words), std::string::npos) << read.error();
}

}  // namespace
}  // namespace leap::course_file_test
