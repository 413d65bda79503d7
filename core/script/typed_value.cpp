// SPDX-License-Identifier: MIT
#include "core/script/typed_value.hpp"

#include <fmt/format.h>

#include "core/script/parse.hpp"

namespace leap {

tl::expected<double, std::string> read_value(std::string_view typed, const Unit& unit, const std::string& name,
                                             const std::string& example) {
    const ParseOutput parsed = parse(fmt::format("dial typed = {}", typed), 0);
    if (has_errors(parsed.diagnostics) || parsed.file.dials.size() != 1 || parsed.file.dials[0].range)
        return tl::make_unexpected(fmt::format("expected a value for {1} like {2}, got \"{0}\"", typed, name, example));
    const syntax::Literal& literal = parsed.file.dials[0].value;
    if (literal.unit.text.empty()) return literal.written * unit.scale;
    if (literal.unit.dimension == unit.dimension) return literal.si();
    return tl::make_unexpected(fmt::format("{}: expected {}, got {}; write it like {}", name,
                                           dimension_text(unit.dimension), dimension_text(literal.unit.dimension),
                                           example));
}

}  // namespace leap
