// Commands of the menu Look.
#include <QInputDialog>

#include "app/shell/main_window.h"
#include "app/shell/window_commands.h"
#include "app/windows/costs_window.h"
#include "app/words/text.h"
#include "app/work/edits.h"
#include "core/base/error.h"
#include "core/base/quantity.h"

namespace thallos {

namespace {

void askForNearCut(MainWindow& w) {
    bool good = false;
    const QString text = QInputDialog::getText(
        &w, tr("See from a distance on"), tr("Metres before the eye; 0 shows everything"), QLineEdit::Normal,
        QString::fromStdString(formatNumber(w.session().view.nearCut(), 2)), &good);
    if (!good) return;
    try {
        w.session().view.setNearCut(static_cast<float>(parseQuantity(text.toStdString(), Dimension::Length, "m")));
    } catch (const Error& e) {
        w.tell(QString::fromUtf8(e.what()));
    }
}

void showCosts(MainWindow& w) {
    auto* window = w.findChild<CostsWindow*>();
    const auto measure = [&w] {
        w.findChild<CostsWindow*>()->measure(w.engine().scene(), w.session().document.project(),
                                             w.session().view.shot());
    };
    if (!window) {
        window = new CostsWindow(&w);
        QObject::connect(window, &CostsWindow::measureWanted, &w, measure);
    }
    window->QDialog::show();
    window->raise();
    window->activateWindow();
    measure();
}

void viewing(MainWindow& w) {
    Commands& commands = w.commands();
    const QString menu = tr("&Look");
    const auto any = [&w] { return !w.session().selection.empty(); };
    commands.add({"look.frame", menu, tr("Frame the selection"),
                  tr("Brings it into view; the shot stays as it is saved"), Qt::Key_F,
                  [&w] { w.workspace().frame(false); }, any});
    commands.add({"look.frameAll", menu, tr("Frame all"), tr("Brings the whole site into view"), Qt::Key_Home,
                  [&w] { w.workspace().frame(true); }});
    commands.add({"look.back", menu, tr("View before"), tr("Like a page turned back"),
                  QKeySequence(Qt::ALT | Qt::Key_Left), [&w] { w.session().view.lookBack(); },
                  [&w] { return w.session().view.canLookBack(); }});
    commands.add({"look.forward", menu, tr("View after"), tr("Like a page turned on"),
                  QKeySequence(Qt::ALT | Qt::Key_Right), [&w] { w.session().view.lookForward(); },
                  [&w] { return w.session().view.canLookForward(); }});
    const QString from = menu + "/" + tr("Look from");
    const std::tuple<const char*, QString, std::optional<double>, int> winds[] = {
        {"look.south", tr("South"), 180.0, Qt::Key_2},
        {"look.north", tr("North"), 0.0, Qt::Key_8},
        {"look.east", tr("East"), 90.0, Qt::Key_6},
        {"look.west", tr("West"), 270.0, Qt::Key_4},
        {"look.above", tr("Above"), std::nullopt, Qt::Key_5}};
    for (const auto& [id, text, bearing, key] : winds)
        commands.add({id, from, text, tr("Of the selection, or else of all buildings"), QKeySequence(Qt::ALT | key),
                      [&w, bearing = bearing] { w.workspace().lookFrom(bearing); }});
    commands.separator(menu);
}

void refining(MainWindow& w) {
    Commands& commands = w.commands();
    const QString menu = tr("&Look");
    commands.add({"look.part",
                  menu,
                  tr("Refine a part"),
                  tr("A rectangle of the picture alone; again lets all go on"),
                  QKeySequence(Qt::SHIFT | Qt::Key_F9),
                  [&w] {
                      if (w.session().view.part())
                          w.session().view.setPart({});
                      else
                          w.workspace().toggle(w.tools().part);
                  },
                  {},
                  [&w] { return w.session().view.part().has_value() || w.mainPane().tool() == w.tools().part; }});
    commands.add({"look.hold",
                  menu,
                  tr("Hold the picture"),
                  tr("No more samples until it is let go; the machine is free"),
                  QKeySequence(Qt::CTRL | Qt::Key_F9),
                  [&w] { w.session().view.setHeld(!w.session().view.held()); },
                  {},
                  [&w] { return w.session().view.held(); }});
    commands.add({"look.costs", menu, tr("What the picture costs…"),
                  tr("Time and memory of species and materials in this view, the heaviest first"),
                  QKeySequence(Qt::CTRL | Qt::SHIFT | Qt::Key_M), [&w] { showCosts(w); }});
    commands.separator(menu);
}

void shots(MainWindow& w) {
    Commands& commands = w.commands();
    const QString menu = tr("&Look");
    const auto looking = [&w] { return w.session().view.looking(); };
    commands.add({"look.keep", menu, tr("Keep the view in the shot"), tr("The shot is saved as you see it now"),
                  Qt::Key_K, [&w] { w.session().view.keepLook(); }, looking});
    commands.add({"look.drop", menu, tr("Back to the shot"), tr("As it was saved"), Qt::Key_B,
                  [&w] { w.session().view.dropLook(); }, looking});
    commands.separator(menu);
    commands.add({"look.addShot", menu, tr("Add a shot"), tr("The view as it is now, under a name of its own"),
                  QKeySequence(Qt::CTRL | Qt::SHIFT | Qt::Key_N), [&w] { addShot(w.session()); }});
    const auto shots = [&w] { return itemsOf<Shot>(w.session().document.project()).size() > 1; };
    commands.add({"look.nextShot", menu, tr("Next shot"), tr("In the order of the strip"),
                  QKeySequence(Qt::CTRL | Qt::Key_PageDown), [&w] { showShotAfter(w.session(), 1); }, shots});
    commands.add({"look.previousShot", menu, tr("Shot before"), tr("In the order of the strip"),
                  QKeySequence(Qt::CTRL | Qt::Key_PageUp), [&w] { showShotAfter(w.session(), -1); }, shots});
    commands.add({"look.deleteShot", menu, tr("Delete this shot"), tr("Undo brings it back"),
                  QKeySequence(Qt::CTRL | Qt::SHIFT | Qt::Key_Delete),
                  [&w] { deleteShot(w.session(), w.session().view.shotId()); }, shots});
    commands.separator(menu);
}

void seeing(MainWindow& w) {
    Commands& commands = w.commands();
    const QString menu = tr("&Look");
    commands.add({"look.neutral",
                  menu,
                  tr("Form only"),
                  tr("Buildings in one grey under a pale sky, to judge form by"),
                  QKeySequence(Qt::SHIFT | Qt::Key_F),
                  [&w] { w.session().view.setNeutral(!w.session().view.neutral()); },
                  {},
                  [&w] { return w.session().view.neutral(); }});
    commands.add({"look.planting",
                  menu,
                  tr("Planting"),
                  tr("Off: plants are not drawn while you work; renders show them"),
                  QKeySequence(Qt::SHIFT | Qt::Key_P),
                  [&w] { w.session().view.setPlanting(!w.session().view.planting()); },
                  {},
                  [&w] { return w.session().view.planting(); }});
    commands.add({"look.nearCut",
                  menu,
                  tr("See from a distance on…"),
                  tr("What stands nearer is not seen while you work: to look through a hedge or a wall"),
                  QKeySequence(Qt::SHIFT | Qt::Key_N),
                  [&w] { askForNearCut(w); },
                  {},
                  [&w] { return w.session().view.nearCut() > 0; }});
    commands.separator(menu);
}

void arranging(MainWindow& w) {
    Commands& commands = w.commands();
    const QString menu = tr("&Look");
    commands.add({"look.swap", menu, tr("Swap the panes"), tr("Shot and plan; Tab in a pane does the same"), Qt::Key_F7,
                  [&w] { w.workspace().swapPanes(); }});
    commands.add({"look.apart",
                  menu,
                  tr("Companion in its own window"),
                  tr("For a second monitor"),
                  Qt::Key_F8,
                  [&w] { w.workspace().setCompanionApart(!w.workspace().companionApart()); },
                  {},
                  [&w] { return w.workspace().companionApart(); }});
    commands.add({"look.region", menu, tr("Next region"), tr("Goes round the parts of the window"), Qt::Key_F6,
                  [&w] { w.workspace().focusNextRegion(); }});
    commands.add({"look.fullScreen",
                  menu,
                  tr("Full screen"),
                  tr("Without the frame of the window"),
                  Qt::Key_F11,
                  [&w] { w.isFullScreen() ? w.showNormal() : w.showFullScreen(); },
                  {},
                  [&w] { return w.isFullScreen(); }});
}

} // namespace

void addLookCommands(MainWindow& w) {
    viewing(w);
    refining(w);
    shots(w);
    seeing(w);
    arranging(w);
}

void addWindowCommands(MainWindow& w) {
    addProjectCommands(w);
    addEditCommands(w);
    addItemCommands(w);
    addLookCommands(w);
    addToolCommands(w);
    addHelpCommands(w);
    w.tools().setAction("open", [&w] { w.files().importDialog(); });
}

} // namespace thallos
