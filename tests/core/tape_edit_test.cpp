// SPDX-License-Identifier: MIT
#include "core/tape/tape_edit.hpp"

#include <gtest/gtest.h>

#include <map>
#include <random>

#include "core/defaults.hpp"
#include "core/project/project_check.hpp"
#include "core/project/tape_file.hpp"
#include "tests/core/support.hpp"

namespace leap::tape_edit_test {
namespace {

using test::TapeMaker;

const ButtonRow jump{0, "jump"};

/// Jump is held from 1 to 1.5 s and from 2 to 3 s, run from 0.5 s to the end; the stick goes ahead at 0.25 s.
Tape some_tape() {
    Tape out = TapeMaker(4)
                   .look(0.1, 10)
                   .stick(0.25, 0, 1)
                   .hold("run", 0.5, 99)
                   .hold("jump", 1, 0.5)
                   .look(1.75, 30)
                   .hold("jump", 2, 1);
    out.tracks[0].events.pop_back();  // it has no release
    return out;
}

void expect_sound(const Tape& tape) {
    EXPECT_EQ(tape_warnings(tape, "t"), std::vector<std::string>{});
    for (const TapeTrack& track : tape.tracks) {
        EXPECT_TRUE(std::is_sorted(track.events.begin(), track.events.end(),
                                   [](const auto& a, const auto& b) { return a.time_s < b.time_s; }));
        for (const TapeEvent& event : track.events) EXPECT_EQ(event, rounded(event));
    }
    EXPECT_EQ(read_tape(write_tape(tape), "t").value(), tape);
}

/// What is held just before a time.
struct Moment {
    std::map<std::string, bool> down;
    Vec2 stick{0.0};
    double yaw = 0.0;
    friend bool operator==(const Moment&, const Moment&) = default;
};
Moment moment_before(const Tape& tape, double time, std::size_t track = 0) {
    Moment out;
    for (const TapeEvent& event : tape.tracks[track].events) {
        if (event.time_s >= time) break;
        if (const auto* button = std::get_if<ButtonEvent>(&event.what)) {
            out.down[button->button] = button->down;
            if (!button->down) out.down.erase(button->button);
        }
        if (const auto* stick = std::get_if<StickEvent>(&event.what)) out.stick = stick->stick;
        if (const auto* look = std::get_if<LookEvent>(&event.what)) out.yaw = look->yaw_deg;
    }
    return out;
}

using Presses = std::vector<Press>;

TEST(TapeEdit, PressesAreReadFromPressesAndReleases) {
    EXPECT_EQ(presses_of(some_tape(), jump), (Presses{{1, 1.5}, {2, 3}}));
    EXPECT_EQ(presses_of(some_tape(), {0, "run"}), (Presses{{0.5, 4}})) << "held to the end";
    EXPECT_EQ(presses_of(some_tape(), {0, "dash"}), Presses{});
}

TEST(TapeEdit, AnEdgeThatIsDraggedStopsAtTheOtherOneAndAtTheNeighbour) {
    const Tape tape = some_tape();
    const auto moved = [&](std::size_t number, Press wanted) {
        const Tape out = with_press_moved(tape, jump, number, wanted);
        expect_sound(out);
        return presses_of(out, jump)[number];
    };
    const double least = defaults::min_press_s;
    EXPECT_EQ(moved(0, {1, 1.25}), (Press{1, 1.25}));
    EXPECT_EQ(moved(0, {0.75, 1.5}), (Press{0.75, 1.5}));
    EXPECT_EQ(moved(0, {1, 0.2}), (Press{1, 1 + least})) << "a release can't come before its press";
    EXPECT_EQ(moved(0, {1, 9}), (Press{1, 2 - least})) << "nor into the next press";
    EXPECT_EQ(moved(1, {0.1, 3}), (Press{1.5 + least, 3}));
    EXPECT_EQ(moved(0, {-3, 1.5}), (Press{0, 1.5}));
    EXPECT_EQ(moved(1, {2, 99}), (Press{2, 4})) << "to the end: it has no release then";
    EXPECT_EQ(tape.tracks[0].events.size() - 1, with_press_moved(tape, jump, 1, {2, 99}).tracks[0].events.size());
}

TEST(TapeEdit, APressThatIsMovedKeepsItsLengthAsLongAsThereIsRoom) {
    const Tape tape = some_tape();
    const auto moved = [&](std::size_t number, double by) {
        const Press before = presses_of(tape, jump)[number];
        const Tape out = with_press_moved(tape, jump, number, {before.from_s + by, before.to_s + by});
        expect_sound(out);
        return presses_of(out, jump)[number];
    };
    EXPECT_EQ(moved(0, 0.25), (Press{1.25, 1.75}));
    EXPECT_EQ(moved(0, -5), (Press{0, 0.5}));
    const Press near_the_next = moved(0, 5);
    EXPECT_NEAR(near_the_next.to_s, 2 - defaults::min_press_s, 1e-9);
    EXPECT_NEAR(near_the_next.to_s - near_the_next.from_s, 0.5, 1e-9);
    EXPECT_EQ(moved(1, 5), (Press{3, 4}));
}

TEST(TapeEdit, OtherRowsAndTheFilesOtherLinesStayAsTheyWere) {
    const Tape tape = some_tape();
    const Tape out = with_press_moved(tape, jump, 0, {1.1, 1.5});
    Tape back = with_press_moved(out, jump, 0, {1, 1.5});
    EXPECT_EQ(back, tape) << "a drag there and back changes nothing";
    EXPECT_EQ(presses_of(out, {0, "run"}), presses_of(tape, {0, "run"}));
    EXPECT_EQ(moment_before(out, 9).stick, moment_before(tape, 9).stick);
}

TEST(TapeEdit, PressesAreDrawnWhereThereIsRoomAndTakenAway) {
    const Tape tape = some_tape();
    const auto drawn = with_press(tape, jump, {0.6, 0.3});
    ASSERT_TRUE(drawn);
    expect_sound(*drawn);
    EXPECT_EQ(presses_of(*drawn, jump), (Presses{{0.3, 0.6}, {1, 1.5}, {2, 3}})) << "drawn from right to left, too";
    EXPECT_EQ(without_press(*drawn, jump, 0), tape);
    const auto up_to_the_next = with_press(tape, jump, {1.7, 2.5});
    ASSERT_TRUE(up_to_the_next);
    EXPECT_EQ(presses_of(*up_to_the_next, jump)[1], (Press{1.7, 2 - defaults::min_press_s}));
    EXPECT_FALSE(with_press(tape, jump, {1.2, 1.8})) << "it is down already";
    EXPECT_FALSE(with_press(tape, {0, "run"}, {2, 3}));
    const auto first = with_press(tape, {0, "dash"}, {3.5, 9});
    ASSERT_TRUE(first);
    EXPECT_EQ(presses_of(*first, {0, "dash"}), (Presses{{3.5, 4}}));
    EXPECT_TRUE(presses_of(without_press(*first, {0, "dash"}, 0), {0, "dash"}).empty());
}

TEST(TapeEdit, WhatIsCutOutLeavesButtonsStickAndLookAsTheyWereBehindIt) {
    const Tape tape = some_tape();
    const Tape out = cut_out(tape, {1.25, 2.25});
    expect_sound(out);
    EXPECT_DOUBLE_EQ(out.length_s, 3.0);
    EXPECT_EQ(presses_of(out, jump), (Presses{{1, 2}})) << "both ends were held: one press now";
    for (const double behind : {2.3, 2.9, 3.1, 3.9})
        EXPECT_EQ(moment_before(out, behind - 1.0), moment_before(tape, behind)) << behind;
    const Tape no_press = cut_out(tape, {1.75, 2.25});
    EXPECT_EQ(presses_of(no_press, jump), (Presses{{1, 1.5}, {1.75, 2.5}})) << "pressed inside, held behind";
    const Tape head = cut_out(tape, {1.25, 99});
    expect_sound(head);
    EXPECT_DOUBLE_EQ(head.length_s, 1.25);
    EXPECT_EQ(presses_of(head, jump), (Presses{{1, 1.25}}));
    const Tape tail = cut_out(tape, {1.25, 0});
    EXPECT_EQ(presses_of(tail, jump), (Presses{{0, 0.25}, {0.75, 1.75}}));
}

TEST(TapeEdit, WhatWasCopiedIsInsertedAndTheTapeGoesOnBehindIt) {
    const Tape tape = some_tape();
    const Tape piece = copy_of(tape, {1.25, 2.25});
    EXPECT_DOUBLE_EQ(piece.length_s, 1.0);
    EXPECT_EQ(presses_of(piece, jump), (Presses{{0, 0.25}, {0.75, 1}}));
    const Tape out = with_inserted(tape, 3.5, piece).value();
    expect_sound(out);
    EXPECT_DOUBLE_EQ(out.length_s, 5.0);
    EXPECT_EQ(presses_of(out, jump), (Presses{{1, 1.5}, {2, 3}, {3.5, 3.75}, {4.25, 4.5}}));
    for (const double inside : {0.1, 0.5, 0.9})
        EXPECT_EQ(moment_before(out, 3.5 + inside), moment_before(tape, 1.25 + inside)) << inside;
    EXPECT_EQ(moment_before(out, 4.9), moment_before(tape, 3.9));
    const Tape back = cut_out(out, {3.5, 4.5});
    for (const double time : {0.3, 1.2, 1.8, 2.5, 3.4, 3.6, 4.0})
        EXPECT_EQ(moment_before(back, time), moment_before(tape, time)) << time;
    EXPECT_DOUBLE_EQ(back.length_s, tape.length_s);
}

TEST(TapeEdit, TapesAreJoinedTimeIsInsertedAndSidesAreChanged) {
    const Tape tape = some_tape();
    const Tape twice = joined_tapes(tape, tape).value();
    expect_sound(twice);
    EXPECT_DOUBLE_EQ(twice.length_s, 8.0);
    EXPECT_EQ(presses_of(twice, jump), (Presses{{1, 1.5}, {2, 3}, {5, 5.5}, {6, 7}}));
    EXPECT_EQ(presses_of(twice, {0, "run"}), (Presses{{0.5, 4}, {4.5, 8}}));
    const Tape later = with_time_inserted(tape, 1.25, 0.5);
    expect_sound(later);
    EXPECT_EQ(presses_of(later, jump), (Presses{{1, 2}, {2.5, 3.5}})) << "what is held there is held on";
    const Tape other_side = mirrored(TapeMaker(2).stick(0.5, 0.6, 0.8).look(1, 130), std::vector<double>{90});
    EXPECT_EQ(moment_before(other_side, 2).stick, Vec2(-0.6, 0.8));
    EXPECT_DOUBLE_EQ(moment_before(other_side, 2).yaw, 50.0);
    EXPECT_EQ(mirrored(mirrored(tape, std::vector<double>{40}), std::vector<double>{40}), tape);
}

TEST(TapeEdit, ATapeOfTwoIsCutForBothAndTakesNoPieceOfAnother) {
    const Tape both =
        test::together({{"wick", "start", some_tape()}, {"pip", "start", TapeMaker(4).hold("jump", 2, 1)}});
    ASSERT_EQ(both.tracks.size(), 2U);
    const Tape out = cut_out(both, {0.5, 1.5});
    expect_sound(out);
    EXPECT_EQ(presses_of(out, {1, "jump"}), (Presses{{1, 2}}));
    const auto wrong = with_inserted(both, 1.0, some_tape());
    ASSERT_FALSE(wrong);
    EXPECT_EQ(wrong.error(), "what is inserted has 1 characters and the tape has 2; take it from a tape with as many");
    const Tape moved = with_press_moved(both, {1, "jump"}, 0, {2.5, 3.5});
    EXPECT_EQ(moved.tracks[0], both.tracks[0]) << "the other one's track is left alone";
}

TEST(TapeEdit, AnyEditsOneAfterTheOtherLeaveASoundTape) {
    std::mt19937 random(7);
    const auto some = [&](double low, double high) {
        return std::uniform_real_distribution<double>(low, high)(random);
    };
    for (int run = 0; run < 40; ++run) {
        Tape tape = some_tape();
        Tape piece = copy_of(tape, {0, 1});
        for (int i = 0; i < 40; ++i) {
            const ButtonRow row{0, i % 3 == 0 ? "run" : "jump"};
            const double a = some(-0.5, tape.length_s + 0.5);
            const double b = some(-0.5, tape.length_s + 0.5);
            const auto presses = presses_of(tape, row);
            const auto number = presses.empty() ? 0 : random() % presses.size();
            switch (random() % 7) {
                case 0: tape = with_press(tape, row, {a, b}).value_or(tape); break;
                case 1:
                    if (!presses.empty()) tape = with_press_moved(tape, row, number, {a, b});
                    break;
                case 2:
                    if (!presses.empty()) tape = without_press(tape, row, number);
                    break;
                case 3: tape = cut_out(tape, {a, a + 0.3}); break;
                case 4: piece = copy_of(tape, {a, b}); break;
                case 5:
                    if (tape.length_s + piece.length_s < 30) tape = with_inserted(tape, a, piece).value();
                    break;
                default: tape = with_time_inserted(tape, a, 0.2); break;
            }
            ASSERT_EQ(tape_warnings(tape, "t"), std::vector<std::string>{}) << run << " " << i;
            ASSERT_EQ(read_tape(write_tape(tape), "t").value(), tape) << run << " " << i;
        }
    }
}

}  // namespace
}  // namespace leap::tape_edit_test
