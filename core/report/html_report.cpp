// SPDX-License-Identifier: MIT
#include "core/report/html_report.hpp"

#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <cmath>

#include "core/readings/quantity.hpp"
#include "core/report/escaped.hpp"
#include "core/script/dial_edit.hpp"
#include "core/tape/replay.hpp"

namespace leap {
namespace {

constexpr const char* style = R"(
body { background: #F6F2EA; color: #23262D; font: 14px Inter, sans-serif; margin: 2em auto; max-width: 60em; }
h1 { font-size: 1.5em; } h2 { font-size: 1.15em; border-bottom: 1px solid #D8D0C2; padding-bottom: .2em; margin-top: 2em; }
table { border-collapse: collapse; } td, th { text-align: left; padding: .15em .9em .15em 0; font-weight: normal; }
th { color: #6B665C; } td.n { font-family: "JetBrains Mono", monospace; font-size: .92em; }
.now { color: #C8452D; } .kept { color: #2F5D8A; } .holds { color: #5B7F4B; } .missed { color: #C8452D; }
.quiet { color: #6B665C; } svg { background: #FBF9F4; border: 1px solid #D8D0C2; margin: .4em .8em .4em 0; }
)";

std::string page(const std::string& title, const std::string& body) {
    return fmt::format(
        "<!DOCTYPE html>\n<html lang=\"en\"><head><meta charset=\"utf-8\"><title>{}</title>\n<style>{}</style></head>\n"
        "<body>\n<h1>{}</h1>\n{}</body></html>\n",
        escaped(title), style, escaped(title), body);
}

/// One of the curves in a picture.
struct Line {
    std::vector<Vec2> points;
    const char* color;
    bool dashed = false;
};

/// Lines to one scale, with the range said at its corners. `square`: both axes alike, as for a path.
std::string picture(const std::string& title, const std::vector<Line>& lines, const std::string& x_unit,
                    const std::string& y_unit, bool square) {
    Vec2 low{1e300};
    Vec2 high{-1e300};
    for (const Line& line : lines)
        for (const Vec2& point : line.points) {
            low = glm::min(low, point);
            high = glm::max(high, point);
        }
    if (low.x > high.x) return {};
    constexpr double width = 440.0;
    constexpr double height = 190.0;
    constexpr double margin = 26.0;
    Vec2 size = glm::max(high - low, Vec2(1e-6));
    if (square) {
        const double scale = std::max(size.x / (width - 2 * margin), size.y / (height - 2 * margin));
        const Vec2 wanted{scale * (width - 2 * margin), scale * (height - 2 * margin)};
        low -= 0.5 * (wanted - size);
        size = wanted;
    }
    const auto place = [&](const Vec2& point) {
        return Vec2{margin + (point.x - low.x) / size.x * (width - 2 * margin),
                    height - margin - (point.y - low.y) / size.y * (height - 2 * margin)};
    };
    std::string out =
        fmt::format("<svg width=\"{0}\" height=\"{1}\" viewBox=\"0 0 {0} {1}\" role=\"img\"><title>{2}</title>\n",
                    width, height, escaped(title));
    out += fmt::format("<text x=\"8\" y=\"16\" font-size=\"12\">{}</text>\n", escaped(title));
    const auto label = [&](double x, double y, const char* anchor, const std::string& text) {
        out += fmt::format("<text x=\"{}\" y=\"{}\" font-size=\"10\" fill=\"#6B665C\" text-anchor=\"{}\">{}</text>\n",
                           x, y, anchor, escaped(text));
    };
    label(margin, height - 8, "start", fmt::format("{:.4g} {}", low.x, x_unit));
    label(width - margin, height - 8, "end", fmt::format("{:.4g} {}", low.x + size.x, x_unit));
    label(width - 4, margin, "end", fmt::format("{:.4g} {}", low.y + size.y, y_unit));
    label(width - 4, height - margin, "end", fmt::format("{:.4g} {}", low.y, y_unit));
    for (const Line& line : lines) {
        out += fmt::format("<polyline fill=\"none\" stroke=\"{}\" stroke-width=\"1.6\"{} points=\"", line.color,
                           line.dashed ? " stroke-dasharray=\"5 4\"" : "");
        Vec2 last{-1e9};
        for (const Vec2& point : line.points) {
            const Vec2 at = place(point);
            if (glm::length(at - last) < 0.4) continue;  // nothing that could be seen
            last = at;
            out += fmt::format("{:.1f},{:.1f} ", at.x, at.y);
        }
        out += "\"/>\n";
    }
    return out + "</svg>\n";
}

Line path_of(const Trace& trace, std::size_t track, const char* color, bool dashed) {
    Line out{{}, color, dashed};
    for (const TraceRow& row : trace.tracks[track].rows) out.points.emplace_back(row.position.x, row.position.y);
    return out;
}

Line curve_of(const Trace& trace, std::size_t track, Quantity quantity, const char* color, bool dashed) {
    Line out{{}, color, dashed};
    constexpr double step_s = 1.0 / 60.0;
    for (double t = 0.0; t <= trace.length_s(); t += step_s)
        out.points.emplace_back(t, quantity_at(trace.tracks[track], quantity, t));
    return out;
}

constexpr const char* now_color = "#C8452D";
constexpr const char* kept_color = "#2F5D8A";

/// Path, height and speed of every character; `before` may be null.
std::string pictures(const Trace& now, const Trace* before) {
    std::string out;
    for (std::size_t i = 0; i < now.tracks.size(); ++i) {
        const bool both = before != nullptr && i < before->tracks.size() && !before->tracks[i].rows.empty();
        const auto lines = [&](const auto& make) {
            std::vector<Line> made;
            if (both) made.push_back(make(*before, kept_color, true));
            made.push_back(make(now, now_color, false));
            return made;
        };
        const std::string who = now.tracks.size() > 1 ? fmt::format("{}: ", now.tracks[i].name) : std::string();
        out +=
            picture(fmt::format("{}path from above", who),
                    lines([&](const Trace& t, const char* c, bool d) { return path_of(t, i, c, d); }), "m", "m", true);
        for (const auto& [quantity, name, unit] :
             {std::tuple{Quantity::feet, "height of the feet", "m"}, {Quantity::speed, "speed", "m/s"}})
            out += picture(
                fmt::format("{}{}", who, name),
                lines([&, q = quantity](const Trace& t, const char* c, bool d) { return curve_of(t, i, q, c, d); }),
                "s", unit, false);
    }
    return out;
}

std::string value_cell(const std::optional<double>& si, Dimension dimension, const char* kind) {
    return fmt::format("<td class=\"n {}\">{}</td>", kind, si ? escaped(quantity_text(*si, dimension, 4)) : "–");
}

std::string mark_cell(const std::optional<bool>& met) {
    if (!met) return "<td></td>";
    return *met ? "<td class=\"holds\">✓ holds</td>" : "<td class=\"missed\">✗ missed</td>";
}

std::optional<Trace> trace_of(const FeelSide& side, const std::string& tape) {
    for (const Tape& each : side.tapes) {
        if (each.name != tape) continue;
        auto trace = replay({*side.program, side.tuning, *side.course, each.rate_hz}, each);
        if (trace) return std::move(*trace);
    }
    return std::nullopt;
}

}  // namespace

std::string feel_diff_html(const FeelDiff& diff, const FeelSide& before, const FeelSide& after,
                           const std::vector<std::string>& files) {
    std::string body = fmt::format(
        "<p>{} of {} marks hold, {} of {} before. {} readings changed, {} dials.</p>\n"
        "<p><span class=\"now\">solid: {}</span> &nbsp; <span class=\"kept\">dashed: {}</span></p>\n",
        diff.marks_after.held, diff.marks_after.all, diff.marks_before.held, diff.marks_before.all, diff.changes.size(),
        diff.dials.size(), escaped(after.name), escaped(before.name));
    if (!diff.dials.empty()) {
        body += "<h2>Dials</h2>\n<table><tr><th>dial</th><th>before</th><th>after</th></tr>\n";
        for (const DialChange& dial : diff.dials)
            body += fmt::format("<tr><td>{}</td><td class=\"n kept\">{}</td><td class=\"n now\">{}</td></tr>\n",
                                escaped(dial.path), escaped(dial.before.empty() ? "–" : dial.before),
                                escaped(dial.after.empty() ? "–" : dial.after));
        body += "</table>\n";
    }
    if (!files.empty()) {
        body += "<h2>Files that differ</h2>\n<ul>\n";
        for (const std::string& file : files) body += fmt::format("<li>{}</li>\n", escaped(file));
        body += "</ul>\n";
    }
    for (const std::string& tape : diff.only_before)
        body += fmt::format("<p>The tape {} is gone.</p>\n", escaped(tape));
    for (const std::string& tape : diff.only_after) body += fmt::format("<p>The tape {} is new.</p>\n", escaped(tape));
    for (const BoardRow& row : diff.after.rows) {
        const BoardRow* old = find_row(diff.before, row.tape);
        const bool changed = std::any_of(diff.changes.begin(), diff.changes.end(),
                                         [&](const ReadingChange& each) { return each.tape == row.tape; });
        body += fmt::format("<h2>{}</h2>\n", escaped(row.tape));
        if (!row.problem.empty()) {
            body += fmt::format("<p class=\"missed\">doesn't play: {}</p>\n", escaped(row.problem));
            continue;
        }
        if (old != nullptr && old->hash == row.hash) {
            body += "<p class=\"quiet\">The very same run.</p>\n";
            continue;
        }
        if (!changed && old != nullptr) body += "<p class=\"quiet\">No reading changed beyond the threshold.</p>\n";
        const auto now = trace_of(after, row.tape);
        const auto was = trace_of(before, row.tape);
        if (now) body += pictures(*now, was ? &*was : nullptr);
        body += "<table><tr><th>reading</th><th>before</th><th>after</th><th>mark</th></tr>\n";
        for (const ReadingChange& change : diff.changes) {
            if (change.tape != row.tape) continue;
            body += fmt::format("<tr><td>{}</td>{}{}{}</tr>\n", escaped(change.reading),
                                value_cell(change.before, change.type.dimension, "kept"),
                                value_cell(change.after, change.type.dimension, "now"), mark_cell(change.met_after));
        }
        body += "</table>\n";
    }
    return page(fmt::format("Feel diff: {} against {}", after.name, before.name), body);
}

std::string run_html(const FeelSide& side, const Tape& tape, const Trace& trace,
                     const std::vector<ReadingResult>& readings) {
    std::string body = fmt::format("<p>{:.2f} s at {} ticks/s, hash {}</p>\n", trace.length_s(), trace.rate_hz,
                                   hash_text(trace_hash(trace)));
    body += pictures(trace, nullptr);
    body += "<h2>Readings</h2>\n<table><tr><th>reading</th><th>value</th><th>mark</th><th></th></tr>\n";
    for (const ReadingResult& reading : readings) {
        if (!reading.value && !reading.met()) continue;
        const std::string band = reading.low
                                     ? fmt::format("{} to {}", quantity_text(*reading.low, reading.type.dimension),
                                                   quantity_text(*reading.high, reading.type.dimension))
                                     : std::string();
        body += fmt::format("<tr><td>{}</td>{}<td class=\"n quiet\">{}</td>{}</tr>\n", escaped(reading.name),
                            value_cell(reading.value, reading.type.dimension, "now"), escaped(band),
                            mark_cell(reading.met()));
    }
    body += "</table>\n<h2>Moves</h2>\n<table><tr><th>move</th><th>phase</th><th>from</th><th>to</th></tr>\n";
    for (const PhaseSpan& span : trace.spans) {
        const Machine& machine = side.program->machines[span.machine];
        if (machine.kind != MachineKind::move) continue;
        body +=
            fmt::format("<tr><td>{}</td><td>{}</td><td class=\"n\">{:.3f} s</td><td class=\"n\">{:.3f} s</td></tr>\n",
                        escaped(machine.name), escaped(machine.phases[span.phase].name), span.from, span.to);
    }
    body += "</table>\n<h2>Dials</h2>\n<table>\n";
    for (std::size_t i = 0; i < side.program->dials.size(); ++i)
        body += fmt::format("<tr><td>{}</td><td class=\"n\">{}</td><td class=\"quiet\">{}</td></tr>\n",
                            escaped(side.program->dials[i].path()),
                            escaped(dial_literal(side.program->dials[i], side.tuning.dials[i])),
                            escaped(side.program->dials[i].meaning));
    body += "</table>\n";
    return page(tape.name, body);
}

}  // namespace leap
