// SPDX-License-Identifier: MIT
// A small game that links libleap as anybody would: its own level of triangles, its own loop of 60 pictures and 50
// ticks a second. Arrows or WASD walk, Space jumps, Shift dashes, the mouse looks, R reads the script anew.
//   little_quay SCRIPT               plays
//   little_quay SCRIPT --headless    plays by itself without a display, and says where it came to
//   little_quay SCRIPT --picture F   a picture (BMP) of the first moments
//   little_quay SCRIPT --linked      walks by itself without a display, linked to the window of Easy Leap
// While it is played, an open window of Easy Leap is linked: its dials and scripts count here at once.
#include <GL/gl.h>
#include <SDL.h>

#include <chrono>
#include <cmath>
#include <cstdio>
#include <cstring>
#include <string>
#include <thread>

#include "draw.hpp"

using namespace little_quay;

namespace {

constexpr double picture = 1.0 / 60.0;

/// Along the jetty, over the gap with a dash, back by the ledge, and up with the lift. 0 when all of it went well.
int play_by_itself(Mover& keeper) {
    double highest = 0.0;
    double farthest = 0.0;
    double lifted = 0.0;
    bool missed = false;
    std::string heard;
    for (int i = 0; i < 60 * 22; ++i) {
        const double time = i * picture;
        const auto at = [&](double seconds) { return std::abs(time - seconds) < picture / 2.0; };
        if (at(0.2)) keeper.stick(0.0, 1.0);
        if (at(2.0)) keeper.button("jump", true);
        if (at(2.4)) keeper.button("jump", false);
        if (at(2.42)) keeper.button("dash", true);
        if (at(2.6)) keeper.button("dash", false);
        if (at(2.7)) keeper.stick(0.0, 0.0);
        keeper.advance(picture);
        const Mover::Drawn now = keeper.drawn();
        highest = std::max(highest, now.feet[2]);
        farthest = std::max(farthest, now.feet[0]);
        if (time > 3.5) {  // to the lift's foot, onto it, and up
            const double x = 20.9 - now.feet[0];
            const double y = (time < 6.0 ? 0.0 : 3.6) - now.feet[1];
            const double away = std::hypot(x, y);
            keeper.look(away > 0.15 ? std::atan2(y, x) : 0.0, 0.0);
            keeper.stick(0.0, away > 0.15 ? 0.6 : 0.0);
            if (time > 10.0) lifted = std::max(lifted, now.feet[2]);
        }
        missed = missed || now.feet[2] < -0.6;
        heard += keeper.heard();
    }
    std::printf("%d ticks, highest %.2f m, farthest %.2f m, lifted %.2f m, %s\n",
                static_cast<int>(std::lround(keeper.time() * Mover::ticks_per_second)), highest, farthest, lifted,
                missed ? "fell" : "stayed up");
    if (keeper.problems() != 0) std::printf("%zu solids made no sense\n", keeper.problems());
    const bool dashed = heard.find("dash started") != std::string::npos;
    const bool crossed = farthest > 16.0 && !missed && dashed;
    return crossed && lifted > 3.9 && keeper.problems() == 0 ? 0 : 1;
}

/// Walks to and fro without a display while it is linked, and says what it hears. Ends when the window has gone.
int play_linked(Mover& keeper) {
    bool was_linked = false;
    bool outward = true;
    for (int i = 0; i < 60 * 600; ++i) {
        const double x = keeper.drawn().feet[0];
        if (x > 5.0) outward = false;
        if (x < 0.5) outward = true;
        keeper.look(outward ? 0.0 : 3.14159, 0.0);
        keeper.stick(0.0, 0.6);
        if (!outward && x < 4.0 && x > 3.9) keeper.button("jump", true);
        if (x < 3.0) keeper.button("jump", false);
        if (outward && x > 1.0 && x < 1.1) keeper.button("dash", true);
        if (x > 2.0) keeper.button("dash", false);
        keeper.advance(picture);
        std::printf("%s", keeper.heard().c_str());
        std::fflush(stdout);
        const bool linked = keeper.link_status().rfind("linked to", 0) == 0;
        if (was_linked && !linked) return 0;
        was_linked = was_linked || linked;
        std::this_thread::sleep_for(std::chrono::microseconds(16667));
    }
    return 1;
}

void press(Mover& keeper, SDL_Keycode key, bool down) {
    if (key == SDLK_SPACE) keeper.button("jump", down);
    if (key == SDLK_LSHIFT || key == SDLK_RSHIFT) keeper.button("dash", down);
}

void walk(Mover& keeper) {
    const Uint8* keys = SDL_GetKeyboardState(nullptr);
    const auto held = [&](SDL_Scancode a, SDL_Scancode b) { return keys[a] != 0 || keys[b] != 0 ? 1.0 : 0.0; };
    const double x = held(SDL_SCANCODE_D, SDL_SCANCODE_RIGHT) - held(SDL_SCANCODE_A, SDL_SCANCODE_LEFT);
    const double y = held(SDL_SCANCODE_W, SDL_SCANCODE_UP) - held(SDL_SCANCODE_S, SDL_SCANCODE_DOWN);
    keeper.stick(x, y);
}

/// What has just been drawn.
bool save_picture(const std::string& file, int width, int height) {
    SDL_Surface* picture_of = SDL_CreateRGBSurfaceWithFormat(0, width, height, 24, SDL_PIXELFORMAT_RGB24);
    if (picture_of == nullptr) return false;
    glPixelStorei(GL_PACK_ALIGNMENT, 1);
    for (int row = 0; row < height; ++row)  // from below in OpenGL
        glReadPixels(0, height - 1 - row, width, 1, GL_RGB, GL_UNSIGNED_BYTE,
                     static_cast<char*>(picture_of->pixels) + static_cast<std::ptrdiff_t>(row) * picture_of->pitch);
    const bool saved = SDL_SaveBMP(picture_of, file.c_str()) == 0;
    SDL_FreeSurface(picture_of);
    return saved;
}

int play(Mover& keeper, Level& level, const std::string& script, const std::string& picture_file) {
    if (SDL_Init(SDL_INIT_VIDEO) != 0) {
        std::fprintf(stderr, "no display: %s\n", SDL_GetError());
        return 1;
    }
    SDL_Window* window = SDL_CreateWindow("Little quay", SDL_WINDOWPOS_CENTERED, SDL_WINDOWPOS_CENTERED, 1280, 800,
                                          SDL_WINDOW_OPENGL | SDL_WINDOW_RESIZABLE);
    SDL_GLContext context = window != nullptr ? SDL_GL_CreateContext(window) : nullptr;
    if (context == nullptr) {
        std::fprintf(stderr, "no OpenGL: %s\n", SDL_GetError());
        SDL_Quit();
        return 1;
    }
    SDL_GL_SetSwapInterval(1);
    SDL_SetRelativeMouseMode(SDL_TRUE);
    Eye eye;
    bool goes_on = true;
    Uint64 last = SDL_GetPerformanceCounter();
    while (goes_on) {
        for (SDL_Event event; SDL_PollEvent(&event) != 0;) {
            if (event.type == SDL_QUIT) goes_on = false;
            if (event.type == SDL_MOUSEMOTION) {
                eye.yaw -= event.motion.xrel * 0.004;
                eye.pitch = std::fmin(1.2, std::fmax(-1.2, eye.pitch - event.motion.yrel * 0.003));
            }
            if ((event.type == SDL_KEYDOWN || event.type == SDL_KEYUP) && event.key.repeat == 0)
                press(keeper, event.key.keysym.sym, event.type == SDL_KEYDOWN);
            if (event.type != SDL_KEYDOWN) continue;
            if (event.key.keysym.sym == SDLK_ESCAPE) goes_on = false;
            if (event.key.keysym.sym == SDLK_r) {
                const std::string wrong = keeper.load(script);
                if (!wrong.empty()) std::fprintf(stderr, "%s\n", wrong.c_str());
            }
        }
        walk(keeper);
        keeper.look(eye.yaw, eye.pitch);
        const Uint64 now = SDL_GetPerformanceCounter();
        keeper.advance(static_cast<double>(now - last) / static_cast<double>(SDL_GetPerformanceFrequency()));
        last = now;
        const Mover::Drawn drawn = keeper.drawn();
        int width = 0;
        int height = 0;
        SDL_GL_GetDrawableSize(window, &width, &height);
        draw(level, drawn, eye, width, height);
        if (!picture_file.empty() && keeper.time() > 1.0) {
            if (!save_picture(picture_file, width, height)) std::fprintf(stderr, "%s\n", SDL_GetError());
            goes_on = false;
        }
        SDL_SetWindowTitle(window, ("Little quay: " + drawn.doing + ", " + keeper.link_status()).c_str());
        SDL_GL_SwapWindow(window);
    }
    SDL_GL_DeleteContext(context);
    SDL_DestroyWindow(window);
    SDL_Quit();
    return 0;
}

}  // namespace

int main(int argc, char** argv) {
    if (argc < 2) {
        std::fprintf(stderr, "which script? little_quay keeper.leap [--headless]\n");
        return 2;
    }
    Level level = make_level();
    move_lift(level, 0.0);
    Mover keeper(level);
    const std::string wrong = keeper.load(argv[1]);
    if (!wrong.empty()) {
        std::fprintf(stderr, "%s\n", wrong.c_str());
        return 1;
    }
    if (argc > 2 && std::strcmp(argv[2], "--headless") == 0) return play_by_itself(keeper);
    keeper.link();
    if (argc > 2 && std::strcmp(argv[2], "--linked") == 0) return play_linked(keeper);
    const bool pictured = argc > 3 && std::strcmp(argv[2], "--picture") == 0;
    return play(keeper, level, argv[1], pictured ? argv[3] : "");
}
