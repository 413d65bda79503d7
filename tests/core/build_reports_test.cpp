// SPDX-License-Identifier: MIT
#include "core/report/build_reports.hpp"

#include <gtest/gtest.h>

#include <nlohmann/json.hpp>

namespace leap {
namespace {

ReadingResult reading(const std::string& name, std::optional<double> value, double low, double high) {
    ReadingResult out;
    out.name = name;
    out.meaning = "how <high>";
    out.value = value;
    if (!value) out.missing = "the move never started";
    out.type.dimension = dimensions::length;
    out.low = low;
    out.high = high;
    return out;
}

TEST(BuildReports, JUnitHasACaseForEachMarkAndSaysWhatWasMissed) {
    Board board;
    board.rows.resize(3);
    board.rows[0].tape = "up & down";
    board.rows[0].readings = {reading("height", 2.4, 2.0, 2.2), reading("far", 3.0, 2.0, 4.0)};
    board.rows[1].tape = "nothing";
    board.rows[1].readings = {reading("height", std::nullopt, 1.0, 2.0)};
    ReadingResult unmarked = reading("free", 1.0, 0.0, 1.0);
    unmarked.low = unmarked.high = std::nullopt;
    board.rows[1].readings.push_back(unmarked);
    board.rows[2].tape = "broken";
    board.rows[2].problem = "there is no place \"x\"";
    const std::string xml = junit_report("a \"project\"", board);
    EXPECT_NE(xml.find("<testsuites name=\"a &quot;project&quot;\" tests=\"4\" failures=\"2\" errors=\"1\">"),
              std::string::npos)
        << xml;
    EXPECT_NE(xml.find("<testsuite name=\"up &amp; down\" tests=\"2\" failures=\"1\" errors=\"0\">"),
              std::string::npos);
    EXPECT_NE(xml.find("height is 2.4 m, its mark is 2 m..2.2 m"), std::string::npos) << xml;
    EXPECT_NE(xml.find("how &lt;high&gt;"), std::string::npos);
    EXPECT_NE(xml.find("the move never started"), std::string::npos);
    EXPECT_NE(xml.find("<error message=\"there is no place &quot;x&quot;\"/>"), std::string::npos);
    EXPECT_EQ(xml.find("free"), std::string::npos) << "what has no mark can't be missed";
}

TEST(BuildReports, SarifHasEveryMessageWithItsPlaceInSigns) {
    const std::string text =
        "# Über\nbutton jump key \"Space\"\nmove hop on jmup { phase a for 1 s { } }\n"
        "body b { capsule radius 0.3 m height 1.7 m  gravity 9 m/s^2 }\nstance walk { }\n";
    const CompileOutput compiled = compile_text(text, "moves/a.leap");
    ASSERT_TRUE(has_errors(compiled.diagnostics));
    const auto sarif = nlohmann::json::parse(
        sarif_report(compiled, {{true, "c.json:3: a piece without size"}, {false, "nobody uses it"}}, "game", "1.2.3"));
    EXPECT_EQ(sarif["version"], "2.1.0");
    const auto& run = sarif["runs"][0];
    EXPECT_EQ(run["tool"]["driver"]["version"], "1.2.3");
    const auto& results = run["results"];
    ASSERT_EQ(results.size(), compiled.diagnostics.size() + 2);
    const auto& place = results[0]["locations"][0]["physicalLocation"];
    EXPECT_EQ(place["artifactLocation"]["uri"], "game/moves/a.leap");
    EXPECT_EQ(place["region"]["startLine"], 3);
    EXPECT_EQ(place["region"]["startColumn"], 13);
    EXPECT_EQ(place["region"]["endColumn"], 17);
    EXPECT_EQ(results[results.size() - 2]["level"], "error");
    EXPECT_EQ(results.back()["level"], "warning");
    EXPECT_FALSE(results.back().contains("locations"));
}

TEST(BuildReports, WithoutMessagesSarifHasAnEmptyList) {
    const auto sarif = nlohmann::json::parse(sarif_report({}, {}, "", "1"));
    EXPECT_TRUE(sarif["runs"][0]["results"].is_array());
    EXPECT_TRUE(sarif["runs"][0]["results"].empty());
}

}  // namespace
}  // namespace leap
