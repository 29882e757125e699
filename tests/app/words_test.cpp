// All that the window says, read from it while it runs: no word that the trade does not use, nothing raw, nothing cut,
// nothing without a name. Run in each language, in the language of THALLOS_TEST_LANGUAGE.
#include <QAbstractItemView>
#include <QApplication>
#include <QCheckBox>
#include <QComboBox>
#include <QLabel>
#include <QPushButton>
#include <QRegularExpression>
#include <QTabWidget>
#include <QTimer>
#include <QToolButton>
#include <gtest/gtest.h>

#include "app/widgets/listing.h"
#include "app/widgets/number_field.h"
#include "app/windows/import_dialog.h"
#include "app/work/kind.h"
#include "core/base/assets.h"
#include "core/project/kinds/site_line.h"
#include "tests/app/window_driver.h"

using namespace thallos;
using namespace thallos::test;

namespace {

Id houseId() {
    return itemsOf<Building>(session().document.project()).front()->id;
}

bool inEnglish() {
    return qEnvironmentVariable("THALLOS_TEST_LANGUAGE", "en") == "en";
}

// Words that were odd where the trade has one, and what no text shows: plurals in brackets, numbers as machines write
// them, gaps that nothing filled.
QStringList badIn(const QString& text) {
    static const QRegularExpression odd(
        "\\b(chosen|choose also|usual|companion|verbs?|bring in|brought in|bringing|not now|besides|cleaning|cleaned|"
        "goes round|give up|given up|take away|taken away|let go|at once|of late|dresser|haste|sheets? of|"
        "(is|are|has) no \\w+ file|shall|wherefore|thereof|nan|inf)\\b",
        QRegularExpression::CaseInsensitiveOption);
    static const QRegularExpression raw("\\(s\\)|\\d\\.\\d{5,}|%[1-9n]|\\b\\d+e[+-]\\d+|undefined|QWidget|\\bnull\\b");
    // A piece that nobody translated.
    static const QRegularExpression english("\\b(the|of|and|with|this|from|is|are)\\b");
    QStringList bad;
    for (const auto* words : {&odd, &raw})
        if (const auto m = words->match(text); m.hasMatch()) bad << m.captured();
    if (!inEnglish())
        if (const auto m = english.match(text); m.hasMatch()) bad << m.captured();
    return bad;
}

// Descriptions of plants and names in files are data: they are the same in every language.
bool isData(const QWidget& w) {
    static const QStringList names{"speciesMarks",   "timeZone",    "recentList", "material",
                                   "recipeControls", "recipeGroup", "guideText",  "licenceText",
                                   "speciesTitle",   "importName",  "guidePages"};
    for (const QWidget* at = &w; at; at = at->parentWidget())
        if (names.contains(at->objectName())) return true;
    return false;
}

QStringList textsOf(const QWidget& w) {
    QStringList texts{w.toolTip(), w.accessibleName(), w.accessibleDescription()};
    if (w.isWindow()) texts << w.windowTitle();
    if (const auto* label = qobject_cast<const QLabel*>(&w)) texts << label->text();
    if (const auto* button = qobject_cast<const QAbstractButton*>(&w)) texts << button->text();
    if (const auto* line = qobject_cast<const QLineEdit*>(&w)) texts << line->placeholderText();
    if (const auto* box = qobject_cast<const QComboBox*>(&w))
        for (int i = 0; i < box->count(); ++i) texts << box->itemText(i);
    if (const auto* tabs = qobject_cast<const QTabWidget*>(&w))
        for (int i = 0; i < tabs->count(); ++i) texts << tabs->tabText(i);
    if (const auto* view = qobject_cast<const QAbstractItemView*>(&w); view && view->model())
        for (int row = 0; row < view->model()->rowCount(); ++row)
            for (int column = 0; column < view->model()->columnCount(); ++column)
                texts << view->model()->index(row, column).data().toString();
    if (const auto* list = dynamic_cast<const Listing*>(&w))
        for (int i = 0; i < list->entries(); ++i) texts << list->entryName(i);
    texts.removeAll(QString());
    return texts;
}

void expectGoodWords(const QWidget& top) {
    QList<const QWidget*> all{&top};
    for (const QWidget* w : top.findChildren<QWidget*>())
        if (w->window() == &top) all << w;
    for (const QWidget* w : all) {
        if (isData(*w)) continue;
        for (const QString& text : textsOf(*w))
            EXPECT_TRUE(badIn(text).isEmpty())
                << w->metaObject()->className() << " " << w->objectName().toStdString() << ": \"" << text.toStdString()
                << "\" has \"" << badIn(text).join(", ").toStdString() << "\"";
    }
}

// What stands on it has room.
void expectNothingCut(const QWidget& top) {
    for (const QWidget* w : top.findChildren<QWidget*>()) {
        if (!w->isVisible() || w->window() != &top || isData(*w)) continue;
        QString text;
        if (const auto* label = qobject_cast<const QLabel*>(w); label && !label->wordWrap() && label->pixmap().isNull())
            text = label->text();
        else if (qobject_cast<const QPushButton*>(w) || qobject_cast<const QCheckBox*>(w))
            text = static_cast<const QAbstractButton*>(w)->text();
        if (text.isEmpty() || Qt::mightBeRichText(text)) continue;
        int wide = 0;
        for (const QString& line : text.remove('&').split('\n'))
            wide = std::max(wide, w->fontMetrics().horizontalAdvance(line));
        EXPECT_LE(wide, w->width() + 1) << top.objectName().toStdString() << ", " << w->objectName().toStdString()
                                        << ": \"" << text.toStdString() << "\" is cut";
        EXPECT_GE(w->height() + 4, w->fontMetrics().height()) << "\"" << text.toStdString() << "\" is too low";
    }
    for (const ValueRow* row : top.findChildren<ValueRow*>())
        if (row->isVisible()) EXPECT_TRUE(row->hasRoom()) << row->field()->accessibleName().toStdString() << " is cut";
}

void expectNamed(const QWidget& top) {
    for (const QWidget* w : top.findChildren<QWidget*>()) {
        if (!w->isVisible() || w->window() != &top || w->focusPolicy() == Qt::NoFocus ||
            w->objectName().startsWith("qt_"))
            continue;
        const auto* button = qobject_cast<const QAbstractButton*>(w);
        const bool asks = button || qobject_cast<const QLineEdit*>(w) || qobject_cast<const QComboBox*>(w) ||
                          qobject_cast<const QAbstractItemView*>(w);
        const bool inner =
            w->parentWidget() &&
            (qobject_cast<const QComboBox*>(w->parentWidget()) || w->parentWidget()->inherits("QAbstractSpinBox") ||
             w->parentWidget()->inherits("QKeySequenceEdit") || w->parentWidget()->inherits("QTabBar"));
        if (!asks || inner) continue;
        EXPECT_TRUE(!w->accessibleName().isEmpty() || (button && !button->text().isEmpty()))
            << top.objectName().toStdString() << ": " << w->metaObject()->className() << " "
            << w->objectName().toStdString() << " has no name";
    }
}

void expectWellSpoken(QWidget& top) {
    QApplication::processEvents();
    expectGoodWords(top);
    expectNothingCut(top);
    expectNamed(top);
}

// Shown, read and closed again.
void readDialog(const char* command) {
    SCOPED_TRACE(command);
    const auto read = [](QDialog& d) {
        expectWellSpoken(d);
        if (auto* tabs = d.findChild<QTabWidget*>())
            for (int i = 0; i < tabs->count(); ++i) {
                tabs->setCurrentIndex(i);
                expectWellSpoken(d);
            }
        d.close();
    };
    QAction* action = window().commands().action(command);
    ASSERT_TRUE(action);
    // Some are waited for in a loop of their own.
    bool seen = false;
    QTimer looking;
    QObject::connect(&looking, &QTimer::timeout, &window(), [&] {
        for (QDialog* d : window().findChildren<QDialog*>())
            if (d->isVisible() && !seen) {
                seen = true;
                read(*d);
            }
    });
    looking.start(50);
    action->trigger();
    EXPECT_TRUE(waitFor([&] { return seen; }, 60000));
    EXPECT_TRUE(waitFor([] { return QApplication::activeModalWidget() == nullptr; }));
}

} // namespace

TEST(Words, OfTheWindowAtEveryStage) {
    freshSite();
    session().selection.set(houseId());
    for (int v = 0; v < kVerbs; ++v) {
        verb(static_cast<Verb>(v));
        SCOPED_TRACE(v);
        expectWellSpoken(window());
    }
}

TEST(Words, OfWhatIsSelected) {
    freshSite();
    Drift drift;
    drift.areas = {{{-20, -20}, {-10, -20}, {-10, -10}, {-20, -10}}};
    drift.mix = {{"Fescue", 1}, {"Oak", 0.3f}};
    Project p = added(session().document.project(), "Drift", drift);
    p = added(p, "Specimens", Specimens{{{"Birch", {12, -12}, 0, 1, 0}}});
    p = added(p, "Clearing", Clearing{{{{-2, -2}, {2, -2}, {2, 2}}}});
    p = added(p, "Pad", BuildingPad{houseId()});
    p = added(p, "Water", Water{{-18, 18}, 1});
    p = added(p, "Stream", Stream{{{-20, 20}, {-12, 20}}});
    p = added(p, "Bank", Bank{{{10, 20}, {14, 20}}});
    p = added(p, "Path", Path{{{-25, 5}, {-10, 8}}});
    p = added(p, "Terrace", Terrace{{{14, 10}, {18, 10}, {18, 14}}});
    SiteLine wall = usual(SiteLineSort::RetainingWall);
    wall.points = {{20, 10}, {24, 10}};
    p = added(p, "Wall", wall);
    Cover ruled;
    ruled.rule = CoverRule();
    p = added(p, "Ruled", ruled);
    Cover pictured;
    pictured.surface.maps.color = std::make_shared<const Picture>(Picture{1, 1, {200, 40, 40, 255}});
    pictured.patch = Patch{{20, 20}};
    p = added(p, "Pictured", pictured);
    p = added(p, "Figure", Figure{{10, 10}, 0});
    p = added(p, "Measurement", Mark{{{0, 0, 0}, {4, 0, 0}}});
    session().document.edit("All kinds", p);
    settle();
    for (const auto& item : session().document.project().items) {
        if (std::holds_alternative<Shot>(item->body)) continue;
        SCOPED_TRACE(item->name);
        verb(withItemKind(*item, [](const auto& kind, const auto&) { return Verb(kind.verb); }));
        session().selection.set(item->id);
        QApplication::processEvents();
        expectWellSpoken(window());
    }
}

TEST(Words, OfCommands) {
    freshSite();
    for (const Commands::Entry& e : window().commands().all()) {
        for (const QString& text : {e.action->text(), e.action->toolTip(), e.command.menu})
            EXPECT_TRUE(badIn(text).isEmpty()) << e.command.id.toStdString() << ": " << text.toStdString();
        EXPECT_FALSE(e.command.tip.isEmpty());
    }
}

TEST(Words, OfDialogs) {
    freshSite();
    for (const char* command :
         {"project.preferences", "help.keys", "help.guide", "help.messages", "help.about", "edit.history",
          "items.species", "items.materials", "look.costs", "project.render", "project.recent"})
        readDialog(command);
}

TEST(Words, OfAnImport) {
    freshSite(false);
    window().files().take(assetFolder() / "demo/honey-house.glb", nullptr);
    ImportDialog* dialog = nullptr;
    ASSERT_TRUE(waitFor(
        [&] {
            dialog = window().findChild<ImportDialog*>();
            return dialog && dialog->isVisible() && dialog->model();
        },
        60000));
    expectWellSpoken(*dialog);
    dialog->reject();
}
