// SPDX-License-Identifier: MIT
#pragma once

#include <cstdint>
#include <optional>
#include <span>
#include <string>
#include <string_view>

/// The kinds of messages about scripts. Each has a code that stays the same over versions, an explanation, an example
/// that gives the message, and one that is right. Their texts stand where they are reported.
namespace leap {

enum class MessageCode : std::uint16_t {
    unknown_name = 101,
    declared_twice = 102,
    reserved_name = 103,
    hidden_name = 104,
    unreadable_file = 105,
    old_word = 106,
    wrong_type = 201,
    different_types = 202,
    not_constant = 203,
    ring = 204,
    wrong_argument = 205,
    too_complex = 206,
    empty_range = 207,
    out_of_range = 208,
    wrong_number = 209,
    unknown_unit = 210,
    not_an_event = 211,
    missing_token = 301,
    unknown_statement = 302,
    unclosed = 303,
    given_twice = 304,
    misplaced = 305,
    wrong_text = 306,
    missing_part = 401,
    never_reached = 402,
    no_way_out = 403,
    never_starts = 404,
    no_effect = 405,
    unused = 406,
    over_limit = 407,
    conflict = 408,
    not_loose = 409,
    cannot_spawn = 410,
    sharing = 411,
    too_many = 501,
    project = 601,
};

struct MessageInfo {
    MessageCode code;
    std::string_view title;    ///< what is wrong, in a few words
    std::string_view meaning;  ///< why it is, and what to do
    /// Behind a body, stances, and the buttons jump and dash, this gives the message. Empty where no script alone does.
    std::string_view wrong;
    std::string_view right;  ///< likewise, without it
};

/// Every code once, in their order.
std::span<const MessageInfo> message_kinds();
const MessageInfo& message_kind(MessageCode code);

/// "E0101".
std::string code_text(MessageCode code);
/// Of "E0101", "e101" or "101"; nothing for anything else.
std::optional<MessageCode> code_named(std::string_view text);

}  // namespace leap
