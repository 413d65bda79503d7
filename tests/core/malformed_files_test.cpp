// SPDX-License-Identifier: MIT
// Tables of files that are wrong in one way each, with the words that must stand in the message.
#include <gtest/gtest.h>

#include "core/project/course_file.hpp"
#include "core/project/project.hpp"
#include "core/project/tape_file.hpp"

namespace leap::malformed_files_test {
namespace {

struct Case {
    const char* text;
    const char* words;
};

template <class Reader>
void expect_messages(const std::vector<Case>& cases, Reader reader) {
    for (const Case& c : cases) {
        const auto out = reader(c.text, "file.json");
        ASSERT_FALSE(out) << c.text;
        EXPECT_EQ(out.error().find("file.json"), 0U) << out.error();
        EXPECT_NE(out.error().find(c.words), std::string::npos) << c.text << "\n  says: " << out.error();
    }
}

TEST(MalformedTape, EachMistakeIsNamedWithItsPlace) {
    expect_messages(
        {{"", "invalid JSON"},
         {"{\"format\": 1,\n  \"name\": }", ":2:"},
         {"[]", "must be an object"},
         {R"({"name":"a"})", "format: is missing"},
         {R"({"format":3,"name":"a","start":{"at":"p"},"length":1})", "a newer Easy Leap is needed"},
         {R"({"format":"1","name":"a"})", "format: must be a number"},
         {R"({"format":1,"start":{"at":"p"},"length":1})", "name: is missing"},
         {R"({"format":1,"name":"a","length":1})", "start: is missing"},
         {R"({"format":1,"name":"a","start":"p","length":1})", "start: must name a place"},
         {R"({"format":1,"name":"a","start":{"at":"p"}})", "length: is missing"},
         {R"({"format":1,"name":"a","start":{"at":"p"},"length":-1})", "length: must lie between"},
         {R"({"format":1,"name":"a","start":{"at":"p"},"length":1e99})", "length: must lie between"},
         {R"({"format":1,"name":"a","rate":0,"start":{"at":"p"},"length":1})", "rate: must lie between"},
         {R"({"format":1,"name":"a","rate":59.5,"start":{"at":"p"},"length":1})", "whole number"},
         {R"({"format":1,"name":"a","start":{"at":"p"},"length":1,"events":{}})", "events: must be a list"},
         {R"({"format":1,"name":"a","start":{"at":"p"},"length":1,"events":[{"t":0}]})",
          "events[0]: an event has one of"},
         {R"({"format":1,"name":"a","start":{"at":"p"},"length":1,"events":[{"t":0,"button":"x"}]})",
          "events[0].down: is missing"},
         {R"({"format":1,"name":"a","start":{"at":"p"},"length":1,"events":[{"t":0,"stick":[0]}]})",
          "events[0].stick: must be a list of 2 numbers"},
         {R"({"format":1,"name":"a","start":{"at":"p"},"length":1,"events":[{"t":0,"stick":[0,9]}]})",
          "length must be at most 1"},
         {R"({"format":1,"name":"a","start":{"at":"p"},"length":1,"events":[{"t":0,"look":[null,0]}]})",
          "events[0].look"},
         {R"({"format":1,"name":"a","start":{"at":"p"},"length":1,"events":[{"t":-1,"stick":[0,0]}]})", "events[0].t"},
         {R"({"format":1,"name":"a","start":{"at":"p"},"length":1,"events":[3]})", "events[0]: must be an object"}},
        [](auto... given) { return read_tape(given...); });
}

TEST(MalformedCourse, EachMistakeIsNamedWithItsPlace) {
    expect_messages(
        {{"{}", "format: is missing"},
         {R"({"format":7,"name":"c"})", "newer Easy Leap"},
         {R"({"format":1,"name":"c"})", "needs at least one start place"},
         {R"({"format":1,"name":"c","places":[{"name":"p"}]})", "places[0].position: is missing"},
         {R"({"format":1,"name":"c","places":[{"name":"p","position":[0,0,1e99]}]})", "entry 3"},
         {R"({"format":1,"name":"c","places":[{"name":"p","position":[0,0,0]},{"name":"p","position":[0,0,0]}]})",
          "two places"},
         {R"({"format":1,"name":"c","pieces":[{"kind":"blob"}]})", "pieces[0].kind: unknown piece \"blob\""},
         {R"({"format":1,"name":"c","pieces":[{"kind":"box","center":[0,0,0]}]})", "pieces[0].size: is missing"},
         {R"({"format":1,"name":"c","pieces":[{"kind":"box","center":[0,0,0],"size":[1,0,1]}]})",
          "a millimetre or longer"},
         {R"({"format":1,"name":"c","pieces":[{"kind":"steps","center":[0,0,0],"size":[1,1,1]}]})",
          "count: is missing"},
         {R"({"format":1,"name":"c","pieces":[{"kind":"mesh","center":[0,0,0],"vertices":[[0,0,0]],"faces":[[0,0,1]]}]})",
          "unknown vertex 1"},
         {R"({"format":1,"name":"c","pieces":[{"kind":"mesh","center":[0,0,0],"faces":[]}]})", "vertices"},
         {R"({"format":1,"name":"c","pieces":[{"kind":"mesh","center":[0,0,0],"vertices":[["a",0,0]],"faces":[]}]})",
          "three numbers"},
         {R"({"format":1,"name":"c","fixtures":[{"kind":"door"}]})", "fixtures[0].name: is missing"},
         {R"({"format":1,"name":"c","fixtures":[{"name":"d"}]})", "fixtures[0].kind: is missing"},
         {R"({"format":1,"name":"c","fixtures":[{"name":"d","kind":"door","position":[0,0]}]})", "3 numbers"},
         {R"({"format":1,"name":"c","fixtures":[{"name":"d","kind":"door","position":[0,0,0],"turn":"left"}]})",
          "fixtures[0].turn"},
         {R"({"format":1,"name":"c","fixtures":[{"name":"d","kind":"x","position":[0,0,0]},{"name":"d","kind":"x","position":[0,0,0]}]})",
          "two fixtures \"d\""}},
        [](auto... given) { return read_course(given...); });
}

TEST(MalformedProject, EachMistakeIsNamedWithItsPlace) {
    expect_messages({{"nonsense", "invalid JSON"},
                     {R"({"format":1})", "name: is missing"},
                     {R"({"format":1,"name":"p","script":"s","course":"c","view":"above"})", "view: must be"},
                     {R"({"format":1,"name":"p","script":"s","course":"c","tapes":"t"})", "tapes: must be a list"},
                     {R"({"format":1,"name":"p","script":"s","course":"c","tapes":[1]})", "tapes: must be a list"}},
                    read_project_file);
}

TEST(MalformedFiles, NestingIsBounded) {
    EXPECT_FALSE(read_tape(std::string(200000, '['), "t"));
    EXPECT_FALSE(read_course(std::string(200000, '{'), "t"));
}

}  // namespace
}  // namespace leap::malformed_files_test
