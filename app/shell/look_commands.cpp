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
        &w, tr("Near clipping"), tr("Hide everything nearer to the camera than (0 = off)"), QLineEdit::Normal,
        QString::fromStdString(formatNumber(w.session().view.nearCut(), 2)), &good);
    if (!good) return;
    try {
        w.session().view.setNearCut(static_cast<float>(parseQuantity(text.toStdString(), Dimension::Length, "m")));
    } catch (const Error& e) {
        w.tell(sentenceOf(e));
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
    const QString menu = tr("&View");
    const auto any = [&w] { return !w.session().selection.empty(); };
    commands.add({"look.frame", menu, tr("Zoom to selection"),
                  tr("Bring the selection into view; the saved shot stays"), Qt::Key_F,
                  [&w] { w.workspace().frame(false); }, any});
    commands.add({"look.frameAll", menu, tr("Zoom to all"), tr("Bring everything into view"), Qt::Key_Home,
                  [&w] { w.workspace().frame(true); }});
    commands.add({"look.back", menu, tr("Previous view"), tr("Back to the view before"),
                  QKeySequence(Qt::ALT | Qt::Key_Left), [&w] { w.session().view.lookBack(); },
                  [&w] { return w.session().view.canLookBack(); }});
    commands.add({"look.forward", menu, tr("Next view"), tr("Forward to the view after"),
                  QKeySequence(Qt::ALT | Qt::Key_Right), [&w] { w.session().view.lookForward(); },
                  [&w] { return w.session().view.canLookForward(); }});
    const QString from = menu + "/" + tr("View from");
    const std::tuple<const char*, QString, std::optional<double>, int> winds[] = {
        {"look.south", tr("South"), 180.0, Qt::Key_2},
        {"look.north", tr("North"), 0.0, Qt::Key_8},
        {"look.east", tr("East"), 90.0, Qt::Key_6},
        {"look.west", tr("West"), 270.0, Qt::Key_4},
        {"look.above", tr("Above"), std::nullopt, Qt::Key_5}};
    for (const auto& [id, text, bearing, key] : winds)
        commands.add({id, from, text, tr("View the selection, or else all buildings, from there"),
                      QKeySequence(Qt::ALT | key), [&w, bearing = bearing] { w.workspace().lookFrom(bearing); }});
    commands.separator(menu);
}

void refining(MainWindow& w) {
    Commands& commands = w.commands();
    const QString menu = tr("&View");
    commands.add({"look.part",
                  menu,
                  tr("Render region"),
                  tr("Refine only a rectangle; again to clear it"),
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
                  tr("Pause rendering"),
                  tr("Stop refining and free the processor; again to resume"),
                  QKeySequence(Qt::CTRL | Qt::Key_F9),
                  [&w] { w.session().view.setHeld(!w.session().view.held()); },
                  {},
                  [&w] { return w.session().view.held(); }});
    commands.add({"look.costs", menu, tr("Render cost…"),
                  tr("Time and memory of species and materials in this view, heaviest first"),
                  QKeySequence(Qt::CTRL | Qt::SHIFT | Qt::Key_M), [&w] { showCosts(w); }});
    commands.separator(menu);
}

void shots(MainWindow& w) {
    Commands& commands = w.commands();
    const QString menu = tr("&View");
    const auto looking = [&w] { return w.session().view.looking(); };
    commands.add({"look.keep", menu, tr("Update shot from view"), tr("Store this view in the shot"), Qt::Key_K,
                  [&w] { w.session().view.keepLook(); }, looking});
    commands.add({"look.drop", menu, tr("Return to shot"), tr("Return to the view saved in the shot"), Qt::Key_B,
                  [&w] { w.session().view.dropLook(); }, looking});
    commands.separator(menu);
    commands.add({"look.addShot", menu, tr("New shot from view"), tr("Store this view as a new shot"),
                  QKeySequence(Qt::CTRL | Qt::SHIFT | Qt::Key_N), [&w] { addShot(w.session()); }});
    const auto shown = [&w] { return w.session().view.shotId(); };
    commands.add({"look.duplicateShot", menu, tr("Duplicate shot"), tr("Copy the shot as it is saved"),
                  QKeySequence(Qt::CTRL | Qt::ALT | Qt::Key_D), [&w, shown] { duplicateShot(w.session(), shown()); }});
    commands.add({"look.lockShot",
                  menu,
                  tr("Lock shot"),
                  tr("Camera, light and output of a locked shot stay as they are"),
                  QKeySequence(Qt::CTRL | Qt::ALT | Qt::Key_L),
                  [&w, shown] { lockShot(w.session(), shown()); },
                  {},
                  [&w] {
                      const Item* shot = w.session().view.shotItem();
                      return shot && shot->locked;
                  }});
    const auto shots = [&w] { return itemsOf<Shot>(w.session().document.project()).size() > 1; };
    commands.add({"look.nextShot", menu, tr("Next shot"), tr("In the order of the shot strip"),
                  QKeySequence(Qt::CTRL | Qt::Key_PageDown), [&w] { showShotAfter(w.session(), 1); }, shots});
    commands.add({"look.previousShot", menu, tr("Previous shot"), tr("In the order of the shot strip"),
                  QKeySequence(Qt::CTRL | Qt::Key_PageUp), [&w] { showShotAfter(w.session(), -1); }, shots});
    commands.add({"look.moveShotLeft", menu, tr("Move shot left"), tr("One place on in the shot strip"),
                  QKeySequence(Qt::CTRL | Qt::ALT | Qt::Key_PageUp),
                  [&w, shown] { moveShot(w.session(), shown(), -1); }, shots});
    commands.add({"look.moveShotRight", menu, tr("Move shot right"), tr("One place on in the shot strip"),
                  QKeySequence(Qt::CTRL | Qt::ALT | Qt::Key_PageDown),
                  [&w, shown] { moveShot(w.session(), shown(), 1); }, shots});
    commands.add({"look.copyLight", menu, tr("Copy light to all shots"),
                  tr("Date, time, haze and cloud; locked shots stay"), QKeySequence(Qt::CTRL | Qt::ALT | Qt::Key_T),
                  [&w] { copyToShots(w.session(), ShotPart::Light); }, shots});
    commands.add({"look.copyLens", menu, tr("Copy lens to all shots"), tr("Focal length and sensor; locked shots stay"),
                  QKeySequence(Qt::CTRL | Qt::ALT | Qt::Key_F), [&w] { copyToShots(w.session(), ShotPart::Lens); },
                  shots});
    commands.add({"look.deleteShot", menu, tr("Delete shot"), tr("Delete the shot shown"),
                  QKeySequence(Qt::CTRL | Qt::SHIFT | Qt::Key_Delete),
                  [&w] { deleteShot(w.session(), w.session().view.shotId()); }, shots});
    commands.separator(menu);
}

void seeing(MainWindow& w) {
    Commands& commands = w.commands();
    const QString menu = tr("&View");
    commands.add({"look.neutral",
                  menu,
                  tr("Clay view"),
                  tr("Buildings in one grey under a pale sky, to judge form"),
                  QKeySequence(Qt::SHIFT | Qt::Key_F),
                  [&w] { w.session().view.setNeutral(!w.session().view.neutral()); },
                  {},
                  [&w] { return w.session().view.neutral(); }});
    commands.add({"look.planting",
                  menu,
                  tr("Show plants"),
                  tr("Off: plants are not drawn while you work; renders still show them"),
                  QKeySequence(Qt::SHIFT | Qt::Key_P),
                  [&w] { w.session().view.setPlanting(!w.session().view.planting()); },
                  {},
                  [&w] { return w.session().view.planting(); }});
    commands.add({"look.nearCut",
                  menu,
                  tr("Near clipping…"),
                  tr("Hide what is near the camera while working, to look through a hedge or wall"),
                  QKeySequence(Qt::SHIFT | Qt::Key_N),
                  [&w] { askForNearCut(w); },
                  {},
                  [&w] { return w.session().view.nearCut() > 0; }});
    commands.separator(menu);
}

// What the plan shows of the ground.
void planning(MainWindow& w) {
    Commands& commands = w.commands();
    const QString menu = tr("&View") + "/" + tr("Plan shows");
    const auto tint = [&](const char* id, const QString& text, const QString& tip, const QKeySequence& key,
                          PlanTint of) {
        commands.add({id,
                      menu,
                      text,
                      tip,
                      key,
                      [&w, of] {
                          PlanReading reading = w.session().view.reading();
                          reading.tint = of;
                          w.session().view.setReading(reading);
                      },
                      {},
                      [&w, of] { return w.session().view.reading().tint == of; }});
    };
    const auto also = [&](const char* id, const QString& text, const QString& tip, const QKeySequence& key,
                          bool PlanReading::*of) {
        commands.add({id,
                      menu,
                      text,
                      tip,
                      key,
                      [&w, of] {
                          PlanReading reading = w.session().view.reading();
                          reading.*of = !(reading.*of);
                          w.session().view.setReading(reading);
                      },
                      {},
                      [&w, of] { return w.session().view.reading().*of; }});
    };
    const auto key = [](Qt::Key k) { return QKeySequence(Qt::CTRL | Qt::ALT | k); };
    tint("plan.covers", tr("Covers"), tr("Covers of the ground in their own colours"), key(Qt::Key_1),
         PlanTint::Covers);
    tint("plan.slope", tr("Slope"), tr("How steep the ground is, in six classes"), key(Qt::Key_2), PlanTint::Slope);
    tint("plan.earthwork", tr("Cut and fill"), tr("How much was cut from the ground it started from, or filled"),
         key(Qt::Key_3), PlanTint::Earthwork);
    commands.separator(menu);
    also("plan.spots", tr("Spot heights"), tr("Heights of tops, hollows and corners of buildings"), key(Qt::Key_4),
         &PlanReading::spots);
    also("plan.flow", tr("Flow lines"), tr("Where rain runs together, and which way"), key(Qt::Key_5),
         &PlanReading::flow);
}

void arranging(MainWindow& w) {
    Commands& commands = w.commands();
    const QString menu = tr("&View");
    commands.add({"look.swap", menu, tr("Swap panes"), tr("Shot and plan; Tab in a pane does the same"), Qt::Key_F7,
                  [&w] { w.workspace().swapPanes(); }});
    commands.add({"look.apart",
                  menu,
                  tr("Detach second pane"),
                  tr("Show the second pane in its own window, for a second monitor"),
                  Qt::Key_F8,
                  [&w] { w.workspace().setCompanionApart(!w.workspace().companionApart()); },
                  {},
                  [&w] { return w.workspace().companionApart(); }});
    commands.add({"look.region", menu, tr("Next panel"), tr("Move the focus through the window"), Qt::Key_F6,
                  [&w] { w.workspace().focusNextRegion(); }});
    commands.add({"look.fullScreen",
                  menu,
                  tr("Full screen"),
                  tr("Use the whole screen"),
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
    planning(w);
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
    w.tools().setAction("species", [&w] { w.library().showSpecies(); });
}

} // namespace thallos
