// SPDX-License-Identifier: MIT
#include "core/report/exports.hpp"

#include <gtest/gtest.h>

#include <nlohmann/json.hpp>

#include "core/project/file_io.hpp"
#include "core/script/compile.hpp"
#include "core/script/dial_edit.hpp"
#include "tests/core/support.hpp"

namespace leap::exports_test {
namespace {

using Json = nlohmann::json;
using test::Scene;
using test::TapeMaker;

const std::string two_moves = std::string(test::plain_body) + R"(
move hop on jump {
  dial rise = 2 m in 0.2..6 "how high, then how far"
  gate grounded "needs ground"
  gate cooldown 0.2 s
  phase up {
    cut by rush
    start: launch up at sqrt(2 * 28 m/s^2 * rise)
    go down when rising <= 0 m/s
    fail when bumped(ceiling)
  }
  phase down { end when grounded }
}
move rush on dash { phase on for 0.3 s { drive forward at 12 m/s } }
fixture plate { box 1 m, 1 m, 0.1 m  phase up { solid  go down when touched }  phase down { go up when phase_time > 1 s } }
)";

/// As much of JSON Schema as docs/moves.schema.json says something with.
std::string breach(const Json& schema, const Json& value, const std::string& at) {
    const auto is = [&](const std::string& type) {
        if (type == "object") return value.is_object();
        if (type == "array") return value.is_array();
        if (type == "string") return value.is_string();
        if (type == "boolean") return value.is_boolean();
        if (type == "number") return value.is_number();
        return type == "null" && value.is_null();
    };
    if (schema.contains("const") && schema["const"] != value) return at + " isn't what it must be";
    if (schema.contains("enum") &&
        std::find(schema["enum"].begin(), schema["enum"].end(), value) == schema["enum"].end())
        return at + " is none of the choices";
    if (schema.contains("type")) {
        const Json types = schema["type"].is_array() ? schema["type"] : Json::array({schema["type"]});
        if (std::none_of(types.begin(), types.end(), [&](const Json& type) { return is(type); }))
            return at + " has another type";
    }
    for (const Json& name : schema.value("required", Json::array()))
        if (!value.contains(name.get<std::string>())) return at + " lacks " + name.get<std::string>();
    if (value.is_object() && schema.contains("properties"))
        for (const auto& [name, part] : value.items()) {
            if (!schema["properties"].contains(name)) return at + " has " + name + ", which the schema doesn't know";
            if (std::string said = breach(schema["properties"][name], part, at + "." + name); !said.empty())
                return said;
        }
    if (value.is_array() && schema.contains("items"))
        for (const Json& part : value)
            if (std::string said = breach(schema["items"], part, at + "[]"); !said.empty()) return said;
    return {};
}

TEST(Exports, MovesAreAsThePublishedSchemaSays) {
    const Json schema = Json::parse(read_file(LEAP_SOURCE_DIR "/docs/moves.schema.json").value());
    const Scene scene(two_moves);
    EXPECT_EQ(breach(schema, Json::parse(moves_json(scene.program, scene.tuning)), "moves"), "");
    EXPECT_EQ(breach(schema, Json{{"format", 2}}, "moves"), "moves lacks bodies") << "the check itself checks";
    const std::filesystem::path quay = std::filesystem::path(LEAP_SOURCE_DIR) / "examples/lantern-quay";
    const CompileOutput demo = compile("wick.leap", [&](const std::string& path) { return read_file(quay / path); });
    ASSERT_TRUE(demo.program.has_value());
    EXPECT_EQ(breach(schema, Json::parse(moves_json(*demo.program, written_tuning(*demo.program))), "demo"), "");
}

TEST(Exports, MovesSayGatesPhasesAndWaysAsTheyAreWritten) {
    const Scene scene(two_moves);
    const Json moves = Json::parse(moves_json(scene.program, scene.tuning));
    const auto hop = std::find_if(moves["machines"].begin(), moves["machines"].end(),
                                  [](const Json& each) { return each["name"] == "hop"; });
    ASSERT_NE(hop, moves["machines"].end());
    EXPECT_EQ((*hop)["button"], "jump");
    EXPECT_EQ((*hop)["gates"][0]["reason"], "needs ground");
    EXPECT_TRUE((*hop)["gates"][1]["cooldown"].get<bool>());
    const Json& up = (*hop)["phases"][0];
    EXPECT_EQ(up["ways"][0]["to"], "down");
    EXPECT_EQ(up["ways"][0]["text"], "go down when rising <= 0 m/s");
    EXPECT_TRUE(up["ways"][1]["fails"].get<bool>());
    EXPECT_EQ(up["cut_by"][0], "rush");
    EXPECT_EQ((*hop)["phases"][1]["ways"][0]["to"], "ended");
    const auto dial = std::find_if(moves["dials"].begin(), moves["dials"].end(),
                                   [](const Json& each) { return each["name"] == "hop.rise"; });
    EXPECT_EQ((*dial)["value"], "2 m");
    EXPECT_EQ((*dial)["high_si"], 6.0);
}

TEST(Exports, AChartHasAStateForEachPhaseAndAWayForEachWay) {
    const Scene scene(two_moves);
    const std::string chart = machine_scxml(scene.program, *scene.program.find_machine("hop"));
    EXPECT_NE(chart.find("initial=\"waiting\""), std::string::npos) << chart;
    EXPECT_NE(chart.find("<transition event=\"start\" target=\"up\""), std::string::npos);
    EXPECT_NE(chart.find("event=\"up.way1.down\" target=\"down\" leap:text=\"go down when rising &lt;= 0 m/s\""),
              std::string::npos);
    EXPECT_NE(chart.find("event=\"up.way2.failed\" target=\"waiting\""), std::string::npos);
    const std::string plate = machine_scxml(scene.program, *scene.program.find_machine("plate"));
    EXPECT_NE(plate.find("initial=\"up\""), std::string::npos) << "a fixture is in its first phase from the start";
    EXPECT_EQ(plate.find("waiting"), std::string::npos);
}

TEST(Exports, DialsStandInLinesWithTheirTunings) {
    const Scene scene(two_moves);
    DialValues higher = scene.tuning.dials;
    higher[*scene.program.find_dial("hop.rise")] = 3.0;
    const std::string csv = dials_csv(scene.program, {{"high, higher", higher}});
    EXPECT_EQ(csv.substr(0, csv.find('\n')), "dial,value,low,high,meaning,\"high, higher\"");
    EXPECT_NE(csv.find("hop.rise,2 m,0.2 m,6 m,\"how high, then how far\",3 m\n"), std::string::npos) << csv;
    const auto lines = std::count(csv.begin(), csv.end(), '\n');
    EXPECT_EQ(static_cast<std::size_t>(lines), scene.program.dials.size() + 1);
}

TEST(Exports, DialsAsJsonAreInSiWithEachTuning) {
    const Scene scene(two_moves);
    DialValues higher = scene.tuning.dials;
    higher[*scene.program.find_dial("hop.rise")] = 3.0;
    const Json json = Json::parse(dials_json(scene.program, {{"higher", higher}}));
    ASSERT_EQ(json["dials"].size(), scene.program.dials.size());
    const auto& dials = json["dials"];
    const auto rise =
        std::find_if(dials.begin(), dials.end(), [](const Json& each) { return each["name"] == "hop.rise"; });
    ASSERT_NE(rise, dials.end());
    EXPECT_EQ((*rise)["value"], "2 m");
    EXPECT_EQ((*rise)["si"], 2.0);
    EXPECT_EQ((*rise)["high_si"], 6.0);
    EXPECT_EQ((*rise)["tunings"]["higher"], 3.0);
}

TEST(Exports, APhaseMapHasEachPhaseAndWhatItsWaysWaitFor) {
    const Scene scene(two_moves);
    for (std::size_t i = 0; i < scene.program.machines.size(); ++i) {
        const Machine& machine = scene.program.machines[MachineId(i)];
        const std::string svg = phase_map_svg(scene.program, MachineId(i));
        std::size_t ways = 0;
        for (const Phase& phase : machine.phases) {
            EXPECT_NE(svg.find(">" + phase.name + "</text>"), std::string::npos) << svg;
            ways += phase.transitions.size();
        }
        std::size_t arrows = 0;
        for (std::size_t at = svg.find("→"); at != std::string::npos; at = svg.find("→", at + 1)) ++arrows;
        EXPECT_EQ(arrows, ways) << svg;
    }
}

TEST(Exports, TheScoreOfARunHasItsPressesMovesAndCurves) {
    const Scene scene(two_moves);
    const Trace trace = scene.run(TapeMaker(2.0).hold("jump", 0.5, 0.1));
    const std::string svg = score_svg(scene.program, trace, 0);
    for (const char* name : {"jump", "hop", "height (m)", "speed (m/s)", "2 s"})
        EXPECT_NE(svg.find(">" + std::string(name) + "</text>"), std::string::npos) << name;
    // The press begins at a quarter of the run's width.
    EXPECT_NE(svg.find("<rect x=\"380.00\""), std::string::npos) << svg;
    EXPECT_NE(score_svg(scene.program, trace, 7).find("nothing"), std::string::npos);
    EXPECT_NE(score_svg(scene.program, Trace{}, 0).find("nothing"), std::string::npos);
}

TEST(Exports, ARunAsGltfHasAKeyForEachPictureAndItsTopWhereTheRunHasIt) {
    const Scene scene(two_moves);
    const Trace trace = scene.run(TapeMaker(2.0).hold("jump", 0.5, 0.1));
    const Json gltf = Json::parse(run_gltf(scene.program, scene.tuning, trace, 60.0));
    EXPECT_EQ(gltf["asset"]["version"], "2.0");
    ASSERT_EQ(gltf["nodes"].size(), 3U) << "path, figure, camera";
    const Json& sampler = gltf["animations"][0]["samplers"][0];
    const Json& times = gltf["accessors"][sampler["input"].get<std::size_t>()];
    const Json& places = gltf["accessors"][sampler["output"].get<std::size_t>()];
    EXPECT_EQ(times["count"], 121);
    EXPECT_NEAR(times["max"][0].get<double>(), 2.0, 1e-6);
    EXPECT_EQ(places["count"], 121);
    EXPECT_NEAR(places["max"][1].get<double>(), 2.0, 0.01) << "y is up";
    std::size_t end = 0;
    for (const Json& view : gltf["bufferViews"])
        end = std::max(end, view["byteOffset"].get<std::size_t>() + view["byteLength"].get<std::size_t>());
    EXPECT_EQ(gltf["buffers"][0]["byteLength"], end);
    const std::string data = gltf["buffers"][0]["uri"];
    EXPECT_EQ((data.size() - data.find(',') - 1) % 4, 0U);
}

}  // namespace
}  // namespace leap::exports_test
