// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/session/documents.hpp"

#include <gtest/gtest.h>

#include <QTemporaryDir>

#include "core/project/file_io.hpp"

namespace leap::studio::documents_test {
namespace {

/// A small project in a folder of its own, opened as documents alone: no program, no runs.
class Shelf {
  public:
    Shelf() {
        put("p.json", R"({"format": 1, "name": "Shelf", "script": "a.leap", "course": "c.json", "tapes": ["t.json"]})");
        put("a.leap", "dial height = 2 m  in 0..4\n");
        put("c.json", R"({"format": 1, "name": "c", "pieces": []})");
        put("t.json", R"({"format": 1, "name": "first", "start": {"at": "s"}, "length": 1, "events": []})");
        open();
    }
    void open() {
        documents = std::make_unique<Documents>(folder.path().toStdString() + "/data");
        auto project = load_project(folder.path().toStdString() + "/p.json");
        if (!project) throw std::runtime_error(project.error());
        documents->open(std::move(*project));
        documents->load_data_texts();
    }
    void put(const std::string& name, const std::string& text) {
        ASSERT_TRUE(write_file(folder.path().toStdString() + "/" + name, text));
    }
    std::string on_disk(const std::string& name) const {
        return read_file(folder.path().toStdString() + "/" + name).value_or("nothing");
    }

    QTemporaryDir folder;
    std::unique_ptr<Documents> documents;
};

TEST(Documents, EditsOfOneGestureAreOneStepAndTellWhichTextChanged) {
    Shelf shelf;
    Documents& documents = *shelf.documents;
    const std::string before = *documents.text("a.leap");
    std::vector<std::string> told;
    QObject::connect(&documents, &Documents::text_changed, [&](const std::string& path) { told.push_back(path); });
    documents.edit_text("a.leap", "dial height = 3 m  in 0..4\n", "turn", 7);
    documents.edit_text("a.leap", "dial height = 35 m  in 0..40\n", "turn", 7);
    documents.edit_text("a.leap", *documents.text("a.leap"), "nothing new");
    EXPECT_EQ(told, (std::vector<std::string>{"a.leap", "a.leap"}));
    EXPECT_EQ(documents.undo_stack().count(), 1);
    EXPECT_TRUE(documents.modified());
    documents.undo_stack().undo();
    EXPECT_EQ(*documents.text("a.leap"), before);
    EXPECT_FALSE(documents.modified());
    documents.undo_stack().redo();
    EXPECT_EQ(*documents.text("a.leap"), "dial height = 35 m  in 0..40\n");
    EXPECT_EQ(shelf.on_disk("a.leap"), before) << "nothing is written before save";
    EXPECT_TRUE(documents.save().isEmpty());
    EXPECT_EQ(shelf.on_disk("a.leap"), "dial height = 35 m  in 0..40\n");
}

TEST(Documents, TakesGetNamesOfTheirOwnAndAreSavedWithTheProject) {
    Shelf shelf;
    Documents& documents = *shelf.documents;
    ASSERT_TRUE(documents.choose_tape("first"));
    EXPECT_FALSE(documents.choose_tape("attic"));
    Tape take = *documents.tape();
    take.name = "first";
    documents.add_take(take);
    EXPECT_EQ(documents.tape()->name, "first 2");
    EXPECT_EQ(documents.unsaved_tapes(), (std::vector<std::string>{"first 2"}));
    ASSERT_TRUE(documents.choose_tape("first")) << "the take isn't lost when another tape is shown";
    EXPECT_EQ(documents.unsaved_tapes(), (std::vector<std::string>{"first 2"}));
    EXPECT_TRUE(documents.save().isEmpty());
    EXPECT_TRUE(documents.unsaved_tapes().empty());
    EXPECT_EQ(load_project(shelf.folder.path().toStdString() + "/p.json")->tapes.size(), 2U);
}

TEST(Documents, ATakeThatAnotherIsPlayedAfterIsHeldAmongTheEarlierOnes) {
    Shelf shelf;
    Documents& documents = *shelf.documents;
    ASSERT_TRUE(documents.choose_tape("first"));
    Tape take = *documents.tape();
    take.name = "take";
    const auto play = [&](double length_s) {
        take.length_s = length_s;
        documents.add_take(take);
    };
    play(1.0);
    EXPECT_TRUE(documents.earlier_takes().empty()) << "a tape with a file isn't one";
    play(2.0);
    ASSERT_EQ(documents.earlier_takes().size(), 1U);
    EXPECT_EQ(documents.earlier_takes()[0].length_s, 1.0);
    EXPECT_EQ(documents.unsaved_tapes(), (std::vector<std::string>{"take"}));

    documents.show_earlier_take(0);
    EXPECT_EQ(documents.tape()->length_s, 1.0);
    EXPECT_TRUE(documents.tape_unsaved()) << "it is saved with the project, as any take in view";
    ASSERT_EQ(documents.earlier_takes().size(), 1U);
    EXPECT_EQ(documents.earlier_takes()[0].length_s, 2.0) << "what was in view has changed places with it";
    documents.show_earlier_take(7);
    EXPECT_EQ(documents.tape()->length_s, 1.0) << "there is none";

    ASSERT_TRUE(documents.rename_tape("a good one").isEmpty());
    play(3.0);
    EXPECT_EQ(documents.earlier_takes().size(), 1U) << "one that has a name stays a tape of the project";
    EXPECT_EQ(documents.unsaved_tapes(), (std::vector<std::string>{"a good one", "take"}));

    for (int i = 0; i < 20; ++i) play(4.0 + i);
    EXPECT_EQ(documents.earlier_takes().size(), Documents::max_earlier_takes);
    EXPECT_EQ(documents.earlier_takes()[0].length_s, 22.0) << "the last of them first";
}

TEST(Documents, UnsavedWorkIsOfferedAgainAndForgottenWhenItIsToldTo) {
    Shelf shelf;
    shelf.documents->edit_text("a.leap", "dial height = 1 m  in 0..4\n", "turn");
    shelf.documents->remember_unsaved();
    shelf.open();
    shelf.documents->look_for_recovery();
    ASSERT_TRUE(shelf.documents->recovery_offered());
    shelf.documents->take_recovery();
    EXPECT_EQ(*shelf.documents->text("a.leap"), "dial height = 1 m  in 0..4\n");
    shelf.documents->forget_unsaved();
    EXPECT_EQ(*shelf.documents->text("a.leap"), shelf.on_disk("a.leap"));
    shelf.open();
    shelf.documents->look_for_recovery();
    EXPECT_FALSE(shelf.documents->recovery_offered());
}

TEST(Documents, AChangeOnDiskIsTakenOrAskedAbout) {
    Shelf shelf;
    Documents& documents = *shelf.documents;
    documents.note_scripts({{"a.leap", *documents.text("a.leap")}});
    shelf.put("a.leap", "dial height = 4 m  in 0..4\n");
    documents.look_at_disk();
    EXPECT_EQ(*documents.text("a.leap"), "dial height = 4 m  in 0..4\n");
    documents.edit_text("a.leap", "mine\n", "type");
    shelf.put("a.leap", "theirs\n");
    documents.look_at_disk();
    EXPECT_EQ(documents.conflicts(), (std::vector<std::string>{"a.leap"}));
    EXPECT_FALSE(documents.save().isEmpty()) << "not before it is said which counts";
    EXPECT_EQ(shelf.on_disk("a.leap"), "theirs\n");
    documents.choose_own("a.leap");
    EXPECT_TRUE(documents.save().isEmpty());
    EXPECT_EQ(shelf.on_disk("a.leap"), "mine\n");
}

TEST(Documents, AChangeFromOutsideLeavesTheStepsOfOtherFiles) {
    Shelf shelf;
    Documents& documents = *shelf.documents;
    documents.note_scripts({{"a.leap", *documents.text("a.leap")}});
    const std::string course = *documents.text("c.json");
    documents.edit_text("c.json", course + " ", "lay out");
    documents.edit_text("a.leap", "dial height = 3 m  in 0..4\n", "turn");
    EXPECT_TRUE(documents.save().isEmpty());
    std::vector<QString> told;
    QObject::connect(&documents, &Documents::message, [&](const QString& text) { told.push_back(text); });
    shelf.put("a.leap", "dial height = 4 m  in 0..4\n");
    documents.look_at_disk();
    ASSERT_EQ(documents.undo_stack().count(), 2);
    documents.undo_stack().undo();
    EXPECT_EQ(*documents.text("a.leap"), "dial height = 4 m  in 0..4\n") << "a step from before doesn't come over it";
    ASSERT_FALSE(told.empty());
    EXPECT_TRUE(told.back().contains("a.leap was changed by another program"));
    documents.undo_stack().undo();
    EXPECT_EQ(*documents.text("c.json"), course) << "that of another file is undone";
    documents.undo_stack().redo();
    EXPECT_EQ(*documents.text("c.json"), course + " ");
    documents.edit_text("a.leap", "dial height = 1 m  in 0..4\n", "turn");
    documents.undo_stack().undo();
    EXPECT_EQ(*documents.text("a.leap"), "dial height = 4 m  in 0..4\n") << "steps from after it are";
}

TEST(Documents, WhatAJobHasFoundIsNoStepOfUndo) {
    Shelf shelf;
    Documents& documents = *shelf.documents;
    const std::string before = *documents.text("a.leap");
    documents.edit_text("a.leap", "dial height = 3 m  in 0..4\n", "turn");
    documents.undo_stack().undo();
    ASSERT_TRUE(documents.undo_stack().canRedo());
    documents.write_result("trials/x.trial.json", "{}");
    EXPECT_EQ(*documents.text("trials/x.trial.json"), "{}");
    EXPECT_TRUE(documents.undo_stack().canRedo()) << "what was undone can still be redone";
    documents.undo_stack().redo();
    EXPECT_EQ(*documents.text("a.leap"), "dial height = 3 m  in 0..4\n");
    documents.undo_stack().undo();
    EXPECT_EQ(*documents.text("a.leap"), before);
    EXPECT_EQ(*documents.text("trials/x.trial.json"), "{}");
}

}  // namespace
}  // namespace leap::studio::documents_test
