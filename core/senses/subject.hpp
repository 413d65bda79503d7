// SPDX-License-Identifier: MIT
#pragma once

#include "core/senses/evaluation_context.hpp"

/// Of which character a fixture's rules speak, when there are several.
namespace leap {

/// The one who holds the fixture, sits on it, has just done something to it or touches it; else the nearest. Of several
/// the first in the world's order.
std::size_t subject_of(const RunLayout& layout, const World& world, const Course& course, std::size_t fixture);

/// Whose doing it is what has just happened to a fixture: the first character that did something to it, or to what has
/// told it; nobody where time or something loose did it.
Owner doer_of(const World& world, std::size_t fixture);

/// Who holds the fixture: a character, another fixture, or nobody.
Owner holder_of(const RunLayout& layout, const World& world, std::size_t fixture);
/// Whether a fixture holds `who`, by itself or through what it holds; a fixture counts as held by itself.
bool is_held_by(const RunLayout& layout, const World& world, Owner who, std::size_t fixture);

/// subject_of(), remembered in the step cache until the world goes on.
std::size_t subject_now(const EvaluationContext& context, std::size_t fixture);

/// Whether any character has just done this to the fixture, touches it, is in its way, has it in focus, sits on it.
bool any_event(const World& world, std::size_t fixture, FixtureEvent event);
bool any_touching(const World& world, std::size_t fixture);
bool any_blocking(const World& world, std::size_t fixture);
bool any_focus(const World& world, std::size_t fixture);
bool any_seated(const World& world, std::size_t fixture);

}  // namespace leap
