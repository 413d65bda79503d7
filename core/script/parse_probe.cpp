// SPDX-License-Identifier: MIT
#include <fmt/format.h>

#include <algorithm>
#include <array>

#include "core/script/parser.hpp"

namespace leap {
namespace {

using syntax::ProbeKind;

constexpr std::array<std::pair<std::string_view, ProbeKind>, 6> kinds{{{"ray", ProbeKind::ray},
                                                                       {"nearest", ProbeKind::nearest},
                                                                       {"wall", ProbeKind::wall},
                                                                       {"lip", ProbeKind::lip},
                                                                       {"room", ProbeKind::room},
                                                                       {"ground", ProbeKind::ground}}};

constexpr int sum_level = 4;  // clauses follow each other, so a value ends before within, and and or

}  // namespace

/// probe NAME = KIND CLAUSES; which clauses a kind must have is checked when it is compiled.
syntax::Probe Parser::probe() {
    syntax::Probe out;
    out.range = peek().range;
    accept("probe");
    out.name = name("the probe's name");
    expect("=", "after the probe's name");
    const auto found = std::find_if(kinds.begin(), kinds.end(), [&](const auto& kind) { return is(kind.first); });
    if (found == kinds.end()) {
        fail(MessageCode::missing_token, "expected a kind of probe",
             "probes are ray, nearest, wall, lip, room and ground");
        return out;
    }
    accept(found->first);
    out.kind = found->second;
    if (out.kind == ProbeKind::ray) {
        out.direction = binary(sum_level);
        out.reach = binary(sum_level);
    }
    if (out.kind == ProbeKind::nearest) out.wanted = name("the kind it looks for");
    while (!failed_) {
        if (accept("within")) {
            out.reach = binary(sum_level);
        } else if (accept("along")) {
            out.direction = binary(sum_level);
        } else if (accept("in")) {
            out.cone = binary(sum_level);
            expect("of", "after the angle");
            out.direction = binary(sum_level);
        } else if (accept("heights")) {
            out.low = binary(sum_level);
            expect("..", "between the two heights");
            out.high = binary(sum_level);
        } else if (accept("height")) {
            out.high = binary(sum_level);
        } else if (accept("hits")) {
            out.wanted = name("the kind it must hit");
        } else if (accept("at")) {
            out.at = binary(sum_level);
        } else if (accept("from")) {
            if (accept("feet")) {
                out.from = syntax::ProbeFrom::feet;
            } else if (accept("middle")) {
                out.from = syntax::ProbeFrom::middle;
            } else if (!accept("eyes")) {
                fail(MessageCode::missing_token, "from: expected eyes, middle or feet");
            }
        } else {
            break;
        }
    }
    out.range = since(out.range);
    return out;
}

}  // namespace leap
