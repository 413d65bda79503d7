// SPDX-License-Identifier: MIT
#include "core/tape/trace.hpp"

#include <gtest/gtest.h>

#include <algorithm>

#include "tests/core/support.hpp"

namespace leap::trace_test {
namespace {

using test::Scene;
using test::TapeMaker;

const std::string traced_script = std::string(test::plain_body) + R"(
move hop on jump {
  counter hops in 0..9
  gate grounded
  phase rise { start: launch up at 7 m/s, hops + 1  go drop when rising <= 0 m/s }
  phase drop { end when grounded }
})";

const Tape one_hop = TapeMaker(2.0).stick(0.1, 0, 1).hold("jump", 0.5, 0.2);

TEST(Trace, PositionsBetweenRowsFollowTheParabola) {
    const Scene scene(traced_script);
    const Trace trace = scene.run(one_hop, 30);
    for (double t = 0.0; t < 0.5; t += 0.0117)
        EXPECT_NEAR(position_at(trace.tracks[0], 0.5 + t).z, 0.001 + 7 * t - 14 * t * t, 1e-6) << t;
    EXPECT_NEAR(velocity_at(trace.tracks[0], 0.6).z, 7 - 28 * 0.1, 1e-6);
}

TEST(Trace, RowsBeginEveryTickAndRunInTime) {
    const Scene scene(traced_script);
    const Trace trace = scene.run(one_hop);
    const auto begins = std::count_if(trace.tracks[0].rows.begin(), trace.tracks[0].rows.end(),
                                      [](const TraceRow& r) { return r.tick_begin; });
    EXPECT_EQ(begins, 241);
    for (std::size_t i = 1; i < trace.tracks[0].rows.size(); ++i)
        EXPECT_LE(trace.tracks[0].rows[i - 1].time, trace.tracks[0].rows[i].time);
    EXPECT_EQ(trace.tracks[0].values.size(), trace.tracks[0].rows.size() * trace.value_count);
    EXPECT_EQ(row_at(trace.tracks[0], -1.0), 0U);
    EXPECT_EQ(row_at(trace.tracks[0], 99.0), trace.tracks[0].rows.size() - 1);
}

TEST(Trace, TheHashTellsRunsApart) {
    Scene scene(traced_script);
    const std::uint64_t first = trace_hash(scene.run(one_hop));
    EXPECT_EQ(trace_hash(scene.run(one_hop)), first);
    scene.set("walk.top", 6.0000001);
    EXPECT_NE(trace_hash(scene.run(one_hop)), first);
    EXPECT_EQ(hash_text(0x1fU), "000000000000001f");
}

TEST(Trace, SpansAreClosedAndJoinEachOther) {
    const Scene scene(traced_script);
    const Trace trace = scene.run(one_hop);
    for (const PhaseSpan& span : trace.spans) EXPECT_LE(span.from, span.to);
    const auto rise = test::spans_of(scene, trace, "hop.rise").at(0);
    const auto drop = test::spans_of(scene, trace, "hop.drop").at(0);
    EXPECT_TRUE(rise.opens);
    EXPECT_FALSE(drop.opens);
    EXPECT_EQ(rise.to, drop.from);
}

TEST(Trace, CsvHasOneLineARowAndNamesItsColumns) {
    const Scene scene(traced_script);
    const Trace trace = scene.run(one_hop);
    const std::string csv = trace_csv(trace, scene.program);
    EXPECT_EQ(static_cast<std::size_t>(std::count(csv.begin(), csv.end(), '\n')), trace.tracks[0].rows.size() + 1);
    const std::string head = csv.substr(0, csv.find('\n'));
    EXPECT_TRUE(head.ends_with("move,phase,button_jump,button_dash,hop.hops")) << head;
    EXPECT_NE(csv.find(",air,hop,rise,1,0,1\n"), std::string::npos);
    const auto commas = std::count(head.begin(), head.end(), ',');
    std::size_t at = 0;
    while (at < csv.size()) {
        const std::size_t end = csv.find('\n', at);
        EXPECT_EQ(std::count(csv.begin() + static_cast<std::ptrdiff_t>(at),
                             csv.begin() + static_cast<std::ptrdiff_t>(end), ','),
                  commas);
        at = end + 1;
    }
}

TEST(Trace, EventsAreSaidInWords) {
    const Scene scene(traced_script);
    std::vector<std::string> words;
    const Trace trace = scene.run(one_hop);
    for (const TraceEvent& event : trace.events) words.push_back(event_text(event, scene.program, trace));
    EXPECT_EQ(words,
              (std::vector<std::string>{"stance walk", "jump pressed", "hop started", "left ground", "stance air",
                                        "jump released", "hop.drop", "landed", "hop ended", "stance walk"}));
}

TEST(TraceTable, NamesTheMovesOfEveryLayer) {
    const test::Scene scene(std::string(test::plain_body) +
                            "move up_it on jump { phase a for 0.2 s { start: launch up at 4 m/s } }\n"
                            "move aim when held(dash) in arms { phase hold for 0.5 s { } }\n"
                            "move kick when held(dash) in legs { phase out for 0.1 s { } }\n");
    const Trace trace = scene.run(test::TapeMaker(1).hold("dash", 0.2, 0.05).hold("jump", 0.25, 0.1));
    const std::string table = trace_csv(trace, scene.program);
    EXPECT_NE(table.find(",other_layers\n"), std::string::npos);
    EXPECT_NE(table.find(",arms: aim.hold; legs: kick.out\n"), std::string::npos);
    EXPECT_NE(table.find("up_it,a"), std::string::npos);
    const test::Scene single(std::string(test::plain_body) +
                             "move up_it on jump { phase a for 0.2 s { start: launch up at 4 m/s } }\n");
    EXPECT_EQ(trace_csv(single.run(test::TapeMaker(0.1)), single.program).find("other_layers"), std::string::npos);
}

}  // namespace
}  // namespace leap::trace_test
