// SPDX-License-Identifier: MIT
#include "core/wire/live_wire.hpp"

#include <gtest/gtest.h>

#include "core/project/project.hpp"

namespace leap {
namespace {

struct Quay {
    Project project = *load_project(std::filesystem::path(LEAP_SOURCE_DIR) / "examples/lantern-quay");
    std::vector<Tape> tapes;
    Ingredients ingredients;
    Quay() {
        for (const TapeEntry& entry : project.tapes) tapes.push_back(entry.tape);
        ingredients.program = std::make_shared<const Program>(*project.compiled.program);
        ingredients.course = std::make_shared<const Course>(build_course(*project.course));
        ingredients.tuning = written_tuning(*ingredients.program);
    }
    WirePlan plan(const std::string& name) const { return project.find_wire(name)->plan; }
    std::unique_ptr<LiveWire> live(const WirePlan& plan, std::size_t peer) const {
        auto out = LiveWire::begin(ingredients, plan, tapes, peer);
        EXPECT_TRUE(out.has_value()) << out.error();
        return std::move(*out);
    }
};

/// Something to do, at 60 pictures a second.
void play_some(LiveWire& live, double to_s) {
    for (int picture = 0; live.now_s() < to_s; ++picture) {
        if (picture == 20) live.stick({0.3, 0.9});
        if (picture == 50) live.button("jump", true);
        if (picture == 62) live.button("jump", false);
        if (picture == 80) live.look(35.0, -5.0);
        if (picture == 95) live.button("dash", true);
        if (picture == 99) live.button("dash", false);
        if (picture == 140) live.stick({0.0, 0.0});
        live.advance_to(picture / 60.0);
    }
}

TEST(LiveWire, WhatWasPlayedIsATapeThatGivesTheSameRehearsal) {
    const Quay quay;
    for (const auto& [name, others] :
         {std::pair("two at the buoy", OthersShown::behind), std::pair("a driver far off", OthersShown::behind),
          std::pair("two at the buoy", OthersShown::from_inputs)})
        for (const std::size_t peer : {0U, 1U}) {
            WirePlan plan = quay.plan(name);
            plan.others = others;
            const auto live = quay.live(plan, peer);
            play_some(*live, 3.0);
            plan.length_s = live->run().end_s;
            plan.peers[peer].tape = "take";
            plan.peers[peer].track.clear();
            std::vector<Tape> tapes = quay.tapes;
            tapes.push_back(live->tape("take"));
            const auto again = rehearse(live->ingredients().rehearsal(), plan, tapes);
            ASSERT_TRUE(again.has_value()) << again.error();
            EXPECT_EQ(again->messages, live->run().messages) << name << ", peer " << peer;
            EXPECT_EQ(again->corrections, live->run().corrections);
            for (std::size_t i = 0; i < plan.peers.size(); ++i)
                EXPECT_EQ(again->peers[i].samples, live->run().peers[i].samples)
                    << name << ", peer " << peer << ", " << i;
            EXPECT_EQ(differences_of(live->ingredients().rehearsal(), *again), live->differences())
                << name << ": found while it is played, tick by tick";
            EXPECT_GT(tapes.back().tracks[0].events.size(), 5U);
        }
}

TEST(LiveWire, ALateJoinerPlaysFromWhenItIsWelcomed) {
    const Quay quay;
    WirePlan plan = quay.plan("a lantern of one's own");
    plan.peers[1].joins_s = 0.5;
    const auto live = quay.live(plan, 1);
    live->button("jump", true);  // too early: nobody is there
    EXPECT_EQ(live->world_of(1), nullptr);
    live->advance_to(1.0);
    ASSERT_NE(live->world_of(1), nullptr);
    live->stick({0.0, 1.0});
    live->advance_to(3.0);
    const Tape take = live->tape("take");
    ASSERT_EQ(take.tracks[0].events.size(), 1U);
    EXPECT_GT(take.tracks[0].events[0].time_s, 0.2);
    EXPECT_LT(take.tracks[0].events[0].time_s, 0.5);
    plan.length_s = live->run().end_s;
    plan.peers[1].tape = "take";
    std::vector<Tape> tapes = quay.tapes;
    tapes.push_back(take);
    const auto again = rehearse(live->ingredients().rehearsal(), plan, tapes);
    ASSERT_TRUE(again.has_value()) << again.error();
    EXPECT_EQ(again->peers[1].samples, live->run().peers[1].samples);
}

TEST(LiveWire, ItsOwnCharacterAnswersAtOnceHoweverLongTheWire) {
    const Quay quay;
    WirePlan plan = quay.plan("two at the buoy");
    plan.peers[1].link.delay_s = 0.4;
    const auto live = quay.live(plan, 1);
    live->advance_to(1.0);
    live->button("jump", true);
    live->advance_to(1.1);
    EXPECT_GT(live->world_of(1)->actors[1].body.velocity.z, 1.0);
    EXPECT_FALSE(live->world_of(0)->actors[1].body.velocity.z > 1.0) << "the host hears of it later";
    live->advance_to(1.6);
    EXPECT_EQ(live->run().late_inputs, 0U);
}

TEST(LiveWire, WhatCantBePlayedIsSaid) {
    const Quay quay;
    WirePlan plan = quay.plan("two at the buoy");
    EXPECT_FALSE(LiveWire::begin(quay.ingredients, plan, quay.tapes, 7).has_value());
    plan.peers[0].tape = "no such tape";
    const auto wrong = LiveWire::begin(quay.ingredients, plan, quay.tapes, 1);
    ASSERT_FALSE(wrong.has_value());
    EXPECT_NE(wrong.error().find("no such tape"), std::string::npos);
    plan.peers.clear();
    EXPECT_FALSE(LiveWire::begin(quay.ingredients, plan, quay.tapes, 0).has_value());
}

TEST(LiveWire, ItEndsWithTheHost) {
    const Quay quay;
    WirePlan plan = quay.plan("two at the buoy");
    plan.peers[0].leaves_s = 0.5;
    const auto live = quay.live(plan, 1);
    live->advance_to(2.0);
    EXPECT_FALSE(live->goes_on());
    EXPECT_TRUE(live->run().host_left);
}

}  // namespace
}  // namespace leap
