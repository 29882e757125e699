// Banks, terraces, walls and paths by hand, in both panes.
#include <gtest/gtest.h>

#include <QColorDialog>
#include <QComboBox>
#include <QPushButton>
#include <QTimer>

#include "app/inspector/inspector.h"
#include "core/project/move.h"
#include "core/project/works.h"
#include "tests/app/window_driver.h"

using namespace thallos;
using namespace thallos::test;

namespace {

class WorksInEitherPane : public testing::TestWithParam<bool> {
protected:
    Pane& pane(const QString& tool) {
        freshSite(false);
        choosePlanAsMain(GetParam());
        verb(Verb::Shape);
        leaf(tool);
        settle();
        return window().mainPane();
    }
    float heightAt(const V2f& p) {
        settle();
        return session().document.built()->land.field.at(p);
    }
};

} // namespace

TEST_P(WorksInEitherPane, ABankIsDrawnChangedAndTakenBack) {
    Pane& p = pane("bank");
    const std::string before = documentHash();
    const float was = heightAt({0, -8});
    click(p, at(p, {-3, -8}));
    click(p, at(p, {3, -8}));
    p.setFocus();
    key(Qt::Key_Return);
    ASSERT_EQ(itemsOf<Bank>(session().document.project()).size(), 1u);
    EXPECT_NEAR(heightAt({0, -8}) - was, 1, 0.25f);
    expectOneStep(before);
    // Its height is a value that can be changed at any time; sculpting over it stays.
    session().selection.set(itemsOf<Bank>(session().document.project()).front()->id);
    setField("bankHeight", "-0.5");
    EXPECT_NEAR(heightAt({0, -8}) - was, -0.5f, 0.25f);
    // A point is dragged.
    const V2f end = bodyOf<Bank>(session().selection.item())->points.back();
    drag(p, at(p, end), at(p, end + V2f(0.5f, 2)));
    EXPECT_GT(bodyOf<Bank>(session().selection.item())->points.back().y, end.y + 1);
}

TEST_P(WorksInEitherPane, AStreamIsDrawnCutsItsChannelAndIsChanged) {
    Pane& p = pane("stream");
    const std::string before = documentHash();
    const float was = heightAt({0, -8});
    click(p, at(p, {-6, -8}));
    click(p, at(p, {6, -8}));
    p.setFocus();
    key(Qt::Key_Return);
    ASSERT_EQ(itemsOf<Stream>(session().document.project()).size(), 1u);
    EXPECT_LT(heightAt({0, -8}), was - 0.2f);
    const auto& waters = session().document.built()->waters;
    ASSERT_EQ(waters.size(), 1u);
    EXPECT_FALSE(waters[0].surface->empty());
    expectOneStep(before);
    session().selection.set(last()->id);
    setField("streamDepth", "0.6");
    settle();
    EXPECT_NEAR(session().document.built()->waters[0].levelAt({0, -8}) - heightAt({0, -8}), 0.6f, 0.12f);
    const V2f end = bodyOf<Stream>(session().selection.item())->points.back();
    drag(p, at(p, end), at(p, end + V2f(0.5f, 2)));
    EXPECT_GT(bodyOf<Stream>(session().selection.item())->points.back().y, end.y + 1);
}

TEST_P(WorksInEitherPane, ATerraceLevelsTheGroundWithWalls) {
    Pane& p = pane("terrace");
    const std::string before = documentHash();
    for (const V2f& c : {V2f(-4, -10), V2f(4, -10), V2f(4, -5), V2f(-4, -5)}) click(p, at(p, c));
    p.setFocus();
    key(Qt::Key_Return);
    ASSERT_EQ(itemsOf<Terrace>(session().document.project()).size(), 1u);
    EXPECT_NEAR(heightAt({-2, -8}), heightAt({2, -8}), 0.05f);
    ASSERT_FALSE(
        session().document.built()->works.empty() &&
        layTerrace(shapeOf(*bodyOf<Terrace>(last())), groundBefore(session().document.built()->land, last()->id))
                .walls.size() > 0)
        << "its walls stand in the picture";
    expectOneStep(before);
}

TEST_P(WorksInEitherPane, APoolIsDrawnRaisedAndTakenBack) {
    Pane& p = pane("pool");
    const std::string before = documentHash();
    for (const V2f& c : {V2f(-4, -10), V2f(4, -10), V2f(4, -5), V2f(-4, -5)}) click(p, at(p, c));
    p.setFocus();
    key(Qt::Key_Return);
    ASSERT_EQ(itemsOf<Pool>(session().document.project()).size(), 1u);
    settle();
    ASSERT_EQ(session().document.built()->waters.size(), 1u);
    const float level = session().document.built()->waters[0].level;
    EXPECT_NEAR(heightAt({0, -8}), level - 1.4f, 0.01f);
    expectOneStep(before);
    session().selection.set(last()->id);
    setField("poolRaised", "0.5");
    setField("poolDepth", "0.45");
    settle();
    EXPECT_NEAR(session().document.built()->waters[0].level, level + 0.45f, 0.02f);
    EXPECT_NEAR(heightAt({0, -8}), level, 0.03f);
    const V2f corner = bodyOf<Pool>(session().selection.item())->points.front();
    drag(p, at(p, corner), at(p, corner + V2f(-1, -1)));
    EXPECT_LT(bodyOf<Pool>(session().selection.item())->points.front().x, corner.x - 0.5f);
    session().document.undo();
    EXPECT_EQ(bodyOf<Pool>(last())->points.front(), corner);
}

TEST_P(WorksInEitherPane, AWallHoldsTheGroundUpAndBecomesAnotherKind) {
    Pane& p = pane("siteLine");
    const std::string before = documentHash();
    click(p, at(p, {-5, -8}));
    click(p, at(p, {5, -8}));
    p.setFocus();
    key(Qt::Key_Return);
    ASSERT_EQ(itemsOf<SiteLine>(session().document.project()).size(), 1u);
    settle();
    const HeightField& field = session().document.built()->land.field;
    // The clicks lie where pixels do.
    const PlanLine line = lineThrough(pointsOf(*bodyOf<SiteLine>(last())));
    const V2f on = line.place(0.5f * line.length());
    const float up = bodyOf<SiteLine>(last())->leftHigh ? 5.0f : -5.0f;
    const float high = field.at(on, on + V2f(0, up)), low = field.at(on, on - V2f(0, up));
    EXPECT_NEAR(high - low, 0.8f, 0.02f);
    EXPECT_EQ(session().document.built()->works.size(), 1u);
    expectOneStep(before);
    session().selection.set(itemsOf<SiteLine>(session().document.project()).front()->id);
    settle();
    choose("lineSort", static_cast<int>(SiteLineSort::Ditch));
    settle();
    EXPECT_EQ(bodyOf<SiteLine>(last())->sort, SiteLineSort::Ditch);
    EXPECT_TRUE(session().document.built()->works.empty()) << "a ditch has no body";
}

TEST_P(WorksInEitherPane, APathGradesTheGroundAndKeepsPlantsOff) {
    Pane& p = pane("path");
    const std::string before = documentHash();
    click(p, at(p, {-6, -10}));
    click(p, at(p, {0, -7}));
    click(p, at(p, {6, -8}));
    p.setFocus();
    key(Qt::Key_Return);
    ASSERT_EQ(itemsOf<Path>(session().document.project()).size(), 1u);
    const Path path = *bodyOf<Path>(last());
    settle();
    const auto& built = session().document.built();
    const LaidPath laid = layPath(shapeOf(path, built->project), groundBefore(built->land, last()->id));
    EXPECT_LE(laid.steepest, path.steepest * 1.05f);
    for (size_t i = 10; i + 10 < laid.line.points.size(); i += 5)
        EXPECT_NEAR(built->land.field.at(laid.line.points[i]), laid.heights[i], 0.05f);
    expectOneStep(before);
    // Another class is another width.
    session().selection.set(itemsOf<Path>(session().document.project()).front()->id);
    settle();
    choose("pathClass", static_cast<int>(PathClass::Lane));
    EXPECT_FLOAT_EQ(bodyOf<Path>(last())->width, 3.5f);
}

TEST_P(WorksInEitherPane, ACoverIsAddedPaintedAndLaidByARule) {
    Pane& p = pane("cover");
    const auto shareAt = [](const V2f& at) {
        settle();
        const CoverShares shares = session().document.built()->covers.map.at(at);
        float share = 0;
        for (int i = 0; i < shares.count; ++i)
            if (shares.covers[static_cast<size_t>(i)].of > 0) share += shares.covers[static_cast<size_t>(i)].share;
        return share;
    };
    std::string before = documentHash();
    choose("brushCover", 0); // there is none yet: a new one
    ASSERT_EQ(itemsOf<Cover>(session().document.project()).size(), 1u);
    EXPECT_TRUE(bodyOf<Cover>(session().selection.item())) << "it is the one that is painted";
    expectOneStep(before);
    session().selection.set(itemsOf<Cover>(session().document.project()).front()->id);
    settle();
    before = documentHash();
    const V2f on(0, -8);
    drag(p, at(p, on - V2f(3, 0)), at(p, on + V2f(3, 0)));
    EXPECT_GT(shareAt(on), 0.3f);
    EXPECT_EQ(shareAt({20, 20}), 0);
    expectOneStep(before);
    // Another material, and a rule that lays it everywhere but on steep ground.
    session().selection.set(itemsOf<Cover>(session().document.project()).front()->id);
    settle();
    before = documentHash();
    choose("coverSurface", 2);
    EXPECT_EQ(bodyOf<Cover>(session().selection.item())->surface.recipe, kCoverMaterials[2]);
    expectOneStep(before);
    before = documentHash();
    choose("coverRule", 1);
    EXPECT_GT(shareAt({20, 20}), 0.95f);
    expectOneStep(before);
    session().selection.set(itemsOf<Cover>(session().document.project()).front()->id);
    settle();
    setField("coverSlopeFrom", "60");
    EXPECT_LT(shareAt({20, 20}), 0.05f);
    EXPECT_NEAR(bodyOf<Cover>(session().selection.item())->rule->slope.x, radians(60), 1e-4f);
    // With Ctrl the brush wipes off what the rule lays.
    setField("coverSlopeFrom", "0");
    drag(p, at(p, on - V2f(3, 0)), at(p, on + V2f(3, 0)), Qt::ControlModifier);
    EXPECT_LT(shareAt(on), 0.9f);
}

TEST_P(WorksInEitherPane, ADragLaysARampThatFollowsTheHand) {
    Pane& p = pane("sculpt");
    brush("raise");
    setField("radius", "3");
    setField("dabHeight", "0.3");
    for (int i = 0; i < 3; ++i) click(p, at(p, {0, -8}));
    settle();
    brush("ramp");
    setField("radius", "2");
    setField("falloff", "20");
    const V2f from(-4, -8), to(4, -8), stray(3, -5);
    const float start = heightAt(from), end = heightAt(to), top = heightAt({0, -8});
    ASSERT_GT(top, std::max(start, end) + 0.2f);
    const float aside = heightAt({2, -4.4f});
    const std::string before = documentHash();
    press(p, at(p, from));
    moveTo(p, at(p, stray));
    QTest::qWait(200); // it is shown
    moveTo(p, at(p, to));
    release(p, at(p, to));
    for (const float t : {0.25f, 0.5f, 0.75f})
        EXPECT_NEAR(heightAt(from + (to - from) * t), start + t * (end - start), 0.06f) << t;
    EXPECT_NEAR(heightAt({2, -4.4f}), aside, 0.02f) << "where the hand went astray nothing is left of it";
    expectOneStep(before);
}

TEST_P(WorksInEitherPane, WhatComesWhileARampIsDraggedStays) {
    Pane& p = pane("sculpt");
    brush("raise");
    click(p, at(p, {-4, -8}));
    settle();
    brush("ramp");
    press(p, at(p, {-4, -8}));
    moveTo(p, at(p, {2, -8}));
    // As an import does that has just been read.
    session().document.edit("Person", added(session().document.project(), "Person", Figure{{10, 10}, 0}));
    moveTo(p, at(p, {4, -8}));
    release(p, at(p, {4, -8}));
    settle();
    EXPECT_TRUE(find(session().document.project(), std::string("Person")));
    EXPECT_EQ(itemsOf<Sculpting>(session().document.project()).size(), 1u);
}

TEST_P(WorksInEitherPane, ACoverTakesAPictureOfOnesOwnAndLaysItOnce) {
    pane("cover");
    choose("brushCover", 0);
    session().selection.set(itemsOf<Cover>(session().document.project()).front()->id);
    settle();
    const std::filesystem::path file = scratch() / "mosaic.png";
    QImage red(32, 16, QImage::Format_RGB888);
    red.fill(QColor(220, 20, 20));
    ASSERT_TRUE(red.save(QString::fromStdString(file.string())));
    const auto cover = [] { return bodyOf<Cover>(session().selection.item()); };
    whenDialogOpens([&](QDialog& d) { chooseFile(d, file); });
    auto* inspector = window().findChild<Inspector*>();
    auto* box = inspector->findChild<QComboBox*>("addMap");
    ASSERT_TRUE(box);
    Q_EMIT box->activated(box->findText("Colour map"));
    ASSERT_TRUE(waitFor([&] { return cover() && cover()->surface.maps.color; }));
    EXPECT_TRUE(cover()->surface.mixed) << "ground shows no repeat unless asked";
    EXPECT_TRUE(cover()->surface.recipe.empty());
    settle();
    setField("textureWidth", "1.5");
    EXPECT_FLOAT_EQ(cover()->surface.textureSize, 1.5f);
    std::string before = documentHash();
    choose("coverLies", 1);
    ASSERT_TRUE(cover()->patch);
    expectOneStep(before);
    session().selection.set(itemsOf<Cover>(session().document.project()).front()->id);
    settle();
    EXPECT_TRUE(session().document.project().ground->grid.box().intersects(cover()->patch->at)) << "in sight";
    setField("patchEast", "6");
    setField("patchNorth", "-3");
    setField("patchWidth", "5");
    setField("rotation", "90");
    settle();
    EXPECT_EQ(cover()->patch->at, V2f(6, -3));
    EXPECT_NEAR(cover()->patch->turn, radians(90), 1e-4f);
    const auto& map = session().document.built()->covers.map;
    EXPECT_GT(map.at({6, -1.5f}).covers[0].of, 0) << "it lies along north";
    EXPECT_EQ(map.at({8, -3}).covers[0].of, 0);
    before = documentHash();
    choose("coverLies", 0);
    EXPECT_FALSE(cover()->patch);
    expectOneStep(before);
}

INSTANTIATE_TEST_SUITE_P(Panes, WorksInEitherPane, testing::Bool(),
                         [](const auto& i) { return std::string(i.param ? "Plan" : "Shot"); });

TEST(Works, APathAtADoorGoesWithItsHouse) {
    freshSite(true);
    Path path;
    const Id house = itemsOf<Building>(session().document.project()).front()->id;
    const V2f door = xy(bodyOf<Building>(session().document.item(house))->position);
    path.points = {door, door + V2f(0, -20)};
    path.start.building = house;
    Id id;
    session().document.edit("Path", added(session().document.project(), "Path", path, &id));
    settle();
    const Project moved = thallos::moved(session().document.project(), std::vector<Id>{house},
                                         Movement{.by = {3, 2, 0}}, session().document.ground());
    EXPECT_EQ(bodyOf<Path>(find(moved, id))->points.front(), door + V2f(3, 2));
    EXPECT_EQ(bodyOf<Path>(find(moved, id))->points.back(), door + V2f(0, -20));
}

TEST(Works, WhatACoverIsMadeOfIsChangedOnItsPage) {
    freshSite(false);
    verb(Verb::Shape);
    Id id;
    session().document.edit("Cover", added(session().document.project(), "Gravel", Cover(), &id));
    session().selection.set(id);
    settle();
    const auto surface = [&]() -> const Surface& { return bodyOf<Cover>(session().document.item(id))->surface; };
    auto* inspector = window().findChild<Inspector*>();
    // A material of the library, then its colour, gloss and bumps.
    choose("coverSurface", 1);
    EXPECT_EQ(surface().recipe, kCoverMaterials[1]);
    const std::string before = documentHash();
    setField("roughness", "35");
    EXPECT_FLOAT_EQ(surface().roughness, 0.35f);
    expectOneStep(before);
    session().selection.set(id);
    settle();
    setField("textureScale", "150");
    EXPECT_FLOAT_EQ(surface().scale, 1.5f);
    setField("bump", "50");
    EXPECT_FLOAT_EQ(surface().relief, 0.5f);
    EXPECT_FALSE(inspector->findChild<QComboBox*>("weatherSection")) << "ground has no years of its own";
    EXPECT_FALSE(inspector->findChild<QComboBox*>("coverLies")) << "without a picture there is none to lay";
    // With a picture of one's own: relief is made of it, and it is taken away again.
    const auto picture = std::make_shared<const Picture>(
        Picture{2, 2, {20, 20, 20, 255, 200, 200, 200, 255, 90, 90, 90, 255, 60, 60, 60, 255}});
    session().document.editItem("Picture", id, [&](Item& i) { std::get<Cover>(i.body).surface.maps.color = picture; });
    session().selection.set(id);
    settle();
    EXPECT_TRUE(inspector->findChild<QComboBox*>("coverLies"));
    EXPECT_FALSE(inspector->findChild<QComboBox*>("coverSurface")) << "its picture counts";
    auto* relief = inspector->findChild<QPushButton*>("reliefFromColour");
    ASSERT_TRUE(relief);
    relief->click();
    ASSERT_TRUE(waitFor([&] { return surface().maps.height != nullptr; }));
    settle();
    auto* map = inspector->findChild<QComboBox*>("colourMap");
    ASSERT_TRUE(map);
    Q_EMIT map->activated(2);
    EXPECT_EQ(surface().maps.color, nullptr);
}

TEST(Works, ThePlanShowsAPictureInItsMeanColour) {
    freshSite(false);
    choosePlanAsMain(true);
    verb(Verb::Shape);
    Cover mark;
    mark.surface = {.name = "mark", .baseColor = Rgb(1), .textureSize = 1};
    mark.surface.maps.color = std::make_shared<const Picture>(Picture{1, 1, {200, 20, 20, 255}});
    mark.patch = Patch{{4, -6}, 6, 0, 0};
    const auto redness = [](const V2f& at) {
        Pane& plan = window().mainPane();
        const QColor c = plan.grab().toImage().pixelColor(thallos::test::at(plan, at).toPoint());
        return c.red() - c.green();
    };
    session().selection.set({});
    settlePlan();
    const int before = redness({5.3f, -5});
    session().document.edit("Mark", added(session().document.project(), "Mark", mark));
    settle();
    session().selection.set({});
    EXPECT_TRUE(waitFor([&] { return redness({5.3f, -5}) > before + 15; })) << redness({5.3f, -5}) << " " << before;
    EXPECT_LT(redness({5.3f, 3}), before + 8) << "and nothing beside it";
}

TEST(Works, BedsOfWatersAndPuddlesAreChosenOnTheirPages) {
    freshSite(false);
    verb(Verb::Shape);
    Project p =
        added(session().document.project(), "Pond", Water{{0, 0}, session().document.ground()->at({0, 0}) + 0.3f});
    p = added(p, "Brook", Stream{{{-20, 20}, {20, 24}}});
    session().document.edit("Waters", p);
    settle();
    for (const auto& [name, row] : {std::pair("Pond", "waterLevel"), std::pair("Brook", "streamWidth")}) {
        session().selection.set(find(session().document.project(), std::string(name))->id);
        settle();
        ASSERT_TRUE(waitFor([&, row = row] { return window().findChild<QLineEdit*>(row); })) << "its own page";
        const std::string before = documentHash();
        choose("waterBed", 1);
        const Item* item = session().selection.item();
        const WaterLook& look = bodyOf<Water>(item) ? bodyOf<Water>(item)->look : bodyOf<Stream>(item)->look;
        EXPECT_EQ(look.bed.recipe, "River gravel") << name;
        expectOneStep(before);
        // Its colour is asked for in a window of its own.
        const std::string untinted = documentHash();
        QTimer::singleShot(0, &window(), [] {
            auto* dialog = qobject_cast<QColorDialog*>(QApplication::activeModalWidget());
            ASSERT_TRUE(dialog);
            dialog->setCurrentColor(QColor(10, 90, 80));
            dialog->accept();
        });
        window().findChild<QPushButton*>("waterTint")->click();
        const Item* tinted = session().selection.item();
        const Rgb tint = bodyOf<Water>(tinted) ? bodyOf<Water>(tinted)->look.tint : bodyOf<Stream>(tinted)->look.tint;
        EXPECT_LT((tint - fromSrgb(10 / 255.0f, 90 / 255.0f, 80 / 255.0f)).length(), 1e-3f);
        expectOneStep(untinted);
    }
    leaf("pad"); // no brush: the ground's own values show
    session().selection.set({});
    settle();
    const std::string before = documentHash();
    setField("puddles", "40");
    EXPECT_FLOAT_EQ(session().document.project().ground->puddles, 0.4f);
    expectOneStep(before);
}

TEST(Works, BrushesOfEverySortChangeTheGroundAsTheySay) {
    freshSite(false);
    choosePlanAsMain(true);
    verb(Verb::Shape);
    Pane& p = window().mainPane();
    const auto height = [&](const V2f& at) {
        settle();
        return session().document.built()->land.field.at(at);
    };
    const auto stroke = [&](const char* kind, const V2f& from, const V2f& to) {
        brush(kind);
        drag(p, at(p, from), at(p, to));
    };
    const float was = height({0, -8});
    brush("level");
    click(p, at(p, {8, 8}), Qt::ShiftModifier);
    const float picked = height({8, 8});
    for (int i = 0; i < 6; ++i) stroke("level", {-2, -8}, {2, -8});
    EXPECT_LT(std::abs(height({0, -8}) - picked), 0.5f * std::abs(was - picked) + 1e-3f);
    for (int i = 0; i < 8; ++i) stroke("restore", {-2, -8}, {2, -8});
    EXPECT_NEAR(height({0, -8}), was, 0.1f);
    // What is protected stays.
    stroke("protect", {-2, -8}, {2, -8});
    stroke("raise", {-2, -8}, {2, -8});
    EXPECT_NEAR(height({0, -8}), was, 0.1f);
    stroke("release", {-2, -8}, {2, -8});
    stroke("raise", {-2, -8}, {2, -8});
    EXPECT_GT(height({0, -8}), was + 0.1f);
    const std::string before = documentHash();
    stroke("slump", {-2, -8}, {2, -8});
    stroke("roughen", {-2, -8}, {2, -8});
    stroke("ruts", {-6, -14}, {6, -14});
    EXPECT_NE(documentHash(), before);
    while (session().document.history().canUndo() && documentHash() != before) session().document.undo();
    EXPECT_EQ(documentHash(), before);
    settle();
}
