// Reading the ground: what the plan shows of it, and the section.
#include <gtest/gtest.h>

#include <QPushButton>
#include <QTreeWidget>

#include "core/project/section.h"
#include "tests/app/window_driver.h"

using namespace thallos;
using namespace thallos::test;

namespace {

void command(const char* id) {
    QAction* action = window().commands().action(id);
    ASSERT_TRUE(action) << id;
    action->trigger();
    QTest::qWait(50);
}
bool checked(const char* id) {
    window().commands().refresh();
    return window().commands().action(id)->isChecked();
}
// Once the plan comes to rest: its picture first, then what is drawn over it aside.
QImage plan() {
    settlePlan();
    const auto now = [] { return window().mainPane().grab().toImage().convertToFormat(QImage::Format_RGB32); };
    QImage last = now();
    for (int i = 0; i < 20; ++i) {
        QTest::qWait(400);
        const QImage next = now();
        if (next == last) break;
        last = next;
    }
    return last;
}

class Reading : public testing::Test {
protected:
    void SetUp() override {
        freshSite(false);
        choosePlanAsMain(true);
        verb(Verb::Shape);
        Project p = session().document.project();
        session().document.edit("Heap", added(p, "Heap", Bank{{{-4, -8}}, 5, 1}));
        settle();
    }
    void TearDown() override { session().view.setReading({}); }
};

class SectionInEitherPane : public testing::TestWithParam<bool> {};

} // namespace

TEST_F(Reading, ThePlanShowsSlopeCutAndFillSpotsAndFlowOneByOne) {
    const std::string document = documentHash();
    const QImage covers = plan();
    EXPECT_TRUE(checked("plan.covers"));
    command("plan.slope");
    EXPECT_TRUE(checked("plan.slope"));
    EXPECT_FALSE(checked("plan.covers"));
    const QImage slope = plan();
    EXPECT_GT(difference(covers, slope), 1);
    command("plan.earthwork");
    const QImage earth = plan();
    EXPECT_GT(difference(slope, earth), 1);
    // Where the heap is filled the plan is blue, where nothing was moved it is paper.
    Pane& pane = window().mainPane();
    const auto blue = [&](const V2f& p) {
        int sum = 0, n = 0;
        const QPoint c = at(pane, p).toPoint();
        for (int y = -6; y <= 6; ++y)
            for (int x = -6; x <= 6; ++x, ++n) {
                const QRgb q = earth.pixel(c + QPoint(x, y));
                sum += qBlue(q) - qRed(q);
            }
        return sum / n;
    };
    EXPECT_GT(blue({-4, -8}), 15);
    EXPECT_LT(blue({10, -8}), 8);
    command("plan.covers");
    EXPECT_LT(difference(covers, plan()), 0.5);
    for (const char* id : {"plan.spots", "plan.flow"}) {
        command(id);
        EXPECT_TRUE(checked(id));
        EXPECT_TRUE(waitFor([&] { return difference(covers, plan()) > 0.02; })) << id;
        command(id);
        EXPECT_TRUE(waitFor([&] { return difference(covers, plan()) < 0.02; })) << id;
    }
    EXPECT_EQ(documentHash(), document) << "nothing of it is a change";
}

TEST_P(SectionInEitherPane, IsDrawnReadAndRemoved) {
    freshSite(false);
    choosePlanAsMain(GetParam());
    verb(Verb::Shape);
    leaf("section");
    settlePlan();
    const std::string document = documentHash();
    Pane& pane = window().mainPane();
    const auto picture = [&] { return pane.grab().toImage(); };
    const QImage none = picture();
    click(pane, at(pane, {-5, -8}));
    click(pane, at(pane, {5, -8}));
    moveTo(pane, at(pane, {0, -8}));
    EXPECT_TRUE(waitFor([&] { return difference(none, picture()) > 2; })) << "its plot is there";
    EXPECT_TRUE(pane.tool()->hint().contains("Esc"));
    pane.setFocus();
    key(Qt::Key_Backspace);
    EXPECT_FALSE(pane.tool()->hint().contains("Shift"));
    key(Qt::Key_Escape);
    moveTo(pane, QPointF(5, 5));
    EXPECT_TRUE(waitFor([&] { return difference(none, picture()) < 1; }));
    EXPECT_EQ(documentHash(), document);
}
INSTANTIATE_TEST_SUITE_P(Panes, SectionInEitherPane, testing::Bool(),
                         [](const auto& i) { return i.param ? "Plan" : "Shot"; });

TEST(SightLine, OneClickLowersWhatHidesTheHouse) {
    freshSite();
    verb(Verb::Shape);
    settle();
    const Camera camera = session().view.shot().camera;
    const V2f between = (xy(camera.position) + V2f(house()->position.x, house()->position.y)) / 2.0f;
    session().document.edit("Heap", dabbed(session().document.project(), *session().document.ground(),
                                           {BrushKind::Raise, 6, 4, 0.8f}, between));
    settle();
    const std::string before = documentHash();
    const float was = session().document.ground()->at(between);
    leaf("sight");
    settle();
    EXPECT_LT(session().document.ground()->at(between), was - 0.5f);
    expectOneStep(before);
    leaf("sight");
    EXPECT_TRUE(message().contains("hides")) << message().toStdString();
}

TEST(SnagsOfTheGround, AreListedAndCured) {
    freshSite(false);
    verb(Verb::Shape);
    Path path;
    path.points = {{-20, -8}, {20, -8}};
    Project p = added(session().document.project(), "Path", path);
    const Id way = find(p, "Path")->id;
    p = added(p, "Heap", Bank{{{0, -8}}, 4, 0.6f});
    session().document.edit("Heap on a path", p);
    settle();
    const auto buried = [] {
        const auto& all = session().snags.snags();
        return std::any_of(all.begin(), all.end(), [](const Snag& s) { return s.kind == SnagKind::GroundOverPath; });
    };
    ASSERT_TRUE(waitFor(buried));
    const std::string before = documentHash();
    key(Qt::Key_K, Qt::ControlModifier | Qt::AltModifier);
    auto* list = window().findChild<QTreeWidget*>("snagList");
    ASSERT_TRUE(list);
    int row = 0;
    while (row < list->topLevelItemCount() && !list->topLevelItem(row)->text(1).contains("over the path")) ++row;
    ASSERT_LT(row, list->topLevelItemCount());
    EXPECT_EQ(list->topLevelItem(row)->text(0), "Path");
    list->setCurrentItem(list->topLevelItem(row));
    window().findChild<QPushButton*>("cureSnag")->click();
    expectOneStep(before);
    EXPECT_EQ(session().document.item(way)->name, "Path");
    EXPECT_TRUE(waitFor([&] { return !buried() && !session().snags.searching(); })) << "graded last it lies free";
    window().findChild<QDialog*>("snags")->close();
}
