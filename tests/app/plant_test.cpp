// Plant, by posted events on the real window.
#include <QComboBox>

#include <gtest/gtest.h>

#include "app/panes/tool.h"
#include "tests/app/window_driver.h"

using namespace thallos;
using namespace thallos::test;

TEST(Plant, ADriftIsDrawnAndItsHandlesMove) {
    freshSite(false);
    verb(Verb::Plant);
    choosePlanAsMain(true);
    auto& plan = window().planPane();
    leaf("drift");
    const std::string before = documentHash();
    for (const V2f& p : {V2f(-12, -12), V2f(12, -12), V2f(14, 8)}) click(plan, at(plan, p));
    click(plan, at(plan, {-10, 10}));
    key(Qt::Key_Return);
    ASSERT_TRUE(bodyOf<Drift>(last()));
    EXPECT_EQ(bodyOf<Drift>(last())->areas[0].size(), 4u);
    settle();
    EXPECT_GT(session().document.built()->plantCount(), 1000);
    expectOneStep(before);
    settle();
    const auto count = session().document.built()->plantCount();
    session().selection.set(last()->id);
    drag(plan, at(plan, {-12, -12}), at(plan, {-24, -24}));
    settle();
    EXPECT_GT(session().document.built()->plantCount(), count);
    EXPECT_NEAR(bodyOf<Drift>(last())->areas[0][0].x, -24, 0.5f);
}

TEST(Plant, ADriftIsDrawnInTheShotByADoubleClick) {
    freshSite(false);
    verb(Verb::Plant);
    choosePlanAsMain(false);
    auto& shot = window().shotPane();
    leaf("drift");
    for (const V2f& p : {V2f(-4, -20), V2f(4, -20), V2f(6, -8)}) click(shot, at(shot, p));
    const QPointF end = at(shot, {-6, -8});
    click(shot, end);
    doubleClick(shot, end);
    ASSERT_TRUE(bodyOf<Drift>(last()));
    settle();
    EXPECT_GT(session().document.built()->plantCount(), 200);
}

TEST(Plant, DensityAndMixByHand) {
    freshSite(false);
    verb(Verb::Plant);
    choosePlanAsMain(true);
    auto& plan = window().planPane();
    leaf("drift");
    for (const V2f& p : {V2f(-10, -10), V2f(10, -10), V2f(10, 10), V2f(-10, 10)}) click(plan, at(plan, p));
    key(Qt::Key_Return);
    settle();
    const auto few = session().document.built()->plantCount();
    const std::string before = documentHash();
    setField("density", "30");
    settle();
    EXPECT_GT(session().document.built()->plantCount(), few * 3 / 2);
    window().mainPane().setFocus();
    expectOneStep(before);
    setField("share 0", "50");
    float total = 0;
    for (const MixEntry& m : bodyOf<Drift>(last())->mix) total += m.share;
    EXPECT_NEAR(bodyOf<Drift>(last())->mix[0].share / total, 0.5f, 1e-3);
}

TEST(Plant, NonsenseInAFieldIsRefusedWithTheReason) {
    freshSite(false);
    verb(Verb::Light);
    const std::string before = documentHash();
    for (const char* bad : {"far", "1e", "-5", "2 kg", "999999999"}) {
        setField("visibility", bad);
        EXPECT_TRUE(field("visibility").property("wrong").toBool()) << bad;
        EXPECT_EQ(documentHash(), before);
    }
    setField("visibility", "12 km + 500 m");
    EXPECT_FALSE(field("visibility").property("wrong").toBool());
    EXPECT_FLOAT_EQ(session().view.shot().daylight.visibility, 12500);
}

TEST(Plant, SpecimensAreClickedAndMoved) {
    freshSite(false);
    verb(Verb::Plant);
    choosePlanAsMain(true);
    auto& plan = window().planPane();
    leaf("specimen");
    click(plan, at(plan, {-8, -4}));
    click(plan, at(plan, {8, 5}));
    const auto* p = bodyOf<Specimens>(last());
    ASSERT_TRUE(p);
    ASSERT_EQ(p->specimens.size(), 2u) << "the second joins the chosen group";
    settle();
    EXPECT_EQ(session().document.built()->plantCount(), 2);
    leaf("pick");
    const std::string before = documentHash();
    drag(plan, at(plan, {-8, -4}), at(plan, {-2, -9}));
    EXPECT_NEAR(bodyOf<Specimens>(last())->specimens[0].at.y, -9, 0.5f);
    expectOneStep(before);
}

TEST(Plant, AClearingKeepsPlantsOut) {
    freshSite(false);
    verb(Verb::Plant);
    choosePlanAsMain(true);
    auto& plan = window().planPane();
    leaf("drift");
    for (const V2f& p : {V2f(-14, -14), V2f(14, -14), V2f(14, 14), V2f(-14, 14)}) click(plan, at(plan, p));
    key(Qt::Key_Return);
    settle();
    const auto before = session().document.built()->plantCount();
    leaf("clearing");
    session().selection.set({});
    for (const V2f& p : {V2f(-6, -6), V2f(6, -6), V2f(6, 6), V2f(-6, 6)}) click(plan, at(plan, p));
    click(plan, at(plan, {-6, -6})); // on the first point: closed
    ASSERT_TRUE(bodyOf<Clearing>(last()));
    settle();
    EXPECT_LT(session().document.built()->plantCount(), before * 9 / 10);
}

TEST(Plant, EscapeGivesUpTheOutline) {
    freshSite(false);
    verb(Verb::Plant);
    choosePlanAsMain(true);
    leaf("drift");
    const std::string before = documentHash();
    click(window().planPane(), at(window().planPane(), {0, 0}));
    click(window().planPane(), at(window().planPane(), {8, 0}));
    key(Qt::Key_Escape);
    key(Qt::Key_Return);
    EXPECT_EQ(documentHash(), before);
}

namespace {

// Chosen at the right, as the artist does.
void chooseSpecies(const QString& name) {
    ASSERT_TRUE(waitFor([&] {
        for (QComboBox* box : window().findChildren<QComboBox*>())
            if (const int i = box->findText(name); i >= 0 && box->isVisible()) {
                box->setCurrentIndex(i);
                Q_EMIT box->activated(i);
                return true;
            }
        return false;
    })) << name.toStdString();
}

// Where the house's stone is seen at about that height over its base; none: a null point.
QPointF onHouse(Pane& pane, float low, float high) {
    const float base = house()->position.z;
    for (int y = pane.height() - 20; y > 20; y -= 4)
        for (int x = 20; x < pane.width() - 20; x += 4) {
            const PanePoint p = pane.pick(QPointF(x, y));
            const Item* item = session().document.item(p.item);
            if (!bodyOf<Building>(item) || p.material < 0) continue;
            const std::string& made = bodyOf<Building>(item)->surfaces[static_cast<size_t>(p.material)].name;
            if (made.find("stone") != std::string::npos && p.surface && p.surface->z > base + low &&
                p.surface->z < base + high)
                return {static_cast<double>(x), static_cast<double>(y)};
        }
    return {};
}

} // namespace

TEST(Plant, AClimberClimbsTheWallThatIsClicked) {
    freshSite();
    verb(Verb::Plant);
    choosePlanAsMain(false);
    leaf("specimen");
    chooseSpecies("Ivy, wall");
    Pane& pane = window().mainPane();
    EXPECT_TRUE(pane.tool()->hint().contains("wall"));
    // In front of the stone gable.
    session().view.editShot("Stand", [](Shot& s) {
        s.camera.position = house()->position + V3f(-18, -1, 1.6f);
        s.camera.yaw = radians(90);
        s.camera.pitch = 0;
    });
    settle();
    const QPointF wall = onHouse(pane, 1.2f, 1.6f);
    ASSERT_FALSE(wall.isNull());
    const std::string before = documentHash();
    click(pane, wall);
    const auto* c = bodyOf<Climber>(last());
    ASSERT_TRUE(c) << message().toStdString();
    EXPECT_EQ(c->species, "Ivy, wall");
    EXPECT_TRUE(bodyOf<Building>(session().document.item(c->on)));
    expectOneStep(before);
    settle();
    ASSERT_EQ(session().document.built()->climbers.size(), 1u);
    EXPECT_GT(triangleCount(*session().document.built()->climbers[0].model), 1000);
    // Its values stand at the right.
    session().selection.set(last()->id);
    setField("height", "2.5");
    setField("width", "4");
    EXPECT_FLOAT_EQ(bodyOf<Climber>(last())->height, 2.5f);
    EXPECT_FLOAT_EQ(bodyOf<Climber>(last())->width, 4);
    chooseSpecies("Virginia creeper");
    EXPECT_EQ(bodyOf<Climber>(last())->species, "Virginia creeper");
    settle();
    // Copied alone it has nothing to climb, and Thallos says so; with its house it climbs the copy.
    const Id climber = session().selection.last();
    const std::string alone = documentHash();
    pane.setFocus();
    key(Qt::Key_C, Qt::ControlModifier);
    key(Qt::Key_V, Qt::ControlModifier);
    EXPECT_EQ(documentHash(), alone);
    EXPECT_TRUE(message().contains("Copy both together")) << message().toStdString();
    session().selection.set(find(session().document.project(), std::string("Honey house"))->id);
    pane.setFocus();
    key(Qt::Key_C, Qt::ControlModifier);
    window().session().paste("Paste", std::nullopt, true);
    const auto climbers = [] {
        int n = 0;
        for (const auto& i : session().document.project().items) n += bodyOf<Climber>(i.get()) != nullptr;
        return n;
    };
    EXPECT_EQ(climbers(), 2);
    key(Qt::Key_Z, Qt::ControlModifier);
    EXPECT_EQ(climbers(), 1);
    EXPECT_EQ(documentHash(), alone);
    // It goes with its house.
    session().selection.set(find(session().document.project(), std::string("Honey house"))->id);
    window().mainPane().setFocus();
    key(Qt::Key_Delete);
    EXPECT_EQ(session().document.item(climber), nullptr);
    settle();
}

TEST(Plant, AClimberOnTheGroundStandsByItself) {
    freshSite(false);
    verb(Verb::Plant);
    choosePlanAsMain(false);
    leaf("specimen");
    chooseSpecies("Ivy, trunk");
    Pane& pane = window().mainPane();
    click(pane, at(pane, {-3, -7}));
    ASSERT_TRUE(bodyOf<Specimens>(last()));
    // On a tree that was planted singly it climbs.
    chooseSpecies("Oak");
    session().selection.set({});
    click(pane, at(pane, {4, 2}));
    settle();
    const auto* oak = bodyOf<Specimens>(last());
    ASSERT_TRUE(oak);
    const V2f foot = oak->specimens.back().at;
    QPointF stem;
    for (float up = 1; up < 2.5f && stem.isNull(); up += 0.2f)
        if (const auto q = pane.toScreen(V3f(foot.x, foot.y, session().document.built()->land.field.at(foot) + up)))
            if (session().document.item(pane.pick(*q).item) == last()) stem = *q;
    ASSERT_FALSE(stem.isNull());
    chooseSpecies("Ivy, trunk");
    click(pane, stem);
    const auto* c = bodyOf<Climber>(last());
    ASSERT_TRUE(c) << message().toStdString();
    settle();
    EXPECT_GT(triangleCount(*session().document.built()->climbers.back().model), 1000);
    session().selection.set({});
    chooseSpecies("Apple");
}

namespace {

// A square drift by four clicks, selected.
Pane& squareDrift() {
    freshSite(false);
    verb(Verb::Plant);
    choosePlanAsMain(true);
    auto& plan = window().planPane();
    leaf("drift");
    for (const V2f& p : {V2f(-14, -14), V2f(14, -14), V2f(14, 14), V2f(-14, 14)}) click(plan, at(plan, p));
    key(Qt::Key_Return);
    settle();
    return plan;
}

const Drift& drift() {
    return *bodyOf<Drift>(last());
}

} // namespace

TEST(Outline, PointsAreAddedMovedAndRemoved) {
    Pane& plan = squareDrift();
    ASSERT_EQ(drift().areas[0].size(), 4u);
    const std::string before = documentHash();
    // On the outline between two points, which a curve goes through.
    const Polygon line = smoothOutline(drift().areas[0]);
    drag(plan, at(plan, line[4]), at(plan, line[4] + V2f(0, -4)));
    settle();
    ASSERT_EQ(drift().areas[0].size(), 5u);
    EXPECT_LT(drift().areas[0][1].y, line[4].y - 2) << "after the first one, and dragged at once";
    expectOneStep(before);
    click(plan, at(plan, drift().areas[0][1]));
    key(Qt::Key_Delete);
    settle();
    EXPECT_EQ(drift().areas[0].size(), 4u) << "the point, not the drift";
    // Three points stay.
    for (int k = 0; k < 2; ++k) {
        click(plan, at(plan, drift().areas[0][0]));
        key(Qt::Key_Delete);
    }
    EXPECT_EQ(drift().areas[0].size(), 3u);
    EXPECT_NE(message().indexOf("three points"), -1);
}

TEST(Outline, ShiftDrawsAnotherAreaOfTheSameDrift) {
    Pane& plan = squareDrift();
    const std::string before = documentHash();
    const auto few = session().document.built()->plantCount();
    click(plan, at(plan, {20, 20}), Qt::ShiftModifier);
    for (const V2f& p : {V2f(30, 20), V2f(30, 30)}) click(plan, at(plan, p));
    key(Qt::Key_Return);
    settle();
    EXPECT_EQ(itemsOf<Drift>(session().document.project()).size(), 1u);
    EXPECT_EQ(drift().areas.size(), 2u);
    EXPECT_GT(session().document.built()->plantCount(), few);
    expectOneStep(before);
}

TEST(Outline, IsDrawnByKeysAtTheCentreOfTheView) {
    freshSite(false);
    verb(Verb::Plant);
    choosePlanAsMain(true);
    auto& plan = window().planPane();
    leaf("drift");
    plan.setFocus();
    for (const Qt::Key way : {Qt::Key_Right, Qt::Key_Up, Qt::Key_Left}) {
        key(way); // the centre lies elsewhere
        key(Qt::Key_Return);
    }
    EXPECT_TRUE(itemsOf<Drift>(session().document.project()).empty());
    key(Qt::Key_Return); // on the last point: closed
    ASSERT_EQ(itemsOf<Drift>(session().document.project()).size(), 1u);
    EXPECT_EQ(drift().areas[0].size(), 3u);
}

TEST(Planting, IsChosenBeforeItIsDrawnAndChangedAfter) {
    freshSite(false);
    verb(Verb::Plant);
    session().selection.set({});
    QCoreApplication::processEvents();
    auto* next = window().findChild<QComboBox*>("nextPlanting");
    ASSERT_TRUE(next);
    next->setCurrentIndex(0);
    Q_EMIT next->activated(0);
    choosePlanAsMain(true);
    auto& plan = window().planPane();
    leaf("drift");
    for (const V2f& p : {V2f(-5, -5), V2f(5, -5), V2f(5, 5), V2f(-5, 5)}) click(plan, at(plan, p));
    key(Qt::Key_Return);
    ASSERT_TRUE(bodyOf<Drift>(last()));
    EXPECT_EQ(last()->name, "Lawn");
    EXPECT_EQ(drift().mix.front().species, "Mown lawn");
    settle();
    QCoreApplication::processEvents();
    const std::string before = documentHash();
    auto* planting = window().findChild<QComboBox*>("planting");
    ASSERT_TRUE(planting);
    EXPECT_EQ(planting->currentText(), "Lawn");
    planting->setCurrentIndex(1);
    Q_EMIT planting->activated(1);
    EXPECT_EQ(drift().mix.front().species, "Fescue");
    expectOneStep(before);
}
