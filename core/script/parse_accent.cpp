// SPDX-License-Identifier: MIT
#include <algorithm>
#include <array>

#include "core/script/parser.hpp"

namespace leap {
namespace {

using syntax::AccentKind;

constexpr std::array<std::pair<std::string_view, AccentKind>, 10> kinds{{{"zoom", AccentKind::zoom},
                                                                         {"shake", AccentKind::shake},
                                                                         {"bob", AccentKind::bob},
                                                                         {"lean", AccentKind::lean},
                                                                         {"lag", AccentKind::lag},
                                                                         {"squash", AccentKind::squash},
                                                                         {"freeze", AccentKind::freeze},
                                                                         {"pose", AccentKind::pose},
                                                                         {"trail", AccentKind::trail},
                                                                         {"line", AccentKind::line}}};

}  // namespace

std::string_view syntax::accent_word(AccentKind kind) {
    return std::find_if(kinds.begin(), kinds.end(), [&](const auto& known) { return known.second == kind; })->first;
}

std::optional<AccentKind> syntax::accent_named(std::string_view word) {
    const auto found = std::find_if(kinds.begin(), kinds.end(), [&](const auto& known) { return known.first == word; });
    if (found == kinds.end()) return std::nullopt;
    return found->second;
}

/// accent KIND AMOUNT CLAUSES; which of them a kind must have is checked when it is compiled.
syntax::Accent Parser::accent() {
    syntax::Accent out;
    out.range = peek().range;
    accept("accent");
    const std::optional<AccentKind> found = is_name() ? syntax::accent_named(peek().text) : std::nullopt;
    if (!found) {
        fail("a kind of accent is missing here",
             "accents are zoom, shake, bob, lean, lag, squash, freeze, pose, trail and line");
        return out;
    }
    accept(peek().text);
    out.kind = *found;
    switch (out.kind) {
        case AccentKind::freeze:
        case AccentKind::trail: break;
        case AccentKind::pose:
            out.pose = string("the pose's name");
            if (accept("weight")) out.amount = expression();
            break;
        case AccentKind::line:
            expect("to", "behind line");
            out.amount = expression();
            break;
        default: out.amount = expression();
    }
    while (!failed_) {
        if (accept("over")) {
            out.over = expression();
        } else if ((out.kind == AccentKind::shake && accept("at")) || (out.kind == AccentKind::bob && accept("per")) ||
                   (out.kind == AccentKind::pose && accept("for"))) {
            out.second = expression();
        } else {
            break;
        }
    }
    out.range = since(out.range);
    return out;
}

}  // namespace leap
