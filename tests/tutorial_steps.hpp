// SPDX-License-Identifier: MIT
#pragma once

#include <algorithm>
#include <sstream>
#include <string>
#include <utility>
#include <vector>

#include "core/units/vector.hpp"

/// What a tutorial of the manual says to do, read from its script blocks and from its comments:
///   <!-- play 2 s: press dash at 0.5 s, stick ahead at 1 s, stick still at 1.5 s -->
///   <!-- set dash.length = 0.3 s -->, <!-- undo -->
///   <!-- place door at 4, 0, 0 linked to lever -->
///   <!-- expect dash_distance = 2.8 m -->: of the last run
///   <!-- see marks: 0 of 1 -->, <!-- see dash at 0.9 s: still recovering -->: in the window
namespace leap::test {

struct TutorialStep {
    enum class Kind { script, play, set, undo, place, expect, see } kind = Kind::script;
    std::string text;  ///< the block, or what follows the word
};

inline std::vector<std::string> split(const std::string& text, const std::string& by) {
    std::vector<std::string> out;
    std::size_t from = 0;
    for (std::size_t at = 0; (at = text.find(by, from)) != std::string::npos; from = at + by.size())
        out.push_back(text.substr(from, at - from));
    out.push_back(text.substr(from));
    return out;
}

/// From the top of a page to its end. A comment with another first word is a step of the kind `see` with all its words.
inline std::vector<TutorialStep> tutorial_steps(const std::string& page) {
    using Kind = TutorialStep::Kind;
    static const std::pair<const char*, Kind> words[] = {{"play", Kind::play},
                                                         {"set", Kind::set},
                                                         {"undo", Kind::undo},
                                                         {"place", Kind::place},
                                                         {"expect", Kind::expect}};
    std::vector<TutorialStep> out;
    for (std::size_t at = 0;;) {
        const std::size_t block = page.find("```leap\n", at);
        const std::size_t comment = page.find("<!-- ", at);
        if (block == std::string::npos && comment == std::string::npos) return out;
        if (block < comment) {
            const std::size_t end = page.find("```", block + 8);
            out.push_back({Kind::script, page.substr(block + 8, end - block - 8)});
            at = end + 3;
            continue;
        }
        const std::size_t end = page.find(" -->", comment);
        const std::string order = page.substr(comment + 5, end - comment - 5);
        const std::string verb = order.substr(0, order.find(' '));
        TutorialStep step{Kind::see, order.substr(std::min(order.size(), verb.size() + 1))};
        for (const auto& [word, kind] : words)
            if (verb == word) step.kind = kind;
        if (step.kind == Kind::see && verb != "see") step.text = order;
        out.push_back(std::move(step));
        at = end + 4;
    }
}

/// A run of a tutorial: what is pressed when, each for 0.06 s, and where the stick is.
struct TutorialPlay {
    struct Event {
        double at_s = 0.0;
        std::string button;  ///< empty: the stick
        bool ahead = false;
    };
    double length_s = 0.0;
    std::vector<Event> events;
};
inline constexpr double tutorial_press_s = 0.06;

inline TutorialPlay tutorial_play(const std::string& text) {
    TutorialPlay out{std::stod(text), {}};
    for (const std::string& each : split(text.substr(text.find(": ") + 2), ", ")) {
        const std::size_t at = each.find(" at ");
        TutorialPlay::Event event{std::stod(each.substr(at + 4)), {}, each.starts_with("stick ahead")};
        if (each.starts_with("press ")) event.button = each.substr(6, at - 6);
        out.events.push_back(event);
    }
    return out;
}

struct TutorialPlacing {
    std::string kind;
    Vec3 position{0.0};
    std::string link;  ///< empty: none
};

inline TutorialPlacing tutorial_placing(const std::string& text) {
    TutorialPlacing out;
    const std::size_t at = text.find(" at ");
    out.kind = text.substr(0, at);
    char comma = 0;
    std::istringstream(text.substr(at + 4)) >> out.position.x >> comma >> out.position.y >> comma >> out.position.z;
    if (const std::size_t link = text.find(" linked to "); link != std::string::npos) out.link = text.substr(link + 11);
    return out;
}

/// For counting presses that took effect; a page needs no readings for it.
inline std::string tutorial_counts(const std::string& script) {
    std::string out;
    for (const auto& [move, reading] : {std::pair{"hop", "hops"}, std::pair{"dash", "dashes"}})
        if (script.find(std::string("move ") + move) != std::string::npos &&
            script.find(std::string("count_of_") + reading) == std::string::npos)
            out += std::string("reading count_of_") + reading + " = count of " + move + "\n";
    return out;
}

}  // namespace leap::test
