// Drives the real window with posted events, as a hand would, and waits for what follows.
#pragma once

#include <ctime>
#include <filesystem>
#include <functional>

#include <QDialog>
#include <QImage>
#include <QLineEdit>
#include <QMenu>
#include <QTest>

#include "app/lists/item_list.h"
#include "app/shell/main_window.h"

namespace thallos::test {

// One window for all tests: made at first use.
MainWindow& window();
// A fresh small site in the window, with everything built and the first pictures shown.
void freshSite(bool house = true);

// Processor time that this process has spent since: how long something took, however busy the machine is.
class Spent {
public:
    double milliseconds() const { return 1000.0 * static_cast<double>(std::clock() - start_) / CLOCKS_PER_SEC; }

private:
    std::clock_t start_ = std::clock();
};

bool waitFor(const std::function<bool()>& done, int milliseconds = 20000);
// Until the engine has built the document as it is now, at rest.
void settle();
// And until the plan shows it: whatever compares grabs of the plan waits for this.
void settlePlan();

void key(Qt::Key k, Qt::KeyboardModifiers modifiers = Qt::NoModifier); // to whatever has the focus
void type(const QString& text);
void press(QWidget& widget, const QPointF& at, Qt::KeyboardModifiers modifiers = Qt::NoModifier,
           Qt::MouseButton button = Qt::LeftButton);
void moveTo(QWidget& widget, const QPointF& at, Qt::KeyboardModifiers modifiers = Qt::NoModifier,
            Qt::MouseButton button = Qt::LeftButton);
void release(QWidget& widget, const QPointF& at, Qt::KeyboardModifiers modifiers = Qt::NoModifier,
             Qt::MouseButton button = Qt::LeftButton);
void click(QWidget& widget, const QPointF& at, Qt::KeyboardModifiers modifiers = Qt::NoModifier,
           Qt::MouseButton button = Qt::LeftButton);
void doubleClick(QWidget& widget, const QPointF& at);
void drag(QWidget& widget, const QPointF& from, const QPointF& to, Qt::KeyboardModifiers modifiers = Qt::NoModifier,
          Qt::MouseButton button = Qt::LeftButton);

void wheel(QWidget& widget, const QPointF& at, int angle, Qt::KeyboardModifiers modifiers = Qt::NoModifier);

ItemTree& items(); // the list of the verb's items
// The middle of a cell in it, so many rows below the first one in sight; below all rows, the empty place there.
QPointF inItems(int row, ItemModel::Column column = ItemModel::Name);
void clickItem(int row, ItemModel::Column column = ItemModel::Name, Qt::KeyboardModifiers modifiers = Qt::NoModifier);

void verb(Verb v);                           // by its digit
void leaf(const QString& id);                // by a click on it
void brush(const QString& name);             // of the ground: raise, lower, level, smooth ...; gravel, soil
void choose(const QString& row, int option); // in a row of the inspector
QPointF at(Pane& pane, const V2f& ground);
void choosePlanAsMain(bool plan);
// Types into the line edit of the given name in the inspector and presses Enter.
void setField(const QString& name, const QString& text);
QLineEdit& field(const QString& name);
// Answers the next modal dialog that opens.
void whenDialogOpens(const std::function<void(QDialog&)>& act);

// The same for the next menu that pops up; what is left of it is closed afterwards.
void whenMenuOpens(const std::function<void(QMenu&)>& act);

// When the dialog of an import opens, takes what it proposes.
void acceptImport(const char* button = "importModel");

// Types a path into an open file dialog and accepts it.
void chooseFile(QDialog& dialog, const std::filesystem::path& file);

std::string documentHash();
// Tidied, as a building that is selected; one step.
Id addBuilding(Model model);
Session& session();
const Building* house(); // of freshSite()
const Item* last();      // the item that was added last
QString message();       // that the window shows at its foot
// One undo brings the document back to `before`, one redo to what it is now.
void expectOneStep(const std::string& before);
// Mean absolute difference of green, 0..255; 255 for other sizes.
double difference(const QImage& a, const QImage& b);
std::filesystem::path scratch();

} // namespace thallos::test
