// SPDX-License-Identifier: MIT
#include "core/script/accent_words.hpp"

#include <algorithm>

namespace leap {
namespace {

constexpr ClauseInfo over = clause::may("over", time_type, "over");
constexpr ClauseInfo back = clause::may("back", time_type, "back");

void times(Accent& out, const Clauses& clauses) {
    out.over = clauses.maybe("over");
    out.back = clauses.maybe("back");
}
void amount_and_times(Accent& out, const Clauses& clauses) {
    out.amount = clauses.maybe();
    times(out, clauses);
}

constexpr std::array accent_table{
    AccentInfo{
        {"zoom",
         "`accent zoom A over T`",
         "the view's width (74 deg is usual), eased in over T and out again afterwards; `back T`: out over that. "
         "Of several the layer named first counts, then stances, then fixtures",
         "accent zoom 60 deg over 0.4 s back 0.1 s",
         {clause::first(angle_type, "this accent"), over, back}},
        AccentKind::zoom,
        amount_and_times},
    AccentInfo{{"shake",
                "`accent shake L at R`",
                "the view trembles by L, R times a second",
                "accent shake 8 mm at 17 /s",
                {clause::first(length_type, "this accent"), clause::may("at", rate_type, "at"), over, back}},
               AccentKind::shake,
               [](Accent& a, const Clauses& c) {
                   amount_and_times(a, c);
                   a.second = c.maybe("at");
               }},
    AccentInfo{{"bob",
                "`accent bob L per D`",
                "the view rises by L at every step of a stride of D; only on the ground and in motion",
                "accent bob 3 cm per 1.4 m",
                {clause::first(length_type, "this accent"), clause::may("per", length_type, "per"), over, back}},
               AccentKind::bob,
               [](Accent& a, const Clauses& c) {
                   amount_and_times(a, c);
                   a.second = c.maybe("per");
               }},
    AccentInfo{{"lean",
                "`accent lean A`",
                "figure and view lean to the right",
                "accent lean 8 deg",
                {clause::first(angle_type, "this accent"), over, back}},
               AccentKind::lean,
               amount_and_times},
    AccentInfo{{"lag",
                "`accent lag T`",
                "the view follows after T",
                "accent lag 0.1 s",
                {clause::first(time_type, "this accent"), over, back}},
               AccentKind::lag,
               amount_and_times},
    AccentInfo{{"squash",
                "`accent squash S`",
                "the figure is squeezed to that share of its height",
                "accent squash 115 % over 0.1 s",
                {clause::first(plain_number, "this accent"), over, back}},
               AccentKind::squash,
               amount_and_times},
    AccentInfo{{"freeze", "`accent freeze`", "the figure's gait stands still", "accent freeze", {over, back}},
               AccentKind::freeze,
               times},
    AccentInfo{{"pose",
                "`accent pose \"NAME\" weight S`",
                "the figure takes a pose, by that weight",
                "accent pose \"charge\" weight 50 %",
                {clause::named(ClauseKind::pose, "the pose's name"), clause::may("weight", plain_number, "this accent"),
                 over, clause::may("for", time_type, "for"), back}},
               AccentKind::pose,
               [](Accent& a, const Clauses& c) {
                   a.pose = c.index();
                   a.amount = c.maybe("weight");
                   times(a, c);
                   a.second = c.maybe("for");
               }},
    AccentInfo{{"trail", "`accent trail`", "the path after the figure is drawn stronger", "accent trail", {over, back}},
               AccentKind::trail,
               times},
    AccentInfo{{"line",
                "`accent line to P`",
                "a line from the hand to P",
                "accent line to place + up * 4 m",
                {clause::needs("to", point_type, "this accent", "after line"), over, back}},
               AccentKind::line,
               [](Accent& a, const Clauses& c) {
                   times(a, c);
                   a.amount = c.maybe("to");
               }},
    AccentInfo{{"rumble",
                "`accent rumble S`",
                "the controller shakes, by that share of what it can",
                "accent rumble 60 % over 0.2 s",
                {clause::first(plain_number, "this accent"), over, back}},
               AccentKind::rumble,
               amount_and_times},
};

}  // namespace

std::span<const AccentInfo> accent_words() {
    return accent_table;
}

std::string_view accent_word(AccentKind kind) {
    return std::find_if(accent_table.begin(), accent_table.end(),
                        [&](const AccentInfo& row) { return row.kind == kind; })
        ->word;
}

std::optional<AccentKind> accent_named(std::string_view word) {
    const auto found =
        std::find_if(accent_table.begin(), accent_table.end(), [&](const AccentInfo& row) { return row.word == word; });
    if (found == accent_table.end()) return std::nullopt;
    return found->kind;
}

}  // namespace leap
