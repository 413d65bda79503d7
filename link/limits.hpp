// SPDX-License-Identifier: MIT
#pragma once

#include <cstddef>

/// What either end of a link takes, so that a broken or hostile other end costs little.
namespace leap::link::limits {

/// The version of the messages; both ends must speak the same.
inline constexpr int protocol = 1;

/// Bytes of a line before the other end has shown its token. Its only message there is short.
inline constexpr std::size_t first_line = 4096;
/// Bytes of a WebSocket's frame before that: it is read whole before anyone looks at it.
inline constexpr std::size_t first_frame = 64U << 10U;
/// Bytes of any later line. A take with the geometry round its path may be some megabytes.
inline constexpr std::size_t line = 32U << 20U;
/// s until a game must have shown its token.
inline constexpr double hello_s = 5.0;
/// Messages a second, and how many may come at once after a pause. A game tells its state some hundred times a second.
inline constexpr double messages_per_second = 2000.0;
inline constexpr double messages_at_once = 4000.0;
/// Bytes that wait to be sent to an end that doesn't read: beyond that it counts as lost.
inline constexpr std::size_t unread = 64U << 20U;
/// Connections to one window at once, those that haven't said yet who they are among them.
inline constexpr std::size_t connections = 32;
/// Characters, buttons and other names in one message.
inline constexpr std::size_t names = 256;
/// Seconds after which a game tries again to find its window.
inline constexpr double retry_s = 1.0;

}  // namespace leap::link::limits
