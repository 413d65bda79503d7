// SPDX-License-Identifier: MIT
#include <fmt/format.h>

#include "cli/commands.hpp"
#include "cli/report.hpp"
#include "core/script/messages.hpp"

namespace leap::cli {
namespace {

void print_example(std::string_view head, std::string_view text) {
    if (text.empty()) return;
    fmt::print("\n{}\n\n", head);
    while (!text.empty()) {
        const std::size_t end = text.find('\n');
        fmt::print("    {}\n", text.substr(0, end));
        text = end == std::string_view::npos ? std::string_view{} : text.substr(end + 1);
    }
}

}  // namespace

int explain_message(const std::string& code) {
    if (code.empty()) {
        for (const MessageInfo& kind : message_kinds()) fmt::print("{}  {}\n", code_text(kind.code), kind.title);
        return good;
    }
    const auto known = code_named(code);
    if (!known) {
        complain(fmt::format("unknown code '{}'; leap explain-message lists all codes", code));
        return problems;
    }
    const MessageInfo& kind = message_kind(*known);
    fmt::print("{}: {}\n\n{}\n", code_text(kind.code), kind.title, kind.meaning);
    print_example("This gives the message:", kind.wrong);
    print_example("This is right:", kind.right);
    return good;
}

}  // namespace leap::cli
