// Commands of the menus Project, Edit, Tools and Help.
#include <QApplication>
#include <QClipboard>

#include "app/lists/find_box.h"
#include "app/lists/history_list.h"
#include "app/shell/main_window.h"
#include "app/shell/stem.h"
#include "app/shell/window_commands.h"
#include "app/windows/guide_window.h"
#include "app/windows/keys_sheet.h"
#include "app/windows/messages_window.h"
#include "app/windows/preferences.h"
#include "app/words/text.h"
#include "app/work/edits.h"

namespace thallos {

namespace {

// Where the pointer is over the ground, in whichever pane.
void pasteUnderPointer(MainWindow& w) {
    std::optional<V2f> at;
    if (const auto place = w.workspace().placeAt(w.mapFromGlobal(QCursor::pos())); place && place->ground)
        at = xy(*place->ground);
    w.session().paste(tr("Paste"), at, true);
}

} // namespace

void addProjectCommands(MainWindow& w) {
    Commands& commands = w.commands();
    const QString menu = tr("&Project");
    commands.add({"project.new", menu, tr("New project…"), tr("Start with an empty site"), QKeySequence::New,
                  [&w] { w.files().newDialog(); }});
    commands.add({"project.newFromBuilding", menu, tr("New from building…"),
                  tr("Start a project around a model; the site is sized to it"),
                  QKeySequence(Qt::CTRL | Qt::ALT | Qt::Key_B), [&w] { w.files().newFromBuilding(); }});
    commands.add({"project.open", menu, tr("Open…"), tr("Open a project file"), QKeySequence::Open,
                  [&w] { w.files().openDialog(); }});
    commands.add({"project.recent", menu, tr("Open recent…"), tr("Recent projects with thumbnails"),
                  QKeySequence(Qt::CTRL | Qt::SHIFT | Qt::Key_O), [&w] { w.files().openRecent(); }});
    commands.separator(menu);
    commands.add({"project.save", menu, tr("Save"), tr("Save the project; you can go on working"), QKeySequence::Save,
                  [&w] { w.files().save(false); }});
    commands.add({"project.saveAs", menu, tr("Save as…"), tr("Save under another name and continue in that file"),
                  QKeySequence(Qt::CTRL | Qt::SHIFT | Qt::Key_S), [&w] { w.files().save(true); }});
    commands.add({"project.saveCopy", menu, tr("Save a copy…"), tr("Save to another file and continue in this one"),
                  QKeySequence(Qt::CTRL | Qt::ALT | Qt::Key_S), [&w] { w.files().saveCopy(); }});
    commands.separator(menu);
    commands.add({"project.site", menu, tr("Site"), tr("Name, size, location and time zone of the site"),
                  QKeySequence(Qt::CTRL | Qt::ALT | Qt::Key_P), [&w] {
                      w.session().view.setVerb(Verb::Seat);
                      w.session().selection.set({});
                  }});
    commands.add({"project.import", menu, tr("Import model…"), tr("Import a building or prop from a file"),
                  QKeySequence(Qt::CTRL | Qt::Key_I), [&w] { w.files().importDialog(); }});
    commands.add({"project.terrain", menu, tr("Import terrain…"),
                  tr("Import ground heights from a GeoTIFF, ASCII grid or HGT file, at their real size"),
                  QKeySequence(Qt::CTRL | Qt::ALT | Qt::Key_I), [&w] { w.files().terrainDialog(); }});
    commands.add({"project.collect", menu, tr("Collect for hand-over…"),
                  tr("Copy the project, its imported assets and a list of licences into one folder"),
                  QKeySequence(Qt::CTRL | Qt::ALT | Qt::Key_C), [&w] { w.library().collectDialog(); }});
    commands.separator(menu);
    commands.add({"project.render", menu, tr("Render shot…"), tr("Render this shot to a file"), Qt::Key_F9,
                  [&w] { w.renders().ask(); }, [&w] { return !w.renders().running(); }});
    commands.add({"project.copyPicture", menu, tr("Copy view as image"),
                  tr("Copy the view, as it is now, to the clipboard"), QKeySequence(Qt::CTRL | Qt::SHIFT | Qt::Key_C),
                  [&w] {
                      QApplication::clipboard()->setImage(w.shotPane().picture().image);
                      w.tell(tr("Image copied to the clipboard."), false);
                  },
                  [&w] { return !w.shotPane().picture().image.isNull(); }});
    commands.add({"project.savePicture", menu, tr("Save view as image…"), tr("Save the view, as it is now, to a file"),
                  QKeySequence(Qt::CTRL | Qt::SHIFT | Qt::Key_P), [&w] { w.files().savePicture(); },
                  [&w] { return !w.shotPane().picture().image.isNull(); }});
    commands.separator(menu);
    commands.add({"project.preferences", menu, tr("Preferences…"), tr("Appearance, units, threads, memory, shortcuts"),
                  QKeySequence(Qt::CTRL | Qt::Key_Comma), [&w] {
                      PreferencesWindow window(w.session(), w.commands(), &w);
                      QObject::connect(&window, &PreferencesWindow::changed, &w, &MainWindow::applyPreferences);
                      window.exec();
                  }});
    commands.add({"project.quit", menu, tr("Quit"), tr("Offers to save first"), QKeySequence(Qt::CTRL | Qt::Key_Q),
                  [&w] { w.close(); }});
}

void addEditCommands(MainWindow& w) {
    Commands& commands = w.commands();
    const QString menu = tr("&Edit");
    const auto any = [&w] { return !w.session().selection.all().empty(); };
    commands.add({"edit.undo", menu, tr("Undo"), tr("Undo the last step"), QKeySequence::Undo,
                  [&w] { w.session().document.undo(); }, [&w] { return w.session().document.history().canUndo(); }});
    commands.add({"edit.redo",
                  menu,
                  tr("Redo"),
                  tr("Repeat the undone step"),
                  QKeySequence(Qt::CTRL | Qt::SHIFT | Qt::Key_Z),
                  [&w] { w.session().document.redo(); },
                  [&w] { return w.session().document.history().canRedo(); },
                  {},
                  QKeySequence(Qt::CTRL | Qt::Key_Y)});
    commands.add({"edit.history", menu, tr("History"), tr("List of steps; click one to go there"),
                  QKeySequence(Qt::CTRL | Qt::Key_H), [&w] {
                      delete w.findChild<HistoryList*>();
                      (new HistoryList(w.session(), &w))->show();
                  }});
    commands.separator(menu);
    commands.add({"edit.cut", menu, tr("Cut"), tr("Copy the selection and delete it"), QKeySequence::Cut,
                  [&w] {
                      w.session().copySelected();
                      deleteSelected(w.session());
                  },
                  any});
    commands.add({"edit.copy", menu, tr("Copy"), tr("Copy the selection, for this or another project"),
                  QKeySequence::Copy,
                  [&w] {
                      w.session().copySelected();
                      w.tell(tr("Copied; it can also be pasted into another project."), false);
                  },
                  any});
    const auto canPaste = [&w] { return w.session().canPaste(); };
    commands.add({"edit.paste", menu, tr("Paste at pointer"), tr("Paste on the ground under the pointer"),
                  QKeySequence::Paste, [&w] { pasteUnderPointer(w); }, canPaste});
    commands.add({"edit.pasteInPlace", menu, tr("Paste in place"), tr("Paste where it was copied from"),
                  QKeySequence(Qt::CTRL | Qt::SHIFT | Qt::Key_V),
                  [&w] { w.session().paste(tr("Paste"), std::nullopt); }, canPaste});
    commands.add({"edit.duplicate", menu, tr("Duplicate"), tr("Place a copy next to the selection"),
                  QKeySequence(Qt::CTRL | Qt::Key_D),
                  [&w] {
                      w.session().copySelected();
                      w.session().paste(tr("Duplicate"), std::nullopt, true);
                  },
                  any});
    commands.add({"edit.delete", menu, tr("Delete"), tr("Delete the selection and what depends on it"), Qt::Key_Delete,
                  [&w] { deleteSelected(w.session()); }, any});
    commands.separator(menu);
    commands.add({"edit.find", menu, tr("Find…"), tr("Find any item by name, kind, species or material"),
                  QKeySequence::Find, [&w] { w.findBox().start(); }});
}

void addToolCommands(MainWindow& w) {
    Commands& commands = w.commands();
    const QString menu = tr("&Tools");
    for (int v = 0; v < kVerbs; ++v) {
        const QString of = menu + "/" + Stem::verbName(v);
        commands.add({QString("verb.%1").arg(v + 1),
                      of,
                      Stem::verbName(v),
                      tr("Show its tools, items and properties"),
                      QKeySequence(Qt::Key_1 + v),
                      [&w, v] { w.session().view.setVerb(static_cast<Verb>(v)); },
                      {},
                      [&w, v] { return w.session().view.verb() == static_cast<Verb>(v); }});
        for (const Leaf& leaf : w.tools().leaves[v]) {
            const bool own = leaf.shortcut.size() == 1 && leaf.id != "keep"; // others are commands of their own
            commands.add(
                {QString("tool.%1.%2").arg(v + 1).arg(leaf.id), of, leaf.label, leaf.tip,
                 own ? QKeySequence(leaf.shortcut) : QKeySequence(), [&w, id = leaf.id] { w.workspace().pickLeaf(id); },
                 [&w, v] { return w.session().view.verb() == static_cast<Verb>(v); },
                 leaf.tool ? std::function<bool()>([&w, tool = leaf.tool] { return w.mainPane().tool() == tool; })
                           : std::function<bool()>()});
        }
    }
    commands.separator(menu);
    commands.add({"tool.measure",
                  menu,
                  tr("Measure"),
                  tr("Measure lengths, heights, angles and areas"),
                  Qt::Key_J,
                  [&w] { w.workspace().toggle(w.tools().measure); },
                  {},
                  [&w] { return w.mainPane().tool() == w.tools().measure; }});
}

void addHelpCommands(MainWindow& w) {
    Commands& commands = w.commands();
    const QString menu = tr("&Help");
    commands.add({"help.guide", menu, tr("User guide"), tr("The guide, a page for each stage"), Qt::Key_F1, [&w] {
                      static const char* const pages[] = {"seat", "shape", "plant", "light", "frame", "finish"};
                      auto* guide = w.findChild<GuideWindow*>();
                      if (!guide) {
                          guide = new GuideWindow(&w);
                          guide->showPage(pages[static_cast<int>(w.session().view.verb())]);
                      }
                      guide->show();
                      guide->raise();
                      guide->activateWindow();
                  }});
    commands.add({"help.keys", menu, tr("Keyboard shortcuts"), tr("All commands and gestures on one sheet"),
                  QKeySequence(Qt::CTRL | Qt::Key_F1), [&w] {
                      delete w.findChild<KeysSheet*>();
                      (new KeysSheet(w.commands(), &w))->show();
                  }});
    commands.add({"help.messages", menu, tr("Messages"), tr("All messages since the start, newest first"),
                  QKeySequence(Qt::SHIFT | Qt::Key_F1), [&w] {
                      w.messages().show();
                      w.messages().raise();
                      w.messages().activateWindow();
                  }});
    commands.add({"help.practice", menu, tr("Import the practice shed…"),
                  tr("A tool shed with faults to practise on; the guide's page Seat goes through them"),
                  QKeySequence(Qt::CTRL | Qt::ALT | Qt::Key_J), [&w] { w.files().importPractice(); }});
    commands.separator(menu);
    commands.add({"help.about", menu, tr("About and licences"), tr("Version, and the licences of what comes with it"),
                  QKeySequence(Qt::CTRL | Qt::SHIFT | Qt::Key_F1), [&w] {
                      delete w.findChild<AboutWindow*>();
                      (new AboutWindow(&w))->show();
                  }});
}

} // namespace thallos
