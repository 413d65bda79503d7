// SPDX-License-Identifier: MIT
#pragma once

#include <fmt/format.h>

#include <algorithm>
#include <random>

#include "core/reach/find_way.hpp"
#include "tests/core/support.hpp"

/// Gaps between two quays for the demo's character, and the plainest search there is to compare with: buttons of moves
/// pressed at random instants with the stick straight ahead.
namespace leap::test {

struct WayGap {
    std::string what;
    CoursePlan plan;
};

/// Widths from what a hop makes to what nothing makes; by turns bare, higher, with a wall, with hooks, with moths.
inline std::vector<WayGap> way_gaps(std::size_t count, unsigned seed) {
    std::mt19937 random(seed);
    const auto between = [&](double low, double high) {
        return low + (high - low) * static_cast<double>(random() >> 8U) / static_cast<double>(1U << 24U);
    };
    std::vector<WayGap> out;
    for (std::size_t i = 0; i < count; ++i) {
        WayGap gap;
        const std::size_t kind = i % 5;
        const double width_m = between(4.0, kind == 0 ? 18.0 : kind == 1 ? 10.0 : 24.0);
        const double rise_m = kind == 1 ? between(0.5, 5.0) : 0.0;
        gap.plan.name = "gap";
        gap.plan.water_level = -3.0;
        gap.plan.places = {{"start", {0.0, 0.0, 0.0}, 0.0, {}}};
        gap.plan.pieces = {box({0, 0, -1.5}, {12, 6, 3}), box({6 + width_m + 5, 0, rise_m - 1.5}, {10, 6, 3})};
        gap.plan.pieces[0].name = "near quay";
        gap.plan.pieces[1].name = "far quay";
        gap.what = fmt::format("{:.1f} m", width_m);
        if (kind == 1) gap.what += fmt::format(", {:.1f} m up", rise_m);
        if (kind == 2) {
            gap.plan.pieces.push_back(box({6 + 0.5 * width_m, 3.2, 2.0}, {0.7 * width_m, 0.4, 8.0}));
            gap.plan.pieces.back().kinds = {"wall"};
            gap.what += ", a wall";
        }
        if (kind == 3) {
            const std::size_t hooks = width_m > 14.0 ? 2 : 1;
            for (std::size_t k = 1; k <= hooks; ++k) {
                const double share = static_cast<double>(k) / static_cast<double>(hooks + 1);
                gap.plan.pieces.push_back(box({6 + share * width_m, 0, between(5.0, 8.0)}, {0.9, 0.9, 0.9}));
                gap.plan.pieces.back().kinds = {"anchor"};
            }
            gap.what += fmt::format(", {} hooks", hooks);
        }
        if (kind == 4) {
            for (double x = 8.0; x < 6 + width_m; x += 4.5)
                gap.plan.targets.push_back({fmt::format("moth {}", gap.plan.targets.size() + 1),
                                            "moth",
                                            {x, between(-0.5, 0.5), between(1.6, 2.6)},
                                            0.25,
                                            {},
                                            {}});
            gap.what += fmt::format(", {} moths", gap.plan.targets.size());
        }
        for (std::size_t p = 2; p < gap.plan.pieces.size(); ++p) gap.plan.pieces[p].name = fmt::format("piece {}", p);
        out.push_back(std::move(gap));
    }
    return out;
}

/// How many random tapes it takes until one reaches; nothing: none of `most` does.
inline std::optional<std::size_t> random_tries(const Setup& setup, const WayRequest& request, std::size_t most,
                                               unsigned seed) {
    std::mt19937 random(seed);
    const auto between = [&](double low, double high) {
        return low + (high - low) * static_cast<double>(random() >> 8U) / static_cast<double>(1U << 24U);
    };
    std::vector<std::string> buttons;
    for (const MachineId move : setup.program.moves)
        if (const ButtonId button = setup.program.machines[move].button) {
            const std::string& name = setup.program.buttons[button].name;
            if (std::find(buttons.begin(), buttons.end(), name) == buttons.end()) buttons.push_back(name);
        }
    for (std::size_t number = 1; number <= most; ++number) {
        constexpr double length_s = 4.5;
        TapeMaker made(length_s);
        made.stick(0.0, 0.0, 1.0);
        const std::size_t presses = 1 + random() % 4;
        for (std::size_t i = 0; i < presses; ++i) {
            const std::string& button = buttons[random() % buttons.size()];
            made.hold(button, between(0.0, 3.5), between(0.03, 1.0));
        }
        Tape tape = made;
        // Holds of one button that overlap count as one.
        std::map<std::string, int> down;
        std::erase_if(tape.tracks[0].events, [&](const TapeEvent& event) {
            const auto* button = std::get_if<ButtonEvent>(&event.what);
            if (button == nullptr) return false;
            return button->down ? down[button->button]++ > 0 : --down[button->button] > 0;
        });
        if (reaches_goal(setup, request, tape)) return number;
    }
    return std::nullopt;
}

}  // namespace leap::test
