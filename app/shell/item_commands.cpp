// Commands of the menu Items.
#include <algorithm>

#include "app/lists/item_list.h"
#include "app/shell/main_window.h"
#include "app/shell/window_commands.h"
#include "app/words/text.h"
#include "app/work/edits.h"
#include "core/project/move.h"

namespace thallos {

namespace {

void selecting(MainWindow& w) {
    Commands& commands = w.commands();
    const QString menu = tr("&Items");
    const auto any = [&w] { return !w.session().selection.empty(); };
    commands.add({"items.all", menu, tr("Select all"), tr("Everything in the list"), QKeySequence::SelectAll,
                  [&w] { selectAllOfVerb(w.session()); }});
    commands.add({"items.kind", menu, tr("Select all of its kind"), tr("Every item of the kinds that are selected"),
                  QKeySequence(Qt::CTRL | Qt::SHIFT | Qt::Key_A), [&w] { selectAllOfKind(w.session()); }, any});
    commands.add({"items.none", menu, tr("Select none"), tr("Esc in a pane does the same"),
                  QKeySequence(Qt::CTRL | Qt::Key_Backslash), [&w] { w.session().selection.set({}); }, any});
    commands.separator(menu);
}

void grouping(MainWindow& w) {
    Commands& commands = w.commands();
    const QString menu = tr("&Items");
    const auto any = [&w] { return !w.session().selection.empty(); };
    commands.add({"items.group", menu, tr("Group"), tr("The selection is held together under one name"),
                  QKeySequence(Qt::CTRL | Qt::Key_G), [&w] { groupSelected(w.session()); }, any});
    commands.add({"items.ungroup", menu, tr("Ungroup"), tr("What the group held stands for itself again"),
                  QKeySequence(Qt::CTRL | Qt::SHIFT | Qt::Key_G), [&w] { ungroupSelected(w.session()); },
                  [&w] {
                      for (const Id id : w.session().selection.all())
                          if (bodyOf<Group>(w.session().document.item(id))) return true;
                      return false;
                  }});
    commands.add({"items.rename", menu, tr("Rename…"), tr("In the register"), Qt::Key_F2,
                  [&w] { w.workspace().items().renameSelected(); },
                  [&w] { return w.session().selection.all().size() == 1; }});
    commands.add({"items.materials", menu, tr("Materials…"), tr("The library, to lay on parts of buildings"),
                  QKeySequence(Qt::CTRL | Qt::Key_M), [&w] { w.library().showMaterials(); }});
    commands.add({"items.species", menu, tr("Species…"), tr("The plant library: seen, bred and taken to plant"),
                  QKeySequence(Qt::CTRL | Qt::Key_B), [&w] { w.library().showSpecies(); }});
    commands.add({"items.bringIn", menu, tr("Bring in for planting…"),
                  tr("A plant, thing or picture of another program, into your library"),
                  QKeySequence(Qt::CTRL | Qt::SHIFT | Qt::Key_I), [&w] { w.library().importPlantDialog(); }});
    commands.add({"items.lock", menu, tr("Lock"), tr("Clicks in the panes pass it by, and nothing changes it"),
                  QKeySequence(Qt::CTRL | Qt::Key_L), [&w] { lockSelected(w.session()); }, any,
                  [&w] { return w.session().selection.item() && w.session().selection.item()->locked; }});
    commands.separator(menu);
}

void hiding(MainWindow& w) {
    Commands& commands = w.commands();
    const QString menu = tr("&Items");
    const auto any = [&w] { return !w.session().selection.empty(); };
    commands.add({"items.hide", menu, tr("Hide for now"), tr("Not seen while you work; renders show it"), Qt::Key_H,
                  [&w] {
                      if (refusesSelection(w.session())) return;
                      w.session().view.hide(w.session().selection.all());
                      w.session().selection.set({});
                  },
                  any});
    commands.add({"items.isolate", menu, tr("Show only this"), tr("All else is hidden for now"),
                  QKeySequence(Qt::SHIFT | Qt::Key_H), [&w] { w.session().view.showOnly(w.session().selection.all()); },
                  any});
    commands.add({"items.showAll", menu, tr("Show all"), tr("Whatever was hidden for now is seen again"),
                  QKeySequence(Qt::CTRL | Qt::SHIFT | Qt::Key_H), [&w] { w.session().view.showAll(); },
                  [&w] { return w.session().view.anyHidden() || !w.session().view.planting(); }});
    commands.add({"items.leaveOut", menu, tr("Leave out of this shot"),
                  tr("Not in this shot's renders; the ground and what grows stay as they are"),
                  QKeySequence(Qt::CTRL | Qt::ALT | Qt::Key_H),
                  [&w] {
                      const std::vector<Id> ids = w.session().selection.all();
                      w.session().view.editShot(tr("Leave out of the shot"), [&](Shot& s) {
                          for (const Id id : ids)
                              if (std::find(s.hidden.begin(), s.hidden.end(), id) == s.hidden.end())
                                  s.hidden.push_back(id);
                      });
                  },
                  any});
    commands.add({"items.putBack", menu, tr("Put all back into this shot"), tr("What was left out of it is seen again"),
                  QKeySequence(Qt::CTRL | Qt::ALT | Qt::SHIFT | Qt::Key_H),
                  [&w] { w.session().view.editShot(tr("Put back into the shot"), [](Shot& s) { s.hidden.clear(); }); },
                  [&w] {
                      const auto* s = bodyOf<Shot>(w.session().view.shotItem());
                      return s && !s->hidden.empty();
                  }});
    commands.separator(menu);
}

void aligning(MainWindow& w) {
    Commands& commands = w.commands();
    const QString menu = tr("&Items");
    const auto several = [&w] {
        const Selection& selection = w.session().selection;
        if (selection.all().size() < 2) return false;
        const auto& ids = selection.leaves();
        return std::count_if(ids.begin(), ids.end(),
                             [&w](Id id) { return holdOf(*w.session().document.item(id), nullptr).has_value(); }) > 1;
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
        commands.add({id, align, text, tr("To the item that was selected last"),
                      QKeySequence(Qt::ALT | Qt::SHIFT | key),
                      [&w, side = side] {
                          w.session().document.edit(tr("Align"),
                                                    aligned(w.session().document.project(), w.session().selection.all(),
                                                            side, w.session().document.ground()));
                      },
                      several});
    const QString spread = menu + "/" + tr("Space evenly");
    for (const bool east : {true, false})
        commands.add({east ? "items.spreadX" : "items.spreadY", spread,
                      east ? tr("East to west") : tr("North to south"),
                      tr("The outermost two stay; the middles between them are spaced evenly"),
                      QKeySequence(Qt::CTRL | Qt::ALT | (east ? Qt::Key_E : Qt::Key_N)),
                      [&w, east] {
                          w.session().document.edit(tr("Space evenly"), distributed(w.session().document.project(),
                                                                                    w.session().selection.all(), east,
                                                                                    w.session().document.ground()));
                      },
                      [&w] { return w.session().selection.all().size() > 2; }});
}

void turning(MainWindow& w) {
    Commands& commands = w.commands();
    const QString menu = tr("&Items");
    const auto any = [&w] { return !w.session().selection.empty(); };
    const QString turn = menu + "/" + tr("Turn");
    const std::tuple<const char*, QString, double, QKeySequence> turns[] = {
        {"items.turnLeft", tr("Left by 15°"), 15.0, QKeySequence(Qt::Key_Comma)},
        {"items.turnRight", tr("Right by 15°"), -15.0, QKeySequence(Qt::Key_Period)},
        {"items.turnLeftFine", tr("Left by 1°"), 1.0, QKeySequence(Qt::CTRL | Qt::ALT | Qt::Key_Comma)},
        {"items.turnRightFine", tr("Right by 1°"), -1.0, QKeySequence(Qt::CTRL | Qt::ALT | Qt::Key_Period)}};
    for (const auto& [id, text, by, key] : turns)
        commands.add({id, turn, text, tr("Each about the middle of the selection"), key,
                      [&w, by = by] { turnSelected(w.session(), by); }, any});
}

void snapping(MainWindow& w) {
    Commands& commands = w.commands();
    const QString menu = tr("&Items");
    const QString snaps = menu + "/" + tr("Snap");
    const std::tuple<const char*, QString, bool*, QKeySequence> switches[] = {
        {"snap.on", tr("Snapping"), &w.session().hand.snapping, QKeySequence(Qt::CTRL | Qt::Key_0)},
        {"snap.ends", tr("To ends"), &w.session().hand.snap.ends, QKeySequence(Qt::CTRL | Qt::Key_1)},
        {"snap.items", tr("To items"), &w.session().hand.snap.items, QKeySequence(Qt::CTRL | Qt::Key_2)},
        {"snap.edges", tr("To edges"), &w.session().hand.snap.edges, QKeySequence(Qt::CTRL | Qt::Key_3)},
        {"snap.grid", tr("To a grid"), &w.session().hand.snap.grid, QKeySequence(Qt::CTRL | Qt::Key_4)},
        {"snap.angle", tr("Turns by steps"), &w.session().hand.snap.angle, QKeySequence(Qt::CTRL | Qt::Key_5)},
        {"snap.axes", tr("Own axes"), &w.session().hand.ownAxes, QKeySequence(Qt::CTRL | Qt::Key_6)}};
    for (const auto& [id, text, value, key] : switches)
        commands.add({id,
                      snaps,
                      text,
                      tr("Things that are dragged are drawn to others; Ctrl in a drag leaves it for once"),
                      key,
                      [&w, value = value, text = text] {
                          *value = !*value;
                          w.session().handChanged();
                          w.tell(*value ? tr("%1: on").arg(text) : tr("%1: off").arg(text), false);
                      },
                      {},
                      [value = value] { return *value; }});
}

} // namespace

void addItemCommands(MainWindow& w) {
    selecting(w);
    grouping(w);
    hiding(w);
    aligning(w);
    turning(w);
    snapping(w);
}

} // namespace thallos
