// SPDX-License-Identifier: GPL-3.0-or-later
// What is exported, read back by programs that know nothing of us: an SCXML reader and a glTF reader.
#include <gtest/gtest.h>

#include <assimp/postprocess.h>
#include <assimp/scene.h>
#include <QBuffer>
#include <QImage>
#include <QPainter>
#include <QScxmlStateMachine>
#include <QSvgRenderer>
#include <assimp/Importer.hpp>

#include "core/project/project.hpp"
#include "core/report/exports.hpp"
#include "core/tape/replay.hpp"

namespace leap::studio {
namespace {

const std::filesystem::path quay_folder = std::filesystem::path(LEAP_SOURCE_DIR) / "examples/lantern-quay";

TEST(ExportsElsewhere, EveryChartOfTheDemoIsAcceptedAndRuns) {
    const Project project = *load_project(quay_folder);
    const Program& program = *project.compiled.program;
    int charts = 0;
    for (std::size_t i = 0; i < program.machines.size(); ++i) {
        if (program.machines[i].kind == MachineKind::stance) continue;
        QByteArray text = QByteArray::fromStdString(machine_scxml(program, MachineId(i)));
        QBuffer device(&text);
        ASSERT_TRUE(device.open(QIODevice::ReadOnly));
        const std::unique_ptr<QScxmlStateMachine> machine(QScxmlStateMachine::fromData(&device));
        ASSERT_TRUE(machine) << program.machines[i].name;
        for (const QScxmlError& error : machine->parseErrors()) ADD_FAILURE() << error.toString().toStdString();
        EXPECT_EQ(static_cast<std::size_t>(machine->stateNames(false).size()),
                  program.machines[i].phases.size() + (program.machines[i].kind == MachineKind::move ? 1U : 0U));
        ++charts;
    }
    EXPECT_GT(charts, 40);
    QByteArray text = QByteArray::fromStdString(machine_scxml(program, *program.find_machine("hop")));
    QBuffer device(&text);
    ASSERT_TRUE(device.open(QIODevice::ReadOnly));
    const std::unique_ptr<QScxmlStateMachine> hop(QScxmlStateMachine::fromData(&device));
    ASSERT_TRUE(hop->init());
    hop->start();
    QCoreApplication::processEvents();
    const auto is_in = [&](const char* state) { return hop->isActive(QString(state)); };
    EXPECT_TRUE(is_in("waiting"));
    for (const auto& [event, state] : {std::pair("start", "rise_up"), std::pair("rise_up.way2.drop", "drop"),
                                       std::pair("drop.way1.ended", "waiting")}) {
        hop->submitEvent(QString(event));
        QCoreApplication::processEvents();
        EXPECT_TRUE(is_in(state)) << event;
    }
}

TEST(ExportsElsewhere, EveryPhaseMapAndTheScoreOfEveryTapeAreDrawn) {
    const Project project = *load_project(quay_folder);
    const Program& program = *project.compiled.program;
    const auto expect_drawn = [](const std::string& svg, const std::string& what) {
        QSvgRenderer renderer(QByteArray::fromStdString(svg));
        ASSERT_TRUE(renderer.isValid()) << what;
        QImage image(renderer.defaultSize(), QImage::Format_RGB32);
        image.fill(Qt::white);
        QPainter painter(&image);
        renderer.render(&painter);
        painter.end();
        const QRgb first = image.pixel(0, 0);
        bool drawn = false;
        for (int y = 0; y < image.height() && !drawn; y += 3)
            for (int x = 0; x < image.width() && !drawn; x += 3) drawn = image.pixel(x, y) != first;
        EXPECT_TRUE(drawn) << what;
    };
    for (std::size_t i = 0; i < program.machines.size(); ++i)
        expect_drawn(phase_map_svg(program, MachineId(i)), program.machines[i].name);
    const Course course = build_course(*project.course);
    for (const char* name : {"quay loop", "sail alley", "straw and crate"}) {
        const Tape& tape = project.find_tape(name)->tape;
        const Trace trace = replay({program, written_tuning(program), course, 120}, tape).value();
        expect_drawn(score_svg(program, trace, 0), name);
    }
}

TEST(ExportsElsewhere, ARunIsReadBackWithItsFigureItsPathAndItsAnimation) {
    const Project project = *load_project(quay_folder);
    const Program& program = *project.compiled.program;
    const Tuning tuning = written_tuning(program);
    const Course course = build_course(*project.course);
    const Tape& tape = project.find_tape("quay loop")->tape;
    const Trace trace = replay({program, tuning, course, tape.rate_hz}, tape).value();
    const std::string gltf = run_gltf(program, tuning, trace);
    Assimp::Importer importer;
    const aiScene* scene =
        importer.ReadFileFromMemory(gltf.data(), gltf.size(), aiProcess_ValidateDataStructure, "gltf");
    ASSERT_NE(scene, nullptr) << importer.GetErrorString();
    EXPECT_EQ(scene->mNumMeshes, 2U);
    EXPECT_EQ(scene->mNumCameras, 1U);
    ASSERT_EQ(scene->mNumAnimations, 1U);
    ASSERT_EQ(scene->mAnimations[0]->mNumChannels, 1U);
    const aiNodeAnim& channel = *scene->mAnimations[0]->mChannels[0];
    ASSERT_EQ(channel.mNumPositionKeys, 301U) << "ten seconds at 30 a second";
    const Vec3 end = position_at(trace.tracks[0], 10.0);
    const aiVector3D& last = channel.mPositionKeys[300].mValue;
    EXPECT_NEAR(last.x, end.x, 1e-3);
    EXPECT_NEAR(last.y, end.z, 1e-3);
    EXPECT_NEAR(last.z, -end.y, 1e-3);
}

}  // namespace
}  // namespace leap::studio
