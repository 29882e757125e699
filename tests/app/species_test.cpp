// The window of species, by posted events on the real window.
#include <cmath>
#include <filesystem>

#include <QComboBox>
#include <QFile>
#include <QLabel>
#include <QLineEdit>
#include <QListWidget>
#include <QPushButton>
#include <QSlider>
#include <QTest>

#include <gtest/gtest.h>

#include "app/widgets/number_field.h"
#include "app/windows/species_window.h"
#include "tests/app/window_driver.h"

using namespace thallos;
using namespace thallos::test;

namespace {

SpeciesWindow& species() {
    key(Qt::Key_B, Qt::ControlModifier);
    auto* w = window().findChild<SpeciesWindow*>();
    if (!w) throw std::runtime_error("no window of species");
    return *w;
}

template <class T> T& child(SpeciesWindow& w, const char* name) {
    T* found = w.findChild<T*>(name);
    if (!found) throw std::runtime_error(name);
    return *found;
}

int visible(SpeciesWindow& w) {
    auto& list = child<QListWidget>(w, "speciesList");
    int n = 0;
    for (int i = 0; i < list.count(); ++i) n += !list.item(i)->isHidden();
    return n;
}

void expectGrown(SpeciesWindow& w) {
    ASSERT_TRUE(waitFor([&] { return !child<QLabel>(w, "speciesFigures").text().isEmpty(); }, 60000));
}

} // namespace

TEST(SpeciesWindow, FindsByWordsAndKind) {
    freshSite(false);
    SpeciesWindow& w = species();
    ASSERT_TRUE(w.isVisible());
    EXPECT_GE(visible(w), 60);
    EXPECT_FALSE(child<QLabel>(w, "speciesTitle").text().isEmpty()) << "the species it opens with is shown";
    auto& find = child<QLineEdit>(w, "findSpecies");
    find.setText("white bark");
    EXPECT_GE(visible(w), 1);
    EXPECT_LE(visible(w), 4);
    find.setText("betula pendula");
    EXPECT_GE(visible(w), 2) << "by the Latin name";
    find.setText("no such plant");
    EXPECT_EQ(visible(w), 0);
    find.clear();
    auto& kind = child<QComboBox>(w, "speciesKind");
    kind.setCurrentText("Ferns");
    EXPECT_EQ(visible(w), 3);
    kind.setCurrentIndex(0);
    // Favourites.
    w.showSpecies("Oak");
    child<QPushButton>(w, "favourite").click();
    child<QAbstractButton>(w, "onlyFavourites").setChecked(true);
    EXPECT_EQ(visible(w), 1);
    child<QPushButton>(w, "favourite").click();
    EXPECT_EQ(visible(w), 0);
    child<QAbstractButton>(w, "onlyFavourites").setChecked(false);
    w.close();
}

TEST(SpeciesWindow, ShowsThePlantAndItsFigures) {
    freshSite(false);
    SpeciesWindow& w = species();
    w.showSpecies("Hazel");
    expectGrown(w);
    EXPECT_TRUE(child<QLabel>(w, "speciesFigures").text().contains("leaf area"));
    auto& picture = child<SpeciesPicture>(w, "speciesPicture");
    EXPECT_TRUE(waitFor([&] { return picture.samples() >= 2; }, 60000));
    const QImage before = picture.grab().toImage();
    // Turned by hand.
    drag(picture, QPointF(100, 200), QPointF(220, 200));
    EXPECT_TRUE(
        waitFor([&] { return picture.samples() >= 2 && difference(before, picture.grab().toImage()) > 0.5; }, 60000));
    // Through the year: in winter no leaf is left.
    child<QLabel>(w, "speciesFigures").clear();
    child<QSlider>(w, "speciesSeason").setValue(static_cast<int>(Season::Bare));
    expectGrown(w);
    EXPECT_FALSE(child<QLabel>(w, "speciesFigures").text().contains("leaf area"));
    w.close();
}

TEST(SpeciesWindow, BreedsAndKeepsAnOwnSpecies) {
    freshSite(false);
    SpeciesWindow& w = species();
    w.showSpecies("Hazel");
    child<QSlider>(w, "speciesSeason").setValue(static_cast<int>(Season::Summer));
    expectGrown(w);
    child<QLabel>(w, "speciesFigures").clear();
    QLineEdit* height = child<ValueRow>(w, "recipe height_m").field();
    height->setFocus();
    QTest::keyClick(height, Qt::Key_A, Qt::ControlModifier);
    QTest::keyClicks(height, "6 m");
    QTest::keyClick(height, Qt::Key_Return);
    const auto high = [&] { return child<QLabel>(w, "speciesFigures").text().section(' ', 0, 0).toFloat(); };
    EXPECT_TRUE(waitFor([&] { return std::abs(high() - 6) < 1.5f; }, 60000)) << high();
    EXPECT_TRUE(child<QPushButton>(w, "undoRecipe").isEnabled());
    // A name that is taken is refused in one sentence.
    child<QLineEdit>(w, "ownName").setText("Oak");
    child<QPushButton>(w, "keepSpecies").click();
    EXPECT_TRUE(child<QLabel>(w, "speciesNote").text().contains("another name"));
    child<QLineEdit>(w, "ownName").setText("Tall hazel");
    child<QPushButton>(w, "keepSpecies").click();
    EXPECT_EQ(w.current(), "Tall hazel");
    EXPECT_TRUE(QFile::exists(QString::fromStdString((ownSpeciesFolder() / "tall-hazel.json").string())));
    settle();
    // It can be planted: the specimen tool has it.
    child<QPushButton>(w, "plantSpecies").click();
    EXPECT_TRUE(message().contains("Tall hazel"));
    ASSERT_TRUE(waitFor(
        [] { return session().document.built() && session().document.built()->library->find("Tall hazel") >= 0; }));
    child<QPushButton>(w, "forgetSpecies").click();
    EXPECT_NE(w.current(), "Tall hazel");
    ASSERT_TRUE(waitFor([] { return session().document.built()->library->find("Tall hazel") < 0; }));
    w.close();
}

TEST(SpeciesWindow, AChosenDriftTakesASpecies) {
    freshSite(false);
    verb(Verb::Plant);
    Drift d;
    d.areas = {{{-5, -5}, {5, -5}, {5, 5}, {-5, 5}}};
    d.mix = {{"Fescue", 1}};
    d.density = 1;
    Id id;
    session().document.edit("Drift", added(session().document.project(), "Patch", d, &id));
    session().selection.set(id);
    const std::string before = documentHash();
    SpeciesWindow& w = species();
    w.showSpecies("Foxglove");
    child<QPushButton>(w, "plantSpecies").click();
    EXPECT_EQ(bodyOf<Drift>(session().document.item(id))->mix.size(), 2u);
    w.close();
    expectOneStep(before);
    // Not one that is locked.
    Item locked = *session().document.item(id);
    locked.locked = true;
    session().document.edit("Lock", replaced(session().document.project(), locked));
    session().selection.set(id);
    SpeciesWindow& again = species();
    again.showSpecies("Knapweed");
    child<QPushButton>(again, "plantSpecies").click();
    EXPECT_EQ(bodyOf<Drift>(session().document.item(id))->mix.size(), 2u);
    EXPECT_TRUE(message().contains("locked"));
    again.close();
}

TEST(Season, IsOneStepAndGrowsTheSiteAnew) {
    freshSite(false);
    verb(Verb::Light);
    const std::string before = documentHash();
    QComboBox* box = nullptr;
    for (QComboBox* c : window().findChildren<QComboBox*>())
        if (c->accessibleName() == "Season" && c->isVisible()) box = c;
    ASSERT_TRUE(box);
    box->setCurrentIndex(static_cast<int>(Season::Autumn));
    Q_EMIT box->activated(static_cast<int>(Season::Autumn));
    settle();
    EXPECT_EQ(session().document.project().site->season, Season::Autumn);
    EXPECT_EQ(session().document.built()->library->season(), Season::Autumn);
    expectOneStep(before);
}

TEST(SpeciesWindow, OwnSpeciesThatCannotBeReadAreToldOf) {
    freshSite(false);
    const auto folder = ownSpeciesFolder();
    std::filesystem::create_directories(folder);
    const auto broken = folder / "broken-hazel.json", empty = folder / "empty.json";
    const auto write = [](const std::filesystem::path& file, const char* text) {
        QFile out(QString::fromStdString(file.string()));
        ASSERT_TRUE(out.open(QIODevice::WriteOnly));
        out.write(text);
    };
    write(broken, R"({"name": "Broken hazel", "kind": "shrub", "height_m": -2, "wood": {}})");
    std::vector<std::string> unread;
    ASSERT_TRUE(readLibrary(&unread));
    ASSERT_EQ(unread.size(), 1u);
    // As at the start: one sentence that names the file and the value.
    window().library().tellUnread(unread);
    EXPECT_TRUE(message().contains("broken-hazel")) << message().toStdString();
    EXPECT_TRUE(message().contains("height_m")) << message().toStdString();
    // With several, how many more.
    write(empty, "");
    unread.clear();
    const auto both = readLibrary(&unread);
    ASSERT_EQ(unread.size(), 2u);
    window().library().tellUnread(unread);
    EXPECT_TRUE(message().contains("1 more")) << message().toStdString();
    // The others are there all the same, and nothing is told where all is well.
    EXPECT_GE(both->find("Hazel"), 0);
    EXPECT_LT(both->find("Broken hazel"), 0);
    const QString before = message();
    window().library().tellUnread({});
    EXPECT_EQ(message(), before);
    std::filesystem::remove(broken);
    std::filesystem::remove(empty);
}
