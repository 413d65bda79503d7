// SPDX-License-Identifier: GPL-3.0-or-later
// What a run gives to the ear and the hands, while it is played and while it is watched.
#include "studio/shared/run_feedback.hpp"

#include <SDL2/SDL.h>
#include <gtest/gtest.h>
#include <QAction>
#include <QTest>
#include <map>

#include "core/tape/sounds.hpp"
#include "tests/studio/support.hpp"

namespace leap::studio::run_feedback_test {
namespace {

struct Heard : test::Studio {
    std::vector<SoundCue> heard;
    Heard() {
        window->set_hearing([this](const SoundCue& cue) { heard.push_back(cue); });
    }
    std::size_t count(SoundVoice voice) const {
        return static_cast<std::size_t>(
            std::count_if(heard.begin(), heard.end(), [&](const SoundCue& cue) { return cue.voice == voice; }));
    }
    std::size_t in_run(SoundVoice voice) const {
        const auto& sounds = session->now_run()->trace.sounds;
        return static_cast<std::size_t>(
            std::count_if(sounds.begin(), sounds.end(), [&](const SoundCue& cue) { return cue.voice == voice; }));
    }
    void watch_all() {
        session->set_cursor(0.0);
        heard.clear();
        session->play_back(true);
        pass(session->length() + 0.2);
    }
};

TEST(RunFeedback, WatchingATapeEverySoundIsHeardOnceInItsOrder) {
    Heard window;
    window.settle();
    ASSERT_GT(window.in_run(SoundVoice::whoosh), 0U) << "the first tape dashes";
    window.watch_all();
    EXPECT_EQ(window.heard.size(), window.session->now_run()->trace.sounds.size());
    EXPECT_TRUE(std::is_sorted(window.heard.begin(), window.heard.end(),
                               [](const SoundCue& a, const SoundCue& b) { return a.time < b.time; }));
    EXPECT_EQ(window.count(SoundVoice::whoosh), window.in_run(SoundVoice::whoosh));
}

TEST(RunFeedback, PuttingTheCursorElsewhereIsSilent) {
    Heard window;
    window.settle();
    for (const double at : {9.0, 0.5, 7.0}) window.session->set_cursor(at);
    EXPECT_TRUE(window.heard.empty());
}

TEST(RunFeedback, SoundsCanBeTurnedOff) {
    Heard window;
    window.settle();
    QAction* sounds = nullptr;
    for (QAction* action : window.window->actions())
        if (action->text() == "Sounds") sounds = action;
    ASSERT_NE(sounds, nullptr);
    EXPECT_TRUE(sounds->isChecked());
    sounds->trigger();
    EXPECT_FALSE(sounds->isChecked());
    window.watch_all();
    EXPECT_TRUE(window.heard.empty());
    sounds->trigger();
    window.watch_all();
    EXPECT_FALSE(window.heard.empty());
}

TEST(RunFeedback, WhilePlayingTheDashIsHeardAndItsPadShakes) {
    Heard window;
    window.settle();
    std::map<std::size_t, double> strongest;
    double last = -1.0;
    RunFeedback feedback(
        *window.session, [](const SoundCue&) {},
        [&](std::size_t character, double strength) {
            strongest[character] = std::max(strongest[character], strength);
            last = strength;
        });
    ASSERT_EQ(window.session->play("first lantern"), "");
    window.pass(0.3);
    QTest::keyPress(window.window->stage(), Qt::Key_Shift);
    window.pass(0.3);
    QTest::keyRelease(window.window->stage(), Qt::Key_Shift);
    EXPECT_EQ(window.count(SoundVoice::whoosh), 1U);
    EXPECT_NEAR(strongest[0], 0.35, 0.01);
    window.session->stop();
    EXPECT_EQ(last, 0.0) << "nothing shakes on";
}

TEST(RunFeedback, TheWavOfARunIsReadBack) {
    Heard window;
    window.settle();
    const std::vector<float> samples = run_samples(window.session->now_run()->trace, 0);
    const std::string file = wav_file(samples);
    SDL_AudioSpec spec{};
    Uint8* bytes = nullptr;
    Uint32 length = 0;
    ASSERT_NE(SDL_LoadWAV_RW(SDL_RWFromConstMem(file.data(), static_cast<int>(file.size())), 1, &spec, &bytes, &length),
              nullptr)
        << SDL_GetError();
    EXPECT_EQ(spec.freq, sound_rate_hz);
    EXPECT_EQ(spec.channels, 1);
    EXPECT_EQ(spec.format, AUDIO_S16LSB);
    EXPECT_EQ(length, samples.size() * 2);
    SDL_FreeWAV(bytes);
}

}  // namespace
}  // namespace leap::studio::run_feedback_test
