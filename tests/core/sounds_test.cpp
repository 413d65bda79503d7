// SPDX-License-Identifier: MIT
#include "core/tape/sounds.hpp"

#include <gtest/gtest.h>

#include <cmath>

#include "core/tape/live_run.hpp"

#include "tests/core/support.hpp"

namespace leap::sounds_test {
namespace {

const std::string hopper = R"(
button jump key "Space"
body b { capsule radius 0.3 m height 1.7 m  gravity 20 m/s^2  walkable up to 46 deg }
stance walk { steer to 6 m/s gain 40 m/s^2 brake 50 m/s^2 }
move hop on jump {
  gate grounded
  phase up { start: launch up at 8 m/s, accent sound whoosh at 50 % pitch 120 %  end when grounded }
  on landed: accent sound thud at landing_speed / 16 m/s
}
)";

Tape one_hop() {
    return test::TapeMaker(2.0).hold("jump", 0.5, 0.1);
}

double energy(const std::vector<float>& samples) {
    double out = 0.0;
    for (const float each : samples) out += static_cast<double>(each) * each;
    return out;
}

TEST(Sounds, ARuleMakesThemAtItsOwnInstantAtEveryTickRate) {
    const test::Scene scene(hopper);
    for (const int rate : {30, 120, 480}) {
        const Trace trace = scene.run(one_hop(), rate);
        ASSERT_EQ(trace.sounds.size(), 2) << rate;
        EXPECT_EQ(trace.sounds[0].voice, SoundVoice::whoosh);
        EXPECT_NEAR(trace.sounds[0].time, 0.5, 1e-9);
        EXPECT_NEAR(trace.sounds[0].loudness, 0.5, 1e-12);
        EXPECT_NEAR(trace.sounds[0].pitch, 1.2, 1e-12);
        EXPECT_EQ(trace.sounds[1].voice, SoundVoice::thud);
        EXPECT_NEAR(trace.sounds[1].time, 0.5 + 2.0 * 8.0 / 20.0, 1e-4);
        EXPECT_NEAR(trace.sounds[1].loudness, 8.0 / 16.0, 1e-4) << "as loud as it lands hard";
        EXPECT_EQ(trace.sounds[1].actor, 0);
    }
}

TEST(Sounds, TheyDontTouchTheRun) {
    const Tape tape = one_hop();
    const Trace with = test::Scene(hopper).run(tape);
    std::string without = hopper;
    for (const std::string sound :
         {", accent sound whoosh at 50 % pitch 120 %", "  on landed: accent sound thud at landing_speed / 16 m/s\n"})
        without.erase(without.find(sound), sound.size());
    EXPECT_EQ(trace_hash(with), trace_hash(test::Scene(without).run(tape)));
}

TEST(Sounds, TheSameCueGivesTheSameSamplesAndEveryVoiceSounds) {
    for (std::size_t i = 0; i < sound_words.size(); ++i) {
        SoundCue cue;
        cue.voice = static_cast<SoundVoice>(i);
        const std::vector<float> samples = sound_samples(cue);
        EXPECT_EQ(samples, sound_samples(cue)) << sound_words[i];
        EXPECT_NEAR(static_cast<double>(samples.size()), sound_length(cue) * sound_rate_hz, 1.0);
        EXPECT_GT(energy(samples), 10.0) << sound_words[i];
        EXPECT_LT(std::abs(samples.back()), 0.01) << sound_words[i] << " ends with a click";
        for (const float each : samples) ASSERT_LE(std::abs(each), 1.0F) << sound_words[i];
        cue.loudness = 0.5;
        EXPECT_NEAR(energy(sound_samples(cue)) / energy(samples), 0.25, 1e-3);
        cue.loudness = 0.0;
        EXPECT_EQ(energy(sound_samples(cue)), 0.0);
    }
}

TEST(Sounds, AHigherPitchCrossesZeroMoreOften) {
    const auto crossings = [](double pitch) {
        SoundCue cue;
        cue.voice = SoundVoice::chime;
        cue.pitch = pitch;
        const std::vector<float> samples = sound_samples(cue);
        int out = 0;
        for (std::size_t i = 1; i < 4800; ++i) out += (samples[i - 1] < 0.0F) != (samples[i] < 0.0F) ? 1 : 0;
        return out;
    };
    EXPECT_NEAR(crossings(2.0) / static_cast<double>(crossings(1.0)), 2.0, 0.05);
    EXPECT_EQ(crossings(1e9), crossings(4.0)) << "up to four times";
    EXPECT_EQ(crossings(std::nan("")) > 0, true);
}

TEST(Sounds, WhatIsFarOffIsQuieter) {
    EXPECT_DOUBLE_EQ(sound_nearness({1, 2, 3}, {1, 2, 3}), 1.0);
    EXPECT_DOUBLE_EQ(sound_nearness({8, 0, 0}, {0, 0, 0}), 0.5);
    const Trace trace = test::Scene(hopper).run(one_hop());
    Trace far = trace;
    for (SoundCue& cue : far.sounds) cue.place.x += 24.0;
    EXPECT_NEAR(energy(run_samples(far, 0)) / energy(run_samples(trace, 0)), 1.0 / 16.0, 0.02);
    EXPECT_EQ(run_samples(trace, 7).size(), run_samples(trace, 0).size()) << "silence for who isn't there";
}

TEST(Sounds, AWavFileSaysHowLongItIs) {
    const std::vector<float> samples{0.0F, 1.0F, -1.0F, 2.0F};
    const std::string file = wav_file(samples);
    ASSERT_EQ(file.size(), 44U + 8U);
    EXPECT_EQ(file.substr(0, 4), "RIFF");
    EXPECT_EQ(file.substr(8, 8), "WAVEfmt ");
    EXPECT_EQ(static_cast<unsigned char>(file[4]), 36U + 8U);
    EXPECT_EQ(static_cast<unsigned char>(file[40]), 8U);
    EXPECT_EQ(file.substr(46, 2), (std::string{static_cast<char>(0xFF), static_cast<char>(0x7F)}));
    EXPECT_EQ(file.substr(50, 2), file.substr(46, 2)) << "louder than loudest is loudest";
}

TEST(Sounds, ARunThatIsRewoundForgetsThem) {
    const test::Scene scene(hopper);
    const Tape tape = one_hop();
    const Ingredients ingredients{std::make_shared<const Program>(scene.program),
                                  std::make_shared<const Course>(scene.course), scene.tuning, 120};
    LiveRun run(ingredients, start_world(ingredients.rehearsal(), tape.tracks).value(), tape.tracks);
    run.advance_to(0.4);
    run.input({0.5, ButtonEvent{"jump", true}});
    run.advance_to(1.6);
    EXPECT_EQ(run.trace().sounds.size(), 2);
    run.rewind(0.8);
    EXPECT_EQ(run.trace().sounds.size(), 1);
}

}  // namespace
}  // namespace leap::sounds_test
