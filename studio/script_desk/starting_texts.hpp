// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QString>
#include <optional>
#include <string>
#include <vector>

#include "core/script/program.hpp"

namespace leap::studio {

/// A complete text to start a move, stance or fixture from, explained line by line. NAME stands for the new name and
/// BUTTON for the button that starts it.
struct StartingText {
    const char* kind;  ///< "a hop", as it stands in the menu
    const char* text;
    syntax::OwnerKind owner = syntax::OwnerKind::move;
};
/// Of moves and stances.
const std::vector<StartingText>& starting_texts();
const std::vector<StartingText>& starting_fixtures();

/// The text under a new name. Without a button of that name in the project one is declared above it, on a key; meters
/// that the text needs too.
std::string started(const StartingText& start, const std::string& name, const std::string& button,
                    const Program* program, const std::string& key = "G");

/// Why a name can't be given, or nothing.
QString name_problem(const std::string& name, const Program* program);

}  // namespace leap::studio
