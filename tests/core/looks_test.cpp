// SPDX-License-Identifier: MIT
#include "core/project/looks.hpp"

#include <gtest/gtest.h>

#include "core/project/file_io.hpp"
#include "core/project/project.hpp"
#include "core/project/starting_projects.hpp"
#include "tests/core/support.hpp"

namespace leap::looks_test {
namespace {

constexpr const char* some_looks = R"({
  "format": 1,
  "materials": [{"name": "slate", "color": "404850", "grid": false}],
  "objects": [{"name": "gong", "flame": {"height": 0.1, "width": 0.2, "length": 0.3}, "parts": [
    {"shape": "box", "from": [-0.5, -0.5, -0.5], "to": [0.5, 0.5, 0], "color": "102030"},
    {"shape": "boards", "from": [0, 0, 0], "to": [1, 1, 1], "along": "y", "count": 3, "color": "000001",
     "second_color": "000002"},
    {"shape": "lathe", "outline": [[0, 0], [0.5, 0.5]], "at": [0, 0, 1], "color": "000003"},
    {"shape": "ball", "radius": 0.25, "height": 0.5, "color": "000004"},
    {"shape": "sheet", "corners": [[0, 0, 0], [1, 0, 0], [0, 1, 0]], "color": "000005"}]}],
  "garments": [{"name": "scarf", "worn_at": "head", "color": "aa1122", "parts": [
    {"shape": "ball", "radius": 1, "height": 1}]}]
})";

TEST(Looks, AFilesLooksComeBesideTheUsualOnes) {
    std::vector<std::string> warnings;
    const auto looks = read_looks(some_looks, "l", &warnings);
    ASSERT_TRUE(looks) << looks.error();
    EXPECT_TRUE(warnings.empty());
    EXPECT_EQ(looks->materials.at("slate").rgb, 0x404850U);
    EXPECT_FALSE(looks->materials.at("slate").grid);
    EXPECT_TRUE(looks->materials.contains("stone")) << "a usual one";
    const ObjectLook& gong = looks->objects.at("gong");
    ASSERT_EQ(gong.parts.size(), 5U);
    ASSERT_TRUE(gong.flame);
    EXPECT_DOUBLE_EQ(gong.flame->length, 0.3);
    const auto& boards = std::get<BoardsPart>(gong.parts[1].shape);
    EXPECT_EQ(boards.axis, 1);
    EXPECT_EQ(boards.second_color, 2U);
    EXPECT_EQ(std::get<LathePart>(gong.parts[2].shape).outline[1], Vec2(0.5, 0.5));
    EXPECT_EQ(std::get<SheetPart>(gong.parts[4].shape).corners.size(), 3U);
    const GarmentLook& scarf = looks->garments.at("scarf");
    EXPECT_EQ(scarf.worn_at, WornAt::head);
    EXPECT_EQ(scarf.rgb, 0xAA1122U);
    EXPECT_FALSE(scarf.parts[0].color) << "that of the garment";
}

TEST(Looks, AFilesLookCountsWhereAUsualOneHasItsName) {
    const auto looks = read_looks(R"({"format": 1, "materials": [{"name": "stone", "color": "ffffff"}]})", "l");
    ASSERT_TRUE(looks);
    EXPECT_EQ(looks->materials.at("stone").rgb, 0xFFFFFFU);
    EXPECT_EQ(looks->objects.size(), usual_looks().objects.size());
}

TEST(Looks, WhatIsWrongInAFileIsToldWithItsPlace) {
    const auto error_of = [](const std::string& text) {
        const auto looks = read_looks(text, "l");
        return looks ? std::string("read") : looks.error();
    };
    const auto object = [&](const std::string& part) {
        return error_of(R"({"format": 1, "objects": [{"name": "gong", "parts": [)" + part + "]}]}");
    };
    EXPECT_EQ(object(R"({"shape": "cone", "color": "000000"})"),
              "l: objects[0].parts[0].shape: unknown shape \"cone\"; parts are box, boards, lathe, ball, sheet");
    EXPECT_EQ(object(R"({"shape": "ball", "radius": 1, "height": 1, "color": "red"})"),
              "l: objects[0].parts[0].color: expected a colour, got \"red\"; write red, green and blue as six "
              "hexadecimal digits: \"b4863a\"");
    EXPECT_EQ(object(R"({"shape": "sheet", "corners": [[0, 0, 0], [1, 0]], "color": "000000"})"),
              "l: objects[0].parts[0].corners: must be a list of at least 3 points of 3 numbers up to 100");
    EXPECT_EQ(
        object(R"({"shape": "boards", "from": [0,0,0], "to": [1,1,1], "along": "w", "count": 2, "color": "000000"})"),
        "l: objects[0].parts[0].along: must be x, y or z");
    EXPECT_EQ(object(""), "l: objects[0].parts: must have at least one");
    EXPECT_EQ(error_of(R"({"format": 1, "garments": [{"name": "a", "worn_at": "knee", "color": "000000"}]})"),
              "l: garments[0].worn_at: must be trunk, head, hand or shoulder");
    EXPECT_NE(error_of(R"({"format": 9})"), "read");
    EXPECT_NE(error_of("[1, 2"), "read");
    std::vector<std::string> warnings;
    ASSERT_TRUE(read_looks(R"({"format": 1, "material": []})", "l", &warnings));
    EXPECT_EQ(warnings, (std::vector<std::string>{"l: material: this is not read; did you mean 'materials'?"}));
}

TEST(Looks, NamesInScriptsThatTheLooksDontHaveAreToldOnceWithTheirPlace) {
    const Program program = test::compile_or_fail(std::string(test::plain_body) + R"(
fixture gate { box 0.2 m, 2 m, 2 m  drawn as dor  phase shut { solid } }
fixture gate_again is gate { }
fixture plain_gate is gate { drawn as plain }
fixture hand { capsule radius 0.3 m height 1.7 m  wears cap, long_cote  phase stands { solid } }
)");
    std::vector<std::string> words;
    for (const Diagnostic& told : look_warnings(program, usual_looks())) {
        EXPECT_EQ(told.severity, Severity::warning);
        EXPECT_EQ(program.files[told.range.file].text.substr(told.range.begin, told.range.end - told.range.begin),
                  words.empty() ? "dor" : "long_cote");
        words.push_back(told.message + "; " + told.hint);
    }
    EXPECT_EQ(words, (std::vector<std::string>{"nothing can be drawn as dor; did you mean 'door'?",
                                               "nothing that is worn is called long_cote; did you mean 'long_coat'?"}));
    EXPECT_FALSE(program.machines[*program.find_machine("plain_gate")].fixture->drawn) << "its own shape again";
}

TEST(Looks, MaterialsThatTheLooksDontHaveAreToldOnce) {
    CoursePlan plan = test::flat_plan();
    for (int i = 0; i < 2; ++i) {
        plan.pieces.push_back(test::box({6.0 + 3 * i, 0, 1}, {2, 2, 2}));
        plan.pieces.back().name = "block";
        plan.pieces.back().material = "timbre";
    }
    EXPECT_EQ(material_warnings(plan, "c", usual_looks()),
              (std::vector<std::string>{
                  "c: the piece \"block\" is of \"timbre\", which the looks don't have; did you mean 'timber'?"}));
}

TEST(Looks, AProjectWhoseLooksCantBeReadIsThereAllTheSame) {
    const auto folder = std::filesystem::path(testing::TempDir()) / "broken looks";
    std::filesystem::remove_all(folder);
    ASSERT_TRUE(create_project(folder));
    auto file = load_project(folder)->file;
    file.looks = "own.looks.json";
    ASSERT_TRUE(write_file(folder / "project.json", write_project_file(file)));
    Project missing = load_project(folder).value();
    ASSERT_EQ(missing.problems.size(), 1U);
    EXPECT_NE(missing.problems[0].find("own.looks.json"), std::string::npos);
    EXPECT_TRUE(missing.looks.materials.contains("stone"));
    ASSERT_TRUE(write_file(folder / "own.looks.json", some_looks));
    const Project good = load_project(folder).value();
    EXPECT_TRUE(good.problems.empty());
    EXPECT_TRUE(good.looks.objects.contains("gong"));
    EXPECT_EQ(read_project_file(write_project_file(good.file), "p")->looks, "own.looks.json");
}

}  // namespace
}  // namespace leap::looks_test
