// A newcomer's first hour, with keyboard and mouse alone: from the start page to a finished picture. Every action is
// written down; there may be sixty. With THALLOS_PICTURES set to a folder, a picture of the window is kept after each
// step, and the list of actions.
#include <cstdlib>
#include <fstream>

#include <QAbstractItemView>
#include <QApplication>
#include <QComboBox>
#include <QDir>
#include <QFileInfo>
#include <QImageReader>
#include <QListWidget>
#include <QPainter>
#include <QPushButton>
#include <gtest/gtest.h>

#include "app/shell/day_band.h"
#include "app/shell/start_page.h"
#include "app/windows/import_dialog.h"
#include "app/windows/species_window.h"
#include "core/base/assets.h"
#include "tests/app/window_driver.h"

using namespace thallos;
using namespace thallos::test;

namespace {

// Does one thing after the other as a hand does, and counts.
class Hand {
public:
    int actions() const { return static_cast<int>(list_.size()); }
    void clicks(QWidget& w, const char* what) { clicks(w, QPointF(w.rect().center()), what); }
    void clicks(QWidget& w, const QPointF& where, const char* what) {
        did("click", what);
        click(w, where);
    }
    void drags(QWidget& w, const QPointF& from, const QPointF& to, const char* what) {
        did("drag", what);
        drag(w, from, to);
    }
    void presses(Qt::Key k, const char* what, Qt::KeyboardModifiers modifiers = Qt::NoModifier) {
        did("press", what);
        key(k, modifiers);
    }
    void types(const QString& text) {
        did("type", text.toUtf8().constData());
        type(text);
    }
    // Opens a list of choices and takes one, by its keys.
    void chooses(const char* box, int index, const char* what) {
        auto* b = window().findChild<QComboBox*>(box);
        ASSERT_TRUE(b);
        clicks(*b, what);
        ASSERT_TRUE(waitFor([&] { return b->view()->isVisible(); }));
        did("choose", b->itemText(index).toUtf8().constData());
        QTest::keyClick(b->view(), Qt::Key_Home);
        for (int k = 0; k < index; ++k) QTest::keyClick(b->view(), Qt::Key_Down);
        QTest::keyClick(b->view(), Qt::Key_Return);
        ASSERT_TRUE(waitFor([&] { return !b->view()->isVisible(); }));
    }
    // A dialog that is waited for answers by `act`, and is gone afterwards.
    void inDialog(const std::function<void(QDialog&)>& act) { whenDialogOpens(act); }
    void shows(const char* step) const {
        const char* folder = std::getenv("THALLOS_PICTURES");
        if (!folder) return;
        settle();
        (void)waitFor([] { return window().shotPane().picture().samples >= 4; }, 60000);
        QTest::qWait(400);
        QWidget* top = QApplication::activeModalWidget() ? QApplication::activeModalWidget() : &window();
        if (auto* dialog = window().findChild<ImportDialog*>(); dialog && dialog->isVisible()) {
            (void)waitFor([&] { return dialog->picture()->samples() >= 16; }, 60000);
            top = dialog;
        }
        top->grab().save(QString("%1/%2.png").arg(folder, step));
        std::ofstream(std::string(folder) + "/actions.txt") << list_.join('\n').toStdString() << '\n';
    }
    std::string list() const { return list_.join('\n').toStdString(); }

private:
    void did(const char* how, const char* what) {
        list_ << QString("%1 %2: %3").arg(list_.size() + 1).arg(QString::fromUtf8(how), QString::fromUtf8(what));
    }
    QStringList list_;
};

// Types a path and goes on typing Enter until the dialog has taken it.
void typesFile(Hand& hand, QDialog& dialog, const std::filesystem::path& file) {
    auto* edit = dialog.findChild<QLineEdit*>("fileNameEdit");
    ASSERT_TRUE(edit);
    ASSERT_TRUE(waitFor([&] { return edit->hasFocus(); }));
    QTest::qWait(300); // the folder is read aside
    hand.types(QString::fromStdString(file.string()));
    hand.presses(Qt::Key_Return, "Enter");
    for (int k = 0; k < 20 && dialog.isVisible(); ++k) {
        QTest::qWait(150);
        if (dialog.isVisible()) key(Qt::Key_Return); // the first one took a name from the list below the field
    }
}

void plants(Hand& hand, const char* species, const std::vector<V2f>& places) {
    hand.presses(Qt::Key_B, "Ctrl+B, the plant library", Qt::ControlModifier);
    SpeciesWindow* library = nullptr;
    ASSERT_TRUE(waitFor([&] {
        library = window().findChild<SpeciesWindow*>();
        return library && library->isVisible();
    }));
    auto* find = library->findChild<QLineEdit*>("findSpecies");
    hand.clicks(*find, "the field to find a species");
    QTest::keyClick(find, Qt::Key_A, Qt::ControlModifier);
    find->setFocus();
    hand.types(species);
    QTest::keyClick(find, Qt::Key_Return);
    QTest::keyClick(library, Qt::Key_Escape);
    ASSERT_TRUE(waitFor([&] { return !library->isVisible(); }));
    for (const V2f& p : places) hand.clicks(window().mainPane(), at(window().mainPane(), p), species);
}

// All steps on one sheet, three to a row.
void saveSheet(const QString& folder) {
    QStringList names;
    for (int k = 1; k <= 9; ++k) names << QDir(folder).entryList({QString("%1-*.png").arg(k)});
    const QSize field(640, 400);
    QImage sheet(3 * (field.width() + 12), 3 * (field.height() + 12), QImage::Format_RGB32);
    sheet.fill(QColor(0xEC, 0xEE, 0xEC));
    QPainter p(&sheet);
    for (int k = 0; k < names.size(); ++k) {
        const QImage step =
            QImage(folder + "/" + names[k]).scaled(field, Qt::KeepAspectRatio, Qt::SmoothTransformation);
        const QPoint corner(6 + k % 3 * (field.width() + 12), 6 + k / 3 * (field.height() + 12));
        p.drawImage(corner + QPoint(field.width() - step.width(), field.height() - step.height()) / 2, step);
    }
    p.end();
    sheet.save(folder + "/first.png");
}

int planted(const char* species) {
    int n = 0;
    for (const Item* item : itemsOf<Specimens>(session().document.project()))
        for (const Specimen& s : bodyOf<Specimens>(item)->specimens) n += s.species == species;
    return n;
}

} // namespace

TEST(Newcomer, ComesFromTheStartPageToAFinishedPictureInSixtyActions) {
    Hand hand;
    const bool shown = std::getenv("THALLOS_PICTURES"); // a name that may be seen
    const std::filesystem::path picture = shown ? std::filesystem::path("honey-house.png") : scratch() / "first.png";
    window().resize(1280, 800);
    session().files.create(newProject({100, 100}, 0.5f, "Empty"));
    settle();
    window().showStart();
    auto* page = window().findChild<StartPage*>();
    ASSERT_TRUE(page && page->isVisible());
    hand.shows("1-start");

    // A building, and a project around it.
    hand.inDialog([&](QDialog& d) { typesFile(hand, d, assetFolder() / "demo/honey-house.glb"); });
    hand.clicks(*page->findChild<QPushButton*>("startBuilding"), "New from a building file");
    ImportDialog* import = nullptr;
    ASSERT_TRUE(waitFor(
        [&] {
            import = window().findChild<ImportDialog*>();
            return import && import->isVisible() && import->model();
        },
        60000));
    hand.shows("2-import");
    hand.clicks(*import->findChild<QPushButton*>("importModel"), "Create project");
    ASSERT_TRUE(waitFor([] { return itemsOf<Building>(session().document.project()).size() == 1; }));
    settle();

    // It stands on a pad.
    hand.presses(Qt::Key_2, "2, Shape");
    hand.presses(Qt::Key_G, "G, Pad");
    Pane& plan = window().planPane();
    ASSERT_EQ(&window().mainPane(), &plan);
    hand.clicks(plan, at(plan, {0, 0}), "the building in the plan");
    EXPECT_EQ(itemsOf<BuildingPad>(session().document.project()).size(), 1u);
    hand.shows("3-pad");

    // A lawn before it.
    hand.presses(Qt::Key_3, "3, Plant");
    hand.presses(Qt::Key_Tab, "Tab, the plan");
    hand.presses(Qt::Key_R, "R, Drift");
    hand.presses(Qt::Key_Escape, "Esc, nothing selected");
    QCoreApplication::processEvents();
    hand.chooses("nextPlanting", 0, "Planting");
    for (const V2f& p : {V2f(-22, -24), V2f(20, -26), V2f(22, -9), V2f(-20, -9)})
        hand.clicks(plan, at(plan, p), "a corner of the lawn");
    hand.presses(Qt::Key_Return, "Enter, closed");
    settle();
    ASSERT_EQ(itemsOf<Drift>(session().document.project()).size(), 1u);
    EXPECT_EQ(itemsOf<Drift>(session().document.project()).front()->name, "Lawn");
    EXPECT_GT(session().document.built()->plantCount(), 3000);
    hand.shows("4-lawn");

    // Ten trees and a hedge, one by one.
    hand.presses(Qt::Key_P, "P, Specimen");
    plants(hand, "Birch",
           {{-24, 14}, {-18, 20}, {-10, 24}, {-2, 21}, {8, 24}, {16, 20}, {23, 15}, {27, 4}, {-28, 4}, {-31, -8}});
    plants(hand, "Box hedge", {{-19, -26}, {-17.6f, -26}, {-16.2f, -26}, {-14.8f, -26}, {-13.4f, -26}, {-12, -26}});
    EXPECT_EQ(planted("Birch"), 10);
    EXPECT_EQ(planted("Box hedge"), 6);
    settle();
    hand.shows("5-trees");

    // The hour, the view, a shot of it.
    hand.presses(Qt::Key_4, "4, Light");
    const double before = session().view.shot().daylight.time.hour;
    auto& band = *window().findChild<DayBand*>();
    hand.clicks(band, QPointF(band.width() * 0.56, band.height() * 0.5), "the afternoon in the day band");
    EXPECT_NE(session().view.shot().daylight.time.hour, before);
    hand.shows("6-light");
    hand.presses(Qt::Key_5, "5, Frame");
    Pane& shot = window().shotPane();
    ASSERT_EQ(&window().mainPane(), &shot);
    hand.drags(shot, QPointF(shot.rect().center()), QPointF(shot.rect().center()) + QPointF(40, 0), "look around");
    hand.presses(Qt::Key_N, "Ctrl+Shift+N, New shot from view", Qt::ControlModifier | Qt::ShiftModifier);
    EXPECT_EQ(itemsOf<Shot>(session().document.project()).size(), 2u);
    settle();
    hand.shows("7-frame");

    // The picture.
    hand.presses(Qt::Key_6, "6, Finish");
    hand.inDialog([&](QDialog& d) {
        const auto types = [&](const char* name, const QString& text) {
            auto* f = d.findChild<QLineEdit*>(name);
            hand.clicks(*f, name);
            QTest::keyClick(f, Qt::Key_A, Qt::ControlModifier);
            hand.types(text);
        };
        types("width", "1280");
        types("samples", shown ? "64" : "4");
        types("file", QString::fromStdString(picture.string()));
        hand.shows("8-render");
        hand.clicks(*d.findChild<QPushButton*>("go"), "Render");
    });
    hand.presses(Qt::Key_F9, "F9, Render shot");
    ASSERT_TRUE(waitFor([&] { return !window().renders().running() && std::filesystem::exists(picture); }, 240000));
    const QImage image(QString::fromStdString(picture.string()));
    EXPECT_EQ(image.size(), QSize(1280, 720));
    int bright = 0;
    for (int x = 0; x < 1280; x += 16)
        for (int y = 0; y < 720; y += 16) bright += qGray(image.pixel(x, y)) > 60;
    EXPECT_GT(bright, 1200) << "no black picture";
    if (const char* folder = std::getenv("THALLOS_PICTURES")) {
        image.save(QString("%1/9-picture.png").arg(folder));
        std::filesystem::remove(picture);
        saveSheet(folder);
    }
    EXPECT_LE(hand.actions(), 60) << hand.list();
    RecordProperty("actions", hand.actions());
}
