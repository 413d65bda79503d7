// SPDX-License-Identifier: MIT
#include "core/report/build_reports.hpp"

#include <fmt/format.h>

#include <nlohmann/json.hpp>

#include "core/report/escaped.hpp"

namespace leap {
namespace {

using ReportJson = nlohmann::ordered_json;

std::string band_text(const ReadingResult& reading) {
    const Dimension dimension = reading.type.dimension;
    return fmt::format("{}..{}", quantity_text(*reading.low, dimension), quantity_text(*reading.high, dimension));
}

/// One mark on one tape.
std::string case_text(const std::string& tape, const ReadingResult& reading) {
    const std::string head =
        fmt::format("    <testcase classname=\"{}\" name=\"{}\"", escaped(tape), escaped(reading.name));
    if (*reading.met()) return head + "/>\n";
    const std::string seen = reading.value ? quantity_text(*reading.value, reading.type.dimension) : reading.missing;
    const std::string what = fmt::format("{} is {}, its mark is {}", reading.name, seen, band_text(reading));
    return fmt::format("{}>\n      <failure message=\"{}\">{}</failure>\n    </testcase>\n", head, escaped(what),
                       escaped(reading.meaning));
}

/// Signs, not bytes, from 1.
std::uint32_t column_of(std::string_view text, std::uint32_t byte, std::uint32_t line) {
    std::uint32_t column = 1;
    for (std::uint32_t i = line_begin(text, line); i < byte && i < text.size(); ++i)
        column += (static_cast<unsigned char>(text[i]) & 0xC0U) == 0x80U ? 0 : 1;
    return column;
}

ReportJson place_of(const CompileOutput& compiled, const SourceRange& range, const std::string& folder) {
    const SourceFile& file = compiled.files[range.file];
    const std::uint32_t line = line_column(file.text, range.begin).line;
    const std::uint32_t end_line = line_column(file.text, range.end).line;
    const std::uint32_t column = column_of(file.text, range.begin, line);
    const std::uint32_t end_column = column_of(file.text, range.end, end_line);
    ReportJson place;
    place["physicalLocation"]["artifactLocation"]["uri"] = folder.empty() ? file.path : folder + "/" + file.path;
    place["physicalLocation"]["region"] = {
        {"startLine", line},
        {"startColumn", column},
        {"endLine", end_line},
        {"endColumn", end_line == line ? std::max(end_column, column + 1) : end_column}};
    return place;
}

ReportJson result_of(MessageCode code, Severity severity, const std::string& text) {
    ReportJson out;
    out["ruleId"] = code_text(code);
    out["level"] = severity_word(severity);
    out["message"]["text"] = text;
    return out;
}

}  // namespace

std::string junit_report(const std::string& project, const Board& board) {
    std::string suites;
    int all = 0;
    int failed = 0;
    int errors = 0;
    for (const BoardRow& row : board.rows) {
        std::string cases;
        int own = 0;
        int own_failed = 0;
        if (!row.problem.empty()) {
            cases = fmt::format(
                "    <testcase classname=\"{}\" name=\"plays\">\n      <error message=\"{}\"/>\n    </testcase>\n",
                escaped(row.tape), escaped(row.problem));
            ++own;
            ++errors;
        }
        for (const ReadingResult& reading : row.readings) {
            if (!reading.met()) continue;
            ++own;
            own_failed += *reading.met() ? 0 : 1;
            cases += case_text(row.tape, reading);
        }
        suites +=
            fmt::format("  <testsuite name=\"{}\" tests=\"{}\" failures=\"{}\" errors=\"{}\">\n{}  </testsuite>\n",
                        escaped(row.tape), own, own_failed, row.problem.empty() ? 0 : 1, cases);
        all += own;
        failed += own_failed;
    }
    return fmt::format(
        "<?xml version=\"1.0\" encoding=\"UTF-8\"?>\n"
        "<testsuites name=\"{}\" tests=\"{}\" failures=\"{}\" errors=\"{}\">\n{}</testsuites>\n",
        escaped(project), all, failed, errors, suites);
}

std::string sarif_report(const CompileOutput& compiled, const std::vector<OtherMessage>& others,
                         const std::string& folder, const std::string& version) {
    ReportJson results = ReportJson::array();
    for (const Diagnostic& each : compiled.diagnostics) {
        ReportJson result =
            result_of(each.code, each.severity,
                      each.hint.empty() ? each.message : fmt::format("{}; {}", each.message, each.hint));
        if (each.range.file < compiled.files.size())
            result["locations"] = ReportJson::array({place_of(compiled, each.range, folder)});
        results.push_back(std::move(result));
    }
    for (const OtherMessage& each : others)
        results.push_back(
            result_of(MessageCode::project, each.is_error ? Severity::error : Severity::warning, each.text));
    ReportJson rules = ReportJson::array();
    for (const MessageInfo& kind : message_kinds())
        rules.push_back({{"id", code_text(kind.code)},
                         {"shortDescription", {{"text", kind.title}}},
                         {"fullDescription", {{"text", kind.meaning}}}});
    ReportJson run;
    run["tool"]["driver"] = {{"name", "leap"}, {"version", version}, {"rules", std::move(rules)}};
    run["columnKind"] = "unicodeCodePoints";
    run["results"] = std::move(results);
    ReportJson out;
    out["version"] = "2.1.0";
    out["runs"] = ReportJson::array({run});
    return out.dump(2, ' ', false, ReportJson::error_handler_t::replace) + "\n";
}

}  // namespace leap
