// SPDX-License-Identifier: MIT
#include "core/wire/message.hpp"

#include "core/wire/fields.hpp"

namespace leap {
namespace {

/// The first byte of each.
enum class Kind : std::uint8_t { inputs = 1, state, hello, welcome, telling, goodbye, event, told_inputs };

template <class Flow, class Value>
void input_fields(Flow& flow, Value& input) {
    flow(input.kind);
    flow(input.time);
    flow(input.button);
    flow(input.down);
    flow(input.value);
    flow(input.actor);
}

template <class Flow, class Value>
void telling_fields(Flow& flow, Value& telling) {
    flow(telling.number);
    flow(telling.fixture);
    flow(telling.time);
    transfer(flow, telling.told);
}

template <class Flow, class Value>
void event_fields(Flow& flow, Value& event) {
    flow(event.time);
    transfer(flow, event.heard);
}

void write_bytes(ByteWriter& write, const Bytes& bytes) {
    write.count(bytes.size());
    write.raw(bytes);
}

Bytes read_bytes(ByteReader& read) {
    const auto bytes = read.raw(read.count());
    return {bytes.begin(), bytes.end()};
}

/// A count of things that take at least `least` bytes each.
std::size_t read_count(ByteReader& read, std::size_t least) {
    const std::uint64_t count = read.count();
    if (count <= read.left() / least) return static_cast<std::size_t>(count);
    read.raw(read.left() + 1);  // not ok from here on
    return 0;
}

void write(ByteWriter& out, const InputsMessage& message) {
    out(Kind::inputs);
    out(message.until_tick);
    out(message.heard);
    out(message.certain_heard);
    out.count(message.inputs.size());
    for (const InputEvent& input : message.inputs) input_fields(out, input);
}

void write(ByteWriter& out, const StateMessage& message) {
    out(Kind::state);
    out(message.number);
    out(message.base);
    out(message.tick);
    out(message.inputs_until);
    out(message.certain_heard);
    out(message.size);
    write_bytes(out, message.changes);
}

template <class Flow, class Value>
void joining_fields(Flow& flow, Value& joining) {
    flow(joining.tick);
    flow(joining.actor);
    flow(joining.body);
    flow(joining.position);
    flow(joining.facing_rad);
}

/// Each with a byte before it: whether it is somebody who comes.
void write(ByteWriter& out, const ToldInputs& message) {
    out(Kind::told_inputs);
    out(message.first);
    out(message.until_tick);
    out(message.inputs_until);
    out(message.certain_heard);
    out.count(message.told.size());
    for (const auto& told : message.told) {
        const auto* joining = std::get_if<Joining>(&told);
        out(joining != nullptr);
        if (joining != nullptr) {
            joining_fields(out, *joining);
        } else {
            input_fields(out, std::get<InputEvent>(told));
        }
    }
}

struct WriteContent {
    ByteWriter& out;
    std::uint32_t number;
    void operator()(const HelloMessage&) const {
        out(Kind::hello);
        out(number);
    }
    void operator()(const WelcomeMessage& welcome) const {
        out(Kind::welcome);
        out(number);
        out(welcome.tick);
        out(welcome.actor);
        write_bytes(out, welcome.bodies);
        out.count(welcome.kept.size());
        for (const PhaseUpdate& telling : welcome.kept) telling_fields(out, telling);
        write_bytes(out, welcome.state);
    }
    void operator()(const PhaseUpdate& telling) const {
        out(Kind::telling);
        out(number);
        telling_fields(out, telling);
    }
    void operator()(const GoodbyeMessage&) const {
        out(Kind::goodbye);
        out(number);
    }
    void operator()(const EventUpdate& event) const {
        out(Kind::event);
        out(number);
        event_fields(out, event);
    }
};

void write(ByteWriter& out, const CertainMessage& message) {
    std::visit(WriteContent{out, message.number}, message.content);
}

constexpr std::size_t input_bytes = 34;

InputsMessage read_inputs(ByteReader& read) {
    InputsMessage out;
    read(out.until_tick);
    read(out.heard);
    read(out.certain_heard);
    out.inputs.resize(read_count(read, input_bytes));
    for (InputEvent& input : out.inputs) input_fields(read, input);
    return out;
}

ToldInputs read_told_inputs(ByteReader& read) {
    ToldInputs out;
    read(out.first);
    read(out.until_tick);
    read(out.inputs_until);
    read(out.certain_heard);
    out.told.resize(read_count(read, input_bytes + 1));
    for (auto& told : out.told) {
        bool joins = false;
        read(joins);
        if (joins) {
            joining_fields(read, told.emplace<Joining>());
        } else {
            input_fields(read, std::get<InputEvent>(told));
        }
    }
    return out;
}

StateMessage read_state(ByteReader& read) {
    StateMessage out;
    read(out.number);
    read(out.base);
    read(out.tick);
    read(out.inputs_until);
    read(out.certain_heard);
    read(out.size);
    out.changes = read_bytes(read);
    return out;
}

WelcomeMessage read_welcome(ByteReader& read) {
    WelcomeMessage out;
    read(out.tick);
    read(out.actor);
    out.bodies = read_bytes(read);
    constexpr std::size_t telling_bytes = 88;
    out.kept.resize(read_count(read, telling_bytes));
    for (PhaseUpdate& telling : out.kept) telling_fields(read, telling);
    out.state = read_bytes(read);
    return out;
}

}  // namespace

Bytes encode(const Message& message) {
    ByteWriter writer;
    std::visit([&](const auto& content) { write(writer, content); }, message);
    writer(sum_of(writer.written()));
    return writer.take();
}

std::uint32_t sum_of(std::span<const std::uint8_t> bytes) {
    std::uint32_t out = 0x811c9dc5;
    for (const std::uint8_t byte : bytes) out = (out ^ byte) * 0x01000193;
    return out;
}

std::optional<Message> decode(std::span<const std::uint8_t> whole) {
    constexpr std::size_t sum_bytes = 4;
    if (whole.size() <= sum_bytes) return std::nullopt;
    const auto bytes = whole.first(whole.size() - sum_bytes);
    if (ByteReader(whole.last(sum_bytes)).bits(sum_bytes) != sum_of(bytes)) return std::nullopt;
    ByteReader read(bytes);
    Kind kind{};
    read(kind);
    Message out;
    if (kind == Kind::inputs) {
        out = read_inputs(read);
    } else if (kind == Kind::state) {
        out = read_state(read);
    } else if (kind == Kind::told_inputs) {
        out = read_told_inputs(read);
    } else {
        CertainMessage certain;
        read(certain.number);
        if (kind == Kind::hello) {
            certain.content = HelloMessage{};
        } else if (kind == Kind::welcome) {
            certain.content = read_welcome(read);
        } else if (kind == Kind::telling) {
            PhaseUpdate telling;
            telling_fields(read, telling);
            certain.content = telling;
        } else if (kind == Kind::goodbye) {
            certain.content = GoodbyeMessage{};
        } else if (kind == Kind::event) {
            EventUpdate event;
            event_fields(read, event);
            certain.content = event;
        } else {
            return std::nullopt;
        }
        out = certain;
    }
    if (!read.ok() || read.left() > 0) return std::nullopt;
    return out;
}

}  // namespace leap
