// SPDX-License-Identifier: MIT
#pragma once

#include <algorithm>
#include <bit>
#include <cstdint>
#include <span>
#include <utility>
#include <vector>

#include "core/units/id.hpp"
#include "core/units/vector.hpp"

/// How numbers are put into messages: little-endian, doubles as their bits, counts as groups of seven bits.
namespace leap {

using Bytes = std::vector<std::uint8_t>;

/// Puts one after the other. A state has thousands of numbers: room is made for many at once.
class ByteWriter {
  public:
    /// Goes on behind what has been written already.
    explicit ByteWriter(Bytes begun = {}) : bytes_(std::move(begun)), size_(bytes_.size()) {}
    static constexpr bool reads = false;

    std::span<const std::uint8_t> written() const { return std::span(bytes_).first(size_); }
    /// All that was written; nothing is left here.
    Bytes take() {
        bytes_.resize(size_);
        size_ = 0;
        return std::move(bytes_);
    }

    void byte(std::uint8_t value) {
        make_room(1);
        bytes_[size_++] = value;
    }
    /// The lowest bytes of a number, the lowest first.
    void bits(std::uint64_t value, std::size_t bytes) {
        make_room(sizeof value);
        std::uint8_t* const to = bytes_.data() + size_;
        for (std::size_t i = 0; i < sizeof value; ++i) to[i] = static_cast<std::uint8_t>(value >> (8 * i));
        size_ += bytes;
    }
    void count(std::uint64_t value) {
        for (; value >= 0x80; value >>= 7) byte(static_cast<std::uint8_t>(value | 0x80));
        byte(static_cast<std::uint8_t>(value));
    }
    void raw(std::span<const std::uint8_t> bytes) {
        make_room(bytes.size());
        std::copy(bytes.begin(), bytes.end(), bytes_.begin() + static_cast<std::ptrdiff_t>(size_));
        size_ += bytes.size();
    }

    void operator()(const double& value) { bits(std::bit_cast<std::uint64_t>(value), 8); }
    void operator()(const bool& value) { byte(value ? 1 : 0); }
    void operator()(const std::uint8_t& value) { byte(value); }
    void operator()(const std::int8_t& value) { byte(static_cast<std::uint8_t>(value)); }
    void operator()(const std::uint32_t& value) { bits(value, 4); }
    void operator()(const std::int32_t& value) { bits(static_cast<std::uint32_t>(value), 4); }
    void operator()(const std::int64_t& value) { bits(static_cast<std::uint64_t>(value), 8); }
    void operator()(const Vec2& value) {
        (*this)(value.x);
        (*this)(value.y);
    }
    void operator()(const Vec3& value) {
        for (int i = 0; i < 3; ++i) (*this)(value[i]);
    }
    void operator()(const Quat& value) {
        for (int i = 0; i < 4; ++i) (*this)(value[i]);
    }
    template <class Of>
    void operator()(const Id<Of>& value) {
        (*this)(value.written());
    }
    template <class Enum>
    requires std::is_enum_v<Enum>
    void operator()(const Enum& value) { byte(static_cast<std::uint8_t>(value)); }

  private:
    void make_room(std::size_t bytes) {
        constexpr std::size_t usual_bytes = 1024;
        if (bytes_.size() - size_ < bytes) bytes_.resize(std::max(usual_bytes, 2 * (size_ + bytes)));
    }

    Bytes bytes_;  ///< what is behind size_ is room
    std::size_t size_ = 0;
};

/// Reads what a writer has written. Past the end, and from then on, everything is zero and `ok()` is false.
class ByteReader {
  public:
    explicit ByteReader(std::span<const std::uint8_t> from) : from_(from) {}
    static constexpr bool reads = true;

    bool ok() const { return ok_; }
    /// What was read makes no sense.
    void fail() { ok_ = false; }
    std::size_t left() const { return from_.size() - at_; }
    std::uint8_t byte() {
        if (at_ >= from_.size()) {
            ok_ = false;
            return 0;
        }
        return from_[at_++];
    }
    std::uint64_t bits(std::size_t bytes) {
        const auto from = raw(bytes);
        std::uint64_t out = 0;
        for (std::size_t i = 0; i < from.size(); ++i) out |= static_cast<std::uint64_t>(from[i]) << (8 * i);
        return out;
    }
    std::uint64_t count() {
        std::uint64_t out = 0;
        for (int shift = 0; shift < 63; shift += 7) {
            const std::uint8_t part = byte();
            out |= static_cast<std::uint64_t>(part & 0x7f) << shift;
            if ((part & 0x80) == 0) return out;
        }
        ok_ = false;
        return 0;
    }
    /// The next `size` bytes; none when there are not so many.
    std::span<const std::uint8_t> raw(std::uint64_t size) {
        if (size > left()) {
            ok_ = false;
            at_ = from_.size();
            return {};
        }
        const auto out = from_.subspan(at_, static_cast<std::size_t>(size));
        at_ += out.size();
        return out;
    }

    void operator()(double& value) { value = std::bit_cast<double>(bits(8)); }
    void operator()(bool& value) { value = byte() != 0; }
    void operator()(std::uint8_t& value) { value = byte(); }
    void operator()(std::int8_t& value) { value = static_cast<std::int8_t>(byte()); }
    void operator()(std::uint32_t& value) { value = static_cast<std::uint32_t>(bits(4)); }
    void operator()(std::int32_t& value) { value = static_cast<std::int32_t>(bits(4)); }
    void operator()(std::int64_t& value) { value = static_cast<std::int64_t>(bits(8)); }
    void operator()(Vec2& value) {
        (*this)(value.x);
        (*this)(value.y);
    }
    void operator()(Vec3& value) {
        for (int i = 0; i < 3; ++i) (*this)(value[i]);
    }
    void operator()(Quat& value) {
        for (int i = 0; i < 4; ++i) (*this)(value[i]);
    }
    template <class Of>
    void operator()(Id<Of>& value) {
        value = Id<Of>::read(static_cast<std::int32_t>(bits(4)));
    }
    template <class Enum>
    requires std::is_enum_v<Enum>
    void operator()(Enum& value) { value = static_cast<Enum>(byte()); }

  private:
    std::span<const std::uint8_t> from_;
    std::size_t at_ = 0;
    bool ok_ = true;
};

/// What has changed since `base`: runs of equal bytes are left out. Where `base` is shorter it counts as zeros.
Bytes changes_since(std::span<const std::uint8_t> base, std::span<const std::uint8_t> now);

/// The other way round; nothing when `changes` isn't one made by changes_since() for `size` bytes.
bool apply_changes(std::span<const std::uint8_t> base, std::span<const std::uint8_t> changes, std::size_t size,
                   Bytes& out);

}  // namespace leap
