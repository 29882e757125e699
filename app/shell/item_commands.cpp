// Commands of the menu Items.
#include <algorithm>

#include "app/lists/item_list.h"
#include "app/shell/main_window.h"
#include "app/shell/window_commands.h"
#include "app/windows/health_window.h"
#include "app/windows/snags_window.h"
#include "app/words/text.h"
#include "app/work/edits.h"
#include "app/work/part_edits.h"
#include "core/project/move.h"

namespace thallos {

namespace {

void selecting(MainWindow& w) {
    Commands& commands = w.commands();
    const QString menu = tr("&Items");
    const auto any = [&w] { return !w.session().selection.empty(); };
    commands.add({"items.all", menu, tr("Select all"), tr("Select all items in the list"), QKeySequence::SelectAll,
                  [&w] { selectAllOfVerb(w.session()); }});
    commands.add({"items.kind", menu, tr("Select all of this kind"), tr("Select every item of the kinds selected"),
                  QKeySequence(Qt::CTRL | Qt::SHIFT | Qt::Key_A), [&w] { selectAllOfKind(w.session()); }, any});
    commands.add({"items.none", menu, tr("Select none"), tr("Clear the selection; Esc in a pane does the same"),
                  QKeySequence(Qt::CTRL | Qt::Key_Backslash), [&w] { w.session().selection.set({}); }, any});
    commands.separator(menu);
}

void grouping(MainWindow& w) {
    Commands& commands = w.commands();
    const QString menu = tr("&Items");
    const auto any = [&w] { return !w.session().selection.empty(); };
    commands.add({"items.group", menu, tr("Group"), tr("Combine the selection under one name"),
                  QKeySequence(Qt::CTRL | Qt::Key_G), [&w] { groupSelected(w.session()); }, any});
    commands.add({"items.ungroup", menu, tr("Ungroup"), tr("Dissolve the group, keep its items"),
                  QKeySequence(Qt::CTRL | Qt::SHIFT | Qt::Key_G), [&w] { ungroupSelected(w.session()); },
                  [&w] {
                      for (const Id id : w.session().selection.all())
                          if (bodyOf<Group>(w.session().document.item(id))) return true;
                      return false;
                  }});
    commands.add({"items.rename", menu, tr("Rename"), tr("Edit the name in the list"), Qt::Key_F2,
                  [&w] { w.workspace().items().renameSelected(); },
                  [&w] { return ofThePicture(w.session().view.verb()) || w.session().selection.all().size() == 1; }});
    const auto step = [&w] { return isStep(w.session(), w.session().selection.last()); };
    commands.add({"items.earlier", menu, tr("Move up in the order"),
                  tr("The ground takes this step before the one above it in the list"),
                  QKeySequence(Qt::CTRL | Qt::SHIFT | Qt::Key_Up),
                  [&w] { moveStep(w.session(), w.session().selection.last(), -1); }, step});
    commands.add({"items.later", menu, tr("Move down in the order"),
                  tr("The ground takes this step after the one below it in the list"),
                  QKeySequence(Qt::CTRL | Qt::SHIFT | Qt::Key_Down),
                  [&w] { moveStep(w.session(), w.session().selection.last(), 1); }, step});
    commands.add({"items.materials", menu, tr("Materials"), tr("Material library; drag onto parts of a building"),
                  QKeySequence(Qt::CTRL | Qt::Key_M), [&w] { w.library().showMaterials(); }});
    commands.add({"items.species", menu, tr("Species"), tr("Plant library: browse, edit, plant"),
                  QKeySequence(Qt::CTRL | Qt::Key_B), [&w] { w.library().showSpecies(); }});
    commands.add({"items.bringIn", menu, tr("Import plant…"),
                  tr("Add a plant, prop or cut-out from a file to your library"),
                  QKeySequence(Qt::CTRL | Qt::SHIFT | Qt::Key_I), [&w] { w.library().importPlantDialog(); }});
    const auto building = [&w] { return selectedBuilding(w.session()) != nullptr; };
    const auto parts = [&w] { return !w.session().selection.parts().empty(); };
    commands.add({"items.alike", menu, tr("Select identical"),
                  tr("Select all parts that are the same thing in another place"),
                  QKeySequence(Qt::CTRL | Qt::ALT | Qt::Key_A), [&w] { selectAlike(w.session()); }, parts});
    commands.add({"items.ofMaterial", menu, tr("Select all of this material"),
                  tr("Select every part of the building that is of this material"),
                  QKeySequence(Qt::CTRL | Qt::ALT | Qt::Key_M), [&w] { selectOfMaterial(w.session()); }, building});
    commands.add({"items.unseen", menu, tr("Select what no shot sees"),
                  tr("Select the parts of the building that no shot shows, so that nobody dresses them"),
                  QKeySequence(Qt::CTRL | Qt::ALT | Qt::Key_U), [&w] { selectUnseen(w.session()); }, building});
    commands.add({"items.check", menu, tr("Check model…"),
                  tr("Find faults of the model, such as faces that are inside out, and repair them"),
                  QKeySequence(Qt::CTRL | Qt::Key_K), [&w] { showHealth(w.session(), &w); }, building});
    commands.add({"items.reimport", menu, tr("Re-import…"),
                  tr("Read the changed file of a building again; place, materials and changes stay"),
                  QKeySequence(Qt::CTRL | Qt::ALT | Qt::Key_R), [&w] { w.files().reimportDialog(); }, building});
    commands.add({"items.findTextures", menu, tr("Find textures…"),
                  tr("Look for the missing textures of a building in another folder, by their names"),
                  QKeySequence(Qt::CTRL | Qt::ALT | Qt::Key_X), [&w] { w.files().findTextures(); }, building});
    commands.add({"items.snags", menu, tr("Snags…"),
                  tr("What would be noticed in the picture as a mistake, such as a house that floats"),
                  QKeySequence(Qt::CTRL | Qt::ALT | Qt::Key_K), [&w] { showSnags(w.session(), &w); }});
    commands.add({"items.lock", menu, tr("Lock"), tr("Locked items cannot be selected in the panes or edited"),
                  QKeySequence(Qt::CTRL | Qt::Key_L), [&w] { lockSelected(w.session()); }, any,
                  [&w] { return w.session().selection.item() && w.session().selection.item()->locked; }});
    commands.separator(menu);
}

void hiding(MainWindow& w) {
    Commands& commands = w.commands();
    const QString menu = tr("&Items");
    const auto any = [&w] { return !w.session().selection.empty(); };
    commands.add({"items.presentation", menu, tr("Presentation only"), tr("For pictures alone, no part of the design"),
                  QKeySequence(Qt::CTRL | Qt::ALT | Qt::Key_O), [&w] { flagPresentation(w.session()); }, any,
                  [&w] { return w.session().selection.item() && w.session().selection.item()->presentation; }});
    commands.add({"items.designOnly", menu, tr("Hide what is for presentation only"),
                  tr("Show the design alone while working; again shows all"),
                  QKeySequence(Qt::CTRL | Qt::ALT | Qt::Key_G), [&w] {
                      View& view = w.session().view;
                      std::vector<Id> ids;
                      for (const auto& item : w.session().document.project().items)
                          if (item->presentation) ids.push_back(item->id);
                      const bool gone = std::any_of(ids.begin(), ids.end(), [&](Id id) { return view.hidden(id); });
                      gone ? view.showHidden() : view.hide(ids);
                  }});
    commands.add({"items.visible", menu, tr("Visible"), tr("Off: hidden in the panes and left out of renders"),
                  QKeySequence(Qt::SHIFT | Qt::Key_V), [&w] { showSelected(w.session()); }, any,
                  [&w] { return w.session().selection.item() && w.session().selection.item()->visible; }});
    commands.add({"items.hide", menu, tr("Hide while working"), tr("Hidden in the panes, still rendered"), Qt::Key_H,
                  [&w] {
                      if (refusesSelection(w.session())) return;
                      const Selection& selection = w.session().selection;
                      if (const std::vector<int> parts = selection.parts(); !parts.empty()) {
                          w.session().view.hideParts(selection.last(), parts);
                          return w.session().selection.set(selection.last());
                      }
                      w.session().view.hide(selection.all());
                      w.session().selection.set({});
                  },
                  any});
    commands.add({"items.isolate", menu, tr("Isolate"), tr("Hide everything else while working; again shows all"),
                  Qt::Key_I,
                  [&w] {
                      View& view = w.session().view;
                      const Selection& selection = w.session().selection;
                      if (view.isolated()) return view.showHidden();
                      selection.parts().empty() ? view.showOnly(selection.all())
                                                : view.showOnlyParts(selection.last(), selection.parts());
                  },
                  [&w] { return w.session().view.isolated() || !w.session().selection.empty(); },
                  [&w] { return w.session().view.isolated(); }});
    commands.add({"items.showAll", menu, tr("Show all hidden"), tr("Show again what was hidden while working"),
                  QKeySequence(Qt::CTRL | Qt::SHIFT | Qt::Key_H), [&w] { w.session().view.showAll(); },
                  [&w] {
                      const View& view = w.session().view;
                      return view.anyHidden() || !view.planting() || view.nearCut() > 0;
                  }});
    commands.add({"items.leaveOut", menu, tr("Exclude from this shot"),
                  tr("Not in this shot's renders; ground and planting stay as they are"),
                  QKeySequence(Qt::CTRL | Qt::ALT | Qt::Key_H),
                  [&w] {
                      const std::vector<Id> ids = w.session().selection.all();
                      w.session().view.editShot(tr("Exclude from shot"), [&](Shot& s) {
                          for (const Id id : ids)
                              if (std::find(s.hidden.begin(), s.hidden.end(), id) == s.hidden.end())
                                  s.hidden.push_back(id);
                      });
                  },
                  any});
    commands.add({"items.putBack", menu, tr("Include everything in this shot"), tr("Clear this shot's exclusions"),
                  QKeySequence(Qt::CTRL | Qt::ALT | Qt::SHIFT | Qt::Key_H),
                  [&w] { w.session().view.editShot(tr("Include in shot"), [](Shot& s) { s.hidden.clear(); }); },
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
        {"items.alignWest", tr("West edges"), Side::West, Qt::Key_Left},
        {"items.alignEast", tr("East edges"), Side::East, Qt::Key_Right},
        {"items.alignNorth", tr("North edges"), Side::North, Qt::Key_Up},
        {"items.alignSouth", tr("South edges"), Side::South, Qt::Key_Down},
        {"items.alignMiddleX", tr("Centres, east–west"), Side::MiddleEastWest, Qt::Key_PageUp},
        {"items.alignMiddleY", tr("Centres, north–south"), Side::MiddleNorthSouth, Qt::Key_PageDown},
        {"items.alignHeight", tr("Base levels"), Side::Height, Qt::Key_Home}};
    for (const auto& [id, text, side, key] : sides)
        commands.add({id, align, text, tr("Align to the item selected last"), QKeySequence(Qt::ALT | Qt::SHIFT | key),
                      [&w, side = side] {
                          w.session().document.edit(tr("Align"),
                                                    aligned(w.session().document.project(), w.session().selection.all(),
                                                            side, w.session().document.ground()));
                      },
                      several});
    const QString spread = menu + "/" + tr("Distribute");
    for (const bool east : {true, false})
        commands.add({east ? "items.spreadX" : "items.spreadY", spread, east ? tr("East–west") : tr("North–south"),
                      tr("Keep the two outermost, space the centres between them evenly"),
                      QKeySequence(Qt::CTRL | Qt::ALT | (east ? Qt::Key_E : Qt::Key_N)),
                      [&w, east] {
                          w.session().document.edit(tr("Distribute"), distributed(w.session().document.project(),
                                                                                  w.session().selection.all(), east,
                                                                                  w.session().document.ground()));
                      },
                      [&w] { return w.session().selection.all().size() > 2; }});
}

void turning(MainWindow& w) {
    Commands& commands = w.commands();
    const QString menu = tr("&Items");
    const auto any = [&w] { return !w.session().selection.empty(); };
    const QString turn = menu + "/" + tr("Rotate");
    const std::tuple<const char*, QString, double, QKeySequence> turns[] = {
        {"items.turnLeft", tr("15° counter-clockwise"), 15.0, QKeySequence(Qt::Key_Comma)},
        {"items.turnRight", tr("15° clockwise"), -15.0, QKeySequence(Qt::Key_Period)},
        {"items.turnLeftFine", tr("1° counter-clockwise"), 1.0, QKeySequence(Qt::CTRL | Qt::ALT | Qt::Key_Comma)},
        {"items.turnRightFine", tr("1° clockwise"), -1.0, QKeySequence(Qt::CTRL | Qt::ALT | Qt::Key_Period)}};
    for (const auto& [id, text, by, key] : turns)
        commands.add({id, turn, text, tr("Rotate about the centre of the selection"), key,
                      [&w, by = by] { turnSelected(w.session(), by); }, any});
}

void snapping(MainWindow& w) {
    Commands& commands = w.commands();
    const QString menu = tr("&Items");
    const QString snaps = menu + "/" + tr("Snap");
    const std::tuple<const char*, QString, QString, bool*, QKeySequence> switches[] = {
        {"snap.on", tr("Snapping"), tr("Snap what is dragged; Ctrl in a drag reverses it for once"),
         &w.session().hand.snapping, QKeySequence(Qt::CTRL | Qt::Key_0)},
        {"snap.ends", tr("To corners"), tr("Corners of buildings and outlines"), &w.session().hand.snap.ends,
         QKeySequence(Qt::CTRL | Qt::Key_1)},
        {"snap.items", tr("To centres"), tr("Centres of buildings, plants and figures"), &w.session().hand.snap.items,
         QKeySequence(Qt::CTRL | Qt::Key_2)},
        {"snap.edges", tr("To edges"), tr("Sides of buildings and outlines"), &w.session().hand.snap.edges,
         QKeySequence(Qt::CTRL | Qt::Key_3)},
        {"snap.grid", tr("To a grid"), tr("A grid over the site"), &w.session().hand.snap.grid,
         QKeySequence(Qt::CTRL | Qt::Key_4)},
        {"snap.angle", tr("Angle steps"), tr("Rotate in even steps"), &w.session().hand.snap.angle,
         QKeySequence(Qt::CTRL | Qt::Key_5)},
        {"snap.axes", tr("Local axes"), tr("Handles follow the item instead of east and north"),
         &w.session().hand.ownAxes, QKeySequence(Qt::CTRL | Qt::Key_6)}};
    for (const auto& [id, text, tip, value, key] : switches)
        commands.add({id,
                      value == &w.session().hand.ownAxes ? menu : snaps,
                      text,
                      tip,
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
