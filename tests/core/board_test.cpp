// SPDX-License-Identifier: MIT
#include "core/experiments/board.hpp"

#include <gtest/gtest.h>

#include "tests/core/experiment_scene.hpp"

namespace leap::board_test {
namespace {

const char* const marks = "mark hop_height in 1.9 m..2.1 m\nmark lowest in -0.1 m..0.1 m on tape \"long\"\n";

struct BoardScene : test::HopScene {
    std::vector<Tape> tapes;
    BoardScene() : HopScene(marks) {
        tapes = {test::TapeMaker(1.5).hold("jump", 0.2, 0.1), test::TapeMaker(3).hold("jump", 0.5, 0.1),
                 test::TapeMaker(1)};
        tapes[0].name = "short";
        tapes[1].name = "long";
        tapes[2].name = "nothing";
    }
    Board board() const {
        std::vector<const Tape*> list;
        for (const Tape& tape : tapes) list.push_back(&tape);
        return make_board(setup(), list);
    }
};

TEST(Board, RowsStandInTheOrderOfTheTapesAndCountTheirMarks) {
    BoardScene scene;
    const Board board = scene.board();
    ASSERT_EQ(board.rows.size(), 3U);
    EXPECT_TRUE(board.complete);
    EXPECT_EQ(board.rows[0].tape, "short");
    EXPECT_EQ(board.rows[1].hash, trace_hash(scene.run(scene.tapes[1])));
    EXPECT_EQ(count_marks(board), (MarkCount{3, 4})) << "the tape without a hop misses the mark of its height";
}

TEST(Board, ATapeThatDoesntPlayMissesItsMarks) {
    BoardScene scene;
    scene.tapes[1].tracks[0].start_place = "nowhere";
    const Board board = scene.board();
    EXPECT_NE(board.rows[1].problem.find("nowhere"), std::string::npos);
    EXPECT_EQ(count_marks(board), (MarkCount{1, 4}));
}

TEST(Board, ChangesNameWhatIsBrokenFirstAndThenWhatIsMended) {
    BoardScene scene;
    const Board before = scene.board();
    scene.set("hop.rise", 3.0);
    const Board after = scene.board();
    EXPECT_EQ(mark_changes(before, after),
              (std::vector<MarkChange>{{"short", "hop_height", true}, {"long", "hop_height", true}}));
    EXPECT_EQ(mark_changes(after, before).front(), (MarkChange{"short", "hop_height", false}));
    EXPECT_TRUE(mark_changes(before, before).empty());
    scene.tapes[0].tracks[0].start_place = "nowhere";
    EXPECT_EQ(mark_changes(before, scene.board()).front(), (MarkChange{"short", "", true}));
}

TEST(Board, StoppedItSaysSo) {
    BoardScene scene;
    std::vector<const Tape*> list{&scene.tapes[0], &scene.tapes[1]};
    ParallelOptions options;
    options.stop = [] { return true; };
    EXPECT_FALSE(make_board(scene.setup(), list, options).complete);
}

TEST(Board, ReadingsSayWhereOnTheTapeTheyAreTaken) {
    const BoardScene scene;
    const Board board = scene.board();
    EXPECT_NEAR(find_reading(board.rows[1], "hop_height")->at_s.value(), 0.5, 1e-9);
    EXPECT_NEAR(find_reading(board.rows[1], "hop_time")->at_s.value(), 0.5, 1e-9);
    EXPECT_FALSE(find_reading(board.rows[1], "far")->at_s) << "it is of the whole run";
}

}  // namespace
}  // namespace leap::board_test
