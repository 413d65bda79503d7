// SPDX-License-Identifier: MIT
#include "core/script/parser.hpp"
#include "core/script/words.hpp"

namespace leap {

/// fixture NAME [is BASE] { box ... focus ... phase ... }
void Parser::fixture() {
    syntax::Owner owner;
    owner.kind = syntax::OwnerKind::fixture;
    owner.range = peek().range;
    accept("fixture");
    owner.name = name("the fixture's name");
    if (accept("is")) owner.base = name("the fixture it is based on");
    block(words_at(StatementPlace::fixture), [&] { fixture_item(owner); });
    owner.range = since(owner.range);
    if (!failed_) out_.file.owners.push_back(std::move(owner));
}

void Parser::fixture_item(syntax::Owner& owner) {
    if (shared_item(owner)) return;
    if (property(fixture_properties(), owner)) return;
    if (owner.wheels && is("wheels")) told_twice("wheels");
    if (owner.focus && is("focus")) told_twice("focus");
    if ((!owner.box.empty() || owner.radius) && (is("box") || is("sphere") || is("capsule"))) {
        out_.diagnostics.push_back({Severity::error, peek().range, "this fixture has two shapes", "remove one of them",
                                    MessageCode::given_twice});
        owner.box.clear();
        owner.radius.reset();
        owner.height.reset();
    }
    if (accept("box")) {
        for (std::size_t i = 0; i < 3; ++i) {
            if (i > 0) expect(",", "between length, width and height");
            owner.box.push_back(expression());
        }
    } else if (is("sphere") || is("capsule")) {
        const bool long_one = is("capsule");
        accept(peek().text);
        expect("radius", long_one ? "after capsule" : "after sphere");
        owner.radius = expression();
        if (long_one) {
            expect("height", "after the radius");
            owner.height = expression();
        }
    } else if (is("wheels")) {
        syntax::Wheels read = wheels();
        if (!failed_) owner.wheels = std::move(read);
    } else if (accept("focus")) {
        expect("within", "after focus");
        syntax::Focus read;
        read.reach = expression();
        while (!failed_) {
            if (accept("on")) {
                read.button = name("the button that uses it");
            } else if (accept("in")) {
                expect("front", "after in");
                read.front = expression();
            } else {
                break;
            }
        }
        if (!failed_) owner.focus = std::move(read);
        if (accept("prompt")) owner.prompt = string("the prompt's words");
    } else if (is("wears")) {
        wears(owner);
    } else if (accept("drawn")) {
        expect("as", "after drawn");
        owner.drawn = name("the name of a look");
    } else if (accept("prompt")) {
        owner.prompt = string("the prompt's words");
    } else if (is("share")) {
        syntax::Share read = share();
        if (!failed_) owner.shares.push_back(std::move(read));
    } else if (is("phase")) {
        syntax::Phase read = phase();
        if (!failed_) owner.phases.push_back(std::move(read));
    } else if (is("on")) {
        syntax::Block read = trigger_block();
        if (!failed_) owner.blocks.push_back(std::move(read));
    } else {
        unknown_statement("a fixture", words_at(StatementPlace::fixture));
    }
}

/// share phase, COUNTER as once, kept or state authority host, actor or holder
syntax::Share Parser::share() {
    syntax::Share out;
    out.range = peek().range;
    accept("share");
    do {
        out.what.push_back(name("phase, place or the name of a counter"));
    } while (!failed_ && accept(","));
    expect("as", "after what is shared");
    if (is("present")) note_old(peek().range, "once");
    out.reach = name("once, kept or state");
    if (accept("authority", "by")) out.by = name("host, actor or holder");
    out.range = since(out.range);
    return out;
}

/// wheels at X, Y, Z radius R travel T stiffness K damping D grip G
syntax::Wheels Parser::wheels() {
    syntax::Wheels out;
    out.range = peek().range;
    accept("wheels");
    expect("at", "after wheels");
    for (std::size_t i = 0; i < 3; ++i) {
        if (i > 0) expect(",", "between ahead, to the side and up");
        out.at.push_back(expression());
    }
    while (!failed_ && property(wheel_properties(), out)) {
    }
    out.range = since(out.range);
    return out;
}

}  // namespace leap
