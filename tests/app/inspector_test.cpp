// Every value of the inspector: by key, by wheel, by slider, by typing; each one step of undo.
#include <cmath>

#include <map>

#include <QApplication>
#include <QComboBox>
#include <QDateEdit>
#include <QLineEdit>
#include <QWheelEvent>
#include <gtest/gtest.h>

#include "app/inspector/inspector.h"
#include "app/widgets/number_field.h"
#include "tests/app/window_driver.h"

using namespace thallos;
using namespace thallos::test;
namespace fs = std::filesystem;

namespace {

// A site with one of everything, and the item of the given name chosen in its verb.
void show(Verb v, const char* item) {
    freshSite();
    Project p = session().document.project();
    const Item* house = find(p, "Honey house");
    p = added(p, "Pad", BuildingPad{house->id});
    p = added(p, "Pond", Water{{-20, -20}, session().document.built()->land.field.at({-20, -20}) + 0.2f});
    Drift d;
    d.areas = {{{-10, -30}, {10, -30}, {10, -18}, {-10, -18}}};
    d.mix = {{"Fescue", 0.7f}, {"Knapweed", 0.3f}};
    d.density = 2;
    d.patchiness = 0.2f;
    p = added(p, "Meadow", d);
    p = added(p, "Person", Figure{{2, -3}, 0.5f});
    session().document.edit("Set up", p);
    settle();
    verb(v);
    if (*item) session().selection.set(find(session().document.project(), std::string(item))->id);
    QTest::qWait(1);
}

std::vector<ValueRow*> rows() {
    std::vector<ValueRow*> out;
    for (ValueRow* r : window().findChild<Inspector*>()->findChildren<ValueRow*>())
        if (r->isVisibleTo(&window())) out.push_back(r);
    return out;
}

struct Shelf {
    const char* name;
    Verb verb;
    const char* item;
    size_t fields; // at least
};

} // namespace

class Fields : public testing::TestWithParam<Shelf> {};

TEST_P(Fields, EachIsSteppedByKeysAndUndone) {
    const Shelf& place = GetParam();
    show(place.verb, place.item);
    std::vector<QString> names;
    for (ValueRow* r : rows()) names.push_back(r->field()->objectName());
    ASSERT_GE(names.size(), place.fields);
    for (const QString& name : names) {
        const std::string before = documentHash();
        QLineEdit& f = field(name);
        const QString text = f.text();
        f.setFocus();
        // Whichever way there is room.
        key(Qt::Key_Up);
        if (documentHash() == before) key(Qt::Key_Down);
        EXPECT_NE(documentHash(), before) << name.toStdString() << " does nothing";
        window().mainPane().setFocus();
        for (int i = 0; i < 3 && documentHash() != before; ++i) key(Qt::Key_Z, Qt::ControlModifier);
        EXPECT_EQ(documentHash(), before) << name.toStdString();
        EXPECT_EQ(field(name).text(), text) << name.toStdString() << " shows the value again";
    }
}

TEST_P(Fields, NonsenseIsRefusedEverywhere) {
    const Shelf& place = GetParam();
    show(place.verb, place.item);
    const std::string before = documentHash();
    std::vector<QString> names;
    for (ValueRow* r : rows()) names.push_back(r->field()->objectName());
    for (const QString& name : names) {
        setField(name, "much");
        EXPECT_TRUE(field(name).property("wrong").toBool()) << name.toStdString();
        setField(name, "1e30 * 1000000000000000000000000000000000000000");
        EXPECT_TRUE(field(name).property("wrong").toBool()) << name.toStdString();
        key(Qt::Key_Escape);
        EXPECT_FALSE(field(name).property("wrong").toBool()) << name.toStdString() << ": Escape takes it back";
    }
    EXPECT_EQ(documentHash(), before);
}

TEST_P(Fields, EachTellsWhatItDoes) {
    show(GetParam().verb, GetParam().item);
    for (ValueRow* r : rows()) {
        EXPECT_GT(r->toolTip().size(), 8) << r->field()->objectName().toStdString();
        EXPECT_FALSE(r->field()->accessibleName().isEmpty());
    }
}

INSTANTIATE_TEST_SUITE_P(Verbs, Fields,
                         testing::Values(Shelf{"Building", Verb::Seat, "Honey house", 6},
                                         Shelf{"Figure", Verb::Seat, "Person", 1}, Shelf{"Pad", Verb::Shape, "Pad", 4},
                                         Shelf{"Water", Verb::Shape, "Pond", 3},
                                         Shelf{"Drift", Verb::Plant, "Meadow", 8}, Shelf{"Light", Verb::Light, "", 4},
                                         Shelf{"Frame", Verb::Frame, "", 8}, Shelf{"Finish", Verb::Finish, "", 7}),
                         [](const auto& i) { return i.param.name; });

TEST(Slider, OneDragIsOneStep) {
    show(Verb::Plant, "Meadow");
    const std::string before = documentHash();
    ValueRow* row = nullptr;
    for (ValueRow* r : rows())
        if (r->field()->objectName() == "density") row = r;
    ASSERT_TRUE(row);
    const size_t steps = session().document.history().position();
    drag(*row, QPointF(150, 14), QPointF(176, 14));
    EXPECT_NE(documentHash(), before);
    EXPECT_EQ(session().document.history().position(), steps + 1);
    settle();
    window().mainPane().setFocus();
    key(Qt::Key_Z, Qt::ControlModifier);
    EXPECT_EQ(documentHash(), before);
}

TEST(Slider, ADoubleClickOnTheLabelResetsToTheDefault) {
    show(Verb::Finish, "");
    setField("contrast", "140");
    ValueRow* row = nullptr;
    for (ValueRow* r : rows())
        if (r->field()->objectName() == "contrast") row = r;
    ASSERT_TRUE(row);
    doubleClick(*row, QPointF(150, 14));
    EXPECT_NE(session().view.shot().finish.contrast, 1) << "on the slider it is two clicks";
    doubleClick(*row, QPointF(40, 14));
    EXPECT_FLOAT_EQ(session().view.shot().finish.contrast, 1);
}

TEST(Field, TheWheelStepsTheFieldThatHasTheFocus) {
    show(Verb::Finish, "");
    QLineEdit& f = field("saturation");
    f.setFocus();
    const float before = session().view.shot().finish.saturation;
    QWheelEvent wheel(f.rect().center(), f.mapToGlobal(f.rect().center()), QPoint(), QPoint(0, 120), Qt::NoButton,
                      Qt::NoModifier, Qt::NoScrollPhase, false);
    QApplication::sendEvent(&f, &wheel);
    EXPECT_GT(session().view.shot().finish.saturation, before);
}

TEST(Choice, MaterialsAspectAndExposure) {
    show(Verb::Seat, "Honey house");
    auto pick = [&](const QString& name, int steps) {
        auto* box = window().findChild<Inspector*>()->findChild<QComboBox*>(name);
        ASSERT_TRUE(box) << name.toStdString();
        box->setFocus();
        for (int i = 0; i < steps; ++i) QTest::keyClick(box, Qt::Key_Down);
        Q_EMIT box->activated(box->currentIndex());
    };
    std::string before = documentHash();
    pick("libraryMaterial", 3);
    EXPECT_NE(documentHash(), before);
    verb(Verb::Frame);
    before = documentHash();
    pick("aspect", 5);
    EXPECT_NEAR(session().view.shot().camera.aspect, 0.8f, 1e-3);
    EXPECT_LT(session().view.shot().size.x, session().view.shot().size.y);
    pick("metering", 1);
    EXPECT_FALSE(session().view.shot().metered);
    settle();
}

TEST(Choice, TheDateMovesTheSun) {
    show(Verb::Light, "");
    auto* date = window().findChild<Inspector*>()->findChild<QDateEdit*>();
    ASSERT_TRUE(date);
    const std::string before = documentHash();
    date->setFocus();
    QTest::keyClick(date, Qt::Key_Up); // the day, the first section
    EXPECT_NE(documentHash(), before);
    EXPECT_EQ(session().view.shot().daylight.time.day, 22);
}

TEST(PlanPane, ZoomsAtThePointerAndPans) {
    freshSite();
    choosePlanAsMain(true);
    auto& plan = window().planPane();
    const QPointF spot = at(plan, {5, 5});
    const double scale = plan.pixelsPerMetre();
    const QPoint c = plan.mapTo(&window(), spot.toPoint());
    QWheelEvent wheel(c, window().mapToGlobal(c), QPoint(), QPoint(0, 240), Qt::NoButton, Qt::NoModifier,
                      Qt::NoScrollPhase, false);
    QApplication::sendEvent(window().windowHandle(), &wheel);
    EXPECT_GT(plan.pixelsPerMetre(), scale * 1.2);
    EXPECT_LT(QLineF(at(plan, {5, 5}), spot).length(), 2) << "what was under the pointer still is";
    const QPointF before = at(plan, {0, 0});
    drag(plan, spot, spot + QPointF(40, -25), Qt::NoModifier, Qt::RightButton);
    EXPECT_NEAR(at(plan, {0, 0}).x(), before.x() + 40, 2);
    plan.setFocus();
    key(Qt::Key_Right);
    EXPECT_LT(at(plan, {0, 0}).x(), before.x() + 20);
}

TEST(MaterialRows, FollowWhatTheMaterialIs) {
    show(Verb::Seat, "Honey house");
    auto* inspector = window().findChild<Inspector*>();
    const auto surface = [&]() -> const Surface& { return house()->surfaces[session().selection.material()]; };
    const auto pick = [&](const char* name, int index) {
        QCoreApplication::processEvents();
        auto* box = inspector->findChild<QComboBox*>(name);
        ASSERT_TRUE(box) << name;
        box->setCurrentIndex(index);
        Q_EMIT box->activated(index);
        QCoreApplication::processEvents();
    };
    pick("libraryMaterial", 0);
    const std::string before = documentHash();
    pick("surfaceType", 3); // a body of glass
    EXPECT_TRUE(surface().solid);
    EXPECT_FLOAT_EQ(surface().transmission, 1);
    expectOneStep(before);
    session().document.editItem("Tint", session().selection.last(), [&](Item& i) {
        std::get<Building>(i.body).surfaces[session().selection.material()].baseColor = Rgb(0.5f, 0.8f, 0.6f);
    });
    setField("attenuation", "20 mm");
    EXPECT_NEAR(std::exp(-surface().absorption.x * 0.02f), 0.5f, 1e-3f);
    EXPECT_NEAR(std::exp(-surface().absorption.y * 0.02f), 0.8f, 1e-3f);
    setField("attenuation", "100");
    EXPECT_EQ(surface().absorption, Rgb(0)) << "clear";
    const std::string glass = documentHash();
    pick("surfaceType", 2);
    pick("surfaceType", 1);
    session().document.undo();
    session().document.undo();
    EXPECT_EQ(documentHash(), glass) << "each choice is a step of its own";
    pick("surfaceType", 1);
    EXPECT_FLOAT_EQ(surface().metalness, 1);
    EXPECT_FLOAT_EQ(surface().transmission, 0);
    setField("clearCoat", "60");
    EXPECT_FLOAT_EQ(surface().coat, 0.6f);
    pick("surfaceType", 4);
    setField("translucency", "25");
    EXPECT_FLOAT_EQ(surface().translucency, 0.25f);
    setField("emission", "3000");
    EXPECT_NEAR(luminance(surface().emission), 3000, 1);
    setField("lampGroup", "3");
    EXPECT_EQ(surface().lampGroup, 2);
}

TEST(MaterialRows, PicturesBySlot) {
    show(Verb::Seat, "Honey house");
    auto* inspector = window().findChild<Inspector*>();
    const fs::path file = scratch() / "anything.png";
    QImage grey(8, 4, QImage::Format_RGB888);
    grey.fill(QColor(40, 40, 40));
    ASSERT_TRUE(grey.save(QString::fromStdString(file.string())));
    whenDialogOpens([&](QDialog& d) { chooseFile(d, file); });
    QCoreApplication::processEvents();
    EXPECT_FALSE(inspector->findChild<QComboBox*>("roughnessMap")) << "a row for each map that there is";
    auto* box = inspector->findChild<QComboBox*>("addMap");
    ASSERT_TRUE(box);
    Q_EMIT box->activated(box->findText("Roughness map"));
    const auto surface = [&]() -> const Surface& { return house()->surfaces[session().selection.material()]; };
    ASSERT_TRUE(waitFor([&] { return surface().maps.roughness != nullptr; }));
    EXPECT_EQ(surface().maps.roughness->width, 8) << "the slot tells, not the name";
    EXPECT_EQ(surface().maps.color, nullptr);
    setField("textureWidth", "2.5");
    EXPECT_FLOAT_EQ(surface().textureSize, 2.5f);
    QCoreApplication::processEvents();
    box = inspector->findChild<QComboBox*>("roughnessMap");
    EXPECT_EQ(box->itemText(0), "8 × 4");
    Q_EMIT inspector->findChild<QComboBox*>("tiling")->activated(1);
    EXPECT_TRUE(surface().mixed);
    QCoreApplication::processEvents();
    box = inspector->findChild<QComboBox*>("roughnessMap");
    Q_EMIT box->activated(2);
    EXPECT_EQ(surface().maps.roughness, nullptr);
}

TEST(MaterialRows, AClickOnAPartShowsItsMaterial) {
    show(Verb::Seat, "");
    choosePlanAsMain(false);
    ShotPane& shot = window().shotPane();
    const QRectF r = shot.pictureRect();
    // Two places of the house of different materials.
    std::map<int, QPointF> places;
    for (double y = 0.1; y < 0.9; y += 0.05)
        for (double x = 0.1; x < 0.9; x += 0.05) {
            // Whole pixels, as the pointer has them: parts are thin.
            const QPointF p(QPointF(r.left() + x * r.width(), r.top() + y * r.height()).toPoint());
            const PanePoint point = shot.pick(p, {});
            if (point.item == find(session().document.project(), std::string("Honey house"))->id && point.material >= 0)
                places.emplace(point.material, p);
        }
    ASSERT_GE(places.size(), 2u);
    for (const auto& [material, p] : places) {
        click(shot, p);
        EXPECT_EQ(session().selection.material(), material);
    }
}
