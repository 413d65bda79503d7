// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QString>
#include <string>
#include <vector>

#include "core/script/source.hpp"

namespace leap::studio {

/// What is looked for in script texts.
struct Wanted {
    QString words;
    bool expression = false;  ///< a regular expression (Perl's kind)
    bool case_counts = false;
    bool whole_words = false;
};

/// A place that was found: bytes [begin, end) of a file.
struct Found {
    std::size_t file = 0;  ///< in the list that was searched
    std::uint32_t begin = 0;
    std::uint32_t end = 0;
    friend bool operator==(const Found&, const Found&) = default;
};

/// Why nothing can be looked for: an expression that isn't one; empty when it can.
QString why_not_wanted(const Wanted& wanted);

/// Every place, in the order of the files and their texts; none when the wanted words are empty or no expression.
/// Places of no length are left out.
std::vector<Found> find_all(const std::vector<SourceFile>& files, const Wanted& wanted);

/// The files with every place replaced. In an expression's replacement \1 stands for its first part in brackets.
std::vector<SourceFile> replace_all(const std::vector<SourceFile>& files, const Wanted& wanted, const QString& by);

/// What one place that was found becomes.
QString replacement_of(const std::string& text, const Found& found, const Wanted& wanted, const QString& by);

}  // namespace leap::studio
