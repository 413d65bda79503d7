// SPDX-License-Identifier: MIT
#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <cmath>

#include "core/report/escaped.hpp"
#include "core/report/exports.hpp"
#include "core/report/source_text.hpp"
#include "core/units/elementary.hpp"

namespace leap {
namespace {

constexpr const char* ink = "#23262D";
constexpr const char* quiet = "#6B665C";
constexpr const char* hairline = "#D8D0C2";
constexpr const char* sheet = "#FBF9F4";
constexpr const char* now_ink = "#C8452D";
/// Hues of lanes, in their order; apart from those that mean something.
constexpr std::array hues{"#5AA0A0", "#A678B8", "#7C8F3C", "#B98B3E", "#5B7FA8", "#A8636F"};

std::string text(double x, double y, const std::string& words, const char* color, double size, const char* anchor) {
    return fmt::format(
        "<text x=\"{:.1f}\" y=\"{:.1f}\" fill=\"{}\" font-size=\"{:.1f}\" text-anchor=\"{}\">{}</text>\n", x, y, color,
        size, anchor, escaped(words));
}

std::string rectangle(double x, double y, double width, double height, const char* fill, const char* stroke) {
    return fmt::format(
        "<rect x=\"{:.2f}\" y=\"{:.2f}\" width=\"{:.2f}\" height=\"{:.2f}\" fill=\"{}\" stroke=\"{}\"/>\n", x, y,
        std::max(0.0, width), height, fill, stroke);
}

std::string whole(double width, double height, const std::string& title, const std::string& inside) {
    return fmt::format(
        "<?xml version=\"1.0\" encoding=\"UTF-8\"?>\n<svg xmlns=\"http://www.w3.org/2000/svg\" width=\"{0:.0f}\" "
        "height=\"{1:.0f}\" viewBox=\"0 0 {0:.0f} {1:.0f}\" font-family=\"Inter, "
        "sans-serif\">\n<title>{2}</title>\n{3}{4}"
        "</svg>\n",
        width, height, escaped(title), rectangle(0, 0, width, height, sheet, "none"), inside);
}

std::string shortened(std::string words, std::size_t most) {
    if (words.size() <= most) return words;
    std::size_t end = most - 1;
    while (end > 0 && (static_cast<unsigned char>(words[end]) & 0xC0U) == 0x80U) --end;  // not within a sign
    return words.substr(0, end) + "…";
}

// ---- the score ------------------------------------------------------------------------------------------------------

constexpr double names_px = 130.0, right_px = 20.0, lane_px = 20.0, curve_px = 70.0, run_px = 1000.0;

class Score {
  public:
    Score(const Program& program, const Trace& trace, std::size_t track)
        : program_(program), trace_(trace), track_(trace.tracks[track]), number_(track) {}

    std::string run() {
        presses();
        spans();
        curve("height (m)", [](const TraceRow& row) { return row.position.z; });
        curve("speed (m/s)", [](const TraceRow& row) { return elementary::hypot(row.velocity.x, row.velocity.y); });
        ruler();
        return whole(names_px + run_px + right_px, y_ + 8.0, track_.name, out_);
    }

  private:
    double x_of(double time) const { return names_px + run_px * time / std::max(1e-9, trace_.length_s()); }
    void lane(const std::string& name) {
        out_ += text(8, y_ + 14, shortened(name, 20), ink, 11, "start");
        y_ += lane_px;
    }
    /// `strength`: of its colour, 0 to 1.
    void bar(double from, double to, const char* fill, const std::string& word, double strength = 1.0) {
        const double left = x_of(from);
        const double width = x_of(to) - left;
        out_ += fmt::format(
            "<rect x=\"{:.2f}\" y=\"{:.2f}\" width=\"{:.2f}\" height=\"{:.2f}\" fill=\"{}\" "
            "fill-opacity=\"{:.2f}\"/>\n",
            left, y_ + 3, std::max(1.0, width), lane_px - 6, fill, strength);
        constexpr double letter_px = 6.5;
        if (static_cast<double>(word.size()) * letter_px < width)
            out_ += text(left + 4, y_ + 14, word, sheet, 10, "start");
    }
    void presses() {
        for (std::size_t i = 0; i < program_.buttons.size(); ++i) {
            double down = -1.0;
            bool any = false;
            for (const TraceEvent& event : trace_.events) {
                if (event.actor != static_cast<std::int32_t>(number_) || event.index != static_cast<std::int32_t>(i))
                    continue;
                if (event.kind == EventKind::pressed) down = event.time;
                if (event.kind != EventKind::released || down < 0.0) continue;
                bar(down, event.time, ink, "");
                down = -1.0;
                any = true;
            }
            if (down >= 0.0) bar(down, trace_.length_s(), ink, "");
            if (any || down >= 0.0) lane(program_.buttons[i].name);
        }
    }
    void spans() {
        for (std::size_t i = 0; i < program_.machines.size(); ++i) {
            const Machine& machine = program_.machines[i];
            if (machine.kind == MachineKind::fixture) continue;
            bool any = false;
            for (const PhaseSpan& span : trace_.spans) {
                if (span.machine != MachineId(i) || !span.owner.is_actor(number_)) continue;
                const bool named = machine.phases.size() > 1 || machine.kind == MachineKind::move;
                bar(span.from, span.to < 0.0 ? trace_.length_s() : span.to, hues[lanes_ % hues.size()],
                    named ? machine.phases[span.phase].name : "",
                    1.0 - 0.22 * static_cast<double>(std::min<std::size_t>(span.phase.at(), 2)));
                any = true;
            }
            if (!any) continue;
            lane(machine.name);
            ++lanes_;
        }
    }
    template <class Value>
    void curve(const std::string& name, Value value) {
        double low = 1e300;
        double high = -1e300;
        for (const TraceRow& row : track_.rows) {
            low = std::min(low, value(row));
            high = std::max(high, value(row));
        }
        high = std::max(high, low + 0.1);
        std::string points;
        for (const TraceRow& row : track_.rows)
            points += fmt::format("{:.2f},{:.2f} ", x_of(row.time),
                                  y_ + curve_px - 6 - (curve_px - 12) * (value(row) - low) / (high - low));
        out_ += fmt::format("<polyline points=\"{}\" fill=\"none\" stroke=\"{}\" stroke-width=\"1.4\"/>\n", points,
                            now_ink);
        out_ += text(8, y_ + 16, name, ink, 11, "start");
        out_ += text(8, y_ + 32, fmt::format("{:.2f} to {:.2f}", low, high), quiet, 10, "start");
        y_ += curve_px;
    }
    void ruler() {
        const double step = trace_.length_s() > 40.0 ? 5.0 : 1.0;
        std::string lines;
        for (double at = 0.0; at <= trace_.length_s() + 1e-9; at += step) {
            lines += fmt::format("<line x1=\"{0:.1f}\" y1=\"20\" x2=\"{0:.1f}\" y2=\"{1:.1f}\" stroke=\"{2}\"/>\n",
                                 x_of(at), y_, hairline);
            lines += text(x_of(at), 14, fmt::format("{} s", at), quiet, 10, "middle");
        }
        out_ = lines + out_;
    }

    const Program& program_;
    const Trace& trace_;
    const TraceTrack& track_;
    std::size_t number_;
    std::string out_;
    double y_ = 24.0;
    std::size_t lanes_ = 0;
};

}  // namespace

std::string score_svg(const Program& program, const Trace& trace, std::size_t track) {
    if (track >= trace.tracks.size() || trace.tracks[track].rows.empty()) return whole(100, 40, "nothing", "");
    return Score(program, trace, track).run();
}

std::string phase_map_svg(const Program& program, MachineId id) {
    const Machine& machine = program.machines[id];
    constexpr double left = 40.0, box_width = 170.0, box_height = 34.0, step = 92.0, words_at = 300.0, width = 900.0;
    std::vector<std::string> places;
    for (const Phase& phase : machine.phases) places.push_back(phase.name);
    // The ends that some way leads to stand below.
    for (const Phase& phase : machine.phases)
        for (const Transition& way : phase.transitions)
            if (!way.to && std::find(places.begin(), places.end(), target_of(machine, way)) == places.end())
                places.push_back(target_of(machine, way));
    const auto y_of = [&](std::size_t place) { return 50.0 + step * static_cast<double>(place); };
    std::string out = text(left, 26, machine.name, ink, 15, "start");
    for (std::size_t i = 0; i < places.size(); ++i) {
        const bool is_phase = i < machine.phases.size();
        out += rectangle(left, y_of(i), box_width, box_height, is_phase ? hues[i % hues.size()] : "none",
                         is_phase ? "none" : quiet);
        out += text(left + box_width / 2, y_of(i) + 22, places[i], is_phase ? sheet : ink, 12, "middle");
    }
    for (std::size_t i = 0; i < machine.phases.size(); ++i) {
        double row = 0.0;
        for (const Transition& way : machine.phases[i].transitions) {
            const auto to = static_cast<std::size_t>(std::find(places.begin(), places.end(), target_of(machine, way)) -
                                                     places.begin());
            const double from_y = y_of(i) + 10.0 + 8.0 * row;
            const double to_y = y_of(to) + (to > i ? 6.0 : box_height - 6.0);
            const double out_x =
                left + box_width + 30.0 + 14.0 * std::abs(static_cast<double>(to) - static_cast<double>(i));
            const double edge = left + box_width;
            out += fmt::format(
                "<path d=\"M {0:.1f} {1:.1f} C {2:.1f} {1:.1f} {2:.1f} {3:.1f} {0:.1f} {3:.1f}\" fill=\"none\" "
                "stroke=\"{4}\"/>\n<path d=\"M {5:.1f} {6:.1f} l 7 -3.5 v 7 z\" fill=\"{4}\"/>\n",
                edge, from_y, out_x, to_y, ink, edge, to_y);
            out += text(words_at, y_of(i) + 12.0 + 16.0 * row,
                        fmt::format("{} → {}: {}", machine.phases[i].name, places[to],
                                    shortened(text_in(program, way.range), 78)),
                        quiet, 11, "start");
            row += 1.0;
        }
    }
    return whole(width, y_of(places.size()), machine.name, out);
}

}  // namespace leap
