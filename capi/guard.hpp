// SPDX-License-Identifier: MIT
#pragma once

#include <algorithm>
#include <cstring>
#include <new>
#include <string_view>

#include "capi/leap.h"

/// Keeps exceptions on this side of the C interface, and writes its errors and texts.
namespace leap::capi {

inline std::size_t put_text(std::string_view text, char* buffer, std::size_t size) {
    if (buffer != nullptr && size > 0) {
        std::size_t length = std::min(text.size(), size - 1);
        // Not in the middle of a sign of several bytes.
        while (length > 0 && length < text.size() && (static_cast<unsigned char>(text[length]) & 0xC0U) == 0x80U)
            --length;
        if (length > 0) std::memcpy(buffer, text.data(), length);
        buffer[length] = '\0';
    }
    return text.size();
}

inline leap_result fail(leap_error* error, leap_result result, std::string_view message, std::string_view file = {},
                        int line = 0, int column = 0) {
    if (error != nullptr) {
        error->result = result;
        error->line = line;
        error->column = column;
        put_text(file, error->file, sizeof error->file);
        put_text(message, error->message, sizeof error->message);
    }
    return result;
}

/// Runs `work`, which returns a leap_result.
template <class Work>
leap_result guarded(leap_error* error, Work work) noexcept {
    try {
        return work();
    } catch (const std::bad_alloc&) {
        return fail(error, LEAP_MEMORY, "no room left");
    } catch (const std::exception& fault) {
        return fail(error, LEAP_INTERNAL, fault.what());
    } catch (...) {
        return fail(error, LEAP_INTERNAL, "a fault of the library");
    }
}

/// Runs `work`, which returns a number; `otherwise` when it throws.
template <class Value, class Work>
Value guarded_value(Value otherwise, Work work) noexcept {
    try {
        return work();
    } catch (...) {
        return otherwise;
    }
}

/// Copies as much of a struct as the caller knows of, which its `size` says. `size` stays. Returns LEAP_ARGUMENT when
/// there is no struct, or one without even a size.
template <class Struct>
leap_result put_struct(Struct value, Struct* out) {
    if (out == nullptr || out->size < sizeof out->size) return LEAP_ARGUMENT;
    value.size = out->size;
    std::memcpy(static_cast<void*>(out), &value, std::min(out->size, sizeof value));
    return LEAP_OK;
}

/// A struct that a caller gives, with nothing where it ends early.
template <class Struct>
bool take_struct(const Struct* given, Struct& out) {
    if (given == nullptr || given->size < sizeof given->size) return false;
    out = Struct{};
    std::memcpy(static_cast<void*>(&out), given, std::min(given->size, sizeof out));
    return true;
}

}  // namespace leap::capi
