// SPDX-License-Identifier: MIT
// Files of rehearsals of shared play, and those of the demo.
#include "core/project/wire_file.hpp"

#include <gtest/gtest.h>

#include <algorithm>
#include <random>

#include "core/project/file_io.hpp"
#include "core/project/project.hpp"
#include "core/wire/differences.hpp"
#include "core/wire/wire_readings.hpp"
#include "tests/core/support.hpp"

namespace leap::wire_file_test {
namespace {

WirePlan a_plan() {
    WirePlan out;
    out.name = "over the wire";
    out.seed = 7;
    out.length_s = 8.5;
    out.send_every_s = 0.1;
    out.others = OthersShown::run_on;
    out.behind_s = 0.2;
    out.peers.resize(3);
    out.peers[0].name = "Host";
    out.peers[0].tape = "three hops";
    out.peers[1].name = "Peer 1";
    out.peers[1].place = "first lantern";
    out.peers[1].body = "pip";
    out.peers[1].link = {0.08, 0.02, 0.05, 0.01, 9000.0, {{1.0, 1.5}}};
    out.peers[2].name = "Peer 2";
    out.peers[2].joins_s = 2.0;
    out.peers[2].leaves_s = 5.0;
    out.marks = {{"largest_correction", 0.0, 0.05}};
    return out;
}

TEST(WireFile, IsReadAsItWasWritten) {
    const WirePlan plan = a_plan();
    std::vector<std::string> warnings;
    const auto read = read_wire_plan(write_wire_plan(plan), "w.wire.json", &warnings);
    ASSERT_TRUE(read.has_value()) << read.error();
    EXPECT_TRUE(*read == plan);
    EXPECT_TRUE(warnings.empty());
}

TEST(WireFile, SaysWhatIsWrongAndWhere) {
    const auto wrong = [](const std::string& text) {
        const auto read = read_wire_plan(text, "w");
        return read ? std::string("read") : read.error();
    };
    const std::string begin = R"({"format": 1, "name": "x", "length": 5, )";
    EXPECT_EQ(wrong(begin + R"("peers": []})"), "w: peers: must hold at least the host");
    EXPECT_EQ(wrong(begin + R"("peers": [{"name": "A", "link": {}}]})"),
              "w: peers[0].link: the host, which comes first, has none: leave it out");
    EXPECT_EQ(wrong(begin + R"("peers": [{"name": "A"}, {"name": "A"}]})"),
              "w: peers[1].name: there are two called \"A\"; give one of them another");
    EXPECT_NE(wrong(begin + R"("peers": [{"name": "A"}, {"name": "B", "link": {"delay": -1}}]})")
                  .find("w: peers[1].link.delay: "),
              std::string::npos);
    EXPECT_NE(wrong(begin + R"("peers": [{"name": "A"}, {"name": "B", "link": {"loss": 2}}]})").find("link.loss"),
              std::string::npos);
    EXPECT_NE(wrong(begin + R"("peers": [{"name": "A"}, {"name": "B", "link": 3}]})").find("must be an object"),
              std::string::npos);
    EXPECT_EQ(wrong(begin + R"("others": "where", "peers": [{"name": "A"}]})"),
              "w: others: must be \"behind\", \"run on\" or \"from inputs\"");
    EXPECT_EQ(wrong(begin + R"("peers": [{"name": "A"}], "marks": [{"reading": "corections", "high": 1}]})"),
              "w: marks[0].reading: unknown reading of shared play 'corections'; did you mean 'corrections'?");
    EXPECT_NE(wrong(begin).find("w:1:"), std::string::npos);
    EXPECT_NE(wrong(R"({"format": 9, "name": "x"})").find("format"), std::string::npos);
}

TEST(WireFile, DamagedOnesAreReadOrRefused) {
    const std::string whole = write_wire_plan(a_plan());
    std::mt19937 random(9);
    int refused = 0;
    for (int round = 0; round < 4000; ++round) {
        std::string text = whole;
        for (int i = 0; i < 3; ++i) text[random() % text.size()] = static_cast<char>(32 + random() % 95);
        if (random() % 4 == 0) text.resize(random() % text.size());
        refused += read_wire_plan(text, "w") ? 0 : 1;
    }
    EXPECT_GT(refused, 1000);
}

TEST(WireFile, ValuesAreSetAsACommandLineSaysThem) {
    WirePlan plan = a_plan();
    EXPECT_EQ(set_wire_value(plan, "Peer 1.delay=0.2"), "");
    EXPECT_DOUBLE_EQ(plan.peers[1].link.delay_s, 0.2);
    EXPECT_EQ(set_wire_value(plan, "loss=0.1"), "");
    EXPECT_DOUBLE_EQ(plan.peers[1].link.loss, 0.1);
    EXPECT_DOUBLE_EQ(plan.peers[2].link.loss, 0.1);
    EXPECT_EQ(set_wire_value(plan, "behind=0.05"), "");
    EXPECT_DOUBLE_EQ(plan.behind_s, 0.05);
    EXPECT_EQ(set_wire_value(plan, "Peer 1.delay=fast"),
              "\"Peer 1.delay=fast\": expected a number, got fast; times are in seconds, shares from 0 to 1");
    EXPECT_NE(set_wire_value(plan, "Per 1.delay=1").find("did you mean 'Peer 1'?"), std::string::npos);
    EXPECT_NE(set_wire_value(plan, "Peer 1.dely=1").find("a link has delay"), std::string::npos);
    EXPECT_NE(set_wire_value(plan, "nothing").find("sets nothing"), std::string::npos);
}

class DemoRehearsals : public testing::Test {
  protected:
    void SetUp() override {
        project_ = load_project(std::filesystem::path(LEAP_SOURCE_DIR) / "examples/lantern-quay").value();
        program_ = *project_.compiled.program;
        course_ = build_course(*project_.course);
        for (const TapeEntry& entry : project_.tapes) tapes_.push_back(entry.tape);
    }
    SceneView rehearsal() const { return {program_, written_tuning_, course_, 120}; }
    WireRun run(const WirePlan& plan) {
        written_tuning_ = written_tuning(program_);
        auto out = rehearse(rehearsal(), plan, tapes_);
        EXPECT_TRUE(out.has_value()) << out.error();
        return std::move(*out);
    }

    Project project_;
    Program program_;
    Tuning written_tuning_;
    Course course_;
    std::vector<Tape> tapes_;
};

TEST_F(DemoRehearsals, MeetTheirMarks) {
    ASSERT_GE(project_.wires.size(), 3U);
    for (const WireEntry& entry : project_.wires) {
        const WireRun out = run(entry.plan);
        EXPECT_EQ(out.unreadable, 0U) << entry.plan.name;
        const auto readings = wire_readings(out, differences_of(rehearsal(), out));
        for (const WireMarkAnswer& mark : wire_marks(entry.plan, readings))
            EXPECT_TRUE(mark.met) << entry.plan.name << ": " << mark.mark.reading << " is " << mark.value;
    }
}

TEST_F(DemoRehearsals, TheLateJoinersDoorIsShutUntilOneWordIsChanged) {
    const WireEntry* entry = project_.find_wire("lever and door");
    ASSERT_NE(entry, nullptr);
    const auto late_door = [&] {
        const WireRun out = run(entry->plan);
        const auto all = differences_of(rehearsal(), out);
        std::vector<WireDifference> found;
        for (const WireDifference& each : all)
            if (each.peer == 2 && out.fixtures[each.fixture] == "two quay door") found.push_back(each);
        return found;
    };
    const auto before = late_door();
    ASSERT_FALSE(before.empty());
    EXPECT_EQ(before.front().cause, DifferenceCause::not_kept);
    for (const char* const word : {"kept", "state"}) {
        TextOverrides texts;
        std::string door = read_file(project_.folder / "fixtures/door.leap").value();
        for (std::size_t at = door.find("as once"); at != std::string::npos; at = door.find("as once"))
            door.replace(at, 7, std::string("as ") + word);
        texts["fixtures/door.leap"] = door;
        const Project changed = load_project(project_.folder, texts).value();
        ASSERT_TRUE(changed.compiled.program);
        program_ = *changed.compiled.program;
        EXPECT_TRUE(late_door().empty()) << word;
    }
}

}  // namespace
}  // namespace leap::wire_file_test
