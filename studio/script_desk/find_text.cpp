// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/script_desk/find_text.hpp"

#include <QRegularExpression>

namespace leap::studio {

namespace {

QRegularExpression pattern_of(const Wanted& wanted) {
    QString text = wanted.expression ? wanted.words : QRegularExpression::escape(wanted.words);
    if (wanted.whole_words) text = "\\b(?:" + text + ")\\b";
    QRegularExpression::PatternOptions options = QRegularExpression::MultilineOption;
    if (!wanted.case_counts) options |= QRegularExpression::CaseInsensitiveOption;
    return QRegularExpression(text, options);
}

/// What \1 to \9 stand for, and \0 for the whole.
QString with_parts(const QString& by, const QRegularExpressionMatch& match) {
    QString out;
    for (qsizetype i = 0; i < by.size(); ++i) {
        const bool part = by[i] == '\\' && i + 1 < by.size() && by[i + 1].isDigit();
        if (part) {
            out += match.captured(by[++i].digitValue());
        } else {
            out += by[i];
        }
    }
    return out;
}

}  // namespace

QString why_not_wanted(const Wanted& wanted) {
    const QRegularExpression pattern = pattern_of(wanted);
    if (pattern.isValid()) return {};
    return QObject::tr("Invalid regular expression: %1").arg(pattern.errorString());
}

std::vector<Found> find_all(const std::vector<SourceFile>& files, const Wanted& wanted) {
    std::vector<Found> out;
    const QRegularExpression pattern = pattern_of(wanted);
    if (wanted.words.isEmpty() || !pattern.isValid()) return out;
    for (std::size_t file = 0; file < files.size(); ++file) {
        const QString text = QString::fromStdString(files[file].text);
        // Characters are counted in the text, bytes wanted: what lies between two places is counted once.
        qsizetype seen = 0;
        std::uint32_t bytes = 0;
        const auto bytes_to = [&](qsizetype at) {
            bytes += static_cast<std::uint32_t>(QStringView(text).mid(seen, at - seen).toUtf8().size());
            seen = at;
            return bytes;
        };
        auto matches = pattern.globalMatch(text);
        while (matches.hasNext()) {
            const QRegularExpressionMatch match = matches.next();
            if (match.capturedLength() == 0) continue;
            const std::uint32_t begin = bytes_to(match.capturedStart());
            out.push_back({file, begin, bytes_to(match.capturedEnd())});
        }
    }
    return out;
}

QString replacement_of(const std::string& text, const Found& found, const Wanted& wanted, const QString& by) {
    if (!wanted.expression) return by;
    const QString whole = QString::fromStdString(text);
    const qsizetype at = QString::fromStdString(text.substr(0, found.begin)).size();
    const QRegularExpressionMatch match = pattern_of(wanted).match(whole, at, QRegularExpression::NormalMatch,
                                                                   QRegularExpression::AnchorAtOffsetMatchOption);
    return match.hasMatch() ? with_parts(by, match) : by;
}

std::vector<SourceFile> replace_all(const std::vector<SourceFile>& files, const Wanted& wanted, const QString& by) {
    std::vector<SourceFile> out = files;
    const std::vector<Found> found = find_all(files, wanted);
    for (auto place = found.rbegin(); place != found.rend(); ++place) {
        const std::string words = replacement_of(files[place->file].text, *place, wanted, by).toStdString();
        out[place->file].text.replace(place->begin, place->end - place->begin, words);
    }
    return out;
}

}  // namespace leap::studio
