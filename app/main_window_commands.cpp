// The table of commands of the window.
#include <cmath>

#include <Imath/ImathBoxAlgo.h>
#include <QApplication>
#include <QClipboard>
#include <QInputDialog>
#include <QSettings>
#include <QVBoxLayout>

#include "app/day_band.h"
#include "app/main_window.h"
#include "app/register.h"
#include "app/shot_strip.h"
#include "app/stem.h"
#include "app/windows/find_box.h"
#include "app/windows/history_list.h"
#include "app/windows/keys_sheet.h"
#include "app/windows/messages_window.h"
#include "app/windows/preferences.h"
#include "core/base/error.h"
#include "core/base/quantity.h"
#include "core/project/move.h"

namespace thallos {

void MainWindow::makeCommands() {
    projectCommands();
    editCommands();
    itemCommands();
    lookCommands();
    toolCommands();
    helpCommands();
    commands_.fill(*menuBar_);
    tools_.setAction("open", [this] { importDialog(); });
    tools_.setAction("keep", [this] { session_.keepLook(); });
}

void MainWindow::projectCommands() {
    const QString menu = tr("&Project");
    commands_.add({"project.new", menu, tr("New site…"), tr("An empty site of a size you choose"), QKeySequence::New,
                   [this] { newProject(); }});
    commands_.add(
        {"project.open", menu, tr("Open…"), tr("A project file"), QKeySequence::Open, [this] { openDialog(); }});
    commands_.add({"project.recent", menu, tr("Open recent…"), tr("Projects of late, as pictures"),
                   QKeySequence(Qt::CTRL | Qt::SHIFT | Qt::Key_O), [this] { openRecent(); }});
    commands_.separator(menu);
    commands_.add({"project.save", menu, tr("Save"), tr("Into the project's own file, while work goes on"),
                   QKeySequence::Save, [this] { save(false); }});
    commands_.add({"project.saveAs", menu, tr("Save as…"), tr("Into another file, which becomes the project's own"),
                   QKeySequence(Qt::CTRL | Qt::SHIFT | Qt::Key_S), [this] { save(true); }});
    commands_.add({"project.saveCopy", menu, tr("Save a copy…"), tr("Into another file; work goes on in this one"),
                   QKeySequence(Qt::CTRL | Qt::ALT | Qt::Key_S), [this] { saveCopy(); }});
    commands_.separator(menu);
    commands_.add({"project.import", menu, tr("Bring in a model…"), tr("A building or prop from a file"),
                   QKeySequence(Qt::CTRL | Qt::Key_I), [this] { importDialog(); }});
    commands_.add({"project.terrain", menu, tr("Import terrain…"),
                   tr("Heights of the land from a GeoTIFF, ASCII grid or HGT file, in their own size"),
                   QKeySequence(Qt::CTRL | Qt::ALT | Qt::Key_I), [this] { terrainDialog(); }});
    commands_.add({"project.collect", menu, tr("Collect in a folder…"),
                   tr("The project with all that was brought into it, and the list of its rights, to hand on"),
                   QKeySequence(Qt::CTRL | Qt::ALT | Qt::Key_C), [this] { collectProject(); }});
    commands_.separator(menu);
    commands_.add({"project.render", menu, tr("Render shot…"), tr("This shot in full size to a file"), Qt::Key_F9,
                   [this] { renderShot(); }, [this] { return !rendering(); }});
    commands_.add({"project.copyPicture", menu, tr("Copy the picture shown"), tr("As it is now, to the clipboard"),
                   QKeySequence(Qt::CTRL | Qt::SHIFT | Qt::Key_C),
                   [this] {
                       QApplication::clipboard()->setImage(shotPane_->picture().image);
                       tell(tr("The picture is in the clipboard."), false);
                   },
                   [this] { return !shotPane_->picture().image.isNull(); }});
    commands_.add({"project.savePicture", menu, tr("Save the picture shown…"), tr("As it is now, to a file"),
                   QKeySequence(Qt::CTRL | Qt::SHIFT | Qt::Key_P), [this] { savePicture(); },
                   [this] { return !shotPane_->picture().image.isNull(); }});
    commands_.separator(menu);
    commands_.add({"project.preferences", menu, tr("Preferences…"), tr("Look, units, threads, memory, keys"),
                   QKeySequence(Qt::CTRL | Qt::Key_Comma), [this] {
                       PreferencesWindow window(session_, commands_, this);
                       connect(&window, &PreferencesWindow::changed, this, &MainWindow::applyPreferences);
                       window.exec();
                   }});
    commands_.add({"project.quit", menu, tr("Quit"), tr("Asks first when something is not saved"),
                   QKeySequence(Qt::CTRL | Qt::Key_Q), [this] { close(); }});
}

void MainWindow::editCommands() {
    const QString menu = tr("&Edit");
    const auto any = [this] { return !session_.allChosen().empty(); };
    commands_.add({"edit.undo", menu, tr("Undo"), tr("Takes the last step back"), QKeySequence::Undo,
                   [this] { session_.undo(); }, [this] { return session_.history().canUndo(); }});
    commands_.add({"edit.redo",
                   menu,
                   tr("Redo"),
                   tr("Does again what was taken back"),
                   QKeySequence(Qt::CTRL | Qt::SHIFT | Qt::Key_Z),
                   [this] { session_.redo(); },
                   [this] { return session_.history().canRedo(); },
                   {},
                   QKeySequence(Qt::CTRL | Qt::Key_Y)});
    commands_.add({"edit.history", menu, tr("History…"), tr("All steps, to go to any of them"),
                   QKeySequence(Qt::CTRL | Qt::Key_H), [this] {
                       delete historyList_;
                       historyList_ = new HistoryList(session_, this);
                       historyList_->show();
                   }});
    commands_.separator(menu);
    commands_.add({"edit.cut", menu, tr("Cut"), tr("Copies the selection and deletes it"), QKeySequence::Cut,
                   [this] {
                       session_.copyChosen();
                       deleteChosen();
                   },
                   any});
    commands_.add({"edit.copy", menu, tr("Copy"), tr("To be pasted here or into another project"), QKeySequence::Copy,
                   [this] {
                       session_.copyChosen();
                       tell(tr("Copied; it can also be pasted into another project."), false);
                   },
                   any});
    const auto canPaste = [this] { return session_.canPaste(); };
    commands_.add({"edit.paste", menu, tr("Paste under the pointer"), tr("Onto the ground there"), QKeySequence::Paste,
                   [this] { paste(); }, canPaste});
    commands_.add({"edit.pasteInPlace", menu, tr("Paste in place"), tr("Where it was copied from"),
                   QKeySequence(Qt::CTRL | Qt::SHIFT | Qt::Key_V),
                   [this] { session_.paste(tr("Paste"), std::nullopt); }, canPaste});
    commands_.add({"edit.duplicate", menu, tr("Duplicate beside"), tr("A copy next to the selection"),
                   QKeySequence(Qt::CTRL | Qt::Key_D),
                   [this] {
                       session_.copyChosen();
                       session_.paste(tr("Duplicate"), std::nullopt, true);
                   },
                   any});
    commands_.add({"edit.delete", menu, tr("Delete"), tr("The selection, and what cannot be without it"),
                   Qt::Key_Delete, [this] { deleteChosen(); }, any});
    commands_.separator(menu);
    commands_.add({"edit.find", menu, tr("Find…"), tr("Any item by name, kind, species or material"),
                   QKeySequence::Find, [this] { findBox_->start(); }});
}

void MainWindow::itemCommands() {
    const QString menu = tr("&Items");
    const auto any = [this] { return !session_.allChosen().empty(); };
    const auto movable = [this](const Item& i) { return holdOf(i, nullptr).has_value(); };
    commands_.add({"items.all", menu, tr("Select all"), tr("Everything in the list"), QKeySequence::SelectAll, [this] {
                       std::vector<Id> ids;
                       for (const auto& i : session_.project().items)
                           if (!i->group && !std::holds_alternative<Shot>(i->body) && session_.seen(*i) && !i->locked &&
                               belongs(session_.project(), *i, session_.verb()))
                               ids.push_back(i->id);
                       session_.chooseAll(std::move(ids));
                   }});
    commands_.add({"items.kind", menu, tr("Select all of its kind"), tr("Every item of the kinds that are selected"),
                   QKeySequence(Qt::CTRL | Qt::SHIFT | Qt::Key_A),
                   [this] {
                       std::vector<Id> ids;
                       const Item* like = session_.chosenItem();
                       for (const auto& i : session_.project().items)
                           if (like && i->body.index() == like->body.index() && session_.seen(*i) &&
                               !fixed(session_.project(), *i))
                               ids.push_back(i->id);
                       session_.chooseAll(std::move(ids));
                   },
                   any});
    commands_.add({"items.none", menu, tr("Select none"), tr("Esc in a pane does the same"),
                   QKeySequence(Qt::CTRL | Qt::Key_Backslash), [this] { session_.choose({}); }, any});
    commands_.separator(menu);
    commands_.add({"items.group", menu, tr("Group"), tr("The selection is held together under one name"),
                   QKeySequence(Qt::CTRL | Qt::Key_G), [this] { groupChosen(); }, any});
    commands_.add({"items.ungroup", menu, tr("Ungroup"), tr("What the group held stands for itself again"),
                   QKeySequence(Qt::CTRL | Qt::SHIFT | Qt::Key_G),
                   [this] {
                       Project next = session_.project();
                       std::vector<Id> held;
                       for (const Id id : session_.allChosen()) {
                           if (!bodyOf<Group>(session_.item(id))) continue;
                           for (const auto& i : next.items)
                               if (i->group == id) held.push_back(i->id);
                           next = ungrouped(next, id);
                       }
                       session_.edit(tr("Ungroup"), std::move(next));
                       session_.chooseAll(std::move(held));
                   },
                   [this] {
                       for (const Id id : session_.allChosen())
                           if (bodyOf<Group>(session_.item(id))) return true;
                       return false;
                   }});
    commands_.add({"items.rename", menu, tr("Rename…"), tr("In the register"), Qt::Key_F2,
                   [this] { register_->renameChosen(); }, [this] { return session_.allChosen().size() == 1; }});
    commands_.add({"items.materials", menu, tr("Materials…"), tr("The library, to lay on parts of buildings"),
                   QKeySequence(Qt::CTRL | Qt::Key_M), [this] { showMaterials(); }});
    commands_.add({"items.species", menu, tr("Species…"), tr("The plant library: seen, bred and taken to plant"),
                   QKeySequence(Qt::CTRL | Qt::Key_B), [this] { showSpecies(); }});
    commands_.add({"items.bringIn", menu, tr("Bring in for planting…"),
                   tr("A plant, thing or picture of another program, into your library"),
                   QKeySequence(Qt::CTRL | Qt::SHIFT | Qt::Key_I), [this] { bringInDialog(); }});
    commands_.add({"items.lock", menu, tr("Lock"), tr("Clicks in the panes pass it by, and nothing changes it"),
                   QKeySequence(Qt::CTRL | Qt::Key_L),
                   [this] {
                       if (refusesChoice()) return;
                       const Item* last = session_.chosenItem();
                       const bool lock = !last->locked;
                       Project next = session_.project();
                       for (const Id id : session_.allChosen()) {
                           Item item = *session_.item(id);
                           item.locked = lock;
                           next = replaced(next, item);
                       }
                       session_.edit(lock ? tr("Lock") : tr("Unlock"), std::move(next));
                   },
                   any, [this] { return session_.chosenItem() && session_.chosenItem()->locked; }});
    commands_.separator(menu);
    commands_.add({"items.hide", menu, tr("Hide for now"), tr("Not seen while you work; renders show it"), Qt::Key_H,
                   [this] {
                       if (refusesChoice()) return;
                       session_.hide(session_.allChosen());
                       session_.choose({});
                   },
                   any});
    commands_.add({"items.isolate", menu, tr("Show only this"), tr("All else is hidden for now"),
                   QKeySequence(Qt::SHIFT | Qt::Key_H), [this] { session_.showOnly(session_.allChosen()); }, any});
    commands_.add({"items.showAll", menu, tr("Show all"), tr("Whatever was hidden for now is seen again"),
                   QKeySequence(Qt::CTRL | Qt::SHIFT | Qt::Key_H), [this] { session_.showAll(); },
                   [this] { return session_.anyHidden() || !session_.planting(); }});
    commands_.add({"items.leaveOut", menu, tr("Leave out of this shot"),
                   tr("Not in this shot's renders; the ground and what grows stay as they are"),
                   QKeySequence(Qt::CTRL | Qt::ALT | Qt::Key_H),
                   [this] {
                       const std::vector<Id> ids = session_.allChosen();
                       session_.editShot(tr("Leave out of the shot"), [&](Shot& s) {
                           for (const Id id : ids)
                               if (std::find(s.hidden.begin(), s.hidden.end(), id) == s.hidden.end())
                                   s.hidden.push_back(id);
                       });
                   },
                   any});
    commands_.add({"items.putBack", menu, tr("Put all back into this shot"),
                   tr("What was left out of it is seen again"),
                   QKeySequence(Qt::CTRL | Qt::ALT | Qt::SHIFT | Qt::Key_H),
                   [this] { session_.editShot(tr("Put back into the shot"), [](Shot& s) { s.hidden.clear(); }); },
                   [this] {
                       const auto* s = bodyOf<Shot>(session_.shotItem());
                       return s && !s->hidden.empty();
                   }});
    commands_.separator(menu);

    const auto several = [this, movable] {
        int n = 0;
        for (const Id id : session_.chosenLeaves()) n += movable(*session_.item(id));
        return n > 1 && session_.allChosen().size() > 1;
    };
    const QString align = menu + "/" + tr("Align");
    const std::tuple<const char*, QString, Side, int> sides[] = {
        {"items.alignWest", tr("West sides"), Side::West, Qt::Key_Left},
        {"items.alignEast", tr("East sides"), Side::East, Qt::Key_Right},
        {"items.alignNorth", tr("North sides"), Side::North, Qt::Key_Up},
        {"items.alignSouth", tr("South sides"), Side::South, Qt::Key_Down},
        {"items.alignMiddleX", tr("Middles, east to west"), Side::MiddleEastWest, Qt::Key_PageUp},
        {"items.alignMiddleY", tr("Middles, north to south"), Side::MiddleNorthSouth, Qt::Key_PageDown},
        {"items.alignHeight", tr("Bases"), Side::Height, Qt::Key_Home}};
    for (const auto& [id, text, side, key] : sides)
        commands_.add(
            {id, align, text, tr("To the item that was selected last"), QKeySequence(Qt::ALT | Qt::SHIFT | key),
             [this, side = side] {
                 session_.edit(tr("Align"), aligned(session_.project(), session_.allChosen(), side, session_.ground()));
             },
             several});
    const QString spread = menu + "/" + tr("Space evenly");
    for (const bool east : {true, false})
        commands_.add(
            {east ? "items.spreadX" : "items.spreadY", spread, east ? tr("East to west") : tr("North to south"),
             tr("The outermost two stay; the middles between them are spaced evenly"),
             QKeySequence(Qt::CTRL | Qt::ALT | (east ? Qt::Key_E : Qt::Key_N)),
             [this, east] {
                 session_.edit(tr("Space evenly"),
                               distributed(session_.project(), session_.allChosen(), east, session_.ground()));
             },
             [this] { return session_.allChosen().size() > 2; }});
    const QString turn = menu + "/" + tr("Turn");
    const std::tuple<const char*, QString, float, QKeySequence> turns[] = {
        {"items.turnLeft", tr("Left by 15°"), 15.0f, QKeySequence(Qt::Key_Comma)},
        {"items.turnRight", tr("Right by 15°"), -15.0f, QKeySequence(Qt::Key_Period)},
        {"items.turnLeftFine", tr("Left by 1°"), 1.0f, QKeySequence(Qt::CTRL | Qt::ALT | Qt::Key_Comma)},
        {"items.turnRightFine", tr("Right by 1°"), -1.0f, QKeySequence(Qt::CTRL | Qt::ALT | Qt::Key_Period)}};
    for (const auto& [id, text, by, key] : turns)
        commands_.add({id, turn, text, tr("Each about the middle of the selection"), key,
                       [this, by = by] {
                           Box2f box;
                           for (const Id leaf : session_.chosenLeaves())
                               if (const auto hold = holdOf(*session_.item(leaf), nullptr)) box.extendBy(xy(*hold));
                           if (box.isEmpty()) return;
                           Movement m;
                           m.turn = radians(by);
                           m.pivot = box.center();
                           session_.edit(tr("Turn"),
                                         moved(session_.project(), session_.allChosen(), m, session_.ground(),
                                               session_.specimen()),
                                         "turn keys");
                       },
                       any});
    const QString snaps = menu + "/" + tr("Snap");
    const std::tuple<const char*, QString, bool*, QKeySequence> switches[] = {
        {"snap.on", tr("Snapping"), &session_.hand.snapping, QKeySequence(Qt::CTRL | Qt::Key_0)},
        {"snap.ends", tr("To ends"), &session_.hand.snap.ends, QKeySequence(Qt::CTRL | Qt::Key_1)},
        {"snap.items", tr("To items"), &session_.hand.snap.items, QKeySequence(Qt::CTRL | Qt::Key_2)},
        {"snap.edges", tr("To edges"), &session_.hand.snap.edges, QKeySequence(Qt::CTRL | Qt::Key_3)},
        {"snap.grid", tr("To a grid"), &session_.hand.snap.grid, QKeySequence(Qt::CTRL | Qt::Key_4)},
        {"snap.angle", tr("Turns by steps"), &session_.hand.snap.angle, QKeySequence(Qt::CTRL | Qt::Key_5)},
        {"snap.axes", tr("Own axes"), &session_.hand.ownAxes, QKeySequence(Qt::CTRL | Qt::Key_6)}};
    for (const auto& [id, text, value, key] : switches)
        commands_.add({id,
                       snaps,
                       text,
                       tr("Things that are dragged are drawn to others; Ctrl in a drag leaves it for once"),
                       key,
                       [this, value = value, text = text] {
                           *value = !*value;
                           session_.handChanged();
                           tell(*value ? tr("%1: on").arg(text) : tr("%1: off").arg(text), false);
                       },
                       {},
                       [value = value] { return *value; }});
}

void MainWindow::lookCommands() {
    const QString menu = tr("&Look");
    const auto any = [this] { return !session_.allChosen().empty(); };
    const auto looking = [this] { return session_.looking(); };
    commands_.add({"look.frame", menu, tr("Frame the selection"),
                   tr("Brings it into view; the shot stays as it is saved"), Qt::Key_F, [this] { frame(false); }, any});
    commands_.add({"look.frameAll", menu, tr("Frame all"), tr("Brings the whole site into view"), Qt::Key_Home,
                   [this] { frame(true); }});
    commands_.add({"look.back", menu, tr("View before"), tr("Like a page turned back"),
                   QKeySequence(Qt::ALT | Qt::Key_Left), [this] { session_.lookBack(); },
                   [this] { return session_.canLookBack(); }});
    commands_.add({"look.forward", menu, tr("View after"), tr("Like a page turned on"),
                   QKeySequence(Qt::ALT | Qt::Key_Right), [this] { session_.lookForward(); },
                   [this] { return session_.canLookForward(); }});
    const QString from = menu + "/" + tr("Look from");
    const std::tuple<const char*, QString, std::optional<double>, int> winds[] = {
        {"look.south", tr("South"), 180.0, Qt::Key_2},
        {"look.north", tr("North"), 0.0, Qt::Key_8},
        {"look.east", tr("East"), 90.0, Qt::Key_6},
        {"look.west", tr("West"), 270.0, Qt::Key_4},
        {"look.above", tr("Above"), std::nullopt, Qt::Key_5}};
    for (const auto& [id, text, bearing, key] : winds)
        commands_.add({id, from, text, tr("Of the selection, or else of all buildings"), QKeySequence(Qt::ALT | key),
                       [this, bearing = bearing] { shotPane_->viewFrom(boxOf(session_.chosenLeaves()), bearing); }});
    commands_.separator(menu);
    commands_.add({"look.part",
                   menu,
                   tr("Refine a part"),
                   tr("A rectangle of the picture alone; again lets all go on"),
                   QKeySequence(Qt::SHIFT | Qt::Key_F9),
                   [this] {
                       if (session_.part())
                           session_.setPart({});
                       else
                           toggle(tools_.part);
                   },
                   {},
                   [this] { return session_.part().has_value() || mainPane().tool() == tools_.part; }});
    commands_.add({"look.hold",
                   menu,
                   tr("Hold the picture"),
                   tr("No more samples until it is let go; the machine is free"),
                   QKeySequence(Qt::CTRL | Qt::Key_F9),
                   [this] { session_.setHeld(!session_.held()); },
                   {},
                   [this] { return session_.held(); }});
    commands_.add({"look.costs", menu, tr("What the picture costs…"),
                   tr("Time and memory of species and materials in this view, the heaviest first"),
                   QKeySequence(Qt::CTRL | Qt::SHIFT | Qt::Key_M), [this] { showCosts(); }});
    commands_.separator(menu);
    commands_.add({"look.keep", menu, tr("Keep the view in the shot"), tr("The shot is saved as you see it now"),
                   Qt::Key_K, [this] { session_.keepLook(); }, looking});
    commands_.add({"look.drop", menu, tr("Back to the shot"), tr("As it was saved"), Qt::Key_B,
                   [this] { session_.dropLook(); }, looking});
    commands_.separator(menu);
    commands_.add({"look.addShot", menu, tr("Add a shot"), tr("The view as it is now, under a name of its own"),
                   QKeySequence(Qt::CTRL | Qt::SHIFT | Qt::Key_N), [this] { shotStrip_->addShot(); }});
    const auto step = [this](int by) {
        const auto shots = itemsOf<Shot>(session_.project());
        for (size_t i = 0; i < shots.size(); ++i)
            if (shots[i]->id == session_.shotId())
                return session_.showShot(shots[(i + shots.size() + static_cast<size_t>(by)) % shots.size()]->id);
    };
    const auto shots = [this] { return itemsOf<Shot>(session_.project()).size() > 1; };
    commands_.add({"look.nextShot", menu, tr("Next shot"), tr("In the order of the strip"),
                   QKeySequence(Qt::CTRL | Qt::Key_PageDown), [step] { step(1); }, shots});
    commands_.add({"look.previousShot", menu, tr("Shot before"), tr("In the order of the strip"),
                   QKeySequence(Qt::CTRL | Qt::Key_PageUp), [step] { step(-1); }, shots});
    commands_.add({"look.deleteShot", menu, tr("Delete this shot"), tr("Undo brings it back"),
                   QKeySequence(Qt::CTRL | Qt::SHIFT | Qt::Key_Delete),
                   [this] { session_.edit(tr("Delete a shot"), removed(session_.project(), session_.shotId())); },
                   shots});
    commands_.separator(menu);
    commands_.add({"look.neutral",
                   menu,
                   tr("Form only"),
                   tr("Buildings in one grey under a pale sky, to judge form by"),
                   QKeySequence(Qt::SHIFT | Qt::Key_F),
                   [this] { session_.setNeutral(!session_.neutral()); },
                   {},
                   [this] { return session_.neutral(); }});
    commands_.add({"look.planting",
                   menu,
                   tr("Planting"),
                   tr("Off: plants are not drawn while you work; renders show them"),
                   QKeySequence(Qt::SHIFT | Qt::Key_P),
                   [this] { session_.setPlanting(!session_.planting()); },
                   {},
                   [this] { return session_.planting(); }});
    commands_.add({"look.nearCut",
                   menu,
                   tr("See from a distance on…"),
                   tr("What stands nearer is not seen while you work: to look through a hedge or a wall"),
                   QKeySequence(Qt::SHIFT | Qt::Key_N),
                   [this] {
                       bool good = false;
                       const QString text = QInputDialog::getText(
                           this, tr("See from a distance on"), tr("Metres before the eye; 0 shows everything"),
                           QLineEdit::Normal, QString::fromStdString(formatNumber(session_.nearCut(), 2)), &good);
                       if (good)
                           guarded([&] {
                               session_.setNearCut(
                                   static_cast<float>(parseQuantity(text.toStdString(), Dimension::Length, "m")));
                           });
                   },
                   {},
                   [this] { return session_.nearCut() > 0; }});
    commands_.separator(menu);
    commands_.add({"look.swap", menu, tr("Swap the panes"), tr("Shot and plan; Tab in a pane does the same"),
                   Qt::Key_F7, [this] { swapPanes(); }});
    commands_.add({"look.apart",
                   menu,
                   tr("Companion in its own window"),
                   tr("For a second monitor"),
                   Qt::Key_F8,
                   [this] { detachCompanion(!companionWindow_); },
                   {},
                   [this] { return companionWindow_ != nullptr; }});
    commands_.add(
        {"look.region", menu, tr("Next region"), tr("Goes round the parts of the window"), Qt::Key_F6, [this] {
             const std::vector<QWidget*> regions{&mainPane(), dayBand_, shotStrip_, register_, stem_, leaves_};
             size_t at = regions.size() - 1;
             for (size_t i = 0; i < regions.size(); ++i)
                 if (regions[i]->hasFocus()) at = i;
             regions[(at + 1) % regions.size()]->setFocus(Qt::OtherFocusReason);
         }});
    commands_.add({"look.fullScreen",
                   menu,
                   tr("Full screen"),
                   tr("Without the frame of the window"),
                   Qt::Key_F11,
                   [this] { isFullScreen() ? showNormal() : showFullScreen(); },
                   {},
                   [this] { return isFullScreen(); }});
}

void MainWindow::toolCommands() {
    const QString menu = tr("&Tools");
    for (int v = 0; v < kVerbs; ++v) {
        const QString of = menu + "/" + Stem::verbName(v);
        commands_.add({QString("verb.%1").arg(v + 1),
                       of,
                       Stem::verbName(v),
                       tr("Its items, values and tools"),
                       QKeySequence(Qt::Key_1 + v),
                       [this, v] { session_.setVerb(static_cast<Verb>(v)); },
                       {},
                       [this, v] { return session_.verb() == static_cast<Verb>(v); }});
        for (const Leaf& leaf : tools_.leaves[v]) {
            const bool own = leaf.shortcut.size() == 1 && leaf.id != "keep"; // others are commands of their own
            commands_.add({QString("tool.%1.%2").arg(v + 1).arg(leaf.id), of, leaf.label, leaf.tip,
                           own ? QKeySequence(leaf.shortcut) : QKeySequence(), [this, id = leaf.id] { pickLeaf(id); },
                           [this, v] { return session_.verb() == static_cast<Verb>(v); },
                           leaf.tool
                               ? std::function<bool()>([this, tool = leaf.tool] { return mainPane().tool() == tool; })
                               : std::function<bool()>()});
        }
    }
    commands_.separator(menu);
    commands_.add({"tool.measure",
                   menu,
                   tr("Measure"),
                   tr("Lengths, heights, angles and areas on whatever is seen"),
                   Qt::Key_J,
                   [this] { toggle(tools_.measure); },
                   {},
                   [this] { return mainPane().tool() == tools_.measure; }});
}

void MainWindow::helpCommands() {
    const QString menu = tr("&Help");
    commands_.add({"help.keys", menu, tr("Keys…"), tr("All commands and gestures on one sheet"), Qt::Key_F1, [this] {
                       delete keysSheet_;
                       keysSheet_ = new KeysSheet(commands_, this);
                       keysSheet_->show();
                   }});
    commands_.add({"help.messages", menu, tr("Messages…"), tr("What has been told since the start, the newest first"),
                   QKeySequence(Qt::CTRL | Qt::Key_F1), [this] {
                       messages_->show();
                       messages_->raise();
                       messages_->activateWindow();
                   }});
}

Pane& MainWindow::activePane() {
    Pane& main = mainPane();
    Pane& other = planIsMain_ ? static_cast<Pane&>(*shotPane_) : *planPane_;
    return other.hasFocus() ? other : main;
}

Box3f MainWindow::boxOf(const std::vector<Id>& ids) const {
    Box3f box;
    const auto add = [&](const Item& item) {
        if (const auto* b = std::get_if<Building>(&item.body)) {
            Box3f local = bounds(*b->model);
            box.extendBy(Imath::transform(local, transformOf(*b)));
            return;
        }
        const Box2f plan = extent(item);
        if (plan.isEmpty()) return;
        const HeightField* ground = session_.ground();
        const float tall = std::holds_alternative<Figure>(item.body)     ? 1.75f
                           : std::holds_alternative<Planting>(item.body) ? 4.0f
                                                                         : 0.5f;
        for (const V2f& p : {plan.min, plan.max, V2f(plan.min.x, plan.max.y), V2f(plan.max.x, plan.min.y)}) {
            const float z = ground ? ground->at(p) : 0;
            box.extendBy(V3f(p.x, p.y, z));
            box.extendBy(V3f(p.x, p.y, z + tall));
        }
    };
    if (!ids.empty())
        for (const Id id : ids) add(*session_.item(id));
    else
        for (const auto& item : session_.project().items)
            if (std::holds_alternative<Building>(item->body) && session_.seen(*item)) add(*item);
    if (box.isEmpty()) {
        const Box2f site = session_.project().ground->grid.box();
        box = {{site.min.x, site.min.y, 0}, {site.max.x, site.max.y, 4}};
    }
    return box;
}

void MainWindow::frame(bool all) {
    if (!all) return activePane().frame(boxOf(session_.chosenLeaves()));
    const Box2f site = session_.project().ground->grid.box();
    if (&activePane() == planPane_)
        planPane_->frame({{site.min.x, site.min.y, 0}, {site.max.x, site.max.y, 0}});
    else
        shotPane_->frame(boxOf({}));
}

void MainWindow::goTo(Id id) {
    mainPane().setFocus();
    const Item* item = session_.item(id);
    if (!item) return;
    if (std::holds_alternative<Shot>(item->body)) return session_.showShot(id);
    if (!belongs(session_.project(), *item, session_.verb()))
        for (int v = 0; v < kVerbs; ++v)
            if (belongs(session_.project(), *item, static_cast<Verb>(v))) {
                session_.setVerb(static_cast<Verb>(v));
                break;
            }
    session_.choose(id);
    const Box3f box = boxOf(session_.chosenLeaves());
    planPane_->frame({box.min - V3f(4), box.max + V3f(4)});
    shotPane_->frame(box);
}

void MainWindow::groupChosen() {
    Id group;
    Project next = grouped(session_.project(), tr("Group").toStdString(), session_.allChosen(), &group);
    guarded([&] {
        check(next);
        session_.edit(tr("Group"), std::move(next));
        session_.choose(group);
    });
}

void MainWindow::detachCompanion(bool apart) {
    if (apart == (companionWindow_ != nullptr)) return;
    if (apart) {
        companionWindow_ = new QWidget(this, Qt::Window);
        companionWindow_->setObjectName("companionWindow");
        companionWindow_->setWindowTitle(tr("Companion - Thallos"));
        (new QVBoxLayout(companionWindow_))->setContentsMargins(0, 0, 0, 0);
        companionWindow_->resize(640, 420);
        companionWindow_->restoreGeometry(QSettings().value("window/companion").toByteArray());
        // Its keys are the window's, and closing it brings the pane back.
        for (const Commands::Entry& e : commands_.all()) companionWindow_->addAction(e.action);
        companionWindow_->installEventFilter(this);
        companionPlace_->hide();
        arrange();
        companionWindow_->show();
    } else {
        QWidget* old = std::exchange(companionWindow_, nullptr);
        QSettings().setValue("window/companion", old->saveGeometry());
        arrange();
        companionPlace_->show();
        old->removeEventFilter(this);
        old->deleteLater();
    }
}

bool MainWindow::eventFilter(QObject* object, QEvent* event) {
    if (object == companionWindow_ && event->type() == QEvent::Close) {
        detachCompanion(false);
        return true;
    }
    return QMainWindow::eventFilter(object, event);
}

} // namespace thallos
