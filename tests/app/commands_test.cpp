// The table of commands, its menus and keys; windows that commands open; what is dropped on the window.
#include <fstream>

#include <QAccessible>
#include <QCheckBox>
#include <QClipboard>
#include <QComboBox>
#include <QDropEvent>
#include <QKeySequenceEdit>
#include <QLabel>
#include <QLineEdit>
#include <QListWidget>
#include <QMenuBar>
#include <QMimeData>
#include <QPushButton>
#include <QSettings>
#include <QTreeWidget>
#include <gtest/gtest.h>

#include "app/lists/history_list.h"
#include "app/widgets/number_field.h"
#include "app/widgets/theme.h"
#include "app/windows/keys_sheet.h"
#include "app/windows/materials_window.h"
#include "app/windows/preferences.h"
#include "core/base/assets.h"
#include "core/exchange/foreign.h"
#include "tests/app/window_driver.h"

using namespace thallos;
using namespace thallos::test;
namespace fs = std::filesystem;

namespace {

void collect(const QMenu* menu, QList<QAction*>& out) {
    for (QAction* a : menu->actions()) a->menu() ? collect(a->menu(), out) : out.append(a);
}

// Two persons, a planting and a group, with both persons chosen and a copy waiting.
void setUp(int variant) {
    freshSite();
    Project p = session().document.project();
    Id anna, ben, carl;
    p = added(p, "Anna", Figure{{-6, -9}, 0}, &anna);
    p = added(p, "Ben", Figure{{0, -12}, 0}, &ben);
    p = added(p, "Carl", Figure{{7, -10}, 0}, &carl);
    p = added(p, "Second", session().view.shot());
    Id group;
    p = grouped(p, "Pair", {anna, ben}, &group);
    session().document.edit("Set up", p);
    settle();
    if (variant == 1)
        session().view.look([] {
            Camera c = session().view.shot().camera;
            c.yaw += 0.1f;
            return c;
        }());
    session().selection.setAll(variant == 2 ? std::vector<Id>{group} : std::vector<Id>{anna, ben, carl});
    session().copySelected();
    window().mainPane().setFocus();
}

// A place of the shot where the house is seen; none when it is not.
QPointF onTheHouse() {
    auto& shot = window().shotPane();
    const QRectF r = shot.pictureRect();
    for (double y = 0.3; y < 0.8; y += 0.02)
        for (double x = 0.2; x < 0.8; x += 0.02) {
            const QPointF p(r.left() + x * r.width(), r.top() + y * r.height());
            if (bodyOf<Building>(session().document.item(shot.pick(p, {}).item))) return p;
        }
    return {};
}

bool drop(const fs::path& file, const QPoint& at) {
    QMimeData data;
    data.setUrls({QUrl::fromLocalFile(QString::fromStdString(file.string()))});
    QDragEnterEvent enter(at, Qt::CopyAction, &data, Qt::LeftButton, Qt::NoModifier);
    QApplication::sendEvent(&window(), &enter);
    if (!enter.isAccepted()) return false;
    QDropEvent event(at, Qt::CopyAction, &data, Qt::LeftButton, Qt::NoModifier);
    QApplication::sendEvent(&window(), &event);
    return true;
}

} // namespace

TEST(Commands, AreAllInTheMenusWithATipAndAKey) {
    freshSite();
    auto* bar = window().findChild<QMenuBar*>("menuBar");
    ASSERT_TRUE(bar);
    QList<QAction*> listed;
    for (QAction* top : bar->actions()) collect(top->menu(), listed);
    QSet<QString> ids;
    EXPECT_GT(window().commands().all().size(), 80u);
    for (const Commands::Entry& e : window().commands().all()) {
        const std::string id = e.command.id.toStdString();
        EXPECT_TRUE(listed.contains(e.action)) << id;
        EXPECT_FALSE(ids.contains(e.command.id)) << id;
        ids += e.command.id;
        EXPECT_FALSE(e.command.text.isEmpty()) << id;
        EXPECT_FALSE(e.command.tip.isEmpty()) << id;
        // These leaves do what commands with keys of their own do.
        const bool twin =
            e.command.id.endsWith(".open") || e.command.id.endsWith(".keep") || e.command.id.endsWith(".species");
        EXPECT_TRUE(twin || !e.action->shortcut().isEmpty()) << id;
    }
}

TEST(Commands, ThePageOfKeysInTheGuideIsTrue) {
    std::ifstream in(fs::path(THALLOS_SOURCE) / "docs/keys.md");
    const std::string page((std::istreambuf_iterator<char>(in)), {});
    EXPECT_EQ(page, KeysSheet::page(window().commands()).toStdString()) << "thallos --keys > docs/keys.md";
}

TEST(Commands, HaveNoKeyTwice) {
    for (const Commands::Entry& e : window().commands().all()) {
        const auto* other = window().commands().conflict(e.command.id, e.action->shortcut());
        EXPECT_FALSE(other) << e.command.id.toStdString() << " and " << other->command.id.toStdString();
        // Nor one that opens a menu.
        for (QAction* top : window().findChild<QMenuBar*>("menuBar")->actions())
            EXPECT_NE(QKeySequence::mnemonic(top->text()), e.action->shortcut()) << e.command.id.toStdString();
    }
}

TEST(Commands, ThatChangeTheDocumentAreOneStepEach) {
    const QStringList apart{"project.quit", "look.fullScreen", "look.apart", "edit.undo", "edit.redo", "project.save"};
    int changing = 0;
    for (int variant = 0; variant < 3; ++variant) {
        setUp(variant);
        const std::string before = documentHash();
        for (const Commands::Entry& e : window().commands().all()) {
            const std::string id = e.command.id.toStdString();
            if (apart.contains(e.command.id) || e.command.text.endsWith("…") || e.command.id.endsWith(".open"))
                continue;
            if (documentHash() != before || session().selection.all().empty()) setUp(variant);
            session().view.setVerb(Verb::Seat);
            window().commands().refresh();
            if (!e.action->isEnabled()) continue;
            const size_t steps = session().document.history().position();
            e.action->trigger();
            if (documentHash() == before) {
                EXPECT_EQ(session().document.history().position(), steps) << id << " is no step";
                continue;
            }
            ++changing;
            EXPECT_EQ(session().document.history().position(), steps + 1) << id;
            session().document.undo();
            EXPECT_EQ(documentHash(), before) << id;
        }
    }
    EXPECT_GT(changing, 25);
    session().view.setNeutral(false);
    session().view.showAll();
    session().hand = {};
}

TEST(Commands, KeysAreChangedKeptAndGivenBack) {
    Commands& c = window().commands();
    c.setKey("look.frame", QKeySequence(Qt::CTRL | Qt::ALT | Qt::Key_Z));
    EXPECT_EQ(QSettings().value("keys/look.frame").toString(), "Ctrl+Alt+Z");
    EXPECT_TRUE(c.conflict("look.swap", QKeySequence(Qt::CTRL | Qt::ALT | Qt::Key_Z)));
    EXPECT_FALSE(c.conflict("look.frame", QKeySequence(Qt::CTRL | Qt::ALT | Qt::Key_Z)));
    c.setKey("look.frame", QKeySequence(Qt::Key_F));
    EXPECT_FALSE(QSettings().contains("keys/look.frame"));
    // Tools of two verbs may share a letter, but not with a command of the window.
    EXPECT_FALSE(c.conflict("tool.1.move", QKeySequence(Qt::Key_U)));
    EXPECT_TRUE(c.conflict("tool.1.move", QKeySequence(Qt::Key_R)));
    EXPECT_TRUE(c.conflict("tool.1.move", QKeySequence(Qt::Key_J)));
}

TEST(Windows, AKeyIsTakenFromAnotherCommandAndASecondOneSet) {
    freshSite();
    whenDialogOpens([](QDialog& d) {
        auto* edit = d.findChild<QKeySequenceEdit*>("key look.frame");
        edit->setKeySequence(QKeySequence(Qt::Key_J));
        Q_EMIT edit->editingFinished();
        auto* take = d.findChild<QPushButton*>("reassignKey");
        EXPECT_FALSE(take->isHidden());
        take->click();
        EXPECT_TRUE(take->isHidden());
        EXPECT_EQ(window().commands().action("look.frame")->shortcut(), QKeySequence(Qt::Key_J));
        EXPECT_TRUE(window().commands().action("tool.measure")->shortcut().isEmpty());
        auto* second = d.findChild<QKeySequenceEdit*>("second key tool.measure");
        ASSERT_TRUE(second);
        second->setKeySequence(QKeySequence(Qt::SHIFT | Qt::Key_J));
        Q_EMIT second->editingFinished();
        d.accept();
    });
    window().mainPane().setFocus();
    key(Qt::Key_Comma, Qt::ControlModifier);
    EXPECT_TRUE(window().commands().action("tool.measure")->shortcuts().contains(QKeySequence(Qt::SHIFT | Qt::Key_J)));
    EXPECT_EQ(QSettings().value("second_keys/tool.measure").toString(), "Shift+J");
    window().commands().resetKeys();
    EXPECT_EQ(window().commands().action("tool.measure")->shortcut(), QKeySequence(Qt::Key_J));
}

TEST(Windows, PreferencesShowAConflictAndKeepTheOldKey) {
    freshSite();
    whenDialogOpens([](QDialog& d) {
        auto* edit = d.findChild<QKeySequenceEdit*>("key look.frame");
        ASSERT_TRUE(edit);
        edit->setKeySequence(QKeySequence(Qt::Key_J));
        Q_EMIT edit->editingFinished();
        EXPECT_NE(d.findChild<QLabel*>("keyConflict")->text().indexOf("Measure"), -1);
        EXPECT_EQ(window().commands().action("look.frame")->shortcut(), QKeySequence(Qt::Key_F));
        d.accept();
    });
    window().mainPane().setFocus();
    key(Qt::Key_Comma, Qt::ControlModifier);
}

TEST(Windows, NightAndFeetActAtOnceAndAreKept) {
    freshSite();
    session().selection.set(find(session().document.project(), std::string("Honey house"))->id);
    whenDialogOpens([](QDialog& d) {
        auto* theme = d.findChild<QComboBox*>("theme");
        theme->setCurrentIndex(1);
        Q_EMIT theme->activated(1);
        auto* units = d.findChild<QComboBox*>("units");
        units->setCurrentIndex(1);
        Q_EMIT units->activated(1);
        d.accept();
    });
    key(Qt::Key_Comma, Qt::ControlModifier);
    EXPECT_EQ(Theme::name(), "night");
    EXPECT_LT(Theme::now().panel.lightness(), 90);
    EXPECT_EQ(field("north").text(), "26'-3\"") << "in feet and inches";
    setField("north", "30");
    EXPECT_NEAR(house()->position.y, 30 * 0.3048f, 1e-3);
    setField("north", "8 m");
    EXPECT_NEAR(house()->position.y, 8, 1e-3) << "any unit can be typed";
    EXPECT_EQ(Preferences::load().theme, "night");
    Preferences().store();
    window().applyPreferences();
    EXPECT_EQ(Theme::name(), "overcast");
    EXPECT_NEAR(field("north").text().toDouble(), 8, 0.01);
}

TEST(Windows, TextCanBeReadInBothLooks) {
    const auto luminance = [](const QColor& c) {
        const auto part = [](double v) { return v <= 0.04045 ? v / 12.92 : std::pow((v + 0.055) / 1.055, 2.4); };
        return 0.2126 * part(c.redF()) + 0.7152 * part(c.greenF()) + 0.0722 * part(c.blueF());
    };
    const auto contrast = [&](const QColor& a, const QColor& b) {
        const double x = luminance(a), y = luminance(b);
        return (std::max(x, y) + 0.05) / (std::min(x, y) + 0.05);
    };
    for (const char* name : {"night", "overcast"}) {
        Theme::load(name);
        const Theme& t = Theme::now();
        for (const QColor& ground : {t.chrome, t.panel, t.field, t.paper, t.tint, t.rowHover}) {
            EXPECT_GE(contrast(t.ink, ground), 4.5) << name;
            EXPECT_GE(contrast(t.second, ground), 4.5) << name << " " << ground.name().toStdString();
        }
        EXPECT_GE(contrast(Qt::white, t.accent), 4.5) << name << ": the button to render";
    }
}

TEST(Windows, TheHistoryGoesToAnyStep) {
    freshSite();
    const std::string start = documentHash();
    for (int i = 0; i < 4; ++i)
        session().document.edit(QString("Step %1").arg(i),
                                added(session().document.project(), "F", Figure{{float(i), 0}, 0}));
    const std::string end = documentHash();
    window().mainPane().setFocus();
    key(Qt::Key_H, Qt::ControlModifier);
    auto* list = window().findChild<HistoryList*>()->findChild<QListWidget*>("historySteps");
    ASSERT_EQ(list->count(), 5);
    EXPECT_EQ(list->item(2)->text(), "Step 1");
    EXPECT_EQ(list->currentRow(), 4);
    list->setCurrentRow(0);
    QTest::keyClick(list, Qt::Key_Return);
    EXPECT_EQ(documentHash(), start);
    EXPECT_EQ(list->count(), 5) << "nothing is lost";
    list->setCurrentRow(4);
    QTest::keyClick(list, Qt::Key_Return);
    EXPECT_EQ(documentHash(), end);
    window().findChild<HistoryList*>()->close();
}

TEST(Windows, TheSheetOfKeysListsAllAndIsSearched) {
    freshSite();
    window().mainPane().setFocus();
    key(Qt::Key_F1, Qt::ControlModifier);
    auto* sheet = window().findChild<KeysSheet*>();
    ASSERT_TRUE(sheet);
    auto* tree = sheet->findChild<QTreeWidget*>();
    int rows = 0;
    for (int i = 0; i < tree->topLevelItemCount(); ++i) rows += tree->topLevelItem(i)->childCount();
    EXPECT_EQ(rows, static_cast<int>(window().commands().all().size() + KeysSheet::gestures().size()));
    sheet->findChild<QLineEdit*>()->setText("middle grey");
    EXPECT_EQ(tree->topLevelItemCount(), 0);
    sheet->findChild<QLineEdit*>()->setText("copy next to the selection");
    ASSERT_EQ(tree->topLevelItemCount(), 1);
    EXPECT_EQ(tree->topLevelItem(0)->child(0)->text(1), "Ctrl+D");
    sheet->close();
}

TEST(Windows, TheCompanionStandsApartAndComesBack) {
    freshSite();
    window().mainPane().setFocus();
    key(Qt::Key_F8);
    EXPECT_NE(window().planPane().window(), &window());
    EXPECT_TRUE(window().planPane().isVisible());
    QWidget* apart = window().planPane().window();
    apart->close();
    EXPECT_EQ(window().planPane().window(), &window());
    EXPECT_TRUE(window().planPane().isVisible());
    window().activateWindow();
}

TEST(Windows, SmallAndLargeScreensHoldAll) {
    freshSite();
    for (const QSize size : {QSize(1366, 768), QSize(1024, 640), QSize(2560, 1440), QSize(3840, 2160)}) {
        window().resize(size);
        QTest::qWait(20);
        EXPECT_EQ(window().size(), size);
        for (const char* name :
             {"shotPane", "planPane", "register", "inspector", "dayBand", "shotStrip", "stem", "leaves"}) {
            const auto* w = window().findChild<QWidget*>(name);
            ASSERT_TRUE(w) << name;
            const QRect r(w->mapTo(&window(), QPoint()), w->size());
            EXPECT_TRUE(window().rect().contains(r)) << name << " at " << size.width();
            EXPECT_GT(r.width(), 30) << name;
        }
    }
    window().resize(1100, 700);
    QTest::qWait(20);
}

TEST(Pictures, AreCopiedAndSavedAsShown) {
    freshSite();
    ASSERT_TRUE(waitFor([] { return window().shotPane().picture().samples >= 1; }));
    window().mainPane().setFocus();
    key(Qt::Key_C, Qt::ControlModifier | Qt::ShiftModifier);
    EXPECT_EQ(QApplication::clipboard()->image().size(), window().shotPane().picture().image.size());
    const fs::path file = scratch() / "shown.png";
    whenDialogOpens([&](QDialog& d) { chooseFile(d, file); });
    key(Qt::Key_P, Qt::ControlModifier | Qt::ShiftModifier);
    EXPECT_EQ(QImage(QString::fromStdString(file.string())).size(), window().shotPane().picture().image.size());
}

TEST(Dropping, AModelStandsWhereItFell) {
    freshSite(false);
    choosePlanAsMain(true);
    Pane& plan = window().mainPane();
    const QPoint spot = plan.mapTo(&window(), at(plan, {12, -9}).toPoint());
    ASSERT_TRUE(drop(assetFolder() / "demo/honey-house.glb", spot));
    acceptImport();
    ASSERT_TRUE(waitFor([] { return !session().jobs.busy(); }, 60000));
    const auto* b = bodyOf<Building>(last());
    ASSERT_TRUE(b);
    EXPECT_NEAR(b->position.x, 12, 0.3f);
    EXPECT_NEAR(b->position.y, -9, 0.3f);
    EXPECT_EQ(session().selection.item(), last());
    settle();
    choosePlanAsMain(false);
}

TEST(Dropping, AProjectIsOpenedAndHeightsLieOnTheGround) {
    freshSite();
    const fs::path file = scratch() / "dropped.thallos", heights = scratch() / "heights.asc";
    session().files.saveAs(file);
    const std::string saved = documentHash();
    freshSite(false);
    ASSERT_TRUE(drop(file, QPoint(400, 300)));
    settle();
    EXPECT_EQ(documentHash(), saved);
    std::ofstream(heights) << "ncols 3\nnrows 3\nxllcorner 0\nyllcorner 0\ncellsize 50\n5 5 5\n5 7 5\n5 5 5\n";
    ASSERT_TRUE(drop(heights, QPoint(400, 300)));
    acceptImport("importTerrain");
    ASSERT_TRUE(waitFor([&] { return !session().jobs.busy() && documentHash() != saved; }));
    settle();
    EXPECT_NEAR(session().document.built()->land.natural.at({0, 0}), 7, 0.2f);
    const std::string laid = documentHash();
    EXPECT_NE(laid, saved);
    session().document.undo();
    EXPECT_EQ(documentHash(), saved);
    settle();
}

TEST(Dropping, APictureLiesOnThePartItFellOnAndIsSaved) {
    freshSite();
    QImage red(8, 8, QImage::Format_RGB32);
    red.fill(Qt::red);
    const fs::path file = scratch() / "red.png", project = scratch() / "red.thallos";
    red.save(QString::fromStdString(file.string()));
    auto& shot = window().shotPane();
    const QPointF spot = onTheHouse();
    ASSERT_FALSE(spot.isNull());
    const std::string before = documentHash();
    ASSERT_TRUE(drop(file, shot.mapTo(&window(), spot.toPoint())));
    const auto laid = [] {
        const auto& all = house()->surfaces;
        return std::count_if(all.begin(), all.end(),
                             [](const Surface& s) { return s.maps.color && s.maps.color->width == 8; });
    };
    EXPECT_TRUE(waitFor([&] { return laid() >= 1; }));
    expectOneStep(before);
    session().files.saveAs(project);
    const std::string saved = documentHash();
    freshSite(false);
    window().files().open(project);
    settle();
    EXPECT_EQ(documentHash(), saved);
    EXPECT_GE(laid(), 1);
    // On nothing it lies nowhere, and that is told.
    ASSERT_TRUE(drop(file, QPoint(20, 300)));
    EXPECT_NE(message().indexOf("red.png"), -1);
}

TEST(Materials, AreFoundAndLaidFromTheirWindow) {
    freshSite();
    session().selection.set(itemsOf<Building>(session().document.project()).front()->id);
    key(Qt::Key_M, Qt::ControlModifier);
    auto* materials = window().findChild<MaterialsWindow*>();
    ASSERT_TRUE(materials && materials->isVisible());
    auto* list = materials->findChild<QListWidget*>("materialList");
    ASSERT_GE(list->count(), 48);
    for (int i = 0; i < list->count(); ++i) EXPECT_FALSE(list->item(i)->icon().isNull()) << i;
    auto* find = materials->findChild<QLineEdit*>("findMaterial");
    QTest::keyClicks(find, "slate roof");
    int left = 0;
    for (int i = 0; i < list->count(); ++i) left += !list->item(i)->isHidden();
    EXPECT_EQ(left, 1);
    const std::string before = documentHash();
    QTest::keyClick(find, Qt::Key_Return);
    EXPECT_EQ(house()->surfaces.front().recipe, "Slate roof");
    EXPECT_LT(luminance(house()->surfaces.front().baseColor), 0.2f);
    expectOneStep(before);
    materials->findChild<QComboBox*>("materialFamily")->setCurrentText("brick");
    find->clear();
    left = 0;
    for (int i = 0; i < list->count(); ++i) left += !list->item(i)->isHidden();
    EXPECT_EQ(left, 5);
    // Without a building that is told.
    session().selection.set({});
    QTest::keyClick(find, Qt::Key_Return);
    EXPECT_NE(message().indexOf("building"), -1);
    materials->close();
    settle();
}

TEST(Materials, AreDraggedOntoParts) {
    freshSite();
    auto& shot = window().shotPane();
    const QPointF spot = onTheHouse();
    ASSERT_FALSE(spot.isNull());
    QMimeData data;
    data.setData(kMaterialMime, "Rubble, random");
    const QPoint to = shot.mapTo(&window(), spot.toPoint());
    QDragEnterEvent enter(to, Qt::CopyAction, &data, Qt::LeftButton, Qt::NoModifier);
    QApplication::sendEvent(&window(), &enter);
    EXPECT_TRUE(enter.isAccepted());
    QDropEvent fall(to, Qt::CopyAction, &data, Qt::LeftButton, Qt::NoModifier);
    QApplication::sendEvent(&window(), &fall);
    const auto& all = house()->surfaces;
    EXPECT_TRUE(std::any_of(all.begin(), all.end(), [](const Surface& s) { return s.recipe == "Rubble, random"; }));
    EXPECT_NE(message().indexOf("Rubble, random"), -1);
    settle();
}

TEST(Dropping, OtherFilesAreOneSentence) {
    freshSite();
    const fs::path file = scratch() / "notes.txt";
    std::ofstream(file) << "hello";
    const std::string before = documentHash();
    ASSERT_TRUE(drop(file, QPoint(400, 300)));
    EXPECT_NE(message().indexOf("notes.txt"), -1);
    EXPECT_EQ(documentHash(), before);
}

TEST(Values, OfSeveralAreShownAsMixedAndSetAlike) {
    freshSite();
    Project p = session().document.project();
    Building other = *house();
    other.position.x = 20;
    other.yaw = 0.5f;
    p = added(p, "Barn", other);
    session().document.edit("Set up", p);
    settle();
    std::vector<Id> ids;
    for (const Item* i : itemsOf<Building>(session().document.project())) ids.push_back(i->id);
    session().selection.setAll(ids);
    QTest::qWait(1);
    EXPECT_TRUE(field("east").text().isEmpty());
    EXPECT_EQ(field("east").placeholderText(), "mixed");
    EXPECT_FALSE(field("north").text().isEmpty()) << "alike";
    const std::string before = documentHash();
    setField("east", "5");
    for (const Item* i : itemsOf<Building>(session().document.project()))
        EXPECT_FLOAT_EQ(bodyOf<Building>(i)->position.x, 5);
    EXPECT_EQ(field("east").text(), "5");
    expectOneStep(before);
}

TEST(Values, GoBackToTheUsualByOneGesture) {
    freshSite();
    verb(Verb::Light);
    setField("visibility", "9");
    EXPECT_EQ(session().view.shot().daylight.visibility, 9000);
    QLineEdit& f = field("visibility");
    f.setFocus();
    QTest::keyClick(&f, Qt::Key_Backspace, Qt::AltModifier);
    EXPECT_NE(session().view.shot().daylight.visibility, 9000);
    EXPECT_NE(f.toolTip().indexOf("Range"), -1) << "its range is told";
}

TEST(Accessibility, PaintedListsTellTheirEntries) {
    freshSite();
    verb(Verb::Seat);
    session().selection.set(find(session().document.project(), std::string("Honey house"))->id);
    QAccessibleInterface* of = QAccessible::queryAccessibleInterface(&items());
    ASSERT_TRUE(of);
    EXPECT_EQ(of->role(), QAccessible::Tree);
    int rows = 0;
    for (int i = 0; i < of->childCount(); ++i) {
        QAccessibleInterface* cell = of->child(i);
        if (!cell || !cell->text(QAccessible::Name).startsWith("Honey house, building")) continue;
        ++rows;
        EXPECT_TRUE(cell->state().selected);
    }
    EXPECT_EQ(rows, 1);
    for (const char* name : {"stem", "leaves", "shotStrip"}) {
        QAccessibleInterface* i = QAccessible::queryAccessibleInterface(window().findChild<QWidget*>(name));
        ASSERT_TRUE(i) << name;
        ASSERT_GT(i->childCount(), 0) << name;
        EXPECT_FALSE(i->child(0)->text(QAccessible::Name).isEmpty()) << name;
        EXPECT_FALSE(i->child(0)->rect().isEmpty()) << name;
    }
}

TEST(Accessibility, EveryControlHasANameAndATip) {
    freshSite();
    session().selection.set(find(session().document.project(), std::string("Honey house"))->id);
    for (int v = 0; v < kVerbs; ++v) {
        session().view.setVerb(static_cast<Verb>(v));
        QTest::qWait(1);
        for (QWidget* w : window().findChildren<QWidget*>()) {
            if (!w->isVisible() || w->focusPolicy() == Qt::NoFocus || w->inherits("QMenuBar") || w->inherits("QMenu"))
                continue;
            if (w->inherits("QCalendarWidget") || w->parentWidget()->inherits("QAbstractSpinBox")) continue;
            QAccessibleInterface* i = QAccessible::queryAccessibleInterface(w);
            ASSERT_TRUE(i);
            EXPECT_FALSE(i->text(QAccessible::Name).isEmpty())
                << w->metaObject()->className() << " " << w->objectName().toStdString();
        }
    }
}

TEST(Copying, ASinglePlantJoinsItsPlanting) {
    freshSite(false);
    session().document.edit("Set up", added(session().document.project(), "Trees",
                                            Specimens{{{"Apple", {-8, 0}, 0, 1, 0}, {"Apple", {8, 0}, 0, 1.3f, 1}}}));
    settle();
    const Id trees = find(session().document.project(), std::string("Trees"))->id;
    session().selection.setSpecimen(trees, 1);
    const std::string before = documentHash();
    window().mainPane().setFocus();
    key(Qt::Key_D, Qt::ControlModifier);
    const auto& plants = bodyOf<Specimens>(session().document.item(trees))->specimens;
    ASSERT_EQ(plants.size(), 3u);
    EXPECT_FLOAT_EQ(plants[2].scale, 1.3f);
    EXPECT_GT(plants[2].at.x, 8);
    EXPECT_EQ(session().selection.specimen(), 2);
    expectOneStep(before);
}
