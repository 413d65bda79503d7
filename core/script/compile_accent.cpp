// SPDX-License-Identifier: MIT
#include <algorithm>

#include "core/script/compiler.hpp"

namespace leap {
namespace {

using syntax::AccentKind;

Type amount_type(AccentKind kind) {
    switch (kind) {
        case AccentKind::zoom:
        case AccentKind::lean: return angle_type;
        case AccentKind::shake:
        case AccentKind::bob: return length_type;
        case AccentKind::lag: return time_type;
        case AccentKind::line: return point_type;
        default: return plain_number;
    }
}

}  // namespace

std::int32_t Compiler::pose_index(const std::string& name) {
    return number_of(program_.poses, pose_names_, name);
}

void Compiler::compile_accents(const std::vector<syntax::Accent>& accents, const Scope& scope, Effects& out) {
    for (const syntax::Accent& accent : accents) {
        const bool shakes = accent.kind == AccentKind::shake;
        const bool bobs = accent.kind == AccentKind::bob;
        Accent made;
        made.kind = accent.kind;
        made.amount = value(accent.amount, scope, amount_type(accent.kind), "this accent");
        made.second = value(accent.second, scope, shakes ? rate_type : (bobs ? length_type : time_type),
                            bobs ? "per" : (shakes ? "at" : "for"));
        made.over = value(accent.over, scope, time_type, "over");
        if (accent.kind == AccentKind::pose) made.pose = pose_index(accent.pose);
        if (accent.kind == AccentKind::pose && accent.second)
            report(accent.range, "a pose of a phase lasts as long as the phase", "leave out for, or make it an act");
        out.accents.push_back(std::move(made));
    }
}

}  // namespace leap
