// SPDX-License-Identifier: MIT
#pragma once

#include <algorithm>
#include <cstring>
#include <new>
#include <string_view>
#include <type_traits>

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

/// An array of structs of a caller. Structs grow at their end: a later version's are farther apart, an earlier one's
/// nearer. All of one array are of one version.
template <class Struct>
class GivenArray {
  public:
    GivenArray(Struct* first, std::size_t count)
        : first_(reinterpret_cast<Bytes*>(first)), count_(count), stride_(count > 0 ? first->size : 0) {}
    /// Whether each has at least `least` bytes, and all have the same number.
    bool is_sound(std::size_t least) const {
        if (count_ > 0 && (stride_ < least || stride_ % alignof(Struct) != 0)) return false;
        for (std::size_t i = 0; i < count_; ++i)
            if (at(i).size != stride_) return false;
        return true;
    }
    std::size_t count() const { return count_; }
    Struct& at(std::size_t i) const { return *reinterpret_cast<Struct*>(first_ + i * stride_); }

  private:
    using Bytes = std::conditional_t<std::is_const_v<Struct>, const unsigned char, unsigned char>;
    Bytes* first_;
    std::size_t count_;
    std::size_t stride_;
};

inline leap_result fail(leap_error* error, leap_result result, std::string_view message, std::string_view file = {},
                        int line = 0, int column = 0) {
    if (error == nullptr) return result;
    leap_error made = LEAP_ERROR_INIT;
    made.result = result;
    made.line = line;
    made.column = column;
    put_text(file, made.file, sizeof made.file);
    put_text(message, made.message, sizeof made.message);
    put_struct(made, error);
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

}  // namespace leap::capi
