// SPDX-License-Identifier: MIT
// Damaged bytes for both ends of the live link, in pieces of any size: link_fuzz SECONDS [SEED].
#include <fmt/format.h>

#include <chrono>
#include <cstdlib>
#include <random>

#include "link/game_end.hpp"
#include "link/host_end.hpp"
#include "link/limits.hpp"

namespace {

using namespace leap::link;
const std::string token = "0123456789abcdef0123456789abcdef";

std::vector<std::string> good_lines() {
    CharacterNow c;
    c.buttons = {"jump"};
    c.move = "hop";
    c.why_not = {{"dash", "0.41 s"}};
    leap::Tape tape;
    tape.name = "take";
    tape.length_s = 1.0;
    tape.tracks = leap::alone_at("jetty");
    tape.tracks[0].events = {{0.5, leap::ButtonEvent{"jump", true}}};
    leap::CoursePlan course;
    course.name = "level";
    course.places = {{"jetty", {1.0, 2.0, 0.0}, 90.0}};
    course.pieces.emplace_back().name = "slab";
    return {written(FromGame(Playing{50, {{"keeper", "keeper"}}}), 0),
            written(FromGame(StateNow{1.0, {c, c}}), 0),
            written(FromGame(ScriptsTaken{1, "a.leap:1:1: no"}), 0),
            written(FromGame(Take{tape, course}), 0),
            written(FromWindow(Scripts{1, {{"a.leap", "body b {}"}}, {{"hop.rise", 2.0}}})),
            written(FromWindow(Dials{{{"hop.rise", 2.0}}})),
            written(FromWindow(PlayTape{tape, {{{1.0, 2.0, 0.0}, 0.0}}})),
            written(FromWindow(WantTake{})),
            answered(1, Welcome{"0.1.0", "quay"}),
            refused(nullptr, {-32700, "no"})};
}

void damage(std::string& line, std::mt19937& random) {
    const auto at = [&] { return random() % std::max<std::size_t>(1, line.size()); };
    switch (random() % 7) {
        case 0: line[at()] = static_cast<char>(random() % 256); break;
        case 1: line.erase(at(), random() % 20); break;
        case 2: line.insert(at(), line.substr(at(), random() % 40)); break;
        case 3: line.insert(at(), std::string(random() % 200, "[{\"0,-e"[random() % 7])); break;
        case 4: line.insert(at(), "1e999"); break;
        case 5: line.insert(at(), "null"); break;
        default: break;
    }
}

}  // namespace

int main(int argc, char** argv) {
    const double seconds = argc > 1 ? std::atof(argv[1]) : 10.0;
    std::mt19937 random(argc > 2 ? static_cast<unsigned>(std::atoi(argv[2])) : 1U);
    const auto lines = good_lines();
    const auto begin = std::chrono::steady_clock::now();
    const auto passed = [&] { return std::chrono::duration<double>(std::chrono::steady_clock::now() - begin).count(); };
    std::int64_t connections = 0, messages = 0, understood = 0, closed = 0;
    while (passed() < seconds) {
        HostEnd window({token, "0.1.0", "quay"}, 0.0);
        GameEnd game(token, "game");
        std::string hello = game.outgoing();
        if (random() % 20 == 0) damage(hello, random);
        std::string bytes = hello;
        for (auto count = random() % 12; count > 0; --count, ++messages) {
            std::string line = lines[random() % lines.size()];
            if (random() % 3 == 0) damage(line, random);
            bytes += line;
        }
        for (std::size_t at = 0; at < bytes.size();) {
            const std::size_t some = std::min<std::size_t>(1 + random() % 4000, bytes.size() - at);
            const std::string_view piece = std::string_view(bytes).substr(at, some);
            understood += static_cast<std::int64_t>(window.take(piece, 0.0).size());
            understood += static_cast<std::int64_t>(game.take(piece).size());
            window.pass(0.0);
            at += some;
        }
        window.send(Dials{{{"hop.rise", 1.0}}});
        game.take(window.outgoing());
        closed += window.closed() ? 1 : 0;
        ++connections;
    }
    fmt::print("{} connections, {} messages, {} understood, {} connections ended: no finding\n", connections, messages,
               understood, closed);
    return 0;
}
