// SPDX-License-Identifier: GPL-3.0-or-later
// The window in another language: its texts are translated, numbers and scripts stay.
#include "studio/translations/translation.hpp"

#include <gtest/gtest.h>

#include <QFile>
#include <QMenu>
#include <QPushButton>
#include <QRegularExpression>
#include <QToolButton>
#include <QXmlStreamReader>
#include <algorithm>

#include "tests/studio/support.hpp"

namespace leap::studio::translation_test {
namespace {

struct In {
    explicit In(const QString& language) { use_language(language); }
    ~In() { use_language("en"); }
    In(const In&) = delete;
    In& operator=(const In&) = delete;
};

QStringList menus_of(const MainWindow& window) {
    QStringList out;
    for (const QMenu* menu : window.findChildren<QMenu*>())
        if (qobject_cast<QToolButton*>(menu->parent()) != nullptr && !menu->title().isEmpty()) out << menu->title();
    return out;
}

QString words_of_rise(test::Studio& studio) {
    return studio.desk->sheet()->row_of(studio.dial("hop.rise"))->spoken_words();
}

QStringList places_in(const QString& text) {
    static const QRegularExpression place("%(\\d|n)");
    QStringList out;
    for (auto found = place.globalMatch(text); found.hasNext();) out << found.next().captured();
    out.sort();
    return out;
}

TEST(Translation, EveryTextHasOneWithTheSamePlaces) {
    QFile file(QString(LEAP_SOURCE_DIR) + "/studio/translations/easy-leap_de.ts");
    ASSERT_TRUE(file.open(QFile::ReadOnly));
    QXmlStreamReader xml(&file);
    QString source;
    int count = 0;
    while (!xml.atEnd()) {
        if (xml.readNext() != QXmlStreamReader::StartElement) continue;
        if (xml.name() == QString("source")) source = xml.readElementText();
        if (xml.name() != QString("translation")) continue;
        EXPECT_FALSE(xml.attributes().hasAttribute("type")) << source.toStdString();
        const QString text = xml.readElementText(QXmlStreamReader::IncludeChildElements);
        EXPECT_FALSE(text.trimmed().isEmpty() && !source.trimmed().isEmpty()) << source.toStdString();
        if (!text.contains("%n")) {
            EXPECT_EQ(places_in(text), places_in(source)) << source.toStdString();
        }
        ++count;
    }
    EXPECT_FALSE(xml.hasError()) << xml.errorString().toStdString();
    EXPECT_GT(count, 900);
}

TEST(Translation, TheWindowIsGermanWhenThatIsAskedForAndEnglishElse) {
    {
        const In german("de");
        test::Studio studio;
        EXPECT_EQ(menus_of(*studio.window), (QStringList{"Projekt", "Bearbeiten", "Ansicht", "Hilfe"}));
        const auto buttons = studio.window->findChildren<QPushButton*>();
        EXPECT_TRUE(std::any_of(buttons.begin(), buttons.end(),
                                [](const QPushButton* button) { return button->text() == "Werkbank"; }));
    }
    test::Studio studio;
    EXPECT_EQ(menus_of(*studio.window), (QStringList{"Project", "Edit", "View", "Help"}));
}

TEST(Translation, NumbersUnitsAndScriptsStay) {
    test::Studio english;
    const std::string text = *english.session->text("moves/hop.leap");
    const QString rise = words_of_rise(english);
    const In german("de");
    test::Studio studio;
    EXPECT_EQ(*studio.session->text("moves/hop.leap"), text);
    EXPECT_EQ(words_of_rise(studio), rise);
}

TEST(Translation, AnUnknownLanguageIsEnglish) {
    const In unknown("xx");
    EXPECT_EQ(QCoreApplication::translate("leap::studio::MainWindow", "Project"), "Project");
}

}  // namespace
}  // namespace leap::studio::translation_test
