// The guide and the licences, in windows of their own.
#include <QListWidget>
#include <QTextBrowser>
#include <gtest/gtest.h>

#include "app/windows/guide_window.h"
#include "tests/app/window_driver.h"

using namespace thallos;
using namespace thallos::test;

namespace {

GuideWindow& guide() {
    window().mainPane().setFocus();
    key(Qt::Key_F1);
    auto* g = window().findChild<GuideWindow*>();
    if (!g) throw std::runtime_error("no guide");
    return *g;
}

QStringList shownPages(GuideWindow& g) {
    QStringList out;
    auto* list = g.findChild<QListWidget*>("guidePages");
    for (int i = 0; i < list->count(); ++i)
        if (!list->item(i)->isHidden()) out << list->item(i)->text();
    return out;
}

} // namespace

TEST(Help, TheGuideOpensAtTheStageWithItsPictures) {
    freshSite(false);
    verb(Verb::Plant);
    GuideWindow& g = guide();
    EXPECT_TRUE(g.isVisible());
    auto* text = g.findChild<QTextBrowser*>("guideText");
    EXPECT_TRUE(text->toPlainText().contains("Species"));
    EXPECT_EQ(shownPages(g).size(), 9);
    auto* list = g.findChild<QListWidget*>("guidePages");
    for (int i = 0; i < list->count(); ++i) {
        list->setCurrentRow(i);
        EXPECT_GT(text->toPlainText().size(), 300) << i;
        // Each picture that the page names is there.
        const QString markdown = list->item(i)->data(Qt::UserRole + 1).toString();
        for (const QString& piece : markdown.split("](").mid(1))
            if (const QString name = piece.section(')', 0, 0); name.endsWith(".png"))
                EXPECT_FALSE(text->loadResource(QTextDocument::ImageResource, QUrl(name)).value<QImage>().isNull())
                    << name.toStdString();
    }
    g.close();
}

TEST(Help, WordsFindTheirPage) {
    freshSite(false);
    GuideWindow& g = guide();
    auto* find = g.findChild<QLineEdit*>("findInGuide");
    auto* text = g.findChild<QTextBrowser*>("guideText");
    find->setText("noise threshold");
    EXPECT_EQ(shownPages(g), QStringList({"Finish"}));
    EXPECT_EQ(text->textCursor().selectedText().toLower(), "noise threshold");
    find->setText("no such words");
    EXPECT_TRUE(shownPages(g).isEmpty());
    find->setText("shot");
    EXPECT_GT(shownPages(g).size(), 2);
    const QString first = text->toPlainText().left(20);
    for (int i = 0; i < 40 && text->toPlainText().left(20) == first; ++i) QTest::keyClick(find, Qt::Key_Return);
    EXPECT_NE(text->toPlainText().left(20), first) << "Enter goes on to the next page";
    find->clear();
    EXPECT_EQ(shownPages(g).size(), 9);
    g.close();
}

TEST(Help, LicencesOfWhatIsShippedAreShown) {
    freshSite(false);
    window().mainPane().setFocus();
    key(Qt::Key_F1, Qt::ControlModifier | Qt::ShiftModifier);
    auto* about = window().findChild<AboutWindow*>();
    ASSERT_TRUE(about && about->isVisible());
    const QString shown = about->findChild<QTextBrowser*>("licences")->toPlainText();
    about->close();
    for (const char* word : {"fonts/", "icons/", "Thallos"}) EXPECT_TRUE(shown.contains(word)) << word;
}
